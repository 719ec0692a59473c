"""The lint of sentences over a covering set: every method once, every one of forty waters once. `bin/long` runs all of them."""

from __future__ import annotations

import pytest

from jarana.core.methods import methods
from jarana.core.readings.base import Reading
from jarana.core.water.reach import Reach
from tests.coverage import water
from tests.fishing import fished, started
from tests.lint import CENTIMETRES, LONE_DRY, ON_A_LAKE, UNFILLED, contradictions, swept
from tests.sweep import waters

WATERS = list(waters(40, seed=5))


def method_for(k: int, reach: Reach) -> str:
    fitting = [m.key for m in methods().values() if reach.kind in m.waters]
    return fitting[k % len(fitting)]


@pytest.mark.parametrize("k", [*range(20), *(pytest.param(k, marks=pytest.mark.long) for k in range(20, 40))])
def test_every_water_is_told_without_a_word_that_does_not_belong_to_it(k: int) -> None:
    members = 16 if k % 2 == 0 else 0
    assert list(swept(WATERS[k], (method_for(k, WATERS[k]),), members)) == []


@pytest.mark.parametrize("method", list(methods()))
def test_every_method_is_told_without_contradicting_itself(method: str) -> None:
    reach = next(w for w in WATERS[3:] if w.kind in methods()[method].waters)
    assert list(swept(reach, (method,), 16)) == []


@pytest.mark.parametrize(
    ("pattern", "wrong", "right"),
    [
        (ON_A_LAKE, "Holds it in this current.", "Holds it."),
        (CENTIMETRES, "It rides 136 cm above.", "It rides 99 cm above."),
        (LONE_DRY, "It bears the nymph.", "It floats high."),
        (UNFILLED, "after { $metres }", "None of yours does"),
    ],
)
def test_the_lint_finds_what_it_looks_for(pattern: object, wrong: str, right: str) -> None:
    assert pattern.search(wrong)  # type: ignore[attr-defined]
    assert not pattern.search(right)  # type: ignore[attr-defined]


def reading(key: str, severity: str, title: str, sentence: str = "") -> Reading:
    return Reading.model_validate(
        {"key": key, "severity": severity, "title": title, "sentence": sentence, "figure": "1", "unit": "m"}
    )


def test_two_readings_that_do_not_agree_are_found() -> None:
    run = water(0.9, 0.6)
    situation = fished(started("level-contact", run), run)
    rows = [
        reading("bottom", "fine", "Rides in the zone without touching"),
        reading("zone", "act", "Not in the taking zone"),
        reading("float_load", "act", "Drowns the float"),
        reading("visible", "fine", "The sign is seen"),
        reading("rakes", "fine", "Keeps off the bed"),
        reading("settle", "look", "On the bed after 20 s"),
    ]
    assert len(list(contradictions(situation, {r.key: r for r in rows}))) == 3
    assert list(contradictions(situation, {r.key: r for r in rows[:1]})) == []
