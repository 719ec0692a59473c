"""The laws a run was made of, asked with what it met.

The kernel is compiled and tells nobody; what it met is read from the states it reports, at every frame.
"""

from __future__ import annotations

import math

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.chain import ChainRun
from jarana.core.engine.columns import AXIAL_LENGTH, BEAD, BENDING_STIFFNESS, DIAMETER, RADIUS
from jarana.core.engine.ground import bed_under, speed_over
from jarana.core.engine.hydro.axial_drag import AXIAL_DRAG
from jarana.core.engine.hydro.cylinder_drag import CYLINDER_DRAG
from jarana.core.engine.hydro.sphere_drag import SPHERE_DRAG
from jarana.core.engine.hydro.stream import LOG_LAW, SHALLOW_LAW, stones_of
from jarana.core.engine.scenario import Scenario
from jarana.core.engine.step.bending import BENDING
from jarana.core.engine.step.bodies import FLOAT
from jarana.core.engine.step.flow import WIND_PROFILE
from jarana.core.engine.step.lines import WIND_DRIFT
from jarana.core.engine.step.surface import GREASE

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
    beads = mesh.bodies[:, BEAD] > 0
    if beads.any():
        nodes = mesh.body_node[beads] - 1
        speed = np.hypot(along, across)[:, nodes]
        SPHERE_DRAG.ask(re=_span(speed * mesh.bodies[beads, BEAD] / water.kinematic_viscosity))
    wind = math.hypot(scenario.wind.x, scenario.wind.y)
    if not stream.still:
        depths = bed_under(scenario, chain.x.ravel(), chain.y.ravel())
        if stream.power > 0.0:
            SHALLOW_LAW.ask(depth_over_stones=_span(depths / stones_of(stream.roughness)))
        else:
            LOG_LAW.ask(depth_over_z0=_span(depths / stream.roughness))
    elif wind:
        WIND_DRIFT.ask(wind=wind)
    if wind and scenario.air is not None:
        WIND_PROFILE.ask(wind=wind)
    floats = mesh.bodies[:, RADIUS] > 0
    if floats.any():
        FLOAT.ask(radius=_span(mesh.bodies[floats, RADIUS]))
    greased = chain.afloat[0, 1:].astype(bool)
    if greased.any():
        GREASE.ask(diameter=_span(diameter[greased]))
    stiff = mesh.links[1:, BENDING_STIFFNESS] > 0
    if stiff.any():
        BENDING.ask(diameter=_span(diameter[stiff]))


def _through_the_water(chain: ChainRun, scenario: Scenario) -> tuple[Floats, Floats]:
    """Return how fast every link's lower node goes through the water along and across the link, (times, nodes - 1), m/s."""
    x, y, z = chain.x, chain.y, chain.z
    height = np.maximum(bed_under(scenario, x.ravel(), y.ravel()).reshape(x.shape) + z, 0.0)
    pace = speed_over(scenario, x.ravel(), y.ravel(), height.ravel()).reshape(x.shape)
    link = chain.place[:, 1:] - chain.place[:, chain.mesh.parent[1:]]
    link /= np.maximum(np.linalg.norm(link, axis=2), 1e-9)[:, :, None]
    past = chain.speed[:, 1:].copy()
    past[:, :, 0] -= pace[:, 1:]
    along = (past * link).sum(axis=2)
    return np.abs(along), np.linalg.norm(past - along[:, :, None] * link, axis=2)


def _span(values: Floats) -> tuple[float, float]:
    return float(values.min()), float(values.max())
