"""Cuts a scenario into nodes and links: a tree whose parents come before their children."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from jarana.core.engine.columns import GREASED
from jarana.core.engine.hydro.stream import stream_speed
from jarana.core.engine.hydro.terminal_speed import Body, line_weight
from jarana.core.engine.scenario import MOST_NODES, Scenario, Segment
from jarana.core.errors import InputError

Floats = NDArray[np.float64]
Ints = NDArray[np.int64]

COARSEST = 0.05
"""Widest node spacing on a leader, m: halving it moves no fly by 1 cm (tests/core/engine)."""
COARSEST_STILL = 0.1
"""The same on still water, where everything is slow and long."""
COARSEST_FLY_LINE = 0.2
"""Widest node spacing on a line with bending stiffness, m."""
IN_THE_SURFACE = 1e-6
LEAST_LINKS = 3
"""Every stretch between two attachments has at least this many links."""


@dataclass(frozen=True)
class Mesh:
    """Nodes and links of a chain; link i joins node i to ``parent[i]``; node 0 is the top.

    Attributes
    ----------
    parent, links
        Per node (index 0 unused): parent; and rest length m, diameter m, density kg/m³, the distance between the
        attachments on either side m (the length of the axial drag law), greased, bending stiffness N·m².
    afloat, fixed
        Per node: 1 where it lies greased in the surface at the start; 1 where it cannot be taken in.
    body_node, body_mass, body_volume, body_bead, body_area
        Per body: the node it sits on, kg, m³, m, m².
    arc
        Arc length of each node from the top along its own branch, m.
    x, z, vx, vz
        The start, m and m/s.
    names
        Per body.
    """

    parent: Ints
    links: Floats
    afloat: Ints
    fixed: Ints
    body_node: Ints
    body_mass: Floats
    body_volume: Floats
    body_bead: Floats
    body_area: Floats
    arc: Floats
    x: Floats
    z: Floats
    vx: Floats
    vz: Floats
    names: tuple[str, ...]
    wet_weight: float

    @property
    def size(self) -> int:
        """Number of nodes."""
        return len(self.parent)


class _Builder:
    """Grows the tree one link at a time."""

    def __init__(self, x: float, z: float, floor: float, side: int) -> None:
        self.floor, self.side = floor, side
        self.parent, self.rows = [0], [(0.0, 0.0, 0.0, 1.0, 0.0, 0.0)]
        self.arc, self.x, self.z = [0.0], [x], [z]

    def link(
        self, parent: int, length: float, diameter: float, segment: Segment, between: float, way: tuple[float, float]
    ) -> int:
        if len(self.parent) >= MOST_NODES:
            raise InputError.one("main", f"over {MOST_NODES} nodes", f"at most {MOST_NODES} nodes; widen ds")
        self.parent.append(parent)
        self.rows.append((length, diameter, segment.density, between, float(segment.greased), segment.bending))
        self.arc.append(self.arc[parent] + length)
        dx, dz = length * way[0], length * way[1]
        if self.z[parent] + dz < self.floor:
            # What is let down beyond the bed is laid along it.
            dz = max(self.floor - self.z[parent], -length)
            dx = self.side * math.sqrt(max(length * length - dz * dz, 0.0))
        self.x.append(self.x[parent] + dx)
        self.z.append(self.z[parent] + dz)
        return len(self.parent) - 1


def build_mesh(scenario: Scenario, refine: float = 1.0) -> Mesh:
    """Return the mesh of a checked scenario.

    Parameters
    ----------
    scenario
        What to cut up; ``scenario.check()`` has passed.
    refine
        Divides the node spacing (2 gives half the spacing): for convergence tests.
    """
    start = scenario.start
    floor = -scenario.stream.depth if start.laid and scenario.bed and not scenario.bed_profile else -math.inf
    builder = _Builder(scenario.top.x, scenario.top.z, floor, start.direction)
    widest = COARSEST_STILL if scenario.stream.surface_speed == 0.0 else COARSEST
    marks = {round(b.s, 9) for b in scenario.bodies} | {round(d.s, 9) for d in scenario.droppers}
    attachments = sorted({0.0, round(scenario.length, 9)} | marks)
    node_at = {0.0: 0}
    node, arc = 0, 0.0
    for segment in scenario.main:
        angle = start.angle if segment.angle is None else segment.angle
        way = (start.direction * math.cos(angle), -math.sin(angle))
        stops = [m for m in attachments if arc + 1e-9 < m < arc + segment.length - 1e-9]
        stops.append(arc + segment.length)
        begin = arc
        for stop in stops:
            between = _between(attachments, 0.5 * (arc + stop))
            count = _links(stop - arc, segment, between, refine, widest)
            step = (stop - arc) / count
            for k in range(count):
                share = (arc + (k + 0.5) * step - begin) / segment.length
                d = segment.diameter_top + share * (segment.diameter_end - segment.diameter_top)
                node = builder.link(node, step, d, segment, between, way)
            arc = stop
            node_at[round(stop, 9)] = node
    bodies: list[tuple[int, Body]] = [(_nearest(node_at, b.s), b.body) for b in scenario.bodies]
    for dropper in scenario.droppers:
        own = (start.direction * math.cos(dropper.angle), -math.sin(dropper.angle))
        seg = dropper.segment
        count = _links(seg.length, seg, seg.length, refine, widest)
        node = _nearest(node_at, dropper.s)
        for _ in range(count):
            node = builder.link(node, seg.length / count, seg.diameter_top, seg, seg.length, own)
        bodies.append((node, dropper.body))
    return _finish(scenario, builder, bodies)


def _links(length: float, segment: Segment, between: float, refine: float, widest: float) -> int:
    """Return how many links a stretch gets; short stretches between flies are cut finer."""
    coarsest = COARSEST_FLY_LINE if segment.bending else widest
    step = min(segment.spacing, coarsest, between / LEAST_LINKS) / refine
    return max(1, math.ceil(length / step - 1e-9))


def _between(attachments: list[float], middle: float) -> float:
    low = max(a for a in attachments if a <= middle)
    high = min(a for a in attachments if a > middle)
    return high - low


def _nearest(node_at: dict[float, int], s: float) -> int:
    return node_at[min(node_at, key=lambda mark: abs(mark - s))]


def _finish(scenario: Scenario, builder: _Builder, bodies: list[tuple[int, Body]]) -> Mesh:
    stream, water = scenario.stream, scenario.water
    x, z = np.array(builder.x), np.array(builder.z)
    vx = np.zeros(len(x))
    if scenario.start.moves_with_water:
        for i, height in enumerate(np.minimum(z, 0.0) + stream.depth):
            vx[i] = stream_speed(height, stream.surface_speed, stream.depth, stream.roughness)
    weight = sum(max(b.submerged_weight(water), 0.0) for _, b in bodies)
    links = np.array(builder.rows)
    for length, d, rho, *_ in builder.rows:
        weight += max(line_weight(d, rho, water), 0.0) * length
    fixed = np.zeros(len(x), dtype=np.int64)
    fixed[[n for n, _ in bodies]] = 1
    for node in range(1, len(x)):
        # The main line's nodes follow one another; what is not followed by its own child is a fork or an end.
        if node + 1 >= len(x) or builder.parent[node + 1] != node:
            fixed[node] = 1
    for child in range(2, len(x)):
        if builder.parent[child] != child - 1:
            fixed[builder.parent[child]] = 1
    return Mesh(
        parent=np.array(builder.parent, dtype=np.int64),
        links=links,
        afloat=((links[:, GREASED] > 0) & (np.abs(z) < IN_THE_SURFACE)).astype(np.int64),
        fixed=fixed,
        body_node=np.array([n for n, _ in bodies], dtype=np.int64),
        body_mass=np.array([b.mass for _, b in bodies]),
        body_volume=np.array([b.volume for _, b in bodies]),
        body_bead=np.array([b.bead_diameter for _, b in bodies]),
        body_area=np.array([b.drag_area for _, b in bodies]),
        arc=np.array(builder.arc),
        x=x,
        z=z,
        vx=vx,
        vz=np.zeros(len(x)),
        names=tuple(b.name for _, b in bodies),
        wet_weight=max(weight, 1e-6),
    )
