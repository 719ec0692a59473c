"""Stock in and out: what an edit, an import, a tie or lost flies did to the drawer."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.stock.change import Entries


class Moved(Document):
    """A change to the drawer, in a few words and in full."""

    TYPE: ClassVar[str] = "moved"
    VERSION: ClassVar[int] = 1

    why: str = Field(max_length=200)
    change: Entries


KIND = EventKind("stock", Moved)
