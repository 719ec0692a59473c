"""How a rig is held and laid: the tip's height, the way of the cast, slack and its shape, a mend. What is not said is usual."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.model import Frozen

Lay = Literal["straight", "serpentine", "pile", "reach", "tuck"]
"""How the line comes down: drawn out; in curves all along; heaped in its last part; laid upstream; the flies first."""
HIGHEST_M = 5.0
WIDEST_DEG = 80.0
FASTEST_BOAT_M_S = 0.6
"""m/s: a boat that drifts faster is slowed with a drogue, or is not fished from."""
MOST_SLACK_M, MOST_MEND_M, LATEST_MEND_S = 4.0, 3.0, 60.0


class Stance(Frozen):
    """Where the rod is and how the line lies; None is what is usual for what holds the rig and how it is moved.

    Attributes
    ----------
    tip_m
        Height of the rod tip over the water, m.
    angle_deg
        Way of the cast from straight across, ° downstream; upstream is negative.
    slack_m
        How much longer the line lies than its way is, m.
    lay
        The shape of that.
    mend_m, mend_s
        How far upstream the lying line is laid over (negative: downstream), m, and how long after the cast, s.
    follows
        The tip goes along with the drift as far as the rod reaches.
    boat_m_s
        How fast a boat drifts towards where the flies were cast, on a lake, m/s; 0 at anchor and on the bank.
    """

    tip_m: float | None = Field(default=None, ge=0.0, le=HIGHEST_M)
    angle_deg: float | None = Field(default=None, ge=-WIDEST_DEG, le=WIDEST_DEG)
    slack_m: float = Field(default=0.0, ge=0.0, le=MOST_SLACK_M)
    lay: Lay = "straight"
    mend_m: float = Field(default=0.0, ge=-MOST_MEND_M, le=MOST_MEND_M)
    mend_s: float = Field(default=0.0, ge=0.0, le=LATEST_MEND_S)
    follows: bool | None = None
    boat_m_s: float = Field(default=0.0, ge=0.0, le=FASTEST_BOAT_M_S)
