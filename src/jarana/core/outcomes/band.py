"""What will probably happen, as figures: shares of drifts, and P10, P50 and P90 of whatever is told of a rig."""

from __future__ import annotations

import math
from collections.abc import Iterable

import numpy as np
from numpy.typing import NDArray

from jarana.core.drift.course import ends_of
from jarana.core.drift.nominal import nominal
from jarana.core.drift.result import drift_key
from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_Z, BED_S, CONTACTS, FIRST_M, FIRST_S, REL_X, UNDER
from jarana.core.law import Asked
from jarana.core.model import Frozen
from jarana.core.outcomes.tracks import Tracks, members_of
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import MEMBERS
from jarana.core.watch import Watch

DRAWN_TIMES = 24
SUNK_M = 0.02
"""m under the surface from which on the end of a held leader lies under water."""
RIVER_COUNTS, LAKE_COUNTS = (1, 2, 3, 5), (10, 20, 40, 60, 90)
"""s at which an angler counts how deep a fly is."""


class Spread(Frozen):
    """P10, P50 and P90 of a figure; None where that share of the drifts never gets there."""

    p10: float | None
    p50: float | None
    p90: float | None


class DepthAt(Frozen):
    """How deep a fly is after a count, s: P10, P50 and P90, m."""

    seconds: float
    p10: float
    p50: float
    p90: float


class FlyBand(Frozen):
    """What one fly does in all members.

    Attributes
    ----------
    p10_mm, p90_mm
        Depths at the band's times.
    touches
        Share of the drifts in which it finds the bottom.
    in_zone
        Mean share of a drift in the taking zone.
    bed_share
        Share of a drift on the stones, meaned over the drifts.
    contacts
        How often it comes down onto them in a drift, meaned.
    depths
        At the counts an angler uses.
    """

    id: str
    p10_mm: tuple[int, ...]
    p90_mm: tuple[int, ...]
    metres_to_bottom: Spread
    first_in_zone_s: Spread
    share_in_zone: Spread
    settled_depth_m: Spread
    drag_m_s: Spread
    seconds_to_bottom: Spread
    settled_s: Spread
    touches: float = 0.0
    in_zone: float = 0.0
    bed_share: float = 0.0
    contacts: float = 0.0
    depths: tuple[DepthAt, ...] = ()


class Band(Frozen):
    """What happens in all members, known by the drift's key.

    Attributes
    ----------
    members
        How many there are: the first answer has fewer.
    shares
        Of the drift's time at which bands are told.
    finds_bottom
        Share of the drifts in which any fly finds the bottom.
    under
        Share of the drifts in which what floats is under in the end.
    sunk
        Share of the drifts in which where the rig is held lies under water, meaned over their second half.
    all_in_zone
        Share of the time in which all flies with a hook are in the taking zone at once.
    """

    key: str
    members: int
    shares: tuple[float, ...]
    flies: tuple[FlyBand, ...]
    finds_bottom: float
    under: float = 0.0
    sunk: float = 0.0
    all_in_zone: float = 0.0
    laws: tuple[Asked, ...] = ()

    def fly(self, name: str) -> FlyBand | None:
        """Return what one fly does; None where it is not in the water."""
        return next((f for f in self.flies if f.id == name), None)


def band_of(situation: Situation, watch: Watch | None = None, members: int = MEMBERS) -> Band | None:
    """Return what happens in so many members of a situation; None when the watch stopped it on the way.

    Raises
    ------
    SolverError
        When too many members fail.
    """
    tracks = members_of(situation, members, watch)
    return None if tracks is None else told(tracks, situation)


def told(tracks: Tracks, situation: Situation) -> Band:
    """Return the figures of some members."""
    flies = tuple(_fly(tracks, situation, row, name) for row, name in enumerate(tracks.names))
    touched = ~np.isnan(tracks.did[:, : len(tracks.names), FIRST_S])
    return Band(
        key=drift_key(situation),
        members=tracks.count,
        shares=tuple(round((k + 1) / DRAWN_TIMES, 4) for k in range(DRAWN_TIMES)),
        flies=flies,
        finds_bottom=float(touched.any(axis=1).mean()) if len(tracks.names) else 0.0,
        under=float(went_under(tracks).mean()),
        sunk=_sunk(tracks, situation),
        all_in_zone=_all_in_zone(tracks, situation),
        laws=tracks.laws,
    )


def went_under(tracks: Tracks) -> NDArray[np.bool_]:
    """Return in which members what holds the rig up has gone under by the end, (k,); in none where nothing does."""
    situation = tracks.situation
    top = situation.head.free_top(situation.rig, situation.water.water)
    if top is None:
        return np.zeros(tracks.count, dtype=np.bool_)
    return np.asarray(tracks.at[:, -1, -1, AT_Z] < -2.0 * top.radius - 0.005)


