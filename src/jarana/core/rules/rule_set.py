"""A rule set as a person wrote it down, with its source and the day it was checked."""

from __future__ import annotations

from datetime import date
from typing import Literal

from pydantic import Field

from jarana.core.model import Frozen, Key, Text
from jarana.core.units import Writer


class RuleSet(Frozen):
    """What is allowed on a water, as far as the person who entered it knows.

    Attributes
    ----------
    source, checked
        Where it was read, and on which day.
    most_flies, least_distance_m, longest_rods
        None where the rules do not say.
    """

    version: Literal[1] = 1
    id: Key
    name: Text = Field(min_length=1)
    source: Text
    checked: date
    most_flies: int | None = Field(default=None, ge=1, le=8)
    least_distance_m: float | None = Field(default=None, gt=0, le=5)
    longest_rods: float | None = Field(default=None, gt=0, le=6)
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
        lines += ["barbless"] * self.barbless
        lines += [f"no {name}" for name, allowed in (("floats", self.floats), ("shot", self.shot)) if not allowed]
        lines += ["no sliding droppers"] * (not self.sliding_droppers)
        return tuple(lines)
