"""Runs a scenario and hands back the path of every node, every body and the pull at the top."""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from typing import NamedTuple

import numpy as np

from jarana.core.engine.arrays import Floats, Ints
from jarana.core.engine.columns import LENGTH, RADIUS
from jarana.core.engine.ground import WIND_SHARE, across_of, along_of, medium_air, shear_row
from jarana.core.engine.groups import Drive, Line, Loads, Medium
from jarana.core.engine.limits import check
from jarana.core.engine.mesh import Mesh, build_mesh
from jarana.core.engine.scenario import FreeTop, Scenario, Top
from jarana.core.engine.step.kernel import BED_GIVE, run_chain
from jarana.core.errors import SolverError


@dataclass(frozen=True)
class Steps:
    """Time steps, s: `first` for `settling` s after the start or a change of motion, `then` afterwards.

    After that they grow by `growth` of themselves a second, up to `most` (0: not at all). A step that stretches a link by more
    than the share `strain` before it is set right is taken again at half its length.
    """

    first: float = 0.005
    then: float = 0.02
    settling: float = 1.0
    growth: float = 0.0
    most: float = 0.0
    strain: float = 2.0e-3


NO_EDDIES, NO_MENDS, STILL_GRID, NOBODY = np.zeros((0, 2)), np.zeros((0, 4)), np.ones(2), np.zeros(0, dtype=np.int64)
MOVING = Steps()
STILL = Steps(first=0.01, then=0.03, settling=0.5, growth=0.05, most=0.1)
"""Everything in still water is slow: within half a centimetre of steps a quarter as long (tests/core/engine)."""
OVER_LANES = Steps(then=0.01)
"""Where line from a float or a dry lies over lanes each seam pulls on it anew."""


def steps_of(scenario: Scenario) -> Steps:
    """Return the steps a scenario is run with where nobody says otherwise."""
    if scenario.stream.still:
        return STILL
    return OVER_LANES if floats_over_lanes(scenario) else MOVING


def floats_over_lanes(scenario: Scenario) -> bool:
    """Say whether something floats where the stream has lanes."""
    return len(scenario.stream.lanes) > 1 and any(b.floats for b in scenario.bodies)


@dataclass(frozen=True)
class ChainRun:
    """What a run gives.

    Attributes
    ----------
    times
        (times,) s.
    place, speed
        (times, nodes, 3) in m and m/s: downstream, across, up.
    tension
        (times, nodes) of the link above each node, N; of node 1 that of the first link outside the tip.
    mesh
        The nodes it ran on.
    strain_max
        Largest relative error of a link's length before it was set right.
    least_tension
        N; negative where a link was pushed (a slack rig).
    greatest_pull
        Greatest tension of the first link, N.
    steps
        How many steps it took.
    afloat
        (times, nodes): 1 where a line lies in the surface.
    drowned
        Whether anything that floats went under.
    taken
        Line taken in through the tip, m; negative where more was paid out.
    first
        The first link outside the tip in the end.
    """

    times: Floats
    place: Floats
    speed: Floats
    tension: Floats
    mesh: Mesh
    strain_max: float
    least_tension: float
    greatest_pull: float
    steps: int
    afloat: Ints
    drowned: bool
    taken: float
    first: int

    @property
    def x(self) -> Floats:
        """Downstream, (times, nodes), m."""
        return self.place[:, :, 0]

    @property
    def y(self) -> Floats:
        """Across from the angler's bank, (times, nodes), m."""
        return self.place[:, :, 1]

    @property
    def z(self) -> Floats:
        """Up from the surface, (times, nodes), m."""
        return self.place[:, :, 2]

    @property
    def vx(self) -> Floats:
        """Speed downstream, (times, nodes), m/s."""
        return self.speed[:, :, 0]

    @property
    def vy(self) -> Floats:
        """Speed across, (times, nodes), m/s."""
        return self.speed[:, :, 1]

    @property
    def vz(self) -> Floats:
        """Speed up, (times, nodes), m/s."""
        return self.speed[:, :, 2]

    @property
    def pull(self) -> Floats:
        """Tension of the first link, (times,), N."""
        return self.tension[:, 1]

    def node_of(self, name: str) -> int:
        """Return the node of a body by name."""
        return int(self.mesh.body_node[self.mesh.names.index(name)])

    def track(self, name: str) -> tuple[Floats, Floats, Floats, Floats]:
        """Return x, depth, vx, vz of a body by name, each (times,)."""
        node = self.node_of(name)
        return self.x[:, node], -self.z[:, node], self.speed[:, node, 0], self.speed[:, node, 2]

    def lying(self) -> Floats:
        """Return the length of line whose outer node lies in the surface, (times,), m."""
        return np.asarray((self.afloat[:, 1:] * self.mesh.links[1:, LENGTH]).sum(axis=1))


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
    check(scenario)
    mesh = build_mesh(scenario, refine)
    return solve(scenario, mesh, steps or steps_of(scenario))


