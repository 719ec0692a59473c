"""Accounts that are asked for openly: nothing is kept until the letter is opened; the letter itself says who asked."""

from __future__ import annotations

from datetime import datetime

from itsdangerous import BadData, URLSafeTimedSerializer
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from jarana.storage.people import Anglers
from jarana.storage.tables import AnglerRow
from jarana.usecases.sign_in import LETTER_LIFE, digest_of

SALT = "open join"
SEALED = "join."
"""What a sealed name and address begin with: no other token holds a point."""


def sealed(secret: str, name: str, mail: str) -> str:
    """Return a name and an address as a token only who holds the secret makes; good for an hour."""
    return SEALED + str(URLSafeTimedSerializer(secret, salt=SALT).dumps([name, mail]))


def begin_account(session: Session, secret: str, token: str, now: datetime) -> AnglerRow | None:
    """Return the person a sealed token makes, or lets in who has that address by now; once, and None afterwards."""
    if not token.startswith(SEALED):
        return None
    try:
        life = int(LETTER_LIFE.total_seconds())
        name, mail = URLSafeTimedSerializer(secret, salt=SALT).loads(token.removeprefix(SEALED), max_age=life)
    except BadData:
        return None
    people = Anglers(session)
    if people.has_token(digest_of(token)):
        return None
    try:
        row = people.with_mail(mail) or people.add(AnglerRow(name=people.free_name(name), mail=mail))
        people.add_token(digest_of(token), row.id, now + LETTER_LIFE, by_letter=True)
        session.flush()
        people.spend_token(digest_of(token), now)
        session.commit()
    except IntegrityError:
        # Opened twice at once: the other one is in.
        session.rollback()
        return None
    return row
