"""What a drift is written down as: complete enough to play without a connection."""

from __future__ import annotations

from typing import Literal

from jarana.core.drift.across import Across
from jarana.core.law import Asked
from jarana.core.model import Frozen

Course = Literal["settled", "sinking", "rising", "on the bed"]


class FlyDrift(Frozen):
    """What one fly does in a drift; SI.

    Attributes
    ----------
    node
        Which drawn node it is.
    entry_x_m
        Where it lands, from the origin of the drift.
    metres_to_bottom
        Way from its entry until it is within 2 cm of the bed, either way along the water; None when it never is.
    seconds_to_bottom
        When that is.
    least_height_m
        The closest it comes to the bed.
    first_in_zone_s, share_in_zone
        When it first is in the taking zone, and for what share of the drift.
    drag_m_s
        Mean speed over the water around it in the second half, downstream positive; on the bed, over the water
        that goes past it 2 cm up.
    settled_depth_m
        Mean depth of the last tenth.
    bed_share
        Share of the drift on the stones.
    contacts
        How often it came down onto them.
    settled_s
        From when on its depth, meaned over a tenth of the drift, stays within 5 % or 2 cm of that.
    course
        What it does in the end: the last tenth against the one before.
    rides_m
        How far downstream of the top it is at the end (negative: it trails upstream).
    metres_to_zone
        Its travel from its entry until it first is in the taking zone.
    slack_m
        How much longer the line to it is than the straight way, at the end.
    off_m
        How far off the angler's bank it is at the end.
    """

    id: str
    role: str
    node: int
    entry_x_m: float
    metres_to_bottom: float | None
    seconds_to_bottom: float | None
    least_height_m: float
    first_in_zone_s: float | None
    share_in_zone: float
    drag_m_s: float
    settled_depth_m: float
    bed_share: float
    contacts: int
    settled_s: float = 0.0
    course: Course = "settled"
    rides_m: float = 0.0
    metres_to_zone: float | None = None
    slack_m: float = 0.0
    off_m: float = 0.0


class BedAt(Frozen):
    """A corner of the bed under a drift, x from its origin, with the taking zone over it as depths."""

    x_m: float
    depth_m: float
    zone_top_m: float
    zone_end_m: float


class DriftNote(Frozen):
    """A doubt to be shown beside the figures."""

    key: str
    text: str


class PaceAt(Frozen):
    """The pace of the water at a depth."""

    depth_m: float
    pace_m_s: float


class LaneAt(Frozen):
    """A lane across: its name, from and to how far off the angler, and its pace; the last has no end."""

    name: str
    begins_m: float
    ends_m: float | None
    pace_m_s: float


class Drift(Frozen):
    """A drift, version 1. Positions are whole millimetres per frame and drawn node, x from the first entry.

    Attributes
    ----------
    key
        Hash of rig, water and engine.
    axis
        Rivers read against metres drifted.
    times_s
        (frames,).
    x_mm, y_mm, z_mm
        (frames, drawn nodes); y across from the angler, z up from the surface.
    lines
        Polylines over drawn nodes: the main line first, then the droppers.
    flies
        From the top down.
    pull_n
        Mean pull where the rig is held up or led, in the second half.
    head
        What holds the rig.
    bed
        The bed under the drift; two corners for a level one.
    load
        Pull on a float or a dry fly as a share of its greatest lift; None where the rod holds the rig.
    drowned
        Whether the float or the dry fly was under at the end.
    pace_m_s
        Of that place in the second half.
    hold
        The drawn node there.
    leader_from
        The drawn node at which the fly line ends and the leader begins.
    angler_x_m
        Where the angler stands along the drift.
    lanes
        Edges of the lanes across, each with the pace up to it; the last has none.
    wind_x_m_s, wind_y_m_s
        The wind downstream, and across away from the angler.
    across
        What lies across and above; None where the chain begins in the water.
    line_on_bed_m
        How much line lies on the bed at the end.
    pull_x_n, pull_z_n
        How the rig pulls at its top at the end: along the water (either way) and down.
    laws
        What it was computed with, and with which arguments.
    """

    version: Literal[1] = 1
    key: str
    engine: str
    axis: Literal["metres", "seconds"] = "metres"
    depth_m: float
    length_m: float
    zone_low_m: float
    zone_high_m: float
    times_s: tuple[float, ...]
    x_mm: tuple[tuple[int, ...], ...]
    y_mm: tuple[tuple[int, ...], ...]
    z_mm: tuple[tuple[int, ...], ...]
    lines: tuple[tuple[int, ...], ...]
    paces: tuple[PaceAt, ...]
    flies: tuple[FlyDrift, ...]
    pull_n: float
    notes: tuple[DriftNote, ...]
    head: str = "held"
    bed: tuple[BedAt, ...] = ()
    load: float | None = None
    drowned: bool = False
    pace_m_s: float = 0.0
    line_on_bed_m: float = 0.0
    pull_x_n: float = 0.0
    pull_z_n: float = 0.0
    hold: int = 0
    leader_from: int = 0
    angler_x_m: float = 0.0
    off_m: float = 0.0
    lanes: tuple[LaneAt, ...] = ()
    wind_x_m_s: float = 0.0
    wind_y_m_s: float = 0.0
    across: Across | None = None
    laws: tuple[Asked, ...] = ()
