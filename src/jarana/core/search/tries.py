"""What to try: the one change that betters what is not satisfied, is worth its knots, and makes nothing worth less; two where one is not enough.

Never from the nominal drift alone: what is offered was drifted with the same members as the rig in hand. Where no single change
betters a rig that is worth little, it is said that nothing fits, and what would.
"""

from __future__ import annotations

from collections.abc import Iterator, Sequence
from contextvars import ContextVar
from dataclasses import dataclass
from itertools import combinations

from jarana.core.errors import InputError, SolverError
from jarana.core.law import told_again
from jarana.core.methods import method_of
from jarana.core.outcomes.band import told
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import ORDER, Reading, ReadingKind, Try
from jarana.core.readings.with_band import told_by
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.rerig import rerig
from jarana.core.search.best import NOTED
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import Move, moved
from jarana.core.search.relax import Would, limit_told, limits, would_help
from jarana.core.search.start import instead
from jarana.core.search.valued import NOMINAL, SHOWN, SOME, TOLD_GRIDS, Valued, Valuer, identity
from jarana.core.situation import Situation
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
but = but { $worse }
still = still { $effect }
ruled-out = Ruled out, and nothing you own mends it: { $reason }.
nothing-fits = Nothing you own betters it: { $minutes ->
    [one] 1 good minute
   *[other] { $minutes } good minutes
} in the hour; what limits it most is { $limit }.
""",
)

OFFERED = 2
MOST_TRIED = 14
"""Edits of a reading's own that are computed in full for one answer."""
PAIRED = 3
"""Best single changes of which two are tried together where none is enough by itself."""
LEADING = 6
"""Nominally best changes that are judged by members."""
SEEN_MIN, SEEN_SHARE = 1.0, 0.25
"""Good minutes in the hour below which a rig is worth next to nothing; by these, or by this share of a rig worth little, a change that leaves a reading as it is has to better the rig."""
KEEPS = 0.98
"""A change that leaves less than this share of the worth makes the rig worth less."""
_watching: ContextVar[Watch | None] = ContextVar("_watching", default=None)
"""Who may stop what is computed: no part of what is asked, and not kept with the answer."""


@dataclass(frozen=True)
class Tried:
    """The readings with what to try; and where nothing betters the rig, that, with what would."""

    readings: tuple[Reading, ...]
    minutes: float
    nothing_fits: str = ""
    would: tuple[Would, ...] = ()


@dataclass(frozen=True)
class _Change:
    move: Move
    situation: Situation


def readings_with_tries(situation: Situation, watch: Watch | None = None) -> tuple[Reading, ...]:
    """Return the readings of a rig, those not satisfied with at most two changes that better them."""
    return tries(situation, watch).readings


def tries(situation: Situation, watch: Watch | None = None) -> Tried:
    """Return what to try.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    Stopped
        When the watch was stopped.
    """
    token = _watching.set(watch)
    try:
        return _found(situation)
    finally:
        _watching.reset(token)


@told_again
def _found(situation: Situation) -> Tried:
    """Return what to try: who opens the same rig once more, or steps back to it, is told at once."""
    value = Valuer(_watching.get(), TOLD_GRIDS)
    now = value([situation], SHOWN, screened=False)
    if not now:
        return Tried(_by_themselves(situation, readings_of(situation), value, None), 0.0)
    base = value([situation], SOME, screened=False)[0]
    readings = told_by(situation, readings_of(situation), told(now[0].tracks, situation))
    kinds = reading_kinds()
    open_ = [r for r in readings if r.severity != "fine"]
    poor = base.worth.minutes < SEEN_MIN
    drifted = [r for r in open_ if kinds[r.key].judge is not None or (poor and r.severity == "act" and _unmended(r))]
    better = _better(situation, drifted, base, value) if drifted or poor else []
    if any(r.severity == "act" and not _mended(r, better) for r in drifted):
        better = _with_pairs(better, situation, value)
    if poor:
        # Next to nothing that becomes a little more than that is nothing to knot for.
        better = [row for row in better if row[1].worth.minutes >= SEEN_MIN]
    more = now[0].worth.minutes - base.worth.minutes
    made = {
        r.key: tuple(_told(r.key, situation, readings, c, v, more) for c, v in _led(r, better, base)[:OFFERED])
        for r in drifted
    }
    others = tuple(r for r in readings if r.key not in made)
    rest = {r.key: r for r in _by_themselves(situation, others, value, base)}
    told_all = tuple(r.model_copy(update={"tries": made[r.key]}) if r.key in made else rest[r.key] for r in readings)
    minutes = now[0].worth.minutes
    worst = poor or any(r.severity == "act" for r in drifted)
    mends = (t for r in told_all if r.severity == "act" for t in r.tries if t.severity != "act")
    if base.worth.excluded and next(mends, None) is None:
        told_out = say("ruled-out", reason=base.worth.excluded)
        return Tried(told_all, minutes, told_out, would_help(situation, 0.0, value))
    if any(made.values()) or any(_seen(v, base) for _, v in better) or not worst:
        return Tried(told_all, minutes)
    helps = would_help(situation, base.worth.minutes, value)
    least = max((w.minutes for w in helps), default=minutes)
    would = (*instead(method_of(situation.rig), situation.setting, value, least), *helps)
    limit = limit_told(limits(base.worth.factors)[0][0])
    return Tried(told_all, minutes, say("nothing-fits", minutes=round(minutes), limit=limit), would)


