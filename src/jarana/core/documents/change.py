"""One difference between two states of a document, in words."""

from __future__ import annotations

import re

from jarana.core.model import Frozen
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
without = without { $what } { $before }
""",
)


class Change(Frozen):
    """One difference: the part, what of it, and how it read before and after (empty where there was nothing)."""

    part: str
    what: str
    before: str
    after: str

    @property
    def text(self) -> str:
        """``bead 2.8 → 3.3 mm``."""
        if not self.before or not self.after:
            return (
                f"{self.what}: {self.after}"
                if self.after
                else say("without", what=self.what, before=self.before).rstrip()
            )
        head, _, unit = self.before.rpartition(" ")
        if re.fullmatch(r"[\d.,−]+", head) and self.after.endswith(f" {unit}"):
            return f"{self.what} {head} → {self.after}"
        return f"{self.what} {self.before} → {self.after}"
