"""Knot cards and cautions: what stands at the step, drawn and said."""

from __future__ import annotations

import re

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.caution import caution, caution_rows
from jarana.core.tackle.knot import knots
from jarana.core.tackle.knot_card import GROUND, knot_cards
from jarana.formats.knot_svg import card_svg, drawn, smooth

CARDS = knot_cards()


def test_there_are_cards_for_what_is_tied_most_and_for_the_dropper_schools() -> None:
    assert {"clinch", "uni", "slip-through", "open-loop", "blood", "water", "perfection-loop", "bead-peg"} <= set(CARDS)
    assert {"water", "school-link", "school-ring", "school-bend", "long-overhand"} <= set(CARDS)
    assert {key for key in CARDS if not key.startswith("school-")} <= set(knots())


@pytest.mark.parametrize("key", sorted(CARDS))
def test_a_card_is_three_to_five_steps_inside_its_ground(key: str) -> None:
    card = CARDS[key]
    assert 3 <= len(card.steps) <= 5
    for step in card.steps:
        for stroke in step.strokes:
            for x, y in stroke.points[:1] if stroke.role == "pull" else stroke.points:
                assert 0 <= x <= GROUND[0]
                assert 0 <= y <= GROUND[1]
        assert all(piece.d or piece.x for stroke in step.strokes for piece in drawn(stroke))


def test_every_eye_knot_s_last_step_is_wetted() -> None:
    for key, card in CARDS.items():
        if not key.startswith("school-") and key != "loop-to-loop":
            assert any("wet it" in step.says.lower() for step in card.steps), key


def test_a_card_is_one_picture_with_its_steps_told() -> None:
    picture = card_svg(CARDS["clinch"])
    assert picture.count("<title>") == len(CARDS["clinch"].steps)
    assert "Five turns" in picture


@given(st.lists(st.tuples(st.floats(0, 120), st.floats(0, 60)), min_size=2, max_size=24))
def test_a_smooth_path_goes_through_its_first_and_last_point(points: list[tuple[float, float]]) -> None:
    numbers = [float(n) for n in re.findall(r"-?\d+\.?\d*", smooth(tuple(points)))]
    assert numbers[:2] == pytest.approx(points[0], abs=0.01)
    assert numbers[-2:] == pytest.approx(points[-1], abs=0.01)


def test_a_caution_in_full_says_more_than_a_glance() -> None:
    for row in caution_rows().values():
        assert len(row.full) > len(row.short) > 0


def test_a_caution_that_lacks_its_figure_is_refused() -> None:
    with pytest.raises(KeyError):
        caution("wading-pace", depth="1 m")
