"""Start a method in a water: the best rig that can be tied of it from what is owned, or why it does not suit."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass, replace

from jarana.core.errors import InputError
from jarana.core.methods import ranked
from jarana.core.methods.base import Method, Started
from jarana.core.methods.chosen import Chosen
from jarana.core.outcomes.band import told
from jarana.core.readings import readings_of
from jarana.core.readings.base import Reading
from jarana.core.readings.with_band import told_by
from jarana.core.rig.compare import compare
from jarana.core.rig.model import Fitted, Rig
from jarana.core.search.best import Search
from jarana.core.search.relax import Would, fits, limit_told, limits, would_help
from jarana.core.search.valued import FEW, Valued, Valuer, identity
from jarana.core.situation import Setting, Situation
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits
from jarana.core.worth.excluded import excluded

say = phrases(
    __name__,
    """
other-kind = { $method } is fished in a { $waters }.
worth-little = The best of it is worth { $minutes ->
    [one] 1 good minute
   *[other] { $minutes } good minutes
} in the hour; what limits it most is { $limit }.
no-answer = No rig of it can be fished in this water.
tuned = Fitted to this water: { $changes }
instead = another method, as it is usually tied: { $method }
as-usual = As it is usually tied; nothing that is owned betters it here.
""",
)


@dataclass(frozen=True)
class Best:
    """The rig a start comes to.

    Attributes
    ----------
    started
        The rig with the reason for every choice, and what is not owned.
    valued
        What it is worth, with its tracks.
    readings
        What it says of itself, by shares.
    """

    started: Started
    valued: Valued
    readings: tuple[Reading, ...]


@dataclass(frozen=True)
class Declined:
    """Why a method is not started, and what would help, most first."""

    reason: str
    would: tuple[Would, ...] = ()
    best: Valued | None = None


def start(method: Method, setting: Setting, watch: Watch | None = None, full: bool = True) -> Best | Declined:
    """Return the best rig of a method in a water from what is owned, or why it does not suit, and what would.

    Never one that its own readings reject while one beside it is not: what breaks a rule, is out of reach or too weak is told
    before it is tied.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """
    value = Valuer(watch)
    found = _best(method, setting, value, full)
    if isinstance(found, Best):
        return found
    least = max((w.minutes for w in found.would), default=min(found.best.worth.minutes, LITTLE) if found.best else 0.0)
    return replace(found, would=(*instead(method, setting, value, least), *found.would))


def _best(method: Method, setting: Setting, value: Valuer, full: bool) -> Best | Declined:
    if setting.water.kind not in method.waters:
        return Declined(elsewhere(method))
    try:
        begun = method.begin(setting)
    except InputError as error:
        return Declined("; ".join(f.reason for f in error.faults))
    here = Situation(begun.rig, setting)
    search = Search(here, value, climbs=full)
    best = search.best()
    if best is None:
        reason = excluded(here, Habits(setting.person))
        return Declined(reason or say("no-answer"), _helped(here, value))
    would: tuple[Would, ...] = ()
    if best.worth.minutes < LITTLE:
        would = would_help(best.situation, best.worth.minutes, value)
        if not fits(best, would):
            limit = limits(best.worth.factors)[0][0]
            reason = say("worth-little", minutes=round(best.worth.minutes), limit=limit_told(limit))
            return Declined(reason, would, best)
    readings = _read(best)
    refused = _refused(readings)
    if not refused:
        return Best(with_reasons(begun, best.rig, setting), best, readings)
    for other in search.beside(best.situation):
        readings = _read(other)
        if other.worth.minutes >= LITTLE and not _refused(readings):
            return Best(with_reasons(begun, other.rig, setting), other, readings)
    would = would or would_help(best.situation, best.worth.minutes, value)
    return Declined(f"{refused[0].title}. {refused[0].sentence}", would, best)


def _read(valued: Valued) -> tuple[Reading, ...]:
    here = valued.situation
    return told_by(here, readings_of(here), told(valued.tracks, here))


def _refused(readings: Sequence[Reading]) -> list[Reading]:
    return [r for r in readings if r.severity == "act"]


SUITED = 3
"""Best suited of the other methods that are looked at where one is not started."""


def instead(method: Method, setting: Setting, value: Valuer, least: float) -> tuple[Would, ...]:
    """Return the method to start in the place of one that does not suit, as it is usually tied; none worth `least` minutes or less.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """
    usual: list[tuple[Method, Situation]] = []
    for other, _ in ranked(setting.water):
        if len(usual) == SUITED:
            break
        if other is method or setting.water.kind not in other.waters:
            continue
        try:
            usual.append((other, Situation(other.begin(setting).rig, setting)))
        except InputError:
            continue
    found = {identity(v.situation): v.worth.minutes for v in value.telling([here for _, here in usual], FEW)}
    rows = [
        Would(say("instead", method=other.name), found.get(identity(here), 0.0), other.key) for other, here in usual
    ]
    return tuple(sorted((w for w in rows if w.minutes > least), key=lambda w: -w.minutes)[:1])


def elsewhere(method: Method) -> str:
    """Say in which waters a method is fished."""
    return say("other-kind", method=method.name, waters=method.waters[0])


LITTLE = 12.0
"""Good minutes in the hour below which it is asked what would help."""


def _helped(here: Situation, value: Valuer) -> tuple[Would, ...]:
    return would_help(here, 0.0, value)


def with_reasons(begun: Started, rig: Rig, setting: Setting) -> Started:
    """Return what was started with its reasons, what the search changed of it, and what of it is still not owned."""
    writer, water = setting.writer, setting.fished
    changes = [c.text for c in compare(begun.rig, rig, writer, spools=False)]
    text = say("tuned", changes="; ".join(changes)) if changes else say("as-usual")
    rig = rig.rebuilt(fitted=Fitted(kind=water.kind, depth_m=water.depth_m, pace_m_s=water.pace_m_s))
    changed = {c.part for c in compare(begun.rig, rig, writer)}
    kept = tuple(c for c in begun.choices if c.part not in changed)
    owned = {a.id for a in rig.attachments if a.fly and a.fly.source}
    missing = tuple(m for m in begun.missing if m.part not in owned)
    return Started(rig, (*kept, Chosen("", text)), missing)
