"""On how many drifts of ten does it touch?"""

from __future__ import annotations

import math

import numpy as np

from jarana.core.bank.practice.base import Exercise, ExerciseKind, courses_of, zone_of
from jarana.core.engine.columns import FIRST_S
from jarana.core.outcomes.shares import in_ten
from jarana.core.outcomes.tracks import members_of
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import MEMBERS
from jarana.core.watch import Watch
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
name = how often it touches
asks = { $rig }: of ten drifts, on how many does a fly touch the bed?
tells = It touches on { $share }.
""",
)
DRIFTS = 10
EIGHT_OF_TEN = 1.28


def _make(situation: Situation, _number: int, watch: Watch) -> Exercise | None:
    if not situation.water.nature.flows or situation.head.taps != "touch":
        return None
    tracks = members_of(situation, MEMBERS, watch)
    if tracks is None or not tracks.names:
        return None
    hung = len(tracks.names)
    share = float((~np.isnan(tracks.did[:, :hung, FIRST_S])).any(axis=1).mean())
    seconds, courses = courses_of(tracks)
    # Ten drifts scatter about their share: the band is that of ten.
    half = max(EIGHT_OF_TEN * math.sqrt(share * (1.0 - share) * DRIFTS), 0.5)
    return Exercise(
        kind="touches",
        asks=say("asks", rig=situation.rig.name),
        control="share",
        rule="count",
        high=float(DRIFTS),
        p10=max(DRIFTS * share - half, 0.0),
        p50=DRIFTS * share,
        p90=min(DRIFTS * share + half, float(DRIFTS)),
        tells=say("tells", share=in_ten(share)),
        seconds=seconds,
        depth_m=situation.fished.depth_m,
        zone_m=zone_of(situation),
        courses=courses,
    )


EXERCISE = ExerciseKind("touches", say("name"), _make)
