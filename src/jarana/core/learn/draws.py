"""Drifts by their deviates: those a surface is fitted to, and those of a water that hides what it is."""

from __future__ import annotations

from collections.abc import Callable

import numpy as np
from scipy.special import ndtr, ndtri

from jarana.core.engine.arrays import Floats
from jarana.core.unknowns.deviates import ALONG_1, DRIFT_HAND, ROWS, SLACK, STEP, deviates, paths
from jarana.core.unknowns.drifts import Base, Factors, factors_from

KEPT = DRIFT_HAND
"""Of the 19 deviates the first so many stay from drift to drift; the rest are new in every one."""
ALL = 19
WIDE = 1.5
"""What stays is spread so much wider for a fit than it is believed to be: the tails matter when a note is wrong."""
LEAST_CHANCE = 1e-4
Draw = Callable[[Base, int, int], Factors]


def fitted(option: int, count: int, wide: float = WIDE) -> Floats:
    """Return the deviates of drifts an option's surface is fitted to, (count, 19): its own turn of the members.

    Every option has points of its own, evenly spread (a shift of the members' points, modulo 1); their eddies are members' own.
    """
    random = np.random.Generator(np.random.PCG64([option, 7919]))
    z = deviates()[:count].copy()
    own = ndtr(z[:, : SLACK + 1]) + random.random(SLACK + 1)
    z[:, : SLACK + 1] = ndtri(np.clip(own % 1.0, LEAST_CHANCE, 1.0 - LEAST_CHANCE))
    z[:, ALONG_1:] = deviates()[path_of(option, count), ALONG_1:]
    z[:, :KEPT] *= wide
    return z


def path_of(option: int, count: int) -> np.ndarray:
    """Return whose eddies the drifts of an option have, (count,)."""
    return np.random.Generator(np.random.PCG64([option, 104729])).permutation(len(deviates()))[:count]


def fit_draw(sets: list[Floats]) -> Draw:
    """Return the draws of the drifts surfaces are fitted to, for so many options."""
    owners = [path_of(i, len(z)) for i, z in enumerate(sets)]
    return lambda base, i, k: factors_from(base, sets[i][k], paths()[owners[i][k]])


def hidden(random: np.random.Generator, wide: float = 1.0) -> Floats:
    """Return what stays of a hidden water, a hand and its things, (12,)."""
    return wide * random.standard_normal(KEPT)


def hidden_draw(stays: Floats, random: np.random.Generator, drifts: int) -> Draw:
    """Return the drifts of a hidden water: the hand, the entry and the eddies are new in each, and the same for every rig."""
    new = random.standard_normal((drifts, ALL - KEPT))
    eddies = _eddies(random, drifts)
    return lambda base, _i, k: factors_from(base, np.concatenate([stays, new[k]]), eddies[k])


def _eddies(random: np.random.Generator, drifts: int) -> Floats:
    """Return Ornstein–Uhlenbeck paths by recursion, (drifts, rows, 2)."""
    keep = float(np.exp(-STEP))
    noise = random.standard_normal((drifts, ROWS, 2))
    out = np.empty_like(noise)
    out[:, 0] = noise[:, 0]
    for row in range(1, ROWS):
        out[:, row] = keep * out[:, row - 1] + np.sqrt(1.0 - keep * keep) * noise[:, row]
    return out
