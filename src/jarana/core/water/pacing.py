"""Pace it: a leaf over a paced distance, several times, to a speed with its spread."""

from __future__ import annotations

import math
import statistics
from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.errors import FaultList
from jarana.core.law import Law, Range
from jarana.core.units import Writer
from jarana.core.water.reach import Throw
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
paced-distance-above-0 = a paced distance is above 0 and at most { $what }
time-above-0-most = a time is above 0 and at most 600 s
faster-than-check-time = faster than { $fastest }; check the time
""",
)

PACING = Law(
    "mean of repeated timings",
    "Iglewicz & Hoaglin, How to Detect and Handle Outliers (1993): modified z-score above 3.5",
    {"throws": Range(1, 30, "the number of throws")},
    "the mean says little",
)
OUTLIER_SCORE = 3.5
MAD_TO_SIGMA = 0.6745
STEADY = 0.02
"""Hands and eyes are no steadier than this share of the pace, so a closer spread never makes an outlier."""
FASTEST = 3.0


@dataclass(frozen=True)
class Pacing:
    """Mean and sample spread (m/s; 0 for one throw), each throw's own speed, and which do not agree."""

    mean: float
    spread: float
    speeds: tuple[float, ...]
    outliers: tuple[bool, ...]


def pace_of(throws: Sequence[Throw]) -> Pacing:
    """Return the pace that throws give; those that do not agree are marked and left out.

    A throw is an outlier when ``0.6745·|v − median| / MAD > 3.5``; with fewer than three none is.

    Parameters
    ----------
    throws
        One or more.

    Examples
    --------
    >>> three = [Throw(distance_m=5, seconds=s) for s in (8.1, 7.9, 8.3)]
    >>> pace = pace_of(three)
    >>> round(pace.mean, 3), round(pace.spread, 3)
    (0.618, 0.015)
    """
    PACING.ask(throws=len(throws))
    speeds = tuple(t.distance_m / t.seconds for t in throws)
    median = statistics.median(speeds)
    mad = max(statistics.median(abs(v - median) for v in speeds), STEADY * median * MAD_TO_SIGMA)
    outliers = tuple(len(speeds) > 2 and MAD_TO_SIGMA * abs(v - median) / mad > OUTLIER_SCORE for v in speeds)
    kept = [v for v, out in zip(speeds, outliers, strict=True) if not out]
    spread = statistics.stdev(kept) if len(kept) > 1 else 0.0
    return Pacing(math.fsum(kept) / len(kept), spread, speeds, outliers)


def throws_checked(distance: float, seconds: float, writer: Writer) -> None:
    """Raise an InputError that names what of a throw cannot be (m, s)."""
    faults = FaultList()
    faults.check(
        0 < distance <= 100,
        "distance",
        writer.text("travel", distance),
        say("paced-distance-above-0", what=writer.text("travel", 100.0)),
    )
    faults.check(0 < seconds <= 600, "seconds", f"{seconds:g} s", say("time-above-0-most"))
    faults.raise_if_any()
    faults.check(
        distance / seconds <= FASTEST,
        "seconds",
        f"{seconds:g} s",
        say("faster-than-check-time", fastest=writer.text("speed", FASTEST)),
    )
    faults.raise_if_any()
