"""People for tests: new ones, and ones who own everything the demo angler owns."""

from __future__ import annotations

from collections.abc import Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from uuid import UUID

from sqlalchemy import insert, literal, select
from sqlalchemy.orm import Session, sessionmaker

from jarana.demo.load import NAME
from jarana.storage.database import make_engine, make_sessions
from jarana.storage.people import Anglers
from jarana.storage.row_security import OPERATOR, acting_as
from jarana.storage.tables import AnglerRow, Base
from jarana.usecases.sign_in import make_token


@contextmanager
def operating(sessions: sessionmaker[Session]) -> Iterator[Session]:
    """Yield a session that sees the rows of everybody, to look at what was written or to change it behind the application's back."""
    with sessions() as session, acting_as(session, OPERATOR):
        yield session


def token_for(url: str, name: str, like: str | None = None) -> str:
    """Return a sign-in token of a person, made where there is none of that name; with `like` owning what that one owns."""
    engine = make_engine(url)
    with operating(make_sessions(engine)) as session:
        angler = Anglers(session).named(name)
        if angler is None:
            angler = Anglers(session).add(AnglerRow(name=name))
            if like is not None:
                copy_all(session, like, angler)
        token = make_token(session, angler.id, datetime.now(UTC))
        session.commit()
    engine.dispose()
    return token


def copy_all(session: Session, source: str, to: AnglerRow) -> None:
    """Give a person everything another has, under the same ids: ids belong to their owner."""
    other = Anglers(session).named(source)
    assert other is not None
    to.water_in_hand, to.rig_in_hand = other.water_in_hand, other.rig_in_hand
    session.flush()
    for table in Base.metadata.sorted_tables:
        if "owner_id" in table.c and table.c.owner_id.primary_key:
            columns = [c for c in table.c if not c.identity]
            values = [literal(to.id, table.c.owner_id.type) if c.name == "owner_id" else c for c in columns]
            rows = select(*values).where(table.c.owner_id == other.id)
            session.execute(insert(table).from_select([c.name for c in columns], rows))


def demo_token(url: str) -> str:
    """Return a sign-in token of the demo angler."""
    return token_for(url, NAME)


def owner_of(url: str, name: str = NAME) -> UUID:
    """Return a person's id."""
    engine = make_engine(url)
    with operating(make_sessions(engine)) as session:
        angler = Anglers(session).named(name)
        assert angler is not None
        found = angler.id
    engine.dispose()
    return found
