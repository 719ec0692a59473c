"""The application's role reads and writes rows, and can do nothing else to the database."""

from __future__ import annotations

from collections.abc import Iterator

import pytest
from sqlalchemy import Engine, text
from sqlalchemy.exc import ProgrammingError

from jarana.api.app import create_app
from jarana.api.settings import Settings
from jarana.storage.database import make_engine
from jarana.storage.roles import allow
from tests.api.test_lesson import water
from tests.conftest import VALLEY, Postgres
from tests.people import demo_token
from tests.waiting import found

ROLE = "jarana_app_tested"


@pytest.fixture
def url(postgres: Postgres, worker_id: str) -> str:
    owner = postgres.copy("least", VALLEY, owned=True)
    allow(owner, "first", f"{ROLE}_{worker_id}")
    return allow(owner, "second", f"{ROLE}_{worker_id}")


@pytest.fixture
def engine(url: str) -> Iterator[Engine]:
    made = make_engine(url)
    yield made
    made.dispose()


def test_it_is_no_superuser_and_owns_nothing(engine: Engine) -> None:
    with engine.connect() as connection:
        flags = connection.execute(
            text("select rolsuper, rolcreatedb, rolcreaterole, rolbypassrls from pg_roles where rolname = current_user")
        ).one()
        owned = text(
            "select count(*) from pg_class where relowner = (select oid from pg_roles where rolname = current_user)"
        )
        assert tuple(flags) == (False, False, False, False)
        assert connection.execute(owned).scalar_one() == 0


@pytest.mark.parametrize(
    "statement",
    [
        "create table public.mine (id int)",
        "drop table angler",
        "alter table angler add column other int",
        "update alembic_version set version_num = '0001'",
        "truncate event",
        "copy (select 1) to program 'true'",
    ],
)
def test_it_changes_no_table_and_runs_no_program(engine: Engine, statement: str) -> None:
    with engine.connect() as connection, pytest.raises(ProgrammingError):
        connection.execute(text(statement))


def test_it_may_do_all_the_application_does(url: str, tmp_path: object) -> None:
    client = create_app(Settings(url, "test-secret", limits=False)).test_client()
    assert client.post("/api/v1/sign-in", json={"token": demo_token(url)}).status_code == 200
    assert client.get("/readyz").status_code == 200
    reach = next(r for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    copy = reach["reach"] | {"id": "copied-run"}
    assert client.put("/api/v1/reaches/copied-run", json={"reach": copy, "base": None}).status_code == 200
    assert found(client, "learn", least=0, water=water(client)) == {"kind": "learn", "learnt": None}


def test_a_role_has_a_plain_name(postgres: Postgres) -> None:
    with pytest.raises(ValueError, match="drop"):
        allow(postgres.url("postgres"), "w", 'x"; drop')
