"""How sure a drift is: the same rig in 128 waters that the angler could not tell apart.

Seeded Sobol members vary pace, depth, weight of the flies, their drag, and two offsets of the stream; every reported
figure gets its P10, P50 and P90. Same rig and water, same band.
"""

from __future__ import annotations

import math
from concurrent.futures import ThreadPoolExecutor
from contextvars import copy_context
from dataclasses import dataclass, replace
from functools import cache
from pathlib import Path
from statistics import NormalDist

import numpy as np

from jarana.core.drift.coarse import COARSE, COARSE_STEPS, STILL_COARSE_STEPS
from jarana.core.drift.lower import drift_seconds, lower
from jarana.core.drift.nominal import nominal
from jarana.core.drift.result import FlyDrift, drift_key, fly_drift, hung, shift_of
from jarana.core.engine.arrays import Floats
from jarana.core.engine.chain import run
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.turbulence import turbulence
from jarana.core.errors import SolverError
from jarana.core.law import Asked, listening
from jarana.core.model import Frozen
from jarana.core.situation import Situation
from jarana.core.watch import Watch

MEMBERS = 128
PACE_SIGMA = 0.10
MASS_SIGMA = 0.10
DEPTH_SIGMA = 0.07
DRAG_SIGMA = 0.30
"""Spreads of the logarithm, until a person's own measurements replace them."""
DRAWN_TIMES = 24
WORKERS = 2
LEAST = 0.9
"""Share of the members that must come to an answer."""


class Spread(Frozen):
    """P10, P50 and P90 of a figure; None where that share of the drifts never gets there."""

    p10: float | None
    p50: float | None
    p90: float | None


class FlyBand(Frozen):
    """The band of one fly: depths (mm) at the band's times, and of every figure."""

    id: str
    p10_mm: tuple[int, ...]
    p90_mm: tuple[int, ...]
    metres_to_bottom: Spread
    first_in_zone_s: Spread
    share_in_zone: Spread
    settled_depth_m: Spread
    drag_m_s: Spread
    seconds_to_bottom: Spread
    settled_s: Spread


class Band(Frozen):
    """The band of a drift, known by the drift's key; `finds_bottom` is the share of members in which a fly does."""

    key: str
    members: int
    shares: tuple[float, ...]
    flies: tuple[FlyBand, ...]
    finds_bottom: float
    laws: tuple[Asked, ...] = ()


@cache
def sobol() -> Floats:
    """Return the 128 x 6 members as standard normal deviates."""
    text = (Path(__file__).parent / "tables" / "sobol_128x6.csv").read_text(encoding="utf-8")
    points = np.array([[float(v) for v in row.split(",")] for row in text.splitlines()])
    normal = NormalDist()
    return np.array([[normal.inv_cdf(min(max(v, 1e-6), 1 - 1e-6)) for v in row] for row in points])


def band_of(situation: Situation, watch: Watch | None = None) -> Band | None:
    """Return the band of a situation; None when the watch stopped it on the way.

    Raises
    ------
    SolverError
        When too many members fail.
    """
    deviates = sobol()
    watch = watch or Watch()
    watch.expects(MEMBERS)

    with listening() as heard:
        listeners = [copy_context() for _ in range(MEMBERS)]

        def member(k: int) -> _Member | None:
            if watch.stopped:
                return None
            found = listeners[k].run(_run_member, situation, deviates[k])
            watch.step()
            return found

        with ThreadPoolExecutor(WORKERS) as pool:
            found = [m for m in pool.map(member, range(MEMBERS)) if m is not None]
    if watch.stopped:
        return None
    if len(found) < LEAST * MEMBERS:
        raise SolverError("the band did not come to an answer", (situation.rig.name, situation.water.id))
    found = _set_right(situation, found)
    ids = [f.id for f in found[0].flies]
    bottom = [any(f.metres_to_bottom is not None for f in m.flies) for m in found]
    return Band(
        key=drift_key(situation),
        members=len(found),
        shares=tuple(round((k + 1) / DRAWN_TIMES, 4) for k in range(DRAWN_TIMES)),
        flies=tuple(_fly_band(i, name, found) for i, name in enumerate(ids)),
        finds_bottom=sum(bottom) / len(bottom),
        laws=heard.rows,
    )


