"""Densities and chances that learning asks for, from scipy's special functions: its statistics take a second to load."""

from __future__ import annotations

import math

import numpy as np
from scipy.special import bdtr

from jarana.core.engine.arrays import Floats


def log_normal_density(x: Floats | float, mean: float = 0.0, spread: Floats | float = 1.0) -> Floats:
    """Return the logarithm of the density of a normal law.

    Examples
    --------
    >>> round(float(log_normal_density(0.0)), 6)
    -0.918939
    """
    z = (np.asarray(x) - mean) / spread
    return np.asarray(-0.5 * z * z - 0.5 * math.log(2.0 * math.pi) - np.log(spread))


def normal_density(x: Floats | float, mean: float = 0.0, spread: Floats | float = 1.0) -> Floats:
    """Return the density of a normal law.

    Examples
    --------
    >>> round(float(normal_density(2.0, 0.0, 2.0)), 6)
    0.120985
    """
    z = (np.asarray(x) - mean) / spread
    return np.asarray(np.exp(-0.5 * z * z) / (math.sqrt(2.0 * math.pi) * spread))


def chance_of_at_most(most: int, of: int, chance: Floats | float) -> Floats:
    """Return how likely something that has a chance each time happens at most so often; 0 where `most` is below 0.

    Examples
    --------
    >>> [round(float(chance_of_at_most(k, 2, 0.5)), 3) for k in (-1, 0, 1, 2)]
    [0.0, 0.25, 0.75, 1.0]
    """
    return np.asarray(bdtr(most, of, chance) if most >= 0 else np.zeros_like(np.asarray(chance, dtype=float)))
