"""``jarana doctor``: what is well with an installation and what is not, a line each."""

from __future__ import annotations

import json
import os
import shutil
from collections.abc import Callable, Iterator
from dataclasses import dataclass
from pathlib import Path

from alembic.runtime.migration import MigrationContext
from alembic.script import ScriptDirectory
from sqlalchemy import Engine, text
from sqlalchemy.exc import SQLAlchemyError

from jarana.api.settings import LEAST_SECRET, WEB, database_url, told
from jarana.core.words import phrases
from jarana.storage.database import alembic_config, make_engine
from jarana.storage.row_security import NOT_OURS, OF_NOBODY, TELL, WORKER
from jarana.usecases.queue import DEAD_SECONDS

say = phrases(
    __name__,
    """
secret-key = the secret key has { $count } characters, { $least } at least
gb-are = { $gb } GB are free at { $place }
can-written = { $place } can be written
database-can = the database can be written
owns = the application's role owns { $count } tables and indexes
jobs-wait = { $waiting } jobs wait, the longest { $seconds } s
workers-live = { $living } workers live
errors = { $count } errors in { $path }
screens-are = the screens are built
screens-are-not = the screens are not built: { $web } holds no index.html
schema-newest = the schema is { $now }, the newest is { $newest }
schema-old = the schema is { $now }, the newest is { $newest }: jarana migrate
own-role = the application's role is no superuser
own-role-superuser = the application's role is a superuser
every-table = every table shows people their own rows only
no-row = no row-level security on { $tables }
database = the database: { $what }
no-errors = no errors are written down
jarana-errors = JARANA_ERRORS names no file: errors are in the log only
""",
)


LEAST_FREE = 1_000_000_000
"""bytes that should be free."""
LONGEST_WAIT = 120.0
"""s a job should wait at most."""
LAST_ERRORS = 5


@dataclass(frozen=True)
class Found:
    """Something that was looked at."""

    well: bool
    text: str


def look(folder: Path | None = None) -> list[Found]:
    """Return everything that was looked at, of the installation the environment names; `folder` holds its files."""
    found = [*_secret(), *_web(), *_disk(folder)]
    engine = make_engine(database_url())
    try:
        for check in (_schema, _written, _role, _rows, _queue, _workers):
            found += _safely(check, engine)
    finally:
        engine.dispose()
    return [*found, *_errors()]


def report(found: list[Found]) -> str:
    """Return it in lines, what is wrong marked."""
    return "\n".join(f"{'well ' if f.well else 'WRONG'}  {f.text}" for f in found)


def _safely(check: Callable[[Engine], Iterator[Found]], engine: Engine) -> list[Found]:
    try:
        return list(check(engine))
    except SQLAlchemyError as error:
        first = str(getattr(error, "orig", None) or error).strip().splitlines()
        return [Found(False, say("database", what=first[0] if first else type(error).__name__))]


def _secret() -> Iterator[Found]:
    secret = told("JARANA_SECRET_KEY")
    yield Found(len(secret) >= LEAST_SECRET, say("secret-key", count=len(secret), least=LEAST_SECRET))


def _web() -> Iterator[Found]:
    there = (WEB / "index.html").exists()
    yield Found(there, say("screens-are") if there else say("screens-are-not", web=WEB))


def _disk(folder: Path | None) -> Iterator[Found]:
    place = folder or Path.cwd()
    free = shutil.disk_usage(place).free
    yield Found(free >= LEAST_FREE, say("gb-are", gb=f"{free / 1000000000.0:.1f}", place=place))
    yield Found(os.access(place, os.W_OK), say("can-written", place=place))


def _schema(engine: Engine) -> Iterator[Found]:
    newest = ScriptDirectory.from_config(alembic_config("")).get_current_head()
    with engine.connect() as connection:
        now = MigrationContext.configure(connection).get_current_revision()
    yield Found(
        now == newest,
        say("schema-newest", now=now, newest=newest) if now == newest else say("schema-old", now=now, newest=newest),
    )


def _written(engine: Engine) -> Iterator[Found]:
    with engine.begin() as connection:
        connection.execute(
            text("insert into pulse (id, at) values (1, now()) on conflict (id) do update set at = excluded.at")
        )
    yield Found(True, say("database-can"))


def _role(engine: Engine) -> Iterator[Found]:
    query = text(
        "select r.rolsuper, (select count(*) from pg_class c where c.relowner = r.oid) from pg_roles r where rolname = current_user"
    )
    with engine.connect() as connection:
        row = connection.execute(query).one()
    yield Found(not row[0], say("own-role") if not row[0] else say("own-role-superuser"))
    yield Found(row[1] == 0, say("owns", count=row[1]))


def unsecured(engine: Engine) -> list[str]:
    """Return the tables whose rows are shown to anybody, though they may be somebody's: by the database's own catalogue."""
    query = text(
        "select c.relname, c.relrowsecurity and c.relforcerowsecurity, coalesce(string_agg(p.qual, ' '), '') from pg_class c "
        "left join pg_policies p on p.tablename = c.relname and p.schemaname = 'public' "
        "where c.relkind = 'r' and c.relnamespace = 'public'::regnamespace group by 1, 2 order by 1"
    )
    with engine.connect() as connection:
        rows = connection.execute(query).all()
    return [
        name
        for name, on, rule in rows
        if not name.startswith(NOT_OURS) and not (on and (name in OF_NOBODY or "jarana.person" in rule))
    ]


def _rows(engine: Engine) -> Iterator[Found]:
    open_ = unsecured(engine)
    yield Found(
        not open_,
        say("every-table") if not open_ else say("no-row", tables=", ".join(open_)),
    )


def _queue(engine: Engine) -> Iterator[Found]:
    query = text(
        "select count(*), coalesce(extract(epoch from now() - min(made_at)), 0) from job where state = 'waiting'"
    )
    with engine.connect() as connection:
        connection.execute(TELL, {"person": "", "role": WORKER})
        waiting, longest = connection.execute(query).one()
    yield Found(longest < LONGEST_WAIT, say("jobs-wait", waiting=waiting, seconds=f"{float(longest):.0f}"))


def _workers(engine: Engine) -> Iterator[Found]:
    query = text(
        "select count(*) from procrastinate_workers where last_heartbeat > now() - make_interval(secs => :dead)"
    )
    with engine.connect() as connection:
        living = int(connection.execute(query, {"dead": DEAD_SECONDS}).scalar_one())
    yield Found(living > 0, say("workers-live", living=living))


def _errors() -> Iterator[Found]:
    name = os.environ.get("JARANA_ERRORS", "")
    path = Path(name) if name else None
    if path is None or not path.exists():
        yield Found(True, say("no-errors") if name else say("jarana-errors"))
        return
    lines = path.read_text(encoding="utf-8", errors="replace").splitlines()
    yield Found(not lines, say("errors", count=len(lines), path=path))
    for line in lines[-LAST_ERRORS:]:
        try:
            event = json.loads(line)
        except ValueError:
            continue
        last = str(event.get("exception", "")).strip().splitlines()
        yield Found(
            False,
            f"{event.get('timestamp', '')} {event.get('event', '')} {event.get('request_id', '')} {last[-1] if last else ''}",
        )
