"""One's own rigs over the wire: the library, revisions, history, files."""

from __future__ import annotations

from datetime import datetime
from typing import Annotated, Literal
from uuid import UUID

from pydantic import Field, StringConstraints

from jarana.api.schemas import Problem
from jarana.core.documents.change import Change
from jarana.core.model import Frozen, Key, Text
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach


class FishedIn(Frozen):
    """A water a rig was fished in."""

    id: Key
    name: str


class RigSummary(Frozen):
    """A rig in a list; `waters` are those it was fished in, the last first."""

    id: UUID
    name: str
    method: str
    flies: tuple[str, ...]
    revision: UUID
    number: int
    made_at: datetime
    waters: tuple[FishedIn, ...] = ()


class Rigs(Frozen):
    """One's own rigs, newest first; `more` where there are others after these."""

    rigs: tuple[RigSummary, ...]
    more: bool = False


class RigRevision(Frozen):
    """A saved state of a rig."""

    rig_id: UUID
    id: UUID
    base: UUID | None
    number: int
    made_at: datetime
    occasion: str
    hash: str
    rig: Rig


class NewRevision(Frozen):
    """A state of a rig to be saved on top of `base` (None for a new rig); ids are made by the client."""

    id: UUID
    base: UUID | None = None
    rig: Rig
    occasion: Literal["changed", "restored"] = "changed"


class HistoryEntry(Frozen):
    """One revision, what it changed of the one before, and the knots, minutes and line that takes with warm hands."""

    id: UUID
    number: int
    made_at: datetime
    occasion: str
    changes: tuple[str, ...]
    takes: str = ""


class History(Frozen):
    """The revisions of a rig, newest first; `more` where there are older ones."""

    revisions: tuple[HistoryEntry, ...]
    more: bool = False


class ChangeView(Change):
    """A difference and the same as one text."""

    said: str

    @classmethod
    def of(cls, change: Change) -> ChangeView:
        """Show a change."""
        return cls(**change.model_dump(), said=change.text)


class Differences(Frozen):
    """What differs between two states of a rig."""

    changes: tuple[ChangeView, ...]


class MyRig(Frozen):
    """A rig as it is here, and the revision its changes began on."""

    base: UUID
    rig: Rig


class BothView(Frozen):
    """What was changed here and elsewhere since then; `rig` has both, None where that is no rig. Where both changed the same,
    mine stands in it, and `clashes` says what of theirs is lost; `newest` is what to go on from."""

    newest: RigRevision
    rig: Rig | None
    mine: tuple[ChangeView, ...]
    theirs: tuple[ChangeView, ...]
    clashes: tuple[ChangeView, ...]


class Copy(Frozen):
    """Ids, made by the client, for a rig made from another."""

    rig_id: UUID
    revision_id: UUID


class NewName(Frozen):
    """Another name, and the id of the revision that carries it."""

    id: UUID
    name: Text = Field(min_length=1)


class StartRig(Frozen):
    """A method to start from, for a water; ids are made by the client. With a rig that was found, that one is kept."""

    rig_id: UUID
    revision_id: UUID
    method: str = Field(max_length=64)
    water: Reach
    rig: Rig | None = None


class RigFile(Frozen):
    """The text of a rig file and the ids of the rig to be made of it."""

    rig_id: UUID
    revision_id: UUID
    text: Annotated[str, StringConstraints(max_length=400_000)]


class Stale(Problem):
    """The rig was changed elsewhere: the newest revision, to be offered beside one's own."""

    newest: RigRevision
