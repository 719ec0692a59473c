"""Nobody keeps more than one may; what is kept already stays, and can be changed and read."""

from __future__ import annotations

from typing import Any
from uuid import uuid4

import pytest
from flask.testing import FlaskClient

from jarana.usecases import quota
from tests.api.test_outings import Phone


def full(monkeypatch: pytest.MonkeyPatch, what: str, most: int) -> None:
    monkeypatch.setitem(quota.MOST, what, (*quota.MOST[what][:-1], most))


def copied(client: FlaskClient, key: str) -> Any:
    reach = client.get("/api/v1/reaches").json["reaches"][0]["reach"]
    return client.put(f"/api/v1/reaches/{key}", json={"reach": reach | {"id": key}, "base": None})


def test_the_last_water_one_may_keep_is_kept_and_the_next_is_not(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    full(monkeypatch, "waters", len(client.get("/api/v1/reaches").json["reaches"]) + 1)
    assert copied(client, "one-more").status_code == 200
    refused = copied(client, "too-many")
    assert refused.status_code == 422
    assert refused.json["type"] == "urn:jarana:problem:full"
    assert "as many as one person may" in refused.json["detail"]
    assert copied(client, "one-more").status_code == 200


def test_events_are_taken_all_or_none_where_they_are_too_many(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    phone = Phone(client)
    phone.send(phone.begin())
    full(monkeypatch, "events", 0)
    refused = client.post("/api/v1/events", json={"events": [phone.drift("nothing")]})
    assert refused.status_code == 422
    assert phone.view()["drifts"] == 0


def test_a_drawer_has_an_end_and_what_is_in_it_can_be_changed(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    rows = client.get("/api/v1/stock/rods").json["rows"]
    full(monkeypatch, "things", 0)

    def change(edit: dict[str, Any]) -> Any:
        return client.post("/api/v1/stock/rods/changes", json={"id": str(uuid4()), "edits": [edit]})

    added = change({"op": "add", "cells": {"name": "another", "length": "3.0", "class": "4", "pull": "0.5"}})
    assert (added.status_code, added.json["type"]) == (422, "urn:jarana:problem:full")
    assert change({"op": "set", "rows": [rows[0]["id"]], "cells": {"name": "renamed"}}).status_code == 200
    assert len(client.get("/api/v1/stock/rods").json["rows"]) == len(rows)


def test_there_is_a_last_rig(client: FlaskClient, monkeypatch: pytest.MonkeyPatch) -> None:
    rigs = client.get("/api/v1/rigs").json["rigs"]
    full(monkeypatch, "rigs", len(rigs) + 1)

    def duplicate() -> int:
        body = {"rig_id": str(uuid4()), "revision_id": str(uuid4())}
        return client.post(f"/api/v1/rigs/{rigs[0]['id']}/duplicate", json=body).status_code

    assert [duplicate(), duplicate()] == [200, 422]
