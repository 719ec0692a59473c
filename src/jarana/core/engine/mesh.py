"""Cuts a scenario into nodes and links: a tree whose parents come before their children."""

from __future__ import annotations

import itertools
import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.columns import BUOYANT, GREASED, NEVER
from jarana.core.engine.ground import bed_under, speed_over
from jarana.core.engine.hydro.terminal_speed import Body, line_weight
from jarana.core.engine.scenario import MOST_NODES, FreeTop, HeldTop, Point, Scenario, Segment
from jarana.core.engine.step.surface import PEEL
from jarana.core.errors import InputError

COARSEST = 0.15
"""Widest node spacing, m: halving it moves no fly by 1 cm (tests/core/engine)."""
COARSEST_FLY_LINE = 0.25
"""Widest node spacing on a line with bending stiffness, m."""
CURL_SHARE, FINEST_CURL, CURL_WINDOW = 0.2, 0.04, 0.5
"""Where a line lies curled, nodes stand no wider than this share of its mean radius, nor closer than so many m; the turning
is meaned over so many m, so that one corner is no curl."""
CURLED_FROM = 4
"""Corners of a way that may be a curl."""
LAID_STEP = 0.02
"""m between the places at which the wanted spacing is asked."""
IN_THE_SURFACE = 1e-6
LEAST_LINKS = 3
"""Every stretch between two attachments has at least this many links."""


@dataclass(frozen=True)
class Mesh:
    """Nodes and links of a chain; link i joins node i to ``parent[i]``; node 0 is the top.

    Attributes
    ----------
    parent, links
        Per node (index 0 unused): parent; and the columns of a link.
    lies, afloat, fixed
        Per node: how it may lie in the surface; 1 where it does at the start; 1 where it cannot be taken in.
    outside
        The first link outside the tip.
    body_node, bodies
        Per body: the node it sits on, and the columns of a body.
    arc
        Arc length of each node from the top along its own branch, m; what waits inside the tip lies at 0 and before.
    place, speed
        The start, (nodes, 3), m and m/s.
    names
        Per body.
    wet_weight
        Of the whole chain in water, N.
    """

    parent: Ints
    links: Floats
    lies: Ints
    afloat: Ints
    fixed: Ints
    outside: int
    body_node: Ints
    bodies: Floats
    arc: Floats
    place: Floats
    speed: Floats
    names: tuple[str, ...]
    wet_weight: float

    @property
    def size(self) -> int:
        """Number of nodes."""
        return len(self.parent)

    @property
    def main_end(self) -> int:
        """The last node of the main line; the branches come after it."""
        parent, count = self.parent, len(self.parent)
        return next((i for i in range(1, count) if i + 1 == count or parent[i + 1] != i), count - 1)


@dataclass(frozen=True)
class _Hung:
    """A body at its node, and whether it floats with how much support."""

    node: int
    body: Body
    floats: bool = False
    support: float = 0.0


class _Builder:
    """Grows the tree one link at a time."""

    def __init__(self, top: Point) -> None:
        self.parent, self.rows, self.greased = [0], [(0.0, 0.0, 0.0, 1.0, 0.0)], [False]
        self.arc, self.place = [0.0], [top]

    def link(self, parent: int, length: float, diameter: float, segment: Segment, between: float, place: Point) -> int:
        if len(self.parent) >= MOST_NODES:
            raise InputError.one("main", f"over {MOST_NODES} nodes", f"at most {MOST_NODES} nodes; widen ds")
        self.parent.append(parent)
        self.rows.append((length, diameter, segment.density, between, segment.bending))
        self.greased.append(segment.greased)
        self.arc.append(self.arc[parent] + length)
        self.place.append(place)
        return len(self.parent) - 1


class Way:
    """A polyline along which nodes are laid so that chords equal rest lengths; straight on past its last corner."""

    def __init__(self, corners: Sequence[Point]) -> None:
        self.corners = [tuple(float(v) for v in corner) for corner in corners]
        self.here = self.corners[0]
        self.leg = 0

    def lay(self, length: float) -> Point:
        """Return the next place on the way that lies `length` from the last one."""
        last = len(self.corners) - 2
        while self.leg < last and math.dist(self.here, self.corners[self.leg + 1]) < length:
            self.leg += 1
        a, b = self.corners[self.leg], self.corners[self.leg + 1]
        whole = math.dist(a, b)
        t = [(q - p) / whole for p, q in zip(a, b, strict=True)]
        back = [p - q for p, q in zip(a, self.here, strict=True)]
        half = sum(p * q for p, q in zip(back, t, strict=True))
        root = math.sqrt(max(half * half - sum(v * v for v in back) + length * length, 0.0))
        gone = root - half
        new = tuple(p + gone * v for p, v in zip(a, t, strict=True))
        self.here = (new[0], new[1], new[2])
        return self.here


