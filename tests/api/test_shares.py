"""A link shows one thing to anybody, until it runs out or is taken back; what it shows can be taken into one's own."""

from __future__ import annotations

from datetime import timedelta
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import func, select, update

from jarana.storage.tables import ShareRow
from jarana.usecases.share import MOST_DAYS, MOST_STANDING
from tests.api.conftest import enter
from tests.people import operating


def made(client: FlaskClient, kind: str, subject: str, **more: Any) -> Any:
    return client.post("/api/v1/links", json={"kind": kind, "subject": subject} | more)


def secret_of(answer: Any) -> str:
    assert answer.status_code == 200, answer.json
    return str(answer.json["address"].rpartition("/")[2])


@pytest.fixture
def rig(client: FlaskClient) -> str:
    return str(client.get("/api/v1/in-hand").json["rig"])


def test_anybody_sees_the_rig_and_nothing_else_and_every_look_is_counted(
    client: FlaskClient, stranger: FlaskClient, rig: str
) -> None:
    secret = secret_of(made(client, "rig", rig))
    for _ in range(3):
        shown = stranger.get(f"/api/v1/shared/{secret}")
        assert shown.status_code == 200
    own = client.get(f"/api/v1/rigs/{rig}").json
    assert shown.json["rig"] == own["rig"]
    assert shown.json["drawing"].count("<svg") == 1
    assert any(p["text"] for p in shown.json["parts"])
    assert client.get("/api/v1/links").json["links"][0]["opened"] == 3
    assert stranger.get(f"/api/v1/rigs/{rig}").status_code == 401


def test_only_a_hash_of_the_link_is_kept(app: Flask, client: FlaskClient, rig: str) -> None:
    secret = secret_of(made(client, "rig", rig))
    assert len(secret) >= 32
    with operating(app.extensions["sessions"]) as session:
        (digest,) = session.scalars(select(ShareRow.digest)).all()
    assert secret not in digest


def test_a_link_that_was_taken_back_or_ran_out_shows_nothing_and_says_the_same_as_none(
    app: Flask, client: FlaskClient, stranger: FlaskClient, rig: str
) -> None:
    back, old = made(client, "rig", rig), made(client, "water", "weir-run")
    client.delete(f"/api/v1/links/{back.json['link']['id']}")
    with operating(app.extensions["sessions"]) as session:
        late = update(ShareRow).where(ShareRow.kind == "water").values(expires_at=func.now() - timedelta(seconds=1))
        session.execute(late)
        session.commit()
    answers = [stranger.get(f"/api/v1/shared/{s}") for s in (secret_of(back), secret_of(old), "x" * 32)]
    assert {a.status_code for a in answers} == {404}
    assert len({a.json["detail"] for a in answers}) == 1
    assert [link["stands"] for link in client.get("/api/v1/links").json["links"]] == [False, False]


def test_a_rig_that_is_thrown_away_is_shown_no_more(client: FlaskClient, stranger: FlaskClient, rig: str) -> None:
    secret = secret_of(made(client, "rig", rig))
    client.delete(f"/api/v1/rigs/{rig}")
    assert stranger.get(f"/api/v1/shared/{secret}").status_code == 404
    assert client.get("/api/v1/links").json["links"][0]["name"] == ""


def test_what_is_shown_is_taken_into_ones_own_and_tells_whose_it_was(app: Flask, client: FlaskClient, rig: str) -> None:
    other = enter(app, "Newcomer")
    for kind, subject in (("rig", rig), ("water", "weir-run")):
        secret = secret_of(made(client, kind, subject))
        taken = other.post(f"/api/v1/shared/{secret}/take").json
        assert taken["kind"] == kind
    (mine,) = other.get("/api/v1/rigs").json["rigs"]
    theirs = client.get(f"/api/v1/rigs/{rig}").json["rig"]
    assert mine["name"] == f"{theirs['name']} (from Demo)"
    copy = other.get(f"/api/v1/rigs/{mine['id']}").json["rig"]
    assert copy | {"name": ""} == theirs | {"name": ""}
    (water,) = other.get("/api/v1/reaches").json["reaches"]
    assert water["reach"]["name"].endswith("(from Demo)")
    assert len(client.get("/api/v1/rigs").json["rigs"]) > 1


def test_an_outing_is_shown_without_where_it_was_and_cannot_be_taken(
    app: Flask, client: FlaskClient, stranger: FlaskClient
) -> None:
    outing = client.get("/api/v1/outings").json["outings"][0]
    secret = secret_of(made(client, "outing", outing["id"]))
    shown = stranger.get(f"/api/v1/shared/{secret}").json
    assert shown["outing"]["drifts"] == outing["drifts"]
    assert outing["water_name"] not in str(shown)
    assert outing["water"] not in str(shown)
    assert enter(app, "Newcomer").post(f"/api/v1/shared/{secret}/take").status_code == 404


