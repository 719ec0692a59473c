"""Shared by all tests: the invented valley, a private PostgreSQL, a signed-in client."""

from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from sqlalchemy import text

from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.demo.load import valley
from jarana.hosting.private_postgres import TEST_SETTINGS, PrivatePostgres
from jarana.storage.database import make_engine, migrate
from tests.fishing import started

CASES = Path(__file__).parent / "cases" / "samples.json"


@pytest.fixture(scope="session")
def drawer() -> Drawer:
    return valley()[1]


@pytest.fixture(scope="session")
def weir_run() -> Reach:
    return next(reach for reach in valley()[0] if reach.id == "weir-run")


@pytest.fixture(scope="session")
def contact_rig(drawer: Drawer, weir_run: Reach) -> Rig:
    return started("level-contact", weir_run, drawer)


@pytest.fixture(scope="session")
def postgres(tmp_path_factory: pytest.TempPathFactory) -> Iterator[PrivatePostgres]:
    folder = tmp_path_factory.mktemp("postgres")
    for parent in (folder, *folder.parents[:3]):
        if parent.owner() == Path(folder).owner() and parent != Path("/tmp"):
            parent.chmod(0o755)
    server = PrivatePostgres(folder / "data", TEST_SETTINGS)
    url = server.start()
    migrate(url)
    yield server
    server.stop()


def fresh_database(postgres: PrivatePostgres, name: str) -> str:
    """Return the address of an empty, migrated database copied from a template."""
    admin = make_engine(postgres.url("template1"))
    with admin.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
        connection.execute(text(f"DROP DATABASE IF EXISTS {name} WITH (FORCE)"))
        connection.execute(text(f"CREATE DATABASE {name} TEMPLATE postgres"))
    admin.dispose()
    return postgres.url(name)


@pytest.fixture
def database_url(postgres: PrivatePostgres) -> str:
    """A database of its own for each test."""
    return fresh_database(postgres, "test")
