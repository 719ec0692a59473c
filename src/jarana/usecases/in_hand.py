"""Today's water and the rig in hand: the person's, whatever browser they sit at."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from jarana.storage.work import Work
from jarana.usecases.keep_reach import UnknownReachError
from jarana.usecases.keep_rig import UnknownRigError


@dataclass(frozen=True)
class InHand:
    """A water and a rig of one's own; None where there is none of either. `told` are their names, a line each: the rig, the water,
    the flies from the rod down."""

    water: str | None
    rig: UUID | None
    told: tuple[str, ...] = ()


def in_hand(work: Work) -> InHand:
    """Return what is in hand; where that is gone, or nothing was taken yet, the newest rig and the first water."""
    angler = work.anglers.get(work.owner)
    water = angler.water_in_hand if angler else None
    rig = angler.rig_in_hand if angler else None
    reach = work.belongings.reach_row(water) if water else None
    kept = work.rigs.get(rig) if rig else None
    reach = reach or next(iter(work.belongings.reach_rows()), None)
    kept = kept or next(iter(work.rigs.listed(1)), None)
    revision = work.rigs.revision(kept.head_revision) if kept else None
    tied = revision.document if revision else None
    flies = ", ".join(a.fly.pattern for a in tied.attachments if a.fly) if tied else ""
    lines = tied.name if tied else "", reach.document.full_name if reach else "", flies
    return InHand(reach.id if reach else None, kept.id if kept else None, tuple(line for line in lines if line))


def take_in_hand(work: Work, water: str | None, rig: UUID | None) -> InHand:
    """Take a water, a rig, or both in hand; what is None stays as it is.

    Raises
    ------
    UnknownReachError, UnknownRigError
        When it is not one's own.
    """
    with work.writing():
        if water is not None and work.belongings.reach_row(water) is None:
            raise UnknownReachError(water)
        if rig is not None and work.rigs.get(rig) is None:
            raise UnknownRigError(str(rig))
        angler = work.anglers.get(work.owner)
        if angler is not None:
            angler.water_in_hand = water or angler.water_in_hand
            angler.rig_in_hand = rig or angler.rig_in_hand
        return in_hand(work)
