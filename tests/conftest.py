"""Shared by all tests: the invented valley, one private PostgreSQL for all workers, databases copied from templates."""

from __future__ import annotations

import functools
import gc
import json
import os
import shutil
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from tempfile import TemporaryDirectory, mkdtemp

import pytest
from filelock import FileLock
from sqlalchemy import Connection, make_url, text

from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.demo.load import HELD_HIGH, load_demo
from jarana.hosting.private_postgres import TEST_SETTINGS, PrivatePostgres
from jarana.storage.database import make_engine, make_sessions, migrate
from jarana.storage.roles import ROLE, allow
from tests.e2e.site import Site
from tests.fishing import DRAWER, WATERS, started

CASES = Path(__file__).parent / "cases" / "samples.json"
SERVER = "server.json"
SERVERS = "jarana-tests-"
WORD = "word-of-the-application-in-tests"
EMPTY, VALLEY = "empty", "valley"
"""Templates: the newest schema; and the same with the valley of the demo angler."""
VACUUMED = 40
"""Times rows are put back between two sweeps of what is left of the old ones."""
COLUMNS = """
SELECT c.relname, string_agg(quote_ident(a.attname), ', ' ORDER BY a.attnum)
FROM pg_class c JOIN pg_attribute a ON a.attrelid = c.oid
WHERE c.relkind = 'r' AND c.relnamespace = 'public'::regnamespace AND a.attnum > 0 AND NOT a.attisdropped
  AND a.attgenerated = ''
GROUP BY c.relname
"""
SEQUENCES = "SELECT relname FROM pg_class WHERE relkind = 'S' AND relnamespace = 'public'::regnamespace"


@pytest.fixture(scope="session")
def drawer() -> Drawer:
    return DRAWER


@pytest.fixture(scope="session")
def weir_run() -> Reach:
    return WATERS["weir-run"]


@pytest.fixture(scope="session")
def contact_rig() -> Rig:
    return HELD_HIGH.apply(started("level-contact", WATERS["weir-run"]), DRAWER)


class Postgres:
    """The server all workers share, as one of them sees it."""

    def __init__(self, told: dict[str, str], worker: str) -> None:
        self.told, self.worker = told, worker
        self.kept: dict[str, int] = {}
        """How often each database was put back."""
        self.lines: dict[str, Connection] = {}
        """A line to each of them that stays open: making one costs as much as putting a few rows back."""

    def url(self, database: str) -> str:
        """Return the address of a database for whoever owns it."""
        return f"{self.told['server']}/{database}"

    def as_application(self, database: str) -> str:
        """Return the address of a database for the application: row-level security holds there."""
        return make_url(self.url(database)).set(username=ROLE, password=WORD).render_as_string(hide_password=False)

    def copy(self, name: str, template: str = EMPTY, owned: bool = False) -> str:
        """Return the address of a new database of this worker's, copied from a template: for the application, or for its owner."""
        mine = f"{self.worker}_{name}"
        self.run(f"DROP DATABASE IF EXISTS {mine} WITH (FORCE)", f"CREATE DATABASE {mine} TEMPLATE {template}")
        return self.url(mine) if owned else self.address(name)

    def address(self, name: str) -> str:
        """Return the address a database of this worker's has for the application, once it is copied."""
        return self.as_application(f"{self.worker}_{name}")

    def put_back(self, name: str, template: str) -> str:
        """Return the address of the same database of this worker's each time, every row of it put back as the template has it.

        Rows are copied back in a fifth of the time a database takes to be made, and no other worker waits for it. Connections
        that hold nothing stay: each that is made anew costs as much as the rows.
        """
        mine = f"{self.worker}_{name}"
        if name not in self.kept:
            self.copy(name, template)
            self.remember(name)
        self.kept[name] += 1
        line = self.lines[name]
        line.execute(
            text(
                f"SELECT pg_terminate_backend(pid) FROM pg_stat_activity WHERE datname = '{mine}' AND state <> 'idle' AND pid <> pg_backend_pid()"
            )
        )
        line.execute(text("CALL kept.put_back()"))
        if self.kept[name] % VACUUMED == 0:
            line.execute(text("VACUUM"))
        return self.address(name)

    def remember(self, name: str) -> None:
        """Have a database of this worker's put back to what it is now."""
        url = self.url(f"{self.worker}_{name}")
        if name not in self.kept:
            self.kept[name] = 0
            self.lines[name] = make_engine(url).connect().execution_options(isolation_level="AUTOCOMMIT")
        for statement in _remembered(url):
            self.lines[name].execute(text(statement))

    def run(self, *statements: str, database: str = "postgres") -> None:
        """Run statements that no transaction may hold."""
        engine = make_engine(self.url(database))
        with engine.connect().execution_options(isolation_level="AUTOCOMMIT") as connection:
            for statement in statements:
                connection.execute(text(statement))
        engine.dispose()


