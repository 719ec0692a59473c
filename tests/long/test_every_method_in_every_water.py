"""Every method x motion x rod tip in forty waters: nothing runs away."""

from __future__ import annotations

import pytest

from jarana.core.water.reach import Reach
from tests.sweep import MOST_PULL, swept, waters


@pytest.mark.parametrize("reach", list(waters(40)), ids=[str(k) for k in range(40)])
def test_no_method_in_no_motion_pulls_like_a_fish(reach: Reach) -> None:
    assert {what: pull for what, pull in swept(reach, ("", "0 m", "3 m")) if pull >= MOST_PULL} == {}
