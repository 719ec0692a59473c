"""Who forgets to ask whose a row is sees nothing: PostgreSQL itself keeps people apart."""

from __future__ import annotations

from collections.abc import Iterator
from uuid import UUID, uuid4

import pytest
from sqlalchemy import Engine, func, insert, select, text, update
from sqlalchemy.exc import ProgrammingError
from sqlalchemy.orm import Session, sessionmaker

from jarana.hosting.doctor import unsecured
from jarana.storage.database import make_engine, make_sessions
from jarana.storage.row_security import DOOR, OF_NOBODY, WORKER, acting_as
from jarana.storage.tables import AnglerRow, Base, EventRow, JobRow, ReachRow, SittingRow
from jarana.storage.work import Work
from tests.conftest import VALLEY, Postgres
from tests.people import operating, owner_of, token_for


@pytest.fixture
def url(postgres: Postgres) -> str:
    return postgres.copy("rows", VALLEY)


@pytest.fixture
def sessions(url: str) -> Iterator[sessionmaker[Session]]:
    engine = make_engine(url)
    yield make_sessions(engine)
    engine.dispose()


@pytest.fixture
def demo(url: str) -> UUID:
    return owner_of(url)


@pytest.fixture
def other(url: str) -> UUID:
    token_for(url, "Somebody else")
    return owner_of(url, "Somebody else")


OF_SEVERAL = "club"
"""Tables, by how their names begin, that show several people the same rows: tests/api/test_clubs.py."""
PERSONAL = [t for t in Base.metadata.sorted_tables if t.name not in OF_NOBODY and not t.name.startswith(OF_SEVERAL)]


def test_every_table_is_secured_and_a_new_one_is_told_of(postgres: Postgres) -> None:
    engine: Engine = make_engine(postgres.copy("catalogue", owned=True))
    assert unsecured(engine) == []
    for make in (
        "create table jotting (id int)",
        "create table jotting (id int); alter table jotting enable row level security",
        "create table jotting (id int); alter table jotting enable row level security; alter table jotting force row level security; "
        "create policy own on jotting using (true)",
    ):
        with engine.begin() as connection:
            connection.execute(text(f"drop table if exists jotting; {make}"))
        assert unsecured(engine) == ["jotting"]
    engine.dispose()


@pytest.mark.parametrize("table", PERSONAL, ids=lambda t: t.name)
def test_a_query_without_a_filter_shows_a_person_nothing_of_another(
    sessions: sessionmaker[Session], demo: UUID, other: UUID, table: object
) -> None:
    owner = next(c for name in ("owner_id", "angler_id", "id") if (c := table.c.get(name)) is not None)  # type: ignore[attr-defined]
    query = select(func.count()).select_from(table).where(owner != other)  # type: ignore[arg-type]
    with sessions() as session:
        Work(session, other)
        assert session.scalar(query) == 0
    with sessions() as session:
        assert session.scalar(select(func.count()).select_from(table)) == 0  # type: ignore[arg-type]


def test_a_person_sees_their_own_after_every_commit(sessions: sessionmaker[Session], demo: UUID) -> None:
    with sessions() as session:
        work = Work(session, demo)
        count = select(func.count()).select_from(EventRow)
        first = session.scalar(count)
        assert first
        with work.writing():
            pass
        session.rollback()
        assert session.scalar(count) == first


def test_nobody_writes_or_changes_what_is_anothers(sessions: sessionmaker[Session], demo: UUID, other: UUID) -> None:
    with sessions() as session:
        document = session.scalar(select(ReachRow.document)) if Work(session, demo) else None
        assert document is not None
    with sessions() as session:
        Work(session, other)
        assert session.execute(update(ReachRow).values(number=99)).rowcount == 0  # type: ignore[attr-defined]
        with pytest.raises(ProgrammingError, match="row-level security"):
            session.execute(insert(ReachRow).values(id="planted", owner_id=demo, document=document))


def test_who_acts_for_one_and_then_for_another_sees_the_other(
    sessions: sessionmaker[Session], demo: UUID, other: UUID
) -> None:
    with sessions() as session:
        Work(session, demo)
        assert session.scalar(select(func.count()).select_from(ReachRow))
        Work(session, other)
        assert session.scalar(select(func.count()).select_from(ReachRow)) == 0


def test_a_role_sees_what_it_needs_and_no_further_and_only_in_its_block(
    sessions: sessionmaker[Session], demo: UUID
) -> None:
    def counts(session: Session) -> list[bool]:
        tables = (AnglerRow, JobRow, EventRow)
        return [bool(session.scalar(select(func.count()).select_from(t))) for t in tables]

    with operating(sessions) as session:
        session.add(
            JobRow(id=uuid4(), owner_id=demo, kind="band", asked={}, units="metric", zone="UTC", seen_at=func.now())  # type: ignore[arg-type]
        )
        session.commit()
        assert counts(session) == [True, True, True]
    with sessions() as session:
        with acting_as(session, DOOR):
            assert counts(session) == [True, False, False]
        with acting_as(session, WORKER):
            assert counts(session) == [False, True, False]
        assert counts(session) == [False, False, False]


def test_what_is_added_in_a_block_is_written_in_it(sessions: sessionmaker[Session], demo: UUID) -> None:
    with sessions() as session:
        with acting_as(session, DOOR):
            session.add(SittingRow(id=uuid4(), angler_id=demo, begun_at=func.now(), used_at=func.now()))  # type: ignore[arg-type]
        session.commit()
    with operating(sessions) as session:
        assert session.scalar(select(func.count()).select_from(SittingRow)) == 1


def test_a_connection_handed_back_acts_for_nobody(url: str, demo: UUID) -> None:
    engine = make_engine(url)
    sessions, count = make_sessions(engine), select(func.count()).select_from(ReachRow)
    for ends in (Session.commit, Session.rollback, Session.close):
        with sessions() as session:
            Work(session, demo)
            assert session.scalar(count)
            ends(session)
        with engine.connect() as connection:
            assert connection.scalar(count) == 0
    engine.dispose()


def test_what_goes_back_to_a_savepoint_acts_on_for_whom_it_acts(
    sessions: sessionmaker[Session], demo: UUID, other: UUID
) -> None:
    count = select(func.count()).select_from(ReachRow)
    with sessions() as session:
        Work(session, demo)
        assert session.scalar(count)
        inner = session.begin_nested()
        Work(session, other)
        assert session.scalar(count) == 0
        inner.rollback()
        assert session.scalar(count) == 0
        Work(session, demo)
        assert session.scalar(count)


def test_what_is_locked_is_read_as_it_is_by_then(sessions: sessionmaker[Session], demo: UUID) -> None:
    with sessions() as session, sessions() as elsewhere:
        work, theirs = Work(session, demo), Work(elsewhere, demo)
        seen = work.anglers.get(demo)
        assert seen is not None
        work.session.rollback()
        with theirs.writing():
            row = theirs.belongings.lock()
            assert row is not None
            row.water_in_hand = "elsewhere"
        with work.writing():
            assert work.belongings.lock() is seen
            assert seen.water_in_hand == "elsewhere"
