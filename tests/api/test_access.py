"""Who may see what: every operation, for somebody who is not signed in and for somebody else."""

from __future__ import annotations

import re
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import select

from jarana.api.app import create_app
from jarana.api.security import PERSON_HEADER
from jarana.api.settings import LEAST_SECRET, Settings
from jarana.api.spec import openapi
from jarana.storage.tables import AnglerRow, PasskeyRow
from jarana.usecases.sign_in import PHONE_LIFE, spend_token
from tests.api.conftest import enter
from tests.conftest import Postgres
from tests.people import operating, token_for

FREE = {
    ("get", "/api/v1/book"), ("get", "/api/v1/doors"), ("post", "/api/v1/sign-in"), ("post", "/api/v1/sign-in/word"),
    ("post", "/api/v1/join"), ("post", "/api/v1/join/ask"), ("post", "/api/v1/recover"),
    ("post", "/api/v1/sign-in/passkey"), ("post", "/api/v1/sign-in/passkey/ask"), ("get", "/api/v1/shared/{secret}"),
}  # fmt: skip
SHARED = {"station": "tavrin-weir", "device": "micrometer", "kind": "shot"}
"""Names in addresses that are nobody's."""
MINE_ONLY = re.compile(
    r"\{(outing_id|rig_id|revision_id|old|new|tie_id|wear_id|change_id|job_id|reach_id|link_id|passkey_id|club_id|person_id|thing_id)\}"
)


def operations(app: Flask) -> list[tuple[str, str]]:
    return [(method, path) for path, made in openapi(app)["paths"].items() for method in made]


def kept_passkey(app: Flask) -> str:
    """Keep a passkey of the demo angler, as if made; return its id."""
    with operating(app.extensions["sessions"]) as session:
        who = session.scalars(select(AnglerRow.id).where(AnglerRow.name == "Demo")).one()
        made = datetime.now(UTC)
        session.add(PasskeyRow(id="a2V5", angler_id=who, public_key=b"none", signed=0, name="key", made_at=made))
        session.commit()
    return "a2V5"


