"""The way from one rig to another takes the fewest knots, and what it takes is what every change costs; figures worked out by hand."""

from __future__ import annotations

import random
from contextlib import suppress

import pytest

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.rig.cost import CHOOSE_MIN, LINE_MIN, SLIDE_MIN, TEST_MIN, WARM_C, Cost, weather
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.dressing import DressEnd
from jarana.core.rig.edits.flies import RemoveFly, StepBead
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.edits.spans import ChangeLength, SetTag, UseSpool
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rig.edits.structure import LosePoint, SetSpacing, TieBehind
from jarana.core.rig.edits.tails import HangBehind
from jarana.core.rig.edits.whole import SetFloat, UseLine
from jarana.core.rig.model import Rig
from jarana.core.rig.rerig import FETCH_MIN, POINT_EATEN_MM, SAME_MM, TAG_EATEN_MM, TAG_LEAST_MM, Rerig, alike, rerig
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import moved
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from tests.core.rig.test_structure import DRY, FLOAT, TEAM, do, fly_of, hung
from tests.coverage import water
from tests.fishing import DRAWER, REACHES, fished, started

METRIC = Writer()
TAG_MM = 120.0
RUN = water(0.9, 0.62, temperature_c=9.0, wind_m_s=3.0)
RIG = started("level-contact", RUN)


def way(before: Rig, after: Rig) -> Rerig:
    return rerig(before, after, 9.0, 3.0, METRIC)


def test_the_same_rig_takes_nothing() -> None:
    found = way(RIG, RIG)
    assert (found.cost.knots, found.steps, found.left) == (0, (), ())


def test_a_bead_up_at_the_point_is_one_knot_and_under_two_minutes() -> None:
    found = way(RIG, StepBead(at="point", heavier=True).apply(RIG, DRAWER))
    assert found.cost.knots == 1
    assert 0.05 <= found.cost.line <= 0.09
    assert 1.4 <= found.cost.minutes <= 2.0


def test_two_flies_to_one_is_no_knot_and_under_half_a_minute() -> None:
    found = way(RIG, RemoveFly(at="dropper").apply(RIG, DRAWER))
    assert found.cost.knots == 0
    assert found.cost.minutes < 0.5


def test_what_hangs_on_a_piece_that_is_new_is_tied_on_again() -> None:
    finer = next(s for s in DRAWER.spools if s.material.key == RIG.spans[-1].material.key and s.diameter_mm < 0.12)
    found = way(RIG, UseSpool(span=RIG.spans[-1].id, spool=finer.id).apply(RIG, DRAWER))
    again = [s.text for s in found.steps if "again" in s.text]
    assert again == [f"tie {RIG.attachment(k).body.label} on again" for k in ("dropper", "point")]
    assert found.cost.knots == 3, "the joint, the dropper on its new tag, the point"
    knots = [RIG.joints[-1].knot, *(RIG.attachment(k).knot for k in ("dropper", "point"))]
    assert [s.cost.minutes for s in found.steps] == pytest.approx(
        [k.minutes * weather(9.0, 3.0) + fetched for k, fetched in zip(knots, (FETCH_MIN, 0.0, 0.0), strict=True)]
    )


def test_a_ring_takes_a_knot_on_each_side_and_one_where_it_hangs_already() -> None:
    ringed = next(i for i, j in enumerate(RIG.joints) if j.ring)
    below = rerig(RIG, ChangeLength(span=RIG.spans[ringed].id, by_mm=-300).apply(RIG, DRAWER), 18.0, 0.0, METRIC)
    assert (below.cost.knots, below.cost.line) == (1, pytest.approx(0.3))
    steps = way(started("float-pair", RUN), RIG).steps
    both = [s for s in steps if s.cost.knots == 2]
    assert "tie on Slim olive #16" in [s.text for s in steps], "of another bead: it is chosen, not tied on again"
    assert [s.text for s in both] == [f"tie on {RIG.spans[ringed].length:.2f} m of {RIG.spans[ringed].name.lower()}"]


def test_the_middle_fly_comes_off_and_those_above_it_stay() -> None:
    lake = water(3.5, 0.0, "lake", off_m=12.0)
    team = started("lake-suspended", lake)
    middle = sorted((a for a in team.attachments if a.at.kind == "joint"), key=lambda a: team.joint_index(a.at.joint))[
        -1
    ]  # type: ignore[union-attr]
    found = way(team, RemoveFly(at=middle.id).apply(team, DRAWER))
    assert (found.cost.knots, [s.cost.minutes for s in found.steps]) == (0, [0.1])


