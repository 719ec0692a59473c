"""Bending stiffness of a line, implicit: a spring on every second difference along its nodes."""

from __future__ import annotations

from jarana.core.engine.columns import BENDING_STIFFNESS, LENGTH
from jarana.core.engine.compiled import loop
from jarana.core.law import Law, Range

BENDING = Law(
    "bending of a fly line",
    "Euler-Bernoulli: force = EI times the fourth difference over spacing cubed",
    {"diameter": Range(0.4e-3, 2.5e-3, "the fly line in the water", "diameter", "m")},
    "its stiffness is a guess",
)


@loop
def add_bending(first, dt, line, now, sums):
    """Add bending to the matrices of three nodes in a row and to their couplings, at the end of the step."""
    parent, links, _, _ = line
    place = now.place
    matrix, right, coupling, grand = sums.matrix, sums.right, sums.coupling, sums.grand
    for j in range(first + 1, len(parent)):
        i = parent[j]
        if i < first or i != j - 1 or links[i, BENDING_STIFFNESS] == 0.0 or links[j, BENDING_STIFFNESS] == 0.0:
            continue
        p = parent[i]
        mean = 0.5 * (links[i, LENGTH] + links[j, LENGTH])
        k = 0.5 * (links[i, BENDING_STIFFNESS] + links[j, BENDING_STIFFNESS]) / (mean * mean * mean)
        alpha, beta = mean / links[i, LENGTH], mean / links[j, LENGTH]
        both = alpha + beta
        stiff = dt * k
        for axis in range(3):
            bent = k * (alpha * place[p, axis] - both * place[i, axis] + beta * place[j, axis])
            right[p, axis] -= alpha * bent
            right[i, axis] += both * bent
            right[j, axis] -= beta * bent
            coupling[i, axis, axis] -= stiff * alpha * both
            coupling[j, axis, axis] -= stiff * beta * both
        for diagonal in (0, 3, 5):
            matrix[p, diagonal] += stiff * alpha * alpha
            matrix[i, diagonal] += stiff * both * both
            matrix[j, diagonal] += stiff * beta * beta
        grand[j] += stiff * alpha * beta
