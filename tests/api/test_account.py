"""A person comes by invitation or by letter, signs in with a password, and goes with everything; nobody learns who is here."""

from __future__ import annotations

import re
import time
from collections.abc import Iterator
from datetime import UTC, datetime, timedelta
from pathlib import Path
from typing import Any

import pytest
from argon2 import PasswordHasher
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import func, select, update

from jarana.api.app import create_app
from jarana.api.settings import Settings
from jarana.ports.standins.mail_box import MailBox
from jarana.storage.tables import AnglerRow, Base, InvitationRow, SignInTokenRow, SittingRow
from jarana.usecases import account
from jarana.usecases.account import FRESH, GUESSED, LEAST_WORD, MOST_INVITED, MOST_NAME
from jarana.usecases.open_join import sealed
from jarana.usecases.queue import work_queue
from jarana.usecases.sign_in import LETTER_LIFE
from tests.api.conftest import at_work
from tests.conftest import VALLEY, Postgres
from tests.people import operating

WORD = "a long enough one"
ANN = {"name": "Ann", "mail": "Ann@Fish.example", "word": WORD}


SLOW = account._hasher()
QUICK = PasswordHasher(time_cost=1, memory_cost=1024, parallelism=1)


@pytest.fixture(autouse=True)
def words_are_hashed_quickly(monkeypatch: pytest.MonkeyPatch) -> Iterator[None]:
    """What makes a guess dear makes a test dear: here words are hashed as they are elsewhere, at the least cost."""
    monkeypatch.setattr(account, "_hasher", lambda: QUICK)
    account._nobodys.cache_clear()
    yield
    account._nobodys.cache_clear()


@pytest.fixture(scope="module")
def post_office(tmp_path_factory: pytest.TempPathFactory) -> Iterator[MailBox]:
    box = MailBox(tmp_path_factory.mktemp("post") / "letters", late_s=0.3).start()
    yield box
    box.stop()


@pytest.fixture
def box(post_office: MailBox) -> MailBox:
    """The mail server, empty and without fault."""
    for letter in post_office.folder.iterdir():
        letter.unlink()
    post_office.fault = "none"
    return post_office


@pytest.fixture(scope="module")
def open_app(postgres: Postgres, post_office: MailBox) -> Flask:
    """An application anybody may join, made once: putting its routes together takes longer than most tests."""
    url = postgres.put_back("valley", VALLEY)
    return create_app(Settings(url, "test-secret", web=Path(), limits=False, mail=post_office.address, sign_up="open"))


@pytest.fixture
def app(open_app: Flask, valley_url: str, tmp_path: Path, box: MailBox) -> Iterator[Flask]:
    yield from at_work(open_app, valley_url, tmp_path)


def invitation(client: FlaskClient) -> str:
    return str(client.post("/api/v1/account/invitations").json["address"].partition("#")[2])


def post(client: FlaskClient, place: str, **sent: Any) -> Any:
    return client.post(f"/api/v1/{place}", json=sent)


@pytest.fixture
def ann(app: Flask, client: FlaskClient) -> FlaskClient:
    """Somebody who came by invitation."""
    mine = app.test_client()
    assert post(mine, "join", invitation=invitation(client), **ANN).status_code == 200
    return mine


def delivered(app: Flask, box: MailBox) -> list[str]:
    """Let the queue send what waits, and return all letters."""
    engine = app.extensions["sessions"].kw["bind"]
    url = engine.url.render_as_string(hide_password=False)
    work_queue(url, app.extensions["sessions"], wait=False, mail=(box.address, "jarana@fish.example"))
    return box.letters()


def way_in(letter: str) -> str:
    found = re.search(r"/enter#([A-Za-z0-9._-]+)", letter.replace("=\n", ""))
    assert found is not None, letter
    return found[1]


def test_who_is_invited_comes_in_once_and_signs_in_with_address_and_password(app: Flask, client: FlaskClient) -> None:
    secret = invitation(client)
    mine = app.test_client()
    assert post(mine, "join", invitation=secret, **ANN).json["name"] == "Ann"
    assert mine.get("/api/v1/me").json["name"] == "Ann"
    assert mine.get("/api/v1/rigs").json["rigs"] == []
    assert post(app.test_client(), "join", invitation=secret, **ANN | {"mail": "b@fish.example"}).status_code == 401
    other = app.test_client()
    assert post(other, "sign-in/word", mail=" ann@fish.EXAMPLE ", word=WORD).status_code == 200
    assert other.get("/api/v1/account").json["browsers"] == 2
    assert post(app.test_client(), "sign-in/word", mail="ann@fish.example", word=WORD + "!").status_code == 401


