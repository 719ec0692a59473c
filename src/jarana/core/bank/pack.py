"""The day pack: everything a phone looks up at the water without a signal, computed beforehand.

For a water of the day and the rigs that go along: what each could be made at the bank, how deep its flies are at every second,
and what would be seen and what it would bring for everything that is not known. The water is never the planned one: all of it is
computed for depths and paces around it, and looked up between them.
"""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import replace
from typing import Any

import numpy as np

from jarana.core.bank.counsel import counsel_of
from jarana.core.bank.daylight import light_hours
from jarana.core.bank.pack_parts import (
    DOUBTED,
    Curve,
    Mark,
    Pack,
    PackCut,
    PackFly,
    PackOption,
    PackRig,
    Plan,
    Table,
)
from jarana.core.bank.taps import first_row
from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_Z, FIRST_M, FIRST_S
from jarana.core.errors import InputError
from jarana.core.learn.belief import Belief
from jarana.core.learn.causes import causes, would_tell
from jarana.core.learn.family import Family, family
from jarana.core.learn.options import Option, options_of
from jarana.core.learn.sounding import BESIDE_FITTED, OUTING_DRIFTS, SHARES, why_first
from jarana.core.learn.taught import LEAST_TOLD
from jarana.core.learn.water import Belief12
from jarana.core.methods import method_of
from jarana.core.methods.cautions import cautions_of
from jarana.core.outcomes.shares import in_ten
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.readings.bottom import SELDOM
from jarana.core.rig.model import Rig
from jarana.core.rules.check import breaches
from jarana.core.search.cells import Ladder
from jarana.core.search.ladder import ladder
from jarana.core.search.valued import Stopped
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.situation import Setting, Situation
from jarana.core.units import Writer
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.core.watch import Watch
from jarana.core.water.reach import WARM, Reach
from jarana.core.water.section import section_of, suffers_warmth
from jarana.core.words import phrases
from jarana.core.worth.constants import Habits
from jarana.core.worth.judge import cast_seconds

say = phrases(
    __name__,
    """
from-to-rigs-go-along = from 1 to { $most_rigs } rigs go along
less = It touches less than it should: { $causes }.
more = It touches more than it should: { $causes }.
touch = Expect a touch on { $share }
touch-from = Expect a touch on { $share }, from { $metres } on
no-touch = No touch expected
lift = lift
end = end
sound-first = Sound it first: under a float a wrong depth costs most of the outing.
sound-pays = Sound it first: knowing the depth is worth about { $drifts ->
    [one] a good drift
   *[other] { $drifts } good drifts
 } of { $of }.
""",
)
PLANNED_MEMBERS, PLANNED_FITTED = 128, 128
ALONE_MEMBERS, ALONE_FITTED = 64, 64
BESIDE_MEMBERS = 48
"""Drifts of each rig in the planned water, in that water before the others are there, and in those beside it: for its depths, and for
the plan. The drifts beside it are the first of the planned ones: by what these lie off all of them in the planned water, theirs are
put right."""
MIDDLE = (35, 40, 45, 50, 55, 60, 65)
"""Percentiles whose mean is the middle of a water that is only looked up between: a median of few drifts jumps from one to another."""
TIMES = 40
BENT = 1.4
"""The times at which depths are kept lie closer together at the beginning of a drift."""
MOST_RIGS = 3
THOUSAND = 1000


