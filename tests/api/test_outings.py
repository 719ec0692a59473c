"""What a phone wrote down at the water is kept once, whatever is sent again, refused or taken back."""

from __future__ import annotations

from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.usecases import keep_outing
from jarana.usecases.keep_outing import LARGEST_PAYLOAD, MOST_EVENTS
from tests.api.conftest import enter

BEGAN = datetime(2026, 6, 1, 8, 0, tzinfo=UTC)


class Phone:
    """Writes events in its own order and sends them."""

    def __init__(self, client: FlaskClient, name: str = "phone-a") -> None:
        self.client, self.name, self.seq = client, name, 0
        self.outing = ""

    def event(self, kind: str, payload: dict[str, Any], **more: Any) -> dict[str, Any]:
        self.seq += 1
        made = {
            "id": str(uuid4()), "device": self.name, "seq": self.seq, "kind": kind, "about": self.outing or None,
            "at": (BEGAN + timedelta(seconds=40 * self.seq)).isoformat(),
            "payload": {"type": kind, "version": 1} | payload,
        }  # fmt: skip
        return made | more

    def begin(self, rig: dict[str, Any] | None = None, water: str = "weir-run") -> dict[str, Any]:
        rigs = [rig or {"id": "r1", "name": "Short and led"}]
        told = {"water": water, "water_name": "Weir Run", "rigs": rigs, "depth_m": 0.9, "pace_m_s": 0.62}
        event = self.event("outing", told)
        self.outing = event["id"]
        return event

    def drift(self, tap: str, second: float | None = None, **more: Any) -> dict[str, Any]:
        at = {"rig": 0, "option": more.pop("option", 0), "lane": more.pop("lane", "main"), "step": more.pop("step", 1)}
        return self.event("drift", {"at": at, "tap": tap, "second": second} | more)

    def send(self, *events: dict[str, Any]) -> dict[str, Any]:
        answer = self.client.post("/api/v1/events", json={"events": list(events)})
        assert answer.status_code == 200, answer.json
        return answer.json

    def view(self) -> dict[str, Any]:
        return self.client.get(f"/api/v1/outings/{self.outing}").json["outing"]


@pytest.fixture
def phone(client: FlaskClient) -> Phone:
    return Phone(client)


FLY = "resin-quill-28"


def count_of(client: FlaskClient) -> int:
    """Return how many of a fly are in the box."""
    rows = client.get("/api/v1/drawer").json["drawer"]["patterns"]
    return next(w["count"] for p in rows for w in p["weights"] if w["id"] == FLY)


def test_an_outing_is_told_from_its_events_whatever_is_sent_twice(phone: Phone) -> None:
    events = [
        phone.begin(), phone.drift("nothing"), phone.drift("ticked", 2.5), phone.drift("take", 3.1, step=2),
        phone.event("batch", {"at": {"rig": 0, "option": 1, "lane": "far", "step": 2}, "drifts": 6, "low": 2, "high": 3}),
        phone.event("take", {"at": {"rig": 0, "step": 2}, "ended": "landed", "species": "trout", "cm": 31}),
        phone.event("changed", {"rig": 0, "option": 1, "text": "bead 2.8 → 3.3 mm"}),
        phone.event("changed", {"rig": 0, "option": 2, "text": "slower", "made": False, "why": "I like it so"}),
        phone.event("seen", {"depth_m": 1.05, "sounded": True}),
    ]  # fmt: skip
    first = phone.send(*events[:5])
    assert first == {"kept": [e["id"] for e in events[:5]], "refused": []}
    again = phone.send(*events)
    assert again["refused"] == []
    view = phone.view()
    assert (view["drifts"], view["touched"]) == (9, 3)
    assert [(f["option"], f["drifts"], f["takes"]) for f in view["fished"]] == [(0, 3, 1), (1, 6, 0)]
    assert {(c["lane"], c["step"], c["drifts"]) for c in view["covered"]} == {
        ("main", 1, 2),
        ("main", 2, 1),
        ("far", 2, 6),
    }
    assert (view["changes"], view["refused"], view["depth_m"]) == (1, 1, 1.05)
    assert view["fish"][0]["cm"] == 31
    listed = phone.client.get("/api/v1/outings").json["outings"]
    assert [o["id"] for o in listed].count(phone.outing) == 1
    assert all(o["rows"] == [] for o in listed)
    assert [o["begun_at"] for o in listed] == sorted((o["begun_at"] for o in listed), reverse=True)


def test_a_csv_has_a_line_for_everything_and_no_formula(phone: Phone) -> None:
    phone.send(phone.begin(), phone.drift("ticked", 2.5), phone.event("ended", {"note": "=1+1"}))
    answer = phone.client.get(f"/api/v1/outings/{phone.outing}/outing.csv")
    rows = answer.text.splitlines()
    assert len(rows) == 3
    assert "ticked,2.5" in rows[1]
    assert "'=1+1" in rows[2]


