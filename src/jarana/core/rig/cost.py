"""What a change of a rig costs to carry out: knots, line cut anew, minutes in this weather."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.law import Law, Range
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
knots = { $n ->
    [0] no knot
    [one] 1 knot
   *[other] { $n } knots
}
minutes = { $knots }, { $minutes } min
at-once = at once
line-anew = , { $line } of line
""",
)

TYING = Law(
    "time to tie a knot outdoors",
    "practice: 0.6 to 2.1 min by ease, 5 % more for every degree of water below 14 °C, 3 % more for every m/s of wind (starting values)",
    {
        "temperature": Range(0.0, 30.0, "the water", "temperature", "°C"),
        "wind": Range(0.0, 15.0, "the wind", "wind", "m/s"),
    },
    "the minutes are a guess",
)
WARM_C, COLDER, WINDIER = 14.0, 0.05, 0.03
CHOOSE_MIN, TEST_MIN, SLIDE_MIN, LINE_MIN = 0.3, 0.3, 0.3, 4.0
"""To choose a fly, to test what was tied, to move a float or pinch a shot, to change the fly line (starting values)."""


@dataclass(frozen=True)
class Cost:
    """Knots tied, line cut from spools, m, and minutes."""

    knots: int
    line: float
    minutes: float

    def told(self, writer: Writer) -> str:
        """Say it: ``2 knots, 2.9 min, 46 cm of line``; what takes no time is done at once."""
        if self.minutes < 0.05:
            return say("at-once")
        text = say("minutes", knots=say("knots", n=self.knots), minutes=writer.number(self.minutes, 1))
        return text + (say("line-anew", line=writer.text("length", self.line)) if self.line >= 0.05 else "")


def weather(temperature: float, wind: float) -> float:
    """Return how many times as long hands take in water of °C and a wind of m/s.

    Examples
    --------
    >>> weather(18, 0), round(weather(9, 3), 3)
    (1.0, 1.363)
    """
    TYING.ask(temperature=temperature, wind=wind)
    return (1 + COLDER * max(WARM_C - temperature, 0.0)) * (1 + WINDIER * wind)
