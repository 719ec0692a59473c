"""A passkey belongs to a name, is asked for once, and is its person's own; what is none lets nobody in."""

from __future__ import annotations

import time
from datetime import UTC, datetime
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import func, select
from webauthn.helpers import bytes_to_base64url

from jarana.storage.tables import AnglerRow, PasskeyRow
from jarana.usecases.passkeys import CHALLENGE_S, MOST, Page
from tests.api.authenticator import Authenticator
from tests.api.conftest import enter
from tests.people import demo_token, operating

HERE = {"base_url": "http://localhost"}
KEY = bytes_to_base64url(b"a key")
SHOWN = {
    "id": KEY, "rawId": KEY, "type": "public-key",
    "response": {"clientDataJSON": "e30", "authenticatorData": "AAAA", "signature": "AAAA", "attestationObject": "AAAA"},
}  # fmt: skip


def post(client: FlaskClient, path: str, **body: Any) -> Any:
    return client.post(f"/api/v1/{path}", json=body or None, **HERE)


def keep(app: Flask, name: str, key: str = KEY, n: int = 1) -> None:
    """Keep passkeys of a person, as if made."""
    with operating(app.extensions["sessions"]) as session:
        who = session.scalars(select(AnglerRow.id).where(AnglerRow.name == name)).one()
        for k in range(n):
            row = PasskeyRow(
                id=key if k == 0 else f"{key}{k}", angler_id=who, public_key=b"none", signed=0, name=f"key {k}",
                made_at=datetime.now(UTC),
            )  # fmt: skip
            session.add(row)
        session.commit()


@pytest.mark.parametrize(
    ("name", "takes"),
    [("localhost", True), ("fish.example", True), ("127.0.0.1", False), ("[::1]", False), ("192.168.1.20", False)],
)
def test_a_passkey_belongs_to_a_name_and_to_no_number(name: str, takes: bool) -> None:
    assert Page(name, f"http://{name}").takes_passkeys is takes


def test_by_a_number_none_is_asked_for_and_it_is_said(app: Flask, stranger: FlaskClient) -> None:
    by_number = {"base_url": "http://127.0.0.1"}
    mine = enter_at(app, by_number)
    for who, path in ((mine, "passkeys/ask"), (stranger, "sign-in/passkey/ask")):
        answer = who.post(f"/api/v1/{path}", **by_number)
        assert (answer.status_code, "belongs to a name" in answer.json["detail"]) == (403, True)
    assert mine.get("/api/v1/passkeys", **by_number).json["here"] is False
    assert stranger.get("/api/v1/doors", **by_number).json["passkeys"] is False
    assert stranger.get("/api/v1/doors", **HERE).json["passkeys"] is True


def test_what_is_asked_names_the_page_wants_the_person_and_leaves_out_what_is_kept(
    app: Flask, client: FlaskClient
) -> None:
    keep(app, client.get("/api/v1/me").json["name"])
    options = enter_at(app).post("/api/v1/passkeys/ask", **HERE).json["options"]
    assert options["rp"]["id"] == "localhost"
    assert options["authenticatorSelection"]["userVerification"] == "required"
    assert [c["id"] for c in options["excludeCredentials"]] == [KEY]


def enter_at(app: Flask, where: dict[str, str] = HERE) -> FlaskClient:
    """The demo angler, signed in at a page that is open by a name."""
    url = app.extensions["sessions"].kw["bind"].url.render_as_string(hide_password=False)
    client = app.test_client()
    assert client.post("/api/v1/sign-in", json={"token": demo_token(url)}, **where).status_code == 200
    return client


def test_what_nobody_asked_for_is_not_looked_at_and_what_was_asked_serves_once(
    app: Flask, stranger: FlaskClient
) -> None:
    assert post(stranger, "sign-in/passkey", credential=SHOWN).status_code == 401
    assert post(stranger, "sign-in/passkey/ask").status_code == 200
    first = post(stranger, "sign-in/passkey", credential=SHOWN)
    assert "lets nobody in" in first.json["detail"]
    assert "took too long" in post(stranger, "sign-in/passkey", credential=SHOWN).json["detail"]


