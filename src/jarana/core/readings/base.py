"""What a reading is, and what it is made from."""

from __future__ import annotations

from collections.abc import Callable, Iterable
from dataclasses import dataclass
from typing import Literal

from jarana.core.drift.nominal import hooked, nominal
from jarana.core.law import Asked
from jarana.core.model import Frozen
from jarana.core.outcomes.band import Band
from jarana.core.rig.edits.base import RigEdit
from jarana.core.situation import Situation
from jarana.core.units import Figure, Writer

Severity = Literal["act", "look", "fine"]
ORDER: dict[str, int] = {"act": 0, "look": 1, "fine": 2}


class Try(Frozen):
    """An edit that would change a reading, and what it would then say.

    Attributes
    ----------
    edit, more
        The edit as it is sent to the bench, and those done with it as one.
    name, effect
        ``point bead 2.8 → 3.3 mm`` and ``finds the bottom, 2.4 m``.
    costs
        What else gets worse, empty when nothing does.
    takes
        ``1 knot, 1.7 min`` in this weather.
    minutes
        Good minutes in the hour the rig would then be worth; None where that was not asked.
    """

    edit: dict[str, object]
    more: tuple[dict[str, object], ...] = ()
    name: str
    effect: str
    severity: Severity
    costs: str = ""
    takes: str = ""
    minutes: float | None = None


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
        At most two edits that would better it, with their computed effect; they follow the nominal answer.
    laws
        What it was computed with beyond the drift's own, and with which arguments.
    by_shares
        It is judged by the shares of many drifts; one that is not stands as soon as it is read.
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
    tries: tuple[Try, ...] = ()
    laws: tuple[Asked, ...] = ()
    by_shares: bool = False


def with_mark(reading: Reading, writer: Writer) -> Reading:
    """Return a reading with the person's decimal mark in all it says; figures of tables and laws are told without the person."""
    if writer.units.mark == ".":
        return reading
    said = {"title": writer.marked(reading.title), "sentence": writer.marked(reading.sentence)}
    return reading.model_copy(update=said | {"why": tuple(map(writer.marked, reading.why))})


@dataclass(frozen=True)
class ReadingKind:
    """A reading: its key, the pure function that makes it, and what could better it.

    Attributes
    ----------
    candidates
        Edits worth trying; None for a reading nothing is offered for.
    score
        How good it is, lower is better; ranks what was tried.
    banded
        Which figure of a fly's band stands behind it, and by which rule it is written (``share``: in per cent).
    judge
        Tells it anew from what happened in all members: severity and sentence from shares; None where it does not hang on
        the drift.
    of
        What has to be there for it: anything that hangs in the water, a fly with a hook, a measurement of one's own; empty
        where it speaks of every rig.
    when
        What else has to be so; None for nothing.
    """

    key: str
    read: Callable[[Situation], Reading]
    candidates: Callable[[Situation], Iterable[RigEdit]] | None = None
    score: Callable[[Situation], float] | None = None
    banded: tuple[str, str] | None = None
    judge: Callable[[Situation, Reading, Band], Reading] | None = None
    of: Literal["", "hung", "hooked", "checked"] = ""
    when: Callable[[Situation], bool] | None = None

    def speaks(self, situation: Situation) -> bool:
        """Say whether the rig has what it speaks of: a dry fished alone has nothing below it, a shot alone no hook."""
        return self._has(situation) and (self.when is None or self.when(situation))

    def _has(self, situation: Situation) -> bool:
        if not self.of or self.of == "checked":
            return bool(not self.of or situation.rig.checks)
        return bool(hooked(situation) if self.of == "hooked" else nominal(situation).flies)


def afloat(situation: Situation) -> bool:
    """Say whether what floats is not under: of a drowned float nothing is seen."""
    return not nominal(situation).drowned


def in_current(situation: Situation) -> bool:
    """Say whether the water moves."""
    return situation.water.nature.flows


def make(key: str, severity: Severity, title: str, sentence: str, figure: Figure, **more: object) -> Reading:
    """Build a reading from a figure already written."""
    fields = {"figure": figure.digits, "unit": figure.unit} | more
    return Reading.model_validate({"key": key, "severity": severity, "title": title, "sentence": sentence} | fields)