def pack(
    rigs: Sequence[tuple[str, Rig]],
    setting: Setting,
    made_at: str,
    whole: bool = True,
    watch: Watch | None = None,
    learnt: Belief12 | None = None,
    told: str = "",
    zone: str = "UTC",
) -> Pack:
    """Return the day pack of some rigs in a water; not `whole`, of the planned water alone.

    `learnt` is what earlier outings taught of the water, and `told` says it: the plan begins with that. What the setting was taught
    says where the flies are: in which of the pack's waters they are looked up (`deeper`, `faster`), how fast they are led in
    all of them, and how far they spread.

    Raises
    ------
    InputError
        When there is none, or more than go along.
    Stopped
        When the watch was stopped.
    """
    if not 1 <= len(rigs) <= MOST_RIGS:
        raise InputError.one("rigs", str(len(rigs)), say("from-to-rigs-go-along", most_rigs=MOST_RIGS))
    watch = watch or Watch()
    water, taught = setting.water, setting.taught
    depths = tuple(water.depth_m * s for s in SHARES) if whole else (water.depth_m,)
    paces = tuple(water.pace_m_s * s for s in SHARES) if whole and water.nature.flows else (water.pace_m_s,)
    made = tuple(_rig(key, rig, setting, depths, paces, watch, learnt) for key, rig in rigs)
    section = section_of(water, setting.writer)
    return Pack(
        key=Situation(rigs[0][1], setting.plain).key,
        made_at=made_at,
        water=water,
        water_name=water.full_name,
        flows=water.nature.flows,
        depths=depths,
        paces=paces,
        fractions=tuple(round(float(f), 5) for f in times_of(1.0)),
        whole=whole,
        rigs=made,
        learnt=told,
        deeper=_told_factor(taught.depth) if taught else 1.0,
        faster=_told_factor(taught.pace) if taught else 1.0,
        cautions=section.cautions,
        light=light_hours(setting.today, zone),
        warm_c=WARM if suffers_warmth(water) else None,
        units=setting.person.units,
    )


def _rig(
    key: str,
    rig: Rig,
    setting: Setting,
    depths: tuple[float, ...],
    paces: tuple[float, ...],
    watch: Watch,
    learnt: Belief12 | None = None,
) -> PackRig:
    here = Situation(rig, setting.plain)
    options = options_of(here)
    led = replace(setting, taught=setting.taught.at_a_pace_and_depth if setting.taught else None)
    planned = setting.water
    waters = [
        planned.scaled(p / planned.pace_m_s if planned.pace_m_s else 1.0, d / planned.depth_m)
        for d, p in itertools.product(depths, paces)
    ]
    own = [_is(w, planned) for w in waters]
    tracks, tables = [], []
    alone = len(waters) == 1
    for water, mine in zip(waters, own, strict=True):
        there = [Option(o.situation.with_water(water), o.move, o.text) for o in options]
        members, fits = (
            (ALONE_MEMBERS, ALONE_FITTED)
            if alone
            else (PLANNED_MEMBERS, PLANNED_FITTED)
            if mine
            else (BESIDE_MEMBERS, BESIDE_FITTED)
        )
        found = evaluate(
            [Situation(o.situation.rig, led).with_water(water) for o in there], range(members), SEARCH_GRID, watch
        )
        if found is None:
            raise Stopped
        tracks.append(found)
        tables.append(_family(there, watch, fits, learnt))
    middle = own.index(True)
    shown = [i for i in range(len(options)) if tracks[middle][i] is not None]
    flies = tuple(_fly(rig, a.id, setting.writer) for a in rig.attachments if a.fly)
    zone = planned.zone if planned.zone_known else None
    kept = [options[i] for i in shown]
    return PackRig(
        id=key,
        name=rig.name,
        method=method_of(rig).name,
        motion=here.motion.name,
        rig=rig,
        flies=flies,
        first_row=first_row(here),
        options=tuple(
            _option(kept, j, [row[i] for row in tracks], middle, _touch_share(tables[middle], i))
            for j, i in enumerate(shown)
        ),
        plan=_plan(kept, [t and _only(t, shown) for t in tables], middle),
        counsel=counsel_of(here),
        cautions=cautions_of(here),
        zone_cm=(round(zone.low_m * 100), round(zone.high_m * 100)) if zone else None,
        zone_datum=zone.datum if zone else "bed",
        against=tuple(b.text for b in breaches(rig, setting.rules, setting.writer, setting.today))
        if setting.rules
        else (),
        cuts=tuple(
            PackCut(name=c.name, line=c.line, cut=c.cut_shown, finished=c.finished_shown)
            for c in cuts_of(rig, setting.writer, Measures())
        ),
        ladder=None if alone else _ladder(Situation(rig, setting), watch),
    )


def _told_factor(factor: float) -> float:
    """Return a factor on the water as far as a lesson tells it: what is too near to one to be told is one."""
    return factor if abs(factor - 1.0) >= LEAST_TOLD else 1.0


def _ladder(here: Situation, watch: Watch) -> Ladder | None:
    try:
        return ladder(here, watch)
    except InputError:
        return None


def _is(water: Reach, planned: Reach) -> bool:
    return math.isclose(water.depth_m, planned.depth_m) and math.isclose(water.pace_m_s, planned.pace_m_s)


