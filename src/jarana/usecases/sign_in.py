"""One-time tokens: made by the start command, spent by the browser."""

from __future__ import annotations

import hashlib
import secrets
from datetime import datetime, timedelta
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from jarana.storage.people import Anglers
from jarana.storage.tables import AnglerRow

TOKEN_LIFE = timedelta(days=1)
LETTER_LIFE = timedelta(hours=1)
PHONE_LIFE = timedelta(minutes=5)
"""Six digits can be guessed: they live shortly, and few guesses a minute are let through."""
DIGITS = 6
SITTING_LIFE = timedelta(days=30)
"""A browser that is not used stays signed in for so long."""
COUNTED_ANEW = timedelta(days=1)
"""That it is used is written down as often as that."""


def make_token(session: Session, angler_id: UUID, now: datetime) -> str:
    """Return a new token for a person; only its hash is stored."""
    token = secrets.token_urlsafe(24)
    Anglers(session).add_token(digest_of(token), angler_id, now + TOKEN_LIFE)
    return token


def make_phone_code(session: Session, angler_id: UUID, now: datetime) -> tuple[str, str]:
    """Return a token and six digits that let a phone in as this person, each once and for some minutes."""
    anglers = Anglers(session)
    token = secrets.token_urlsafe(24)
    digits = next(d for d in iter(_six_digits, "") if not anglers.has_token(digest_of(d)))
    for code in (token, digits):
        anglers.add_token(digest_of(code), angler_id, now + PHONE_LIFE)
    session.commit()
    return token, digits


def _six_digits() -> str:
    return f"{secrets.randbelow(10**DIGITS):0{DIGITS}d}"


def make_letter_token(session: Session, angler_id: UUID, now: datetime) -> str:
    """Return a token for a letter: who comes by it may set a new password."""
    token = secrets.token_urlsafe(24)
    Anglers(session).add_token(digest_of(token), angler_id, now + LETTER_LIFE, by_letter=True)
    return token


def spend_token(session: Session, token: str, now: datetime) -> tuple[AnglerRow, bool] | None:
    """Return the person a token, or six digits, lets in, once, and whether it came by letter; None afterwards."""
    found = Anglers(session).spend_token(digest_of(token), now)
    session.commit()
    return found


def begin_sitting(session: Session, angler_id: UUID, now: datetime, by_letter: bool = False) -> UUID:
    """Let the browser that signed in sit, until it signs out or is not used for a month; return its sitting."""
    sitting = uuid4()
    Anglers(session).begin_sitting(sitting, angler_id, now, SITTING_LIFE, by_letter)
    session.commit()
    return sitting


def sitting_person(session: Session, sitting: UUID, angler_id: UUID, now: datetime) -> tuple[AnglerRow, bool] | None:
    """Return who sits there, and whether its time is counted anew from now on.

    None where the sitting has ended or was not used for long, whatever the browser still holds.
    """
    found = Anglers(session).who_sits(sitting, angler_id, now, SITTING_LIFE)
    if found is None:
        return None
    row, used = found
    anew = now - used >= COUNTED_ANEW
    if anew:
        Anglers(session).use_sitting(sitting, now)
        session.commit()
    return row, anew


def end_sittings(session: Session, angler_id: UUID, now: datetime, only: UUID | None = None) -> None:
    """Sign a browser out, or every browser of a person."""
    Anglers(session).end_sittings(angler_id, now, only)
    session.commit()


def digest_of(token: str) -> str:
    """Return what is kept of a secret."""
    return hashlib.sha256(token.encode()).hexdigest()
