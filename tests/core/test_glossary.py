"""Every word of the trade says what it means once, with figures asked of their rules."""

from __future__ import annotations

import re

import pytest

from jarana.core.drift.course import SAME_DEPTH
from jarana.core.glossary import PUT, glossary, glossary_page, meaning, word_rows
from jarana.core.units import Writer

METRIC = Writer()
PLACES = {"water", "rig", "tie", "fish", "learn", "tackle"}
DRAWN = {
    "line": {"butt", "taper", "sighter", "joint", "tippet", "dropper", "point", "float", "shot"},
    "water": {"zone", "pace", "bed", "drift", "drag", "lane"},
}


def test_every_figure_in_a_meaning_is_asked_and_written_in_the_persons_units() -> None:
    for row in word_rows().values():
        assert PUT.search(meaning(row, METRIC)) is None
    settled = word_rows()["settled"]
    assert METRIC.text("short", SAME_DEPTH) in meaning(settled, METRIC)
    assert Writer("imperial").text("short", SAME_DEPTH) in meaning(settled, Writer("imperial"))
    assert re.search(r"\d+ %", meaning(word_rows()["wind-knot"], METRIC))


@pytest.mark.parametrize("word", glossary(METRIC), ids=lambda w: w.key)
def test_a_word_people_meet_is_met_somewhere_and_its_drawing_knows_it(word) -> None:
    assert word.places
    assert set(word.places) <= PLACES
    if word.figure:
        drawing, part = word.figure.split(":")
        assert part in DRAWN[drawing]


def test_no_word_stands_twice_and_none_is_explained_by_itself_alone() -> None:
    names = [name.strip() for row in word_rows().values() for name in row.name.split(",")]
    assert len(names) == len(set(names))
    for row in word_rows().values():
        assert row.text.lower().strip(".") != row.name


def test_words_come_by_the_alphabet_and_those_of_the_code_are_not_among_them() -> None:
    words = glossary(METRIC)
    assert [w.name.lower() for w in words] == sorted(w.name.lower() for w in words)
    assert not {w.key for w in words} & {r.key for r in word_rows().values() if r.code}


def test_the_page_holds_every_word_once() -> None:
    page = glossary_page()
    for row in word_rows().values():
        assert page.count(f"\n| {row.name} | ") == 1
