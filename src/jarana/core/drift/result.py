"""The drift result: complete enough to play without a connection, keyed by what it was computed from."""

from __future__ import annotations

import math
from dataclasses import replace
from pathlib import Path

import numpy as np

from jarana.core.drift.across import across_of_drift
from jarana.core.drift.course import course_of, first_crossing
from jarana.core.drift.document import Drift, DriftNote, FlyDrift, PaceAt
from jarana.core.drift.drawn import bed_of, drawn, lanes_of
from jarana.core.drift.lower import Lowered, hanging, lower
from jarana.core.engine.asked import ask_laws
from jarana.core.engine.chain import ChainRun, run
from jarana.core.engine.compiled import ENGINE_VERSION, source_hash
from jarana.core.engine.ground import bed_under, speed_over
from jarana.core.engine.scenario import FreeTop
from jarana.core.engine.steady import steady_float
from jarana.core.engine.step.kernel import ON_THE_BED, TOUCHING
from jarana.core.errors import InputError, Note, SolverError
from jarana.core.law import listening
from jarana.core.model import content_hash
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-settled-shape-was = No settled shape was found for this float; its load is not told.
part-line-goes-slack = Part of the line goes slack on the way; two grids of it differ by { $off } in depth.
""",
)

CORE = Path(__file__).parent.parent
DRIFT_VERSION = source_hash(
    *(CORE / room for room in ("engine", "tackle", "water", "rig", "heads", "motions", "drift"))
)
"""Names every drift: a hash of the sources it follows from, and of no sentence said of it."""
SLACK_TENSION = -5e-4
"""Below this least tension (N) a link was pushed and depths are not to be trusted to the centimetre."""
OTHER_GRID, SAME_GRID = 0.6, 0.01
"""Share of the nodes of the second grid, and m of difference that is not told."""


def drift_key(situation: Situation) -> str:
    """Return the hash a drift is known by."""
    return content_hash(situation.key, DRIFT_VERSION)


def simulate(situation: Situation) -> Drift:
    """Compute the drift of a situation; :func:`jarana.core.drift.nominal.nominal` computes each only once.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    SolverError
        When the computation failed; it carries the scenario.
    """
    with listening() as heard:
        lowered = lower(situation)
        chain = run(lowered.scenario)
        ask_laws(chain, lowered.scenario)
        drift = drift_of(chain, lowered, situation, _slack(chain, lowered, situation))
    return drift.model_copy(update={"laws": heard.rows})


def _slack(chain: ChainRun, lowered: Lowered, situation: Situation) -> list[Note]:
    """Say how good depths are where line goes slack on the way: a second, wider grid is run, and their difference told."""
    if chain.least_tension >= SLACK_TENSION:
        return []
    other = run(lowered.scenario, refine=OTHER_GRID)
    off = max(
        (float(np.abs(chain.track(name)[1] - other.track(name)[1]).max()) for name in hung(chain, situation.rig)),
        default=0.0,
    )
    if off <= SAME_GRID:
        return []
    return [Note("slack", say("part-line-goes-slack", off=situation.writer.text("short", off)))]


def hold_node(chain: ChainRun, lowered: Lowered) -> int:
    """Return the node of the main line at which the rig is held up or led; the top where that is it."""
    return main_node(chain, lowered.hold_m)


def _link_below(chain: ChainRun, hold: int) -> int:
    """Return the link that pulls at where the rig is held: the next on the main line, or the last where nothing hangs below."""
    if hold == 0:
        return chain.first
    parent = chain.mesh.parent
    return hold + 1 if hold + 1 < len(parent) and parent[hold + 1] == hold else hold


def main_node(chain: ChainRun, s: float) -> int:
    """Return the node of the main line nearest to a place along it, m from the top; the top for none."""
    if s <= 0.0:
        return 0
    return int(np.argmin(np.abs(chain.mesh.arc[: chain.mesh.main_end + 1] - s)))


def hung(chain: ChainRun, rig: Rig) -> list[str]:
    """Return the names of a chain's bodies that are flies or shot: no ring, and not what holds the rig up."""
    known = {a.id for a in rig.attachments} - {rig.head.holds()}
    return [name for name in chain.mesh.names if name in known]


