"""The same chain as stiff springs in a general implicit ODE integrator: what the engine is measured against."""

from __future__ import annotations

import numpy as np
from scipy.integrate import solve_ivp
from scipy.sparse import lil_matrix

from jarana.core.engine.chain import run
from jarana.core.engine.compiled import compiled
from jarana.core.engine.forces import add_bed, add_bodies, add_lines
from jarana.core.engine.groups import Line, Loads, Medium, Now, Sums
from jarana.core.engine.kernel import BED_GIVE, node_masses
from jarana.core.engine.mesh import build_mesh
from jarana.core.engine.scenario import Scenario

STRAIN = 0.002
"""Stretch allowed at the greatest pull."""


@compiled
def _rates(y, line, masses, loads, medium, spring):
    """Return the derivative of (x, z, vx, vz) with links as springs; drags are those of the engine."""
    parent, links, _ = line
    n = len(parent)
    x, z, vx, vz = y[:n], y[n : 2 * n], y[2 * n : 3 * n], y[3 * n :]
    here = Now(x, z, vx, vz)
    sums = Sums(np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n), np.zeros(n))
    add_lines(1, line, here, medium, sums)
    add_bodies(loads, here, medium, sums)
    add_bed(1, 0.0, here, medium, sums)
    a11, a12, a22, rx, rz = sums
    out = np.zeros(4 * n)
    fx, fz = rx - a11 * vx - a12 * vz, rz - a12 * vx - a22 * vz
    for i in range(1, n):
        p = parent[i]
        dx, dz = x[i] - x[p], z[i] - z[p]
        now = np.sqrt(dx * dx + dz * dz)
        pull = spring / links[i, 0] * (now - links[i, 0])
        fx[i] -= pull * dx / now
        fz[i] -= pull * dz / now
        fx[p] += pull * dx / now
        fz[p] += pull * dz / now
    out[:n], out[n : 2 * n] = vx, vz
    for i in range(1, n):
        out[2 * n + i], out[3 * n + i] = fx[i] / masses[i], fz[i] / masses[i]
    return out


def stiff(scenario: Scenario) -> tuple[float, float]:
    """Return depth of the last body at the end by the general integrator, and by the engine."""
    mesh = build_mesh(scenario)
    chain = run(scenario)
    n = mesh.size
    water, stream = scenario.water, scenario.stream
    values = np.ascontiguousarray(np.stack([mesh.body_mass, mesh.body_volume, mesh.body_bead, mesh.body_area], axis=1))
    line, loads = Line(mesh.parent, mesh.links, mesh.afloat), Loads(mesh.body_node, values)
    medium = Medium(
        np.array([water.density, water.viscosity, water.gravity, water.surface_tension]),
        np.array([stream.surface_speed, stream.depth, stream.roughness, 0.0, 0.0, 0.0]),
        np.zeros((0, 3)),
        np.array([0.0, 1.0]),
        np.array([1.0, mesh.wet_weight / BED_GIVE, scenario.bed_friction]),
    )
    masses = node_masses(line, loads, np.zeros(5), water.density)
    rest = (line, masses, loads, medium, float(chain.pull.max()) / STRAIN)
    near = lil_matrix((n, n), dtype=np.int8)
    for i in range(n):
        near[i, i] = 1
        for j in range(1, n):
            if mesh.parent[j] == i or mesh.parent[i] == j or (i and mesh.parent[i] == mesh.parent[j]):
                near[i, j] = near[j, i] = 1
        near[i, mesh.parent[i]] = near[mesh.parent[i], i] = 1
    pattern = lil_matrix((4 * n, 4 * n), dtype=np.int8)
    block = near.tocsr()
    for row in range(4):
        for column in range(4):
            pattern[row * n : (row + 1) * n, column * n : (column + 1) * n] = block
    begin = np.concatenate([mesh.x, mesh.z, mesh.vx, mesh.vz])
    begin[2 * n], begin[3 * n] = scenario.top.velocity(0.0)
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
    return -float(answer.y[n + node, -1]), float(-chain.z[-1, node])
