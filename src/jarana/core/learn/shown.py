"""What a drift shows whoever fishes it: did it touch, did it drag, when first; and how good it was."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_Z, BED_S, FIRST_S
from jarana.core.outcomes.tracks import Tracks
from jarana.core.readings.bottom import PINNED
from jarana.core.situation import Situation
from jarana.core.worth.accepted import flies_of
from jarana.core.worth.constants import Habits
from jarana.core.worth.judge import good_shares

NEAR_M = 0.35
"""m from a fish within which it is aware of a fly in still water (belief: a guess)."""


@dataclass(frozen=True)
class Shown:
    """Of every drift: whether something touched, whether it dragged, when it first touched (s, NaN: never), how good it was."""

    touched: np.ndarray
    dragged: np.ndarray
    first_s: Floats
    good: Floats

    @property
    def count(self) -> int:
        """How many drifts there are."""
        return len(self.good)


def shown(tracks: Tracks, situation: Situation) -> Shown:
    """Return what every drift shows, and how good it was: by what it is worth, as everywhere."""
    hung = len(tracks.names)
    seconds = tracks.times[:, -1]
    first = np.where(np.isnan(tracks.did[:, :hung, FIRST_S]), np.inf, tracks.did[:, :hung, FIRST_S]).min(axis=1)
    lies = tracks.did[:, :hung, BED_S].max(axis=1) / seconds
    return Shown(
        touched=np.isfinite(first),
        dragged=lies > PINNED,
        first_s=np.where(np.isfinite(first), first, np.nan),
        good=good_shares(tracks, situation),
    )


def near(tracks: Tracks, situation: Situation, depths: Floats) -> Floats:
    """Return how much of each moment a fish at each depth is near a fly it accepts, summed over the flies: (k, times, depths)."""
    habits = Habits(situation.setting.person)
    out = np.zeros((*tracks.times.shape, len(depths)))
    for fly in flies_of(tracks, situation, habits):
        if fly.id not in tracks.names:
            continue
        deep = -tracks.at[:, tracks.row(fly.id), :, AT_Z]
        out += (np.abs(deep[:, :, None] - depths) < NEAR_M) * fly.accepted[:, :, None]
    return out
