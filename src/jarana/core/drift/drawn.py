"""What of a drift is drawn: nodes and lines over them, the bed under it, the lanes across."""

from __future__ import annotations

import math

from jarana.core.drift.document import BedAt, LaneAt
from jarana.core.drift.lower import Lowered
from jarana.core.engine.chain import ChainRun
from jarana.core.water.reach import Reach

MOST_DRAWN = 26
"""Nodes of the main line kept for drawing."""


def drawn(chain: ChainRun, marks: set[int]) -> tuple[list[int], tuple[tuple[int, ...], ...]]:
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


def bed_of(reach: Reach, lowered: Lowered, length: float, shift: float) -> tuple[BedAt, ...]:
    """Return the corners of the bed from 0 to `length` of a drift whose chain began at `shift`."""
    profile = lowered.scenario.bed_profile
    inside = [x + shift for x, _ in profile if 0 < x + shift < length]
    rows = []
    for x in (0.0, *inside, length):
        depth = float(reach.depth_at(lowered.begins_m + x - shift)) if profile else reach.depth_m
        low, high = (float(v) for v in reach.zone.heights(depth))
        rows.append(BedAt(x_m=round(x, 3), depth_m=depth, zone_top_m=depth - high, zone_end_m=depth - low))
    return tuple(rows)


def lanes_of(reach: Reach) -> tuple[LaneAt, ...]:
    """Return the lanes across; one where the water has none."""
    if len(reach.lanes) < 2:
        return (LaneAt(name="", begins_m=0.0, ends_m=None, pace_m_s=reach.pace_m_s),)
    edges = (0.0, *reach.lane_edges)
    ends = (*reach.lane_edges, None)
    return tuple(
        LaneAt(name=lane.name, begins_m=a, ends_m=b, pace_m_s=lane.pace_m_s)
        for lane, a, b in zip(reach.lanes, edges, ends, strict=True)
    )
