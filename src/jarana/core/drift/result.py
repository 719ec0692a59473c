"""The drift result: complete enough to play without a connection, keyed by what it was computed from."""

from __future__ import annotations

import math
from dataclasses import replace
from pathlib import Path
from typing import Literal

import numpy as np
from numpy.typing import NDArray

from jarana.core.drift.across import Across, across_of_drift
from jarana.core.drift.lower import Lowered, hanging, lower
from jarana.core.engine.arrays import Floats
from jarana.core.engine.asked import ask_laws
from jarana.core.engine.chain import ChainRun, run
from jarana.core.engine.compiled import ENGINE_VERSION, source_hash
from jarana.core.engine.ground import bed_under, speed_over
from jarana.core.engine.scenario import FreeTop
from jarana.core.engine.steady import steady_float
from jarana.core.engine.step.kernel import ON_THE_BED, TOUCHING
from jarana.core.errors import InputError, Note, SolverError
from jarana.core.law import Asked, listening
from jarana.core.model import Frozen, content_hash
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from jarana.core.water.reach import Reach
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
MOST_DRAWN = 26
"""Nodes of the main line kept for drawing."""


Course = Literal["settled", "sinking", "rising", "on the bed"]
OTHER_GRID, SAME_GRID = 0.6, 0.01
"""Share of the nodes of the second grid, and m of difference that is not told."""
TENTH = 0.1
"""Share of a drift over which its end is judged."""
SAME_SHARE, SAME_DEPTH = 0.05, 0.02
"""A depth within this share, or within so many m, of another is the same."""


class FlyDrift(Frozen):
    """What one fly does in a drift; SI.

    Attributes
    ----------
    node
        Which drawn node it is.
    entry_x_m
        Where it lands, from the origin of the drift.
    metres_to_bottom
        Way from its entry until it is within 2 cm of the bed, either way along the water; None when it never is.
    seconds_to_bottom
        When that is.
    least_height_m
        The closest it comes to the bed.
    first_in_zone_s, share_in_zone
        When it first is in the taking zone, and for what share of the drift.
    drag_m_s
        Mean speed over the water around it in the second half, downstream positive; on the bed, over the water
        that goes past it 2 cm up.
    settled_depth_m
        Mean depth of the last tenth.
    bed_share
        Share of the drift on the stones.
    contacts
        How often it came down onto them.
    settled_s
        From when on its depth, meaned over a tenth of the drift, stays within 5 % or 2 cm of that.
    course
        What it does in the end: the last tenth against the one before.
    rides_m
        How far downstream of the top it is at the end (negative: it trails upstream).
    metres_to_zone
        Its travel from its entry until it first is in the taking zone.
    slack_m
        How much longer the line to it is than the straight way, at the end.
    off_m
        How far off the angler's bank it is at the end.
    """

    id: str
    role: str
    node: int
    entry_x_m: float
    metres_to_bottom: float | None
    seconds_to_bottom: float | None
    least_height_m: float
    first_in_zone_s: float | None
    share_in_zone: float
    drag_m_s: float
    settled_depth_m: float
    bed_share: float
    contacts: int
    settled_s: float = 0.0
    course: Course = "settled"
    rides_m: float = 0.0
    metres_to_zone: float | None = None
    slack_m: float = 0.0
    off_m: float = 0.0


class BedAt(Frozen):
    """A corner of the bed under a drift, x from its origin, with the taking zone over it as depths."""

    x_m: float
    depth_m: float
    zone_top_m: float
    zone_end_m: float


class DriftNote(Frozen):
    """A doubt to be shown beside the figures."""

    key: str
    text: str


class PaceAt(Frozen):
    """The pace of the water at a depth."""

    depth_m: float
    pace_m_s: float


class LaneAt(Frozen):
    """A lane across: its name, from and to how far off the angler, and its pace; the last has no end."""

    name: str
    begins_m: float
    ends_m: float | None
    pace_m_s: float


