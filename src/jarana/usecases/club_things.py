"""What is in a club: put in as it was then, taken into one's own, and what the outings of several taught of a water.

Nothing of a person's is in a club but what they put in; a water goes in without its name unless that is told on purpose.
"""

from __future__ import annotations

from collections.abc import Mapping, Sequence
from dataclasses import asdict, dataclass
from datetime import datetime
from typing import Any, Literal
from uuid import UUID, uuid4

from jarana.core.documents import Document, read, written
from jarana.core.errors import InputError
from jarana.core.learn.pool import Given, given_of, pool_said, pooled
from jarana.core.learn.taught import corrected
from jarana.core.methods import methods, name_of
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.situation import Taught
from jarana.core.tackle.leader import OwnedLeader
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.storage.clubs import Clubs
from jarana.storage.tables import ClubCopyRow, ClubThingRow
from jarana.storage.work import Work
from jarana.usecases.club_roles import KEEPER, UnknownClubError, allowed
from jarana.usecases.keep_lesson import CORRECTED
from jarana.usecases.keep_reach import keep_reach
from jarana.usecases.share import leader_of, rig_of, somewhere, water_of
from jarana.usecases.take import named_after, take
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
not-there = is not one of yours
not-known = is not known yet: { $least }
too-many-things = { $most } things are in it: that is as many as there may be
water-says = { $depth }, { $pace }
leader-says = { $made }, { $length }
""",
)
Kind = Literal["rig", "water", "rules", "leader"]
DOCUMENTS: dict[str, type[Document]] = {"rig": Rig, "water": Reach, "rules": RuleSet, "leader": OwnedLeader}
WATER = "water"
MOST_THINGS = 500


@dataclass(frozen=True)
class ThingTold:
    """Something in a club.

    Attributes
    ----------
    says
        What it is, in a few words and figures.
    mine
        Who asks put it in.
    copy, called, newer, gives
        What of their own is a copy of it, what a water is called there, whether the club has a newer one, and whether their outings teach the club of it.
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
    called: str
    newer: bool
    gives: bool
    pool: str
    known: bool


def things_told(
    work: Work, rows: Sequence[ClubThingRow], names: Mapping[UUID, str], writer: Writer
) -> tuple[ThingTold, ...]:
    """Return things of a club as they are told to who asks; `names` are what people are called."""
    mine = _clubs(work)
    copies = mine.copies([t.id for t in rows])
    waters = {row.id: row.document.name for row in work.belongings.reach_rows()}
    given = mine.given([t for t in rows if t.kind == WATER])
    return tuple(
        _told(work, t, names.get(t.angler_id, ""), copies.get(t.id), waters, given.get(t.id, []), writer) for t in rows
    )


def put_in(work: Work, key: UUID, kind: Kind, subject: str, vague: bool) -> UUID:
    """Put a rig, water, rule set or leader of one's own into a club, as it is now; put in again it is a newer one. Guests may not.

    `vague`: a water goes in without what it is called, its river and its gauge.
    """
    with work.writing():
        allowed(work, key)
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
            allowed(work, key, KEEPER)
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
            allowed(work, key, KEEPER)
        if row.kind != WATER:
            raise UnknownClubError
        water, given = read(Reach, row.document), _clubs(work).given([row]).get(row.id, [])
        found = pooled([_given(told) for told in given])
        if found is None:
            told = pool_said(None, len(given), water, Writer())
            raise InputError.one("thing", row.name, say("not-known", least=told))
        pace = found.pace[1] if water.nature.flows else 1.0
        better = corrected(water, Taught(factors=(pace, found.depth[1], 1.0, 1.0), root=(), drifts=found.drifts))
        row.document, row.edition, row.put_at = written(better), row.edition + 1, work.now


def _clubs(work: Work) -> Clubs:
    return Clubs(work.session, work.owner)


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
    work: Work,
    row: ClubThingRow,
    whose: str,
    copy: ClubCopyRow | None,
    waters: Mapping[str, str],
    given: list[dict[str, Any]],
    writer: Writer,
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
        waters.get(copy.subject, "") if copy else "",
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
    return "; ".join(thing.said(writer, name_of)) if isinstance(thing, RuleSet) else ""
