"""Mark a rig tied: a revision of it, its line off the spools and its flies out of the box; all can be taken back."""

from __future__ import annotations

from collections import Counter
from dataclasses import dataclass
from uuid import UUID, uuid5

from jarana.core.documents import read, written
from jarana.core.errors import InputError
from jarana.core.journal.kinds.tied import Tied as TiedEvent
from jarana.core.leader.wear import MOST_EVENTS, Wear, Worn, worn
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import needed_mm
from jarana.core.stock.change import Entries
from jarana.core.stock.tied import moved_flies, still_out, taken_by_tying
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.storage.tables import EventRow, RigRevisionRow
from jarana.storage.work import Work
from jarana.usecases.happen import happened, turn
from jarana.usecases.keep_rig import UnknownRigError, keep_rig
from jarana.usecases.keep_stock import keep_entries, moved_of, undo_change

say = phrases(
    __name__,
    """
from-to = from 0 to { $text }
tied = tied { $called }
at-most-things-happen-to = at most { $most_events } things happen to one rig
does-not-hang-on-this = does not hang on this rig
renewed = renewed { $lower }
back-in-the-box = back in the box
""",
)

LONGEST_LOSS_MM = 15_000.0


class UnknownTieError(Exception):
    """There is no such tie of one's own."""


@dataclass(frozen=True)
class Tied:
    """A tie, its revision, metres taken by spool id, the flies that hang on it (weights of the box by id), leaders taken from the wallet by name, and its wear."""

    tie: EventRow
    revision: RigRevisionRow
    taken_m: dict[str, float]
    flies_out: list[str]
    leaders: tuple[str, ...] = ()
    worn: tuple[Worn, ...] = ()
    events: tuple[EventRow, ...] = ()


def tie_rig(work: Work, rig_id: UUID, tie_id: UUID, revision_id: UUID, base: UUID | None, document: Rig) -> Tied:
    """Make a revision and take what it needs from the drawer; a repeated send of the same id changes nothing."""
    with work.writing():
        done = work.journal.get(tie_id)
        if done is None:
            before = work.journal.about(rig_id, "tied")
            on = tied_of(work, before[-1]).revision.document.ready if before else Counter()
            revision = keep_rig(work, rig_id, revision_id, base, document, "tied")
            told = TiedEvent(rig=rig_id, revision=revision.id)
            done = happened(work, tie_id, "tied", written(told), about=rig_id)
            needed = needed_mm(cuts_of(document, Writer(), Measures()))
            bodies = [a.body for a in document.attachments if a.ready is None]
            taken = taken_by_tying(work.belongings.drawer(), needed, bodies, document.ready - on)
            keep_entries(work, uuid5(tie_id, "taken"), say("tied", called=document.name), taken, tie_id)
        elif done.kind != "tied" or done.about != rig_id:
            raise UnknownRigError(str(rig_id))
        return tied_of(work, done)


def untie_rig(work: Work, tie_id: UUID) -> Tied:
    """Take a tie back: line and flies return to the drawer, the revision stays in the history."""
    with work.writing():
        tie = _known(work, tie_id)
        if not tie.undone:
            for change in work.journal.about(tie_id, "stock"):
                if moved_of(change).change.act == "tie":
                    undo_change(work, change.id)
            turn(work, tie, back=True)
        return tied_of(work, tie)


def settle_flies(work: Work, tie_id: UUID, change_id: UUID, back: list[str], lost: list[str]) -> Tied:
    """Say what became of a tied rig's flies: back in the box, or lost.

    Raises
    ------
    InputError
        Naming flies that do not hang on it.
    """
    with work.writing():
        tie = _known(work, tie_id)
        if work.journal.get(change_id) is None:
            out = tied_of(work, tie).flies_out
            for k, weight in enumerate([*back, *lost]):
                if weight not in out:
                    raise InputError.one(f"flies[{k}]", weight, say("does-not-hang-on-this"))
                out.remove(weight)
            moved = moved_flies(work.belongings.drawer(), back, +1)
            words = [
                f"{len(flies)} {what}" for flies, what in ((back, say("back-in-the-box")), (lost, "lost")) if flies
            ]
            did = Entries(act="flies", entries=tuple(moved), back=tuple(back), lost=tuple(lost))
            keep_entries(work, change_id, "flies: " + ", ".join(words), did, tie_id)
        return tied_of(work, tie)


