"""Some drifts told at once: how many of them touched, and how many took."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field, model_validator

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.journal.kinds.drift import Placed
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
at-most-as-many-touched = at most as many touched, and took, as there were drifts
""",
)


class Batch(Document):
    """So many drifts, of which between two numbers touched."""

    TYPE: ClassVar[str] = "batch"
    VERSION: ClassVar[int] = 1

    at: Placed
    drifts: int = Field(ge=1, le=60)
    low: int = Field(ge=0, le=60)
    high: int = Field(ge=0, le=60)
    takes: int = Field(default=0, ge=0, le=60)

    @model_validator(mode="after")
    def _ordered(self) -> Batch:
        if not self.low <= self.high <= self.drifts or self.takes > self.drifts:
            raise ValueError(say("at-most-as-many-touched"))
        return self


KIND = EventKind("batch", Batch, bank=True)
