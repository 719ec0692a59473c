"""One-time tokens: made by the start command, spent by the browser."""

from __future__ import annotations

import hashlib
import secrets
from datetime import datetime, timedelta
from uuid import UUID

from sqlalchemy.orm import Session

from jarana.storage.repositories import Anglers
from jarana.storage.tables import AnglerRow

TOKEN_LIFE = timedelta(days=1)


def make_token(session: Session, angler_id: UUID, now: datetime) -> str:
    """Return a new token for a person; only its hash is stored."""
    token = secrets.token_urlsafe(24)
    Anglers(session).add_token(_digest(token), angler_id, now + TOKEN_LIFE)
    return token


def spend_token(session: Session, token: str, now: datetime) -> AnglerRow | None:
    """Return the person a token lets in, once; None afterwards."""
    row = Anglers(session).spend_token(_digest(token), now)
    session.commit()
    return row


def _digest(token: str) -> str:
    return hashlib.sha256(token.encode()).hexdigest()
