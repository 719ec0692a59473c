"""The members: 128 points spread evenly over 19 dimensions as standard normal deviates, and a path of eddies for each.

Dimension after dimension: pace, depth, roughness; mass and drag of the point fly; diameter; the hand of the day; lift;
mass and drag of the next fly, and of all others; the hand of this drift; the angle at which the rig falls in; slack as it lands,
on a lake how long one counts;
and the two leading modes of the eddies along and of those up.
"""

from __future__ import annotations

from functools import cache
from pathlib import Path
from statistics import NormalDist

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.law import Law, Range

EDDIES = Law(
    "eddies along the path of a rig",
    "Ornstein–Uhlenbeck paths of unit variance, T = h/Us along and half of it up, one for the whole rig (assumption; Nezu & "
    "Nakagawa 1993 give the intensities)",
    {"turns": Range(0.0, 60.0, "the length of the drift in turns of its eddies")},
    "the eddies begin anew on the way",
)
MEMBERS, FIRST = 128, 32
"""All members, and those of the first answer."""
PACE, DEPTH, ROUGHNESS, MASS_1, DRAG_1, DIAMETER, HAND, LIFT, MASS_2, DRAG_2, MASS_3, DRAG_3 = range(12)
DRIFT_HAND, ENTRY, SLACK, ALONG_1, ALONG_2, UP_1, UP_2 = range(12, 19)
COUNT = SLACK
"""How long one counts, on still water: nothing lands with slack there. It is another thing than how far one pulls (the hand of this drift)."""
STEP = 0.1
"""Of a path of eddies, in turns (T)."""
BASIS = 160
"""Rows of a path that are made of modes; after them it goes on by recursion."""
ROWS = 640
LEAST_WEIGHT = 0.01


@cache
def deviates() -> Floats:
    """Return the members, (128, 19)."""
    text = (Path(__file__).parent / "tables" / "members_128x19.csv").read_text(encoding="utf-8")
    normal = NormalDist()
    return np.array([[normal.inv_cdf(float(v)) for v in row.split(",")] for row in text.splitlines()])


@cache
def paths() -> Floats:
    """Return the paths of the eddies, (128, rows, 2), along and up, `STEP` turns between the rows."""
    z = deviates()
    modes = _modes()
    out = np.zeros((len(z), ROWS, 2))
    keep = np.exp(-STEP)
    rest = np.empty_like(out)
    for k in range(len(z)):
        random = np.random.Generator(np.random.PCG64(k))
        for column, first in enumerate((ALONG_1, UP_1)):
            rest[k, :, column] = random.standard_normal(ROWS)
            rest[k, :2, column] = z[k, first : first + 2]
            out[k, :BASIS, column] = modes @ rest[k, :BASIS, column].copy()
    for row in range(BASIS, ROWS):
        out[:, row] = keep * out[:, row - 1] + np.sqrt(1.0 - keep * keep) * rest[:, row]
    return out


def _modes() -> Floats:
    """Return the modes of a path, (rows, modes): a path is their sum with independent standard normal weights.

    Those that matter early come first: the correlation ``e^-|s - s'|`` is weighted by ``e^(-s/2)`` before it is taken apart.
    """
    s = STEP * np.arange(BASIS)
    weight = np.sqrt(np.maximum(np.exp(-s / 2.0), LEAST_WEIGHT))
    values, vectors = np.linalg.eigh(weight[:, None] * np.exp(-np.abs(s[:, None] - s)) * weight)
    order = np.argsort(values)[::-1]
    vectors = vectors[:, order] * np.where(vectors[:1, order] < 0, -1.0, 1.0)
    return np.asarray(vectors * np.sqrt(np.maximum(values[order], 0.0)) / weight[:, None])
