"""Edits that tie a reach to a river gauge."""

from __future__ import annotations

from typing import Literal

from jarana.core.errors import InputError
from jarana.core.model import Key
from jarana.core.units import Writer
from jarana.core.water.edits.base import WaterEdit
from jarana.core.water.edits.figures import SetDepth
from jarana.core.water.gauge import GaugeReading
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
not-gauge-water = is not the gauge of this water
""",
)


class SetGauge(WaterEdit):
    """Let a reach follow a gauge; an empty station lets go of it."""

    op: Literal["set_gauge"] = "set_gauge"
    station: Key | Literal[""]

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the station; its next reading belongs to the depth as it is."""
        return {"gauge": self.station or None, "gauged": None}


class TakeGauge(WaterEdit):
    """Take a reading: temperature follows it, the depth rises and falls with the level since the last reading taken."""

    op: Literal["take_gauge"] = "take_gauge"
    reading: GaugeReading

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return temperature, depth and the reading itself."""
        if self.reading.station != reach.gauge:
            raise InputError.one("reading.station", self.reading.station, say("not-gauge-water"))
        warm = min(max(self.reading.temperature_c, 0.0), 30.0)
        changed: dict[str, object] = {"temperature_c": warm, "gauged": self.reading.model_dump()}
        if reach.gauged is None:
            return changed
        depth = reach.depth_m + self.reading.level_m - reach.gauged.level_m
        return SetDepth(value=f"{max(depth, 0.0):.4f} m").changes(reach, writer) | changed
