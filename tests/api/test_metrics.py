"""What is counted, and who may read it."""

from __future__ import annotations

from pathlib import Path

from flask import Flask
from flask.testing import FlaskClient

from jarana.api.app import create_app
from jarana.api.settings import Settings


def figure(text: str, start: str) -> float:
    """Return the figure of the one line of the metrics that starts so."""
    (line,) = [row for row in text.splitlines() if row.startswith(start)]
    return float(line.rsplit(" ", 1)[1])


def test_answers_are_counted_by_endpoint_with_how_long_they_took(client: FlaskClient) -> None:
    start = 'jarana_requests_total{endpoint="reaches.reaches",method="GET",status="200"}'
    client.get("/api/v1/reaches")
    before = figure(client.get("/metrics").text, start)
    for _ in range(3):
        client.get("/api/v1/reaches")
    text = client.get("/metrics").text
    assert figure(text, start) == before + 3
    assert figure(text, 'jarana_request_seconds_count{endpoint="reaches.reaches"}') >= before + 3


def test_waiting_jobs_are_told_by_kind_and_for_how_long(client: FlaskClient) -> None:
    assert figure(client.get("/metrics").text, "jarana_oldest_job_seconds ") == 0
    reach = client.get("/api/v1/reaches").json["reaches"][0]["reach"]
    client.post("/api/v1/jobs", json={"kind": "learn", "water": reach})
    text = client.get("/metrics").text
    assert figure(text, 'jarana_jobs{kind="learn",state="waiting"}') == 1
    assert figure(text, "jarana_oldest_job_seconds ") > 0


def test_only_this_machine_reads_them_unless_a_token_is_set(app: Flask, valley_url: str, tmp_path: Path) -> None:
    client = app.test_client()
    assert client.get("/metrics").status_code == 200
    assert client.get("/metrics", environ_base={"REMOTE_ADDR": "10.0.0.9"}).status_code == 404
    assert client.get("/metrics", headers={"X-Forwarded-For": "127.0.0.1"}).status_code == 404
    told = create_app(Settings(valley_url, "test-secret", web=tmp_path, metrics_token="a-token")).test_client()
    assert told.get("/metrics").status_code == 404
    assert told.get("/metrics", headers={"Authorization": "Bearer a-tokem"}).status_code == 404
    assert told.get("/metrics", headers={"Authorization": "Bearer a-token"}).status_code == 200
