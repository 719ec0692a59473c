"""What the water is like, as it was seen or measured on the way."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind


class Seen(Document):
    """Depth, pace or temperature from here on; `sounded` where the depth was measured."""

    TYPE: ClassVar[str] = "seen"
    VERSION: ClassVar[int] = 1

    depth_m: float | None = Field(default=None, gt=0, le=100)
    pace_m_s: float | None = Field(default=None, ge=0, le=10)
    temperature_c: float | None = Field(default=None, ge=-2, le=40)
    sounded: bool = False


KIND = EventKind("seen", Seen, bank=True)
