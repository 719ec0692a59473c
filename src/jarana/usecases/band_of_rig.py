"""The band of a drift, and the readings written with it."""

from __future__ import annotations

from collections.abc import Callable

from jarana.core.drift.band import Band, Spread, band_of
from jarana.core.drift.result import simulate
from jarana.core.readings.base import Reading
from jarana.core.rig.model import Rig
from jarana.core.units import System, Writer
from jarana.core.water.reach import Reach
from jarana.usecases.work_on_rig import method_of

RULES = {"bottom": ("metres_to_bottom", "travel"), "zone": ("share_in_zone", "share"), "drag": ("drag_m_s", "speed"),
         "settle": ("settled_depth_m", "depth")}  # fmt: skip
"""Which figure of the band stands behind a reading, and how it is written."""


def band_of_rig(
    rig: Rig, water: Reach, units: System, stop: Callable[[], bool] = lambda: False
) -> tuple[Band, tuple[Reading, ...]] | None:
    """Return the band and the readings with P10 and P90 beside their figures; None when `stop` says so on the way.

    Raises
    ------
    SolverError
        When too many members fail.
    """
    method, writer = method_of(rig), Writer(units)
    readings = method.read(rig, water, simulate(rig, water), writer)
    band = band_of(rig, water, stop)
    if band is None:
        return None
    return band, tuple(_with_band(r, band, writer) for r in readings)


def _with_band(reading: Reading, band: Band, writer: Writer) -> Reading:
    rule = RULES.get(reading.key)
    fly = next((f for f in band.flies if reading.parts and f.id == reading.parts[0]), None)
    if reading.key == "zone":
        hooked = [f for f in band.flies if f.id in reading.parts]
        fly = max(hooked, key=lambda f: f.share_in_zone.p50 or 0.0, default=None)
    if rule is None or fly is None:
        return reading
    spread: Spread = getattr(fly, rule[0])

    def write(value: float | None) -> str:
        if value is None:
            return "never"
        if rule[1] == "share":
            return f"{value * 100:.0f}"
        return writer.figure(rule[1], abs(value) if rule[1] == "speed" else value).digits

    low, high = write(spread.p10), write(spread.p90)
    if reading.key == "bottom" and (reading.value is None or spread.p10 is None):
        return reading
    if rule[1] == "speed" and spread.p10 is not None and spread.p90 is not None and spread.p10 < 0 < spread.p90:
        low = writer.figure("speed", 0.0).digits
        high = write(max(abs(spread.p10), abs(spread.p90)))
    if rule[1] == "speed" and spread.p90 is not None and spread.p90 < 0:
        low, high = high, low
    return reading.model_copy(update={"low": low, "high": high})
