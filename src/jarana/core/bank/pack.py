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
from typing import Any, Literal

import numpy as np

from jarana.core.bank.counsel import Counsel, counsel_of
from jarana.core.bank.taps import BATCH, HOW_MANY, MORE, Tap, first_row
from jarana.core.caution import Caution
from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_Z, FIRST_M, FIRST_S
from jarana.core.errors import InputError
from jarana.core.learn.belief import LEAST_SHARE, LEAST_SPEAKS, MISTAPS, Belief
from jarana.core.learn.causes import causes, would_tell
from jarana.core.learn.family import Family, family
from jarana.core.learn.options import Option, options_of
from jarana.core.learn.water import Belief12
from jarana.core.methods import method_of
from jarana.core.methods.cautions import cautions_of
from jarana.core.model import Frozen
from jarana.core.outcomes.shares import in_ten
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.readings.bottom import SELDOM
from jarana.core.rig.model import Rig
from jarana.core.search.valued import Stopped
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
less = It touches less than it should: { $causes }.
more = It touches more than it should: { $causes }.
touch = Expect a touch on { $share }
touch-from = Expect a touch on { $share }, from { $metres } on
no-touch = No touch expected
lift = lift
end = end
sound-first = Sound it first: under a float a wrong depth costs most of the outing.
""",
)
VERSION = 1
SHARES = (0.8, 1.0, 1.25)
"""Depths and paces the pack is computed for, as shares of those written."""
PLANNED_MEMBERS, PLANNED_FITTED = 64, 128
BESIDE_MEMBERS, BESIDE_FITTED = 40, 32
"""Drifts of each rig in the planned water, and in those beside it: for its depths, and for the plan."""
TIMES = 40
BENT = 1.4
"""The times at which depths are kept lie closer together at the beginning of a drift."""
DOUBTED = 1.28
"""The water is doubted where what was seen lies outside eight of ten."""
MOST_RIGS = 3
THOUSAND = 1000
OUTING_DRIFTS, LEAST_LEFT = 40.0, 12.0
"""Drifts an outing is thought to have, and so many are always thought to be left (guesses)."""


class Curve(Frozen):
    """How deep a fly is, cm, at the times of each water: (waters, times)."""

    fly: str
    p10: tuple[tuple[int, ...], ...]
    p50: tuple[tuple[int, ...], ...]
    p90: tuple[tuple[int, ...], ...]


class Mark(Frozen):
    """A moment of a drift: when in the planned water, s, and its name."""

    name: str
    second: float


class PackOption(Frozen):
    """Something that can be fished.

    Attributes
    ----------
    text
        What is changed of the rig that was taken along; as it is, first.
    edits
        The edits that make it of that rig.
    seconds
        How long its drift is in each water, s.
    marks
        Its phases.
    ends
        What its end is called.
    puts_on
        Flies it ties on anew, by their place on the rig.
    expect
        How often to expect a touch, in words, in the planned water.
    knots, minutes
        To make it of each other option.
    """

    text: str
    edits: tuple[dict[str, Any], ...]
    seconds: tuple[float, ...]
    curves: tuple[Curve, ...]
    marks: tuple[Mark, ...]
    ends: str
    puts_on: tuple[str, ...]
    expect: str
    knots: tuple[int, ...]
    minutes: tuple[float, ...]


class PackFly(Frozen):
    """A fly of the rig: its place, its name, its bead or none, what of the box it is."""

    id: str
    role: str
    name: str
    bead: str
    source: str | None
    dry: bool = False


class Table(Frozen):
    """What is learnt and what to do, in one water: thousandths, (options × bins) unless said.

    Attributes
    ----------
    prior
        Chance of each bin, in hundred-thousandths.
    sounded
        The same in a water of just this depth, once that was sounded.
    good
        How good a drift is.
    codes
        Chance of what is seen.
    at
        The same by the part of the drift: (options × parts × bins).
    edges
        Ends of the parts, s.
    """

    prior: tuple[int, ...]
    sounded: tuple[int, ...]
    good: tuple[tuple[int, ...], ...]
    codes: dict[str, tuple[tuple[int, ...], ...]]
    at: dict[str, tuple[tuple[tuple[int, ...], ...], ...]]
    edges: tuple[float, ...]


class Plan(Frozen):
    """The bank plan of a rig: its tables, one for each water, and the sentences that go with them.

    Attributes
    ----------
    bins
        Value of each bin, in thousandths of a spread or in cm.
    less, more
        What to think where it touches less, or more, than it should; empty where that teaches nothing.
    sound_first
        Said before the first cast where a sounding pays; empty where it does not.
    cycle_s
        How long a drift with all around it takes, s.
    """

    kind: Literal["touch", "take"]
    bins: tuple[int, ...]
    tables: tuple[Table, ...]
    less: str = ""
    more: str = ""
    sound_first: str = ""
    cycle_s: float
    speaks: float = LEAST_SPEAKS
    share: float = LEAST_SHARE
    mistaps: float = MISTAPS
    doubted: float = DOUBTED


class PackRig(Frozen):
    """A rig that goes along.

    Attributes
    ----------
    zone_cm, zone_datum
        Where they take, from and to: up from the bed, or down from the surface.
    """

    id: str
    name: str
    method: str
    motion: str
    rig: Rig
    flies: tuple[PackFly, ...]
    first_row: tuple[Tap, ...]
    options: tuple[PackOption, ...]
    plan: Plan | None
    counsel: tuple[Counsel, ...]
    cautions: tuple[Caution, ...]
    zone_cm: tuple[int, int] | None
    zone_datum: Literal["bed", "surface"]


class Pack(Frozen):
    """A day pack.

    Attributes
    ----------
    made_at
        When, as the server's clock told it.
    depths, paces
        Of its waters, m and m/s: the first changes slowest.
    fractions
        The times at which depths are kept, as shares of a drift.
    whole
        All of them are in it, or only the planned one.
    learnt
        What earlier outings taught of the water; the plan begins with it.
    warm_c
        From this temperature on one stops, °C; None where it does not hold.
    batch
        Drifts that are told at once.
    horizon, least_left
        Drifts an outing is thought to have, and the fewest that are left.
    """

    version: int = VERSION
    key: str
    made_at: str
    water: Reach
    water_name: str
    flows: bool
    depths: tuple[float, ...]
    paces: tuple[float, ...]
    fractions: tuple[float, ...] = ()
    whole: bool
    rigs: tuple[PackRig, ...]
    learnt: str = ""
    more: tuple[Tap, ...] = MORE
    how_many: tuple[tuple[int, int | None], ...] = HOW_MANY
    cautions: tuple[Caution, ...]
    warm_c: float | None
    batch: int = BATCH
    horizon: float = OUTING_DRIFTS
    least_left: float = LEAST_LEFT
    units: str


def pack(
    rigs: Sequence[tuple[str, Rig]],
    setting: Setting,
    made_at: str,
    whole: bool = True,
    watch: Watch | None = None,
    learnt: Belief12 | None = None,
    told: str = "",
) -> Pack:
    """Return the day pack of some rigs in a water; not `whole`, of the planned water alone.

    `learnt` is what earlier outings taught of the water, and `told` says it: the plan begins with that.

    Raises
    ------
    InputError
        When there is none, or more than go along.
    Stopped
        When the watch was stopped.
    """
    if not 1 <= len(rigs) <= MOST_RIGS:
        raise InputError.one("rigs", str(len(rigs)), f"from 1 to {MOST_RIGS} rigs go along")
    watch = watch or Watch()
    water = setting.water
    depths = tuple(water.depth_m * s for s in SHARES) if whole else (water.depth_m,)
    paces = tuple(water.pace_m_s * s for s in SHARES) if whole and water.nature.flows else (water.pace_m_s,)
    made = tuple(_rig(key, rig, setting, depths, paces, watch, learnt) for key, rig in rigs)
    section = section_of(water, setting.writer)
    return Pack(
        key=Situation(rigs[0][1], setting).key,
        made_at=made_at,
        water=water,
        water_name=f"{water.river}, {water.name}" if water.river else water.name,
        flows=water.nature.flows,
        depths=depths,
        paces=paces,
        fractions=tuple(round(float(f), 5) for f in times_of(1.0)),
        whole=whole,
        rigs=made,
        learnt=told,
        cautions=section.cautions,
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
    here = Situation(rig, setting)
    options = options_of(here)
    planned = setting.water
    waters = [
        planned.scaled(p / planned.pace_m_s if planned.pace_m_s else 1.0, d / planned.depth_m)
        for d, p in itertools.product(depths, paces)
    ]
    own = [_is(w, planned) for w in waters]
    tracks, tables = [], []
    for water, mine in zip(waters, own, strict=True):
        there = [Option(o.situation.with_water(water), o.move, o.text) for o in options]
        members = PLANNED_MEMBERS if mine else BESIDE_MEMBERS
        found = evaluate([o.situation for o in there], range(members), SEARCH_GRID, watch)
        if found is None:
            raise Stopped
        tracks.append(found)
        tables.append(_family(there, watch, PLANNED_FITTED if mine else BESIDE_FITTED, learnt))
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
        options=tuple(_option(kept, j, [row[i] for row in tracks], middle) for j, i in enumerate(shown)),
        plan=_plan(kept, [t and _only(t, shown) for t in tables], middle),
        counsel=counsel_of(here),
        cautions=cautions_of(here),
        zone_cm=(round(zone.low_m * 100), round(zone.high_m * 100)) if zone else None,
        zone_datum=zone.datum if zone else "bed",
    )


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


def depths_at(tracks: Tracks, fly: str, times: Floats) -> Floats:
    """Return P10, P50 and P90 of a fly's depth at times, m, (3, times); of the drifts that still go on."""
    row = tracks.row(fly)
    deep = np.array(
        [
            np.interp(times, own, -np.minimum(track[row, :, AT_Z], 0.0), right=np.nan)
            for own, track in zip(tracks.times, tracks.at, strict=True)
        ]
    )
    gone = np.isnan(deep).all(axis=0)
    deep[:, gone] = deep[:, np.flatnonzero(~gone)[-1]][:, None] if (~gone).any() else 0.0
    return np.asarray(np.nanpercentile(deep, (10, 50, 90), axis=0))


