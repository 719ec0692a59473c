"""What outings taught of a water is used in every answer, left out with one call, and taken back without a trace."""

from __future__ import annotations

from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import func, select

from jarana.storage.tables import JobRow
from tests.api.conftest import enter
from tests.api.test_outings import Phone
from tests.people import operating
from tests.waiting import found, work_waiting

WATER = "copied-run"
"""A copy of a water of the valley on which nobody fished yet."""


def bench(client: FlaskClient) -> dict[str, Any]:
    """Return what the workbench says of the first rig in the water."""
    hand = client.get("/api/v1/in-hand").json
    rig = client.get(f"/api/v1/rigs/{hand['rig']}").json["rig"]
    return client.post("/api/v1/workbench", json={"rig": rig, "water": water(client), "edits": [], "seq": 1}).json


def kept(client: FlaskClient, key: str = WATER) -> dict[str, Any]:
    """Return a water with its number."""
    return next(r for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == key)


def water(client: FlaskClient) -> dict[str, Any]:
    return kept(client)["reach"]


def learnt(client: FlaskClient) -> Any:
    """Return what is learnt now."""
    return found(client, "learn", least=0, water=water(client))["learnt"]


def lesson(client: FlaskClient, act: str = "") -> dict[str, Any]:
    address = f"/api/v1/reaches/{WATER}/lesson"
    return client.put(address, json={"act": act}).json if act else client.get(address).json


@pytest.fixture
def phone(client: FlaskClient) -> Phone:
    """Fourteen drags with the rig in hand, and the outing ended: nobody asks for anything after that."""
    mine = Phone(client)
    copy = kept(client, "weir-run")["reach"] | {"id": WATER, "name": "Copied Run"}
    assert client.put(f"/api/v1/reaches/{WATER}", json={"reach": copy, "base": None}).status_code == 200
    rig = client.get("/api/v1/in-hand").json["rig"]
    head = client.get(f"/api/v1/rigs/{rig}").json
    mine.send(
        mine.begin({"id": rig, "revision": head["id"], "name": head["rig"]["name"]}, WATER),
        *[mine.drift("dragging", 2.0) for _ in range(14)],
        mine.event("ended", {}),
    )
    work_waiting(client.application)
    return mine


def test_a_sounding_on_the_bank_counts_beside_the_drifts_and_what_was_said_stands(client: FlaskClient) -> None:
    mine = Phone(client)
    copy = kept(client, "weir-run")["reach"] | {"id": WATER, "name": "Copied Run", "soundings": []}
    assert client.put(f"/api/v1/reaches/{WATER}", json={"reach": copy, "base": None}).status_code == 200
    rig = client.get("/api/v1/in-hand").json["rig"]
    head = client.get(f"/api/v1/rigs/{rig}").json
    begun = mine.begin({"id": rig, "revision": head["id"], "name": head["rig"]["name"]}, WATER)
    said = begun["payload"]["depth_m"]
    mine.send(
        begun,
        *[mine.drift("nothing", None) for _ in range(4)],
        mine.event("seen", {"depth_m": round(said * 1.15, 3), "sounded": True}),
        *[mine.drift("nothing", None) for _ in range(4)],
        mine.event("ended", {}),
    )
    work_waiting(client.application)
    taught = learnt(client)
    assert (taught["drifts"], taught["soundings"]) == (8, 1)
    assert "A sounding made it 15 % deeper" in taught["said"]
    depth = next(u for u in taught["unknowns"] if u["key"] == "depth")
    assert 1.08 < depth["p10"] < 1.15 < depth["p90"] < 1.2