@pytest.mark.parametrize(("after", "says"), [(CHALLENGE_S - 2, "lets nobody in"), (CHALLENGE_S + 2, "took too long")])
def test_what_was_asked_holds_for_some_minutes(
    stranger: FlaskClient, monkeypatch: pytest.MonkeyPatch, after: int, says: str
) -> None:
    post(stranger, "sign-in/passkey/ask")
    late = time.time() + after
    monkeypatch.setattr("jarana.api.resources.passkeys.time.time", lambda: late)
    assert says in post(stranger, "sign-in/passkey", credential=SHOWN).json["detail"]


@pytest.mark.parametrize(
    "credential",
    [SHOWN, {}, {"id": KEY}, {"id": 3, "response": []}, SHOWN | {"response": {}}, SHOWN | {"rawId": "%%"}, SHOWN | {"type": "x"},
     SHOWN | {"id": "a\0b"}, SHOWN | {"id": "k" * 5000}],
    ids=range(9),
)  # fmt: skip
def test_what_is_no_passkey_is_refused_on_either_way_in(app: Flask, credential: dict[str, Any]) -> None:
    mine = enter_at(app)
    post(mine, "passkeys/ask")
    kept = post(mine, "passkeys", credential=credential, name="mine")
    assert (kept.status_code, kept.json["faults"][0]["reason"]) == (422, "is no passkey of this page")
    keep(app, "Demo")
    stranger = app.test_client()
    post(stranger, "sign-in/passkey/ask")
    assert post(stranger, "sign-in/passkey", credential=credential).status_code == 401
    assert mine.get("/api/v1/passkeys", **HERE).json["passkeys"][0]["used_at"] is None


def test_passkeys_are_seen_and_taken_away_by_their_person_alone(app: Flask, client: FlaskClient) -> None:
    other = enter(app, "Other")
    keep(app, "Demo", n=2)
    assert other.get("/api/v1/passkeys").json["passkeys"] == []
    assert other.delete(f"/api/v1/passkeys/{KEY}").status_code == 404
    assert {k["id"] for k in client.get("/api/v1/passkeys").json["passkeys"]} == {KEY, f"{KEY}1"}
    assert [k["id"] for k in client.delete(f"/api/v1/passkeys/{KEY}").json["passkeys"]] == [f"{KEY}1"]


def test_who_goes_takes_their_passkeys_along(app: Flask, client: FlaskClient) -> None:
    other = enter(app, "Other")
    keep(app, "Other", n=MOST)
    assert len(other.get("/api/v1/passkeys").json["passkeys"]) == MOST
    assert other.post("/api/v1/account/remove", json={"name": "Other"}).status_code == 200
    with operating(app.extensions["sessions"]) as session:
        assert session.scalar(select(func.count()).select_from(PasskeyRow)) == 0


def test_a_passkey_that_was_made_lets_its_person_in_and_one_shown_twice_does_not(
    app: Flask, stranger: FlaskClient
) -> None:
    mine, phone = enter_at(app), Authenticator()
    kept = post(mine, "passkeys", credential=phone.make(post(mine, "passkeys/ask").json["options"]), name="phone")
    assert [k["name"] for k in kept.json["passkeys"]] == ["phone"]
    shown = phone.show(post(stranger, "sign-in/passkey/ask").json["options"])
    assert post(stranger, "sign-in/passkey", credential=shown).json["name"] == "Demo"
    assert mine.get("/api/v1/passkeys", **HERE).json["passkeys"][0]["used_at"] is not None
    thief = app.test_client()
    post(thief, "sign-in/passkey/ask")
    assert post(thief, "sign-in/passkey", credential=shown).status_code == 401


def test_another_key_or_another_page_under_a_kept_name_lets_nobody_in(app: Flask, stranger: FlaskClient) -> None:
    mine, phone = enter_at(app), Authenticator()
    post(mine, "passkeys", credential=phone.make(post(mine, "passkeys/ask").json["options"]), name="phone")
    for false in (Authenticator(), Authenticator(origin="http://elsewhere.example"), Authenticator(rp="elsewhere")):
        if false.origin != phone.origin or false.rp != phone.rp:
            false.key = phone.key
        shown = false.show(post(stranger, "sign-in/passkey/ask").json["options"])
        assert post(stranger, "sign-in/passkey", credential=shown).status_code == 401
