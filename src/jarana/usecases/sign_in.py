"""One-time tokens: made by the start command, spent by the browser."""

from __future__ import annotations

import hashlib
import secrets
from datetime import datetime, timedelta
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from jarana.storage.repositories import Anglers
from jarana.storage.tables import AnglerRow

TOKEN_LIFE = timedelta(days=1)
PHONE_LIFE = timedelta(minutes=5)
"""Six digits can be guessed: they live shortly, and few guesses a minute are let through."""
DIGITS = 6
SITTING_LIFE = timedelta(days=30)
"""A browser stays signed in for so long."""


def make_token(session: Session, angler_id: UUID, now: datetime) -> str:
    """Return a new token for a person; only its hash is stored."""
    token = secrets.token_urlsafe(24)
    Anglers(session).add_token(_digest(token), angler_id, now + TOKEN_LIFE)
    return token


def make_phone_code(session: Session, angler_id: UUID, now: datetime) -> tuple[str, str]:
    """Return a token and six digits that let a phone in as this person, each once and for some minutes."""
    anglers = Anglers(session)
    token = secrets.token_urlsafe(24)
    digits = next(d for d in iter(_six_digits, "") if not anglers.has_token(_digest(d)))
    for code in (token, digits):
        anglers.add_token(_digest(code), angler_id, now + PHONE_LIFE)
    session.commit()
    return token, digits


def _six_digits() -> str:
    return f"{secrets.randbelow(10**DIGITS):0{DIGITS}d}"


def spend_token(session: Session, token: str, now: datetime) -> AnglerRow | None:
    """Return the person a token, or six digits, lets in, once; None afterwards."""
    row = Anglers(session).spend_token(_digest(token), now)
    session.commit()
    return row


def begin_sitting(session: Session, angler_id: UUID, now: datetime) -> UUID:
    """Let the browser that signed in sit, until it signs out or a month has gone; return its sitting."""
    sitting = uuid4()
    Anglers(session).begin_sitting(sitting, angler_id, now, SITTING_LIFE)
    session.commit()
    return sitting


def sitting_person(session: Session, sitting: UUID, angler_id: UUID, now: datetime) -> AnglerRow | None:
    """Return who sits there; None where the sitting has ended, whatever the browser still holds."""
    anglers = Anglers(session)
    return anglers.get(angler_id) if anglers.sits(sitting, angler_id, now, SITTING_LIFE) else None


def end_sittings(session: Session, angler_id: UUID, now: datetime, only: UUID | None = None) -> None:
    """Sign a browser out, or every browser of a person."""
    Anglers(session).end_sittings(angler_id, now, only)
    session.commit()


def _digest(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()
