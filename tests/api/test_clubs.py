"""Clubs: who may what in them, what is put in and taken, and what several people's outings say together."""

from __future__ import annotations

from dataclasses import asdict
from datetime import date, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import func, select, update

from jarana.core.learn.pool import LEAST_PEOPLE, Given
from jarana.core.learn.taught import Lesson
from jarana.storage.tables import AnglerRow, ClubCallRow, ClubCopyRow, ClubThingRow, LessonRow
from jarana.storage.work import Work
from jarana.usecases.clubs import ALPHABET, MOST_CLUBS, MOST_DAYS
from jarana.usecases.keep_lesson import keep_lesson
from tests.api.conftest import enter
from tests.people import operating

LESSON = Lesson(
    mean=(0.1, 0.5, -0.2, 0.0),
    spread=((0.5, 0.1, 0.0, 0.0), (0.1, 0.4, 0.1, 0.0), (0.0, 0.1, 0.6, 0.0), (0.0, 0.0, 0.0, 1.0)),
    sigmas=(0.15, 0.2, 0.25, 0.5),
    drifts=14,
    depth_m=0.9,
    last=date(2026, 6, 1),
)


@pytest.fixture
def club(client: FlaskClient) -> str:
    return str(client.post("/api/v1/clubs", json={"name": "Tavrin valley"}).json["id"])


def called(client: FlaskClient, club: str, role: str = "member") -> str:
    answer = client.post(f"/api/v1/clubs/{club}/call", json={"role": role, "days": 7})
    assert answer.status_code == 200, answer.json
    return str(answer.json["code"])


def joined(app: Flask, client: FlaskClient, club: str, name: str, role: str = "member") -> FlaskClient:
    other = enter(app, name)
    answer = other.post("/api/v1/clubs/join", json={"code": called(client, club, role)})
    assert answer.status_code == 200, answer.json
    return other


def seen(client: FlaskClient, club: str) -> Any:
    answer = client.get(f"/api/v1/clubs/{club}")
    assert answer.status_code == 200, answer.json
    return answer.json


def put(client: FlaskClient, club: str, kind: str, subject: str, **more: Any) -> Any:
    answer = client.post(f"/api/v1/clubs/{club}/things", json={"kind": kind, "subject": subject} | more)
    assert answer.status_code == 200, answer.json
    return answer.json["things"][0]


def taken(client: FlaskClient, club: str, thing: str) -> str:
    answer = client.post(f"/api/v1/clubs/{club}/things/{thing}/take")
    assert answer.status_code == 200, answer.json
    return str(answer.json["id"])


def reach(client: FlaskClient, key: str) -> Any:
    return next(r for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == key)


def person(club: Any, name: str) -> str:
    return next(str(p["id"]) for p in club["people"] if p["name"] == name)


def test_one_comes_in_by_a_code_typed_as_one_likes_and_the_keeper_sees_who(
    app: Flask, client: FlaskClient, club: str
) -> None:
    code = called(client, club)
    assert len(code.replace("-", "")) == 12
    assert set(code) <= set(ALPHABET + "-")
    ann = enter(app, "Ann")
    answer = ann.post("/api/v1/clubs/join", json={"code": code.lower().replace("-", " ")})
    assert answer.status_code == 200
    again = ann.post("/api/v1/clubs/join", json={"code": code})
    assert [p["name"] for p in again.json["people"]] == ["Demo", "Ann"]
    assert [(c["name"], c["role"], c["people"]) for c in ann.get("/api/v1/clubs").json["clubs"]] == [
        ("Tavrin valley", "member", 2)
    ]
    assert [p["me"] for p in again.json["people"]] == [False, True]


