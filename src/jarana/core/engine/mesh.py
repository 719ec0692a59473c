"""Cuts a scenario into nodes and links: a tree whose parents come before their children."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.columns import (
    AXIAL_LENGTH,
    BENDING_STIFFNESS,
    BUOYANT,
    DIAMETER,
    GREASED,
    LENGTH,
    LINE_DENSITY,
    NEVER,
)
from jarana.core.engine.compiled import loop
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
        branches = np.flatnonzero(self.parent[2:] != np.arange(1, len(self.parent) - 1))
        return int(branches[0]) + 1 if len(branches) else len(self.parent) - 1


@dataclass(frozen=True)
class _Hung:
    """A body at its node, and whether it floats with how much support."""

    node: int
    body: Body
    floats: bool = False
    support: float = 0.0


class _Builder:
    """Grows the tree one stretch of links at a time."""

    def __init__(self, top: Point) -> None:
        self.count = 1
        self.parent: list[Ints] = [np.zeros(1, dtype=np.int64)]
        self.rows: list[Floats] = [np.array([[0.0, 0.0, 0.0, 1.0, 0.0]])]
        self.greased: list[tuple[int, bool]] = [(1, False)]
        self.arc: list[Floats] = [np.zeros(1)]
        self.place: list[Floats] = [np.array([top], dtype=float)]

    def stretch(
        self, parent: int, lengths: Floats, diameters: Floats | float, segment: Segment, between: float, place: Floats
    ) -> int:
        """Grow links of one segment on a node that the arc goes on from; return the last of them."""
        count = len(lengths)
        if self.count + count > MOST_NODES:
            raise InputError.one("main", f"over {MOST_NODES} nodes", f"at most {MOST_NODES} nodes; widen ds")
        row = np.empty((count, 5))
        row[:, LENGTH], row[:, DIAMETER], row[:, LINE_DENSITY] = lengths, diameters, segment.density
        row[:, AXIAL_LENGTH], row[:, BENDING_STIFFNESS] = between, segment.bending
        parents = np.arange(self.count - 1, self.count - 1 + count)
        parents[0] = parent
        self.parent.append(parents)
        self.rows.append(row)
        self.greased.append((count, segment.greased))
        self.arc.append(self.arc_of(parent) + np.cumsum(lengths))
        self.place.append(place)
        self.count += count
        return self.count - 1

    def arc_of(self, node: int) -> float:
        """Return how far along its branch a node is, m."""
        return float(_of_node(self.arc, node))

    def place_of(self, node: int) -> Point:
        """Return where a node is, m."""
        x, y, z = _of_node(self.place, node)
        return float(x), float(y), float(z)


def _of_node(parts: list[Floats], node: int) -> Floats:
    for part in parts:
        if node < len(part):
            return np.asarray(part[node])
        node -= len(part)
    raise IndexError(node)


class Way:
    """A polyline along which nodes are laid so that chords equal rest lengths; straight on past its last corner."""

    def __init__(self, corners: Sequence[Point]) -> None:
        self.corners = np.array(corners, dtype=float)
        self.here, self.leg = self.corners[0].copy(), np.zeros(1, dtype=np.int64)

    def lay(self, lengths: Floats) -> Floats:
        """Return the next places on the way, (lengths, 3), each so far from the one before it."""
        out = np.empty((len(lengths), 3))
        lay_along(self.corners, lengths, self.here, self.leg, out)
        return out


@loop
def lay_along(corners, lengths, here, leg, out):
    """Lay nodes along a way from where it was left: `here`, (3,), on the leg `leg`, (1,), both moved on; into `out`, (lengths, 3)."""
    last = len(corners) - 2
    for k in range(len(lengths)):
        length = lengths[k]
        while leg[0] < last:
            far = 0.0
            for i in range(3):
                far += (here[i] - corners[leg[0] + 1, i]) ** 2
            if math.sqrt(far) >= length:
                break
            leg[0] += 1
        a, b = leg[0], leg[0] + 1
        whole, back, half = 0.0, 0.0, 0.0
        for i in range(3):
            whole += (corners[b, i] - corners[a, i]) ** 2
            back += (corners[a, i] - here[i]) ** 2
            half += (corners[a, i] - here[i]) * (corners[b, i] - corners[a, i])
        whole = math.sqrt(whole)
        half /= whole
        gone = math.sqrt(max(half * half - back + length * length, 0.0)) - half
        for i in range(3):
            here[i] = corners[a, i] + gone * (corners[b, i] - corners[a, i]) / whole
            out[k, i] = here[i]


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
            cuts = _cuts(arc, stop, _widest(segment, between), curls, refine)
            lengths, shares = cuts[1:] - cuts[:-1], (0.5 * (cuts[1:] + cuts[:-1]) - begin) / segment.length
            d = segment.diameter_top + shares * (segment.diameter_end - segment.diameter_top)
            node = builder.stretch(node, lengths, d, segment, between, way.lay(lengths))
            arc = stop
            node_at[round(stop, 9)] = node
    hung = [_Hung(_nearest(node_at, b.s), b.body, b.floats, b.support) for b in scenario.bodies]
    for dropper in scenario.droppers:
        node = _nearest(node_at, dropper.s)
        from_here, long = builder.place_of(node), sum(seg.length for seg, _ in dropper.parts)
        if dropper.way is None:
            branch = straight(from_here, [(long, dropper.angle)], start.direction, floor)
        else:
            size = math.hypot(*dropper.way)
            end = [p + long * v / size for p, v in zip(from_here, dropper.way, strict=True)]
            branch = [from_here, (end[0], end[1], end[2])]
        own = Way(branch)
        for seg, body in dropper.parts:
            count = _count(seg.length, _widest(seg, seg.length), refine)
            lengths = np.full(count, seg.length / count)
            node = builder.stretch(node, lengths, seg.diameter_top, seg, seg.length, own.lay(lengths))
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
    builder.arc[0] = np.array([-reserve])
    place = np.tile(builder.place[0], (count, 1))
    return builder.stretch(0, np.full(count, reserve / count), first.diameter_top, first, scenario.length, place)


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


def _cuts(begin: float, end: float, widest: float, curls: tuple[Floats, Floats] | None, refine: float) -> Floats:
    """Return the places along the arc at which a stretch is cut, its ends among them: close where the line is curled."""
    if curls is None:
        count = _count(end - begin, widest, refine)
        cuts = begin + (end - begin) * np.arange(count + 1) / count
        cuts[-1] = end
        return cuts
    arc = np.linspace(begin, end, max(2, math.ceil((end - begin) / LAID_STEP) + 1))
    dense = refine / np.minimum(np.interp(arc, *curls), widest)
    held = np.concatenate([[0.0], np.cumsum(0.5 * (dense[1:] + dense[:-1]) * np.diff(arc))])
    count = max(1, math.ceil(float(held[-1]) - 1e-9))
    cuts = np.asarray(np.interp(np.arange(count + 1) * held[-1] / count, held, arc))
    cuts[0], cuts[-1] = begin, end
    return cuts


def _between(attachments: list[float], middle: float) -> float:
    low = max(a for a in attachments if a <= middle)
    high = min(a for a in attachments if a > middle)
    return high - low


def _nearest(node_at: dict[float, int], s: float) -> int:
    return node_at[min(node_at, key=lambda mark: abs(mark - s))]


def _finish(scenario: Scenario, builder: _Builder, hung: list[_Hung], outside: int) -> Mesh:
    water = scenario.water
    place, links = np.concatenate(builder.place), np.concatenate(builder.rows)
    parent = np.concatenate(builder.parent)
    weight = sum(max(h.body.submerged_weight(water), 0.0) for h in hung)
    weight += float(np.maximum(line_weight(links[:, DIAMETER], links[:, LINE_DENSITY], water), 0.0) @ links[:, LENGTH])
    fixed = np.zeros(len(place), dtype=np.int64)
    fixed[[h.node for h in hung if h.node]] = 1
    children = np.bincount(parent[1:], minlength=len(parent))
    children[0] -= 1
    follows = np.zeros(len(parent), dtype=bool)
    follows[:-1] = parent[1:] == np.arange(len(parent) - 1)
    # The main line's nodes follow one another; what is not followed by its own child is a fork or an end.
    fixed[1:][~follows[1:] | (children[1:] > 1)] = 1
    lies = _lies(scenario, links, np.concatenate([np.full(n, g) for n, g in builder.greased]), hung)
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
        arc=np.concatenate(builder.arc),
        place=place,
        speed=_speeds(scenario, place),
        names=tuple(h.body.name for h in hung if h.node),
        wet_weight=max(weight, 1e-6),
    )


def _lies(scenario: Scenario, links: Floats, greased: np.ndarray, hung: list[_Hung]) -> Ints:
    """Return how every node may lie in the surface: not where it carries more than the surface bears at its edge."""
    water = scenario.water
    light = links[:, LINE_DENSITY] < water.density
    lies = np.where(greased, np.where(light, BUOYANT, GREASED), 0).astype(np.int64)
    if isinstance(scenario.top, HeldTop) and greased[1]:
        lies[0] = GREASED
    for h in hung:
        bears = PEEL * water.surface_tension * math.pi * links[h.node, DIAMETER]
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