class Drift(Frozen):
    """A drift, version 1. Positions are whole millimetres per frame and drawn node, x from the first entry.

    Attributes
    ----------
    key
        Hash of rig, water and engine.
    axis
        Rivers read against metres drifted.
    times_s
        (frames,).
    x_mm, y_mm, z_mm
        (frames, drawn nodes); y across from the angler, z up from the surface.
    lines
        Polylines over drawn nodes: the main line first, then the droppers.
    flies
        From the top down.
    pull_n
        Mean pull where the rig is held up or led, in the second half.
    head
        What holds the rig.
    bed
        The bed under the drift; two corners for a level one.
    load
        Pull on a float or a dry fly as a share of its greatest lift; None where the rod holds the rig.
    drowned
        Whether the float or the dry fly was under at the end.
    pace_m_s
        Of that place in the second half.
    hold
        The drawn node there.
    leader_from
        The drawn node at which the fly line ends and the leader begins.
    angler_x_m
        Where the angler stands along the drift.
    lanes
        Edges of the lanes across, each with the pace up to it; the last has none.
    wind_x_m_s, wind_y_m_s
        The wind downstream, and across away from the angler.
    across
        What lies across and above; None where the chain begins in the water.
    line_on_bed_m
        How much line lies on the bed at the end.
    pull_x_n, pull_z_n
        How the rig pulls at its top at the end: along the water (either way) and down.
    laws
        What it was computed with, and with which arguments.
    """

    version: Literal[1] = 1
    key: str
    engine: str
    axis: Literal["metres", "seconds"] = "metres"
    depth_m: float
    length_m: float
    zone_low_m: float
    zone_high_m: float
    times_s: tuple[float, ...]
    x_mm: tuple[tuple[int, ...], ...]
    y_mm: tuple[tuple[int, ...], ...]
    z_mm: tuple[tuple[int, ...], ...]
    lines: tuple[tuple[int, ...], ...]
    paces: tuple[PaceAt, ...]
    flies: tuple[FlyDrift, ...]
    pull_n: float
    notes: tuple[DriftNote, ...]
    head: str = "held"
    bed: tuple[BedAt, ...] = ()
    load: float | None = None
    drowned: bool = False
    pace_m_s: float = 0.0
    line_on_bed_m: float = 0.0
    pull_x_n: float = 0.0
    pull_z_n: float = 0.0
    hold: int = 0
    leader_from: int = 0
    angler_x_m: float = 0.0
    off_m: float = 0.0
    lanes: tuple[LaneAt, ...] = ()
    wind_x_m_s: float = 0.0
    wind_y_m_s: float = 0.0
    across: Across | None = None
    laws: tuple[Asked, ...] = ()


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
    nodes, lines = _drawn(chain, {hold, leader})
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
        bed=_bed(reach, lowered, length, shift),
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
        lanes=_lanes(reach) if lowered.stood else (),
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


def _lanes(reach: Reach) -> tuple[LaneAt, ...]:
    """Return the lanes across; one where the water has none."""
    if len(reach.lanes) < 2:
        return (LaneAt(name="", begins_m=0.0, ends_m=None, pace_m_s=reach.pace_m_s),)
    edges = (0.0, *reach.lane_edges)
    ends = (*reach.lane_edges, None)
    return tuple(
        LaneAt(name=lane.name, begins_m=a, ends_m=b, pace_m_s=lane.pace_m_s)
        for lane, a, b in zip(reach.lanes, edges, ends, strict=True)
    )


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


def _bed(reach: Reach, lowered: Lowered, length: float, shift: float) -> tuple[BedAt, ...]:
    """Return the corners of the bed from 0 to `length` of a drift whose chain began at `shift`."""
    profile = lowered.scenario.bed_profile
    inside = [x + shift for x, _ in profile if 0 < x + shift < length]
    rows = []
    for x in (0.0, *inside, length):
        depth = float(reach.depth_at(lowered.begins_m + x - shift)) if profile else reach.depth_m
        low, high = (float(v) for v in reach.zone.heights(depth))
        rows.append(BedAt(x_m=round(x, 3), depth_m=depth, zone_top_m=depth - high, zone_end_m=depth - low))
    return tuple(rows)


