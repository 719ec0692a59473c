"""The laws a run was made of, asked with what it met.

The kernel is compiled and tells nobody; what it met is read from the states it reports, at every frame.
"""

from __future__ import annotations

import numpy as np

from jarana.core.engine.chain import ChainRun
from jarana.core.engine.columns import AXIAL_LENGTH, BENDING_STIFFNESS, DIAMETER
from jarana.core.engine.forces import BENDING, FLOAT, WIND_DRIFT
from jarana.core.engine.ground import bed_under, speed_over
from jarana.core.engine.hydro.axial_drag import AXIAL_DRAG
from jarana.core.engine.hydro.cylinder_drag import CYLINDER_DRAG
from jarana.core.engine.hydro.sphere_drag import SPHERE_DRAG
from jarana.core.engine.hydro.stream import LOG_LAW
from jarana.core.engine.kernel import GREASE
from jarana.core.engine.mesh import Floats
from jarana.core.engine.scenario import FreeTop, Scenario

SLOWEST = 1e-3
"""m/s: what moves more slowly through the water is held back by nothing."""


def ask_laws(chain: ChainRun, scenario: Scenario) -> None:
    """Ask every law of a run with the least and greatest argument of its frames."""
    mesh, stream, water = chain.mesh, scenario.stream, scenario.water
    along, across = _through_the_water(chain, scenario)
    diameter = mesh.links[1:, DIAMETER]
    wet = chain.z[:, 1:] < 0
    if wet.any():
        re = across * diameter / water.kinematic_viscosity
        CYLINDER_DRAG.ask(re=_span(re[wet]))
    moving = wet & (along > SLOWEST)
    if moving.any():
        thick = 4 * water.kinematic_viscosity * mesh.links[1:, AXIAL_LENGTH] / (0.25 * diameter**2)
        AXIAL_DRAG.ask(log=_span(np.log((thick / np.maximum(along, SLOWEST))[moving])))
    beads = mesh.body_bead > 0
    if beads.any():
        nodes = mesh.body_node[beads] - 1
        speed = np.hypot(along, across)[:, nodes]
        SPHERE_DRAG.ask(re=_span(speed * mesh.body_bead[beads] / water.kinematic_viscosity))
    if stream.surface_speed > 0:
        LOG_LAW.ask(depth_over_z0=_span(bed_under(scenario, chain.x.ravel()) / stream.roughness))
    elif stream.wind:
        WIND_DRIFT.ask(wind=abs(stream.wind))
    if isinstance(scenario.top, FreeTop):
        FLOAT.ask(radius=scenario.top.radius)
    greased = chain.afloat[0, 1:].astype(bool)
    if greased.any():
        GREASE.ask(diameter=_span(diameter[greased]))
    stiff = mesh.links[1:, BENDING_STIFFNESS] > 0
    if stiff.any():
        BENDING.ask(diameter=_span(diameter[stiff]))


def _through_the_water(chain: ChainRun, scenario: Scenario) -> tuple[Floats, Floats]:
    """Return how fast every link's lower node goes through the water along and across the link, (times, nodes - 1), m/s."""
    x, z = chain.x, chain.z
    height = np.maximum(bed_under(scenario, x.ravel()).reshape(x.shape) + z, 0.0)
    pace = speed_over(scenario, x.ravel(), height.ravel()).reshape(x.shape)
    parent = chain.mesh.parent[1:]
    dx, dz = x[:, 1:] - x[:, parent], z[:, 1:] - z[:, parent]
    long = np.maximum(np.hypot(dx, dz), 1e-9)
    u, w = (chain.vx - pace)[:, 1:], chain.vz[:, 1:]
    return np.abs(u * dx + w * dz) / long, np.abs(w * dx - u * dz) / long


def _span(values: Floats) -> tuple[float, float]:
    return float(values.min()), float(values.max())