def _set_right(situation: Situation, found: list[_Member]) -> list[_Member]:
    """Return the members with their tracks as differences to their own coarse nominal run, added to the fine one, mm."""
    coarse = _run_member(situation, np.zeros(sobol().shape[1]))
    if coarse is None or not len(coarse.depth_mm):
        return found
    drift = nominal(situation)
    z = np.array(drift.z_mm)
    fine = np.array([-z[_places(len(z)), f.node] for f in drift.flies])
    order = [next(i for i, f in enumerate(drift.flies) if f.id == m.id) for m in coarse.flies]
    off = fine[order] - coarse.depth_mm
    deepest = situation.setting.fished.depth_m * 1000
    most = max(deepest, *(b.depth_m * 1000 for b in drift.bed))
    return [replace(m, depth_mm=np.clip(m.depth_mm + off, -deepest, most)) for m in found]


def _places(frames: int) -> list[int]:
    """Return the frames at which a band is drawn."""
    return [round((k + 1) / DRAWN_TIMES * (frames - 1)) for k in range(DRAWN_TIMES)]


@dataclass(frozen=True)
class _Member:
    flies: tuple[FlyDrift, ...]
    depth_mm: Floats


def _run_member(situation: Situation, z: Floats) -> _Member | None:
    factor = np.exp(np.array([PACE_SIGMA, DEPTH_SIGMA, MASS_SIGMA]) * z[:3])
    rig, reach = situation.rig, situation.setting.fished
    water = reach.scaled(float(factor[0]), float(factor[1]))
    member_of = Situation(rig, replace(situation.setting, water=water, corrections=()))
    lowered = lower(member_of)
    scenario = lowered.scenario

    timed = {a.id: a.fly.timed_spread for a in rig.attachments if a.fly and a.fly.timed_drag is not None}

    def other(body: Body) -> Body:
        mass = max(body.mass * float(factor[2]), 1e-9)
        drag = math.exp(timed.get(body.name, DRAG_SIGMA) * float(z[3]))
        return replace(body, mass=mass, drag_area=body.drag_area * drag)

    stream = scenario.stream
    if stream.surface_speed > 0:
        along, up = turbulence(0.5 * stream.depth, stream.surface_speed, stream.depth, stream.roughness, stream.power)
        seconds = drift_seconds(member_of)
        fade = min(1.0, math.sqrt(2 * stream.depth / stream.surface_speed / seconds))
        stream = replace(stream, gust=(along * fade * float(z[4]), 0.0, up * fade * float(z[5])))
    scenario = replace(
        scenario,
        stream=stream,
        bodies=tuple(replace(b, body=other(b.body)) for b in scenario.bodies),
        droppers=tuple(replace(d, body=other(d.body)) for d in scenario.droppers),
    )
    try:
        chain = run(scenario, STILL_COARSE_STEPS if reach.still else COARSE_STEPS, COARSE)
    except SolverError:
        return None
    shift = shift_of(chain)
    member = replace(lowered, scenario=scenario, notes=())
    flies = tuple(fly_drift(chain, name, None, shift, member, member_of) for name in hung(chain, rig))
    places = _places(len(chain.times))
    rows = [int(chain.mesh.body_node[chain.mesh.names.index(name)]) for name in hung(chain, rig)]
    depth = np.array([-chain.z[places, n] for n in rows])
    return _Member(flies, depth * 1000 * (reach.depth_m / water.depth_m if reach.zone.datum == "bed" else 1.0))


def _fly_band(i: int, name: str, found: list[_Member]) -> FlyBand:
    depths = np.array([m.depth_mm[i] for m in found])
    rows = [m.flies[i] for m in found]
    return FlyBand(
        id=name,
        p10_mm=tuple(int(v) for v in np.percentile(depths, 10, axis=0)),
        p90_mm=tuple(int(v) for v in np.percentile(depths, 90, axis=0)),
        metres_to_bottom=_spread([f.metres_to_bottom for f in rows]),
        first_in_zone_s=_spread([f.first_in_zone_s for f in rows]),
        share_in_zone=_spread([f.share_in_zone for f in rows]),
        settled_depth_m=_spread([f.settled_depth_m for f in rows]),
        drag_m_s=_spread([f.drag_m_s for f in rows]),
        seconds_to_bottom=_spread([f.seconds_to_bottom for f in rows]),
        settled_s=_spread([f.settled_s for f in rows]),
    )


def _spread(values: list[float | None]) -> Spread:
    """Return the percentiles; a drift that never gets there counts as later than all."""
    rows = sorted(math.inf if v is None else v for v in values)

    def at(share: float) -> float | None:
        v = rows[min(int(share * len(rows)), len(rows) - 1)]
        return None if math.isinf(v) else round(v, 4)

    return Spread(p10=at(0.1), p50=at(0.5), p90=at(0.9))
