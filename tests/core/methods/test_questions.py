"""Disputed questions: of whom each is asked, and that its sides are this rig's own figures."""

from __future__ import annotations

import pytest

from jarana.core.methods import methods
from jarana.core.questions import questions
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.whole import UseLine
from jarana.core.search.bench import apply_edits
from jarana.core.search.schools import two_schools
from jarana.core.situation import Situation
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


@pytest.mark.parametrize("method", ["level-contact", "lake-team", "dry-fly"])
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
