"""The covering set of the sweep in tests/long: every method and motion in a few waters."""

from __future__ import annotations

import pytest

from jarana.core.water.reach import Reach
from tests.sweep import MOST_PULL, swept, waters


@pytest.mark.parametrize("reach", list(waters(3, seed=7))[1:] + list(waters(5))[4:], ids=["lanes", "even", "lake"])
def test_no_method_in_no_motion_pulls_like_a_fish(reach: Reach) -> None:
    assert {what: pull for what, pull in swept(reach) if pull >= MOST_PULL} == {}
