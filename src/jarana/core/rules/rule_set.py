"""A rule set as a person wrote it down, with its source and the day it was checked."""

from __future__ import annotations

from collections.abc import Callable
from datetime import date
from typing import Annotated, ClassVar, Literal

from pydantic import Field, StringConstraints

from jarana.core.documents import Document
from jarana.core.model import Frozen, Key, Text
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
most = at most { $flies } { $flies ->
    [one] fly
   *[other] flies
 }
flies-apart-or-more = flies { $least_distance_m } apart or more
leader-up-rod = leader up to { $longest_rods } × the rod
leader-up = leader up to { $longest_m }
bead-within-hook = bead within { $bead_to_hook_m } of its hook
from = { $method } from { $first } to { $last }
barbless = barbless
no-floats = no floats
no-shot = no shot
no-lead = no lead
no-sliding-droppers = no sliding droppers
""",
)

MONTH_DAY = r"^(0[1-9]|1[0-2])-(0[1-9]|[12][0-9]|3[01])$"


class Season(Frozen):
    """The days of the year on which a method is allowed, ``MM-DD`` both; it may run over the turn of the year."""

    method: Key
    first: Annotated[str, StringConstraints(pattern=MONTH_DAY)]
    last: Annotated[str, StringConstraints(pattern=MONTH_DAY)]

    def holds(self, day: date) -> bool:
        """Say whether a day is in it."""
        now = f"{day.month:02d}-{day.day:02d}"
        if self.first <= self.last:
            return self.first <= now <= self.last
        return now >= self.first or now <= self.last


class RuleSet(Document):
    """What is allowed on a water, as far as the person who entered it knows.

    Attributes
    ----------
    source, checked
        Where it was read, and on which day.
    most_flies, least_distance_m, longest_rods, longest_m, bead_to_hook_m
        None where the rules do not say; the last is the farthest a pegged bead may be from its hook.
    seasons
        When a method is allowed; always where none is named.
    """

    TYPE: ClassVar[str] = "rules"
    VERSION: ClassVar[int] = 2

    type: Literal["rules"] = "rules"
    version: Literal[2] = 2
    id: Key
    name: Text = Field(min_length=1)
    source: Text
    checked: date
    most_flies: int | None = Field(default=None, ge=1, le=8)
    least_distance_m: float | None = Field(default=None, gt=0, le=5)
    longest_rods: float | None = Field(default=None, gt=0, le=6)
    longest_m: float | None = Field(default=None, gt=0, le=20)
    bead_to_hook_m: float | None = Field(default=None, gt=0, le=1)
    lead: bool = True
    seasons: tuple[Season, ...] = Field(default=(), max_length=20)
    barbless: bool = False
    floats: bool = True
    shot: bool = True
    sliding_droppers: bool = True
    remark: Text = ""

    def said(self, writer: Writer, called: Callable[[str], str]) -> tuple[str, ...]:
        """Return its rules in few words each; `called` names a method by its key."""
        lines = []
        if self.most_flies:
            lines.append(say("most", flies=self.most_flies))
        if self.least_distance_m:
            lines.append(say("flies-apart-or-more", least_distance_m=writer.text("short", self.least_distance_m)))
        if self.longest_rods:
            lines.append(say("leader-up-rod", longest_rods=f"{self.longest_rods:g}"))
        if self.longest_m:
            lines.append(say("leader-up", longest_m=writer.text("length", self.longest_m)))
        if self.bead_to_hook_m:
            lines.append(say("bead-within-hook", bead_to_hook_m=writer.text("short", self.bead_to_hook_m)))
        lines += [say("from", method=called(s.method), first=s.first, last=s.last) for s in self.seasons]
        lines += [say("barbless")] * self.barbless
        lines += [say("no-floats")] * (not self.floats) + [say("no-shot")] * (not self.shot)
        lines += [say("no-lead")] * (not self.lead) + [say("no-sliding-droppers")] * (not self.sliding_droppers)
        return tuple(lines)