def test_a_dressed_end_is_the_same_line() -> None:
    dry = started("dry-fly", RUN)
    ended = DressEnd(span=dry.spans[-1].id, length="30 cm").apply(dry, DRAWER)
    assert len(ended.spans) > len(dry.spans)
    assert way(dry, ended).steps == ()


def test_both_flies_are_two_knots() -> None:
    both = StepBead(at="dropper", heavier=False).apply(StepBead(at="point", heavier=True).apply(RIG, DRAWER), DRAWER)
    assert way(RIG, both).cost.knots == 2


def test_longer_tippet_is_spliced_and_what_hangs_below_stays_tied() -> None:
    longer = ChangeLength(span="tippet", by_mm=400).apply(RIG, DRAWER)
    found = way(RIG, longer)
    assert found.cost.knots == 2
    assert found.cost.line == pytest.approx(0.4, abs=0.01)
    assert found.left == ()


def test_another_method_takes_another_line_and_leaves_the_old_leader_on_its_winder() -> None:
    pair = started("float-pair", water(1.0, 0.5))
    found = way(RIG, pair)
    assert any(pair.line.name in s.text for s in found.steps)
    assert found.left
    assert found.cost.knots >= 4
    assert found.cost.minutes == pytest.approx(sum(s.cost.minutes for s in found.steps) + 0.3, abs=0.01)


def test_colder_hands_take_longer_and_tie_no_more_knots() -> None:
    other = StepBead(at="point", heavier=True).apply(RIG, DRAWER)
    warm, cold = rerig(RIG, other, 18.0, 0.0, METRIC), rerig(RIG, other, 3.0, 6.0, METRIC)
    assert warm.cost.knots == cold.cost.knots
    assert cold.cost.minutes > 1.2 * warm.cost.minutes


def test_what_is_used_again_is_not_left_and_is_told_by_what_it_was() -> None:
    found = way(RIG, started("shot-below", RUN))
    assert [s.text for s in found.steps if s.text.startswith("cut")] == [
        "cut the tippet to the point, which becomes the shot's tippet, back to 0.30 m"
    ]
    assert found.left == ("Coloured mono", "Clear", "Sighter", "Tippet")
    end = [s for s in found.steps if "at the end" in s.text]
    assert [(s.text, s.cost.knots) for s in end] == [
        ("shot No 3 at the end: a double surgeon's loop, and pinch it on", 1)
    ]


def test_a_ready_made_leader_is_put_on_in_one_step_and_left_as_one() -> None:
    dry, nymph = started("dry-fly", RUN), started("dry-and-nymph", RUN)
    packet = [s for s in dry.spans if s.ready is not None]
    assert len(packet) > 1
    on = [s for s in way(nymph, dry).steps if "packet" in s.text]
    assert [(s.text, s.cost.knots, s.cost.line) for s in on] == [(f"put on the {packet[0].name}", 1, 0.0)]
    assert way(dry, nymph).left == (packet[0].name,)


def with_tag(mm: float) -> Rig:
    """The contact pair with so long a tag for its dropper."""
    hung = RIG.attachment("dropper")
    assert hung.link is not None
    return RIG.rebuilt(
        attachments=tuple(
            a.model_copy(update={"link": hung.link.model_copy(update={"length_mm": mm})}) if a.id == hung.id else a
            for a in RIG.attachments
        )
    )


@pytest.mark.parametrize(("tag_mm", "knots"), [(TAG_EATEN_MM + TAG_LEAST_MM, 1), (TAG_EATEN_MM + TAG_LEAST_MM - 1, 2)])
def test_another_fly_goes_on_the_old_tag_while_it_is_long_enough_and_else_the_joint_is_tied_anew(
    tag_mm: float, knots: int
) -> None:
    rig = with_tag(tag_mm)
    other = StepBead(at="dropper", heavier=False).apply(rig, DRAWER)
    found = rerig(rig, other, WARM_C, 0.0, METRIC)
    fly, joint = rig.attachment("dropper").knot.minutes, rig.joints[rig.joint_index("j-point-tippet")].knot.minutes
    assert found.cost.knots == knots
    assert found.cost.line == pytest.approx(TAG_EATEN_MM / 1000 + (tag_mm / 1000 if knots > 1 else 0.0))
    assert found.cost.minutes == pytest.approx(fly + CHOOSE_MIN + TEST_MIN + (joint if knots > 1 else 0.0))


