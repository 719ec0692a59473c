"""A guess in practice, and how far beside the band it was."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.model import Key


class PractisedGuess(Document):
    """A guess; `widths` of the band beside it, 0 inside."""

    TYPE: ClassVar[str] = "practised"
    VERSION: ClassVar[int] = 1

    exercise: Key
    guess: float = Field(ge=-1e6, le=1e6)
    widths: float = Field(ge=0, le=99)


KIND = EventKind("practised", PractisedGuess)
