"""Methods, knots and schools over the wire."""

from __future__ import annotations

from uuid import uuid4

import pytest
from flask.testing import FlaskClient

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.demo.load import valley
from tests.waiting import found

WATERS = {r.id: r for r in valley()[0]}


def document(model: Rig | Reach) -> dict[str, object]:
    return model.model_dump(mode="json")


def test_methods_are_ranked_for_a_water_with_their_reasons(client: FlaskClient) -> None:
    rows = client.post("/api/v1/methods/ranked", json={"water": document(WATERS["weir-run"])}).json["methods"]
    assert len(rows) == 20
    assert rows[0]["key"] == "level-contact"
    assert "the lane is within reach of the rod" in rows[0]["pros"]
    assert [r["here"] for r in rows] == sorted((r["here"] for r in rows), reverse=True)


def test_a_started_rig_comes_with_its_reasons_inside_the_rules(client: FlaskClient) -> None:
    ids = {"rig_id": str(uuid4()), "revision_id": str(uuid4())}
    sent = ids | {"method": "three-in-line", "water": document(WATERS["weir-run"])}
    made = client.post("/api/v1/rigs/start", json=sent, headers={"Jarana-Units": "imperial"}).json
    assert made["missing"] == []
    assert any("at most 2 flies" in c["text"] for c in made["choices"])
    assert len(made["rig"]["attachments"]) == 2
    assert any("lb" in c["text"] or "oz" in c["text"] for c in made["choices"])


def test_five_ways_to_hang_a_dropper(client: FlaskClient, contact_rig: Rig) -> None:
    sent = {"rig": document(contact_rig), "part": "dropper", "depth_m": 0.9}
    rows = client.post("/api/v1/workbench/droppers", json=sent).json["choices"]
    assert {r["school"] for r in rows} == {"tag", "link", "ring", "bend", "fold"}
    assert all(r["fault"] == "" and r["facts"] for r in rows)
    assert max(r["of_best"] for r in rows) == 1


@pytest.mark.parametrize(("part", "depth", "path"), [("point", 0.9, "part"), ("dropper", -1, "depth_m")])
def test_what_is_no_dropper_or_no_depth_is_named(
    client: FlaskClient, contact_rig: Rig, part: str, depth: float, path: str
) -> None:
    sent = {"rig": document(contact_rig), "part": part, "depth_m": depth}
    answer = client.post("/api/v1/workbench/droppers", json=sent)
    assert answer.status_code == 422
    assert answer.json["faults"][0]["path"].endswith(path)


def test_a_single_dry_has_a_band(client: FlaskClient) -> None:
    ids = {"rig_id": str(uuid4()), "revision_id": str(uuid4())}
    water = document(WATERS["alder-flats"])
    rig = client.post("/api/v1/rigs/start", json=ids | {"method": "dry-fly", "water": water}).json["rig"]
    assert found(client, "band", rig=rig, water=water)["band"]["flies"] == []


def test_the_workbench_tells_a_story_and_its_cautions(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    bench = client.post(
        "/api/v1/workbench", json={"rig": document(contact_rig), "water": document(weir_run), "edits": [], "seq": 1}
    ).json
    assert bench["story"].startswith("The point comes to")
    assert "long-rod" in {c["key"] for c in bench["cautions"]}


def test_knot_cards_carry_paths_and_what_to_hold(client: FlaskClient) -> None:
    cards = {c["key"]: c for c in client.get("/api/v1/knot-cards").json["cards"]}
    assert cards["clinch"]["hold_mm"] == 60
    assert cards["school-link"]["hold_mm"] is None
    assert all(s["strokes"] for c in cards.values() for s in c["steps"])
    assert "Moisten, seat, test" in cards["clinch"]["seat"]