def drift_of(chain: ChainRun, lowered: Lowered, situation: Situation, slack: list[Note]) -> Drift:
    """Return the drift of a chain that was run, with what is said of its slack."""
    rig, reach = situation.rig, situation.setting.fished
    shift = shift_of(chain)
    hold = hold_node(chain, lowered)
    leader = main_node(chain, lowered.line_m)
    nodes, lines = drawn(chain, {hold, leader})
    below = _link_below(chain, hold)
    x = np.rint((chain.x[:, nodes] + shift) * 1000).astype(int)
    y = np.rint(chain.y[:, nodes] * 1000).astype(int)
    z = np.rint(chain.z[:, nodes] * 1000).astype(int)
    heights = np.linspace(0.06, 1.0, 9) * reach.depth_m
    half = len(chain.times) // 2
    low, high = reach.zone.heights(reach.depth_m)
    order = {a.id: i for i, a in enumerate(rig.attachments)}
    flies = [fly_drift(chain, name, nodes, shift, lowered, situation) for name in hung(chain, rig)]
    length = max(float(x.max()) / 1000, 0.5)
    load, doubts = _load(lowered, situation)
    top = lowered.scenario.top
    free = top if isinstance(top, FreeTop) else rig.head.free_top(rig, lowered.scenario.water) if hold else None
    under = free is not None and bool(chain.drowned or chain.z[-1, hold] < -2 * free.radius - 0.005)
    gap = chain.place[-1, below] - chain.place[-1, chain.mesh.parent[below] if below != chain.first else 0]
    link = float(np.linalg.norm(gap))
    return Drift(
        key=drift_key(situation),
        engine=ENGINE_VERSION,
        axis=reach.nature.axis,
        depth_m=reach.depth_m,
        length_m=round(length, 3),
        zone_low_m=low,
        zone_high_m=high,
        times_s=tuple(round(float(t), 3) for t in chain.times),
        x_mm=tuple(tuple(row) for row in x.tolist()),
        y_mm=tuple(tuple(row) for row in y.tolist()),
        z_mm=tuple(tuple(row) for row in z.tolist()),
        lines=lines,
        paces=tuple(
            PaceAt(depth_m=round(float(reach.depth_m - h), 4), pace_m_s=round(reach.pace_at(h), 4)) for h in heights
        ),
        flies=tuple(sorted(flies, key=lambda f: order[f.id])),
        pull_n=float(chain.tension[half:, below].mean()),
        notes=tuple(DriftNote(key=n.key, text=n.text) for n in (*slack, *lowered.notes, *doubts)),
        head=rig.head.kind,
        bed=bed_of(reach, lowered, length, shift),
        load=load,
        drowned=under,
        line_on_bed_m=_lying(chain, lowered),
        pull_x_n=float(chain.tension[-1, below] * math.hypot(gap[0], gap[1]) / link),
        pull_z_n=float(-chain.tension[-1, below] * gap[2] / link),
        pace_m_s=float((chain.x[-1, hold] - chain.x[half, hold]) / (chain.times[-1] - chain.times[half])),
        hold=nodes.index(hold),
        leader_from=nodes.index(leader),
        angler_x_m=round(shift, 3),
        off_m=reach.off_m if lowered.stood else 0.0,
        lanes=lanes_of(reach) if lowered.stood else (),
        wind_x_m_s=reach.wind_vector[0],
        wind_y_m_s=reach.wind_vector[1],
        across=across_of_drift(chain, lowered, hold, [chain.node_of(f.id) for f in flies] or [hold]),
    )


