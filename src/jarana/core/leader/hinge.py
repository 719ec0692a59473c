"""Where a cast leader hinges: the ratio of bending stiffness at a joint."""

from __future__ import annotations

from typing import Literal

from jarana.core.law import Law, Range

HINGE = Law(
    "hinge at a joint",
    "bending stiffness of a round rod, E·pi·d⁴/64; limits from practice (steps of 0.05 mm, ratio 1.34)",
    {"ratio": Range(1.0, 50.0, "the stiffness above a joint over that below")},
    "it is no longer a matter of a hinge but of two lines",
)
WARNS, FAILS = 3.2, 5.0
Grade = Literal["fine", "look", "act"]


def stiffness_ratio(e_above: float, d_above: float, e_below: float, d_below: float) -> float:
    """Return ``E1·d1⁴ / (E2·d2⁴)``, whichever way round it is above 1.

    Examples
    --------
    >>> round(stiffness_ratio(2.6, 0.30, 2.6, 0.25), 3)
    2.074
    """
    ratio = (e_above * d_above**4) / (e_below * d_below**4)
    ratio = max(ratio, 1 / ratio)
    HINGE.ask(ratio=ratio)
    return ratio


def grade(ratio: float) -> Grade:
    """Return whether a joint hinges: fine, worth a look, or it does."""
    return "act" if ratio > FAILS else "look" if ratio > WARNS else "fine"