def test_only_a_hash_of_a_code_is_kept_and_a_newer_one_an_old_one_or_none_lets_nobody_in(
    app: Flask, client: FlaskClient, club: str
) -> None:
    first, second = called(client, club), called(client, club)
    ann = enter(app, "Ann")
    assert ann.post("/api/v1/clubs/join", json={"code": first}).status_code == 422
    with operating(app.extensions["sessions"]) as session:
        assert second.replace("-", "") not in session.scalars(select(ClubCallRow.digest)).one()
        session.execute(update(ClubCallRow).values(expires_at=func.now() - timedelta(seconds=1)))
        session.commit()
    late = ann.post("/api/v1/clubs/join", json={"code": second})
    third = called(client, club)
    assert client.delete(f"/api/v1/clubs/{club}/call").json["called_until"] is None
    off = ann.post("/api/v1/clubs/join", json={"code": third})
    never = ann.post("/api/v1/clubs/join", json={"code": "nothing"})
    assert {a.status_code for a in (late, off, never)} == {422}
    assert {a.json["faults"][0]["reason"] for a in (late, off, never)} == {
        "lets nobody in: it ran out, was taken back, or never was"
    }
    for days in (0, MOST_DAYS + 1):
        assert client.post(f"/api/v1/clubs/{club}/call", json={"days": days}).status_code == 422


def test_a_guest_takes_a_member_puts_in_and_a_keeper_keeps(app: Flask, client: FlaskClient, club: str) -> None:
    thing = put(client, club, "water", "weir-run")["id"]
    guest, member = joined(app, client, club, "Gus", "guest"), joined(app, client, club, "Mab")
    water = taken(guest, club, thing)
    assert guest.post(f"/api/v1/clubs/{club}/things", json={"kind": "water", "subject": water}).status_code == 403
    own = put(member, club, "water", taken(member, club, thing), vague=False)["id"]
    keepers = (
        ("put", f"/api/v1/clubs/{club}", {"name": "Ours"}),
        ("delete", f"/api/v1/clubs/{club}", None),
        ("post", f"/api/v1/clubs/{club}/call", {}),
        ("delete", f"/api/v1/clubs/{club}/call", None),
        ("put", f"/api/v1/clubs/{club}/people/{person(seen(client, club), 'Gus')}", {"role": "keeper"}),
        ("delete", f"/api/v1/clubs/{club}/people/{person(seen(client, club), 'Demo')}", None),
        ("delete", f"/api/v1/clubs/{club}/things/{thing}", None),
        ("post", f"/api/v1/clubs/{club}/things/{thing}/write", None),
    )
    for who in (guest, member):
        for method, path, body in keepers:
            assert who.open(path, method=method.upper(), json=body).status_code == 403, (method, path)
    assert member.delete(f"/api/v1/clubs/{club}/things/{own}").status_code == 200
    gus = person(seen(client, club), "Gus")
    assert client.put(f"/api/v1/clubs/{club}/people/{gus}", json={"role": "member"}).status_code == 200
    second = put(guest, club, "water", water)["id"]
    assert guest.delete(f"/api/v1/clubs/{club}/things/{second}").status_code == 200
    assert client.put(f"/api/v1/clubs/{club}", json={"name": "  Ours   of old "}).json["name"] == "Ours of old"
    assert client.delete(f"/api/v1/clubs/{club}/things/{thing}").json["things"] == []


def test_somebody_who_is_not_in_it_sees_no_club_as_if_there_were_none(
    app: Flask, client: FlaskClient, club: str
) -> None:
    thing, me = put(client, club, "water", "weir-run")["id"], person(seen(client, club), "Demo")
    other = enter(app, "Nob")
    for method, path, body in (
        ("get", "", None), ("put", "", {"name": "x"}), ("delete", "", None), ("post", "/call", {}), ("delete", "/call", None),
        ("put", f"/people/{me}", {"role": "guest"}), ("delete", f"/people/{me}", None),
        ("post", "/things", {"kind": "water", "subject": "weir-run"}), ("delete", f"/things/{thing}", None),
        ("post", f"/things/{thing}/take", None), ("put", f"/things/{thing}/giving", {"gives": True}), ("post", f"/things/{thing}/write", None),
    ):  # fmt: skip
        answers = [
            other.open(f"/api/v1/clubs/{key}{path}", method=method.upper(), json=body) for key in (club, str(uuid4()))
        ]
        assert {a.status_code for a in answers} == {404}, (method, path)
        assert len({a.json["detail"] for a in answers}) == 1
    assert other.get("/api/v1/clubs").json["clubs"] == []
    assert len(seen(client, club)["things"]) == 1


