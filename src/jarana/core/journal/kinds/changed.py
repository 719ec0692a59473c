"""A change that was proposed at the water, or made: to what, and where it was not made, why not."""

from __future__ import annotations

from typing import Any, ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.model import Text


class Changed(Document):
    """From one option of a rig to another; `made` or refused.

    Attributes
    ----------
    edits
        Those that make it of the rig as it was taken along.
    """

    TYPE: ClassVar[str] = "changed"
    VERSION: ClassVar[int] = 1

    rig: int = Field(ge=0, le=5)
    option: int = Field(ge=0, le=63)
    text: Text = ""
    made: bool = True
    why: Text = ""
    edits: tuple[dict[str, Any], ...] = Field(default=(), max_length=12)


KIND = EventKind("changed", Changed, bank=True)
