"""Take what a phone wrote down at the water, once; and tell an outing of it."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass
from uuid import UUID, uuid5

from pydantic import TypeAdapter, ValidationError

from jarana.core.bank.outing import OutingView, outing_of
from jarana.core.bank.taps import every_tap
from jarana.core.documents import Document
from jarana.core.errors import InputError
from jarana.core.journal import Event, event_kinds
from jarana.core.journal.kinds.apart import Apart
from jarana.core.journal.kinds.changed import Changed
from jarana.core.journal.kinds.drift import Drift
from jarana.core.journal.kinds.outing import Outing
from jarana.core.rig.edits.base import RigEdit
from jarana.core.search.any_edit import AnyEdit
from jarana.core.stock.change import Entries
from jarana.core.stock.tied import moved_flies
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.storage.tables import EventRow
from jarana.storage.work import HERE, Work
from jarana.usecases.keep_lesson import unlearn
from jarana.usecases.keep_rig import StaleBaseError, UnknownRigError, keep_rig
from jarana.usecases.keep_stock import keep_entries, redo_change, undo_change
from jarana.usecases.quota import may_add
from jarana.usecases.tie_rig import last_tie

say = phrases(
    __name__,
    """
that-device-is-the-server = that device is the server's own
its-place-in-the-order = its place in the order of its device is taken
there-is-no-such-kind = there is no such kind of event at the water
it-belongs-to-no-outing = it belongs to no outing of yours
there-is-no-such-tap = there is no such tap
its-payload-is-larger-than = its payload is larger than { $largest_payload } kB
its-payload-cannot-be-written = its payload cannot be written down
its-time-has-no-zone = its time has no zone, or is not in the years { $first_year } to { $last_year }
only-an-undo-takes-something = only an undo takes something back
what-it-takes-back-is = what it takes back is not there
lost-at-the-water = lost at the water: { $called }
is-the-id-of-something = is the id of something else
""",
)

MOST_EVENTS = 200
"""Events of one send, and of one look at what is there: a log that is brought in has more."""
MOST_OUTINGS = 400
MOST_OF_AN_OUTING = 5000
MOST_TOLD = 20_000
"""Events that are read for a list of outings: the newest."""
LARGEST_PAYLOAD = 16_000
"""bytes."""
FIRST_YEAR, LAST_YEAR = 1990, 2200


class UnknownOutingError(Exception):
    """There is no such outing of one's own."""


@dataclass(frozen=True)
class Refused:
    """An event that is not written down, and why; a phone keeps it aside and goes on."""

    id: UUID
    why: str


def unknown_of(work: Work, ids: Sequence[UUID]) -> set[UUID]:
    """Return which of some events are not written down yet."""
    with work.reading():
        return set(ids) - work.journal.there(ids)


def take_events(work: Work, events: Sequence[Event]) -> tuple[list[UUID], list[Refused]]:
    """Write down what happened at the water; what is written down already stays as it is.

    An event that cannot be kept is refused alone: the others are kept all the same.
    """
    kept: list[UUID] = []
    refused: list[Refused] = []
    with work.writing():
        may_add(work, "events", len(events))
        for k in range(0, len(events), MOST_EVENTS):
            some = events[k : k + MOST_EVENTS]
            with work.journal.looked_up(some):
                for event in some:
                    why = _take(work, event)
                    if why:
                        refused.append(Refused(event.id, why))
                    else:
                        kept.append(event.id)
    return kept, refused


def _take(work: Work, event: Event) -> str:
    """Write one event down; return why not."""
    there = work.journal.get(event.id)
    if there is not None:
        return "" if there.kind == event.kind and there.device == event.device else say("is-the-id-of-something")
    wrong = _unfit(event)
    if wrong:
        return wrong
    if event.device == HERE:
        return say("that-device-is-the-server")
    if work.journal.taken_seq(event.device, event.seq):
        return say("its-place-in-the-order")
    if event.undoes is not None:
        return _undo(work, event)
    kind = event_kinds().get(event.kind)
    if kind is None or not kind.bank:
        return say("there-is-no-such-kind")
    try:
        told = kind.of(event)
    except (InputError, ValidationError) as error:
        return _said(error)
    if isinstance(told, Outing):
        work.journal.append(event)
        return ""
    outing = work.journal.get(event.about) if event.about else None
    if outing is None or outing.kind != "outing":
        return say("it-belongs-to-no-outing")
    if isinstance(told, Drift) and told.tap not in every_tap():
        return say("there-is-no-such-tap")
    row = work.journal.append(event)
    _follow(work, row, told, outing)
    return ""