def test_an_outing_that_ended_and_is_sent_again_is_not_learnt_from_again(client: FlaskClient) -> None:
    mine = Phone(client)
    rig = client.get("/api/v1/in-hand").json["rig"]
    head = client.get(f"/api/v1/rigs/{rig}").json
    begun = mine.begin({"id": rig, "revision": head["id"], "name": head["rig"]["name"]}, "weir-run")
    ended = mine.event("ended", {})

    def learning() -> int:
        with operating(client.application.extensions["sessions"]) as session:
            return int(session.scalar(select(func.count()).where(JobRow.kind == "learn")) or 0)

    mine.send(begun, ended)
    assert learning() == 1
    mine.send(begun, ended)
    assert learning() == 1


def test_an_ended_outing_is_learnt_from_and_everything_is_computed_with_it(client: FlaskClient, phone: Phone) -> None:
    told = lesson(client)
    assert told["drifts"] == 14
    assert told["used"] is True
    used = bench(client)
    assert used["taught"] == told["text"] != ""
    left = lesson(client, "leave")
    assert (left["used"], left["text"]) == (False, told["text"])
    plain = bench(client)
    assert plain["taught"] == ""
    assert plain["drift"]["key"] != used["drift"]["key"]
    assert lesson(client, "use")["used"] is True
    assert bench(client)["drift"] == used["drift"]


@pytest.mark.long
def test_a_day_pack_begins_with_the_lesson_unless_it_is_left_out(client: FlaskClient, phone: Phone) -> None:
    hand = client.get("/api/v1/in-hand").json["rig"]
    rig = client.get(f"/api/v1/rigs/{hand}").json["rig"]

    def packed() -> str:
        rigs = [{"id": hand, "rig": rig}]
        return str(found(client, "pack", rigs=rigs, water=water(client), whole=False)["pack"]["learnt"])

    assert packed() != ""
    lesson(client, "leave")
    assert packed() == ""


@pytest.mark.long
def test_what_is_forgotten_is_gone_from_every_figure_and_can_be_learnt_again(client: FlaskClient, phone: Phone) -> None:
    told = lesson(client)
    gone = lesson(client, "forget")
    assert (gone["text"], gone["forgotten"]) == ("", True)
    assert gone["since"] is not None
    assert bench(client)["taught"] == ""
    assert learnt(client) is None
    assert lesson(client, "remember")["since"] is None
    assert learnt(client)["drifts"] == 14
    assert lesson(client)["text"] == told["text"]


def test_what_is_written_into_the_water_is_not_counted_twice(client: FlaskClient, phone: Phone) -> None:
    before = kept(client)
    told = lesson(client, "correct")
    after = kept(client)
    assert after["number"] == before["number"] + 1
    assert after["reach"]["depth_m"] < before["reach"]["depth_m"]
    assert (told["text"], told["forgotten"]) == ("", False)
    assert bench(client)["taught"] == ""
    assert lesson(client, "remember")["since"] == told["since"]
    assert learnt(client) is None


def test_an_outing_kept_apart_takes_what_it_taught_with_it(client: FlaskClient, phone: Phone) -> None:
    apart = phone.event("apart", {"why": "flood"})
    phone.send(apart)
    assert lesson(client)["text"] == ""
    assert learnt(client) is None
    phone.send(phone.event("undo", {}, undoes=apart["id"]))
    assert learnt(client)["drifts"] == 14
    assert lesson(client)["drifts"] == 14


def test_a_water_that_taught_nothing_has_no_lesson_and_anothers_is_not_there(client: FlaskClient) -> None:
    assert client.get("/api/v1/reaches/mill-throat/lesson").json["text"] == ""
    assert client.put("/api/v1/reaches/mill-throat/lesson", json={"act": "forget"}).json["since"] is None
    assert client.get("/api/v1/reaches/no-such/lesson").status_code == 404
    assert client.put("/api/v1/reaches/mill-throat/lesson", json={"act": "burn"}).status_code == 422


def test_a_lesson_never_reaches_another_person(client: FlaskClient, app: Flask, phone: Phone) -> None:
    other = enter(app, "Somebody else")
    assert other.get(f"/api/v1/reaches/{WATER}/lesson").json.get("text", "") == ""