def wear_of(kind: str, span: str, lost: str, writer: Writer) -> Wear:
    """Return what happened to a span as a person told it: how much was lost is typed.

    Raises
    ------
    InputError
        When it cannot be read, or is more than any span is long.
    """
    mm = writer.read("short", lost, "lost") * 1000 if lost.strip() else 0.0
    if not 0 <= mm <= LONGEST_LOSS_MM:
        raise InputError.one("lost", lost, say("from-to", text=writer.text("length", LONGEST_LOSS_MM / 1000)))
    return Wear.model_validate({"kind": kind, "span": span, "mm": round(mm, 1)})


def note_wear(work: Work, tie_id: UUID, wear_id: UUID, event: Wear) -> Tied:
    """Write down what happened to a tied rig; a renewed span is cut from its spool again.

    Raises
    ------
    InputError
        When the span is not there, or more is lost than there is.
    """
    with work.writing():
        tie = _known(work, tie_id)
        tied = tied_of(work, tie)
        if work.journal.get(wear_id) is None:
            if len(tied.events) >= MOST_EVENTS:
                raise InputError.one("kind", event.kind, say("at-most-things-happen-to", most_events=MOST_EVENTS))
            rig = tied.revision.document
            worn(rig, [*(read(Wear, row.payload) for row in tied.events), event])
            happened(work, wear_id, "wear", written(event), about=tie_id)
            if event.kind == "renewed":
                cut = next((c for c in cuts_of(rig, Writer(), Measures()) if c.part == event.span), None)
                if cut and cut.spool_id:
                    took = taken_by_tying(work.belongings.drawer(), {cut.spool_id: cut.cut_mm}, [])
                    did = took.model_copy(update={"act": "edit"})
                    keep_entries(work, uuid5(wear_id, "taken"), say("renewed", lower=cut.name.lower()), did, tie_id)
        return tied_of(work, tie)


def take_wear_back(work: Work, tie_id: UUID, wear_id: UUID) -> Tied:
    """Take back what was written down, with the line it took."""
    with work.writing():
        tie, row = _known(work, tie_id), work.journal.get(wear_id)
        if row is None or row.kind != "wear" or row.about != tie_id:
            raise UnknownTieError(str(wear_id))
        if turn(work, row, back=True):
            taken = uuid5(wear_id, "taken")
            if work.journal.get(taken):
                undo_change(work, taken)
        return tied_of(work, tie)


def last_tie(work: Work, rig_id: UUID) -> Tied | None:
    """Return the newest tie of a rig that was not taken back.

    Raises
    ------
    UnknownRigError
        When there is no such rig of one's own.
    """
    if work.rigs.get(rig_id) is None:
        raise UnknownRigError(str(rig_id))
    ties = work.journal.about(rig_id, "tied")
    return tied_of(work, ties[-1]) if ties else None


def tied_of(work: Work, tie: EventRow) -> Tied:
    """Return a tie with its revision and what it holds of the drawer."""
    revision = work.rigs.revision(read(TiedEvent, tie.payload).revision)
    if revision is None:
        raise UnknownRigError(str(tie.about))
    changes = [moved_of(row).change for row in work.journal.about(tie.id, "stock")]
    taken = {
        entry.item: round(float(entry.before["left_m"]) - float(entry.after["left_m"]), 3)  # type: ignore[arg-type]
        for change in changes
        for entry in change.entries
        if entry.kind == "spools" and entry.before and entry.after
    }
    leaders = tuple(
        str(entry.before["name"])
        for change in changes
        for entry in change.entries
        if entry.kind in ("leaders", "winders") and entry.before
    )
    events = tuple(work.journal.about(tie.id, "wear")) if not tie.undone else ()
    left = worn(revision.document, [read(Wear, row.payload) for row in events])
    return Tied(tie, revision, taken, still_out(changes), leaders, left, events)


def _known(work: Work, tie_id: UUID) -> EventRow:
    tie = work.journal.get(tie_id)
    if tie is None or tie.kind != "tied":
        raise UnknownTieError(str(tie_id))
    return tie
