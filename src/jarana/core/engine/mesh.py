"""The mesh of a scenario: a tree of nodes and links whose parents come before their children, and what hangs on it."""

from __future__ import annotations

import math
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.columns import DIAMETER, MASS, NEVER, VOLUME
from jarana.core.engine.cut import Shape, cut
from jarana.core.engine.hydro.terminal_speed import Body, Many
from jarana.core.engine.hydro.water_properties import Water
from jarana.core.engine.scenario import FreeTop, HeldTop, Scenario
from jarana.core.engine.step.surface import PEEL

IN_THE_SURFACE = 1e-6


@dataclass(frozen=True)
class Mesh:
    """Nodes and links of a chain; link i joins node i to ``parent[i]``; node 0 is the top.

    Attributes
    ----------
    parent, links
        Per node (index 0 unused): parent; and the columns of a link.
    unladen, lies, afloat, fixed
        Per node: how it may lie in the surface if nothing hung on it, and as it is; 1 where it does at the start; 1 where it
        cannot be taken in.
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
    line_weight, wet_weight
        Of the line, and of the whole chain, in water, N.
    """

    parent: Ints
    links: Floats
    unladen: Ints
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
    line_weight: float
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


def build_mesh(scenario: Scenario, refine: float = 1.0) -> Mesh:
    """Return the mesh of a checked scenario.

    Parameters
    ----------
    scenario
        What to cut up; ``limits.check`` has passed.
    refine
        Divides the node spacing (2 gives half the spacing): for convergence tests.
    """
    tree, top, water = cut(Shape.of(scenario, refine)), scenario.top, scenario.water
    hung = [(b.body, b.floats, b.support) for b in scenario.bodies]
    hung += [(body, False, 0.0) for d in scenario.droppers for _, body in d.parts]
    if isinstance(top, FreeTop):
        hung.append((Body(top.mass, top.volume, 0.0, top.drag_area, ""), True, top.support))
    lies = tree.lies.copy()
    for node, (body, floats, _) in zip(tree.hung, hung, strict=True):
        bears = PEEL * water.surface_tension * math.pi * tree.links[node, DIAMETER]
        if not floats and body.submerged_weight(water) > bears:
            lies[node] = NEVER
    afloat = ((lies > NEVER) & (np.abs(tree.place[:, 2]) < IN_THE_SURFACE)).astype(np.int64)
    afloat[1 : tree.outside] = 0
    speed = tree.speed.copy()
    if isinstance(top, HeldTop):
        speed[tree.dry] = top.velocity(0.0)
    bodies = np.array(
        [
            (b.mass, b.volume, b.bead_diameter, b.drag_area, sphere_radius(b.volume) if floats else 0.0, support)
            for b, floats, support in hung
        ]
    ).reshape(-1, 6)
    return Mesh(
        parent=tree.parent.copy(),
        links=tree.links.copy(),
        unladen=tree.lies.copy(),
        lies=lies,
        afloat=afloat,
        fixed=tree.fixed.copy(),
        outside=tree.outside,
        body_node=np.array(tree.hung, dtype=np.int64),
        bodies=bodies,
        arc=tree.arc.copy(),
        place=tree.place.copy(),
        speed=speed,
        names=tuple(body.name for node, (body, *_) in zip(tree.hung, hung, strict=True) if node),
        line_weight=tree.line_weight,
        wet_weight=wet_weight(bodies, tree.line_weight, water),
    )


def sphere_radius(volume: Many) -> Many:
    """Return the radius of spheres, m, from their volume, m³."""
    radius: Many = (3.0 * volume / (4.0 * math.pi)) ** (1.0 / 3.0)
    return radius


def wet_weight(bodies: Floats, line_weight: float, water: Water) -> float:
    """Return what line and bodies weigh in water, N; what floats weighs nothing."""
    rows = bodies[:, (MASS, VOLUME)].tolist()
    sinks = sum(max((mass - water.density * volume) * water.gravity, 0.0) for mass, volume in rows)
    return float(max(sinks + line_weight, 1e-6))