def straight(top: Point, legs: Sequence[tuple[float, float]], direction: int, floor: float) -> list[Point]:
    """Return the corners of a line in the plane of the stream: legs of (length m, angle rad below the horizontal).

    What would go below `floor` is laid along it.
    """
    corners = [top]
    x, y, z = top
    for length, angle in legs:
        down = -length * math.sin(angle)
        if z + down < floor:
            falls = max(z - floor, 0.0)
            share = falls / -down
            if falls > 1e-9:
                x, z = x + direction * share * length * math.cos(angle), floor
                corners.append((x, y, z))
            x += direction * (1.0 - share) * length
        else:
            x, z = x + direction * length * math.cos(angle), z + down
        corners.append((x, y, z))
    return corners


def build_mesh(scenario: Scenario, refine: float = 1.0) -> Mesh:
    """Return the mesh of a checked scenario.

    Parameters
    ----------
    scenario
        What to cut up; ``scenario.check()`` has passed.
    refine
        Divides the node spacing (2 gives half the spacing): for convergence tests.
    """
    start, top = scenario.start, scenario.top
    here = (top.x, top.y, top.z)
    floor = -scenario.stream.depth if start.laid and scenario.bed and not scenario.bed_profile else -math.inf
    legs = [(s.length, start.angle if s.angle is None else s.angle) for s in scenario.main]
    corners = list(start.path) or straight(here, legs, start.direction, floor)
    way, curls = Way(corners), _curls(corners)
    builder = _Builder(here)
    node = _reserve(scenario, builder, refine)
    outside = node + 1
    marks = {round(b.s, 9) for b in scenario.bodies} | {round(d.s, 9) for d in scenario.droppers}
    attachments = sorted({0.0, round(scenario.length, 9)} | marks)
    node_at = {0.0: 0}
    arc = 0.0
    for segment in scenario.main:
        stops = [m for m in attachments if arc + 1e-9 < m < arc + segment.length - 1e-9]
        stops.append(arc + segment.length)
        begin = arc
        for stop in stops:
            between = _between(attachments, 0.5 * (arc + stop))
            for low, high in itertools.pairwise(_cuts(arc, stop, _widest(segment, between), curls, refine)):
                share = (0.5 * (low + high) - begin) / segment.length
                d = segment.diameter_top + share * (segment.diameter_end - segment.diameter_top)
                node = builder.link(node, high - low, d, segment, between, way.lay(high - low))
            arc = stop
            node_at[round(stop, 9)] = node
    hung = [_Hung(_nearest(node_at, b.s), b.body, b.floats, b.support) for b in scenario.bodies]
    for dropper in scenario.droppers:
        node = _nearest(node_at, dropper.s)
        from_here, long = builder.place[node], sum(seg.length for seg, _ in dropper.parts)
        if dropper.way is None:
            branch = straight(from_here, [(long, dropper.angle)], start.direction, floor)
        else:
            size = math.hypot(*dropper.way)
            end = [p + long * v / size for p, v in zip(from_here, dropper.way, strict=True)]
            branch = [from_here, (end[0], end[1], end[2])]
        own = Way(branch)
        for seg, body in dropper.parts:
            count = _count(seg.length, _widest(seg, seg.length), refine)
            for _ in range(count):
                node = builder.link(
                    node, seg.length / count, seg.diameter_top, seg, seg.length, own.lay(seg.length / count)
                )
            hung.append(_Hung(node, body))
    if isinstance(top, FreeTop):
        hung.append(_Hung(0, Body(top.mass, top.volume, 0.0, top.drag_area, ""), True, top.support))
    return _finish(scenario, builder, hung, outside)


def _reserve(scenario: Scenario, builder: _Builder, refine: float) -> int:
    """Put the line that waits inside the tip on the tree, all of it at the tip; return its last node."""
    reserve = scenario.top.reserve if isinstance(scenario.top, HeldTop) else 0.0
    node = 0
    if reserve <= 0.0:
        return node
    first = scenario.main[0]
    count = _count(reserve, min(first.spacing, COARSEST_FLY_LINE if first.bending else COARSEST), refine)
    for k in range(count):
        node = builder.link(node, reserve / count, first.diameter_top, first, scenario.length, builder.place[0])
        builder.arc[node] = (k + 1) * reserve / count - reserve
    builder.arc[0] = -reserve
    return node


def _widest(segment: Segment, between: float) -> float:
    """Return the widest spacing of a stretch, m; short stretches between flies are cut finer."""
    return min(segment.spacing, COARSEST_FLY_LINE if segment.bending else COARSEST, between / LEAST_LINKS)


def _count(length: float, spacing: float, refine: float) -> int:
    return max(1, math.ceil(length * refine / spacing - 1e-9))


def _curls(corners: Sequence[Point]) -> tuple[Floats, Floats] | None:
    """Return the widest spacing along a way, (arc m, spacing m), where it curls; None where it nowhere does."""
    if len(corners) < CURLED_FROM:
        return None
    points = np.array(corners)
    steps = np.diff(points, axis=0)
    lengths = np.linalg.norm(steps, axis=1)
    unit = steps / lengths[:, None]
    turning = np.arccos(np.clip((unit[1:] * unit[:-1]).sum(axis=1), -1.0, 1.0))
    at = np.cumsum(lengths)[:-1]
    arc = np.arange(0.0, float(lengths.sum()) + LAID_STEP, LAID_STEP)
    turned = np.concatenate([[0.0], np.cumsum(turning)])
    high = turned[np.searchsorted(at, arc + 0.5 * CURL_WINDOW)]
    low = turned[np.searchsorted(at, arc - 0.5 * CURL_WINDOW)]
    bend = np.maximum((high - low) / CURL_WINDOW, 1e-9)
    return arc, np.maximum(CURL_SHARE / bend, FINEST_CURL)