def test_everything_wrong_is_said_at_once_and_the_invitation_stands(app: Flask, client: FlaskClient) -> None:
    secret = invitation(client)
    wrong = post(app.test_client(), "join", invitation=secret, name=" ", mail="nobody", word="short")
    assert wrong.status_code == 422
    assert [f["path"] for f in wrong.json["faults"]] == ["name", "mail", "word"]
    assert post(app.test_client(), "join", invitation=secret, **ANN).status_code == 200


@pytest.mark.parametrize(
    ("word", "taken"),
    [
        ("abcdefghi", False), ("abcdefghij", True), ("a" * 20, False), ("ababababababab", False), ("abcabcabcabcd", True),
        (sorted(GUESSED)[0] if len(sorted(GUESSED)[0]) >= LEAST_WORD else "1234567890", False), ("ann@fish.example", False),
        ("x" * 100 + "yzw" * 33, True), ("xyzw" * 51, False),
    ],
)  # fmt: skip
def test_a_password_is_long_enough_and_none_of_the_first_that_are_guessed(
    app: Flask, client: FlaskClient, word: str, taken: bool
) -> None:
    answer = post(app.test_client(), "join", invitation=invitation(client), **ANN | {"word": word})
    assert (answer.status_code == 200) is taken


@pytest.mark.parametrize(
    ("mail", "taken"),
    [("a@b", True), ("a.b+c@d-e.fish.example", True), ("@b", False), ("a@", False), ("a b@c", False), ("a@b@c", False),
     ("a@b..c", False), ("a\n@b", False), ("ä@fisch.example", True), ("a" * 65 + "@b", False)],
)  # fmt: skip
def test_an_address_has_one_at_and_no_blanks(app: Flask, client: FlaskClient, mail: str, taken: bool) -> None:
    answer = post(app.test_client(), "join", invitation=invitation(client), **ANN | {"mail": mail})
    assert (answer.status_code == 200) is taken


@pytest.mark.parametrize(("name", "taken"), [("A" * MOST_NAME, True), ("A" * (MOST_NAME + 1), False), ("A\x07", False)])
def test_a_name_can_be_printed_and_ends(app: Flask, client: FlaskClient, name: str, taken: bool) -> None:
    answer = post(app.test_client(), "join", invitation=invitation(client), **ANN | {"name": name})
    assert (answer.status_code == 200) is taken


def test_two_of_a_name_are_told_apart(app: Flask, client: FlaskClient, ann: FlaskClient) -> None:
    second = post(app.test_client(), "join", invitation=invitation(client), **ANN | {"mail": "b@fish.example"})
    assert second.json["name"] == "Ann 2"


def test_a_password_is_kept_as_a_slow_hash_with_its_own_salt(app: Flask, client: FlaskClient, ann: FlaskClient) -> None:
    post(app.test_client(), "join", invitation=invitation(client), **ANN | {"mail": "b@fish.example"})
    with operating(app.extensions["sessions"]) as session:
        words = session.scalars(select(AnglerRow.word).where(AnglerRow.word.is_not(None))).all()
    assert len(set(words)) == 2
    assert all(w.startswith("$argon2id$") and WORD not in w for w in words)
    # What RFC 9106 recommends where memory is short: 64 MiB, three passes.
    assert SLOW.type is QUICK.type
    assert SLOW.memory_cost >= 64 * 1024
    assert SLOW.time_cost >= 3