def shift_of(chain: ChainRun) -> float:
    """Return by how much a drift is moved so that it begins where its first fly lands, m."""
    bodies = chain.mesh.body_node
    if chain.z[0, 0] > 0.0 or chain.y[0].any():
        return -float(min((chain.x[0, n] for n in bodies), default=0.0))
    return -min(min((float(chain.x[0, n]) for n in bodies), default=0.0), 0.0)


def _load(lowered: Lowered, situation: Situation) -> tuple[float | None, list[Note]]:
    """Return the load of a float in the settled shape over a level bed, with a doubt where none was found."""
    top = situation.head.free_top(situation.rig, lowered.scenario.water)
    if top is None:
        return None, []
    try:
        load = steady_float(replace(hanging(situation).scenario, top=top, bed_profile=())).load
    except (SolverError, InputError):
        return None, [Note("load", say("no-settled-shape-was"))]
    return (load if load is not None and math.isfinite(load) else None), []


def _lying(chain: ChainRun, lowered: Lowered) -> float:
    """Return the length of links whose both ends are within half a centimetre of the bed at the end, m."""
    x, z = chain.x[-1], chain.z[-1]
    low = bed_under(lowered.scenario, x, chain.y[-1]) + z <= TOUCHING
    parent = chain.mesh.parent
    return float(chain.mesh.links[1:, 0][low[1:] & low[parent[1:]]].sum())


def fly_drift(
    chain: ChainRun, name: str, nodes: list[int] | None, shift: float, lowered: Lowered, situation: Situation
) -> FlyDrift:
    """Return what one fly does in a drift; `nodes` are those drawn (None where nothing is)."""
    rig, reach = situation.rig, situation.setting.fished
    x, depth, vx, _ = chain.track(name)
    node = chain.node_of(name)
    y = chain.y[:, node]
    hold = hold_node(chain, lowered)
    bed = bed_under(lowered.scenario, x, y)
    height = bed - depth
    times = chain.times
    inside = reach.zone.holds(height, bed, reach.nature.near_m)
    steps = np.diff(times)
    half = len(times) // 2
    around = np.maximum(height[half:], ON_THE_BED)
    drag = vx[half:] - speed_over(lowered.scenario, x[half:], y[half:], around)
    touching = height <= TOUCHING
    bottom = first_crossing(times, x, height)
    ends, settled_s, course = course_of(times, depth, touching)
    return FlyDrift(
        id=name,
        role=rig.role(rig.attachment(name)),
        node=nodes.index(node) if nodes else 0,
        entry_x_m=float(x[0] + shift),
        metres_to_bottom=None if bottom is None else abs(float(bottom[1] - x[0])),
        seconds_to_bottom=None if bottom is None else bottom[0],
        least_height_m=max(float(height.min()), 0.0),
        first_in_zone_s=float(times[int(np.argmax(inside))]) if inside.any() else None,
        share_in_zone=float(steps[inside[1:]].sum() / times[-1]),
        drag_m_s=float(drag.mean()),
        settled_depth_m=max(min(ends, float(bed[-1])), 0.0),
        bed_share=float(steps[touching[1:]].sum() / times[-1]),
        contacts=int((touching[1:] & ~touching[:-1]).sum()),
        settled_s=settled_s,
        course=course,
        rides_m=float(x[-1] - chain.x[-1, hold]),
        metres_to_zone=abs(float(x[int(np.argmax(inside))] - x[0])) if inside.any() else None,
        slack_m=max(_slack_to(chain, hold, node), 0.0),
        off_m=float(y[-1]),
    )


def _slack_to(chain: ChainRun, hold: int, node: int) -> float:
    """Return how much longer the line from where the rig is held to a node is than the straight way, at the end, m."""
    taken = chain.taken if hold == 0 else 0.0
    return float(
        chain.mesh.arc[node] - chain.mesh.arc[hold] - taken - math.dist(chain.place[-1, node], chain.place[-1, hold])
    )
