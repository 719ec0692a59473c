"""Accounts: come by invitation or openly, sign in with a password, get in again by letter, go with everything one owns."""

from __future__ import annotations

import re
import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from functools import cache
from uuid import UUID

from argon2 import PasswordHasher
from argon2.exceptions import InvalidHashError, VerificationError
from sqlalchemy.exc import IntegrityError
from sqlalchemy.orm import Session

from jarana.core.errors import Fault, InputError
from jarana.core.words import phrases
from jarana.ports.mail import Letter
from jarana.storage.people import Anglers
from jarana.storage.tables import AnglerRow
from jarana.storage.work import Work
from jarana.usecases.open_join import sealed
from jarana.usecases.sign_in import SITTING_LIFE, digest_of, make_letter_token

say = phrases(
    __name__,
    """
short = has { $least } characters at least
long = has { $most } characters at most
plain = is one of the first that are guessed
no-name = wants a name
no-mail = is no mail address
used = cannot be used
other-name = is not your name
wrong = is not your password
again-subject = Your way into Jarana
again = Somebody, you we hope, asked for a way in. Open this within an hour; it works once, and lets you set a new password:

 { $address }

 If it was not you, do nothing.
join-subject = Your account with Jarana
join = Open this within an hour to begin; it works once:

 { $address }

 If you did not ask for an account, do nothing.
there = Somebody, you we hope, asked for an account with this address. There is one already; this lets you in, and set a new password:

 { $address }
""",
)
LEAST_WORD, MOST_WORD = 10, 200
MOST_NAME, MOST_MAIL = 120, 254
MAIL = re.compile(r"[^@\s\x00-\x1f\x7f]{1,64}@[^@\s\x00-\x1f\x7f.]{1,63}(\.[^@\s\x00-\x1f\x7f.]{1,63}){0,8}")
INVITED = timedelta(days=14)
MOST_INVITED = 20
FRESH = timedelta(minutes=30)
"""So long after coming by letter a new password is set without the old one."""
GUESSED = frozenset(
    [
        "password",
        "passwort",
        "1234567890",
        "0123456789",
        "qwertyuiop",
        "iloveyou11",
        "letmein123",
        "welcome123",
        "flyfishing",
        "browntrout",
    ]
)


class WrongWordError(Exception):
    """No account of that address has that password."""


@dataclass(frozen=True)
class AccountView:
    """A person's account: in how many browsers they sit, and whether a new password may be set without the old one."""

    name: str
    mail: str | None
    has_word: bool
    may_set: bool
    browsers: int


@cache
def _hasher() -> PasswordHasher:
    return PasswordHasher()


@cache
def _nobodys() -> str:
    """The hash of a password nobody has: who is not known is answered no sooner than who is."""
    return _hasher().hash(secrets.token_urlsafe(16))


def see_account(work: Work, sitting: UUID) -> AccountView:
    """Return one's account."""
    angler = work.anglers.get(work.owner)
    assert angler is not None
    return AccountView(
        name=angler.name,
        mail=angler.mail,
        has_word=angler.word is not None,
        may_set=_may_set(work, angler, sitting),
        browsers=work.anglers.sitting_at(work.owner, work.now - SITTING_LIFE),
    )


def _may_set(work: Work, angler: AnglerRow, sitting: UUID) -> bool:
    sits = work.anglers.sitting(sitting)
    fresh = sits is not None and sits.by_letter and work.now - sits.begun_at < FRESH
    return angler.word is None or fresh


def change_account(work: Work, sitting: UUID, name: str, mail: str, new: str | None, old: str | None) -> None:
    """Keep name, mail address and, where one is given, a new password: every other browser is signed out then.

    Raises
    ------
    InputError
        With everything that cannot be used; a new address or password wants the old password, unless there is none or one
        just came by letter.
    """
    with work.writing():
        angler = work.belongings.lock()
        assert angler is not None
        name, address = name.strip(), mail.strip().lower()
        faults = _faults(name, address, new, needed=address != "" or new is not None)
        other = work.anglers.with_mail(address) if address else None
        if other is not None and other.id != work.owner:
            faults.append(Fault("mail", address, say("used")))
        taken = work.anglers.named(name)
        if taken is not None and taken.id != work.owner:
            faults.append(Fault("name", name, say("used")))
        sensitive = new is not None or address != (angler.mail or "")
        if sensitive and not _may_set(work, angler, sitting) and not _fits(angler.word, old or ""):
            faults.append(Fault("old", "", say("wrong")))
        if faults:
            raise InputError(faults)
        angler.name, angler.mail = name, address or None
        if new is not None:
            angler.word = _hasher().hash(new)
            work.anglers.end_sittings(work.owner, work.now, but=sitting)


