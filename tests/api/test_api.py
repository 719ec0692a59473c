"""The API on a real PostgreSQL: contracts, refusals, ownership."""

from __future__ import annotations

import uuid

import pytest
from alembic import command
from flask import Flask
from flask.testing import FlaskClient

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.storage.database import alembic_config
from tests.api.conftest import enter


def body(rig: Rig, reach: Reach, *edits: dict, **more: object) -> dict:
    return {
        "rig": rig.model_dump(mode="json"),
        "water": reach.model_dump(mode="json"),
        "edits": list(edits),
        "seq": 7,
    } | more


def test_one_call_serves_the_workbench(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    answer = client.post(
        "/api/v1/workbench", json=body(contact_rig, weir_run, {"op": "step_bead", "at": "point", "heavier": True})
    )
    assert answer.status_code == 200, answer.json
    data = answer.json
    assert data["seq"] == 7
    assert data["rig"]["attachments"][1]["body"]["bead"]["diameter_mm"] == 3.3
    assert {"drift", "readings", "section", "strength", "water"} <= set(data)


def test_every_wrong_edit_is_named_and_none_counts(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    edits = ({"op": "set_length", "span": "tippet", "value": "abc"}, {"op": "set_depth", "value": "900"})
    answer = client.post("/api/v1/workbench", json=body(contact_rig, weir_run, *edits))
    assert answer.status_code == 422
    assert answer.mimetype == "application/problem+json"
    assert [f["path"] for f in answer.json["faults"]] == ["edits[0].value", "edits[1].value"]


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"edits": [{"op": "fly_away"}]}, "edits[0]"),
        ({"edits": [{"op": "set_length", "span": "x"}]}, "edits[0].value"),
        ({"seq": -1}, "seq"),
        ({"units": "cubits"}, "units"),
        ({"rig": {}}, "rig.name"),
        ({"extra": 1}, "extra"),
        ({"edits": [{"op": "set_lead", "lead": 1}] * 60}, "edits"),
    ],
)
def test_a_malformed_request_is_refused_by_field(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach, change: dict, path: str
) -> None:
    answer = client.post("/api/v1/workbench", json=body(contact_rig, weir_run) | change)
    assert answer.status_code == 422
    assert path in [f["path"] for f in answer.json["faults"]]


@pytest.mark.parametrize(
    ("data", "kind", "status"),
    [
        ("{", "application/json", 400),
        ("x=1", "text/plain", 415),
        ("[" * 100000, "application/json", 400),
        ("[]", "application/json", 422),
        (None, None, 422),
    ],
)
def test_what_is_not_json_of_the_right_kind_is_refused(client: FlaskClient, data: str, kind: str, status: int) -> None:
    answer = client.post("/api/v1/workbench", data=data, content_type=kind)
    assert answer.status_code == status
    assert answer.mimetype == "application/problem+json"


def test_a_nul_in_a_text_is_refused_before_it_reaches_the_store(client: FlaskClient, contact_rig: Rig) -> None:
    rig = contact_rig.model_dump(mode="json") | {"name": "a\x00b"}
    answer = client.post(f"/api/v1/rigs/{uuid.uuid4()}/revisions", json={"id": str(uuid.uuid4()), "rig": rig})
    assert answer.status_code == 422


def test_a_token_lets_in_once(app: Flask, client: FlaskClient, stranger: FlaskClient) -> None:
    assert client.get("/api/v1/me").json["name"] == "Demo"
    assert stranger.get("/api/v1/me").status_code == 401
    assert stranger.post("/api/v1/sign-in", json={"token": "x" * 32}).status_code == 401


def test_a_spent_token_is_refused(app: Flask) -> None:
    from datetime import UTC, datetime

    from jarana.demo.load import load_demo
    from jarana.usecases.sign_in import make_token, spend_token

    with app.extensions["sessions"]() as session:
        token = make_token(session, load_demo(session).id, datetime.now(UTC))
        assert spend_token(session, token, datetime.now(UTC)) is not None
        assert spend_token(session, token, datetime.now(UTC)) is None


