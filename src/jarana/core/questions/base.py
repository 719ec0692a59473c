"""What a disputed question is: both sides as edits of this very rig, so that its own figures speak. Nothing here decides."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from jarana.core.drift.nominal import nominal
from jarana.core.outcomes.band import Band
from jarana.core.rig.edits.base import RigEdit
from jarana.core.situation import Situation
from jarana.core.water.edits.base import WaterEdit
from jarana.core.words.roles import role_name


@dataclass(frozen=True)
class Side:
    """One school: what it says and how this rig is fished its way; `method` starts another rig of the same drawer."""

    name: str
    edits: tuple[RigEdit | WaterEdit, ...] = ()
    method: str | None = None


@dataclass(frozen=True)
class Question:
    """A question, its sides for a situation (none where it cannot be asked), and what to compare.

    Attributes
    ----------
    order
        Where it stands among the others.
    readings
        Keys of the readings shown for each side.
    figures
        Other figures of a side, in words, from its drift as drawn or from what its members do.
    one_side
        It is answered by a computation: one side is enough.
    """

    order: int
    key: str
    asks: str
    sides: Callable[[Situation], tuple[Side, ...]]
    readings: tuple[str, ...] = ()
    figures: Callable[[Situation, Band], tuple[str, ...]] | None = None
    one_side: bool = False


def in_flow(situation: Situation) -> bool:
    """Say whether a question of moving water can be asked."""
    return situation.water.nature.flows and not situation.water.still


def depths(situation: Situation, band: Band) -> tuple[str, ...]:
    """Return how deep every fly is in the end, as drawn; nothing of a rig that has none in the water."""
    writer, flies = situation.writer, nominal(situation).flies
    each = ", ".join(f"{role_name(f.role)} {writer.text('depth', f.settled_depth_m)}" for f in flies)
    return (each,) if each else ()
