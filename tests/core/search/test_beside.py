"""What is told side by side: the schools of a question, and two rods on the same drifts."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import pytest

from jarana.core.outcomes.band import Band, told
from jarana.core.outcomes.tracks import members_of
from jarana.core.questions.base import Question, Side
from jarana.core.readings import readings_of
from jarana.core.readings.with_band import told_by
from jarana.core.rig.edits.flies import StepBead
from jarana.core.search import schools
from jarana.core.search.answers import RigRidesView, SideBySideView
from jarana.core.search.schools import two_schools
from jarana.core.search.side_by_side import ALIKE as ABOUT_A_HALF
from jarana.core.search.side_by_side import SideBySide
from jarana.core.search.side_by_side import _told as beside
from jarana.core.search.valued import Valued
from jarana.core.situation import Situation
from jarana.core.units import Writer
from jarana.core.watch import Watch
from jarana.core.water.edits.figures import SetFigure
from jarana.core.worth.judge import judge
from tests.coverage import led, water
from tests.fishing import fished, started
from tests.worths import worth_of

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)
METRIC = Writer()


def worth(valued: Valued, minutes: float, **more: object) -> Valued:
    return replace(valued, worth=replace(worth_of(minutes), **more))


def asks(
    key: str, *sides: Side, figures: Callable[[Situation, Band], tuple[str, ...]] | None = None, **more: object
) -> Question:
    return Question(1, key, f"{key}?", lambda _: sides, figures=figures, **more)  # type: ignore[arg-type]


def told_of(monkeypatch: pytest.MonkeyPatch, *asked: Question) -> tuple[schools.QuestionTold, ...]:
    monkeypatch.setattr(schools, "questions", lambda: asked)
    told = two_schools(HERE)
    assert told is not None
    return told


def deepest(situation: Situation, band: Band) -> tuple[str, ...]:
    return (f"{situation.water.depth_m:.2f} m",)


def test_a_question_is_asked_where_its_sides_differ_or_where_one_is_enough(monkeypatch: pytest.MonkeyPatch) -> None:
    heavier = Side("heavier", (StepBead(at="point", heavier=True),))
    same = asks("same", Side("a"), Side("b"), figures=lambda *_: ("alike",))
    differ = asks("differ", Side("as it is"), heavier, figures=lambda s, _: (str(s.rig.point.fly),))
    alone = asks("alone", Side("a"), figures=lambda *_: ("alike",), one_side=True)
    assert [q.key for q in told_of(monkeypatch, same, differ, alone)] == ["differ", "alone"]
    (told,) = told_of(monkeypatch, differ)
    assert [(s.name, s.now, s.method) for s in told.sides] == [("as it is", True, None), ("heavier", False, None)]
    assert told.sides[1].edits == heavier.edits


def test_a_side_that_cannot_be_tied_is_left_out_and_a_question_without_sides_is_not_asked(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    none = Side("nobody's", (StepBead(at="nobody", heavier=True),))
    assert told_of(monkeypatch, asks("none", none, one_side=True, figures=deepest)) == ()
    (told,) = told_of(monkeypatch, asks("one", none, Side("a"), one_side=True, figures=deepest))
    assert [s.name for s in told.sides] == ["a"]


def test_a_side_of_another_method_starts_its_rig_and_names_it_and_of_ones_own_names_none(
    monkeypatch: pytest.MonkeyPatch,
) -> None:
    other, own = Side("float", method="float-pair"), Side("own", method=HERE.rig.method)
    (told,) = told_of(monkeypatch, asks("which", other, own, figures=lambda s, _: (s.rig.method,)))
    assert [(s.method, s.now, s.lines[0]) for s in told.sides] == [
        ("float-pair", False, "float-pair"),
        (None, True, "level-contact"),
    ]


def test_readings_are_told_by_their_title_and_figure_after_a_sides_own_figures(monkeypatch: pytest.MonkeyPatch) -> None:
    (told,) = told_of(monkeypatch, asks("x", Side("a"), figures=deepest, readings=("holds", "nobody"), one_side=True))
    first, *rest = told.sides[0].lines
    assert first == "0.90 m"
    assert all(": " in line for line in rest)


def test_a_side_says_what_the_readings_of_its_members_say_and_what_it_is_worth(monkeypatch: pytest.MonkeyPatch) -> None:
    where = water(1.2, 0.5)
    here = fished(started("float-pair", where), where)
    tracks = members_of(here, 32)
    assert tracks is not None
    said = {r.key: r for r in told_by(here, readings_of(here), told(tracks, here))}
    keys = ("zone", "bottom", "drag_free", "drag")
    question = asks("x", Side("as it is"), readings=keys, one_side=True)
    monkeypatch.setattr(schools, "questions", lambda: (question,))
    (answer,) = two_schools(here) or ()
    (side,) = answer.sides
    assert [line.split(": ")[0] for line in side.lines] == [said[key].title for key in keys]
    assert side.minutes == judge(tracks, here).minutes > 0
    assert side.ruled_out == ""


def test_a_side_that_is_out_of_reach_says_so_and_has_no_minutes(monkeypatch: pytest.MonkeyPatch) -> None:
    far = Side("far off", (SetFigure(field="off", value="14 m"),))
    (answer,) = told_of(monkeypatch, asks("x", far, figures=deepest, one_side=True))
    assert answer.sides[0].minutes == 0.0
    assert "farther than you fish" in answer.sides[0].ruled_out


def test_schools_nobody_wants_any_more_are_not_computed(monkeypatch: pytest.MonkeyPatch) -> None:
    watch = Watch()
    watch.stop()
    monkeypatch.setattr(schools, "questions", lambda: (asks("a", Side("a"), figures=deepest),))
    assert two_schools(HERE, watch) is None


@pytest.mark.parametrize(
    ("wins", "said"),
    [
        (20, "Neither"), (21, "Neither"), (19, "Neither"), (23, "Left is worth more on 6 drifts of 10"),
        (17, "Right is worth more on 6 drifts of 10"), (4, "Right is worth more on 9 drifts of 10"),
    ],
)  # fmt: skip
def test_neither_of_two_rods_is_worth_more_within_five_of_a_hundred_drifts_of_a_half(
    valued: Valued, wins: int, said: str
) -> None:
    assert ABOUT_A_HALF == 0.05
    left = replace(valued, worth=worth_of(1.0, (1.0,) * wins + (-1.0,) * (40 - wins)))
    right = replace(valued, worth=worth_of(1.0, (0.0,) * 40))
    assert beside(left, right, ("Left", "Right")).startswith(said)


def test_a_rod_that_cannot_be_fished_or_is_ruled_out_is_named(valued: Valued) -> None:
    out = worth(valued, 1.0, excluded="too weak")
    assert beside(None, valued, ("Left", "Right")) == "Left cannot be fished in this water."
    assert beside(valued, None, ("Left", "Right")) == "Right cannot be fished in this water."
    assert beside(out, valued, ("Left", "Right")) == "Left is ruled out here: too weak."
    assert beside(valued, out, ("Left", "Right")) == "Right is ruled out here: too weak."


def test_both_rods_are_shown_each_as_it_is_and_none_for_one_that_cannot_be_fished(valued: Valued) -> None:
    other = worth(valued, 3.0)
    told = SideBySideView.of(SideBySide(valued, other, "said"))
    assert (told.one, told.other, told.told) == (RigRidesView.of(valued), RigRidesView.of(other), "said")
    assert SideBySideView.of(SideBySide(None, other, "")).one is None
    assert SideBySideView.of(SideBySide(valued, None, "")).other is None
