"""What anglers do next by what they counted, where no belief decides: data, looked up on the bank without a signal."""

from __future__ import annotations

from jarana.core.bank.taps import every_tap
from jarana.core.model import Frozen
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
step-on = Step on
step-on-why = { $n } drifts over this place and no fish.
hung = Rod tip or float up a hand's width
hung-why = Hung up { $least } times in the last { $n }: that costs nothing. Then a bead down, then shorter.
refused = Finer, or a metre longer
refused-why = Refused twice: then smaller, then a pupa on its bend.
drags = Slack, nearer, or an upstream mend
drags-why = It dragged { $least } times of the last { $n }.
soaked = Dry it and dress it
soaked-why = { $n } casts since it was dressed.
splash = A step down: a beaded lead fly, a sinking leader, or a slower swing
splash-why = Splashed behind twice: the flies ride too high.
bump = One fly, on a shorter tag
bump-why = Bumped { $least } times without a hold.
count = Ten seconds more, or fewer after weed
count-why = { $n } retrieves and nothing. Then slower, faster, a longer hang; then the spacing.
tangle = One fly fewer, or a slower stroke
tangle-why = { $least } tangles in the last { $n }.
""",
)


class Counsel(Frozen):
    """A rule of practice: of the last so many drifts at least so many ended in one of some taps; then this is said.

    Attributes
    ----------
    only
        All of the last drifts must be of these taps: a run, not a count.
    since
        The count begins after this happened.
    here
        Only drifts at this place count.
    """

    key: str
    of: tuple[str, ...]
    least: int
    last: int
    only: bool = False
    since: tuple[str, ...] = ()
    here: bool = False
    says: str
    why: str


def _counsel(
    key: str,
    of: tuple[str, ...],
    least: int,
    last: int,
    *,
    only: bool = False,
    since: tuple[str, ...] = (),
    here: bool = False,
) -> Counsel:
    known = every_tap()
    assert all(tap in known for tap in (*of, *since)), key
    why = say(f"{key}-why", n=last, least=least)
    return Counsel(key=key, of=of, least=least, last=last, only=only, since=since, here=here, says=say(key), why=why)


BLANK = ("nothing", "step", "ticked", "dragging", "weed", "drags")
ALWAYS = (
    _counsel("hung", ("hung", "lost"), 2, 10),
    _counsel("tangle", ("tangle", "wind-knot"), 2, 8),
    _counsel("bump", ("bump",), 3, 10),
    _counsel("step-on", BLANK, 15, 15, only=True, here=True),
)
BY_ROW = {
    "touch": (),
    "swing": (_counsel("splash", ("splash",), 2, 8),),
    "lake": (_counsel("count", ("nothing", "weed"), 3, 3, only=True),),
    "dry": (
        _counsel("refused", ("refused",), 2, 6),
        _counsel("drags", ("drags",), 2, 5),
        _counsel("soaked", ("nothing", "refused", "drags", "take"), 20, 20, only=True, since=("dried", "take")),
    ),
}
"""Starting values of practice (bank notes); the plan's belief speaks before them."""


def counsel_of(situation: Situation) -> tuple[Counsel, ...]:
    """Return the rules of a rig in its water, those of its way of fishing first."""
    return (*BY_ROW["lake" if not situation.water.nature.flows else situation.head.taps], *ALWAYS)
