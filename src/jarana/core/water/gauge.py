"""A river gauge's reading, and what it does to a reach."""

from __future__ import annotations

from datetime import datetime
from typing import ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.model import Key


class GaugeReading(Document):
    """What a gauge said: level over its own zero, flow, temperature, and when it measured them (with a time zone)."""

    TYPE: ClassVar[str] = "gauge-reading"
    VERSION: ClassVar[int] = 1

    station: Key
    at: datetime
    level_m: float = Field(ge=-5, le=30)
    flow_m3_s: float = Field(ge=0, le=20_000)
    temperature_c: float = Field(ge=-1, le=35)
