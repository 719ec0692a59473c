"""Something taken back, or made again."""

from __future__ import annotations

from typing import ClassVar

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind


class Nothing(Document):
    """An undo says all it says by what it undoes."""

    TYPE: ClassVar[str] = "undo"
    VERSION: ClassVar[int] = 1


KIND = EventKind("undo", Nothing)
