"""What a reading is, and what it is made from."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Literal

from jarana.core.drift.result import Drift
from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import StrengthLink
from jarana.core.units import Figure, Writer
from jarana.core.water.reach import Reach

Severity = Literal["act", "look", "fine"]
ORDER: dict[str, int] = {"act": 0, "look": 1, "fine": 2}


class Reading(Frozen):
    """One thing the rig says, in the person's units.

    Attributes
    ----------
    title, sentence
        A heading of a few words, and one or two short sentences.
    figure, unit
        The one figure, already written in the person's units.
    value
        The same in SI, None where the answer is "never".
    low, high
        P10 and P90 when a band has been computed.
    why
        The reason and the formula behind it, a line each.
    parts
        Ids of the parts of the rig it speaks of.
    tries
        Edits that would change it.
    """

    key: str
    severity: Severity
    title: str
    sentence: str
    figure: str
    unit: str
    value: float | None = None
    low: str | None = None
    high: str | None = None
    why: tuple[str, ...] = ()
    parts: tuple[str, ...] = ()
    tries: tuple[dict[str, object], ...] = ()


@dataclass(frozen=True)
class Context:
    """What a reading looks at."""

    rig: Rig
    reach: Reach
    drift: Drift
    strength: tuple[StrengthLink, ...]
    touch: Literal["now and then", "all the time"]
    writer: Writer


@dataclass(frozen=True)
class ReadingKind:
    """A reading: its key and the pure function that makes it."""

    key: str
    read: Callable[[Context], Reading]


def make(key: str, severity: Severity, title: str, sentence: str, figure: Figure, **more: object) -> Reading:
    """Build a reading from a figure already written."""
    fields = {"figure": figure.digits, "unit": figure.unit} | more
    return Reading.model_validate({"key": key, "severity": severity, "title": title, "sentence": sentence} | fields)
