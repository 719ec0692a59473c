"""Clubs: waters, rules, rigs and leaders shown to each other, and what the outings of several taught of one water.

Nothing of a person's is in a club but what they put in, as it was then; a water goes in without its name unless that is told on purpose.
"""

from __future__ import annotations

import secrets
from dataclasses import asdict, dataclass
from datetime import datetime, timedelta
from typing import Any, Literal
from uuid import UUID, uuid4

from jarana.core.documents import Document, read, written
from jarana.core.errors import InputError
from jarana.core.learn.pool import Given, given_of, pool_said, pooled
from jarana.core.learn.taught import corrected
from jarana.core.methods import methods
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.situation import Taught
from jarana.core.tackle.leader import OwnedLeader
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.storage.clubs import Clubs
from jarana.storage.tables import ClubCallRow, ClubCopyRow, ClubMemberRow, ClubRow, ClubThingRow
from jarana.storage.work import Work
from jarana.usecases.keep_lesson import CORRECTED
from jarana.usecases.keep_reach import keep_reach
from jarana.usecases.share import leader_of, rig_of, somewhere, water_of
from jarana.usecases.sign_in import digest_of
from jarana.usecases.take import named_after, take
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
wants-name = wants a name
too-long = is longer than { $most } letters
too-many-clubs = You are in { $most } clubs: that is as many as one may
too-many-people = { $most } people are in it: that is as many as there may be
too-many-things = { $most } things are in it: that is as many as there may be
no-code = lets nobody in: it ran out, was taken back, or never was
days = from 1 to { $most } days
not-there = is not one of yours
last-keeper = is the only keeper; make somebody else keeper first
not-known = is not known yet: { $least }
water-says = { $depth }, { $pace }
leader-says = { $made }, { $length }
""",
)
Kind = Literal["rig", "water", "rules", "leader"]
Role = Literal["keeper", "member", "guest"]
KEEPER, GUEST = "keeper", "guest"
DOCUMENTS: dict[str, type[Document]] = {"rig": Rig, "water": Reach, "rules": RuleSet, "leader": OwnedLeader}
WATER = "water"
LONGEST_NAME = 60
MOST_CLUBS, MOST_PEOPLE, MOST_THINGS, MOST_DAYS = 20, 200, 500, 60
ALPHABET = "23456789ABCDEFGHJKMNPQRSTUVWXYZ"
CODE = 12
GROUP = 4


class UnknownClubError(Exception):
    """One is in no such club, or it has no such person or thing."""


class NotForYouError(Exception):
    """One's role in a club does not let one do this."""


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
class ThingTold:
    """Something in a club.

    Attributes
    ----------
    says
        What it is, in a few words and figures.
    mine
        Who asks put it in.
    copy, newer, gives
        What of their own is a copy of it, whether the club has a newer one, and whether their outings teach the club of it.
    pool
        What several people's outings say of a water; empty of anything else.
    known
        That is enough to write it down.
    """

    id: UUID
    kind: str
    name: str
    says: str
    whose: str
    put_at: datetime
    edition: int
    mine: bool
    copy: str | None
    newer: bool
    gives: bool
    pool: str
    known: bool


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
    copies = mine.copies([t.id for t in things])
    given = mine.given([t for t in things if t.kind == WATER])
    call = mine.call_of(key, work.now) if me.role == KEEPER else None
    return ClubView(
        club.id,
        club.name,
        me.role,
        call.expires_at if call else None,
        tuple(
            PersonTold(p.id, names.get(p.angler_id, ""), p.role, p.joined_at, p.angler_id == work.owner) for p in people
        ),
        tuple(
            _told(work, t, names.get(t.angler_id, ""), copies.get(t.id), given.get(t.id, []), writer) for t in things
        ),
    )


def rename_club(work: Work, key: UUID, name: str) -> None:
    """Call a club otherwise; its keepers may."""
    named = _named(name)
    with work.writing():
        _allowed(work, key, KEEPER)
        club = _clubs(work).club(key)
        assert club is not None
        club.name = named


def end_club(work: Work, key: UUID) -> None:
    """End a club, with all that is in it; copies people took stay theirs. Its keepers may."""
    with work.writing():
        _allowed(work, key, KEEPER)
        club = _clubs(work).club(key)
        assert club is not None
        _clubs(work).remove(club)


