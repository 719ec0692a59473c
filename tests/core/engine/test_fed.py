"""Line fed out of a tip over the water goes as it is drawn: it is neither pushed nor jerked."""

from __future__ import annotations

from dataclasses import replace

import numpy as np
import pytest

from jarana.core.engine.chain import ChainRun, run
from jarana.core.engine.scenario import HeldTop, Start, Stream, Wind
from jarana.core.engine.step.reel import PUSHED, RAISED, pulled_least
from tests.core.engine.test_space import pair

RESERVE = 3.0
BEGINS, ENDS = 1.0, 4.0


def fed(speed: float, ends: float = ENDS, **changes: object) -> ChainRun:
    """The pair from a tip that stands still, line fed at a speed from a second on."""
    top = HeldTop(0.0, 0.4, ((0.0, 0.0, 0.0, 0.0),), takes=((0.0, 0.0), (BEGINS, -speed)), y=1.2, reserve=RESERVE)
    times = tuple(np.linspace(0.1, ends, 40))
    return run(pair(top=top, times=times, **changes))


def test_what_waits_inside_a_moving_tip_changes_nothing_of_what_is_out() -> None:
    """The first link outside hangs from the tip, not from where the tip was a step ago."""
    plain = run(pair())
    waits = run(pair(top=replace(pair().top, reserve=RESERVE)))
    for name in ("upper", "point"):
        assert waits.place[:, waits.node_of(name)] == pytest.approx(plain.place[:, plain.node_of(name)], abs=1e-9)
    assert waits.strain_max == pytest.approx(plain.strain_max, abs=1e-9)
    assert waits.greatest_pull == pytest.approx(plain.greatest_pull, rel=1e-6)


def test_drawn_by_a_quick_water_line_goes_out_as_fast_as_it_is_fed() -> None:
    chain = fed(0.3)
    assert -chain.taken == pytest.approx(0.3 * (ENDS - BEGINS), rel=0.03)


@pytest.mark.parametrize("speed", [0.5, 2.0])
def test_what_nothing_draws_falls_out_slack_a_little_later_than_it_is_fed(speed: float) -> None:
    """Into still water: where it would have to be pushed it waits, and there is no pull on it that is worth the name."""
    down = Start(path=((0.0, 1.2, 0.4), (0.0, 1.2, -3.0)))
    chain = fed(speed, ends=1.5, stream=Stream(0.0, 8.0, 0.005), start=down, wind=Wind(0.0, 0.0))
    out = -chain.taken / 0.5
    assert 0.9 * speed < out < 0.99 * speed
    assert np.abs(chain.pull[chain.times > BEGINS]).max() <= PUSHED + 1e-9


@pytest.mark.parametrize("speed", [0.2, 0.5, 1.0])
def test_the_pull_at_the_tip_is_never_that_of_a_push_or_of_a_jerk(speed: float) -> None:
    chain = fed(speed)
    pull = chain.pull[1:]
    assert pull.min() >= -PUSHED - 1e-9
    held = run(pair(top=HeldTop(0.0, 0.4, ((0.0, 0.0, 0.0, 0.0),), y=1.2)))
    assert chain.greatest_pull < 2.0 * held.greatest_pull


def test_line_waits_only_over_the_water_and_only_while_it_is_fed() -> None:
    assert pulled_least(-0.1, RAISED + 1e-6) == -PUSHED
    assert pulled_least(-0.1, RAISED) == -np.inf
    assert pulled_least(0.0, 1.0) == -np.inf
    assert pulled_least(0.1, 1.0) == -np.inf