def test_nobody_shares_or_takes_back_what_is_anothers(app: Flask, client: FlaskClient, rig: str) -> None:
    other = enter(app, "Newcomer")
    link = made(client, "rig", rig).json["link"]["id"]
    for kind, subject in (
        ("rig", rig),
        ("water", "weir-run"),
        ("outing", rig),
        ("rig", "no id"),
        ("outing", "no id"),
        ("leader", "x"),
    ):
        assert made(other, kind, subject).status_code == 404, (kind, subject)
    assert other.delete(f"/api/v1/links/{link}").status_code == 404
    assert other.get("/api/v1/links").json["links"] == []
    assert client.get("/api/v1/links").json["links"][0]["stands"] is True


@pytest.mark.parametrize(("days", "status"), [(0, 422), (1, 200), (MOST_DAYS, 200), (MOST_DAYS + 1, 422)])
def test_a_link_stands_for_a_day_to_a_year(client: FlaskClient, rig: str, days: int, status: int) -> None:
    assert made(client, "rig", rig, days=days).status_code == status


@pytest.mark.parametrize(("most", "status"), [(2, 200), (1, 422)])
def test_so_many_links_stand_at_once(
    client: FlaskClient, rig: str, monkeypatch: pytest.MonkeyPatch, most: int, status: int
) -> None:
    assert most < MOST_STANDING
    monkeypatch.setattr("jarana.usecases.share.MOST_STANDING", most)
    first = made(client, "rig", rig)
    assert made(client, "rig", rig).status_code == status
    client.delete(f"/api/v1/links/{first.json['link']['id']}")
    assert made(client, "rig", rig).status_code == 200


def test_pages_of_links_are_kept_by_no_search_engine(stranger: FlaskClient, app: Flask) -> None:
    (app.config["WEB"] / "index.html").write_text("<p>")
    assert "noindex" in stranger.get("/shared/abc").headers["X-Robots-Tag"]
    assert "X-Robots-Tag" not in stranger.get("/rig").headers


def test_a_water_kept_vague_tells_neither_its_name_nor_its_river_nor_its_gauge(
    app: Flask, client: FlaskClient, stranger: FlaskClient
) -> None:
    own = next(r["reach"] for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    assert own["soundings"]
    secret = secret_of(made(client, "water", "weir-run", vague=True))
    shown = stranger.get(f"/api/v1/shared/{secret}").json
    told = str(shown)
    for secret_word in (own["name"], own["river"], own["id"], *(s["name"] for s in own["soundings"] if s["name"])):
        assert secret_word not in told, secret_word
    assert shown["name"] == "A river"
    assert [lane["name"] for lane in shown["water"]["lanes"]] == [str(n + 1) for n in range(len(own["lanes"]))]
    assert shown["water"]["depth_m"] == own["depth_m"]
    assert [s["depth_m"] for s in shown["water"]["soundings"]] == [s["depth_m"] for s in own["soundings"]]
    other = enter(app, "Newcomer")
    other.post(f"/api/v1/shared/{secret}/take")
    (taken,) = other.get("/api/v1/reaches").json["reaches"]
    assert taken["reach"]["name"] == "A river (from Demo)"
    plain = stranger.get(f"/api/v1/shared/{secret_of(made(client, 'water', 'weir-run'))}").json
    assert plain["name"] == own["name"]


def test_a_leader_is_shown_by_its_pieces_and_taken_into_a_drawer_none_of_it_owned_yet(
    app: Flask, client: FlaskClient, stranger: FlaskClient
) -> None:
    rows = client.get("/api/v1/stock/leaders").json["rows"]
    secret = secret_of(made(client, "leader", rows[0]["item"]))
    shown = stranger.get(f"/api/v1/shared/{secret}").json
    assert shown["kind"] == "leader"
    assert shown["leader"]["name"] == shown["name"]
    assert len(shown["parts"]) >= 2
    assert all(part["text"] for part in shown["parts"])
    other = enter(app, "Newcomer")
    taken = other.post(f"/api/v1/shared/{secret}/take").json
    assert taken["kind"] == "leader"
    (mine,) = other.get("/api/v1/stock/leaders").json["rows"]
    assert mine["item"] == taken["id"]
    assert mine["name"].startswith(f"{shown['name']} (from Demo)")
    assert made(other, "leader", rows[0]["item"]).status_code == 404