def call_people(work: Work, key: UUID, role: Role, days: int) -> str:
    """Return a code by which people come into a club as members or guests, told this once; the one before lets nobody in any more."""
    if not 1 <= days <= MOST_DAYS:
        raise InputError.one("days", str(days), say("days", most=str(MOST_DAYS)))
    letters = "".join(secrets.choice(ALPHABET) for _ in range(CODE))
    with work.writing():
        _allowed(work, key, KEEPER)
        _clubs(work).end_calls(key)
        work.session.flush()
        until = work.now + timedelta(days=days)
        work.session.add(ClubCallRow(club_id=key, digest=digest_of(letters), role=role, expires_at=until))
    return "-".join(letters[k : k + GROUP] for k in range(0, CODE, GROUP))


def call_off(work: Work, key: UUID) -> None:
    """Let nobody come in by a code any more."""
    with work.writing():
        _allowed(work, key, KEEPER)
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
        _allowed(work, key, KEEPER)
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
            _allowed(work, key, KEEPER)
        left = [p for p in mine.people(key) if p.id != who.id]
        if left and not any(p.role == KEEPER for p in left):
            left[0].role = KEEPER
        club = mine.club(key)
        assert club is not None
        mine.drop_copies(key, who.angler_id)
        mine.remove(who if left else club)


def put_in(work: Work, key: UUID, kind: Kind, subject: str, vague: bool) -> UUID:
    """Put a rig, water, rule set or leader of one's own into a club, as it is now; put in again it is a newer one. Guests may not.

    `vague`: a water goes in without what it is called, its river and its gauge.
    """
    with work.writing():
        _allowed(work, key)
        thing = _own(work, kind, subject)
        if isinstance(thing, Reach) and vague:
            thing = somewhere(thing)
        mine = _clubs(work)
        mine.lock(key)
        things = mine.things(key)
        row = next((t for t in things if (t.angler_id, t.kind, t.subject) == (work.owner, kind, subject)), None)
        document, name = written(thing), str(getattr(thing, "name", ""))
        if row is None:
            if len(things) >= MOST_THINGS:
                raise InputError.one("kind", kind, say("too-many-things", most=MOST_THINGS))
            row = ClubThingRow(
                id=uuid4(), club_id=key, angler_id=work.owner, kind=kind, subject=subject, name=name,
                document=document, put_at=work.now,
            )  # fmt: skip
            work.session.add(row)
        elif row.document != document:
            row.document, row.name, row.edition, row.put_at = document, name, row.edition + 1, work.now
        work.session.flush()
        _copied(work, row, subject)
        return row.id


def take_out(work: Work, key: UUID, thing: UUID) -> None:
    """Take something out of a club; who put it in may, and keepers."""
    with work.writing():
        row = _thing(work, key, thing)
        if row.angler_id != work.owner:
            _allowed(work, key, KEEPER)
        _clubs(work).remove(row)


def take_over(work: Work, key: UUID, thing: UUID, asking: Asking) -> tuple[str, str]:
    """Take something of a club into one's own; return its kind and id there.

    A water one has of it already is written as the newer one is; what outings taught of it as it was is left out from then on.
    """
    with work.writing():
        mine = _clubs(work)
        row = _thing(work, key, thing)
        found = read(DOCUMENTS[row.kind], row.document)
        copy = mine.copies([row.id]).get(row.id)
        there = work.belongings.reach_row(copy.subject, lock=True) if copy and row.kind == WATER else None
        if isinstance(found, Reach) and copy and there is not None:
            if copy.edition < row.edition:
                keep_reach(work, _renewed(there.document, found), there.number, asking.day(work.now))
                lesson = work.belongings.lesson_row(copy.subject, lock=True)
                if lesson is not None:
                    lesson.document, lesson.since, lesson.why = None, work.now, CORRECTED
            subject = copy.subject
        else:
            club = mine.club(key)
            assert club is not None
            subject = take(found, work, named_after(row.name, club.name), asking)
        _copied(work, row, subject)
        return row.kind, subject


def give(work: Work, key: UUID, thing: UUID, wish: bool) -> None:
    """Let what one's outings teach of a water go to the club, or no more: of pace and depth alone, put together with others'."""
    with work.writing():
        row = _thing(work, key, thing)
        copy = _clubs(work).copies([row.id]).get(row.id)
        if copy is None or row.kind != WATER:
            raise UnknownClubError
        lesson = work.belongings.lesson_row(copy.subject)
        copy.gives = wish
        copy.given = asdict(given_of(lesson.document)) if wish and lesson and lesson.document else None


