"""What would help where nothing that is owned does: one thing let go at a time, then in pairs; nothing else is tuned anew."""

from __future__ import annotations

import math
from collections.abc import Callable, Iterator, Sequence
from dataclasses import dataclass

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.methods.base import Method
from jarana.core.readings.depth_edits import led_at, slower
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.spans import SetLength
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.search.moves.base import hanging_spans
from jarana.core.search.valued import NOMINAL, SOME, Valued, Valuer, identity
from jarana.core.situation import Situation
from jarana.core.strength.holds import HARDLY, paths_of
from jarana.core.tackle.bead import bead, beads
from jarana.core.tackle.fly import Fly
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits
from jarana.core.worth.excluded import least_held
from jarana.core.worth.judge import Factors

say = phrases(
    __name__,
    """
heavier = a { $bead } { $material } bead
longer = { $more } more tippet
slower = led at { $lead }
natural = its own pace
float = a float instead
one-fly = one fly
nearer = standing { $by } nearer
farther = standing { $by } farther off
finer = tippet of { $mm }
stouter = every line { $mm } or stouter
both = { $one } and { $two }
zone = where they take
drag = how the fly moves
shown = slack before a take shows
noticed = noticing the take
free = the bed
stealth = being seen or heard
""",
)
LIMITS = {
    "zone": say("zone"), "drag": say("drag"), "shown": say("shown"), "noticed": say("noticed"), "free": say("free"),
    "stealth": say("stealth"),
}  # fmt: skip
LONGER_M = (0.2, 0.4, 0.8)
MENDED = SetStance(lay="reach", mend="1 m", after="2 s")
STANDS_M, NEAREST_M = 1.5, 1.0
FINER = 0.8
STOUTER = (1.25, 1.5, 2.0)
"""Lines so many times as fine, or as stout, are asked about."""
NOTHING_MIN = 5.0
"""Good minutes in the hour below which nothing fits."""
NOTHING_SHARE = 1.0 / 3.0
"""Of what the best single relaxation gives: below that nothing fits, either."""
TWICE = 1.5
"""A single relaxation that lifts the worth by less than half is not enough: pairs are tried."""
IN_PAIRS = 5
HELPS_MIN, HELPS = 1.0, 1.1
"""Good minutes in the hour that something must lead to, and so many times what the rig is worth (two things together: what either of them alone would), before it is said that it would help."""
SAME_THING = {"farther": "nearer", "stouter": "finer"}
"""Kinds of relaxation that undo one another."""


@dataclass(frozen=True)
class Would:
    """Something that would help, and what the rig would then be worth, good minutes in the hour; the key of a method, if it is one."""

    text: str
    minutes: float
    method: str = ""


Change = Callable[[Situation], Situation | None]
"""What makes another situation of one; None where it cannot."""


def limits(factors: Factors) -> tuple[tuple[str, float], ...]:
    """Return what limits a rig, most first: the share of all that is lost that each factor loses."""
    lost = {name: -math.log(max(min(getattr(factors, name), 1.0), 1e-3)) for name in Factors.LIMITS}
    whole = sum(lost.values()) or 1.0
    return tuple(sorted(((name, v / whole) for name, v in lost.items()), key=lambda row: -row[1]))


def limit_told(name: str) -> str:
    """Return a limit in words."""
    return LIMITS[name]


def relaxations(situation: Situation) -> Iterator[tuple[str, str, Change]]:
    """Yield what can be let go: the kind of thing, what it is in words, and what it makes of a situation."""
    rig, writer = situation.rig, situation.writer
    point = rig.point
    if point.fly is not None and not point.fly.lift_gf:
        now = point.fly.bead.diameter_mm if point.fly.bead else 0.0
        material = point.fly.bead.material if point.fly.bead else "tungsten"
        row = beads().get(material) or next(iter(beads().values()))
        for size in [s for s in row.sizes_mm if s > now + 1e-6][:5]:
            made = point.fly.model_copy(
                update={"bead": bead(row.key, size), "source": None, "weighed_mg": None, "timed_drag": None}
            )
            text = say("heavier", bead=writer.text("bead", size / 1000), material=row.name.lower())
            yield "heavier", text, _with_point(made)
    spans = hanging_spans(rig)
    if not situation.head.on_line and not situation.head.floats:
        longest = max(spans, key=lambda i: rig.spans[i].length)
        for more in LONGER_M:
            edit = SetLength(span=rig.spans[longest].id, value=f"{rig.spans[longest].length + more:.3f} m")
            yield "longer", say("longer", more=writer.text("length", more)), _by(edit)
    if situation.water.nature.flows and situation.motion.leads and not situation.head.on_line:
        for lead in slower(rig.motion.lead):
            yield "slower", say("slower", lead=f"{lead:g}"), _by(led_at(situation, lead))
        yield "slower", say("natural"), _by(SetMotion(kind="natural", lead=0.8))
    droppers = [a for a in rig.attachments if a.fly and a.at.kind == "joint" and a.id != rig.head.holds()]
    if droppers:
        yield "one-fly", say("one-fly"), lambda s: _all(s, [RemoveFly(at=a.id) for a in droppers])
    if situation.water.nature.flows:
        off = situation.water.off_m
        too_far = off - Habits(situation.setting.person)[f"reach-{situation.head.habit}"]
        for nearer in (STANDS_M, 2 * STANDS_M, too_far):
            if nearer > 0.0 and off - nearer >= NEAREST_M:
                yield "nearer", say("nearer", by=writer.text("travel", nearer)), _standing(-nearer)
        yield "farther", say("farther", by=writer.text("travel", STANDS_M)), _standing(STANDS_M)
    level = [rig.spans[i] for i in spans if rig.spans[i].ready is None]
    if level:
        thin = level[-1].d1_mm * FINER
        yield "finer", say("finer", mm=writer.text("diameter", thin / 1000)), lambda s: _finer(s, thin)
    if level and least_held(situation, paths_of(rig)) < HARDLY:
        for more in STOUTER:
            stout = level[-1].d1_mm * more
            yield "stouter", say("stouter", mm=writer.text("diameter", stout / 1000)), _stouter(stout)
    if not situation.head.floats and situation.water.nature.flows:
        yield "float", say("float"), _floated


