"""The rod holds the leader: contact fishing. The sighter's lower end is led along the surface."""

from __future__ import annotations

from typing import TYPE_CHECKING, ClassVar, Literal

from jarana.core.heads.base import WITH_ROD_S, HeadPart, Sign
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
flies-throw-line-flicked = the flies throw the line, flicked or lobbed on a tight line
sighter = the sighter
""",
)

if TYPE_CHECKING:
    from jarana.core.rig.model import Rig

SIGHTER_SEEN = 0.01
"""m: a sighter is read as far as a float of this size, about as far as a held line reaches anyway (practice)."""
MARKED = ("sighter", "braid")
"""Looks of a line that is read."""


def top_span(rig: Rig) -> int:
    """Return the index of the first span under water: the one below the sighter.

    Without a sighter it is the first span below the coloured part; without either, the last span.
    """
    marked = [i for i, s in enumerate(rig.spans) if s.material.look in MARKED]
    coloured = [i for i, s in enumerate(rig.spans) if s.material.look == "mono"]
    above = marked or coloured
    return min(above[-1] + 1 if above else 0, len(rig.spans) - 1)


class HeldHead(HeadPart):
    """The top end is held by the rod: contact fishing; the sighter's lower end is led along."""

    kind: Literal["held"] = "held"

    noun: ClassVar[str] = "rod"
    habit: ClassVar[str] = "held"
    reads: ClassVar[tuple[str, ...]] = ("sag", "sunk", "wind", "casting_length")
    leaves: ClassVar[tuple[str, ...]] = ("float_load", "take_to_sign", "netting")
    droppers_stop: ClassVar[bool] = False
    lifted: ClassVar[bool] = True
    tip_m: ClassVar[float] = 2.0
    longest_s: ClassVar[float] = WITH_ROD_S
    in_the_river: ClassVar[str] = "led"
    in_the_lake: ClassVar[str] = "figure"

    def hangs_from(self, rig: Rig) -> float:
        """Return where the sighter ends."""
        return sum(s.length for s in rig.spans[: top_span(rig)])

    def not_thrown_by_loop(self) -> str:
        """Return how it is thrown instead."""
        return say("flies-throw-line-flicked")

    def sign(self, rig: Rig) -> Sign | None:
        """Return the sighter."""
        return Sign(say("sighter"), SIGHTER_SEEN)


HEAD = HeldHead