def _cuts(begin: float, end: float, widest: float, curls: tuple[Floats, Floats] | None, refine: float) -> list[float]:
    """Return the places along the arc at which a stretch is cut, its ends among them: close where the line is curled."""
    if curls is None:
        count = _count(end - begin, widest, refine)
        return [begin + (end - begin) * k / count for k in range(count)] + [end]
    arc = np.linspace(begin, end, max(2, math.ceil((end - begin) / LAID_STEP) + 1))
    dense = refine / np.minimum(np.interp(arc, *curls), widest)
    held = np.concatenate([[0.0], np.cumsum(0.5 * (dense[1:] + dense[:-1]) * np.diff(arc))])
    count = max(1, math.ceil(float(held[-1]) - 1e-9))
    return [begin, *np.interp(np.arange(1, count) * held[-1] / count, held, arc).tolist(), end]


def _between(attachments: list[float], middle: float) -> float:
    low = max(a for a in attachments if a <= middle)
    high = min(a for a in attachments if a > middle)
    return high - low


def _nearest(node_at: dict[float, int], s: float) -> int:
    return node_at[min(node_at, key=lambda mark: abs(mark - s))]


def _finish(scenario: Scenario, builder: _Builder, hung: list[_Hung], outside: int) -> Mesh:
    water = scenario.water
    place = np.array(builder.place)
    links = np.array(builder.rows)
    parent = np.array(builder.parent, dtype=np.int64)
    weight = sum(max(h.body.submerged_weight(water), 0.0) for h in hung)
    weight += sum(max(line_weight(d, rho, water), 0.0) * length for length, d, rho, *_ in builder.rows)
    fixed = np.zeros(len(place), dtype=np.int64)
    fixed[[h.node for h in hung if h.node]] = 1
    children = np.bincount(parent[1:], minlength=len(parent))
    children[0] -= 1
    follows = np.zeros(len(parent), dtype=bool)
    follows[:-1] = parent[1:] == np.arange(len(parent) - 1)
    # The main line's nodes follow one another; what is not followed by its own child is a fork or an end.
    fixed[1:][~follows[1:] | (children[1:] > 1)] = 1
    lies = _lies(scenario, builder, hung)
    afloat = ((lies > NEVER) & (np.abs(place[:, 2]) < IN_THE_SURFACE)).astype(np.int64)
    afloat[1:outside] = 0
    return Mesh(
        parent=parent,
        links=links,
        lies=lies,
        afloat=afloat,
        fixed=fixed,
        outside=outside,
        body_node=np.array([h.node for h in hung], dtype=np.int64),
        bodies=np.array(
            [
                (
                    h.body.mass,
                    h.body.volume,
                    h.body.bead_diameter,
                    h.body.drag_area,
                    (3.0 * h.body.volume / (4.0 * math.pi)) ** (1.0 / 3.0) if h.floats else 0.0,
                    h.support,
                )
                for h in hung
            ]
        ).reshape(-1, 6),
        arc=np.array(builder.arc),
        place=place,
        speed=_speeds(scenario, place),
        names=tuple(h.body.name for h in hung if h.node),
        wet_weight=max(weight, 1e-6),
    )


def _lies(scenario: Scenario, builder: _Builder, hung: list[_Hung]) -> Ints:
    """Return how every node may lie in the surface: not where it carries more than the surface bears at its edge."""
    water = scenario.water
    lies = np.zeros(len(builder.parent), dtype=np.int64)
    for node, (_, _, density, *_) in enumerate(builder.rows):
        if builder.greased[node]:
            lies[node] = BUOYANT if density < water.density else GREASED
    if isinstance(scenario.top, HeldTop) and builder.greased[1]:
        lies[0] = GREASED
    for h in hung:
        bears = PEEL * water.surface_tension * math.pi * builder.rows[h.node][1]
        if not h.floats and h.body.submerged_weight(water) > bears:
            lies[h.node] = NEVER
    return lies


def _speeds(scenario: Scenario, place: Floats) -> Floats:
    """Return the speeds at the start: the water's of what lies in or under the surface, the top's of what hangs above it."""
    speed = np.zeros_like(place)
    if not scenario.start.moves_with_water:
        return speed
    wet = place[:, 2] <= 0.0
    depth = bed_under(scenario, place[:, 0], place[:, 1])
    speed[wet, 0] = speed_over(scenario, place[:, 0], place[:, 1], depth + np.minimum(place[:, 2], 0.0))[wet]
    if isinstance(scenario.top, HeldTop):
        speed[~wet] = scenario.top.velocity(0.0)
    return speed
