"""A river gauge's reading, and what it does to a reach."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from jarana.core.model import Frozen, Key


class GaugeReading(Frozen):
    """What a gauge said: level over its own zero, flow, temperature, and when it measured them (with a time zone)."""

    station: Key
    at: datetime
    level_m: float = Field(ge=-5, le=30)
    flow_m3_s: float = Field(ge=0, le=20_000)
    temperature_c: float = Field(ge=-1, le=35)