def _unmended(reading: Reading) -> bool:
    """Say whether a reading has no changes of its own: what betters the rig is told with it."""
    return reading_kinds()[reading.key].candidates is None


def _better(
    situation: Situation, drifted: Sequence[Reading], base: Valued, value: Valuer
) -> list[tuple[_Change, Valued]]:
    """Return single changes by which the rig is worth more, most first; what costs no knot leads among equals."""
    changes = {identity(c.situation): c for c in _changes(situation, drifted)}
    near = value([c.situation for c in changes.values()], NOMINAL)[:LEADING]
    judged = value([v.situation for v in near], SOME)
    kept = [v for v in judged if v.worth.minutes > (1.0 + NOTED) * base.worth.minutes]
    return [(changes[identity(v.situation)], v) for v in kept]


def _mended(reading: Reading, better: list[tuple[_Change, Valued]]) -> bool:
    """Say whether one of the changes takes a reading out of what has to be acted on."""
    return any(_after(reading, *row) > ORDER["act"] for row in better)


def _with_pairs(
    better: list[tuple[_Change, Valued]], situation: Situation, value: Valuer
) -> list[tuple[_Change, Valued]]:
    """Return changes and the best of two of the best done together, where it is worth more than either; most first."""
    known = {identity(c.situation) for c, _ in better}
    pairs: dict[object, tuple[_Change, float]] = {}
    for (one, a), (other, b) in combinations(better[:PAIRED], 2):
        then = moved(situation, (*one.move, *other.move))
        if then is not None and identity(then) not in known:
            least = (1.0 + NOTED) * max(a.worth.minutes, b.worth.minutes)
            pairs.setdefault(identity(then), (_Change((*one.move, *other.move), then), least))
    judged = [(*pairs[identity(v.situation)], v) for v in value([c.situation for c, _ in pairs.values()], SOME)]
    both = next(((change, v) for change, least, v in judged if v.worth.minutes > least), None)
    return better if both is None else [both, *better]


def _changes(situation: Situation, drifted: Sequence[Reading]) -> Iterator[_Change]:
    kinds = reading_kinds()
    moves: list[Move] = []
    for reading in drifted:
        candidates = kinds[reading.key].candidates
        if candidates is not None:
            moves += [(edit,) for edit in candidates(situation)]
    for coordinate in coordinates():
        moves += list(coordinate.values(situation))
    for move in moves:
        then = moved(situation, move)
        if then is not None:
            yield _Change(move, then)


def _led(reading: Reading, better: list[tuple[_Change, Valued]], base: Valued) -> list[tuple[_Change, Valued]]:
    """Return the changes that better a reading, or leave it and are worth so much more; those that satisfy it lead, then by worth."""
    now = ORDER[reading.severity]
    rows = [
        (after, row)
        for row in better
        if (after := _after(reading, *row)) > now or (after == now and _seen(row[1], base))
    ]
    return [row for _, row in sorted(rows, key=lambda r: -r[0])]


def _seen(valued: Valued, base: Valued) -> bool:
    """Say whether a rig is worth so much more than another that somebody would change it for that alone, and worth fishing then."""
    if valued.worth.minutes < SEEN_MIN:
        return False
    return valued.worth.minutes - base.worth.minutes >= min(SEEN_MIN, SEEN_SHARE * base.worth.minutes)


def _after(reading: Reading, change: _Change, valued: Valued) -> int:
    """Return how a reading ranks after a change, -1 where it has nothing to say of it."""
    kind = reading_kinds()[reading.key]
    try:
        if not kind.speaks(change.situation):
            return -1
        after = kind.read(change.situation)
    except (InputError, SolverError):
        return -1
    if kind.judge is not None:
        after = kind.judge(change.situation, after, told(valued.tracks, change.situation))
    return ORDER[after.severity]


def _told(
    key: str, before: Situation, readings: tuple[Reading, ...], change: _Change, valued: Valued, more: float
) -> Try:
    """Write what a change does; its worth stands beside that of the rig as it is, which more members tell: by `more` minutes more."""
    situation = change.situation
    after = told_by(situation, readings_of(situation), told(valued.tracks, situation))
    minutes = max(valued.worth.minutes + more, 0.0)
    return _tried(key, before, readings, change.move, situation, {r.key: r for r in after}, minutes)