def test_a_water_goes_in_without_where_it_is_unless_that_is_told(app: Flask, client: FlaskClient, club: str) -> None:
    kept = reach(client, "weir-run")
    told = kept["reach"] | {"about": "olives below the Weir"}
    assert client.put("/api/v1/reaches/weir-run", json={"reach": told, "base": kept["number"]}).status_code == 200
    vague = put(client, club, "water", "weir-run")
    assert vague["name"] == "A river"
    assert vague["says"] == "0.90 m, 0.62 m/s"
    assert vague["called"] == kept["reach"]["name"]
    with operating(app.extensions["sessions"]) as session:
        there = str(session.scalars(select(ClubThingRow.document)).one())
    for word in ("Weir", "Tavrin", "weir-run"):
        assert word not in there
    ann = joined(app, client, club, "Ann")
    assert seen(ann, club)["things"][0]["called"] == ""
    copy = reach(ann, taken(ann, club, vague["id"]))
    assert copy["reach"]["name"] == "A river (from Tavrin valley)"
    assert copy["reach"]["depth_m"] == reach(client, "weir-run")["reach"]["depth_m"]
    named = put(client, club, "water", "weir-run", vague=False)
    assert named["name"] == "Weir Run"
    assert named["id"] == vague["id"]
    assert named["edition"] == 2


def test_rigs_rules_and_leaders_are_taken_with_their_source_and_are_ones_own(
    app: Flask, client: FlaskClient, club: str
) -> None:
    rig = client.get("/api/v1/in-hand").json["rig"]
    rules = client.get("/api/v1/rule-sets").json["rule_sets"][0]["rules"]["id"]
    leader = client.get("/api/v1/stock/leaders").json["rows"][0]["id"]
    ann = joined(app, client, club, "Ann")
    things = [put(client, club, kind, key) for kind, key in (("rig", rig), ("rules", rules), ("leader", leader))]
    assert {t["whose"] for t in seen(ann, club)["things"]} == {"Demo"}
    says = {t["kind"]: t["says"] for t in seen(ann, club)["things"]}
    assert says["rig"] == "Contact, thin level leader"
    assert says["leader"].endswith(" m")
    assert "most" in says["rules"]
    keys = [taken(ann, club, t["id"]) for t in things]
    assert "(from Tavrin valley)" in ann.get(f"/api/v1/rigs/{keys[0]}").json["rig"]["name"]
    assert [r["rules"]["id"] for r in ann.get("/api/v1/rule-sets").json["rule_sets"]] == [keys[1]]
    assert [r["id"] for r in ann.get("/api/v1/stock/leaders").json["rows"]] == [keys[2]]
    assert {t["copy_id"] for t in seen(ann, club)["things"]} == set(keys)
    client.delete(f"/api/v1/clubs/{club}")
    assert client.get(f"/api/v1/clubs/{club}").status_code == 404
    assert ann.get(f"/api/v1/rigs/{keys[0]}").status_code == 200


@pytest.mark.parametrize(("kind", "subject"), [("rig", "b0f6ad36-3b1e-4d0f-9a41-5b6d0f1c2a33"), ("rig", "no id"), ("water", "nowhere"), ("rules", "none"), ("leader", "none")])  # fmt: skip
def test_what_is_not_ones_own_is_not_put_in_and_the_field_is_named(
    client: FlaskClient, club: str, kind: str, subject: str
) -> None:
    answer = client.post(f"/api/v1/clubs/{club}/things", json={"kind": kind, "subject": subject})
    assert answer.status_code == 422
    assert answer.json["faults"][0]["path"] == "subject"


def test_a_newer_edition_is_told_and_writes_the_copy_anew_under_its_own_name(
    app: Flask, client: FlaskClient, club: str
) -> None:
    thing = put(client, club, "water", "weir-run", vague=False)["id"]
    ann = joined(app, client, club, "Ann")
    key = taken(ann, club, thing)
    assert taken(ann, club, thing) == key
    kept = reach(client, "weir-run")
    deeper = kept["reach"] | {"depth_m": 1.31, "soundings": [], "lanes": []}
    assert client.put("/api/v1/reaches/weir-run", json={"reach": deeper, "base": kept["number"]}).status_code == 200
    assert put(client, club, "water", "weir-run", vague=False)["edition"] == 2
    (mine,) = seen(ann, club)["things"]
    assert (mine["newer"], mine["copy_id"]) == (True, key)
    name = reach(ann, key)["reach"]["name"]
    assert taken(ann, club, thing) == key
    after = reach(ann, key)["reach"]
    assert (after["depth_m"], after["name"]) == (1.31, name)
    assert not seen(ann, club)["things"][0]["newer"]


