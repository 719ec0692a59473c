"""Isolation a second time: PostgreSQL itself shows a transaction the rows of the person it acts for, whatever a query forgot to ask.

Every transaction says for whom it acts, and as what where it must see further: at the `door`, before anybody is known; as a `worker`,
who takes jobs of all people; as the `operator` of an installation. It is said before the first statement, and before one that acts
for somebody else or as something else than the one before.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import wraps
from typing import Any, TypeVar
from uuid import UUID

from sqlalchemy import Connection, Engine, event, text
from sqlalchemy.orm import Session, SessionTransaction

DOOR, WORKER, OPERATOR = "door", "worker", "operator"
TELL = text("select set_config('jarana.person', :person, true), set_config('jarana.role', :role, true)")
BEFORE = "select set_config('jarana.person', %s, true), set_config('jarana.role', %s, true)"
OF_NOBODY = frozenset({"pulse", "gauge", "limit_count"})
"""Tables that hold nothing of a person."""
NOT_OURS = ("alembic_version", "procrastinate_")
"""Tables, by how their names begin, that the migrations and the queue keep for themselves."""
SPEAKER, TOLD = "jarana speaker", "jarana told"
"""Of a connection: whose session uses it, and what its transaction was told last."""
Made = TypeVar("Made", bound=Callable[..., Any])


@event.listens_for(Session, "after_begin")
def _begun(session: Session, _transaction: SessionTransaction, connection: Connection) -> None:
    connection.info[SPEAKER], connection.info[TOLD] = session.info, None


@event.listens_for(Engine, "before_cursor_execute")
def _tell(connection: Connection, cursor: Any, *_statement: Any) -> None:
    speaker = connection.info.get(SPEAKER)
    if speaker is None:
        return
    told = speaker.get("person", ""), speaker.get("role", "")
    if told != connection.info[TOLD]:
        cursor.connection.execute(BEFORE, told)
        connection.info[TOLD] = told


@event.listens_for(Engine, "rollback_savepoint")
def _unsaid(connection: Connection, *_savepoint: Any) -> None:
    connection.info[TOLD] = None


@event.listens_for(Engine, "commit")
@event.listens_for(Engine, "rollback")
def _ended(connection: Connection) -> None:
    connection.info.pop(SPEAKER, None)


def act_for(session: Session, person: UUID) -> None:
    """Let a session act for a person from here on."""
    session.info["person"] = str(person)


@contextmanager
def acting_as(session: Session, role: str) -> Iterator[None]:
    """Let a session see as far as a role may, within a block; what was added in it is written before it ends."""
    before = session.info.get("role", "")
    if before == role:
        yield
        return
    session.info["role"] = role
    try:
        yield
        session.flush()
    finally:
        session.info["role"] = before


def at_the_door(method: Made) -> Made:
    """Let a method of something that has a `session` see people before it is known who asks."""

    @wraps(method)
    def through(self: Any, *args: Any, **named: Any) -> Any:
        with acting_as(self.session, DOOR):
            return method(self, *args, **named)

    return through  # type: ignore[return-value]
