"""A fly timed in a jar falls as it was timed."""

from __future__ import annotations

import pytest

from jarana.core.engine.hydro.terminal_speed import terminal_speed
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.errors import InputError
from jarana.core.tackle.bead import bead
from jarana.core.tackle.dressing import dressing
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.hook import hook
from jarana.core.tackle.jar import fit_drag

WATER = water_at(18.0)
NYMPH = Fly(pattern="Nymph", hook=hook(14), bead=bead("tungsten", 2.8), dressing=dressing("dubbed", 14))


def test_the_table_s_own_fall_gives_back_the_table_s_drag() -> None:
    speed = terminal_speed(NYMPH.body("n"), WATER)
    assert fit_drag(NYMPH, 0.3, [0.3 / speed], WATER).drag == pytest.approx(NYMPH.dressing.c_beaded, rel=1e-3)


def test_a_timed_fly_falls_as_timed() -> None:
    fit = fit_drag(NYMPH, 0.3, [1.0, 1.04, 0.97], WATER)
    timed = NYMPH.model_copy(update={"timed_drag": fit.drag, "timed_spread": fit.drag_spread / fit.drag})
    assert terminal_speed(timed.body("n"), WATER) == pytest.approx(fit.speed, rel=1e-3)
    assert 0 < fit.drag_spread < fit.drag
    assert fit.notes == ()


def test_mass_bead_and_time_that_disagree_are_said() -> None:
    assert "disagree" in fit_drag(NYMPH, 0.3, [0.25], WATER).notes[0].text
    assert "wet through" in fit_drag(NYMPH, 0.3, [9.0], WATER).notes[0].text


def test_every_drop_that_cannot_be_is_named() -> None:
    with pytest.raises(InputError) as error:
        fit_drag(NYMPH, 9.0, [1.0, 0.0, float("nan")], WATER)
    assert [f.path for f in error.value.faults] == ["distance", "seconds[1]", "seconds[2]"]