def test_who_put_a_water_in_without_its_name_keeps_it_when_it_is_written_anew(
    app: Flask, client: FlaskClient, club: str
) -> None:
    thing = put(client, club, "water", "weir-run")["id"]
    before = reach(client, "weir-run")["reach"]
    with operating(app.extensions["sessions"]) as session:
        row = session.scalars(select(ClubThingRow)).one()
        row.document = row.document | {"temperature_c": 12.5}
        row.edition = 2
        session.commit()
    taken(client, club, thing)
    assert reach(client, "weir-run")["reach"] == before | {"temperature_c": 12.5, "gauged": None}
    assert before["river"]
    assert [lane["name"] for lane in before["lanes"]] != ["1", "2", "3"]


def give_lesson(app: Flask, name: str, water: str, lesson: Lesson | None) -> None:
    with app.extensions["sessions"]() as session:
        with operating(app.extensions["sessions"]) as all_:
            who = all_.scalars(select(AnglerRow.id).where(AnglerRow.name == name)).one()
        keep_lesson(Work(session, who), water, lesson)


def given(app: Flask) -> list[Any]:
    with operating(app.extensions["sessions"]) as session:
        return list(session.scalars(select(ClubCopyRow.given).where(ClubCopyRow.given.is_not(None))))


def test_from_three_people_on_a_club_knows_a_water_writes_it_down_and_begins_anew(
    app: Flask, client: FlaskClient, club: str
) -> None:
    thing = put(client, club, "water", "weir-run", vague=False)["id"]
    people = {"Demo": client} | {name: joined(app, client, club, name) for name in ("Ann", "Bo")}
    assert len(people) == LEAST_PEOPLE
    waters = {n: taken(c, club, thing) if n != "Demo" else "weir-run" for n, c in people.items()}
    for count, (name, who) in enumerate(people.items()):
        assert seen(who, club)["things"][0]["pool"] == f"Shown from 3 people on; {count} so far."
        give_lesson(app, name, waters[name], LESSON)
        assert len(given(app)) == count, "nothing goes to a club that was not wished"
        answer = who.put(f"/api/v1/clubs/{club}/things/{thing}/giving", json={"gives": True})
        assert answer.json["things"][0]["gives"]
    (told,) = seen(people["Bo"], club)["things"]
    assert told["known"]
    assert told["pool"].startswith("3 people, 42 drifts: ")
    assert all(set(g) == set(asdict(Given((0, 0), (0, 0, 0), (0, 0), 0))) for g in given(app))
    before = reach(client, "weir-run")["reach"]["depth_m"]
    written = client.post(f"/api/v1/clubs/{club}/things/{thing}/write").json["things"][0]
    assert (written["edition"], written["newer"], written["known"]) == (2, True, False)
    assert written["pool"] == "Shown from 3 people on; 0 so far."
    assert reach(client, "weir-run")["reach"]["depth_m"] == before
    taken(client, club, thing)
    assert reach(client, "weir-run")["reach"]["depth_m"] > before
    with operating(app.extensions["sessions"]) as session:
        lessons = session.scalars(select(LessonRow).where(LessonRow.reach_id == "weir-run")).all()
        assert [(r.document, r.why) for r in lessons] == [(None, "corrected")]
    again = client.post(f"/api/v1/clubs/{club}/things/{thing}/write")
    assert again.status_code == 422
    assert "0 so far" in again.json["faults"][0]["reason"]


def test_what_is_forgotten_at_home_or_given_no_more_is_out_of_the_club_at_once(
    app: Flask, client: FlaskClient, club: str
) -> None:
    thing = put(client, club, "water", "weir-run")["id"]
    wish = f"/api/v1/clubs/{club}/things/{thing}/giving"
    give_lesson(app, "Demo", "weir-run", LESSON)
    client.put(wish, json={"gives": True})
    assert len(given(app)) == 1
    client.put("/api/v1/reaches/weir-run/lesson", json={"act": "forget"})
    assert given(app) == []
    give_lesson(app, "Demo", "weir-run", LESSON)
    assert len(given(app)) == 1
    client.put(wish, json={"gives": False})
    assert given(app) == []
    client.put(wish, json={"gives": True})
    client.put("/api/v1/reaches/weir-run/lesson", json={"act": "correct"})
    assert given(app) == []
    assert not seen(client, club)["things"][0]["gives"]
    ann = joined(app, client, club, "Ann")
    assert ann.put(wish, json={"gives": True}).status_code == 404


