"""What was kept before the journal is there after it, and can still be taken back."""

from __future__ import annotations

import json
from collections.abc import Iterator
from pathlib import Path
from typing import Any
from uuid import uuid4

import pytest
from alembic import command
from flask.testing import FlaskClient
from sqlalchemy import text

from jarana.api.app import create_app
from jarana.api.settings import Settings
from jarana.storage.database import alembic_config, make_engine, migrate
from tests.conftest import Postgres
from tests.people import demo_token

OLD = json.loads((Path(__file__).parents[1] / "samples" / "before_0007.json").read_text(encoding="utf-8"))
WANT = OLD["want"]


@pytest.fixture(scope="module")
def moved(postgres: Postgres) -> str:
    """A database of the schema before, filled as its program filled it, and brought to the newest."""
    url = postgres.copy("before", "template0", owned=True)
    command.upgrade(alembic_config(url), "0006")
    engine = make_engine(url)
    with engine.begin() as connection:
        connection.execute(text("SET session_replication_role = replica"))
        for table, rows in OLD["rows"].items():
            for row in rows:
                connection.execute(
                    text(
                        f'INSERT INTO "{table}" SELECT * FROM jsonb_populate_record(NULL::"{table}", cast(:row AS jsonb))'
                    ),
                    {"row": json.dumps(row)},
                )
    engine.dispose()
    migrate(url)
    return url


@pytest.fixture
def client(moved: str, postgres: Postgres, tmp_path: Path) -> Iterator[FlaskClient]:
    """The angler of that database, signed in; each test has a copy of it."""
    name = f"after_{uuid4().hex[:8]}"
    url = postgres.copy(name, moved.rpartition("/")[2], owned=True)
    app = create_app(Settings(url, "test-secret", web=tmp_path, limits=False))
    client = app.test_client()
    assert client.post("/api/v1/sign-in", json={"token": demo_token(url)}).status_code == 200
    yield client
    app.extensions["sessions"].kw["bind"].dispose()


def spool(client: FlaskClient) -> dict[str, Any]:
    return next(row for row in client.get("/api/v1/stock/spools").json["rows"] if row["id"] == "spool-9")


def last(client: FlaskClient) -> dict[str, Any]:
    return dict(client.get(f"/api/v1/rigs/{WANT['rig']}/ties/last").json["tie"])


def test_the_rig_its_tie_and_what_is_out_are_as_they_were(client: FlaskClient) -> None:
    tie = last(client)
    assert tie["id"] == WANT["tie"]
    assert [fly["weight"] for fly in tie["flies_out"]] == WANT["out"]
    assert [(w["span"], w["left"], w["changes"]) for w in tie["worn"]] == [
        (w["span"], w["left"], w["changes"]) for w in WANT["worn"]
    ]
    assert {w["id"] for w in tie["wear"]} == set(WANT["wear"])


def test_the_ledger_tells_the_same_changes_in_the_same_order(client: FlaskClient) -> None:
    told = [(row["id"], row["undone"]) for row in client.get("/api/v1/stock/changes").json["changes"]]
    kept = [tuple(row) for row in WANT["changes"]][: len(told)]
    assert told == kept
    assert len(told) == len(OLD["rows"]["stock_change"])


def test_a_change_from_before_is_taken_back_and_made_again(client: FlaskClient) -> None:
    now = spool(client)
    back = client.post(f"/api/v1/stock/changes/{WANT['change']}/undo", json={})
    assert back.status_code == 200, back.json
    assert spool(client) != now
    again = client.post(f"/api/v1/stock/changes/{WANT['change']}/redo", json={})
    assert again.status_code == 200
    assert spool(client) == now


def test_a_change_that_was_taken_back_before_can_be_made_again(client: FlaskClient) -> None:
    made = client.post(f"/api/v1/stock/changes/{WANT['undone_change']}/redo", json={})
    assert made.status_code == 200, made.json
    assert not made.json["change"]["undone"]


def test_wear_from_before_is_taken_back(client: FlaskClient) -> None:
    for wear in WANT["wear"]:
        assert client.post(f"/api/v1/ties/{WANT['tie']}/wear/{wear}/undo").status_code == 200
    assert last(client)["wear"] == []


def test_a_tie_from_before_is_untied_and_its_line_is_back_on_the_spool(client: FlaskClient) -> None:
    before = spool(client)
    assert client.post(f"/api/v1/ties/{WANT['tie']}/undo").json["undone"]
    assert client.get(f"/api/v1/rigs/{WANT['rig']}/ties/last").json["tie"] is None
    assert spool(client) != before
