"""A law of physics has a source and a range in which it was found; no law without both."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.errors import Note


@dataclass(frozen=True)
class Law:
    """Where a formula comes from and where it holds.

    Parameters
    ----------
    name
        What an angler or engineer would call it.
    source
        Author, year, and where to find it.
    valid
        For each argument (or number such as ``re``) the closed interval in which the source vouches for it.
    """

    name: str
    source: str
    valid: dict[str, tuple[float, float]]

    def notes(self, **values: float) -> list[Note]:
        """Return a note for every value outside its range: never a clamp, never silence."""
        out = []
        for key, value in values.items():
            low, high = self.valid[key]
            if not low <= value <= high:
                text = f"{self.name}: {key} = {value:.3g} is outside {low:.3g} to {high:.3g} ({self.source})"
                out.append(Note(f"law.{key}", text))
        return out
