"""Cuts the shape of a scenario into nodes and links, once for all scenarios that share it."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from functools import lru_cache

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
)
from jarana.core.engine.compiled import loop
from jarana.core.engine.ground import speed_under
from jarana.core.engine.hydro.terminal_speed import line_weight
from jarana.core.engine.hydro.water_properties import Water
from jarana.core.engine.limits import MOST_NODES, too_fine
from jarana.core.engine.scenario import HeldTop, Point, Scenario, Segment, Start, Stream

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
KEPT = 256
"""Shapes that stay cut up in a process; one takes some 20 kB."""
LEAST_LINKS = 3
"""Every stretch between two attachments has at least this many links."""


@dataclass(frozen=True)
class Shape:
    """All of a scenario that its nodes and where they lie follow from: not what the bodies are, nor how the top is moved.

    Attributes
    ----------
    bodies, droppers
        Places of bodies on the main line, m; of droppers place, angle, way and lines.
    top, held, reserve
        Where the top is; whether it is held; line inside it, m.
    """

    water: Water
    stream: Stream
    main: tuple[Segment, ...]
    bodies: tuple[float, ...]
    droppers: tuple[tuple[float, float, Point | None, tuple[Segment, ...]], ...]
    top: Point
    held: bool
    reserve: float
    start: Start
    bed: bool
    bed_profile: tuple[tuple[float, float], ...]
    refine: float

    @classmethod
    def of(cls, scenario: Scenario, refine: float) -> Shape:
        """Return the shape of a scenario."""
        top = scenario.top
        return cls(
            scenario.water,
            scenario.stream,
            scenario.main,
            tuple([b.s for b in scenario.bodies]),
            tuple([(d.s, d.angle, d.way, tuple([segment for segment, _ in d.parts])) for d in scenario.droppers]),
            (top.x, top.y, top.z),
            isinstance(top, HeldTop),
            top.reserve if isinstance(top, HeldTop) else 0.0,
            scenario.start,
            scenario.bed,
            scenario.bed_profile,
            refine,
        )

    @property
    def floor(self) -> float:
        """Height of the bed that line is laid along, m; none where nothing is laid."""
        return -self.stream.depth if self.start.laid and self.bed and not self.bed_profile else -math.inf


@dataclass(frozen=True)
class Tree:
    """A shape cut up: see :class:`jarana.core.engine.mesh.Mesh`; nothing of it is to be written to.

    Attributes
    ----------
    hung
        The node of every body, those on the main line first, then those of droppers, then the top where it is not held.
    lies
        How nodes would lie if no body pulled them under.
    speed, dry
        The water's speed where they lie, (nodes, 3), m/s, and which go with the top instead.
    line_weight
        Of the line in water, N.
    """

    parent: Ints
    links: Floats
    lies: Ints
    fixed: Ints
    outside: int
    hung: tuple[int, ...]
    arc: Floats
    place: Floats
    speed: Floats
    dry: np.ndarray
    line_weight: float


class _Builder:
    """Grows the tree one stretch of links at a time; put together when it is whole.

    Attributes
    ----------
    count
        Nodes so far, the top among them.
    ends
        The top and the last node of every stretch: how far along its branch, m, and where.
    """

    def __init__(self, top: Point) -> None:
        self.count = 1
        self.ends: dict[int, tuple[float, Point]] = {0: (0.0, top)}
        self.stretches: list[_Stretch] = []

    def stretch(
        self, parent: int, lengths: Floats, diameters: Floats | float, segment: Segment, between: float, place: Floats
    ) -> int:
        """Grow links of one segment on the end of a stretch; return the last of them."""
        count = len(lengths)
        if self.count + count > MOST_NODES:
            raise too_fine(self.count + count)
        arc = self.ends[parent][0] + lengths.cumsum()
        self.stretches.append(_Stretch(self.count, parent, lengths, diameters, segment, between, arc, place))
        self.count += count
        x, y, z = place[-1].tolist()
        self.ends[self.count - 1] = float(arc[-1]), (x, y, z)
        return self.count - 1

    def place_of(self, node: int) -> Point:
        """Return where the end of a stretch is, m."""
        return self.ends[node][1]

    def whole(self) -> tuple[Ints, Floats, np.ndarray, Floats, Floats]:
        """Return parents, (nodes,), links, (nodes, 5), whether each is greased, how far along each is and where, (nodes, 3)."""
        parent = np.arange(-1, self.count - 1)
        parent[0] = 0
        links = np.empty((self.count, 5))
        links[0], links[0, AXIAL_LENGTH] = 0.0, 1.0
        arc, place = np.empty(self.count), np.empty((self.count, 3))
        arc[0], place[0] = self.ends[0]
        greased = np.zeros(self.count, dtype=bool)
        for one in self.stretches:
            rows = slice(one.begins, one.begins + len(one.lengths))
            parent[one.begins] = one.parent
            links[rows, LENGTH], links[rows, DIAMETER] = one.lengths, one.diameters
            links[rows, LINE_DENSITY], links[rows, AXIAL_LENGTH] = one.segment.density, one.between
            links[rows, BENDING_STIFFNESS] = one.segment.bending
            arc[rows], place[rows] = one.arc, one.place
            greased[rows] = one.segment.greased
        return parent, links, greased, arc, place


@dataclass(frozen=True)
class _Stretch:
    """Links of one segment: the first of their nodes, what that hangs on, how they are laid."""

    begins: int
    parent: int
    lengths: Floats
    diameters: Floats | float
    segment: Segment
    between: float
    arc: Floats
    place: Floats


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


@lru_cache(maxsize=KEPT)
def cut(shape: Shape) -> Tree:
    """Return a shape cut up; kept, since most rigs a search looks at differ only in what hangs on them or how they are moved."""
    start, refine, floor = shape.start, shape.refine, shape.floor
    legs = [(s.length, start.angle if s.angle is None else s.angle) for s in shape.main]
    corners = list(start.path) or straight(shape.top, legs, start.direction, floor)
    way, curls = Way(corners), _curls(corners)
    builder = _Builder(shape.top)
    node = _reserve(shape, builder)
    outside = node + 1
    length = math.fsum(s.length for s in shape.main)
    marks = {round(s, 9) for s in shape.bodies} | {round(s, 9) for s, *_ in shape.droppers}
    attachments = sorted({0.0, round(length, 9)} | marks)
    node_at = {0.0: 0}
    arc = 0.0
    for segment in shape.main:
        stops = [m for m in attachments if arc + 1e-9 < m < arc + segment.length - 1e-9]
        stops.append(arc + segment.length)
        begin = arc
        for stop in stops:
            between = _between(attachments, 0.5 * (arc + stop))
            cuts = _cuts(arc, stop, _widest(segment, between), curls, refine)
            lengths = cuts[1:] - cuts[:-1]
            node = builder.stretch(node, lengths, _diameters(segment, cuts, begin), segment, between, way.lay(lengths))
            arc = stop
            node_at[round(stop, 9)] = node
    hung = [_nearest(node_at, s) for s in shape.bodies]
    for s, angle, aside, lines in shape.droppers:
        node = _nearest(node_at, s)
        from_here, long = builder.place_of(node), sum(segment.length for segment in lines)
        if aside is None:
            branch = straight(from_here, [(long, angle)], start.direction, floor)
        else:
            size = math.hypot(*aside)
            end = [p + long * v / size for p, v in zip(from_here, aside, strict=True)]
            branch = [from_here, (end[0], end[1], end[2])]
        own = Way(branch)
        for segment in lines:
            count = _count(segment.length, _widest(segment, segment.length), refine)
            lengths = np.full(count, segment.length / count)
            node = builder.stretch(node, lengths, segment.diameter_top, segment, segment.length, own.lay(lengths))
            hung.append(node)
    if not shape.held:
        hung.append(0)
    return _whole(shape, builder, hung, outside)


def _reserve(shape: Shape, builder: _Builder) -> int:
    """Put the line that waits inside the tip on the tree, all of it at the tip; return its last node."""
    if shape.reserve <= 0.0:
        return 0
    first = shape.main[0]
    count = _count(shape.reserve, min(first.spacing, COARSEST_FLY_LINE if first.bending else COARSEST), shape.refine)
    builder.ends[0] = -shape.reserve, shape.top
    place, lengths = np.tile(np.array(shape.top), (count, 1)), np.full(count, shape.reserve / count)
    whole = math.fsum(s.length for s in shape.main)
    return builder.stretch(0, lengths, first.diameter_top, first, whole, place)


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


def _diameters(segment: Segment, cuts: Floats, begin: float) -> Floats | float:
    """Return how thick links between some cuts are in their middle, m; one figure where the segment is level."""
    if segment.diameter_top == segment.diameter_end:
        return segment.diameter_top
    shares = (0.5 * (cuts[1:] + cuts[:-1]) - begin) / segment.length
    return segment.diameter_top + shares * (segment.diameter_end - segment.diameter_top)


def _between(attachments: list[float], middle: float) -> float:
    low = max(a for a in attachments if a <= middle)
    high = min(a for a in attachments if a > middle)
    return high - low


def _nearest(node_at: dict[float, int], s: float) -> int:
    return node_at[min(node_at, key=lambda mark: abs(mark - s))]


def _whole(shape: Shape, builder: _Builder, hung: list[int], outside: int) -> Tree:
    water = shape.water
    parent, links, greased, arc, place = builder.whole()
    weights = np.maximum(line_weight(links[:, DIAMETER], links[:, LINE_DENSITY], water), 0.0)
    fixed = np.zeros(len(place), dtype=np.int64)
    fixed[[node for node in hung if node]] = 1
    children = np.bincount(parent[1:], minlength=len(parent))
    children[0] -= 1
    follows = np.zeros(len(parent), dtype=bool)
    follows[:-1] = parent[1:] == np.arange(len(parent) - 1)
    # The main line's nodes follow one another; what is not followed by its own child is a fork or an end.
    fixed[1:][~follows[1:] | (children[1:] > 1)] = 1
    light = links[:, LINE_DENSITY] < water.density
    lies = np.where(greased, np.where(light, BUOYANT, GREASED), 0).astype(np.int64)
    if shape.held and greased[1]:
        lies[0] = GREASED
    speed, dry = np.zeros_like(place), np.zeros(len(place), dtype=bool)
    if shape.start.moves_with_water:
        dry = place[:, 2] > 0.0
        under = speed_under(shape.stream, shape.bed_profile, place[:, 0], place[:, 1], place[:, 2])
        speed[:, 0] = np.where(dry, 0.0, under)
    return Tree(
        parent, links, lies, fixed, outside, tuple(hung), arc, place, speed, dry, float(weights @ links[:, LENGTH])
    )
