"""A depth that was seen: of which fly, where, after how long."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.model import Frozen, Key

MOST_CHECKS = 12
DEEPEST_M, LATEST_S = 40.0, 240.0


class Check(Frozen):
    """What somebody saw: a depth at the wall of a pool, the rig hung in from its upper end; a depth in the water itself; or,
    from a bridge, after how long what floats parted from a leaf that landed with it.
    """

    where: Literal["pool", "water", "leaf"]
    fly: Key
    after_s: float = Field(gt=0, le=LATEST_S)
    depth_m: float = Field(default=0.0, ge=0, le=DEEPEST_M)