def save(client: FlaskClient, rig_id: uuid.UUID, rig: Rig, base: str | None, revision: uuid.UUID | None = None):
    sent = {"id": str(revision or uuid.uuid4()), "base": base, "rig": rig.model_dump(mode="json")}
    return client.post(f"/api/v1/rigs/{rig_id}/revisions", json=sent)


def test_a_revision_sent_twice_is_kept_once(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id, revision = uuid.uuid4(), uuid.uuid4()
    first = save(client, rig_id, contact_rig, None, revision).json
    again = save(client, rig_id, contact_rig, None, revision).json
    assert first == again
    assert first["number"] == 1
    second = save(client, rig_id, contact_rig, first["id"]).json
    assert (second["number"], second["base"]) == (2, first["id"])


def test_a_stale_base_answers_409_with_the_newest(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id = uuid.uuid4()
    first = save(client, rig_id, contact_rig, None).json
    second = save(client, rig_id, contact_rig, first["id"]).json
    stale = save(client, rig_id, contact_rig.model_copy(update={"name": "other"}), first["id"])
    assert stale.status_code == 409
    assert stale.json["newest"]["id"] == second["id"]
    assert client.get(f"/api/v1/rigs/{rig_id}").json["id"] == second["id"]


def test_nobody_reads_or_writes_another_s(app: Flask, client: FlaskClient, contact_rig: Rig) -> None:
    rig_id = uuid.uuid4()
    mine = save(client, rig_id, contact_rig, None).json
    other = enter(app, "Somebody")
    assert other.get(f"/api/v1/rigs/{rig_id}").status_code == 404
    assert save(other, rig_id, contact_rig, mine["id"]).status_code == 404
    assert save(other, rig_id, contact_rig, None).status_code == 404
    assert other.get("/api/v1/rigs").json["rigs"] == []
    assert other.get("/api/v1/drawer").json["drawer"]["spools"] == []
    assert other.get("/api/v1/reaches").json["reaches"] == []


def test_without_signing_in_nothing_is_told(stranger: FlaskClient) -> None:
    for path in ("/api/v1/rigs", "/api/v1/drawer", "/api/v1/reaches", "/api/v1/openapi.json"):
        answer = stranger.get(path)
        assert answer.status_code == 401
        assert answer.mimetype == "application/problem+json"


def test_other_sites_and_unknown_hosts_are_kept_out(client: FlaskClient) -> None:
    assert client.post("/api/v1/sign-out", json={}, headers={"Sec-Fetch-Site": "cross-site"}).status_code == 403
    assert client.post("/api/v1/sign-out", json={}, headers={"Origin": "http://evil.test"}).status_code == 403
    assert client.get("/api/v1/me", headers={"Host": "evil.test"}).status_code == 400


def test_every_answer_carries_the_security_headers(stranger: FlaskClient) -> None:
    headers = stranger.get("/healthz").headers
    policy = headers["Content-Security-Policy"]
    assert "script-src 'self';" in policy
    assert "unsafe-inline" not in policy.split("script-src")[1].split(";")[0]
    assert headers["X-Content-Type-Options"] == "nosniff"
    assert stranger.get("/readyz").json == {"status": "ok"}


def test_wrong_methods_and_paths_of_the_api_are_problems(client: FlaskClient) -> None:
    assert client.delete("/api/v1/workbench").status_code == 405
    assert client.get("/api/v1/nothing").status_code == 404
    assert client.get("/api/v1/nothing").mimetype == "application/problem+json"


def test_a_failed_computation_keeps_its_scenario_and_says_so(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach, monkeypatch
) -> None:
    from jarana.core.errors import SolverError

    def fail(*_arguments: object) -> None:
        raise SolverError("the chain did not come to an answer", "scenario")

    monkeypatch.setattr("jarana.usecases.work_on_rig.simulate", fail)
    answer = client.post("/api/v1/workbench", json=body(contact_rig, weir_run))
    assert answer.status_code == 500
    assert len(answer.json["case"]) == 12


def test_the_migrations_make_what_the_tables_say(database_url: str) -> None:
    command.check(alembic_config(database_url))