def test_a_fly_behind_another_is_tied_at_both_ends_of_its_line() -> None:
    tailed = HangBehind(at="dropper", weight="hare-jig-38", length="25 cm").apply(RIG, DRAWER)
    found = rerig(RIG, tailed, WARM_C, 0.0, METRIC)
    tail = next(a for a in tailed.attachments if a.at.kind == "bend")
    assert (found.cost.knots, found.cost.line) == (2, pytest.approx(0.25))
    assert found.cost.minutes == pytest.approx(2 * tail.knot.minutes + CHOOSE_MIN + TEST_MIN)
    assert [s.cost.knots for s in way(tailed, RIG).steps] == [0], "it comes off"


def test_a_shot_is_pinched_on_and_pinched_again_where_it_moves() -> None:
    on = PinchShot(span="point-tippet", above_mm=250, mass_mg=200).apply(RIG, DRAWER)
    higher = PinchShot(span="point-tippet", above_mm=300, mass_mg=200).apply(RIG, DRAWER)
    for before, after in ((RIG, on), (on, higher)):
        found = rerig(before, after, WARM_C, 0.0, METRIC)
        assert (found.cost.knots, found.cost.line, found.cost.minutes) == (0, 0.0, pytest.approx(SLIDE_MIN))
    assert rerig(on, on, WARM_C, 0.0, METRIC).steps == ()


def test_a_span_that_is_shortened_is_cut_back_and_tied_once_anew() -> None:
    rig = RIG
    shorter = ChangeLength(span=rig.spans[-1].id, by_mm=-200.0).apply(rig, DRAWER)
    found = way(RIG, shorter)
    cut, again = found.steps
    assert "0.32 m" in cut.text
    assert (cut.cost.knots, again.cost.knots) == (0, 1), (
        "the point itself is cut back, and what hung there tied on again"
    )
    assert rig.point.body.label in again.text
    assert found.cost.line == pytest.approx(0.2)
    assert found.left == ()


def test_a_difference_of_five_millimetres_is_none() -> None:
    rig = RIG
    for by, steps in ((5.0, 0), (-5.0, 0), (6.0, 1), (-6.0, 2)):
        assert len(way(RIG, ChangeLength(span=rig.spans[-1].id, by_mm=by).apply(rig, DRAWER)).steps) == steps


def test_spans_are_alike_by_line_and_thickness_at_both_ends() -> None:
    span = RIG.spans[-1]
    for name, by in (("d0_mm", 0.004), ("d1_mm", 0.004)):
        assert alike(span, span.model_copy(update={name: getattr(span, name) + by}))
        assert not alike(span, span.model_copy(update={name: getattr(span, name) + by + 0.002}))
    other = span.material.model_copy(update={"key": "another"})
    assert not alike(span, span.model_copy(update={"material": other}))
    assert not alike(span, span.model_copy(update={"ready": "a-packet"}))


def test_a_piece_that_is_new_is_fetched_and_the_old_one_left() -> None:
    rig = RIG
    spool = next(
        s for s in DRAWER.spools if s.material.key == rig.spans[-1].material.key and s.diameter_mm < rig.spans[-1].d1_mm
    )
    found = way(RIG, UseSpool(span=rig.spans[-1].id, spool=spool.id).apply(rig, DRAWER))
    assert found.left == (rig.spans[-1].name,)
    assert found.cost.line >= rig.spans[-1].length
    assert found.cost.minutes > FETCH_MIN


def test_a_tippet_that_is_longer_is_spliced_and_what_it_takes_is_told() -> None:
    rig = RIG
    found = way(RIG, ChangeLength(span=rig.spans[-2].id, by_mm=400.0).apply(rig, DRAWER))
    assert any("0.40 m" in step.text for step in found.steps)
    assert found.cost.line == pytest.approx(0.4)


def test_what_is_tied_anew_above_a_piece_that_is_kept_takes_no_line() -> None:
    rig = RIG
    spool = next(
        s for s in DRAWER.spools if s.material.key == rig.spans[-2].material.key and s.diameter_mm < rig.spans[-2].d1_mm
    )
    found = way(RIG, UseSpool(span=rig.spans[-2].id, spool=spool.id).apply(rig, DRAWER))
    told = [s.text for s in found.steps]
    assert "keep the tippet to the point" in told, "it is tied on again as it is"
    assert "tie Slim olive #16 on again" in told, "its tag was of the joint"
    assert found.cost.knots == 3, "on the ring that hangs there already, the joint below, and the dropper"
    assert found.cost.line == pytest.approx(rig.spans[-2].length)
    assert len(found.left) == 1


