"""Today's water and the rig in hand: the person's, whatever browser they sit at."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from jarana.storage.work import Work
from jarana.usecases.keep_reach import UnknownReachError
from jarana.usecases.keep_rig import UnknownRigError


@dataclass(frozen=True)
class InHand:
    """A water and a rig of one's own; None where there is none of either."""

    water: str | None
    rig: UUID | None


def in_hand(work: Work) -> InHand:
    """Return what is in hand; where that is gone, or nothing was taken yet, the newest rig and the first water."""
    angler = work.anglers.get(work.owner)
    water = angler.water_in_hand if angler else None
    rig = angler.rig_in_hand if angler else None
    if water is None or work.belongings.reach_row(water) is None:
        rows = work.belongings.reach_rows()
        water = rows[0].id if rows else None
    if rig is None or work.rigs.get(rig) is None:
        newest = work.rigs.listed(1)
        rig = newest[0].id if newest else None
    return InHand(water, rig)


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