def _by_themselves(
    situation: Situation, readings: tuple[Reading, ...], value: Valuer, base: Valued | None
) -> tuple[Reading, ...]:
    """Return readings that do not hang on the drift with their own edits, none of which makes the rig worth less."""
    kinds = reading_kinds()
    tried: dict[str, tuple[Situation, dict[str, Reading]] | None] = {}
    out = []
    for reading in readings:
        kind = kinds[reading.key]
        if reading.severity == "fine" or kind.candidates is None:
            out.append(reading)
            continue
        found: list[tuple[RigEdit, Situation, dict[str, Reading]]] = []
        for edit in kind.candidates(situation):
            key = edit.model_dump_json()
            if key not in tried and len(tried) < MOST_TRIED:
                tried[key] = _apply(edit, situation)
            have = tried.get(key)
            if have is not None:
                found.append((edit, *have))
        out.append(reading.model_copy(update={"tries": _best(kind, situation, readings, found, value, base)}))
    return tuple(out)


def _apply(edit: RigEdit, situation: Situation) -> tuple[Situation, dict[str, Reading]] | None:
    then = moved(situation, (edit,))
    if then is None:
        return None
    try:
        return then, {r.key: r for r in readings_of(then)}
    except (InputError, SolverError):
        return None


def _best(
    kind: ReadingKind,
    before: Situation,
    readings: tuple[Reading, ...],
    found: list[tuple[RigEdit, Situation, dict[str, Reading]]],
    value: Valuer,
    base: Valued | None,
) -> tuple[Try, ...]:
    score = kind.score
    if score is None:
        return ()
    said = next(r for r in readings if r.key == kind.key)
    told_ = [
        row
        for row in found
        if kind.key in row[2] and score(row[1]) < score(before) - 1e-3 and _says_more(row[2][kind.key], said)
    ]
    told_.sort(key=lambda row: score(row[1]))
    if base is None or base.worth.minutes <= 0:
        # No members were asked: what they decide is not told from one drift.
        by_themselves = tuple(r for r in readings if reading_kinds()[r.key].judge is None)
        return tuple(_tried(kind.key, before, by_themselves, (row[0],), *row[1:], None) for row in told_[:OFFERED])
    worth = {identity(v.situation): v for v in value([row[1] for row in told_[: 2 * OFFERED]], SOME)}
    kept = [
        (edit, then, told_by(then, tuple(after.values()), told(v.tracks, then)))
        for edit, then, after in told_[: 2 * OFFERED]
        if (v := worth.get(identity(then))) is not None and v.worth.minutes >= KEEPS * base.worth.minutes
    ]
    return tuple(
        _tried(kind.key, before, readings, (edit,), then, {r.key: r for r in after}, None)
        for edit, then, after in kept[:OFFERED]
    )


def _says_more(after: Reading, before: Reading) -> bool:
    """Say whether what leads a reading differs; of what has to be acted on a step that its sentence tells is one."""
    if before.severity == "act" and after.sentence != before.sentence:
        return True
    return (after.severity, after.title, after.figure) != (before.severity, before.title, before.figure)


def _tried(
    key: str,
    before: Situation,
    readings: tuple[Reading, ...],
    move: Move,
    then: Situation,
    after: dict[str, Reading],
    minutes: float | None,
) -> Try:
    mine, stood = after[key], next((r for r in readings if r.key == key), None)
    worse = [
        r.title.lower()
        for old in readings
        if old.key != key and (r := after.get(old.key)) is not None and ORDER[r.severity] < ORDER[old.severity]
    ]
    # A spool of another diameter is one change to the angler: the line.
    changes = compare(before.rig, then.rig, before.writer, spools=False)
    name = "; ".join(dict.fromkeys(c.text for c in changes))
    water = before.water
    title = mine.title[0].lower() + mine.title[1:]
    effect = title if f"{mine.figure} {mine.unit}" in title else f"{title}, {mine.figure} {mine.unit}".strip()
    if stood and mine.severity != "fine" and (mine.severity, mine.title) == (stood.severity, stood.title):
        # It betters the rig, not enough what this reading says.
        effect = say("still", effect=effect)
    dumped = [edit.model_dump(mode="json") for edit in move]
    return Try(
        edit=dumped[0],
        more=tuple(dumped[1:]),
        name=name,
        effect=effect,
        severity=mine.severity,
        costs=say("but", worse=worse[0]) if worse else "",
        takes=rerig(before.rig, then.rig, water.temperature_c, water.wind_m_s, before.writer).cost.told(before.writer),
        minutes=None if minutes is None else round(minutes, 1),
    )