def test_a_float_that_only_moves_is_slid_and_ties_nothing() -> None:
    found = rerig(FLOAT, do(FLOAT, SetFloat(deeper_mm=200)), 18.0, 0.0, METRIC)
    assert [s.text for s in found.steps] == ["move the float"]
    assert found.cost == Cost(0, 0.0, SLIDE_MIN)


def test_a_fly_nobody_wants_is_taken_off_without_a_knot() -> None:
    one = RemoveFly(at="dropper").apply(RIG, DRAWER)
    steps = rerig(RIG, one, 9.0, 3.0, METRIC).steps
    assert [s.cost for s in steps if s.text.startswith("take the ")] == [Cost(0, 0.0, 0.1)]


def test_another_rod_is_strung_with_its_line_and_another_line_on_the_same_rod_is_changed() -> None:
    swung = started("swung", RUN)
    line = next(one for one in DRAWER.lines if one.id != swung.line.id)
    rod = next(one for one in DRAWER.rods if one.id != swung.rod.id)
    ways = {
        f"another fly line: {line.name}": swung.rebuilt(line=line),
        f"the other rod, strung with {line.name}": swung.rebuilt(line=line, rod=rod),
        f"the other rod, strung with {swung.line.name}": swung.rebuilt(rod=rod),
    }
    for text, other in ways.items():
        assert [(s.text, s.cost) for s in way(swung, other).steps] == [(text, Cost(0, 0.0, LINE_MIN))]


def test_a_float_that_is_put_on_is_slid_and_said_to_be() -> None:
    float_rig = started("float-pair", RUN)
    bare = float_rig.model_copy(update={"head": RIG.head})
    step = rerig(bare, float_rig, 20.0, 0.0, METRIC).steps[-1]
    assert step.text == "put the float on"
    assert step.cost == Cost(0, 0.0, SLIDE_MIN * weather(20.0, 0.0))


def cost(rig: Rig, *edits: RigEdit) -> Cost:
    return rerig(rig, do(rig, *edits), WARM_C, 0.0, METRIC).cost


def test_a_bead_up_takes_its_knot_a_choice_and_a_pull_at_it() -> None:
    found = cost(RIG, StepBead(at="point", heavier=True))
    assert found.minutes == pytest.approx(RIG.point.knot.minutes + CHOOSE_MIN + TEST_MIN)
    assert found.line == POINT_EATEN_MM / 1000


def test_a_rod_held_higher_is_done_at_once() -> None:
    assert cost(RIG, SetStance(tip="2.5 m")) == Cost(0, 0.0, 0.0)
    assert cost(RIG, SetStance(tip="2.5 m")).told(METRIC) == "at once"


def test_a_tag_cut_shorter_is_the_fly_alone_and_a_longer_one_the_joint_too() -> None:
    dropper = hung(RIG)
    assert cost(RIG, SetTag(at=dropper, value="6 cm")).knots == 1
    assert cost(RIG, SetTag(at=dropper, value="20 cm")).knots == 2


def test_a_nymph_behind_the_dry_is_two_knots_and_lost_it_leaves_nothing_to_tie() -> None:
    behind = TieBehind(weight=fly_of(), length="50 cm")
    assert cost(DRY, behind).knots == 2
    assert cost(do(DRY, behind), LosePoint()).knots == 0


def test_a_dropper_whose_point_was_lost_hangs_on_its_tag_as_it_did() -> None:
    left = do(RIG, LosePoint())
    assert left.point.id == hung(RIG)
    assert way(RIG, left).steps == ()
    shorter = left.replace_span(len(left.spans) - 1, length_mm=left.spans[-1].length_mm - SAME_MM - 1)
    assert way(RIG, shorter).cost.knots > 0


def test_another_dry_over_a_nymph_is_tied_to_the_line_above_and_the_nymph_to_its_bend() -> None:
    behind = do(DRY, TieBehind(weight=fly_of(), length="50 cm"))
    dry = next(a for a in behind.attachments if a.school == "bend")
    other = next(p.tied(w) for p in DRAWER.patterns for w in p.weights if p.lift_gf and p.name != dry.body.label)
    found = way(behind, behind.replace_attachment(dry.id, body=other))
    assert [s.cost.knots for s in found.steps] == [1, 1]
    assert found.steps[1].text == f"tie the {behind.spans[-1].name.lower()} to its bend"


def test_a_tail_is_tied_to_another_fly_that_comes_before_it() -> None:
    tailed = do(RIG, HangBehind(at="dropper", weight="hare-jig-38", length="25 cm"))
    tail = next(a for a in tailed.attachments if a.at.kind == "bend")
    found = way(tailed, do(tailed, StepBead(at="dropper", heavier=False)))
    assert found.cost.knots == 2
    assert found.steps[-1].text == f"tie {tail.body.label} on again"


