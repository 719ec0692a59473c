"""A rig tied at the table, or at the water."""

from __future__ import annotations

from typing import ClassVar
from uuid import UUID

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind


class Tied(Document):
    """Which rig, in which revision."""

    TYPE: ClassVar[str] = "tied"
    VERSION: ClassVar[int] = 1

    rig: UUID
    revision: UUID


KIND = EventKind("tied", Tied)
