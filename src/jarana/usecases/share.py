"""Links by which anybody sees one rig, leader, water or outing of a person's: not to be guessed, counted, for some days, taken back at any time."""

from __future__ import annotations

import secrets
from dataclasses import dataclass
from datetime import datetime, timedelta
from typing import Literal
from uuid import UUID, uuid4

from sqlalchemy.orm import Session

from jarana.core.bank.outing import OutingView
from jarana.core.errors import InputError
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.tie_sheet import fly_name
from jarana.core.tackle.leader import OwnedLeader, Piece
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from jarana.core.water.section import section_of
from jarana.core.words import phrases
from jarana.formats.rig_svg import rig_svg
from jarana.storage.people import Shares
from jarana.storage.tables import RigRow, ShareRow
from jarana.storage.work import Work
from jarana.usecases.keep_measures import measures_of
from jarana.usecases.keep_outing import UnknownOutingError, see_outing
from jarana.usecases.keep_reach import UnknownReachError
from jarana.usecases.keep_rig import UnknownRigError
from jarana.usecases.sign_in import digest_of
from jarana.usecases.take import LEADERS, named_after, take
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
too-many = Many links of yours stand already; take some back first
days = from 1 to { $most } days
depth = depth
pace = pace at the surface
some-river = A river
some-lake = A lake
tapers = { $butt } to { $tip }
""",
)
Kind = Literal["rig", "water", "outing", "leader"]
MOST_DAYS = 365
MOST_STANDING = 200
KEPT_AFTER = timedelta(days=60)


class UnknownLinkError(Exception):
    """There is no such link, or it has run out, or was taken back."""


@dataclass(frozen=True)
class LinkView:
    """A link of one's own: what it shows, until when, how often it was opened."""

    id: UUID
    kind: str
    subject: str
    name: str
    made_at: datetime
    expires_at: datetime
    stands: bool
    opened: int


@dataclass(frozen=True)
class Part:
    """A piece of a shared rig: what it is of and how long, or a fly."""

    name: str
    text: str


@dataclass(frozen=True)
class Shared:
    """What a link shows: one thing, of whom, with the document it can be taken from; an outing without its places."""

    kind: Kind
    name: str
    person: str
    expires_at: datetime
    drawing: str = ""
    parts: tuple[Part, ...] = ()
    rig: Rig | None = None
    water: Reach | None = None
    outing: OutingView | None = None
    leader: OwnedLeader | None = None


def share(work: Work, kind: Kind, subject: str, days: int, vague: bool = False) -> tuple[str, LinkView]:
    """Make a link to one's own rig, leader, water or outing; return its secret, which is told once, and the link.

    `vague`: a water is shown without what it is called, its river and its gauge.

    Raises
    ------
    InputError
        When it should stand too long, or so many stand already.
    UnknownRigError, UnknownReachError, UnknownOutingError
        When that is not one's own.
    """
    if not 1 <= days <= MOST_DAYS:
        raise InputError.one("days", str(days), say("days", most=str(MOST_DAYS)))
    secret = secrets.token_urlsafe(24)
    with work.writing():
        name = _name(work, kind, subject)
        links = Shares(work.session)
        links.forget(work.owner, work.now - KEPT_AFTER)
        if sum(_stands(row, work.now) for row in links.of(work.owner)) >= MOST_STANDING:
            raise InputError.one("kind", kind, say("too-many"))
        row = ShareRow(
            owner_id=work.owner,
            id=uuid4(),
            digest=digest_of(secret),
            kind=kind,
            subject=subject,
            made_at=work.now,
            expires_at=work.now + timedelta(days=days),
            vague=vague and kind == "water",
        )
        links.add(row)
    return secret, _view(row, name, work.now)


def list_links(work: Work) -> list[LinkView]:
    """Return one's links, newest first."""
    return [_view(row, _name_or_gone(work, row), work.now) for row in Shares(work.session).of(work.owner)]


def take_back(work: Work, key: UUID) -> None:
    """End a link of one's own.

    Raises
    ------
    UnknownLinkError
        When there is none.
    """
    with work.writing():
        row = Shares(work.session).get(work.owner, key)
        if row is None:
            raise UnknownLinkError
        row.ended_at = row.ended_at or work.now


def open_link(session: Session, secret: str, now: datetime, asking: Asking) -> Shared:
    """Return what a link shows, and count that it was opened.

    Raises
    ------
    UnknownLinkError
        When there is no such link, or it shows nothing any more.
    """
    row = Shares(session).open(digest_of(secret), now)
    session.commit()
    if row is None:
        raise UnknownLinkError
    with Work(session, row.owner_id).reading() as theirs:
        try:
            return _shown(theirs, row, asking.writer)
        except (LookupError, UnknownOutingError):
            raise UnknownLinkError from None


