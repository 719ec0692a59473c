"""Two rods side by side: two rigs in the same water, the same drifts for both."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.outcomes.shares import in_ten
from jarana.core.rig.model import Rig
from jarana.core.search.valued import SHOWN, Valued, Valuer, identity
from jarana.core.situation import Situation
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.worth.judge import better_share

say = phrases(
    __name__,
    """
out = { $name } is ruled out here: { $reason }.
cannot = { $name } cannot be fished in this water.
better = { $name } is worth more on { $share } of the same water, hand and eddies.
alike = Neither is worth more: each on as many of the same drifts.
""",
)
ALIKE = 0.05
"""By so much the share of drifts may be off a half and neither is said to be worth more."""


@dataclass(frozen=True)
class SideBySide:
    """What two rigs do in the same water, None where one cannot be fished there; and which is worth more, in a sentence."""

    one: Valued | None
    other: Valued | None
    told: str


def side_by_side(situation: Situation, other: Rig, watch: Watch | None = None) -> SideBySide:
    """Return how a rig and another do in the same water, on the same drifts.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """
    both = (situation, situation.with_rig(other))
    value = Valuer(watch)
    value.watch.expects(1)
    found = {identity(v.situation): v for v in value(both, SHOWN, screened=False)}
    value.watch.step()
    one, two = (found.get(identity(s)) for s in both)
    return SideBySide(one, two, _told(one, two, (situation.rig.name, other.name)))


def _told(one: Valued | None, two: Valued | None, names: tuple[str, str]) -> str:
    for valued, name in zip((one, two), names, strict=True):
        if valued is None:
            return say("cannot", name=name)
        if valued.worth.excluded:
            return say("out", name=name, reason=valued.worth.excluded)
    assert one is not None
    assert two is not None
    share = better_share(one.worth, two.worth)
    if abs(share - 0.5) <= ALIKE:
        return say("alike")
    better, often = (names[0], share) if share > 0.5 else (names[1], 1.0 - share)
    return say("better", name=better, share=in_ten(often))
