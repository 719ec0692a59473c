"""What is done on the bank takes longer in cold and wind, and is told in the person's units."""

from __future__ import annotations

import pytest

from jarana.core.rig.cost import Cost, weather
from jarana.core.units import Writer


@pytest.mark.parametrize(
    ("temperature", "wind", "times"),
    [(14.1, 0.0, 1.0), (14.0, 0.0, 1.0), (13.0, 0.0, 1.05), (4.0, 5.0, 1.5 * 1.15)],
)
def test_hands_are_slower_below_fourteen_degrees_and_in_wind(temperature: float, wind: float, times: float) -> None:
    assert weather(temperature, wind) == pytest.approx(times)


def test_it_is_told_in_the_persons_units() -> None:
    found = Cost(2, 0.46, 2.9)
    assert found.told(Writer()) == "2 knots, 2.9 min, 0.46 m of line"
    assert found.told(Writer("imperial")) == "2 knots, 2.9 min, 1′ 6″ of line"
    assert Cost(1, 0.0, 1.7).told(Writer()) == "1 knot, 1.7 min"


@pytest.mark.parametrize(
    ("found", "told"),
    [(Cost(0, 0.0, 0.04), "at once"), (Cost(0, 0.0, 0.05), "no knot, 0.1 min"), (Cost(1, 0.04, 1.0), "1 knot, 1.0 min"), (Cost(1, 0.05, 1.0), "1 knot, 1.0 min, 0.05 m of line")],
)  # fmt: skip
def test_what_is_next_to_nothing_is_not_told(found: Cost, told: str) -> None:
    assert found.told(Writer()) == told