def take_into_mine(work: Work, secret: str, asking: Asking) -> tuple[str, str]:
    """Copy what a link shows into one's own, its source told in the name; return its kind and its new id.

    Raises
    ------
    UnknownLinkError
        When there is no such link, or what it shows cannot be taken.
    """
    owner = work.owner
    shown = open_link(work.session, secret, work.now, asking)
    mine = Work(work.session, owner)
    thing = shown.rig or shown.water or shown.leader
    if thing is None:
        raise UnknownLinkError
    return shown.kind, take(thing, mine, named_after(shown.name, shown.person), asking)


def _shown(theirs: Work, row: ShareRow, writer: Writer) -> Shared:
    angler = theirs.anglers.get(row.owner_id)
    person = angler.name if angler is not None else ""
    if row.kind == "rig":
        rig = rig_of(theirs, row.subject)
        cuts = [Part(c.name, f"{c.line}, {c.cut_shown}") for c in cuts_of(rig, writer, measures_of(theirs))]
        flies = [Part(rig.role(a), fly_name(a, writer)) for a in rig.attachments if a.fly]
        return Shared(
            "rig", rig.name, person, row.expires_at, drawing=rig_svg(rig, writer), parts=(*cuts, *flies), rig=rig
        )
    if row.kind == "water":
        water = water_of(theirs, row.subject)
        if row.vague:
            water = somewhere(water)
        figures = (
            Part(say("depth"), writer.text("depth", water.depth_m)),
            Part(say("pace"), writer.text("speed", water.pace_m_s)),
            *(Part(line.name, line.figure) for line in section_of(water, writer).lines),
        )
        return Shared("water", water.name, person, row.expires_at, parts=figures, water=water)
    if row.kind == "leader":
        leader = leader_of(theirs, row.subject)
        pieces = tuple(Part(p.name, _tapers(p, writer)) for p in leader.pieces())
        whole = Part(leader.made, writer.text("length", leader.length_m))
        return Shared("leader", leader.name, person, row.expires_at, parts=(whole, *pieces), leader=leader)
    # Where somebody fishes is theirs to tell: an outing is shown without its water.
    outing = see_outing(theirs, UUID(row.subject), writer).model_copy(update={"water": "", "water_name": ""})
    return Shared("outing", f"{outing.begun_at:%Y-%m-%d}", person, row.expires_at, outing=outing)


def somewhere(water: Reach) -> Reach:
    """Return a water that does not tell where it is: no name, river, gauge, rules, names of its soundings and lanes, or own words."""
    lanes = tuple(lane.model_copy(update={"name": str(n)}) for n, lane in enumerate(water.lanes, start=1))
    soundings = tuple(s.model_copy(update={"name": ""}) for s in water.soundings)
    named = say("some-river") if water.nature.flows else say("some-lake")
    hidden = {"name": named, "river": "", "gauge": None, "gauged": None, "rules": None, "id": "somewhere", "about": ""}
    return water.model_copy(update={**hidden, "soundings": soundings, "lanes": lanes})


def _tapers(piece: Piece, writer: Writer) -> str:
    butt, tip = (writer.text("diameter", mm / 1000) for mm in (piece.d0_mm, piece.d1_mm))
    wide = butt if butt == tip else say("tapers", butt=butt, tip=tip)
    return f"{wide}, {writer.text('length', piece.length)}"


def leader_of(work: Work, subject: str) -> OwnedLeader:
    """Return a leader of one's own; KeyError where there is none."""
    found = next((doc for doc in work.belongings.shelf(LEADERS) if doc.id == subject), None)
    if not isinstance(found, OwnedLeader):
        raise KeyError(subject)
    return found


def rig_of(work: Work, subject: str) -> Rig:
    """Return a rig of one's own as it is now; KeyError or ValueError where there is none."""
    row: RigRow | None = work.rigs.get(UUID(subject))
    head = work.rigs.revision(row.head_revision) if row is not None else None
    if head is None:
        raise KeyError(subject)
    return head.document


def water_of(work: Work, subject: str) -> Reach:
    """Return a water of one's own; KeyError where there is none."""
    row = work.belongings.reach_row(subject)
    if row is None:
        raise KeyError(subject)
    return row.document


def _name(work: Work, kind: str, subject: str) -> str:
    if kind == "water":
        row = work.belongings.reach_row(subject)
        if row is None:
            raise UnknownReachError(subject)
        return row.document.name
    if kind == "leader":
        try:
            return leader_of(work, subject).name
        except KeyError:
            raise UnknownRigError(subject) from None
    try:
        key = UUID(subject)
    except ValueError:
        raise UnknownRigError(subject) from None
    if kind == "rig":
        rig = work.rigs.get(key)
        if rig is None:
            raise UnknownRigError(subject)
        return rig.name
    return see_outing(work, key, Writer()).water_name


def _name_or_gone(work: Work, row: ShareRow) -> str:
    try:
        return _name(work, row.kind, row.subject)
    except (UnknownRigError, UnknownReachError, UnknownOutingError):
        return ""


def _stands(row: ShareRow, now: datetime) -> bool:
    return row.ended_at is None and row.expires_at > now


def _view(row: ShareRow, name: str, now: datetime) -> LinkView:
    return LinkView(
        row.id, row.kind, row.subject, name, row.made_at, row.expires_at, _stands(row, now), row.opened or 0
    )
