"""Mark a rig tied: a revision of it, and the line off its spools; both can be taken back."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from uuid import UUID

from sqlalchemy.orm import Session

from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import needed_mm
from jarana.core.units import Writer
from jarana.storage.repositories import Belongings, Rigs
from jarana.storage.tables import MovementRow, RigRevisionRow, TieRow
from jarana.usecases.keep_rig import UnknownRigError, keep_rig


class UnknownTieError(Exception):
    """There is no such tie of one's own."""


@dataclass(frozen=True)
class Tied:
    """A tie, its revision, and metres taken by spool id."""

    tie: TieRow
    revision: RigRevisionRow
    taken_m: dict[str, float]


def tie_rig(
    session: Session, owner: UUID, rig_id: UUID, tie_id: UUID, revision_id: UUID, base: UUID | None, document: Rig
) -> Tied:
    """Make a revision and take the cut lengths from the spools; a repeated send of the same id changes nothing.

    A spool that holds less than is needed is emptied: the angler has the line in hand, so its figure was wrong.
    """
    rigs, belongings = Rigs(session, owner), Belongings(session, owner)
    done = rigs.tie(tie_id)
    if done is None:
        revision = keep_rig(session, owner, rig_id, revision_id, base, document, "tied")
        done = TieRow(id=tie_id, owner_id=owner, rig_id=rig_id, revision_id=revision.id)
        session.add(done)
        session.flush()
        needed = needed_mm(cuts_of(document, Writer(), Measures()))
        for row in belongings.spool_rows(list(needed)):
            taken = round(min(needed[row.id] / 1000, row.document.left_m), 3)
            row.document = row.document.model_copy(update={"left_m": round(row.document.left_m - taken, 3)})
            why = f"tied {document.name}"[:120]
            session.add(MovementRow(owner_id=owner, item_id=row.id, amount=-taken, why=why, tie_id=tie_id))
        session.flush()
    elif done.rig_id != rig_id:
        raise UnknownRigError(str(rig_id))
    return tied_of(rigs, done)


def untie_rig(session: Session, owner: UUID, tie_id: UUID, now: datetime) -> Tied:
    """Take a tie back: the line returns to its spools, the revision stays in the history."""
    rigs, belongings = Rigs(session, owner), Belongings(session, owner)
    tie = rigs.tie(tie_id)
    if tie is None:
        raise UnknownTieError(str(tie_id))
    if tie.undone_at is None:
        taken = {m.item_id: -m.amount for m in rigs.taken_for(tie_id) if m.amount < 0}
        for row in belongings.spool_rows(list(taken)):
            left = round(row.document.left_m + taken[row.id], 3)
            row.document = row.document.model_copy(update={"left_m": left})
            session.add(
                MovementRow(owner_id=owner, item_id=row.id, amount=taken[row.id], why="taken back", tie_id=tie_id)
            )
        tie.undone_at = now
        session.flush()
    return tied_of(rigs, tie)


def tied_of(rigs: Rigs, tie: TieRow) -> Tied:
    """Return a tie with its revision and what it holds of each spool."""
    revision = rigs.revision(tie.revision_id)
    if revision is None:
        raise UnknownRigError(str(tie.rig_id))
    taken: dict[str, float] = {}
    for movement in rigs.taken_for(tie.id):
        taken[movement.item_id] = round(taken.get(movement.item_id, 0.0) - movement.amount, 3)
    return Tied(tie, revision, taken)