def medium_of(scenario: Scenario, wet_weight: float) -> Medium:
    """Return what a scenario moves in, as the kernel takes it."""
    water, stream, wind = scenario.water, scenario.stream, scenario.wind
    drift = WIND_SHARE if stream.still else 0.0
    along, along_grid = along_of(scenario)
    across, across_grid = across_of(stream)
    return Medium(
        np.array([water.density, water.viscosity, water.gravity, water.surface_tension]),
        np.array([*shear_row(stream), 0.0, 0.0, drift * wind.x, drift * wind.y]),
        medium_air(scenario),
        along,
        along_grid,
        across,
        across_grid,
        np.array([1.0 if scenario.bed else 0.0, wet_weight / BED_GIVE, scenario.bed_friction]),
        NO_EDDIES if scenario.eddies is None else scenario.eddies.paths,
        STILL_GRID if scenario.eddies is None else scenario.eddies.grid,
    )


@dataclass(frozen=True)
class Ready:
    """A drift as the kernel takes it: the arguments of :func:`jarana.core.engine.step.kernel.run_chain`."""

    line: Line
    loads: Loads
    free: bool
    outside: int
    fixed: Ints
    medium: Medium
    start: Floats
    drive: Drive


class Laid(NamedTuple):
    """What differs from one drift on a mesh to the next: links (nodes, 5), bodies (bodies, 6), place and speed (2, nodes, 3)."""

    links: Floats
    bodies: Floats
    start: Floats


def ready(
    scenario: Scenario,
    mesh: Mesh,
    steps: Steps,
    times: Floats,
    watched: Ints,
    kept: Ints = NOBODY,
    laid: Laid | None = None,
) -> Ready:
    """Return a scenario on its mesh, or `laid` on it another way; asked about a few nodes at some times.

    Of those `kept` every frame is wanted.
    """
    links, bodies, start = laid or Laid(mesh.links, mesh.bodies, np.stack([mesh.place, mesh.speed]))
    return Ready(
        Line(mesh.parent, links, mesh.lies, mesh.afloat),
        Loads(mesh.body_node, bodies, np.zeros(len(mesh.body_node), dtype=np.int64)),
        isinstance(scenario.top, FreeTop),
        mesh.outside,
        mesh.fixed,
        medium_of(scenario, mesh.wet_weight),
        start,
        Drive(
            move_rows(scenario.top),
            mend_rows(scenario),
            times,
            step_row(steps, scenario.peels),
            kept,
            watched,
        ),
    )


def solve(scenario: Scenario, mesh: Mesh, steps: Steps) -> ChainRun:
    """Run a checked scenario on a mesh of its own or of one that differs only in its values (a band's member)."""
    drift = ready(scenario, mesh, steps, np.array(scenario.times), NOBODY, np.arange(mesh.size))
    places, speeds, tensions, afloat, _, _, worst, count = run_chain(
        drift.line, drift.loads, drift.free, drift.outside, drift.fixed, drift.medium, drift.start, drift.drive
    )
    if not np.isfinite(places).all():
        raise SolverError("the chain did not come to an answer", scenario)
    return ChainRun(
        times=np.array(scenario.times),
        place=places,
        speed=speeds,
        tension=tensions,
        mesh=mesh,
        strain_max=float(worst[0]),
        least_tension=float(worst[1]),
        greatest_pull=float(worst[3]),
        steps=int(count),
        afloat=afloat,
        drowned=bool((drift.loads.drowned * (mesh.bodies[:, RADIUS] > 0)).any()),
        taken=float(worst[2]),
        first=int(worst[4]),
    )


def mend_rows(scenario: Scenario) -> Floats:
    """Return a row for every mend, (mends, 4)."""
    if not scenario.mends:
        return NO_MENDS
    return np.array([(m.time, m.begins, m.ends, m.upstream) for m in scenario.mends]).reshape(-1, 4)


@lru_cache(maxsize=64)
def step_row(steps: Steps, peels: bool) -> Floats:
    """Return the steps as the kernel takes them, (7,); not to be written to."""
    most = max(steps.most, steps.then)
    return np.array([steps.first, steps.then, steps.settling, steps.growth, most, 1.0 if peels else 0.0, steps.strain])


def move_rows(top: Top) -> Floats:
    """Return rows (t, vx, vy, vz, line taken in) at every time either changes."""
    if isinstance(top, FreeTop):
        return np.zeros((0, 5))
    moves, takes = {m[0]: m[1:] for m in top.moves}, dict(top.takes)
    rows, pace, taken = [], (0.0, 0.0, 0.0), 0.0
    for time in sorted(moves.keys() | takes.keys()):
        pace, taken = moves.get(time, pace), takes.get(time, taken)
        rows.append((time, *pace, taken))
    return np.array(rows, dtype=float).reshape(-1, 5)
