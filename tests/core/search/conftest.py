"""A rig and what eight of its drifts were worth."""

from __future__ import annotations

import pytest

from jarana.core.outcomes.tracks import members_of
from jarana.core.search.valued import Valued
from jarana.core.worth.judge import judge
from tests.coverage import led, water
from tests.fishing import fished, started

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)


@pytest.fixture(scope="module")
def valued() -> Valued:
    tracks = members_of(HERE, 8)
    assert tracks is not None
    return Valued(HERE, judge(tracks, HERE, ""), tracks, 8)
