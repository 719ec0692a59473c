"""Clubs: founded, come into by a code, kept, left, ended; people who show each other things."""

from __future__ import annotations

import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from uuid import UUID, uuid4

from jarana.core.errors import InputError
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.storage.clubs import Clubs
from jarana.storage.tables import ClubCallRow, ClubMemberRow, ClubRow
from jarana.storage.work import Work
from jarana.usecases.club_roles import KEEPER, Role, UnknownClubError, allowed
from jarana.usecases.club_things import ThingTold, things_told
from jarana.usecases.sign_in import digest_of

say = phrases(
    __name__,
    """
wants-name = wants a name
too-long = is longer than { $most } letters
too-many-clubs = You are in { $most } clubs: that is as many as one may
too-many-people = { $most } people are in it: that is as many as there may be
no-code = lets nobody in: it ran out, was taken back, or never was
days = from 1 to { $most } days
last-keeper = is the only keeper; make somebody else keeper first
""",
)
LONGEST_NAME = 60
MOST_CLUBS, MOST_PEOPLE, MOST_DAYS = 20, 200, 60
ALPHABET = "23456789ABCDEFGHJKMNPQRSTUVWXYZ"
CODE = 12
GROUP = 4


@dataclass(frozen=True)
class ClubTold:
    """A club one is in."""

    id: UUID
    name: str
    role: str
    people: int


@dataclass(frozen=True)
class PersonTold:
    """Somebody in a club; `me` is who asks."""

    id: UUID
    name: str
    role: str
    joined_at: datetime
    me: bool


@dataclass(frozen=True)
class ClubView:
    """A club, its people, and what is in it."""

    id: UUID
    name: str
    role: str
    called_until: datetime | None
    people: tuple[PersonTold, ...]
    things: tuple[ThingTold, ...]


def clubs_of(work: Work) -> list[ClubTold]:
    """Return the clubs one is in."""
    return [ClubTold(club.id, club.name, role, people) for club, role, people in _clubs(work).mine()]


def begin_club(work: Work, name: str) -> UUID:
    """Found a club whose keeper one is; return its id."""
    named = _named(name)
    with work.writing():
        _room_for_another(work, "name", name)
        club = ClubRow(id=uuid4(), name=named, made_at=work.now)
        _clubs(work).begin(club, _member(work, club.id, KEEPER))
        return club.id


def see_club(work: Work, key: UUID, writer: Writer) -> ClubView:
    """Return a club one is in.

    Raises
    ------
    UnknownClubError
        When one is not.
    """
    mine = _clubs(work)
    me, club = mine.me(key), mine.club(key)
    if me is None or club is None:
        raise UnknownClubError
    people, things = mine.people(key), mine.things(key)
    names = mine.names([p.angler_id for p in people] + [t.angler_id for t in things])
    call = mine.call_of(key, work.now) if me.role == KEEPER else None
    return ClubView(
        club.id,
        club.name,
        me.role,
        call.expires_at if call else None,
        tuple(
            PersonTold(p.id, names.get(p.angler_id, ""), p.role, p.joined_at, p.angler_id == work.owner) for p in people
        ),
        things_told(work, things, names, writer),
    )


def rename_club(work: Work, key: UUID, name: str) -> None:
    """Call a club otherwise; its keepers may."""
    named = _named(name)
    with work.writing():
        allowed(work, key, KEEPER)
        club = _clubs(work).club(key)
        assert club is not None
        club.name = named


def end_club(work: Work, key: UUID) -> None:
    """End a club, with all that is in it; copies people took stay theirs. Its keepers may."""
    with work.writing():
        allowed(work, key, KEEPER)
        club = _clubs(work).club(key)
        assert club is not None
        _clubs(work).remove(club)


