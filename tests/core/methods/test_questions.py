"""Disputed questions: of whom each is asked, and that its sides are this rig's own figures."""

from __future__ import annotations

import pytest

from jarana.core.drift.nominal import nominal
from jarana.core.methods import methods
from jarana.core.questions import questions
from jarana.core.questions.spread import NEAR_M, SPREAD_M
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.structure import stretches_of
from jarana.core.rig.edits.whole import UseLine
from jarana.core.search.bench import apply_edits
from jarana.core.search.schools import two_schools
from jarana.core.situation import Situation
from jarana.core.tackle.bead import bead
from tests.fishing import DRAWER, REACHES, fished, started


def of(method: str, *edits: object) -> Situation:
    water = next(reach for reach in REACHES if reach.kind in methods()[method].waters)
    rig = started(method, water)
    for edit in edits:
        rig = edit.apply(rig, DRAWER)  # type: ignore[attr-defined]
    return fished(rig, water)


def asked(key: str, situation: Situation) -> bool:
    (question,) = [q for q in questions() if q.key == key]
    return len(question.sides(situation)) > 1


@pytest.mark.parametrize(
    ("key", "yes", "no"),
    [
        ("team", of("level-contact"), of("level-contact", RemoveFly(at="dropper"))),
        ("team", of("lake-team"), of("dry-and-nymph")),
        ("grow", of("level-contact"), of("swung")),
        ("grow", of("float-pair"), of("lake-deep-float")),
        ("strip-or-lift", of("lake-team"), of("lake-vertical")),
        ("strip-or-lift", of("sweep"), of("streamer")),
        ("leader-or-slack", of("dry-fly"), of("level-contact")),
        ("leader-or-slack", of("dry-and-nymph"), of("float-pair")),
        ("sinking-leader", of("streamer", UseLine(line="down-7")), of("streamer")),
        ("sinking-leader", of("lake-vertical"), of("lake-team", UseLine(line="down-7"))),
        ("bare-swing", of("swung"), of("level-contact")),
        ("smooth", of("lake-team"), of("dry-fly")),
        ("middle-or-point", of("lake-team"), of("lake-suspended")),
        ("middle-or-point", of("sweep"), of("lake-team", RemoveFly(at="top-fly"))),
        ("spread", of("level-contact"), of("dry-fly")),
        ("spread", of("lake-suspended"), of("level-contact", RemoveFly(at="dropper"))),
        ("adrift", of("lake-suspended"), of("lake-team")),
    ],
)
def test_a_question_is_asked_where_it_touches_the_rig(key: str, yes: Situation, no: Situation) -> None:
    assert asked(key, yes)
    assert not asked(key, no)


def test_every_question_is_asked_of_some_method() -> None:
    found = {q.key for key in methods() for q in questions() if len(q.sides(of(key))) > (0 if q.one_side else 1)}
    assert {q.key for q in questions()} - found <= {
        "sinking-leader",
        "distance",
    }  # a line that sinks, a water without lanes


def test_the_order_in_which_they_are_shown_is_nobodys_twice() -> None:
    assert len({q.order for q in questions()}) == len(questions())


@pytest.mark.parametrize("method", ["level-contact", "dry-fly", pytest.param("lake-team", marks=pytest.mark.long)])
def test_no_question_is_told_whose_sides_give_the_same_figures(method: str) -> None:
    told = two_schools(of(method))
    assert told
    for question in told:
        one_side = next(q for q in questions() if q.key == question.key).one_side
        assert one_side or len({side.lines for side in question.sides}) > 1


def test_one_fly_keeps_the_point_and_what_holds_it() -> None:
    situation = of("level-contact")
    (question,) = [q for q in questions() if q.key == "team"]
    alone = apply_edits(situation, question.sides(situation)[1].edits)
    assert [a.id for a in alone.rig.attachments] == ["point"]


def test_a_buoyant_point_holds_the_end_of_a_team_up_and_a_heavy_middle_does_not() -> None:
    (question,) = [q for q in questions() if q.key == "middle-or-point"]
    ends = []
    for side in question.sides(of("lake-team")):
        fished_so = apply_edits(of("lake-team"), side.edits)
        ends.append({f.id: f.settled_depth_m for f in nominal(fished_so).flies})
    middle = sorted(a.id for a in of("lake-team").rig.attachments if a.at.kind == "joint")
    assert ends[1]["point"] < ends[0]["point"] - 0.2
    assert max(ends[0][key] for key in middle) > max(ends[1][key] for key in middle)


def test_flies_are_spaced_as_either_school_says_and_a_float_stays_where_it_is() -> None:
    for method in ("level-contact", "lake-suspended"):
        here = of(method)
        (question,) = [q for q in questions() if q.key == "spread"]
        before = stretches_of(here.rig)
        for side, metres in zip(question.sides(here), (NEAR_M, SPREAD_M), strict=True):
            after = stretches_of(apply_edits(here, side.edits).rig)
            kept = 1 if here.head.is_float else 0
            assert [mm for _, _, mm, _ in after[kept:]] == [pytest.approx(metres * 1000)] * (len(after) - kept)
            assert after[:kept] == before[:kept]


def test_how_often_to_touch_is_not_asked_of_a_dry_by_itself_whatever_its_head_is() -> None:
    here = of("dry-fly")
    fly = here.rig.point.fly
    assert fly is not None
    beaded = here.with_rig(
        here.rig.replace_attachment(here.rig.point.id, body=fly.model_copy(update={"bead": bead("tungsten", 2.0)}))
    )
    (question,) = [q for q in questions() if q.key == "touch"]
    assert question.sides(beaded) == ()
    assert two_schools(beaded) is not None