def _sunk(tracks: Tracks, situation: Situation) -> float:
    if situation.head.floats or situation.head.on_line:
        return 0.0
    held = tracks.at[:, -1, tracks.at.shape[2] // 2 :, AT_Z].mean(axis=1)
    return float((held < -SUNK_M).mean())


def _all_in_zone(tracks: Tracks, situation: Situation) -> float:
    rows = [i for i, name in enumerate(tracks.names) if situation.rig.attachment(name).fly is not None]
    if not rows:
        return 0.0
    inside = np.all([inside_zone(tracks, row) for row in rows], axis=0)
    return float((inside[:, 1:] * np.diff(tracks.times, axis=1)).sum(axis=1).mean() / tracks.times[:, -1].mean())


def inside_zone(tracks: Tracks, row: int) -> NDArray[np.bool_]:
    """Return whether a fly is in the taking zone, (k, times)."""
    water = tracks.situation.fished
    bed = tracks.at[:, row, :, UNDER]
    height = bed + tracks.at[:, row, :, AT_Z]
    return water.zone.holds(height, bed, water.nature.near_m)


def share_of_time(tracks: Tracks, holds: NDArray[np.bool_]) -> Floats:
    """Return the share of its drift that something holds in every member, (k,), from whether it does at its moments, (k, times)."""
    return np.asarray((holds[:, 1:] * np.diff(tracks.times, axis=1)).sum(axis=1) / tracks.times[:, -1])


def _fly(tracks: Tracks, situation: Situation, row: int, name: str) -> FlyBand:
    water = situation.setting.fished
    at, did, times = tracks.at[:, row], tracks.did[:, row], tracks.times
    depth, bed = -at[:, :, AT_Z], at[:, :, UNDER]
    inside = inside_zone(tracks, row)
    share = share_of_time(tracks, inside)
    first = np.where(inside.any(axis=1), times[np.arange(len(times)), inside.argmax(axis=1)], np.nan)
    half = at.shape[1] // 2
    ends, settled = ends_of(times, depth)
    drawn = _drawn(tracks, situation, row, name)
    touched = ~np.isnan(did[:, FIRST_S])
    return FlyBand(
        id=name,
        p10_mm=tuple(int(v) for v in np.percentile(drawn, 10, axis=0)),
        p90_mm=tuple(int(v) for v in np.percentile(drawn, 90, axis=0)),
        metres_to_bottom=spread(did[:, FIRST_M]),
        first_in_zone_s=spread(first),
        share_in_zone=spread(share),
        settled_depth_m=spread(np.maximum(np.minimum(ends, bed[:, -1]), 0.0)),
        drag_m_s=spread(at[:, half:, REL_X].mean(axis=1)),
        seconds_to_bottom=spread(did[:, FIRST_S]),
        settled_s=spread(settled),
        touches=float(touched.mean()),
        in_zone=float(share.mean()),
        bed_share=float((did[:, BED_S] / times[:, -1]).mean()),
        contacts=float(did[:, CONTACTS].mean()),
        depths=_at_counts(times, depth, RIVER_COUNTS if water.nature.flows else LAKE_COUNTS),
    )


def _drawn(tracks: Tracks, situation: Situation, row: int, name: str) -> Floats:
    """Return the depths a band is drawn from, mm: differences to the members' own nominal run, added to the fine one.

    Where the zone stands on the bed, members are drawn over the bed as it is written.
    """
    water, drift = situation.setting.fished, nominal(situation)
    shares = np.arange(1, DRAWN_TIMES + 1) / DRAWN_TIMES
    depth = -tracks.at[:, row, :, AT_Z]
    if water.zone.datum == "bed":
        depth = depth / tracks.depth[:, None]
    members = _read(depth, np.broadcast_to(shares, (len(depth), DRAWN_TIMES)))
    coarse = np.interp(shares, tracks.nominal_times / tracks.nominal_times[-1], -tracks.nominal[row, :, AT_Z])
    node = next(f.node for f in drift.flies if f.id == name)
    fine_times = np.array(drift.times_s)
    fine = np.interp(shares, fine_times / fine_times[-1], -np.array(drift.z_mm)[:, node] / 1000)
    deepest = max(water.depth_m, *(b.depth_m for b in drift.bed))
    return np.asarray(np.clip((members + fine - coarse) * 1000, -water.depth_m * 1000, deepest * 1000))


def _read(depth: Floats, shares: Floats) -> Floats:
    """Return depths at shares of each drift's time, (k, shares): its frames lie evenly, straight between them."""
    at = shares * (depth.shape[1] - 1)
    low = np.clip(at.astype(int), 0, depth.shape[1] - 2)
    each = np.arange(len(depth))[:, None]
    before, after = depth[each, low], depth[each, low + 1]
    return np.asarray(before + (at - low) * (after - before))


def _at_counts(times: Floats, depth: Floats, counts: Iterable[int]) -> tuple[DepthAt, ...]:
    """Return how deep a fly is at counts within the drift, m."""
    found = []
    for seconds in counts:
        if seconds > times[:, -1].min():
            break
        at = _read(depth, seconds / times[:, -1:])[:, 0]
        low, middle, high = (float(v) for v in np.percentile(at, (10, 50, 90)))
        found.append(DepthAt(seconds=seconds, p10=round(low, 4), p50=round(middle, 4), p90=round(high, 4)))
    return tuple(found)


def spread(values: Iterable[float]) -> Spread:
    """Return the percentiles; a drift that never gets there (NaN) counts as later than all.

    Examples
    --------
    >>> spread([1.0, 2.0, math.nan, math.nan, math.nan])
    Spread(p10=1.0, p50=None, p90=None)
    """
    rows = sorted(math.inf if v is None or math.isnan(v) else float(v) for v in values)

    def at(share: float) -> float | None:
        v = rows[min(int(share * len(rows)), len(rows) - 1)]
        return None if math.isinf(v) else round(v, 4)

    return Spread(p10=at(0.1), p50=at(0.5), p90=at(0.9))