def test_what_is_taken_back_does_not_count_and_counts_again_when_that_is_taken_back(phone: Phone) -> None:
    begun, wrong = phone.begin(), phone.drift("take")
    undo = phone.event("undo", {}, undoes=wrong["id"])
    phone.send(begun, wrong, undo)
    assert phone.view()["drifts"] == 0
    phone.send(phone.event("undo", {}, undoes=undo["id"]))
    assert phone.view()["drifts"] == 1


def test_a_fly_that_is_lost_is_gone_from_the_drawer_and_back_when_that_is_taken_back(phone: Phone) -> None:
    fly, count = FLY, count_of(phone.client)
    lost = phone.drift("lost", fly="point", source=fly)
    phone.send(phone.begin(), {**lost, "about": phone.outing})
    assert count_of(phone.client) == count - 1
    phone.send({**lost, "about": phone.outing})
    assert count_of(phone.client) == count - 1
    assert phone.view()["lost"] == [fly]
    phone.send(phone.event("undo", {}, undoes=lost["id"]))
    assert count_of(phone.client) == count


def test_a_change_made_at_the_water_is_a_revision_of_the_rig(phone: Phone) -> None:
    rig = phone.client.get("/api/v1/rigs").json["rigs"][0]["id"]
    head = phone.client.get(f"/api/v1/rigs/{rig}").json
    begun = phone.begin({"id": rig, "revision": head["id"], "name": head["rig"]["name"]})
    edit = {"op": "rename", "name": "Changed at the water"}
    phone.send(begun, phone.event("changed", {"rig": 0, "option": 3, "text": "a name", "edits": [edit]}))
    now = phone.client.get(f"/api/v1/rigs/{rig}").json
    assert now["rig"]["name"] == "Changed at the water"
    assert now["number"] == head["number"] + 1


@pytest.mark.parametrize(
    ("change", "why"),
    [
        ({"kind": "stock"}, "no such kind"),
        ({"kind": "nonsense"}, "no such kind"),
        ({"device": "here"}, "server's own"),
        ({"about": str(UUID(int=5))}, "no outing of yours"),
        ({"payload": {"type": "drift", "version": 1, "at": {"rig": 99}, "tap": "ticked"}}, "rig"),
        ({"payload": {"type": "drift", "version": 1, "at": {"rig": 0}, "tap": "danced"}}, "no such tap"),
        ({"payload": {"type": "drift", "version": 9, "at": {"rig": 0}, "tap": "ticked"}}, "version"),
        ({"undoes": str(UUID(int=7)), "kind": "undo"}, "not there"),
        ({"at": "9999-12-31T23:59:59-14:00"}, "years"),
        ({"at": "1989-12-31T23:59:59+00:00"}, "years"),
        ({"at": "2026-06-01T08:00:00"}, "no zone"),
        ({"payload": {"type": "changed", "version": 1, "edits": [{"op": "a\0b"}]}}, "cannot be written"),
        ({"payload": {"type": "changed", "version": 1, "edits": [{"op": "a\ud800"}]}}, "cannot be written"),
        ({"payload": {"type": "changed", "version": 1, "edits": [{"op": "a" * LARGEST_PAYLOAD}]}}, "larger than"),
    ],
)
def test_what_cannot_be_kept_is_refused_alone_and_says_why(phone: Phone, change: dict[str, Any], why: str) -> None:
    begun, good = phone.begin(), phone.drift("ticked")
    bad = phone.drift("ticked") | change
    answer = phone.send(begun, bad, good)
    assert answer["kept"] == [begun["id"], good["id"]]
    assert [r["id"] for r in answer["refused"]] == [bad["id"]]
    assert why in answer["refused"][0]["why"]
    assert phone.view()["drifts"] == 1


def test_a_place_in_the_order_of_a_device_is_taken_once(phone: Phone) -> None:
    begun, good = phone.begin(), phone.drift("ticked")
    twin = phone.drift("take") | {"seq": good["seq"]}
    assert "taken" in phone.send(begun, good, twin)["refused"][0]["why"]


def test_what_stands_twice_in_one_send_is_written_down_once_and_can_be_taken_back_in_it(phone: Phone) -> None:
    begun, good, other = phone.begin(), phone.drift("ticked"), phone.drift("nothing")
    undo = phone.event("undo", {}, undoes=good["id"])
    assert phone.send(begun, good, good, other, undo)["refused"] == []
    assert phone.view()["drifts"] == 1
    assert phone.send(other, undo, good)["refused"] == []
    assert phone.view()["drifts"] == 1


