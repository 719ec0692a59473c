"""Mark a rig tied: a revision of it, its line off the spools and its flies out of the box; all can be taken back."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID, uuid5

from sqlalchemy.orm import Session

from jarana.core.errors import InputError
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import needed_mm
from jarana.core.stock.change import Entries
from jarana.core.stock.tied import moved_flies, still_out, taken_by_tying
from jarana.core.units import Writer
from jarana.storage.repositories import Belongings, Rigs
from jarana.storage.tables import RigRevisionRow, TieRow
from jarana.usecases.keep_rig import UnknownRigError, keep_rig
from jarana.usecases.keep_stock import keep_entries, undo_change


class UnknownTieError(Exception):
    """There is no such tie of one's own."""


@dataclass(frozen=True)
class Tied:
    """A tie, its revision, metres taken by spool id, and the flies that hang on it, weights of the box by id."""

    tie: TieRow
    revision: RigRevisionRow
    taken_m: dict[str, float]
    flies_out: list[str]


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
    return Tied(tie, revision, taken, still_out(standing))


def _known(rigs: Rigs, tie_id: UUID) -> TieRow:
    tie = rigs.tie(tie_id)
    if tie is None:
        raise UnknownTieError(str(tie_id))
    return tie