@pytest.fixture(scope="session")
def postgres(tmp_path_factory: pytest.TempPathFactory, worker_id: str) -> Postgres:
    """The server, started by whoever comes first; the controlling process stops it.

    It lies beside pytest's own folders: another session that begins makes those private, and the server's user loses its way.
    """
    alone = worker_id == "master"
    root = tmp_path_factory.getbasetemp() if alone else tmp_path_factory.getbasetemp().parent
    with FileLock(root / "server.lock"):
        told = root / SERVER
        if not told.exists():
            told.write_text(json.dumps(_start(Path(mkdtemp(prefix=SERVERS)))))
        return Postgres(json.loads(told.read_text()), worker_id)


def _remembered(url: str) -> list[str]:
    """Return the statements that keep a copy of every table of a database and make a procedure that puts it back."""
    engine = make_engine(url)
    with engine.connect() as connection:
        rows = connection.execute(text(COLUMNS)).all()
        sequences = connection.execute(text(SEQUENCES)).scalars().all()
    engine.dispose()
    keep = [f'CREATE TABLE kept."{table}" AS SELECT {columns} FROM public."{table}"' for table, columns in rows]
    back = ["SET LOCAL session_replication_role = replica"]
    back += [f'DELETE FROM public."{table}"' for table, _ in rows]
    back += [
        f'INSERT INTO public."{table}" ({columns}) OVERRIDING SYSTEM VALUE SELECT {columns} FROM kept."{table}"'
        for table, columns in rows
    ]
    back += [f"PERFORM setval('{name}', last_value, is_called) FROM kept.{name}" for name in sequences]
    keep += [f'CREATE TABLE kept.{name} AS SELECT last_value, is_called FROM public."{name}"' for name in sequences]
    body = "; ".join(back)
    return [
        "DROP SCHEMA IF EXISTS kept CASCADE",
        "CREATE SCHEMA kept",
        *keep,
        f"CREATE PROCEDURE kept.put_back() LANGUAGE plpgsql AS $$ #variable_conflict use_column\nBEGIN {body}; END $$",
    ]


def _start(root: Path, settings: tuple[str, ...] = TEST_SETTINGS) -> dict[str, str]:
    root.chmod(0o755)
    server = PrivatePostgres(root / "postgres", settings)
    address = server.start().rpartition("/")[0]
    made = {"server": address, "folder": str(root / "postgres")}
    shared = Postgres(made, "template")
    for name in (EMPTY, VALLEY):
        shared.run(f"CREATE DATABASE {name} TEMPLATE {'template1' if name == EMPTY else EMPTY}")
        if name == EMPTY:
            migrate(shared.url(name))
            allow(shared.url(name), WORD)
        else:
            engine = make_engine(shared.as_application(name))
            with make_sessions(engine)() as session:
                load_demo(session)
            engine.dispose()
        shared.run(f"ALTER DATABASE {name} WITH IS_TEMPLATE true ALLOW_CONNECTIONS false")
    return made


def pytest_sessionstart() -> None:
    """A mutant is judged in a fork of a process that ran the tests before: what was kept then must not hide it."""
    if os.environ.get("MUTANT_UNDER_TEST"):
        for kept in gc.get_objects():
            if isinstance(kept, functools._lru_cache_wrapper) and (kept.__module__ or "").startswith("jarana"):
                kept.cache_clear()


def pytest_sessionfinish(session: pytest.Session) -> None:
    """Stop the server when all workers are done."""
    if hasattr(session.config, "workerinput") or not hasattr(session.config, "_tmp_path_factory"):
        return
    told = session.config._tmp_path_factory.getbasetemp() / SERVER
    if told.exists():
        folder = Path(json.loads(told.read_text())["folder"])
        PrivatePostgres(folder, TEST_SETTINGS).forget()
        shutil.rmtree(folder.parent, ignore_errors=True)


@contextmanager
def shared_postgres(settings: tuple[str, ...] = TEST_SETTINGS) -> Iterator[Postgres]:
    """A server of one's own outside pytest; with no `settings` as the product runs it."""
    with TemporaryDirectory() as folder:
        told = _start(Path(folder), settings)
        try:
            yield Postgres(told, "alone")
        finally:
            PrivatePostgres(Path(told["folder"]), settings).forget()


@pytest.fixture
def database_url(postgres: Postgres) -> str:
    """An empty database of its own for each test."""
    return postgres.copy("test")


@pytest.fixture
def valley_url(postgres: Postgres) -> str:
    """A database with the valley in it and nothing of another test."""
    return postgres.put_back("valley", VALLEY)


@pytest.fixture(scope="session")
def site(postgres: Postgres, tmp_path_factory: pytest.TempPathFactory) -> Iterator[Site]:
    """The production server a worker's tests share; each enters it as somebody else."""
    site = Site(postgres.copy("site", VALLEY), tmp_path_factory.mktemp("site") / "log")
    site.start()
    yield site
    site.stop()