def test_a_log_longer_than_one_look_at_what_is_there_is_taken_as_a_whole(
    phone: Phone, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(keep_outing, "MOST_EVENTS", 2)
    begun, drifts = phone.begin(), [phone.drift("nothing") for _ in range(4)]
    twin = phone.drift("take") | {"seq": drifts[0]["seq"]}
    answer = phone.send(begun, *drifts, drifts[0], twin)
    assert answer["kept"] == [begun["id"], *(d["id"] for d in drifts), drifts[0]["id"]]
    assert [r["id"] for r in answer["refused"]] == [twin["id"]]
    assert phone.view()["drifts"] == 4


def test_a_rig_remembers_the_waters_it_was_fished_in_the_last_first(app: Flask, phone: Phone) -> None:
    row = phone.client.get("/api/v1/rigs").json["rigs"][-1]

    def waters() -> list[str]:
        rigs = phone.client.get("/api/v1/rigs").json["rigs"]
        return [w["id"] for w in next(r for r in rigs if r["id"] == row["id"])["waters"]]

    before = waters()
    for water in ("weir-run", "spring-flats", "weir-run"):
        phone.send(phone.begin({"id": row["id"], "name": row["name"]}, water))
        phone.outing = ""
    assert waters()[:2] == ["weir-run", "spring-flats"]
    assert len(waters()) == len({*before, "weir-run", "spring-flats"}) <= 3


def test_nobody_takes_back_a_tie_or_the_outing_of_somebody_else(app: Flask, phone: Phone) -> None:
    begun = phone.begin()
    phone.send(begun)
    other = Phone(enter(app, "Somebody"), "phone-b")
    other.send(other.begin())
    answer = other.send(other.event("undo", {}, undoes=begun["id"]))
    assert "not there" in answer["refused"][0]["why"]
    assert other.client.get(f"/api/v1/outings/{phone.outing}").status_code == 404
    change = phone.client.get("/api/v1/stock/changes").json["changes"][0]["id"]
    assert "not there" in phone.send(phone.event("undo", {}, undoes=change))["refused"][0]["why"]


def test_two_phones_with_wrong_clocks_keep_their_own_orders(client: FlaskClient) -> None:
    a, b = Phone(client, "phone-a"), Phone(client, "phone-b")
    begun = a.begin()
    b.outing = a.outing
    sent = [a.drift("ticked"), a.drift("take")]
    sent[1]["at"] = (BEGAN - timedelta(days=3)).isoformat()
    late = b.drift("nothing")
    a.send(begun, *sent)
    b.send(late)
    rows = [r["what"] for r in a.view()["rows"]]
    assert rows.index("ticked") < rows.index("take")
    assert a.view()["drifts"] == 3


def test_a_send_is_bounded(client: FlaskClient) -> None:
    phone = Phone(client)
    many = [phone.drift("nothing") for _ in range(MOST_EVENTS + 1)]
    assert client.post("/api/v1/events", json={"events": many}).status_code == 422


def test_an_outing_kept_apart_is_left_out_of_the_season_until_that_is_taken_back(phone: Phone) -> None:
    def drifts() -> int:
        return phone.client.get("/api/v1/season").json["drifts"]

    before = drifts()
    phone.send(phone.begin(), phone.drift("ticked"), phone.drift("nothing"))
    assert drifts() == before + 2
    apart = phone.event("apart", {"why": "a hatch"})
    phone.send(apart)
    assert drifts() == before
    phone.send(phone.event("undo", {}, undoes=apart["id"]))
    assert drifts() == before + 2


def test_the_demo_season_teaches_of_its_waters_and_of_nobody_elses(app: Flask, client: FlaskClient) -> None:
    season = client.get("/api/v1/season").json
    assert season["outings"] == 24
    assert season["drifts"] > 500
    assert {"Tavrin, Weir Run", "Oskel Water, north shore"} <= {r["name"] for r in season["by_water"]}
    assert sum(p["drifts"] for p in season["predicted"]) > 300
    assert enter(app, "Somebody").get("/api/v1/season").json["outings"] == 0


def test_figures_of_an_outing_are_in_the_units_of_who_reads_it(phone: Phone) -> None:
    phone.send(phone.begin(), phone.event("seen", {"depth_m": 1.0, "sounded": True}))
    address = f"/api/v1/outings/{phone.outing}"
    assert phone.client.get(address).json["outing"]["rows"][0]["what"] == "1.00 m"
    assert "m" not in phone.client.get(address, headers={"Jarana-Units": "imperial"}).json["outing"]["rows"][0]["what"]


LOG = (
    "day,water,rig,drifts,touched,takes,lane\n"
    "2025-06-14,Weir Run,Somebody's rig,70,9,3,far\n"
    "2025-06-14,weir run,,10,,1,near\n"
    "2025-06-15,Tavrin  Mill,,8,2,0,main\n"
)


def test_an_older_log_is_told_first_and_brought_in_once(phone: Phone) -> None:
    def bring(text: str, write: bool) -> Any:
        return phone.client.post("/api/v1/outings/log", json={"text": text, "write": write})

    refused = bring(LOG, False)
    assert refused.status_code == 422
    assert "how deep was it" in refused.json["faults"][0]["reason"]
    text = LOG.replace(",lane", ",lane,depth").replace(",main\n", ",main,1.1 m\n")
    before = len(phone.client.get("/api/v1/outings").json["outings"])
    told = bring(text, False).json
    assert (told["outings"], told["drifts"], told["takes"], told["written"]) == (2, 88, 4, False)
    assert told["strange"] == ["Somebody's rig", "Tavrin  Mill"]
    assert len(phone.client.get("/api/v1/outings").json["outings"]) == before
    bring(text, True)
    bring(text, True)
    outings = phone.client.get("/api/v1/outings").json["outings"]
    mine = {o["begun_at"][:10]: o for o in outings if o["begun_at"].startswith("2025")}
    assert len(outings) == before + 2
    assert (mine["2025-06-14"]["drifts"], mine["2025-06-14"]["water"]) == (80, "weir-run")
    assert sum(f["takes"] for f in mine["2025-06-14"]["fished"]) == 4
    assert mine["2025-06-15"]["depth_m"] == 1.1


def test_a_geojson_has_places_only_where_they_were_noted_and_are_asked_for(phone: Phone) -> None:
    at = {"rig": 0, "lane": "main", "step": 1}
    noted = phone.event("drift", {"at": at | {"lat": 47.1, "lon": 8.2}, "tap": "ticked", "second": 2.5})
    begun = phone.begin()
    phone.send(begun, noted | {"about": phone.outing}, phone.drift("nothing"))
    address = f"/api/v1/outings/{phone.outing}/outing.geojson"
    plain, placed = phone.client.get(address).json, phone.client.get(f"{address}?places=1").json
    assert [f["geometry"] for f in plain["features"]] == [None, None]
    assert [f["geometry"] for f in placed["features"]] == [{"type": "Point", "coordinates": [8.2, 47.1]}, None]
    assert placed["features"][0]["properties"]["ended"] == "ticked"
    bad = phone.event("drift", {"at": at | {"lat": 97.0, "lon": 8.2}, "tap": "ticked"})
    assert "lat" in phone.send(bad)["refused"][0]["why"]


def test_a_pack_list_is_of_ones_own_rigs(phone: Phone, app: Flask) -> None:
    rigs = [r["id"] for r in phone.client.get("/api/v1/rigs").json["rigs"][:2]]
    found = phone.client.post("/api/v1/packing", json={"rigs": rigs}).json
    assert {g["name"] for g in found["groups"]} >= {"Spools", "Flies", "Rods and lines"}
    assert len(found["labels"]) == 2
    other = enter(app, "Somebody")
    assert other.post("/api/v1/packing", json={"rigs": rigs}).status_code == 404
    assert phone.client.post("/api/v1/packing", json={"rigs": []}).status_code == 422


def test_a_fish_that_broke_off_a_rig_changed_at_the_water_tells_of_the_knot_that_was_tied_then(phone: Phone) -> None:
    hand = phone.client.get("/api/v1/in-hand").json["rig"]
    head = phone.client.get(f"/api/v1/rigs/{hand}").json
    phone.send(phone.begin({"id": hand, "revision": head["id"], "name": head["rig"]["name"]}))

    def broke(option: int) -> dict[str, Any]:
        return phone.event(
            "take", {"at": {"rig": 0, "option": option, "step": 1}, "fly": "point", "ended": "broke", "cm": 27}
        )

    def rows() -> dict[str, dict[str, Any]]:
        return {row["what"]: row for row in phone.client.get("/api/v1/season").json["strengths"]}

    before = rows()
    other = {"op": "use_knot", "part": "point", "knot": "figure-eight"}
    phone.send(phone.event("changed", {"rig": 0, "option": 1, "text": "another knot", "edits": [other]}))
    phone.send(*(broke(1) for _ in range(12)))
    (new,) = [row for what, row in rows().items() if what not in before and "figure-of-eight" in what]
    assert new["gave"] >= 6
    counted = new["counted"]
    cells = {"knot": counted["knot"], "line": counted["family"], "keeps": str(counted["keeps"]), "n": "0", "fish": "12"}
    body = {"id": str(uuid4()), "edits": [{"op": "add", "cells": cells}]}
    assert phone.client.post("/api/v1/stock/knots/changes", json=body).status_code == 200
    # Counted with, the same fish say the same: they do not tell of what they told.
    again = rows()[new["what"]]["counted"]
    assert (again["keeps"], again["done"]) == (counted["keeps"], True)
