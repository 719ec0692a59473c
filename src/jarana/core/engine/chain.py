"""Runs a scenario and hands back the path of every node, every body and the pull at the top."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from jarana.core.engine.ground import WIND_SHARE, ground_of
from jarana.core.engine.groups import Drive, Line, Loads, Medium
from jarana.core.engine.kernel import BED_GIVE, run_chain
from jarana.core.engine.mesh import Floats, Ints, Mesh, build_mesh
from jarana.core.engine.scenario import FreeTop, Scenario, Top
from jarana.core.errors import SolverError


@dataclass(frozen=True)
class Steps:
    """Time steps, s: `first` for `settling` s after the start or a change of motion, `then` afterwards."""

    first: float = 0.005
    then: float = 0.02
    settling: float = 1.0


@dataclass(frozen=True)
class ChainRun:
    """What a run gives.

    Attributes
    ----------
    times
        (times,) s.
    x, z, vx, vz
        (times, nodes) in m and m/s.
    pull
        (times,) tension of the first link, N.
    mesh
        The nodes it ran on.
    strain_max
        Largest relative error of a link's length before it was set right.
    least_tension
        N; negative where a link was pushed (a slack rig).
    steps
        How many steps it took.
    afloat
        (times, nodes): 1 where a greased line lies in the surface.
    drowned
        Whether a dry fly at the top went under.
    taken
        Line taken in through the tip, m.
    """

    times: Floats
    x: Floats
    z: Floats
    vx: Floats
    vz: Floats
    pull: Floats
    mesh: Mesh
    strain_max: float
    least_tension: float
    steps: int
    afloat: Ints
    drowned: bool
    taken: float

    def track(self, name: str) -> tuple[Floats, Floats, Floats, Floats]:
        """Return x, depth, vx, vz of a body by name, each (times,)."""
        node = int(self.mesh.body_node[self.mesh.names.index(name)])
        return self.x[:, node], -self.z[:, node], self.vx[:, node], self.vz[:, node]


def run(scenario: Scenario, steps: Steps | None = None, refine: float = 1.0) -> ChainRun:
    """Simulate a scenario.

    Parameters
    ----------
    scenario
        Checked here; faults raise an InputError that names each of them.
    steps
        Time steps; the default keeps depths within a centimetre of half the step.
    refine
        Divides the node spacing, for convergence tests.

    Raises
    ------
    InputError
        When the scenario cannot be run.
    SolverError
        When the numbers ran away; carries the scenario for a replay.
    """
    scenario.check()
    steps = steps or Steps()
    mesh = build_mesh(scenario, refine)
    return solve(scenario, mesh, steps)


def solve(scenario: Scenario, mesh: Mesh, steps: Steps) -> ChainRun:
    """Run a checked scenario on a mesh of its own or of one that differs only in its values (a band's member)."""
    water, stream = scenario.water, scenario.stream
    bed = [1.0 if scenario.bed else 0.0, mesh.wet_weight / BED_GIVE, scenario.bed_friction]
    values = np.stack([mesh.body_mass, mesh.body_volume, mesh.body_bead, mesh.body_area], axis=1)
    ground, grid = ground_of(scenario)
    drift = WIND_SHARE * stream.wind if stream.surface_speed == 0.0 else 0.0
    medium = Medium(
        np.array([water.density, water.viscosity, water.gravity, water.surface_tension]),
        np.array([stream.surface_speed, stream.depth, stream.roughness, drift, stream.gust_x, stream.gust_z]),
        ground,
        grid,
        np.array(bed),
    )
    states, tensions, afloat, worst, count = run_chain(
        Line(mesh.parent, mesh.links, mesh.afloat),
        Loads(mesh.body_node, np.ascontiguousarray(values)),
        _float_row(scenario.top, stream.wind),
        mesh.fixed,
        medium,
        np.stack([mesh.x, mesh.z, mesh.vx, mesh.vz]),
        Drive(_move_rows(scenario.top), np.array(scenario.times), np.array([steps.first, steps.then, steps.settling])),
    )
    if not np.isfinite(states).all():
        raise SolverError("the chain did not come to an answer", scenario)
    return ChainRun(
        times=np.array(scenario.times),
        x=states[:, 0],
        z=states[:, 1],
        vx=states[:, 2],
        vz=states[:, 3],
        pull=tensions[:, 1],
        mesh=mesh,
        strain_max=float(worst[0]),
        least_tension=float(worst[1]),
        steps=int(count),
        afloat=afloat,
        drowned=bool(worst[2]),
        taken=float(worst[3]),
    )


def _float_row(top: Top, wind: float) -> Floats:
    if isinstance(top, FreeTop):
        return np.array([top.radius, top.mass, top.drag_area, top.support, wind])
    return np.zeros(5)


def _move_rows(top: Top) -> Floats:
    """Return rows (t, vx, vz, line taken in) at every time either changes."""
    if isinstance(top, FreeTop):
        return np.zeros((0, 4))
    times = sorted({m[0] for m in top.moves} | {t for t, _ in top.takes})
    rows = []
    for time in times:
        taken = [speed for begin, speed in top.takes if begin <= time]
        rows.append((time, *top.velocity(time), taken[-1] if taken else 0.0))
    return np.array(rows, dtype=float).reshape(-1, 4)
