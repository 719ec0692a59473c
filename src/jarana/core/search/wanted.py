"""What is asked of a find."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from jarana.core.methods.base import Method
from jarana.core.rig.model import Rig
from jarana.core.rig.rerig import rerig
from jarana.core.situation import Situation


@dataclass(frozen=True)
class Wanted:
    """What is asked of a find.

    Attributes
    ----------
    only
        Keys of the methods asked for; empty for any.
    most_knots
        From the rig in hand at most.
    hand
        The rig in hand.
    """

    only: tuple[str, ...] = ()
    most_knots: int | None = None
    hand: Rig | None = None

    def begins(self, method: Method) -> bool:
        """Say whether a method's search begins with the rig in hand: where its knots are counted."""
        return self.hand is not None and self.most_knots is not None and self.hand.method == method.key

    def allows(self, method: Method) -> Callable[[Situation], bool] | None:
        """Return which rigs a search that begins with the rig in hand may meet; None for any."""
        hand, most = self.hand, self.most_knots
        if hand is None or most is None or not self.begins(method):
            return None

        def few_knots(situation: Situation) -> bool:
            water = situation.water
            way = rerig(hand, situation.rig, water.temperature_c, water.wind_m_s, situation.writer)
            return way.cost.knots <= most

        return few_knots
