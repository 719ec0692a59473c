"""How often a drift ends at the bed, and what that costs: hang-ups, a snagged shot, weed on the hook, tangles."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import NEAR_M
from jarana.core.outcomes.tracks import Tracks
from jarana.core.situation import Situation
from jarana.core.tackle.shot import Shot
from jarana.core.worth.constants import Habits

HOOK_UP = 0.5
"""A hook that rides point up hangs so much less (practice)."""
SHOT_HANGS = 0.5
"""A shot hangs so much less than a hook (practice)."""
LINE_HANGS = 0.25
"""The end of a fly line drawn over the bed wedges so much less than a hook does (guess)."""
SLOW_M_S = 0.45
"""Below this pace leaves and weed gather on the bed (guess)."""


@dataclass(frozen=True)
class Freed:
    """Per member: the share left free of the bed, the chance of a hang-up, and the seconds it costs."""

    free: Floats
    hangs: Floats
    seconds: Floats


def freed(tracks: Tracks, situation: Situation, habits: Habits) -> Freed:
    """Return what the bed does to the drifts of a rig."""
    rig, water = situation.rig, situation.fished
    bed = water.bed_kind
    hang_m, shot_m, foul_m, flies = np.zeros(tracks.count), np.zeros(tracks.count), np.zeros(tracks.count), 0
    for attachment in rig.attachments:
        fly = attachment.fly
        flies += fly is not None
        if attachment.id not in tracks.names:
            continue
        near = tracks.did[:, tracks.row(attachment.id), NEAR_M]
        if fly is not None:
            hang_m += HOOK_UP * near if fly.hook.bend == "jig" else near
            foul_m += near
        elif isinstance(attachment.body, Shot):
            shot_m += SHOT_HANGS * near
    if situation.head.on_line:
        hang_m += LINE_HANGS * tracks.did[:, -2, NEAR_M]
    hangs = 1.0 - np.exp(-bed.hangs_per_m * hang_m)
    shot = 1.0 - np.exp(-bed.hangs_per_m * shot_m)
    slow = min(1.0, SLOW_M_S / max(water.pace_m_s, 1e-6)) if water.nature.flows else 1.0
    foul = 1.0 - np.exp(-bed.fouls_per_m * slow * foul_m)
    lost = habits["lost-snags"]
    a_hang = habits["free-s"] + lost * (habits["retie-s"] + habits["knot-s"] * (1.0 + flies))
    a_shot = habits["shot-free-s"] + lost * habits["shot-retie-s"]
    tangles = habits["tangle"] * (flies - 1) * (1.0 + water.wind_m_s / 5.0) * habits["tangle-s"]
    seconds = a_hang * hangs + a_shot * shot + habits["clean-s"] * foul + tangles
    return Freed((1.0 - 0.5 * hangs - 0.3 * shot) * (1.0 - 0.6 * foul), hangs, seconds)
