"""An event, its kinds, and which of them stand."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Iterable
from dataclasses import dataclass
from datetime import datetime
from functools import cache
from typing import Any, ClassVar
from uuid import UUID

from pydantic import Field

from jarana.core.documents import Document, read
from jarana.core.model import Key

LAST_SEQ = 2**53
"""Beyond this a browser does not count on."""


class Event(Document):
    """One thing that happened.

    Attributes
    ----------
    id
        Made where it happened; sent again it changes nothing.
    device, seq
        Who wrote it down, and its place in that device's own order: clocks may be wrong.
    at
        When, by that device's clock.
    about
        What it is about: the tie a wear belongs to, the rig of a revision; None where it stands alone.
    payload
        A document of its kind, with its version.
    undoes
        The event it takes back; of an event that itself took one back, it is made again.
    """

    TYPE: ClassVar[str] = "event"
    VERSION: ClassVar[int] = 1

    id: UUID
    device: Key
    seq: int = Field(ge=0, le=LAST_SEQ)
    at: datetime
    kind: Key
    about: UUID | None = None
    payload: dict[str, Any]
    undoes: UUID | None = None


@dataclass(frozen=True)
class EventKind:
    """A kind of event: its key, and the document its payload is; one of the `bank` may be written by a phone at the water."""

    key: str
    payload: type[Document]
    bank: bool = False

    def of(self, event: Event) -> Document:
        """Return an event's payload, upgraded and checked."""
        return read(self.payload, event.payload)


@cache
def event_kinds() -> dict[str, EventKind]:
    """Return every kind of event by key; a new one is a file in `kinds`."""
    from jarana.core.journal import kinds

    found: dict[str, EventKind] = {}
    for info in pkgutil.iter_modules(kinds.__path__):
        kind = getattr(importlib.import_module(f"{kinds.__name__}.{info.name}"), "KIND", None)
        if isinstance(kind, EventKind):
            found[kind.key] = kind
    return found


def standing(events: Iterable[Event]) -> list[Event]:
    """Return the events that are not taken back, in their order; undos themselves are left out.

    An undo that was itself undone takes nothing back, however long the chain.
    """
    rows = list(events)
    by_target: dict[UUID, list[Event]] = {}
    for event in rows:
        if event.undoes is not None:
            by_target.setdefault(event.undoes, []).append(event)
    memory: dict[UUID, bool] = {}

    def stands(event: Event) -> bool:
        if event.id not in memory:
            memory[event.id] = True
            memory[event.id] = not any(stands(undo) for undo in by_target.get(event.id, []))
        return memory[event.id]

    return [event for event in rows if event.undoes is None and stands(event)]
