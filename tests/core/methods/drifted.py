"""Rigs of the methods as open water of the valley has them, and how they drift there."""

from __future__ import annotations

import numpy as np

from jarana.core.drift.document import Drift, FlyDrift
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from tests.fishing import DRAWER, WATERS, begun
from tests.fishing import drift as simulate


def started(method: str, water: str) -> tuple[Rig, Reach]:
    """Return the whole rig of a method, as open water has it, and that water."""
    open_water = WATERS[water].model_copy(update={"obstacles": ()})
    return begun(method, open_water).rig, open_water


def drift(method: str, water: str, *edits: RigEdit) -> Drift:
    """Return how it drifts once edits are done to it."""
    rig, reach = started(method, water)
    for edit in edits:
        rig = edit.apply(rig, DRAWER)
    return simulate(rig, reach)


def fly(of: Drift, name: str) -> FlyDrift:
    """Return what a fly of it did."""
    return next(f for f in of.flies if f.id == name)


def depth_at(of: Drift, name: str, seconds: float) -> float:
    """Return how deep a fly is at a time, m."""
    frame = int(np.argmin(np.abs(np.array(of.times_s) - seconds)))
    return -of.z_mm[frame][fly(of, name).node] / 1000
