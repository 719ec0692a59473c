"""Isolation a second time: PostgreSQL itself shows a transaction the rows of the person it acts for, whatever a query forgot to ask.

Every transaction says for whom it acts, and as what where it must see further: at the `door`, before anybody is known; as a `worker`,
who takes jobs of all people; as the `operator` of an installation.
"""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from functools import wraps
from typing import Any, TypeVar
from uuid import UUID

from sqlalchemy import Connection, event, text
from sqlalchemy.orm import Session, SessionTransaction

DOOR, WORKER, OPERATOR = "door", "worker", "operator"
TELL = text("select set_config('jarana.person', :person, true), set_config('jarana.role', :role, true)")
OF_NOBODY = frozenset({"pulse", "gauge", "limit_count"})
"""Tables that hold nothing of a person."""
NOT_OURS = ("alembic_version", "procrastinate_")
"""Tables, by how their names begin, that the migrations and the queue keep for themselves."""
Made = TypeVar("Made", bound=Callable[..., Any])


@event.listens_for(Session, "after_begin")
def _tell(session: Session, _transaction: SessionTransaction, connection: Connection) -> None:
    connection.execute(TELL, _told(session))


def _told(session: Session) -> dict[str, str]:
    return {"person": session.info.get("person", ""), "role": session.info.get("role", "")}


def _again(session: Session) -> None:
    if session.in_transaction():
        session.connection().execute(TELL, _told(session))


def act_for(session: Session, person: UUID) -> None:
    """Let a session act for a person from here on."""
    if session.info.get("person") != str(person):
        session.info["person"] = str(person)
        _again(session)


@contextmanager
def acting_as(session: Session, role: str) -> Iterator[None]:
    """Let a session see as far as a role may, within a block; what was added in it is written before it ends."""
    before = session.info.get("role", "")
    if before == role:
        yield
        return
    session.info["role"] = role
    _again(session)
    try:
        yield
        session.flush()
    finally:
        session.info["role"] = before
        # A transaction that failed can be told nothing any more, and what comes after it is told anew.
        if session.is_active:
            _again(session)


def at_the_door(method: Made) -> Made:
    """Let a method of something that has a `session` see people before it is known who asks."""

    @wraps(method)
    def through(self: Any, *args: Any, **named: Any) -> Any:
        with acting_as(self.session, DOOR):
            return method(self, *args, **named)

    return through  # type: ignore[return-value]
