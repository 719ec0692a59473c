"""The same chain as stiff springs in a general implicit ODE integrator: what the engine is measured against."""

from __future__ import annotations

import numpy as np
from scipy.integrate import solve_ivp
from scipy.sparse import lil_matrix

from jarana.core.engine.chain import medium_of, run
from jarana.core.engine.compiled import compiled
from jarana.core.engine.groups import Line, Loads, Now, sums_for
from jarana.core.engine.mesh import build_mesh
from jarana.core.engine.scenario import Scenario
from jarana.core.engine.step.bed import add_bed
from jarana.core.engine.step.bodies import add_bodies
from jarana.core.engine.step.kernel import node_masses
from jarana.core.engine.step.lines import drag_lines

STRAIN = 0.002
"""Stretch allowed at the greatest pull."""


@compiled
def _rates(y, line, masses, loads, medium, spring):
    """Return the derivative of (places, speeds) with links as springs; drags are those of the engine."""
    parent, links, _, _ = line
    n = len(parent)
    place, speed = y[: 3 * n].copy().reshape((n, 3)), y[3 * n :].copy().reshape((n, 3))
    here = Now(place, speed, np.zeros(n))
    sums = sums_for(n, False)
    drag_lines(1, line, here, medium, sums)
    add_bodies(0.0, loads, here, medium, sums)
    add_bed(1, 0.0, here, medium, sums)
    matrix, right = sums.matrix, sums.right
    for i in range(1, n):
        p = parent[i]
        matrix[i] += sums.drags[i, :6]
        matrix[p] += sums.drags[i, :6]
        right[i] += sums.drags[i, 6:9]
        right[p] += sums.drags[i, 9:]
    force = np.zeros((n, 3))
    for i in range(n):
        vx, vy, vz = speed[i]
        force[i, 0] = right[i, 0] - matrix[i, 0] * vx - matrix[i, 1] * vy - matrix[i, 2] * vz
        force[i, 1] = right[i, 1] - matrix[i, 1] * vx - matrix[i, 3] * vy - matrix[i, 4] * vz
        force[i, 2] = right[i, 2] - matrix[i, 2] * vx - matrix[i, 4] * vy - matrix[i, 5] * vz
    out = np.zeros(6 * n)
    for i in range(1, n):
        p = parent[i]
        gap = place[i] - place[p]
        long = np.sqrt((gap * gap).sum())
        pull = spring / links[i, 0] * (long - links[i, 0]) / long * gap
        force[i] -= pull
        force[p] += pull
    out[: 3 * n] = y[3 * n :]
    for i in range(1, n):
        for axis in range(3):
            out[3 * n + 3 * i + axis] = force[i, axis] / masses[i]
    return out


def stiff(scenario: Scenario) -> tuple[float, float]:
    """Return depth of the last body at the end by the general integrator, and by the engine."""
    mesh = build_mesh(scenario)
    chain = run(scenario)
    n = mesh.size
    line = Line(mesh.parent, mesh.links, mesh.lies, mesh.afloat)
    loads = Loads(mesh.body_node, mesh.bodies, np.zeros(len(mesh.body_node), dtype=np.int64))
    masses = node_masses(line, loads, scenario.water.density)
    rest = (line, masses, loads, medium_of(scenario, mesh.wet_weight), float(chain.pull.max()) / STRAIN)
    near = lil_matrix((n, n), dtype=np.int8)
    for i in range(n):
        near[i, i] = 1
        for j in range(1, n):
            if mesh.parent[j] == i or mesh.parent[i] == j or (i and mesh.parent[i] == mesh.parent[j]):
                near[i, j] = near[j, i] = 1
        near[i, mesh.parent[i]] = near[mesh.parent[i], i] = 1
    block = np.kron(near.toarray(), np.ones((3, 3), dtype=np.int8))
    pattern = lil_matrix(np.block([[block, block], [block, block]]))
    begin = np.concatenate([mesh.place.ravel(), mesh.speed.ravel()])
    begin[3 * n : 3 * n + 3] = scenario.top.velocity(0.0)
    answer = solve_ivp(
        lambda _t, y: _rates(y, *rest),
        (0.0, scenario.times[-1]),
        begin,
        method="BDF",
        rtol=1e-5,
        atol=1e-7,
        jac_sparsity=pattern.tocsc(),
    )
    node = int(mesh.body_node[-1])
    return -float(answer.y[3 * node + 2, -1]), float(-chain.z[-1, node])