def _drawn(chain: ChainRun, marks: set[int]) -> tuple[list[int], tuple[tuple[int, ...], ...]]:
    """Return the nodes kept for drawing and the polylines over them."""
    parent = chain.mesh.parent
    kept_bodies = {int(n) for n in chain.mesh.body_node} | marks
    children: dict[int, list[int]] = {}
    for node in range(1, len(parent)):
        children.setdefault(int(parent[node]), []).append(node)
    paths: list[list[int]] = []
    starts = [(0, 0)]
    while starts:
        begin, first = starts.pop(0)
        path = [begin] if begin == first else [begin, first]
        node = path[-1]
        while children.get(node):
            below = children[node]
            starts.extend((node, other) for other in below[1:])
            node = below[0]
            path.append(node)
        paths.append(path)
    joints = {path[0] for path in paths[1:]}
    every = max(1, math.ceil(len(paths[0]) / MOST_DRAWN))
    nodes: list[int] = []
    lines = []
    for path in paths:
        kept = [n for k, n in enumerate(path) if k % every == 0 or n in kept_bodies or n in joints or n == path[-1]]
        for n in kept:
            if n not in nodes:
                nodes.append(n)
        lines.append(tuple(nodes.index(n) for n in kept))
    return nodes, tuple(lines)


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
    low, high = reach.zone.heights(bed)
    inside = (height >= low - 1e-9) & (height <= high + 1e-9)
    if reach.zone.datum == "bed":
        inside |= (low <= 0) & (height < 0)
    steps = np.diff(times)
    half = len(times) // 2
    around = np.maximum(height[half:], ON_THE_BED)
    drag = vx[half:] - speed_over(lowered.scenario, x[half:], y[half:], around)
    touching = height <= TOUCHING
    bottom = _first_crossing(times, x, height)
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


def course_of(times: Floats, depth: Floats, touching: NDArray[np.bool_]) -> tuple[float, float, Course]:
    """Return the depth a fly comes to, m, from when on it keeps it, s, and what it does in the end.

    The last tenth of the time decides, not the last frame: a fly that is stripped rises and falls with every beat.
    """
    last, before = _tenths(times)
    came, kept = ends_of(times[None], depth[None])
    ends, settled = float(came[0]), float(kept[0])
    within = max(SAME_SHARE * abs(ends), SAME_DEPTH)
    gone = ends - float(depth[before].mean()) if before.any() else 0.0
    if touching[last].mean() >= 0.5:
        return ends, settled, "on the bed"
    if abs(gone) <= within:
        return ends, settled, "settled"
    return ends, settled, "sinking" if gone > 0 else "rising"


def _tenths(times: Floats) -> tuple[NDArray[np.bool_], NDArray[np.bool_]]:
    """Return which times are in the last tenth, and which in the one before it."""
    last = times >= (1 - TENTH) * times[-1]
    return last, (times >= (1 - 2 * TENTH) * times[-1]) & ~last


def ends_of(times: Floats, depth: Floats) -> tuple[Floats, Floats]:
    """Return the depth a fly comes to in each of several drifts, m, and from when on it keeps it, s, (k,) each.

    Both are (k, times), the times of every drift in the same proportion.
    """
    last, _ = _tenths(times[0])
    ends = depth[:, last].mean(axis=1)
    within = np.maximum(SAME_SHARE * np.abs(ends), SAME_DEPTH)
    window = max(int(last.sum()), 1)
    whole = np.concatenate([np.zeros((len(depth), 1)), np.cumsum(depth, axis=1)], axis=1)
    mean = (whole[:, window:] - whole[:, :-window]) / window
    away = np.abs(mean - ends[:, None]) > within[:, None]
    frames = mean.shape[1]
    keeps = np.minimum(frames - np.argmax(away[:, ::-1], axis=1) + window // 2, times.shape[1] - 1)
    return ends, np.where(away.any(axis=1), times[np.arange(len(times)), keeps], 0.0)


def _first_crossing(times: np.ndarray, x: np.ndarray, height: np.ndarray) -> tuple[float, float] | None:
    """Return when and where a height first falls to ``ON_THE_BED``, between frames by straight line."""
    low = np.flatnonzero(height <= ON_THE_BED)
    if len(low) == 0:
        return None
    k = int(low[0])
    if k == 0:
        return float(times[0]), float(x[0])
    part = (height[k - 1] - ON_THE_BED) / (height[k - 1] - height[k])
    return float(times[k - 1] + part * (times[k] - times[k - 1])), float(x[k - 1] + part * (x[k] - x[k - 1]))
