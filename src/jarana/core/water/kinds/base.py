"""What a kind of water is."""

from __future__ import annotations

from collections.abc import Mapping
from dataclasses import dataclass, field
from typing import Literal

Way = tuple[float, float]
"""A direction over the water: along the chain (downstream in a river, away from the angler in a lake), and across it."""


@dataclass(frozen=True)
class WaterKind:
    """A kind of water.

    Attributes
    ----------
    key
        As documents name it.
    flows
        It has a pace, lanes, throws to pace it and drifts told in metres; else it is still and told in seconds.
    winds
        The words for where a wind blows, and its way.
    axis
        What a drift in it reads against.
    along
        What its soundings lie along.
    near_m
        So far outside a taking zone half of the fish take still, m: what is as near counts as in it (guess).
    gone
        Fields of a water of this kind that hold nothing, with what they hold instead.
    """

    key: str
    flows: bool
    winds: Mapping[str, Way]
    axis: Literal["metres", "seconds"]
    along: str
    near_m: float
    gone: Mapping[str, object] = field(default_factory=dict)

    @property
    def usual_wind(self) -> str:
        """The word a new water of this kind begins with."""
        return next(iter(self.winds))

    def head_wind(self, blows: str, wind: float, cast: Way) -> float:
        """Return the part of a wind (m/s) against a cast made that way (a unit vector); negative from behind.

        Examples
        --------
        >>> from jarana.core.water.kinds.river import KIND
        >>> KIND.head_wind("downstream", 4.0, (-1.0, 0.0)), KIND.head_wind("upstream", 4.0, (-1.0, 0.0))
        (4.0, -4.0)
        """
        x, y = self.winds[blows]
        return -(x * cast[0] + y * cast[1]) * wind + 0.0