def _floated(situation: Situation) -> Situation | None:
    """Return a rig under a float: of the first method that starts one in this water."""
    for method in methods().values():
        if situation.water.kind in method.waters and "float_load" in method.readings:
            then = _started(situation, method)
            if then is not None and then.head.is_float:
                return then
    return None


def _by(edit: RigEdit) -> Change:
    return lambda s: _all(s, [edit])


def _with_point(body: Fly) -> Change:
    return lambda s: s.with_rig(s.rig.replace_attachment(s.rig.point.id, body=body))


def _all(situation: Situation, edits: Sequence[RigEdit]) -> Situation | None:
    rig = situation.rig
    try:
        for edit in edits:
            rig = edit.apply(rig, situation.drawer, situation.writer)
    except InputError:
        return None
    return situation.with_rig(rig)


def _standing(by: float) -> Change:
    return lambda s: _stood(s, by)


def _stood(situation: Situation, by: float) -> Situation | None:
    water = situation.water
    off = water.off_m + by
    if water.lanes and off >= sum(lane.width_m for lane in water.lanes):
        return None
    moved = water.model_copy(update={"off_m": off})
    return situation.with_water(moved) if not water.lanes or moved.fish_lane == water.fish_lane else None


def _finer(situation: Situation, thin_mm: float) -> Situation | None:
    rig = situation.rig
    for i in hanging_spans(rig):
        if rig.spans[i].ready is None and rig.spans[i].d0_mm > thin_mm:
            rig = rig.replace_span(i, d0_mm=thin_mm, d1_mm=thin_mm, spool=None)
    return situation.with_rig(rig)


def _stouter(stout_mm: float) -> Change:
    """Return what makes every line of a rig at least so stout, but what is ready-made."""

    def change(situation: Situation) -> Situation | None:
        rig = situation.rig
        for i, span in enumerate(rig.spans):
            if span.ready is None and span.level and span.d0_mm < stout_mm:
                rig = rig.replace_span(i, d0_mm=stout_mm, d1_mm=stout_mm, spool=None)
        return situation.with_rig(rig)

    return change


def _started(situation: Situation, method: Method) -> Situation | None:
    try:
        return _all(situation.with_rig(method.start(situation.setting)), [MENDED])
    except InputError:
        return None


def would_help(best: Situation, minutes: float, value: Valuer) -> tuple[Would, ...]:
    """Return what would help, most first: the best of every kind of relaxation, and of pairs where no single one lifts it by half.

    Raises
    ------
    Stopped
        When the search was stopped.
    """
    rows = [
        (kind, text, change, then) for kind, text, change in relaxations(best) if (then := change(best)) is not None
    ]
    nominal = {identity(v.situation): v for v in value([then for *_, then in rows], NOMINAL)}
    leading: dict[str, tuple[str, Change, Situation, float]] = {}
    for kind, text, change, then in rows:
        found = nominal.get(identity(then))
        worth = found.worth.minutes if found else 0.0
        if found and (kind not in leading or worth > leading[kind][3]):
            leading[kind] = (text, change, then, worth)
    value = value.telling
    judged = {identity(v.situation): v for v in value([row[2] for row in leading.values()], SOME)}
    singles = [
        (Would(text, judged[identity(then)].worth.minutes), SAME_THING.get(kind, kind), change)
        for kind, (text, change, then, _) in leading.items()
        if identity(then) in judged
    ]
    singles.sort(key=lambda row: -row[0].minutes)
    told = [would for would, *_ in singles]
    if not told or told[0].minutes < TWICE * max(minutes, 1.0):
        told += _in_pairs(best, singles[:IN_PAIRS], value)
    least = max(HELPS * minutes, HELPS_MIN)
    return tuple(sorted((w for w in told if w.minutes > least), key=lambda w: -w.minutes))


def _in_pairs(best: Situation, singles: list[tuple[Would, str, Change]], value: Valuer) -> list[Would]:
    """Return what two of the singles would do together, where that is more than either of them alone does."""
    made = []
    for i, (one, kind, first) in enumerate(singles):
        for two, other, second in singles[i + 1 :]:
            then = first(best) if kind != other else None
            both = second(then) if then is not None else None
            if both is not None:
                made.append((say("both", one=one.text, two=two.text), both, HELPS * max(one.minutes, two.minutes)))
    judged = {identity(v.situation): v.worth.minutes for v in value([then for _, then, _ in made], SOME)}
    rows = [(Would(text, judged.get(identity(then), 0.0)), least) for text, then, least in made]
    return [would for would, least in rows if would.minutes > least]


def fits(best: Valued | None, would: tuple[Would, ...]) -> bool:
    """Say whether the best owned rig is worth fishing: not where it is worth next to nothing, or a third of what a change gives."""
    if best is None or best.worth.minutes < NOTHING_MIN:
        return False
    return not would or best.worth.minutes >= NOTHING_SHARE * would[0].minutes