def test_who_is_not_here_is_answered_as_who_is_in_word_and_work(
    app: Flask, ann: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    verified = []

    class Counting:
        def verify(self, kept: str, word: str) -> bool:
            verified.append(kept)
            return bool(QUICK.verify(kept, word))

        def hash(self, word: str) -> str:
            return QUICK.hash(word)

    monkeypatch.setattr(account, "_hasher", Counting)
    answers = []
    for mail in ("ann@fish.example", "nobody@fish.example"):
        answer = post(app.test_client(), "sign-in/word", mail=mail, word="not the password")
        answers.append((answer.status_code, answer.json | {"request_id": ""}))
    assert answers[0] == answers[1]
    # The slow part is done for both, on hashes made at the same cost.
    costs = [kept.rpartition("$")[0].rpartition("$")[0] for kept in verified]
    assert len(costs) == 2
    assert costs[0] == costs[1]


def test_forgotten_the_letter_lets_one_in_once_and_sets_a_new_password(
    app: Flask, ann: FlaskClient, box: MailBox
) -> None:
    known = post(app.test_client(), "recover", mail="ann@fish.example")
    unknown = post(app.test_client(), "recover", mail="nobody@fish.example")
    assert (known.status_code, known.json) == (unknown.status_code, unknown.json)
    (letter,) = delivered(app, box)
    assert "To: ann@fish.example" in letter
    mine = app.test_client()
    assert post(mine, "sign-in", token=way_in(letter)).status_code == 200
    assert post(app.test_client(), "sign-in", token=way_in(letter)).status_code == 401
    assert mine.get("/api/v1/account").json["may_set"] is True
    new = {"name": "Ann", "mail": "ann@fish.example", "word": "another long one"}
    assert mine.put("/api/v1/account", json=new).status_code == 200
    # Every other browser is out, and the old password lets nobody in.
    assert ann.get("/api/v1/me").status_code == 401
    assert mine.get("/api/v1/me").status_code == 200
    assert post(app.test_client(), "sign-in/word", mail="ann@fish.example", word=WORD).status_code == 401
    assert post(app.test_client(), "sign-in/word", mail="ann@fish.example", word="another long one").status_code == 200


def test_a_letter_lets_a_password_be_set_for_half_an_hour(app: Flask, ann: FlaskClient, box: MailBox) -> None:
    post(app.test_client(), "recover", mail="ann@fish.example")
    mine = app.test_client()
    post(mine, "sign-in", token=way_in(delivered(app, box)[0]))
    for late, may in ((FRESH - timedelta(seconds=20), True), (FRESH + timedelta(seconds=20), False)):
        with operating(app.extensions["sessions"]) as session:
            session.execute(update(SittingRow).where(SittingRow.by_letter).values(begun_at=func.now() - late))
            session.commit()
        assert mine.get("/api/v1/account").json["may_set"] is may


def lain(app: Flask, days: float) -> None:
    """Let every browser not have been used for so long."""
    with operating(app.extensions["sessions"]) as session:
        session.execute(update(SittingRow).values(used_at=func.now() - timedelta(days=days)))
        session.commit()


@pytest.mark.parametrize(("days", "status"), [(29.99, 200), (30.01, 401)])
def test_a_browser_that_is_not_used_for_a_month_is_signed_out(
    app: Flask, ann: FlaskClient, days: float, status: int
) -> None:
    lain(app, days)
    assert ann.get("/api/v1/me").status_code == status
    # Once used, its month begins anew: a second look some days later finds the same.
    assert ann.get("/api/v1/me").status_code == status


@pytest.mark.parametrize(("days", "anew"), [(0.99, False), (1.01, True)])
def test_a_browser_that_is_used_is_given_another_month_once_a_day(
    app: Flask, ann: FlaskClient, days: float, anew: bool
) -> None:
    lain(app, days)
    answer = ann.get("/api/v1/me")
    cookies = [c for c in answer.headers.getlist("Set-Cookie") if "_stay=" in c]
    assert bool(cookies) is anew
    with operating(app.extensions["sessions"]) as session:
        used = max(session.scalars(select(SittingRow.used_at)).all())
    assert (datetime.now(UTC) - used < timedelta(minutes=5)) is anew


@pytest.mark.parametrize("fault", ["late", "refused", "garbled"])
def test_a_mail_server_that_is_late_or_refuses_holds_nobody_up_and_is_asked_again(
    app: Flask, ann: FlaskClient, box: MailBox, fault: Any
) -> None:
    box.fault = fault
    assert post(app.test_client(), "recover", mail="ann@fish.example").status_code == 200
    assert box.letters() == []
    sent = delivered(app, box)
    if fault == "late":
        assert len(sent) == 1
        return
    assert sent == []
    box.fault = "none"
    engine = app.extensions["sessions"].kw["bind"]
    with engine.begin() as connection:
        waits = connection.exec_driver_sql(
            "update procrastinate_jobs set scheduled_at = null where task_name = 'jarana.letter' and status = 'todo'"
        )
        assert waits.rowcount == 1
    assert len(delivered(app, box)) == 1


def test_openly_a_letter_begins_an_account_and_lets_in_who_has_one(app: Flask, ann: FlaskClient, box: MailBox) -> None:
    answers = [
        post(app.test_client(), "join/ask", name="Ben", mail=mail) for mail in ("ben@fish.example", "ann@fish.example")
    ]
    assert {a.status_code for a in answers} == {200}
    assert answers[0].json == answers[1].json
    with operating(app.extensions["sessions"]) as session:
        assert session.scalars(select(AnglerRow).where(AnglerRow.mail == "ben@fish.example")).first() is None
    letters = delivered(app, box)
    names = []
    for letter in letters:
        mine = app.test_client()
        names.append(post(mine, "sign-in", token=way_in(letter)).json["name"])
        assert post(app.test_client(), "sign-in", token=way_in(letter)).status_code == 401
    assert sorted(names) == ["Ann", "Ben"]


def test_a_sealed_letter_holds_for_an_hour_and_only_as_it_was_sealed(
    app: Flask, monkeypatch: pytest.MonkeyPatch
) -> None:
    token = sealed("test-secret", "Ben", "ben@fish.example")
    for other in (token[:-1], token + "x", sealed("another secret", "Ben", "ben@fish.example"), "join.a.b.c"):
        assert post(app.test_client(), "sign-in", token=other).status_code == 401
    late = time.time() + LETTER_LIFE.total_seconds() + 2
    with monkeypatch.context() as later:
        later.setattr("itsdangerous.timed.time.time", lambda: late)
        assert post(app.test_client(), "sign-in", token=token).status_code == 401
    assert post(app.test_client(), "sign-in", token=token).json["name"] == "Ben"


@pytest.mark.parametrize(("mode", "join", "ask"), [("closed", 403, 403), ("invited", 401, 403)])
def test_a_server_takes_no_more_people_than_it_is_told(
    valley_url: str, tmp_path: Path, mode: str, join: int, ask: int
) -> None:
    app = create_app(Settings(valley_url, "test-secret", web=tmp_path, limits=False, mail="smtp://x:1", sign_up=mode))
    client = app.test_client()
    assert post(client, "join", invitation="x" * 32, **ANN).status_code == join
    assert post(client, "join/ask", name="Ben", mail="ben@fish.example").status_code == ask
    assert client.get("/api/v1/doors").json == {"sign_up": mode, "letters": True, "passkeys": True}
    app.extensions["sessions"].kw["bind"].dispose()


def test_address_and_password_are_changed_only_with_the_old_password(ann: FlaskClient) -> None:
    def change(**new: Any) -> Any:
        return ann.put("/api/v1/account", json={"name": "Ann", "mail": "ann@fish.example"} | new)

    assert change(name="Anna").status_code == 200
    for new in ({"word": "another long one"}, {"mail": "new@fish.example"}):
        refused = change(**new)
        assert [f["path"] for f in refused.json["faults"]] == ["old"]
        assert change(**new, old="wrong").status_code == 422
    assert change(mail="new@fish.example", old=WORD).json["mail"] == "new@fish.example"


def test_nobody_takes_anothers_address_or_name(ann: FlaskClient, client: FlaskClient) -> None:
    taken = client.put("/api/v1/account", json={"name": "Ann", "mail": "ann@fish.example"})
    assert [f["path"] for f in taken.json["faults"]] == ["mail", "name"]


def test_what_a_browser_held_before_signing_in_lets_nobody_in(
    app: Flask, ann: FlaskClient, client: FlaskClient
) -> None:
    before = {c.value for c in client._cookies.values()}
    assert post(client, "sign-in/word", mail="ann@fish.example", word=WORD).status_code == 200
    assert before.isdisjoint({c.value for c in client._cookies.values()})
    assert client.get("/api/v1/me").json["name"] == "Ann"


def test_so_many_invitations_stand_and_they_run_out(app: Flask, client: FlaskClient) -> None:
    secrets = [invitation(client) for _ in range(MOST_INVITED)]
    assert client.post("/api/v1/account/invitations").status_code == 409
    with operating(app.extensions["sessions"]) as session:
        session.execute(update(InvitationRow).values(expires_at=func.now() - timedelta(seconds=1)))
        session.commit()
    assert post(app.test_client(), "join", invitation=secrets[0], **ANN).status_code == 401
    assert client.post("/api/v1/account/invitations").status_code == 200


def test_who_goes_takes_everything_along_and_nothing_of_anybody_else(
    app: Flask, client: FlaskClient, ann: FlaskClient
) -> None:
    assert client.post("/api/v1/account/remove", json={"name": "demo"}).status_code == 422
    name = client.get("/api/v1/account").json["name"]
    assert client.post("/api/v1/account/remove", json={"name": name}).status_code == 200
    assert client.get("/api/v1/me").status_code == 401
    with operating(app.extensions["sessions"]) as session:
        left = session.scalars(select(AnglerRow.name)).all()
        assert left == ["Ann"]
        for table in Base.metadata.sorted_tables:
            if "owner_id" in table.c:
                assert session.scalar(select(func.count()).select_from(table)) == 0, table.name
        assert session.scalar(select(func.count()).select_from(SignInTokenRow)) == 0
    assert ann.get("/api/v1/me").status_code == 200


def test_guesses_at_one_account_are_counted_whatever_browser_they_come_from(valley_url: str, tmp_path: Path) -> None:
    app = create_app(Settings(valley_url, "test-secret", web=tmp_path, limits=True))
    codes = []
    for k in range(12):
        sent = {"mail": "ann@fish.example", "word": f"guess number {k}"}
        client = app.test_client()
        codes.append(
            client.post("/api/v1/sign-in/word", json=sent, environ_base={"REMOTE_ADDR": f"10.0.0.{k}"}).status_code
        )
    assert codes == [401] * 10 + [429] * 2
    app.extensions["sessions"].kw["bind"].dispose()
