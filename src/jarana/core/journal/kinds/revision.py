"""A state of a rig that was saved."""

from __future__ import annotations

from typing import ClassVar
from uuid import UUID

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.model import Key


class Revised(Document):
    """Which rig, which revision over which, what for; the document itself is kept with the revision."""

    TYPE: ClassVar[str] = "revised"
    VERSION: ClassVar[int] = 1

    rig: UUID
    revision: UUID
    base: UUID | None
    number: int = Field(ge=0, le=1_000_000_000)
    occasion: Key


KIND = EventKind("revision", Revised)
