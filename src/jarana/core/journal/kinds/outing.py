"""An outing: a water and the rigs that went along; its id is that of the event."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.model import Frozen, Key, Text


class Along(Frozen):
    """A rig that went along: its id, the revision it was in, and what it is called."""

    id: Key
    revision: Key | None = None
    name: Text
    method: Text = ""


class Outing(Document):
    """Where, with what, and how the water was.

    Attributes
    ----------
    water, water_name
        Its id and its name.
    pack
        Which day pack went along.
    """

    TYPE: ClassVar[str] = "outing"
    VERSION: ClassVar[int] = 1

    water: Key
    water_name: Text
    rigs: tuple[Along, ...] = Field(min_length=1, max_length=6)
    depth_m: float = Field(gt=0, le=100)
    pace_m_s: float = Field(ge=0, le=10)
    temperature_c: float | None = Field(default=None, ge=-2, le=40)
    pack: Key | None = None
    note: Text = ""


KIND = EventKind("outing", Outing, bank=True)
