"""A rule set as a person wrote it down, with its source and the day it was checked."""

from __future__ import annotations

from datetime import date
from typing import Annotated, ClassVar, Literal

from pydantic import Field, StringConstraints

from jarana.core.documents import Document
from jarana.core.model import Frozen, Key, Text
from jarana.core.units import Writer

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

    def said(self, writer: Writer) -> tuple[str, ...]:
        """Return its rules in few words each."""
        lines = []
        if self.most_flies:
            lines.append(f"at most {self.most_flies} {'fly' if self.most_flies == 1 else 'flies'}")
        if self.least_distance_m:
            lines.append(f"flies {writer.text('short', self.least_distance_m)} apart or more")
        if self.longest_rods:
            lines.append(f"leader up to {self.longest_rods:g} × the rod")
        if self.longest_m:
            lines.append(f"leader up to {writer.text('length', self.longest_m)}")
        if self.bead_to_hook_m:
            lines.append(f"bead within {writer.text('short', self.bead_to_hook_m)} of its hook")
        lines += [f"{s.method} from {s.first} to {s.last}" for s in self.seasons]
        lines += ["barbless"] * self.barbless
        lines += [
            f"no {name}"
            for name, allowed in (("floats", self.floats), ("shot", self.shot), ("lead", self.lead))
            if not allowed
        ]
        lines += ["no sliding droppers"] * (not self.sliding_droppers)
        return tuple(lines)