def _option(options: list[Option], j: int, tracks: Sequence[Tracks | None], middle: int) -> PackOption:
    option = options[j]
    planned = tracks[middle]
    assert planned is not None
    found = [t if t is not None else planned for t in tracks]
    seconds = [float(t.nominal_times[-1]) for t in found]
    curves = []
    for name in planned.names:
        if option.situation.rig.attachment(name).fly is None:
            continue
        rows = [depths_at(t, name, times_of(s)) for t, s in zip(found, seconds, strict=True)]
        cm = [[tuple(int(v) for v in np.round(row[k] * 100)) for row in rows] for k in range(3)]
        curves.append(Curve(fly=name, p10=tuple(cm[0]), p50=tuple(cm[1]), p90=tuple(cm[2])))
    situation = option.situation
    ride = situation.ride()
    costs = [option.cost_from(other) for other in options]
    return PackOption(
        text=option.text,
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
        expect=_expect(planned, situation),
        knots=tuple(c.knots for c in costs),
        minutes=tuple(round(c.minutes, 1) for c in costs),
    )


def _expect(tracks: Tracks, situation: Situation) -> str:
    hung = len(tracks.names)
    if not hung:
        return ""
    touched = ~np.isnan(tracks.did[:, :hung, FIRST_S]).all(axis=1)
    share = float(touched.mean())
    if share <= 0:
        return say("no-touch")
    if not situation.water.nature.flows or share < SELDOM:
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
    brings = Belief.begun(planned).sounding_brings(OUTING_DRIFTS)
    pays = brings > LEAST_SPEAKS + float(Belief.begun(planned).worth().max())
    first = pays or (situation.head.is_float and situation.water.nature.flows and not situation.water.soundings)
    return Plan(
        kind=planned.kind,
        bins=tuple(round(float(v) * (THOUSAND if planned.kind == "touch" else 100)) for v in planned.bins),
        tables=tuple(table_of(t or planned) for t in tables),
        less=less,
        more=more,
        sound_first=say("sound-first") if first else "",
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