@pytest.fixture
def ids(app: Flask, client: FlaskClient, contact_rig: Any, weir_run: Any) -> dict[str, str]:
    """Something of the demo angler's behind every name an address can have."""
    rig = client.get("/api/v1/rigs").json["rigs"][0]["id"]
    head = client.get(f"/api/v1/rigs/{rig}").json["id"]
    change = client.get("/api/v1/stock/changes").json["changes"]
    asked = {"kind": "band", "rig": contact_rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json")}
    made = client.post(
        "/api/v1/stock/shot/changes", json={"edits": [{"op": "lose", "rows": ["shot-bb"]}], "id": str(uuid4())}
    )
    assert made.status_code in (200, 201), made.json
    change = client.get("/api/v1/stock/changes").json["changes"][0]["id"]
    club = client.post("/api/v1/clubs", json={"name": "Tavrin valley"}).json
    put = {"kind": "water", "subject": "weir-run"}
    club = client.post(f"/api/v1/clubs/{club['id']}/things", json=put).json
    return SHARED | {
        "club_id": club["id"], "person_id": club["people"][0]["id"], "thing_id": club["things"][0]["id"],
        "rig_id": rig, "revision_id": head, "old": head, "new": head, "reach_id": "weir-run", "change_id": change,
        "job_id": client.post("/api/v1/jobs", json=asked).json["id"], "tie_id": str(uuid4()), "wear_id": str(uuid4()), "outing_id": str(uuid4()),
        "key": "tavrin", "link_id": client.post("/api/v1/links", json={"kind": "rig", "subject": rig}).json["link"]["id"],
        "secret": "x" * 32, "passkey_id": kept_passkey(app),
    }  # fmt: skip


def filled(path: str, ids: dict[str, str]) -> str:
    return re.sub(r"\{(\w+)\}", lambda m: ids[m.group(1)], path)


def body(method: str) -> dict[str, Any]:
    return {"json": {}} if method in ("post", "put") else {}


def test_nothing_but_the_book_and_signing_in_answers_who_is_not_signed_in(
    app: Flask, stranger: FlaskClient, ids: dict[str, str]
) -> None:
    for method, path in operations(app):
        if (method, path) in FREE:
            continue
        answer = stranger.open(filled(path, ids), method=method.upper(), **body(method))
        assert answer.status_code == 401, (method, path)


def test_another_s_ids_are_not_there_for_anybody_else_and_nothing_of_theirs_changes(
    app: Flask, client: FlaskClient, ids: dict[str, str]
) -> None:
    other = enter(app, "somebody else")
    unknown = ids | {name: str(uuid4()) for name in ids if name not in SHARED}
    before = client.get(f"/api/v1/rigs/{ids['rig_id']}").data, client.get("/api/v1/drawer").data
    asked = 0
    for method, path in operations(app):
        if not MINE_ONLY.search(path):
            continue
        asked += 1
        theirs = other.open(filled(path, ids), method=method.upper(), **body(method))
        nobodys = other.open(filled(path, unknown), method=method.upper(), **body(method))
        assert theirs.status_code in (404, 422), (method, path, theirs.status_code)
        assert theirs.status_code == nobodys.status_code, (method, path)
        assert theirs.json["detail"] == nobodys.json["detail"], (method, path)
    assert asked > 20
    assert before == (client.get(f"/api/v1/rigs/{ids['rig_id']}").data, client.get("/api/v1/drawer").data)


def test_lists_hold_only_one_s_own(app: Flask, client: FlaskClient) -> None:
    other = enter(app, "somebody else")
    for path, key in (("rigs", "rigs"), ("reaches", "reaches"), ("stock/changes", "changes"), ("stock/spools", "rows")):
        assert other.get(f"/api/v1/{path}").json[key] == [], path
        assert client.get(f"/api/v1/{path}").json[key] != [] or path == "stock/changes"


def test_a_page_that_is_another_s_by_now_is_told_so_and_keeps_nothing(app: Flask, client: FlaskClient) -> None:
    mine = client.get("/api/v1/me")
    mark = {PERSON_HEADER: mine.headers[PERSON_HEADER]}
    assert mark[PERSON_HEADER] == mine.json["id"]
    assert client.get("/api/v1/rigs", headers=mark).status_code == 200
    other = enter(app, "somebody else")
    for path in ("rigs", "drawer"):
        assert other.get(f"/api/v1/{path}", headers=mark).status_code == 412
    refused = other.post("/api/v1/clubs", json={"name": "Not theirs"}, headers=mark)
    assert refused.json["type"] == "urn:jarana:problem:somebody-else"
    assert other.get("/api/v1/clubs").json["clubs"] == []
    assert PERSON_HEADER not in app.test_client().get("/api/v1/book").headers


def test_a_cookie_kept_from_before_signing_out_lets_nobody_in(app: Flask, client: FlaskClient) -> None:
    kept = {name: client.get_cookie(name) for name in ("jarana", "jarana_stay")}
    other = enter(app, None)
    assert client.post("/api/v1/sign-out").status_code == 200
    for name, cookie in kept.items():
        thief = app.test_client()
        assert cookie is not None
        thief.set_cookie(name, cookie.value)
        assert thief.get("/api/v1/me").status_code == 401, name
    assert other.get("/api/v1/me").status_code == 200


def test_signing_out_everywhere_ends_every_browser_of_this_person_and_of_nobody_else(
    app: Flask, client: FlaskClient
) -> None:
    other, somebody = enter(app, None), enter(app, "Somebody")
    assert client.post("/api/v1/sign-out-everywhere").status_code == 200
    assert client.get("/api/v1/me").status_code == 401
    assert other.get("/api/v1/me").status_code == 401
    assert somebody.get("/api/v1/me").status_code == 200


def test_a_zero_byte_in_an_address_is_an_address_that_is_not_there(client: FlaskClient) -> None:
    for path in ("/api/v1/reaches/weir%00run", "/api/v1/gauges/a%00b", "/%00", "/api/v1/rigs?before=%00"):
        assert client.get(path).status_code == 404, path


def test_servers_beside_each_other_do_not_share_their_cookies(valley_url: str, tmp_path: Path) -> None:
    app = create_app(Settings(valley_url, "test-secret", web=tmp_path, limits=False, cookie="jarana_a"))
    here = enter(app, None)
    assert here.get_cookie("jarana_a") is not None
    assert here.get_cookie("jarana") is None


@pytest.mark.parametrize("secret", ["", "short", "x" * (LEAST_SECRET - 1)])
def test_a_server_without_a_secret_does_not_start(monkeypatch: pytest.MonkeyPatch, secret: str) -> None:
    monkeypatch.setenv("JARANA_DATABASE_URL", "postgresql+psycopg://nobody@127.0.0.1:1/none")
    monkeypatch.setenv("JARANA_SECRET_KEY", secret)
    with pytest.raises(SystemExit, match="JARANA_SECRET_KEY"):
        Settings.from_environment()
    monkeypatch.setenv("JARANA_SECRET_KEY", "x" * LEAST_SECRET)
    assert Settings.from_environment().secret_key == "x" * LEAST_SECRET


def test_ready_means_that_the_database_can_be_written(own_app: Flask, postgres: Postgres) -> None:
    app, stranger = own_app, own_app.test_client()
    assert stranger.get("/readyz").status_code == 200
    name = app.extensions["sessions"].kw["bind"].url.database
    postgres.run(f"alter database {name} set default_transaction_read_only = on")
    app.extensions["sessions"].kw["bind"].dispose()
    assert stranger.get("/readyz").status_code == 503


def test_a_database_that_takes_no_writes_is_read_and_says_so(own_app: Flask, postgres: Postgres) -> None:
    app, client = own_app, enter(own_app, None)
    name = app.extensions["sessions"].kw["bind"].url.database
    postgres.run(f"alter database {name} set default_transaction_read_only = on")
    app.extensions["sessions"].kw["bind"].dispose()
    row = client.get("/api/v1/reaches").json["reaches"][0]
    answer = client.put(f"/api/v1/reaches/{row['reach']['id']}", json={"reach": row["reach"], "base": row["number"]})
    assert (answer.status_code, answer.json["type"]) == (507, "urn:jarana:problem:no-room")


def test_a_database_that_is_away_is_said_to_be(own_app: Flask, postgres: Postgres) -> None:
    app, client = own_app, enter(own_app, None)
    name = app.extensions["sessions"].kw["bind"].url.database
    postgres.run(
        f"alter database {name} allow_connections false",
        f"select pg_terminate_backend(pid) from pg_stat_activity where datname = '{name}'",
    )
    answer = client.get("/api/v1/reaches")
    assert (answer.status_code, answer.headers["Retry-After"]) == (503, "2")
    assert "does not answer" in answer.json["detail"]


def test_a_phone_comes_in_by_an_address_or_by_six_digits_once_each(app: Flask, client: FlaskClient) -> None:
    code = client.post("/api/v1/phone").json
    assert re.fullmatch(r"[0-9]{6}", code["digits"])
    assert code["picture"].startswith("data:image/svg+xml")
    assert code["reachable"] is False
    for secret in (code["digits"], code["address"].partition("#")[2]):
        phone = app.test_client()
        assert phone.post("/api/v1/sign-in", json={"token": secret}).status_code == 200
        assert phone.get("/api/v1/me").json["name"] == client.get("/api/v1/me").json["name"]
        assert app.test_client().post("/api/v1/sign-in", json={"token": secret}).status_code == 401


def test_six_digits_live_shortly(app: Flask, client: FlaskClient) -> None:
    code = client.post("/api/v1/phone").json["digits"]
    late = datetime.now(UTC) + PHONE_LIFE + timedelta(seconds=1)
    with operating(app.extensions["sessions"]) as session:
        assert spend_token(session, code, late) is None
        assert spend_token(session, code, late - timedelta(seconds=10)) is not None


def test_guesses_of_digits_are_few_and_tokens_are_not_counted_with_them(valley_url: str, tmp_path: Path) -> None:
    app = create_app(Settings(valley_url, "test-secret", web=tmp_path))

    def tried(token: str) -> int:
        return app.test_client().post("/api/v1/sign-in", json={"token": token}).status_code

    assert [tried(f"{n:06d}") for n in range(6)] == [401] * 5 + [429]
    assert tried("x" * 32) == 401
    assert tried(token_for(valley_url, "Late")) == 200


def test_behind_a_proxy_cookies_go_over_tls_only_and_the_outer_name_counts(valley_url: str, tmp_path: Path) -> None:
    settings = Settings(valley_url, "test-secret", ("fish.example",), tmp_path, False, behind_tls=True)
    client = create_app(settings).test_client()
    through = {"X-Forwarded-Proto": "https", "X-Forwarded-Host": "fish.example", "X-Forwarded-For": "10.0.0.9"}
    answer = client.post("/api/v1/sign-in", json={"token": token_for(valley_url, "Outer")}, headers=through)
    assert answer.status_code == 200
    cookies = answer.headers.getlist("Set-Cookie")
    assert len(cookies) == 2
    assert all("Secure" in cookie and "HttpOnly" in cookie for cookie in cookies)
    assert client.get("/readyz", headers={"X-Forwarded-Host": "evil.example"}).status_code == 400
