"""How often independent drifts lie between P10 and P90 of the members: the bench prints it, the long tests judge it."""

from __future__ import annotations

from collections.abc import Sequence
from concurrent.futures import ThreadPoolExecutor
from dataclasses import dataclass

import numpy as np

from jarana.core.engine.columns import AT_Y, AT_Z, FIRST_M
from jarana.core.outcomes.tracks import Tracks, members_of
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from jarana.core.water.reach import Reach, TakingZone
from tests.fishing import DRAWER, fished, started
from tests.independent import Figures, figures


@dataclass(frozen=True)
class Case:
    """A rig in a water, and what is asked of its drifts."""

    name: str
    situation: Situation
    seconds: tuple[float, ...]
    across: tuple[float, ...] = ()


def water(depth: float, pace: float, kind: str = "river", **more: object) -> Reach:
    """Return a plain water."""
    zone = TakingZone(low_m=0.0, high_m=0.3) if kind == "river" else TakingZone(low_m=0.6, high_m=1.8, datum="surface")
    fields = {
        "id": "plain", "name": "Plain", "river": "", "kind": kind, "depth_m": depth, "pace_m_s": pace,
        "bed": "coarse-gravel" if kind == "river" else "silt", "temperature_c": 10.0, "zone": zone, "off_m": 7.0,
    }  # fmt: skip
    return Reach.model_validate(fields | more)


def led(rig: Rig, lead: float) -> Rig:
    """Return a rig led at a share of the pace."""
    return SetMotion(kind="led", lead=lead).apply(rig, DRAWER)


def cases() -> list[Case]:
    """Return what coverage is asked of."""
    run, pool, lake = water(0.9, 0.62), water(1.0, 0.5), water(4.0, 0.0, "lake", off_m=12.0)
    contact = started("level-contact", run)
    return [
        Case("contact led 0.8", fished(led(contact, 0.8), run), (2.0, 4.0)),
        Case("contact led 1.0", fished(led(contact, 1.0), run), (2.0, 4.0)),
        Case("float pair", fished(started("float-pair", pool), pool), (2.0, 4.0)),
        Case("swing", fished(started("swung", pool), pool), (2.0, 4.0), (5.0,)),
        Case("lake team", fished(started("lake-team", lake), lake), (20.0, 60.0)),
        Case("straight down", fished(started("lake-vertical", lake), lake), (20.0, 60.0)),
    ]


def held(case: Case, drifts: int, workers: int = 2) -> dict[str, float]:
    """Return the share of independent drifts that P10 to P90 hold, by figure; ties are broken at random."""
    tracks = members_of(case.situation)
    assert tracks is not None
    with ThreadPoolExecutor(workers) as pool:
        rows = list(pool.map(lambda k: figures(case.situation, k, (*case.seconds, *case.across)), range(drifts)))
    found = {}
    for name, members, seen in _asked(case, tracks, rows):
        share = share_between(members, seen)
        if share is not None:
            found[name] = share
    return found


def _asked(case: Case, tracks: Tracks, rows: list[Figures]) -> list[tuple[str, np.ndarray, np.ndarray]]:
    asked = []
    for row, fly in enumerate(tracks.names):
        if fly not in rows[0].metres:
            continue
        if case.situation.water.nature.flows:
            metres = np.where(np.isnan(tracks.did[:, row, FIRST_M]), np.inf, tracks.did[:, row, FIRST_M])
            asked.append((f"{fly}: metres to the first touch", metres, np.array([f.metres[fly] for f in rows])))
        for s in case.seconds:
            depth = _at(tracks, row, AT_Z, s)
            asked.append((f"{fly}: depth at {s:g} s", -depth, np.array([f.depth[fly, s] for f in rows])))
        for s in case.across:
            place = _at(tracks, row, AT_Y, s)
            asked.append((f"{fly}: across at {s:g} s", place, np.array([f.across[fly, s] for f in rows])))
    return asked


def _at(tracks: Tracks, row: int, column: int, seconds: float) -> np.ndarray:
    return np.array([np.interp(seconds, t, v) for t, v in zip(tracks.times, tracks.at[:, row, :, column], strict=True)])


def share_between(members: Sequence[float] | np.ndarray, seen: Sequence[float] | np.ndarray) -> float | None:
    """Return the share of figures between P10 and P90 of the members; a figure on a limit of many is put among them at random.

    None where a percentile is itself "never".
    """
    random = np.random.default_rng(7)
    order = np.sort(np.asarray(members, dtype=float))
    ranks = []
    for value in np.asarray(seen, dtype=float):
        below = (
            np.searchsorted(order, value - 1e-9, side="left")
            if np.isfinite(value)
            else np.searchsorted(order, np.inf, "left")
        )
        above = np.searchsorted(order, value + 1e-9, side="right") if np.isfinite(value) else len(order)
        ranks.append((below + (above - below) * random.random()) / len(order) if above > below else below / len(order))
    share = np.array(ranks)
    if np.isinf(order).mean() > 0.9:
        return None
    return float(((share >= 0.1) & (share <= 0.9)).mean())


def touches(situation: Situation, drifts: int) -> float:
    """Return the share of independent drifts in which a fly finds the bottom."""
    rows = [figures(situation, 1000 + k, ()) for k in range(drifts)]
    return sum(any(np.isfinite(m) for m in f.metres.values()) for f in rows) / drifts
