"""Units chosen each by itself, over the wire: read, typed, kept with the person; and a decimal comma in all that is said."""

from __future__ import annotations

import re
from collections.abc import Iterator
from uuid import uuid4

import pytest
from flask.testing import FlaskClient

from jarana.core.rig.model import Rig
from jarana.core.unit_rules import QUANTITIES
from jarana.core.water.reach import Reach
from tests.api.test_methods import WATERS, document

MIXED = {"Jarana-Units": "metric,strength=lb,depth=ft,bead=in"}
COMMA = {"Jarana-Units": "metric,mark=comma"}
POINTED = re.compile(r"\d\.\d+ ?(m|cm|mm|kg|g|s|min|m/s|mg|x|X|lb|in|times)\b|ratio \d+\.\d")
NOT_SAID = {
    "rig",
    "water",
    "drawer",
    "name",
    "names",
    "label",
    "edit",
    "more",
    "source",
    "id",
    "key",
    "document",
    "law",
}
"""What is data, or is called something; the decimal mark in a name stays as it was written."""


def said(answer: object, key: str = "") -> Iterator[str]:
    if isinstance(answer, dict):
        for name, value in answer.items():
            if name not in NOT_SAID:
                yield from said(value, name)
    elif isinstance(answer, list):
        for value in answer:
            yield from said(value, key)
    elif isinstance(answer, str):
        yield answer


def test_the_book_offers_every_quantity_with_an_example_of_each_way(client: FlaskClient) -> None:
    book = client.get("/api/v1/book", headers=MIXED).json
    assert [q["key"] for q in book["quantities"]] == [*(q.key for q in QUANTITIES), "mark"]
    strength = next(q for q in book["quantities"] if q["key"] == "strength")
    assert strength["chosen"] == "lb"
    assert [o["example"] for o in strength["options"]] == ["1.20 kg", "2.6 lb"]
    own = book["units"][-1]
    assert own["key"] == "metric,depth=ft,strength=lb,bead=in"
    assert own["name"] == "mm · m · lb"
    assert {kind: own["rules"][kind]["unit"] for kind in ("force", "depth", "fish")} == {
        "force": "lb",
        "depth": "ft",
        "fish": "kg",
    }
    assert len(client.get("/api/v1/book").json["units"]) == 3


def test_a_bare_number_is_in_the_unit_chosen_for_its_quantity(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach
) -> None:
    edits = [{"op": "set_depth", "value": "3"}, {"op": "set_length", "span": "tippet", "value": "0,85"}]
    sent = {"rig": document(contact_rig), "water": document(weir_run), "edits": edits, "seq": 1}
    made = client.post("/api/v1/workbench", json=sent, headers=MIXED).json
    assert made["water"]["depth_m"] == pytest.approx(0.9144)
    assert next(s for s in made["rig"]["spans"] if s["id"] == "tippet")["length_mm"] == pytest.approx(850)
    weakest = next(r for r in made["readings"] if r["key"] == "weakest")
    assert weakest["unit"] == "lb"


def test_units_are_kept_with_the_person_in_their_shortest_words(client: FlaskClient) -> None:
    assert client.get("/api/v1/me").json["units"] == ""
    kept = client.put("/api/v1/me/units", json={"units": "imperial,line=x,mark=comma"})
    assert kept.json == {"units": "x,mark=comma"}
    assert client.get("/api/v1/me").json["units"] == "x,mark=comma"
    mark = client.get("/api/v1/measures").json["mark"]
    client.put("/api/v1/measures", json={"base": mark, "hand": "20 cm"})
    assert client.get("/api/v1/me").json["units"] == "x,mark=comma"


@pytest.mark.parametrize(
    "wrong", ["cubits", "metric,fish=stone", "metric,mark=dot", "metric,height=ft", "metric,", "metric,fish"]
)
def test_what_is_no_choice_of_units_is_named_with_what_may_be_chosen(client: FlaskClient, wrong: str) -> None:
    answer = client.put("/api/v1/me/units", json={"units": wrong})
    assert answer.status_code == 422
    (fault,) = answer.json["faults"]
    assert fault["path"] == "units"
    assert "fish= kg lb" in fault["reason"]
    assert client.get("/api/v1/book", headers={"Jarana-Units": wrong}).status_code == 422


@pytest.mark.parametrize("water", ["weir-run", "oskel-north"])
def test_a_comma_stands_in_every_number_that_is_said(client: FlaskClient, water: str) -> None:
    reach = document(WATERS[water])
    ranked = client.post("/api/v1/methods/ranked", json={"water": reach}, headers=COMMA).json
    method = ranked["methods"][0]["key"]
    ids = {"rig_id": str(uuid4()), "revision_id": str(uuid4())}
    started = client.post("/api/v1/rigs/start", json=ids | {"method": method, "water": reach}, headers=COMMA).json
    rig = started["rig"]
    sent = {"rig": rig, "water": reach}
    bench = client.post("/api/v1/workbench", json=sent | {"edits": [], "seq": 1}, headers=COMMA).json
    sheet = client.post("/api/v1/sheet", json={"rig": rig}, headers=COMMA).json
    tries = client.post("/api/v1/workbench/tries", json=sent | {"seq": 1}, headers=COMMA).json
    leader = client.post("/api/v1/leader", json=sent | {"school": "even"}, headers=COMMA).json
    part = rig["joints"][-1]["id"]
    knots = client.post("/api/v1/workbench/knots", json={"rig": rig, "part": part}, headers=COMMA).json
    words = client.get("/api/v1/words", headers=COMMA).json
    answers = {
        "ranked": ranked, "started": started, "bench": bench, "sheet": sheet, "tries": tries, "leader": leader,
        "knots": knots, "words": words,
    }  # fmt: skip
    wrong = {name: [text for text in said(answer) if POINTED.search(text)] for name, answer in answers.items()}
    assert {name: texts for name, texts in wrong.items() if texts} == {}
    assert all(
        any(re.search(r"\d,\d", text) for text in said(answers[name])) for name in ("bench", "sheet", "leader", "knots")
    )