def test_who_goes_takes_what_was_given_along_and_the_longest_there_follows_the_last_keeper(
    app: Flask, client: FlaskClient, club: str
) -> None:
    thing = put(client, club, "water", "weir-run")["id"]
    ann, bo = joined(app, client, club, "Ann"), joined(app, client, club, "Bo", "guest")
    give_lesson(app, "Demo", "weir-run", LESSON)
    client.put(f"/api/v1/clubs/{club}/things/{thing}/giving", json={"gives": True})
    me = person(seen(client, club), "Demo")
    assert client.put(f"/api/v1/clubs/{club}/people/{me}", json={"role": "guest"}).status_code == 422
    assert client.delete(f"/api/v1/clubs/{club}/people/{me}").json["clubs"] == []
    assert given(app) == []
    left = seen(ann, club)
    assert [(p["name"], p["role"]) for p in left["people"]] == [("Ann", "keeper"), ("Bo", "guest")]
    assert len(left["things"]) == 1
    ann.delete(f"/api/v1/clubs/{club}/people/{person(left, 'Bo')}")
    assert bo.get(f"/api/v1/clubs/{club}").status_code == 404
    ann.delete(f"/api/v1/clubs/{club}/people/{person(left, 'Ann')}")
    with operating(app.extensions["sessions"]) as session:
        assert session.scalar(select(func.count()).select_from(ClubThingRow)) == 0


def test_a_club_wants_a_name_and_one_is_in_so_many_at_most(client: FlaskClient) -> None:
    for name, why in (("   ", "wants a name"), ("x" * 61, "is longer than 60 letters")):
        answer = client.post("/api/v1/clubs", json={"name": name})
        assert answer.status_code == 422
        assert answer.json["faults"][0]["reason"] == why
    made = [client.post("/api/v1/clubs", json={"name": f"club {k}"}).status_code for k in range(MOST_CLUBS + 1)]
    assert made == [200] * MOST_CLUBS + [422]


def test_so_many_people_and_things_are_in_a_club_and_no_more(
    app: Flask, client: FlaskClient, club: str, monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr("jarana.usecases.clubs.MOST_PEOPLE", 2)
    monkeypatch.setattr("jarana.usecases.club_things.MOST_THINGS", 1)
    joined(app, client, club, "Ann")
    late = enter(app, "Bo").post("/api/v1/clubs/join", json={"code": called(client, club)})
    assert late.status_code == 422
    assert late.json["faults"][0]["path"] == "code"
    assert len(seen(client, club)["people"]) == 2
    put(client, club, "water", "weir-run")
    other = next(
        r["reach"]["id"] for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] != "weir-run"
    )
    more = client.post(f"/api/v1/clubs/{club}/things", json={"kind": "water", "subject": other})
    assert more.json["faults"][0]["path"] == "kind"
    put(client, club, "water", "weir-run", vague=False)


def test_the_database_itself_shows_a_club_to_its_people_alone(app: Flask, client: FlaskClient, club: str) -> None:
    put(client, club, "water", "weir-run")
    called(client, club)
    joined(app, client, club, "Ann")
    enter(app, "Nob")
    with operating(app.extensions["sessions"]) as session:
        who = {name: session.scalars(select(AnglerRow.id).where(AnglerRow.name == name)).one() for name in ("Demo", "Ann", "Nob")}  # fmt: skip

    def counts(name: str) -> list[int]:
        tables = ("club", "club_member", "club_call", "club_thing", "club_copy")
        with app.extensions["sessions"]() as session:
            Work(session, UUID(str(who[name])))
            return [int(session.connection().exec_driver_sql(f"select count(*) from {t}").scalar_one()) for t in tables]

    assert counts("Demo") == [1, 2, 1, 1, 1]
    assert counts("Ann") == [1, 2, 1, 1, 0]
    assert counts("Nob") == [0, 0, 0, 0, 0]
