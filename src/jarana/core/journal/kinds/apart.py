"""An outing that is kept apart: nothing is learnt from it until that is taken back."""

from __future__ import annotations

from typing import ClassVar

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.model import Text


class Apart(Document):
    """Why, or nothing."""

    TYPE: ClassVar[str] = "apart"
    VERSION: ClassVar[int] = 1

    why: Text = ""


KIND = EventKind("apart", Apart, bank=True)