def _unfit(event: Event) -> str:
    """Return why no database could keep an event, or nobody should: its size, marks no store accepts, a year nobody fishes in."""
    try:
        text = json.dumps(event.payload, ensure_ascii=False, allow_nan=False)
        size = len(text.encode())
    except (ValueError, UnicodeEncodeError, RecursionError):
        return say("its-payload-cannot-be-written")
    if size > LARGEST_PAYLOAD:
        return say("its-payload-is-larger-than", largest_payload=LARGEST_PAYLOAD // 1000)
    if "\\u0000" in json.dumps(event.payload) or "\0" in text:
        return say("its-payload-cannot-be-written")
    if event.at.tzinfo is None or not FIRST_YEAR <= event.at.year < LAST_YEAR:
        return say("its-time-has-no-zone", first_year=FIRST_YEAR, last_year=LAST_YEAR)
    return ""


def _said(error: InputError | ValidationError) -> str:
    if isinstance(error, InputError):
        return "; ".join(f"{f.path}: {f.reason}" for f in error.faults)[:300]
    first = error.errors()[0]
    return f"{'.'.join(str(p) for p in first['loc'])}: {first['msg']}"[:300]


def _undo(work: Work, event: Event) -> str:
    assert event.undoes is not None
    if event.kind != "undo":
        return say("only-an-undo-takes-something")
    root = _root(work, event.undoes)
    kind = event_kinds().get(root.kind) if root else None
    if root is None or kind is None or not kind.bank or event.about not in (root.about, root.id):
        return say("what-it-takes-back-is")
    work.journal.append(event)
    _settle(work, root)
    return ""


def _root(work: Work, event_id: UUID) -> EventRow | None:
    """Return what a chain of undos is about in the end."""
    row = work.journal.get(event_id)
    for _ in range(MOST_EVENTS):
        if row is None or row.undoes is None:
            return row
        row = work.journal.get(row.undoes)
    return None


def _settle(work: Work, root: EventRow) -> None:
    """Let the drawer follow what was taken back, or made again."""
    work.session.refresh(root)
    change = work.journal.get(uuid5(root.id, "lost"))
    if change is not None:
        (undo_change if root.undone else redo_change)(work, change.id)
    outing = root if root.kind == "outing" else work.journal.get(root.about) if root.about else None
    if root.kind in ("outing", "apart") and outing is not None:
        _unlearn(work, outing)


def _follow(work: Work, row: EventRow, told: Document, outing: EventRow) -> None:
    """Do what an event brings with it: a fly that was lost leaves the drawer, a change that was made is a revision."""
    if isinstance(told, Apart):
        _unlearn(work, outing)
    elif isinstance(told, Drift) and told.source and every_tap()[told.tap].loses:
        _lose(work, row, told, outing)
    elif isinstance(told, Changed) and told.made and told.edits:
        _revise(work, row, told, outing)


def _unlearn(work: Work, outing: EventRow) -> None:
    """Drop what was learnt of the water of an outing whose log is no longer what it was."""
    document = event_kinds()["outing"].of(outing.event)
    assert isinstance(document, Outing)
    unlearn(work, document.water)


def _lose(work: Work, row: EventRow, told: Drift, outing: EventRow) -> None:
    document = event_kinds()["outing"].of(outing.event)
    assert isinstance(document, Outing)
    assert told.source is not None
    rig = document.rigs[told.at.rig].id if told.at.rig < len(document.rigs) else ""
    drawer = work.belongings.drawer()
    name = next((p.name for p in drawer.patterns for w in p.weights if w.id == told.source), "")
    if not name:
        return
    tie = None
    try:
        tie = last_tie(work, UUID(rig))
    except (ValueError, UnknownRigError):
        tie = None
    out = tie is not None and told.source in tie.flies_out
    entries = () if out else tuple(moved_flies(drawer, [told.source], -1))
    did = Entries(act="flies", entries=entries, lost=(told.source,) if out else ())
    keep_entries(
        work, uuid5(row.id, "lost"), say("lost-at-the-water", called=name), did, tie.tie.id if out and tie else None
    )


def _revise(work: Work, row: EventRow, told: Changed, outing: EventRow) -> None:
    """Keep a rig as it was changed at the water, on top of the newest; where that cannot be done it stays a line of the log."""
    document = event_kinds()["outing"].of(outing.event)
    assert isinstance(document, Outing)
    if told.rig >= len(document.rigs):
        return
    along = document.rigs[told.rig]
    try:
        rig_id, revision = UUID(along.id), UUID(along.revision or "")
    except ValueError:
        return
    known, head = work.rigs.revision(revision), work.rigs.get(rig_id)
    if known is None or head is None or known.rig_id != rig_id:
        return
    drawer, rig = work.belongings.drawer(), known.document
    try:
        for plain in told.edits:
            edit = TypeAdapter(AnyEdit).validate_python(plain)
            if isinstance(edit, RigEdit):
                rig = edit.apply(rig, drawer)
        keep_rig(work, rig_id, uuid5(row.id, "changed"), head.head_revision, rig, "at the water")
    except (InputError, ValidationError, StaleBaseError, UnknownRigError):
        return


def outing_events(work: Work, outing: UUID) -> list[Event]:
    """Return the events of an outing of one's own.

    Raises
    ------
    UnknownOutingError
        When there is none.
    """
    rows = work.journal.of_outing(outing)
    if not any(row.kind == "outing" and row.id == outing for row in rows):
        raise UnknownOutingError
    return [row.event for row in rows[:MOST_OF_AN_OUTING]]


def see_outing(work: Work, outing: UUID, writer: Writer) -> OutingView:
    """Return an outing as its events tell it, figures as the person reads them.

    Raises
    ------
    UnknownOutingError
        When there is none, or it was taken back.
    """
    with work.reading():
        events = outing_events(work, outing)
    view = outing_of(events, writer)
    if view is None:
        raise UnknownOutingError
    return view


def list_outings(work: Work, most: int = MOST_OUTINGS) -> list[OutingView]:
    """Return one's outings, newest first."""
    with work.reading():
        rows = [row for row in work.journal.newest("outing", most) if not row.undone]
        events: dict[UUID, list[Event]] = {row.id: [row.event] for row in rows}
        for row in work.journal.of_outings(list(events), MOST_TOLD):
            assert row.about is not None
            events[row.about].append(row.event)
    views = [outing_of(own[:MOST_OF_AN_OUTING]) for own in events.values()]
    return sorted((v for v in views if v is not None), key=lambda v: v.begun_at, reverse=True)