def write_down(work: Work, key: UUID, thing: UUID) -> None:
    """Write what people know of a water together into the club's: a newer edition, of which nothing is known yet.

    Who put it in may, and keepers.
    """
    with work.writing():
        row = _thing(work, key, thing)
        if row.angler_id != work.owner:
            _allowed(work, key, KEEPER)
        if row.kind != WATER:
            raise UnknownClubError
        water, given = read(Reach, row.document), _clubs(work).given([row]).get(row.id, [])
        found = pooled([_given(told) for told in given])
        if found is None:
            told = pool_said(None, len(given), water, Writer())
            raise InputError.one("thing", row.name, say("not-known", least=told))
        pace = found.pace[1] if water.nature.flows else 1.0
        better = corrected(water, Taught(factors=(pace, found.depth[1], 1.0), root=(), drifts=found.drifts))
        row.document, row.edition, row.put_at = written(better), row.edition + 1, work.now


def _clubs(work: Work) -> Clubs:
    return Clubs(work.session, work.owner)


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


def _allowed(work: Work, key: UUID, role: str = "") -> None:
    """Raise unless one is in a club, and its keeper where that is asked, else no guest."""
    me = _clubs(work).me(key, lock=True)
    if me is None:
        raise UnknownClubError
    if (role and me.role != role) or (not role and me.role == GUEST):
        raise NotForYouError


def _person(work: Work, key: UUID, person: UUID) -> ClubMemberRow:
    found = next((p for p in _clubs(work).people(key) if p.id == person), None)
    if found is None:
        raise UnknownClubError
    return found


def _keepers(work: Work, key: UUID) -> int:
    return sum(p.role == KEEPER for p in _clubs(work).people(key))


def _thing(work: Work, key: UUID, thing: UUID) -> ClubThingRow:
    mine = _clubs(work)
    row = mine.thing(key, thing, lock=True) if mine.me(key) is not None else None
    if row is None:
        raise UnknownClubError
    return row


def _own(work: Work, kind: Kind, subject: str) -> Document:
    try:
        if kind == "rig":
            return rig_of(work, subject)
        if kind == "leader":
            return leader_of(work, subject)
        if kind == WATER:
            return water_of(work, subject)
    except (KeyError, ValueError):
        raise InputError.one("subject", subject, say("not-there")) from None
    row = work.belongings.rule_set_row(subject)
    if row is None or row.deleted_at is not None:
        raise InputError.one("subject", subject, say("not-there"))
    return row.document


def _copied(work: Work, row: ClubThingRow, subject: str) -> None:
    copy = _clubs(work).copies([row.id]).get(row.id)
    if copy is None:
        work.session.add(ClubCopyRow(thing_id=row.id, angler_id=work.owner, subject=subject, edition=row.edition))
    elif (copy.subject, copy.edition) != (subject, row.edition):
        copy.subject, copy.edition, copy.given = subject, row.edition, None


def _renewed(own: Reach, newer: Reach) -> Reach:
    """Return one's own water as a newer one is, called as it was called: a vague one has no names to give."""
    kept: dict[str, Any] = {name: getattr(own, name) for name in ("id", "name", "rules", "about")}
    kept |= {name: getattr(newer, name) or getattr(own, name) for name in ("river", "gauge")}
    for name in ("lanes", "soundings"):
        mine, theirs = getattr(own, name), getattr(newer, name)
        if len(mine) == len(theirs):
            kept[name] = tuple(b.model_copy(update={"name": a.name}) for a, b in zip(mine, theirs, strict=True))
    return Reach.model_validate(newer.model_copy(update=kept).model_dump())


def _given(told: dict[str, Any]) -> Given:
    return Given(tuple(told["mean"]), tuple(told["spread"]), tuple(told["before"]), int(told["drifts"]))


def _told(
    work: Work, row: ClubThingRow, whose: str, copy: ClubCopyRow | None, given: list[dict[str, Any]], writer: Writer
) -> ThingTold:
    thing, pool, known = read(DOCUMENTS[row.kind], row.document), "", False
    if isinstance(thing, Reach):
        found = pooled([_given(told) for told in given])
        pool, known = pool_said(found, len(given), thing, writer), found is not None
    return ThingTold(
        row.id,
        row.kind,
        row.name,
        _says(thing, writer),
        whose,
        row.put_at,
        row.edition,
        row.angler_id == work.owner,
        copy.subject if copy else None,
        copy is not None and copy.edition < row.edition,
        copy is not None and copy.gives,
        pool,
        known,
    )


def _says(thing: Document, writer: Writer) -> str:
    if isinstance(thing, Reach):
        pace = writer.text("speed", thing.pace_m_s)
        depth = writer.text("depth", thing.depth_m)
        return say("water-says", depth=depth, pace=pace) if thing.nature.flows else depth
    if isinstance(thing, Rig):
        return methods()[thing.method].name if thing.method in methods() else ""
    if isinstance(thing, OwnedLeader):
        return say("leader-says", made=thing.made, length=writer.text("length", thing.length_m))
    return "; ".join(thing.said(writer)) if isinstance(thing, RuleSet) else ""
