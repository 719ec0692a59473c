"""An outing ended."""

from __future__ import annotations

from typing import ClassVar

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.model import Text


class Ended(Document):
    """With a word on it, or none."""

    TYPE: ClassVar[str] = "ended"
    VERSION: ClassVar[int] = 1

    note: Text = ""


KIND = EventKind("ended", Ended, bank=True)
