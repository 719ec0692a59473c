"""A drift, a cast or a retrieve: how it ended, and when what it showed was first seen."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.journal.event import EventKind
from jarana.core.model import Frozen, Key, Text


class Placed(Frozen):
    """With which rig, as it was changed, and where.

    Attributes
    ----------
    rig
        Which of the outing's rigs.
    option
        What was changed of it, as the pack counts: 0 as it was taken along.
    lane, step
        How far off, and how many steps along the reach.
    lat, lon
        Where the angler stood, ° (WGS 84), where they wished that noted.
    """

    rig: int = Field(ge=0, le=5)
    option: int = Field(default=0, ge=0, le=63)
    lane: Key = "main"
    step: int = Field(default=1, ge=-500, le=500)
    lat: float | None = Field(default=None, ge=-90, le=90)
    lon: float | None = Field(default=None, ge=-180, le=180)


class Drift(Document):
    """A drift.

    Attributes
    ----------
    at
        Where and with what.
    tap
        How it ended (:mod:`jarana.core.bank.taps`).
    second
        When that was first seen, s after the flies were down.
    seconds
        How long it lasted.
    fly, source
        Of one that is lost: which of the rig, and which of the box.
    said
        The chance of a touch the plan told before it.
    """

    TYPE: ClassVar[str] = "drift"
    VERSION: ClassVar[int] = 1

    at: Placed
    tap: Key
    second: float | None = Field(default=None, ge=0, le=3600)
    seconds: float | None = Field(default=None, ge=0, le=3600)
    fly: Key | None = None
    source: Key | None = None
    said: float | None = Field(default=None, ge=0, le=1)
    note: Text = ""


KIND = EventKind("drift", Drift, bank=True)