def call_people(work: Work, key: UUID, role: Role, days: int) -> str:
    """Return a code by which people come into a club as members or guests, told this once; the one before lets nobody in any more."""
    if not 1 <= days <= MOST_DAYS:
        raise InputError.one("days", str(days), say("days", most=str(MOST_DAYS)))
    letters = "".join(secrets.choice(ALPHABET) for _ in range(CODE))
    with work.writing():
        allowed(work, key, KEEPER)
        _clubs(work).end_calls(key)
        work.session.flush()
        until = work.now + timedelta(days=days)
        work.session.add(ClubCallRow(club_id=key, digest=digest_of(letters), role=role, expires_at=until))
    return "-".join(letters[k : k + GROUP] for k in range(0, CODE, GROUP))


def call_off(work: Work, key: UUID) -> None:
    """Let nobody come in by a code any more."""
    with work.writing():
        allowed(work, key, KEEPER)
        _clubs(work).end_calls(key)


def join(work: Work, code: str) -> UUID:
    """Come into the club of a code; return its id. Who is in it already stays as they are.

    Raises
    ------
    InputError
        When the code lets nobody in, or there is no room.
    """
    letters = "".join(c for c in code.upper() if c in ALPHABET)
    with work.writing():
        mine = _clubs(work)
        call = mine.call(digest_of(letters), work.now) if len(letters) == CODE else None
        if call is None:
            raise InputError.one("code", code, say("no-code"))
        mine.lock(call.club_id)
        if mine.me(call.club_id) is None:
            _room_for_another(work, "code", code)
            mine.join(_member(work, call.club_id, call.role))
            if len(mine.people(call.club_id)) > MOST_PEOPLE:
                raise InputError.one("code", code, say("too-many-people", most=MOST_PEOPLE))
        return call.club_id


def set_role(work: Work, key: UUID, person: UUID, role: Role) -> None:
    """Make somebody keeper, member or guest; keepers may, and one is left."""
    with work.writing():
        _clubs(work).lock(key)
        allowed(work, key, KEEPER)
        who = _person(work, key, person)
        if who.role == KEEPER and role != KEEPER and _keepers(work, key) == 1:
            raise InputError.one("role", role, say("last-keeper"))
        who.role = role


def go_out(work: Work, key: UUID, person: UUID) -> None:
    """Leave a club, or send somebody away: keepers may. What they put in stays; what their outings gave goes.

    The last keeper is followed by who was in it longest; with the last person the club ends.
    """
    with work.writing():
        mine = _clubs(work)
        mine.lock(key)
        if mine.me(key) is None:
            raise UnknownClubError
        who = _person(work, key, person)
        if who.angler_id != work.owner:
            allowed(work, key, KEEPER)
        left = [p for p in mine.people(key) if p.id != who.id]
        if left and not any(p.role == KEEPER for p in left):
            left[0].role = KEEPER
        club = mine.club(key)
        assert club is not None
        mine.drop_copies(key, who.angler_id)
        mine.remove(who if left else club)


def _named(name: str) -> str:
    told = " ".join(name.split())
    if not told:
        raise InputError.one("name", name, say("wants-name"))
    if len(told) > LONGEST_NAME:
        raise InputError.one("name", name, say("too-long", most=LONGEST_NAME))
    return told


def _member(work: Work, club: UUID, role: str) -> ClubMemberRow:
    return ClubMemberRow(id=uuid4(), club_id=club, angler_id=work.owner, role=role, joined_at=work.now)


def _room_for_another(work: Work, field: str, value: str) -> None:
    if len(_clubs(work).mine()) >= MOST_CLUBS:
        raise InputError.one(field, value, say("too-many-clubs", most=MOST_CLUBS))


def _person(work: Work, key: UUID, person: UUID) -> ClubMemberRow:
    found = next((p for p in _clubs(work).people(key) if p.id == person), None)
    if found is None:
        raise UnknownClubError
    return found


def _keepers(work: Work, key: UUID) -> int:
    return sum(p.role == KEEPER for p in _clubs(work).people(key))


def _clubs(work: Work) -> Clubs:
    return Clubs(work.session, work.owner)
