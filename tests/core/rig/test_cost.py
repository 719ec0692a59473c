"""What a change takes: knots, line, minutes; figures worked out by hand from the table of knots."""

from __future__ import annotations

import pytest

from jarana.core.rig.cost import CHOOSE_MIN, LINE_MIN, SLIDE_MIN, TEST_MIN, Cost, cost_of, weather
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.edits.spans import ChangeLength, SetTag
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rig.edits.structure import LosePoint, SetSpacing, TieBehind
from jarana.core.rig.edits.whole import SetFloat, UseLine
from jarana.core.rig.model import Rig
from jarana.core.units import Writer
from tests.core.rig.test_structure import CONTACT, DRY, FLOAT, TEAM, do, fly_of, hung, joint_of
from tests.fishing import DRAWER

WARM = (18.0, 0.0)


def cost(rig: Rig, *edits: RigEdit, of: tuple[float, float] = WARM) -> Cost:
    return cost_of(rig, do(rig, *edits), *of)


def test_a_bead_up_is_one_knot() -> None:
    found = cost(CONTACT, StepBead(at="point", heavier=True))
    assert found.knots == 1
    assert found.minutes == pytest.approx(CONTACT.point.knot.minutes + CHOOSE_MIN + TEST_MIN)
    assert found.line == 0


def test_cold_and_wind_make_the_tying_longer_and_nothing_else() -> None:
    warm, cold = (cost(CONTACT, StepBead(at="point", heavier=True), of=of) for of in (WARM, (4.0, 5.0)))
    assert cold.minutes - warm.minutes == pytest.approx(CONTACT.point.knot.minutes * (1.5 * 1.15 - 1))


@pytest.mark.parametrize(("temperature", "times"), [(14.1, 1.0), (14.0, 1.0), (13.0, 1.05)])
def test_hands_are_slower_below_fourteen_degrees(temperature: float, times: float) -> None:
    assert weather(temperature, 0.0) == pytest.approx(times)


def test_a_fly_taken_off_and_a_rod_held_higher_cost_no_knot() -> None:
    assert cost(CONTACT, RemoveFly(at=hung(CONTACT))).knots == 0
    assert cost(CONTACT, SetStance(tip="2.5 m")) == Cost(0, 0.0, 0.0)
    assert cost(CONTACT, SetStance(tip="2.5 m")).told(Writer()) == "at once"


def test_tippet_cut_back_is_one_knot_and_a_longer_one_is_two_and_new_line() -> None:
    last = CONTACT.spans[-1]
    assert cost(CONTACT, ChangeLength(span=last.id, by_mm=-100)).knots == 1
    longer = cost(CONTACT, ChangeLength(span=last.id, by_mm=100))
    # The joint above it carries a dropper on its tag: joint, dropper, point.
    assert longer.knots == 3
    assert longer.line == pytest.approx(last.length + 0.1)


def test_a_longer_tag_is_a_joint_and_a_fly_anew_and_a_shorter_one_the_fly_alone() -> None:
    dropper = hung(CONTACT)
    assert cost(CONTACT, SetTag(at=dropper, value="20 cm")).knots == 2
    assert cost(CONTACT, SetTag(at=dropper, value="6 cm")).knots == 1


def test_a_nymph_behind_the_dry_is_two_knots() -> None:
    assert cost(DRY, TieBehind(weight=fly_of(), length="50 cm")).knots == 2


def test_a_point_that_was_lost_leaves_nothing_to_tie_that_is_not_tied() -> None:
    assert cost(do(DRY, TieBehind(weight=fly_of(), length="50 cm")), LosePoint()) == Cost(0, 0.0, 0.0)


def test_a_team_closed_up_is_cut_back_at_every_joint() -> None:
    closed = cost(TEAM, SetSpacing(lengths=("0.6", "0.6", "0.6")))
    assert closed.knots == 5  # two joints with their tags' flies, and the point
    opened = cost_of(do(TEAM, SetSpacing(lengths=("0.6", "0.6", "0.6"))), TEAM, *WARM)
    assert opened.knots == 6


def test_a_float_slid_costs_no_knot() -> None:
    assert cost(FLOAT, SetFloat(deeper_mm=200)) == Cost(0, 0.0, SLIDE_MIN)


def test_another_fly_line_takes_its_time() -> None:
    other = next(row for row in DRAWER.lines if row.id != CONTACT.line.id)
    assert cost(CONTACT, UseLine(line=other.id)).minutes == pytest.approx(LINE_MIN)


def test_it_is_told_in_the_persons_units() -> None:
    found = Cost(2, 0.46, 2.9)
    assert found.told(Writer()) == "2 knots, 2.9 min, 0.46 m of line"
    assert found.told(Writer("imperial")) == "2 knots, 2.9 min, 1′ 6″ of line"
    assert Cost(1, 0.0, 1.7).told(Writer()) == "1 knot, 1.7 min"


def test_a_joint_that_stays_is_not_counted() -> None:
    assert joint_of(CONTACT) in {j.id for j in CONTACT.joints}
    assert cost(CONTACT) == Cost(0, 0.0, 0.0)
