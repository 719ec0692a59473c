"""A fly of the box timed in a jar, beside what was computed for it, ready to be accepted."""

from __future__ import annotations

from collections.abc import Sequence

from jarana.core.engine.hydro.terminal_speed import terminal_speed
from jarana.core.engine.hydro.water_properties import LIFT_WATER_C, water_at
from jarana.core.model import Frozen
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.jar import fit_drag
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
computed-fly-floats-sank = Computed as a fly that floats; it sank: its figure is yours now.
table-has-fly-about = The table has this fly about right.
falls-than-computed-from = Falls { $off } { $off_2 } than computed from the table.
""",
)

AGREES = 0.10
"""Timed and computed within this share agree."""


class JarTiming(Frozen):
    """What drops in a jar tell of a fly; `cells` are what accepting it sets in its row, empty where it cannot be used."""

    timed_shown: str
    spread_shown: str
    computed_shown: str
    sentence: str
    drag: float
    notes: tuple[str, ...]
    cells: dict[str, str]


def time_fly(fly: Fly, distance: float, seconds: Sequence[float], temperature: float, writer: Writer) -> JarTiming:
    """Return a fly's own sink figure from timed drops.

    Parameters
    ----------
    fly
        As the box has it; an earlier timing is put aside.
    distance
        Of the fall, m.
    seconds
        Of each drop.
    temperature
        Of the jar, °C.

    Raises
    ------
    InputError
        Naming the drops that cannot be.
    """
    fresh = fly.model_copy(update={"timed_drag": None})
    water = water_at(temperature)
    fit = fit_drag(fresh, distance, seconds, water)
    computed = terminal_speed(fresh.body("fly"), water)
    usable = fit.drag >= 0
    # The box tells falls in water of 12 °C; the drag is the fly's own and carries over.
    at_12 = fit.speed
    if usable:
        own = fresh.model_copy(update={"timed_drag": min(fit.drag, 20.0)})
        at_12 = terminal_speed(own.body("fly"), water_at(LIFT_WATER_C))
    cells = {
        "timed": f"{at_12 * 1000:.6g}",
        "timed_spread": f"{fit.speed_spread * 1000:.6g}",
        "drops": str(len(seconds)),
        "drag": f"{min(fit.drag, 20.0):.6g}",
        "drag_spread": f"{min(fit.drag_spread, 20.0):.6g}",
    }
    return JarTiming(
        timed_shown=writer.text("sink", fit.speed),
        spread_shown=writer.text("sink", fit.speed_spread),
        computed_shown=writer.text("sink", computed),
        sentence=_sentence(fit.speed, computed),
        drag=round(fit.drag, 3),
        notes=tuple(note.text for note in fit.notes),
        cells=cells if usable else {},
    )


def _sentence(timed: float, computed: float) -> str:
    if computed <= 0:
        return say("computed-fly-floats-sank")
    off = timed / computed - 1
    if abs(off) <= AGREES:
        return say("table-has-fly-about")
    return say("falls-than-computed-from", off=f"{abs(off):.0%}", off_2="faster" if off > 0 else "slower")