@pytest.mark.parametrize(("by_mm", "knots"), [(SAME_MM, 1), (SAME_MM + 1, 2)])
def test_a_tag_is_as_long_as_it_was_up_to_half_a_centimetre(by_mm: float, knots: int) -> None:
    assert way(RIG, with_tag(TAG_MM + by_mm)).cost.knots == knots


def test_a_team_closed_up_comes_apart_at_every_other_joint_and_opened_up_it_is_spliced() -> None:
    closed = do(TEAM, SetSpacing(lengths=("0.6", "0.6", "0.6")))
    found = rerig(TEAM, closed, WARM_C, 0.0, METRIC)
    assert [s.cost.knots for s in found.steps] == [1, 0, 1, 1], (
        "the tippet comes off above; the two below it are cut where they meet, and that dropper is tied on again"
    )
    assert found.cost.line == pytest.approx(TEAM.length - closed.length)
    assert rerig(closed, TEAM, WARM_C, 0.0, METRIC).cost.knots == 6


def test_another_fly_line_takes_its_time() -> None:
    other = next(row for row in DRAWER.lines if row.id != RIG.line.id)
    assert cost(RIG, UseLine(line=other.id)).minutes == pytest.approx(LINE_MIN)


PEGGED = started("pegged-bead", RUN)
BEAD = next(a for a in PEGGED.attachments if a.body.kind == "pegged bead")


def test_a_bead_is_threaded_before_what_hangs_below_is_tied_and_ties_nothing_itself() -> None:
    steps = way(RIG, PEGGED).steps
    threaded = [s for s in steps if "thread it on before" in s.text]
    assert len(threaded) == sum(a.body.kind == "pegged bead" for a in PEGGED.attachments)
    assert [s.cost.knots for s in threaded] == [0] * len(threaded)
    assert not [s for s in steps if "tie on amber" in s.text]


def test_another_bead_on_a_line_that_stays_unties_what_hangs_below_it_and_one_that_moves_does_not() -> None:
    other = PEGGED.replace_attachment(BEAD.id, body=BEAD.body.model_copy(update={"diameter_mm": 6.0}))
    (step,) = rerig(PEGGED, other, WARM_C, 0.0, METRIC).steps
    assert "tie what hangs below on again" in step.text
    below = PEGGED.attachment("hook")
    assert step.cost == Cost(1, 0.0, pytest.approx(below.knot.minutes + SLIDE_MIN + CHOOSE_MIN))
    assert BEAD.at.kind == "span"
    slid = PEGGED.replace_attachment(BEAD.id, at=BEAD.at.model_copy(update={"mm": BEAD.at.mm - 20.0}))
    found = rerig(PEGGED, slid, WARM_C, 0.0, METRIC)
    assert ([s.text for s in found.steps], found.cost) == ([f"move the {BEAD.body.label}"], Cost(0, 0.0, SLIDE_MIN))


def test_a_shot_whose_line_is_cut_is_pinched_on_again_over_its_knot() -> None:
    shot = started("shot-below", RUN)
    found = rerig(shot, do(shot, ChangeLength(span=shot.spans[-1].id, by_mm=-60)), WARM_C, 0.0, METRIC)
    assert found.steps[-1].text.endswith("and pinch it on")
    assert found.steps[-1].cost == Cost(1, 0.0, pytest.approx(shot.point.knot.minutes + SLIDE_MIN))


def changed(rig: Rig, where: Reach, chance: random.Random) -> Rig:
    """A rig one move away, of those a search tries."""
    here = fished(rig, where)
    several = list(coordinates())
    chance.shuffle(several)
    for coordinate in several:
        with suppress(InputError):
            moves = list(coordinate.values(here))
            there = moved(here, chance.choice(moves)) if moves else None
            if there is not None:
                return there.rig
    raise AssertionError


@pytest.mark.parametrize("method", methods())
def test_no_way_over_another_rig_takes_fewer_knots(method: str) -> None:
    where = next(reach for reach in REACHES if reach.kind in methods()[method].waters)
    chance, first = random.Random(method), started(method, where)
    for _ in range(4):
        second = changed(first, where, chance)
        third = changed(second, where, chance)
        knots = [way(a, b).cost.knots for a, b in ((first, second), (second, third), (first, third))]
        assert knots[2] <= knots[0] + knots[1]
        assert way(third, third).steps == ()