def _family(options: list[Option], watch: Watch, fitted: int, learnt: Belief12 | None) -> Family | None:
    if options[0].situation.head.taps == "dry":
        return None
    try:
        found = family(options, watch, fitted)
        return replace(found, prior=learnt.prior_of(found.way, found.bins)) if learnt and found.way else found
    except InputError:
        return None


def _only(table: Family, rows: list[int]) -> Family:
    """Return a family of some of its rigs."""
    return replace(
        table,
        good=table.good[rows],
        codes={k: v[rows] for k, v in table.codes.items()},
        at={k: v[rows] for k, v in table.at.items()},
    )


def _fly(rig: Rig, key: str, writer: Writer) -> PackFly:
    attachment = rig.attachment(key)
    fly = attachment.fly
    assert fly is not None
    bead = writer.text("bead", fly.bead.diameter_mm / 1000) if fly.bead else ""
    return PackFly(
        id=key, role=rig.role(attachment), name=fly.label, bead=bead, source=fly.source, dry=key == rig.head.holds()
    )


def times_of(seconds: float) -> Floats:
    """Return the times at which depths are kept, s."""
    return seconds * np.linspace(0.0, 1.0, TIMES + 1) ** BENT


def depths_at(tracks: Tracks, fly: str, times: Floats, smooth: bool = False, first: int | None = None) -> Floats:
    """Return P10, P50 and P90 of a fly's depth at times, m, (3, times); of the drifts that still go on. `smooth` gives a middle that
    does not jump from one drift to another; `first` takes so many drifts only."""
    row = tracks.row(fly)
    deep = np.array(
        [
            np.interp(times, own, -np.minimum(track[row, :, AT_Z], 0.0), right=np.nan)
            for own, track in zip(tracks.times[:first], tracks.at[:first], strict=True)
        ]
    )
    gone = np.isnan(deep).all(axis=0)
    deep[:, gone] = deep[:, np.flatnonzero(~gone)[-1]][:, None] if (~gone).any() else 0.0
    shares = _shares(deep, (10, 90, *(MIDDLE if smooth else (50,))))
    return np.stack((shares[0], shares[2:].mean(axis=0), shares[1]))


def _shares(rows: Floats, percents: Sequence[float]) -> Floats:
    """Return percentiles down the columns of rows that may lack figures, (percents, columns), as np.nanpercentile does, and sooner."""
    rows = np.sort(rows, axis=0)
    last = np.maximum((~np.isnan(rows)).sum(axis=0) - 1, 0)
    at = np.asarray(percents)[:, None] / 100.0 * last
    below = np.floor(at).astype(np.int64)
    columns = np.arange(rows.shape[1])
    low, high = rows[below, columns], rows[np.minimum(below + 1, last), columns]
    return np.asarray(low + (at - below) * (high - low))


def _depths(tracks: Sequence[Tracks], seconds: Sequence[float], fly: str, middle: int) -> list[Floats]:
    """Return how deep a fly is in each water; beside the planned one put right by what so few drifts lie off there."""
    planned, times = tracks[middle], [times_of(s) for s in seconds]
    if len(tracks) == 1:
        return [depths_at(planned, fly, times[middle])]
    of_all, of_first = (depths_at(planned, fly, times[middle], True, k)[1] for k in (None, BESIDE_MEMBERS))
    return [
        depths_at(t, fly, at)
        if t is planned
        else np.maximum(depths_at(t, fly, at, smooth=True) + of_all - of_first, 0.0)
        for t, at in zip(tracks, times, strict=True)
    ]


def _touch_share(table: Family | None, option: int) -> float | None:
    """Return on what share of drifts a rig is thought to touch, by what outings taught; None where touches teach nothing."""
    if table is None or table.kind != "touch":
        return None
    return float(1.0 - table.codes["nothing"][option] @ (table.prior / table.prior.sum()))


