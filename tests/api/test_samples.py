"""Who has nothing yet has a water, tackle and a tied rig after one press, and can throw the samples away again."""

from __future__ import annotations

from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.core.stock.kinds import kinds
from tests.api.conftest import enter
from tests.waiting import found


@pytest.fixture
def newcomer(app: Flask) -> FlaskClient:
    return enter(app, "Newcomer")


def begin(client: FlaskClient, **sent: Any) -> Any:
    return client.post("/api/v1/samples", json=sent)


def rows(client: FlaskClient, kind: str) -> list[dict[str, Any]]:
    return list(client.get(f"/api/v1/stock/{kind}").json["rows"])


@pytest.mark.parametrize("water", ["weir-run", pytest.param("oskel-north", marks=pytest.mark.long)])
def test_with_everything_one_of_the_methods_told_is_started_of_what_was_taken(
    newcomer: FlaskClient, water: str
) -> None:
    begun = begin(newcomer, water=water).json
    reach = begun["water"]["reach"]
    assert reach["id"] == water == newcomer.get("/api/v1/in-hand").json["water"]
    tried = (found(newcomer, "start", least=0, method=m, water=reach)["started"] for m in begun["methods"])
    rig = next(s["rig"] for s in tried if s)
    sources = {a["body"]["source"] for a in rig["attachments"] if a["body"]["kind"] == "fly"}
    assert sources <= {r["id"] for r in rows(newcomer, "flies")}


def test_what_was_picked_is_there_and_nothing_else(newcomer: FlaskClient) -> None:
    told = newcomer.get("/api/v1/samples").json
    by = {k["kind"]: k["items"] for k in told["kinds"]}
    assert {"rods", "spools", "flies", "lines"} <= set(by)
    picked = {kind: [by[kind][0]["id"]] for kind in ("rods", "spools", "flies")}
    assert begin(newcomer, water="weir-run", picked=picked).status_code == 200
    assert [r["id"] for r in rows(newcomer, "rods")] == picked["rods"]
    assert [r["id"] for r in rows(newcomer, "spools")] == picked["spools"]
    patterns = {r["document"]["id"] if "document" in r else r["id"].rpartition("-")[0] for r in rows(newcomer, "flies")}
    assert len(patterns) == 1
    assert rows(newcomer, "lines") == []


def test_samples_are_thrown_away_but_what_was_made_ones_own(newcomer: FlaskClient) -> None:
    begin(newcomer, water="weir-run")
    begin(newcomer, water="sluice-meadow")
    meadow = next(r for r in newcomer.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "sluice-meadow")
    named = meadow["reach"] | {"name": "My meadow"}
    sent = {"reach": named, "base": meadow["number"], "day": "2026-06-01"}
    assert newcomer.put("/api/v1/reaches/sluice-meadow", json=sent).status_code == 200
    gone = newcomer.post("/api/v1/samples/throw-away").json
    assert gone["waters"] == 1
    assert [r["reach"]["name"] for r in newcomer.get("/api/v1/reaches").json["reaches"]] == ["My meadow"]
    assert all(rows(newcomer, kind) == [] for kind in kinds())
    assert newcomer.post("/api/v1/samples/throw-away").json == {"changes": 0, "waters": 0}


def test_samples_can_be_taken_again_after_they_were_thrown_away(newcomer: FlaskClient) -> None:
    begin(newcomer, water="weir-run")
    newcomer.post("/api/v1/samples/throw-away")
    assert begin(newcomer, water="weir-run").status_code == 200
    assert len(rows(newcomer, "flies")) > 50


def test_what_was_put_in_by_hand_stays(newcomer: FlaskClient) -> None:
    begin(newcomer, water="weir-run")
    first = rows(newcomer, "rods")[0]["id"]
    edits = [{"op": "duplicate", "rows": [first]}]
    assert newcomer.post(
        "/api/v1/stock/rods/changes", json={"id": "5b1f6e0e-3f0c-4b37-9a53-00000000bbbb", "edits": edits}
    ).status_code in (200, 201)
    newcomer.post("/api/v1/samples/throw-away")
    assert len(rows(newcomer, "rods")) == 1


@pytest.mark.parametrize(
    "sent",
    [
        {"water": "nowhere"},
        {},
        {"water": "weir-run", "picked": {"boats": ["a"]}},
        {"water": "weir-run", "picked": {"rods": ["x"]}},
    ],
)
def test_what_is_no_sample_is_refused_and_nothing_is_taken(newcomer: FlaskClient, sent: dict[str, Any]) -> None:
    assert begin(newcomer, **sent).status_code == 422
    assert newcomer.get("/api/v1/reaches").json["reaches"] == []
    assert rows(newcomer, "rods") == []


def test_with_too_little_to_tie_one_the_water_is_there_without_a_rig(newcomer: FlaskClient) -> None:
    begun = begin(newcomer, water="weir-run", picked={"rods": ["long-3"]})
    assert begun.status_code == 200
    assert begun.json["water"]["reach"]["id"] == "weir-run"
    assert begun.json["methods"] == []


def test_samples_are_told_in_the_units_of_who_asks_and_no_measurement_is_one(newcomer: FlaskClient) -> None:
    def told(units: str) -> dict[str, Any]:
        rows = newcomer.get("/api/v1/samples", headers={"Jarana-Units": units}).json["kinds"]
        return {item["id"]: item for kind in rows for item in kind["items"]} | {"kinds": {k["kind"] for k in rows}}

    metric, inches = told("metric"), told("imperial")
    assert metric["kinds"] == {key for key, kind in kinds().items() if not kind.measured} != set(kinds())
    for item in ("long-3", "spool-1"):
        assert metric[item]["name"] == inches[item]["name"]
        assert metric[item]["note"] != inches[item]["note"]
