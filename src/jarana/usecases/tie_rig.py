"""Mark a rig tied: a revision of it, its line off the spools and its flies out of the box; all can be taken back."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid5

from sqlalchemy.orm import Session

from jarana.core.errors import InputError
from jarana.core.leader.wear import MOST_EVENTS, Wear, Worn, worn
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import needed_mm
from jarana.core.stock.change import Entries
from jarana.core.stock.tied import moved_flies, still_out, taken_by_tying
from jarana.core.units import Writer
from jarana.storage.repositories import Belongings, Rigs
from jarana.storage.tables import RigRevisionRow, TieRow, WearRow
from jarana.usecases.keep_rig import UnknownRigError, keep_rig
from jarana.usecases.keep_stock import keep_entries, undo_change


class UnknownTieError(Exception):
    """There is no such tie of one's own."""


@dataclass(frozen=True)
class Tied:
    """A tie, its revision, metres taken by spool id, the flies that hang on it (weights of the box by id), and its wear."""

    tie: TieRow
    revision: RigRevisionRow
    taken_m: dict[str, float]
    flies_out: list[str]
    worn: tuple[Worn, ...] = ()
    events: tuple[WearRow, ...] = ()


def tie_rig(
    session: Session,
    owner: UUID,
    rig_id: UUID,
    tie_id: UUID,
    revision_id: UUID,
    base: UUID | None,
    document: Rig,
    now: datetime,
) -> Tied:
    """Make a revision and take what it needs from the drawer; a repeated send of the same id changes nothing."""
    rigs, belongings = Rigs(session, owner), Belongings(session, owner)
    done = rigs.tie(tie_id)
    if done is None:
        belongings.lock()
        revision = keep_rig(session, owner, rig_id, revision_id, base, document, "tied")
        done = TieRow(id=tie_id, owner_id=owner, rig_id=rig_id, revision_id=revision.id)
        session.add(done)
        session.flush()
        needed = needed_mm(cuts_of(document, Writer(), Measures()))
        taken = taken_by_tying(belongings.drawer(), needed, [a.body for a in document.attachments])
        keep_entries(belongings, uuid5(tie_id, "taken"), f"tied {document.name}", taken, now, tie_id)
    elif done.rig_id != rig_id:
        raise UnknownRigError(str(rig_id))
    return tied_of(belongings, rigs, done)


def untie_rig(session: Session, owner: UUID, tie_id: UUID, now: datetime) -> Tied:
    """Take a tie back: line and flies return to the drawer, the revision stays in the history."""
    rigs, belongings = Rigs(session, owner), Belongings(session, owner)
    tie = _known(rigs, tie_id)
    if tie.undone_at is None:
        for change in belongings.changes_of_tie(tie_id):
            if change.entries.act == "tie":
                undo_change(belongings, change.id, now)
        tie.undone_at = now
        session.flush()
    return tied_of(belongings, rigs, tie)


def settle_flies(
    session: Session, owner: UUID, tie_id: UUID, change_id: UUID, back: list[str], lost: list[str], now: datetime
) -> Tied:
    """Say what became of a tied rig's flies: back in the box, or lost.

    Raises
    ------
    InputError
        Naming flies that do not hang on it.
    """
    rigs, belongings = Rigs(session, owner), Belongings(session, owner)
    belongings.lock()
    tie = _known(rigs, tie_id)
    if belongings.change(change_id) is None:
        out = tied_of(belongings, rigs, tie).flies_out
        for k, weight in enumerate([*back, *lost]):
            if weight not in out:
                raise InputError.one(f"flies[{k}]", weight, "does not hang on this rig")
            out.remove(weight)
        moved = moved_flies(belongings.drawer(), back, +1)
        words = [f"{len(flies)} {what}" for flies, what in ((back, "back in the box"), (lost, "lost")) if flies]
        did = Entries(act="flies", entries=tuple(moved), back=tuple(back), lost=tuple(lost))
        keep_entries(belongings, change_id, "flies: " + ", ".join(words), did, now, tie_id)
    return tied_of(belongings, rigs, tie)


def note_wear(session: Session, owner: UUID, tie_id: UUID, wear_id: UUID, event: Wear, now: datetime) -> Tied:
    """Write down what happened to a tied rig; a renewed span is cut from its spool again.

    Raises
    ------
    InputError
        When the span is not there, or more is lost than there is.
    """
    rigs, belongings = Rigs(session, owner), Belongings(session, owner)
    belongings.lock()
    tie = _known(rigs, tie_id)
    tied = tied_of(belongings, rigs, tie)
    if rigs.wear_row(wear_id) is None:
        if len(tied.events) >= MOST_EVENTS:
            raise InputError.one("kind", event.kind, f"at most {MOST_EVENTS} things happen to one rig")
        rig = tied.revision.document
        worn(rig, [*(row.event for row in tied.events), event])
        rigs.add_wear(WearRow(id=wear_id, owner_id=owner, tie_id=tie_id, event=event))
        if event.kind == "renewed":
            cut = next((c for c in cuts_of(rig, Writer(), Measures()) if c.part == event.span), None)
            if cut and cut.spool_id:
                took = taken_by_tying(belongings.drawer(), {cut.spool_id: cut.cut_mm}, [])
                did = took.model_copy(update={"act": "edit"})
                keep_entries(belongings, uuid5(wear_id, "taken"), f"renewed {cut.name.lower()}", did, now, tie_id)
    return tied_of(belongings, rigs, tie)


def take_wear_back(session: Session, owner: UUID, tie_id: UUID, wear_id: UUID, now: datetime) -> Tied:
    """Take back what was written down, with the line it took."""
    rigs, belongings = Rigs(session, owner), Belongings(session, owner)
    tie, row = _known(rigs, tie_id), rigs.wear_row(wear_id)
    if row is None or row.tie_id != tie_id:
        raise UnknownTieError(str(wear_id))
    if row.undone_at is None:
        row.undone_at = now
        taken = uuid5(wear_id, "taken")
        if belongings.change(taken):
            undo_change(belongings, taken, now)
        session.flush()
    return tied_of(belongings, rigs, tie)


def tied_of(belongings: Belongings, rigs: Rigs, tie: TieRow) -> Tied:
    """Return a tie with its revision and what it holds of the drawer."""
    revision = rigs.revision(tie.revision_id)
    if revision is None:
        raise UnknownRigError(str(tie.rig_id))
    standing = [c.entries for c in belongings.changes_of_tie(tie.id) if c.undone_at is None]
    taken = {
        entry.item: round(float(entry.before["left_m"]) - float(entry.after["left_m"]), 3)  # type: ignore[arg-type]
        for change in standing
        for entry in change.entries
        if entry.kind == "spools" and entry.before and entry.after
    }
    events = tuple(rigs.wear(tie.id)) if tie.undone_at is None else ()
    left = worn(revision.document, [row.event for row in events])
    return Tied(tie, revision, taken, still_out(standing), left, events)


def _known(rigs: Rigs, tie_id: UUID) -> TieRow:
    tie = rigs.tie(tie_id)
    if tie is None:
        raise UnknownTieError(str(tie_id))
    return tie