def _option(
    options: list[Option], j: int, tracks: Sequence[Tracks | None], middle: int, touch: float | None
) -> PackOption:
    option = options[j]
    planned = tracks[middle]
    assert planned is not None
    found = [t if t is not None else planned for t in tracks]
    seconds = [float(t.nominal_times[-1]) for t in found]
    curves = []
    for name in planned.names:
        if option.situation.rig.attachment(name).fly is None:
            continue
        rows = _depths(found, seconds, name, middle)
        cm = [[tuple(int(v) for v in np.round(row[k] * 100)) for row in rows] for k in range(3)]
        curves.append(Curve(fly=name, p10=tuple(cm[0]), p50=tuple(cm[1]), p90=tuple(cm[2])))
    situation = option.situation
    ride = situation.ride()
    costs = [option.cost_from(other) for other in options]
    return PackOption(
        text=option.situation.writer.marked(option.text),
        edits=tuple(edit.model_dump(mode="json") for edit in option.move),
        seconds=tuple(round(s, 2) for s in seconds),
        curves=tuple(curves),
        marks=tuple(
            Mark(name=p.name, second=round(p.begins, 1)) for p in situation.motion.phases(ride) if p.begins > 0
        ),
        ends=say("lift" if situation.head.lifted and situation.water.nature.flows else "end"),
        puts_on=tuple(
            a.id for a in situation.rig.attachments if a.body != options[0].situation.rig.attachment(a.id).body
        ),
        expect=_expect(planned, situation, touch),
        knots=tuple(c.knots for c in costs),
        minutes=tuple(round(c.minutes, 1) for c in costs),
    )


def _expect(tracks: Tracks, situation: Situation, thought: float | None) -> str:
    """Say how often to expect a touch: as the plan thinks, else as the drifts of the planned water did."""
    hung = len(tracks.names)
    if not hung:
        return ""
    touched = ~np.isnan(tracks.did[:, :hung, FIRST_S]).all(axis=1)
    share = float(touched.mean()) if thought is None else thought
    if share <= 0:
        return say("no-touch")
    if not touched.any() or not situation.water.nature.flows or share < SELDOM:
        return say("touch", share=in_ten(share))
    metres = float(np.nanpercentile(np.nanmin(tracks.did[touched][:, :hung, FIRST_M], axis=1), 10))
    return say("touch-from", share=in_ten(share), metres=situation.writer.text("travel", metres))


def _plan(options: list[Option], tables: Sequence[Family | None], middle: int) -> Plan | None:
    planned = tables[middle]
    if planned is None:
        return None
    situation = options[0].situation
    less, more = _doubts(planned)
    habits = Habits(situation.setting.person)
    cast = cast_seconds(situation, habits)
    seconds = situation.motion.seconds(situation.ride())
    first, why = "", why_first(situation, planned)
    if why == "float":
        first = say("sound-first")
    elif why == "pays":
        brings = Belief.begun(planned).sounding_brings(OUTING_DRIFTS)
        first = say("sound-pays", drifts=max(round(brings), 1), of=round(OUTING_DRIFTS))
    return Plan(
        kind=planned.kind,
        bins=tuple(round(float(v) * (THOUSAND if planned.kind == "touch" else 100)) for v in planned.bins),
        tables=tuple(table_of(t or planned) for t in tables),
        less=less,
        more=more,
        sound_first=first,
        cycle_s=round(cast + seconds, 1),
    )


def _thousandths(rows: Floats) -> Any:
    return np.round(np.asarray(rows) * THOUSAND).astype(int).tolist()


def table_of(table: Family) -> Table:
    """Return a family as the phone looks it up."""

    def whole(p: Floats) -> tuple[int, ...]:
        return tuple(int(v) for v in np.round(p * 100 * THOUSAND))

    return Table(
        prior=whole(table.prior),
        sounded=whole(table.sounded(1.0)),
        good=_thousandths(table.good),
        codes={k: _thousandths(v) for k, v in table.codes.items()},
        at={k: _thousandths(v) for k, v in table.at.items()},
        edges=tuple(round(float(v), 2) for v in table.edges),
    )


def _doubts(table: Family) -> tuple[str, str]:
    """Return what may be the cause where it touches less and more than it should: the hand first, never one cause alone."""
    if table.kind != "touch":
        return "", ""
    parts = {"hand": table.of_hand, "depth": table.of_depth, "pace": table.of_pace}
    spreads = dict(zip(("depth", "pace", "hand"), table.spreads, strict=True))
    told = []
    for sign, key in ((-1.0, "less"), (1.0, "more")):
        text = causes(parts, spreads, sign * DOUBTED)
        told.append(f"{say(key, causes=text)} {would_tell(parts)}" if text else "")
    return told[0], told[1]
