"""What holds a pulled team up in still water: the pull, the line, the dressings, the foam, each with its centimetres."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache

import numpy as np

from jarana.core.engine.batch import Ran, run_batch
from jarana.core.engine.columns import AT_Z, MASS, TAKEN, VOLUME
from jarana.core.readings.base import Reading, ReadingKind, make
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import FASTEST_MM_S
from jarana.core.unknowns.drifts import SEARCH_GRID, Base, Factors, base_of, member_drift
from jarana.core.words import phrases
from jarana.core.worth.accepted import is_moved

say = phrases(
    __name__,
    """
most-by = Held up most by { $what }
by-little = Little holds it up
told = A quarter less of each, alone, and the flies ride deeper: { $each }.
one = { $what } { $deeper }
pull = the pull
line = the line
dressings = the dressings
foam = the foam
time-them = The dressings decide: time the flies in the jar.
why-quarter = The same fishing computed again with line taken in a quarter slower, a line that sinks a quarter faster, dressings that drag a quarter less, foam that lifts a quarter less; mean depth of all flies while line comes in.
""",
)

QUARTER = 0.25
"""Share by which each is made less."""
TOLD_M = 0.03
"""m of depth from which on something holds a rig up."""
NAMES = {"pull": say("pull"), "line": say("line"), "dressings": say("dressings"), "foam": say("foam")}


@dataclass(frozen=True)
class HeldUp:
    """Mean depth of all flies while line comes in, m, and by how much deeper they ride with a quarter less of each, m."""

    depth_m: float
    deeper_m: tuple[tuple[str, float], ...]


def _bare(base: Base) -> Factors:
    return Factors(drag=dict.fromkeys(base.names, 1.0 - QUARTER))


def _less_foam(base: Base) -> Factors | None:
    """Return masses that leave three quarters of the lift of what floats; None where nothing does."""
    mesh, rho = base.mesh, base.lowered.scenario.water.density
    mass: dict[str, float] = {}
    for row, name in enumerate(mesh.names):
        lift = rho * mesh.bodies[row, VOLUME] - mesh.bodies[row, MASS]
        if name in base.names and lift > 0:
            mass[name] = 1.0 + QUARTER * float(lift / mesh.bodies[row, MASS])
    return Factors(mass=mass) if mass else None


def _denser(situation: Situation) -> Situation | None:
    """Return the same rig on a line that sinks a quarter faster; None on a floating one."""
    line = situation.rig.line
    if not line.zones:
        return None
    zones = tuple(
        z.model_copy(update={"sink_mm_s": min(z.sink_mm_s * (1.0 + QUARTER), FASTEST_MM_S)}) for z in line.zones
    )
    return situation.with_rig(situation.rig.rebuilt(line=line.model_copy(update={"zones": zones})))


def _depth(ran: Ran, flies: int) -> float:
    comes_in = np.diff(ran.tracks[-1, :, TAKEN], prepend=0.0) > 0
    return float(-ran.tracks[:flies, comes_in, AT_Z].mean()) if comes_in.any() else float("nan")


@lru_cache(maxsize=32)
def held_up(situation: Situation) -> HeldUp | None:
    """Return what holds a rig up, most first; None where no line comes in or the numbers ran away.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    """
    base = base_of(situation, SEARCH_GRID)
    foam, denser = _less_foam(base), _denser(situation)
    asked = {
        "": member_drift(base, Factors()),
        "pull": member_drift(base, Factors(taken=1.0 - QUARTER)),
        "dressings": member_drift(base, _bare(base)),
    }
    if foam:
        asked["foam"] = member_drift(base, foam)
    if denser:
        asked["line"] = member_drift(base_of(denser, SEARCH_GRID), Factors())
    ran = run_batch(list(asked.values()))
    if ran is None or any(one.failed for one in ran):
        return None
    deep = dict(zip(asked, (_depth(one, len(base.names)) for one in ran), strict=True))
    if not np.isfinite(list(deep.values())).all():
        return None
    now = deep.pop("")
    return HeldUp(now, tuple(sorted(((what, to - now) for what, to in deep.items()), key=lambda row: -row[1])))


def pulled(situation: Situation) -> bool:
    """Say whether a team is pulled through still water."""
    return situation.setting.fished.still and situation.head.on_line and is_moved(situation)


def read(situation: Situation) -> Reading:
    """Say what holds the flies up; it judges nothing: how deep they should be is for the zone's reading."""
    return tell(situation, held_up(situation))


def tell(situation: Situation, found: HeldUp | None) -> Reading:
    """Write what holds the flies up."""
    writer, rows = situation.writer, found.deeper_m if found else ()
    told = [row for row in rows if row[1] >= TOLD_M]
    if not told:
        return make(
            "held_up",
            "fine",
            say("by-little"),
            say("why-quarter"),
            writer.figure("short", 0.0),
            why=(say("why-quarter"),),
        )
    each = ", ".join(say("one", what=NAMES[what], deeper=writer.text("short", max(by, 0.0))) for what, by in rows)
    first = told[0][0]
    jar = "" if first != "dressings" or _timed(situation) else say("time-them")
    return make(
        "held_up",
        "fine",
        say("most-by", what=NAMES[first]),
        f"{say('told', each=each)} {jar}".strip(),
        writer.figure("short", told[0][1]),
        value=told[0][1],
        why=(say("why-quarter"),),
    )


def _timed(situation: Situation) -> bool:
    flies = [a.fly for a in situation.rig.attachments if a.fly]
    return all(fly.timed_drag is not None for fly in flies)


READING = ReadingKind("held_up", read, when=pulled)
