"""Is the fly where they take, does it move as they accept it, and would a take show in time? At every moment of every member."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_X, AT_Y, AT_Z, REL_X, REL_Y, REL_Z, UNDER
from jarana.core.outcomes.tracks import Tracks
from jarana.core.rig.model import Attachment
from jarana.core.situation import Situation
from jarana.core.tackle.dressing import dressings
from jarana.core.water.reach import COLD_C, LIVELY_C, TakingZone
from jarana.core.worth.constants import Habits

EATS_FISH_KG = 1.0
"""Fish from this mass on eat fish (practice); of smaller ones only a share does."""
ON_BED_M = 0.02
"""m over the bed within which a fly, or the end of a fly line, lies on it."""


@dataclass(frozen=True)
class FlyWorth:
    """One fly at every moment: in the zone, accepted, shown in time, each 0 to 1, (k, times)."""

    id: str
    in_zone: Floats
    accepted: Floats
    shown: Floats

    @property
    def good(self) -> Floats:
        """All three at once."""
        return self.in_zone * self.accepted * self.shown


def flies_of(tracks: Tracks, situation: Situation, habits: Habits) -> list[FlyWorth]:
    """Return every fly of a rig at every moment; a dry that holds the rig up is one of them."""
    holds, lowest = situation.rig.head.holds(), len(tracks.names)
    flies = [a for a in situation.rig.attachments if a.fly is not None and (a.id == holds or a.id in tracks.names)]
    if not flies:
        return []
    rows = [lowest + 1 if a.id == holds else tracks.row(a.id) for a in flies]
    at = tracks.at.transpose(1, 0, 2, 3)[rows]
    depth, x, y, z = at[..., UNDER], at[..., REL_X], at[..., REL_Y], at[..., REL_Z]
    over = x * x + y * y
    drag = eddy_drag(situation, habits)
    speed = np.sqrt(over + z * z + drag * drag)
    in_time = np.ones_like(speed)
    hung = [i for i, row in enumerate(rows) if row < lowest]
    in_time[hung] = shown(tracks.slack([rows[i] for i in hung]), situation, habits)
    where = in_zone(depth, at[..., AT_Z], situation, habits)
    along = along_bed(at, tracks.times) if is_moved(situation) else None
    found = []
    for i, fly in enumerate(flies):
        dry = fly.id == holds
        if dry:
            speed[i] = np.sqrt(over[i])
        taken = accepted(speed[i], fly, situation, habits, dry, None if along is None else along[i])
        found.append(FlyWorth(fly.id, where[i], taken, in_time[i]))
    return found


def in_zone(depth: Floats, z: Floats, situation: Situation, habits: Habits) -> Floats:
    """Return how far a fly is where the fish take, 1 inside, fading to 0 over a soft edge outside."""
    water = situation.fished
    low, high = zone_over_bed(water.zone, depth)
    height = depth + np.minimum(z, 0.0)
    edge = habits["edge-river" if water.nature.flows else "edge-lake"]
    under = np.where(low <= 1e-9, 0.0, low - height)
    outside = np.maximum(np.maximum(under, height - high), 0.0)
    return np.asarray(np.maximum(1.0 - outside / edge, 0.0))


def zone_over_bed(zone: TakingZone, depth: Floats) -> tuple[Floats, Floats]:
    """Return the zone as heights over the bed at every moment, m."""
    low, high = zone.heights(depth)
    return np.asarray(low), np.asarray(high)


def eddy_drag(situation: Situation, habits: Habits) -> float:
    """Return the drag of flies on one held line that are farther apart than the eddies are tall, m/s."""
    if situation.head.floats or situation.head.on_line:
        return 0.0
    return habits["eddy-drag"] * situation.fished.pace_m_s * apart(situation, habits)


def apart(situation: Situation, habits: Habits) -> float:
    """Return how far the flies of a rig ride different water, 0 to 1: by their widest spacing over the depth."""
    return min(max(situation.flies_apart_m / situation.fished.depth_m - habits["apart-from"], 0.0), 1.0)


def is_moved(situation: Situation) -> bool:
    """Say whether the hand moves the flies through the water."""
    motion, rig = situation.motion, situation.rig
    return motion.swings or bool(rig.motion.pulls or motion.pulls)


def lies(at: Floats) -> np.ndarray:
    """Return when something lies on the bed, from its places (…, times, 9): (…, times)."""
    return np.asarray(at[..., UNDER] + at[..., AT_Z] <= ON_BED_M)


def along_bed(at: Floats, times: Floats) -> Floats:
    """Return how fast something that lies on the bed is moved along it, m/s, (…, times); infinite where it is off the bed."""
    x, y = at[..., AT_X], at[..., AT_Y]
    gone = np.empty_like(x)
    gone[..., :-1] = np.hypot(x[..., 1:] - x[..., :-1], y[..., 1:] - y[..., :-1]) / (times[:, 1:] - times[:, :-1])
    gone[..., -1] = gone[..., -2]
    return np.where(lies(at), gone, np.inf)


def accepted(
    speed: Floats,
    attachment: Attachment,
    situation: Situation,
    habits: Habits,
    dry: bool = False,
    along: Floats | None = None,
) -> Floats:
    """Return the share of fish that accept a fly at a speed through the water, m/s.

    Drifted: ``1/(1 + (v/v50)^3)``. Moved: rising to all of them, then falling again; what lies on the bed is moved as fast as it
    goes `along` it, whatever flows over it.
    """
    assert attachment.fly is not None
    row = dressings().get(attachment.fly.dressing.key)
    kind = row.moved if row is not None and not dry else ""
    if kind and is_moved(situation):
        still, begins = habits[f"{kind}-still"], habits[f"{kind}-from"]
        ends, half = habits[f"{kind}-to"], habits[f"{kind}-half"]
        rising = still + (1.0 - still) * np.clip(speed / begins, 0.0, 1.0)
        if along is not None:
            rests = min(habits["moved-rests"], still)
            rising = np.minimum(rising, rests + (1.0 - rests) * np.clip(along / begins, 0.0, 1.0))
        falling = np.power(0.5, np.maximum(speed - ends, 0.0) / (half - ends))
        eats = habits["fleeing-small"] if kind == "fleeing" and situation.water.fish.mass_kg < EATS_FISH_KG else 1.0
        return np.asarray(eats * follow(situation.water.temperature_c, habits) * np.minimum(rising, falling))
    half = habits[f"noticed-{situation.water.wariness}"]
    if not situation.water.nature.flows:
        half *= habits["noticed-still"] / habits["noticed-usual"]
    if dry:
        half *= habits["noticed-dry"]
    return np.asarray(1.0 / (1.0 + np.power(speed / half, habits["refusal-power"])))


def follow(celsius: float, habits: Habits) -> float:
    """Return the share of fish that follow a moved fly: all in water that is warm enough, few in cold water."""
    warm = (celsius - COLD_C) / (LIVELY_C - COLD_C)
    return min(habits["moved-cold"] + (1.0 - habits["moved-cold"]) * max(warm, 0.0), 1.0)


def shown(slack: Floats, situation: Situation, habits: Habits) -> Floats:
    """Return the share of takes that show before the fly is let go: slack is drawn out first."""
    late = np.maximum(slack / habits["fish-speed"] - habits["reaction"], 0.0)
    return np.asarray(np.exp(-late / habits[f"hold-{situation.water.wariness}"]))


def together(flies: list[FlyWorth], habits: Habits) -> Floats:
    """Return what all flies come to at every moment: the first counts 1, a second as good 0.3 more."""
    share = habits["alike"]
    left = np.ones_like(flies[0].good) if flies else np.ones(1)
    for fly in flies:
        left = left * (1.0 - share * fly.good)
    return np.asarray((1.0 - left) / share)
