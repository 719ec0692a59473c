"""What every coordinate says of itself."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from dataclasses import dataclass

from jarana.core.errors import InputError
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.geometry import span_starts
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation

Move = tuple[RigEdit, ...]


@dataclass(frozen=True)
class Coordinate:
    """One thing that can be changed.

    Attributes
    ----------
    key
        Its name.
    order
        When it is tried.
    values
        All other values it may take on a rig, each as a move.
    splits
        Values of it split what is worth much by a valley: each is climbed on its own.
    at_once
        It costs no knot: the hand, the count, the place of a float.
    first
        It matters most: a first answer looks at no others.
    """

    key: str
    order: int
    values: Callable[[Situation], Iterator[Move]]
    splits: bool = False
    at_once: bool = False
    first: bool = False


def moved(situation: Situation, move: Move) -> Situation | None:
    """Return a situation after a move; None where it cannot be done or changes nothing."""
    rig, drawer, writer = situation.rig, situation.drawer, situation.writer
    try:
        for edit in move:
            rig = edit.apply(rig, drawer, writer)
    except InputError:
        return None
    return None if rig == situation.rig else situation.with_rig(rig)


def hanging_spans(rig: Rig) -> list[int]:
    """Return the indices of the spans that hang in the water: below where the rig is held; of a fly line its tippets."""
    begins = rig.head.hangs_from(rig)
    starts = span_starts(rig)
    below = [i for i, span in enumerate(rig.spans) if starts[i] + span.length > begins + 1e-6]
    tippets = [i for i in below if rig.spans[i].level]
    return tippets or below[-1:]
