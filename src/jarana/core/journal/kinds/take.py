"""A take: on which fly, when, and how it ended."""

from __future__ import annotations

from typing import ClassVar, Literal
from uuid import UUID

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.journal.kinds.drift import Placed
from jarana.core.model import Key, Text

When = Literal["", "falling", "early", "drift", "swing", "dangle", "pull", "pause", "lift"]
Ended = Literal["", "missed", "pulled out", "straightened", "broke", "landed"]


class Take(Document):
    """A take; everything but where and with what may be left out.

    Attributes
    ----------
    drift
        The event of the drift it ended.
    """

    TYPE: ClassVar[str] = "take"
    VERSION: ClassVar[int] = 1

    at: Placed
    drift: UUID | None = None
    fly: Key | None = None
    second: float | None = Field(default=None, ge=0, le=3600)
    when: When = ""
    ended: Ended = ""
    species: Text = ""
    cm: float | None = Field(default=None, gt=0, le=200)
    hooked: Literal["", "upper lip", "lower lip", "scissors", "outside"] = ""


KIND = EventKind("take", Take, bank=True)
