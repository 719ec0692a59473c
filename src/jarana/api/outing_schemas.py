"""What goes over the wire about outings."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import datetime
from typing import Any
from uuid import UUID

from pydantic import Field

from jarana.core.bank.asked.base import Answered
from jarana.core.bank.outing import OutingView
from jarana.core.bank.practice.base import Exercise, Scored
from jarana.core.bank.practised import Progress
from jarana.core.journal import Event
from jarana.core.model import Frozen, Key
from jarana.formats.old_log import MOST_BYTES
from jarana.usecases.keep_lesson import Act
from jarana.usecases.keep_outing import MOST_EVENTS


class EventView(Frozen):
    """An event of the journal (docs/formats.md): its id is made on the phone, `seq` is its place in that phone's own order."""

    id: UUID
    device: Key
    seq: int = Field(ge=0, le=2**53)
    at: datetime
    kind: Key
    about: UUID | None = None
    payload: dict[str, Any]
    undoes: UUID | None = None


class NewEvents(Frozen):
    """Events in the order of their device."""

    events: tuple[EventView, ...] = Field(max_length=MOST_EVENTS)


class RefusedEvent(Frozen):
    """An event that was not written down, and why."""

    id: UUID
    why: str


class KeptEvents(Frozen):
    """What is written down now, and what is not."""

    kept: tuple[UUID, ...]
    refused: tuple[RefusedEvent, ...] = ()


class Outings(Frozen):
    """Outings, newest first."""

    outings: tuple[OutingView, ...]


class OutingPage(Frozen):
    """An outing, and the events it is told from."""

    outing: OutingView
    events: tuple[EventView, ...]

    @classmethod
    def of(cls, outing: OutingView, events: Sequence[Event]) -> OutingPage:
        """Show an outing."""
        return cls(
            outing=outing,
            events=tuple(EventView.model_validate(e.model_dump(exclude={"type", "version"})) for e in events),
        )


class LessonView(Frozen):
    """What outings taught of a water.

    Attributes
    ----------
    text
        In a sentence; empty where nothing was learnt yet.
    used
        Everything on this water is computed with it.
    since
        Outings begun before are left out; null where none are.
    forgotten
        Because it was wished so, which can be taken back; else because they are written into the water.
    """

    text: str
    drifts: int
    used: bool
    since: datetime | None
    forgotten: bool


class LessonAct(Frozen):
    """What is done with a lesson: used, left out, forgotten, learnt anew from all outings, or written into the water."""

    act: Act


class OldLog(Frozen):
    """An older log as CSV; without `write` it is only told what it holds."""

    text: str = Field(max_length=MOST_BYTES)
    write: bool = False


class BroughtLog(Frozen):
    """What a log holds; `strange` are waters and rigs in it that are not one's own."""

    outings: int
    drifts: int
    takes: int
    strange: tuple[str, ...]
    written: bool


class PackingRequest(Frozen):
    """Rigs that go along."""

    rigs: tuple[UUID, ...] = Field(min_length=1, max_length=12)


class GuessMade(Frozen):
    """A guess at an exercise; its id is made by the client, sent again it is written down once."""

    id: UUID
    exercise: Exercise
    guess: float = Field(ge=-1e6, le=1e6)


class GuessScored(Frozen):
    """How far beside the band it was, in a sentence, and the progress with it."""

    scored: Scored
    progress: Progress


class LogAnswers(Frozen):
    """The ready questions of the log, each with its answer."""

    answers: tuple[Answered, ...]