def _faults(name: str, mail: str, word: str | None, needed: bool = True) -> list[Fault]:
    """Return everything about a name, an address and a password that cannot be used."""
    faults = []
    if not name or not name.isprintable():
        faults.append(Fault("name", name, say("no-name")))
    elif len(name) > MOST_NAME:
        faults.append(Fault("name", name[:20], say("long", most=str(MOST_NAME))))
    if needed and (len(mail) > MOST_MAIL or not MAIL.fullmatch(mail)):
        faults.append(Fault("mail", mail[:60], say("no-mail")))
    if word is not None:
        if len(word) < LEAST_WORD:
            faults.append(Fault("word", "", say("short", least=str(LEAST_WORD))))
        elif len(word) > MOST_WORD:
            faults.append(Fault("word", "", say("long", most=str(MOST_WORD))))
        elif word.lower() in GUESSED or len(set(word)) < 4 or word.lower() in (mail, name.lower()):
            faults.append(Fault("word", "", say("plain")))
    return faults


def sign_in_word(session: Session, mail: str, word: str) -> AnglerRow:
    """Return the person of an address and a password; who is not known takes as long as who is.

    Raises
    ------
    WrongWordError
        When the two do not belong together.
    """
    people = Anglers(session)
    row = people.with_mail(mail.strip().lower()[:MOST_MAIL])
    # A slow hash is worked out without a connection.
    session.expunge_all()
    session.rollback()
    fits = _fits(row.word if row is not None else None, word)
    if row is None or not fits:
        raise WrongWordError
    return row


def _fits(kept: str | None, word: str) -> bool:
    try:
        return _hasher().verify(kept or _nobodys(), word[: MOST_WORD + 1]) and kept is not None
    except (VerificationError, InvalidHashError):
        return False


def invite(work: Work) -> str | None:
    """Return the secret of an invitation, for two weeks and one person; None where so many of one's own stand already."""
    secret = secrets.token_urlsafe(24)
    with work.writing():
        made = work.anglers.invite(digest_of(secret), work.owner, work.now + INVITED, work.now, MOST_INVITED)
    return secret if made else None


def join(session: Session, secret: str, name: str, mail: str, word: str, now: datetime) -> AnglerRow:
    """Make the account of who was invited, and return it.

    Raises
    ------
    InputError
        With everything that cannot be used; the invitation can then be used again.
    WrongWordError
        When there is no such invitation, or it was used, or is too old.
    """
    name, mail = name.strip(), mail.strip().lower()
    people = Anglers(session)
    try:
        if not people.spend_invitation(digest_of(secret), now):
            raise WrongWordError
        faults = _faults(name, mail, word)
        if not faults and people.with_mail(mail) is not None:
            faults.append(Fault("mail", mail, say("used")))
        if faults:
            raise InputError(faults)
        row = people.add(AnglerRow(name=people.free_name(name), mail=mail, word=_hasher().hash(word)))
        session.commit()
        return row
    except IntegrityError:
        session.rollback()
        raise InputError.one("mail", mail, say("used")) from None
    except BaseException:
        session.rollback()
        raise


def ask_to_join(session: Session, secret: str, name: str, mail: str, enter: str, now: datetime) -> Letter:
    """Return the letter to who asks for an account openly: with it they begin, or come in where they have one already.

    Nothing is kept of who asks: the letter holds it, sealed.

    Raises
    ------
    InputError
        When that is no name, or no address.
    """
    name, mail = name.strip(), mail.strip().lower()
    faults = _faults(name, mail, None)
    if faults:
        raise InputError(faults)
    row = Anglers(session).with_mail(mail)
    token = sealed(secret, name, mail) if row is None else make_letter_token(session, row.id, now)
    address = f"{enter}#{token}"
    return Letter(
        mail, say("join-subject"), (say("join", address=address) if row is None else say("there", address=address))
    )


def ask_again(session: Session, mail: str, enter: str, now: datetime) -> Letter | None:
    """Return the letter to who forgot their password; None where nobody has that address."""
    row = Anglers(session).with_mail(mail.strip().lower()[:MOST_MAIL])
    if row is None or row.mail is None:
        return None
    return Letter(
        row.mail, say("again-subject"), say("again", address=f"{enter}#{make_letter_token(session, row.id, now)}")
    )


def remove(work: Work, name: str) -> None:
    """Delete a person and everything that is theirs, once they have typed their name.

    Raises
    ------
    InputError
        When that is not their name.
    """
    with work.writing():
        angler = work.belongings.lock()
        assert angler is not None
        if name.strip() != angler.name:
            raise InputError.one("name", name, say("other-name"))
        work.anglers.remove(work.owner)
