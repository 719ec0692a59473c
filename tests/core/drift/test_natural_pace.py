"""The pace of a rig left alone, looked for on fewer nodes: near enough for drifts that are held against each other."""

from __future__ import annotations

import pytest

from jarana.core.drift.lower import hanging, natural_pace
from jarana.core.unknowns.drifts import MEMBER_GRID, SEARCH_GRID
from tests.coverage import water
from tests.fishing import fished, started

NEAR = 0.005


@pytest.mark.parametrize("method", ["level-contact", "tapered-contact", "dry-and-nymph", "shot-below"])
@pytest.mark.parametrize("refine", [MEMBER_GRID.refine, SEARCH_GRID.refine])
def test_the_natural_pace_is_the_same_on_the_nodes_of_members(method: str, refine: float) -> None:
    here = water(0.9, 0.62)
    scenario = hanging(fished(started(method, here), here)).scenario
    fine = natural_pace(scenario)
    assert 0.0 < fine < scenario.stream.surface_speed
    assert natural_pace(scenario, refine) == pytest.approx(fine, rel=NEAR)
