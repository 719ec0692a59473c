"""A fly timed in a jar: its own drag from how fast it really falls."""

from __future__ import annotations

import math
import statistics
from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.engine.hydro.water_properties import Water
from jarana.core.errors import FaultList, Note
from jarana.core.law import Law, Range
from jarana.core.tackle.fly import Fly
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
n-0-02-3-m = 0.02 to 3 m of fall
n-1-drops = 1 to { $most_drops } drops
n-0-02-300-s = 0.02 to 300 s
falls-faster-than-mass = It falls faster than its mass and bead allow: mass, bead and time disagree. Weigh it.
falls-far-slower-than = It falls far slower than its dressing allows: was it wet through? Weigh it.
""",
)

JAR = Law(
    "drag from a timed fall",
    "the terminal speed's balance solved for the one C of the dressing",
    {"drops": Range(1, 30, "the number of drops")},
    "the mean says little",
)
MOST_DROPS = 30


@dataclass(frozen=True)
class JarFit:
    """What a timed fly tells.

    Attributes
    ----------
    speed, speed_spread
        Mean and sample spread of the falls, m/s.
    drag, drag_spread
        The C of its dressing that gives that fall, and the spread the falls leave it.
    notes
        A doubt where mass, bead and time disagree.
    """

    speed: float
    speed_spread: float
    drag: float
    drag_spread: float
    notes: tuple[Note, ...]


def fit_drag(fly: Fly, distance: float, seconds: Sequence[float], water: Water) -> JarFit:
    """Return the dressing's drag coefficient from timed falls.

    At its terminal speed v a fly's weight in water is ``k_bead·v + ½ρv²(C·A_dress + C·A_hook)``; solved for C.

    Parameters
    ----------
    fly
        With its hook, bead and dressing; a weighed mass makes the answer better.
    distance
        Of the fall, m.
    seconds
        One or more drops, s.

    Raises
    ------
    InputError
        Naming every drop that cannot be.
    """
    faults = FaultList()
    faults.check(0.02 <= distance <= 3, "distance", distance, say("n-0-02-3-m"))
    faults.check(0 < len(seconds) <= MOST_DROPS, "seconds", len(seconds), say("n-1-drops", most_drops=MOST_DROPS))
    for i, t in enumerate(seconds):
        faults.check(0.02 <= t <= 300 and math.isfinite(t), f"seconds[{i}]", t, say("n-0-02-300-s"))
    faults.raise_if_any()
    JAR.ask(drops=len(seconds))
    speeds = [distance / t for t in seconds]
    drags = [_drag_at(fly, v, water) for v in speeds]
    mean = statistics.fmean(speeds)
    drag = _drag_at(fly, mean, water)
    notes = []
    if drag < 0:
        notes.append(Note("jar", say("falls-faster-than-mass")))
    elif drag > 6 * fly.dressing.c_unbeaded:
        notes.append(Note("jar", say("falls-far-slower-than")))
    spread = statistics.stdev(speeds) if len(speeds) > 1 else 0.0
    return JarFit(mean, spread, drag, statistics.stdev(drags) if len(drags) > 1 else 0.0, tuple(notes))


def _drag_at(fly: Fly, speed: float, water: Water) -> float:
    body = fly.body("fly")
    bare = body.__class__(body.mass, body.volume, body.bead_diameter, 0.0)
    left = body.submerged_weight(water) - bare.drag(speed, water)
    return (left / (0.5 * water.density * speed * speed) - fly.hook_drag_area) / fly.dressing_area
