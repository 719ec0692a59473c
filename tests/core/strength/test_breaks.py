"""What fish that were on tell of the lines and knots that give first."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from jarana.core.law import listening
from jarana.core.rig.model import Rig
from jarana.core.strength.breaks import (
    CONDITION,
    HAND,
    LEAST_ON,
    LEAST_SHARE,
    LENGTH_TO_MASS,
    MOST_ROWS,
    SAME,
    SIZE_TOLD,
    TOLD,
    Fight,
    mass_of,
    told_by,
)
from jarana.core.strength.chain import StrengthLink, Tied, strength_chain
from jarana.core.strength.fish import pull_of_fish
from jarana.core.strength.holds import PULL_SCATTER, share_held, shares_held
from jarana.core.tackle.drawer import OWN_PULLS, KnotTest

WEAK, STOUT = 6.0, 12.0


def link(force: float, why: str = "a knot in 0.12 mm") -> StrengthLink:
    return StrengthLink("joint", "j", "knot", force, ("point",), why, 0.12)


def fight(broke: bool, mass: float = 0.75, seen: bool = True, why: str = "a knot in 0.12 mm") -> Fight:
    length = (mass / CONDITION) ** (1 / 3) / 100
    links = link(WEAK, why), link(STOUT, "the hook")
    return Fight(links, 0.3, 1.0, length if seen else None, mass, "broke" if broke else "landed")


def season(truth: float, fish: int, seed: int) -> list[Fight]:
    """Fish that were on, on a knot that holds `truth` times what is said."""
    draw = np.random.default_rng(seed)
    rows = []
    for _ in range(fish):
        mass = float(draw.uniform(0.45, 0.95))
        pull = pull_of_fish(mass, 0.3)
        felt = pull * math.exp(draw.normal(0.0, math.hypot(PULL_SCATTER, SIZE_TOLD)))
        rows.append(fight(felt > WEAK * truth * math.exp(draw.normal(0.0, 0.12)), mass))
    return rows


def test_a_fish_of_forty_centimetres_weighs_about_seven_hundred_grams_and_the_law_is_asked() -> None:
    with listening() as heard:
        assert mass_of(0.40) == pytest.approx(0.704)
    assert [row.law for row in heard.rows] == [LENGTH_TO_MASS.name]
    assert mass_of(0.60) / mass_of(0.30) == pytest.approx(8.0)


def test_as_many_breaks_as_were_to_be_expected_leave_it_as_said() -> None:
    held = share_held(fight(True).links, pull_of_fish(0.75, 0.3), 1.0, SIZE_TOLD)
    broke = round(200 * (1.0 - held))
    (row,) = told_by([fight(k < broke) for k in range(200)])
    assert row.expected == pytest.approx(200 * (1.0 - held), abs=0.01)
    assert row.factor == pytest.approx(1.0, abs=0.02)
    assert "about as said" in row.says


def test_more_breaks_than_expected_say_that_it_holds_less_and_that_a_pull_would_tell() -> None:
    (row,) = told_by([fight(k < 7) for k in range(8)])
    assert row.factor < 1.0 - TOLD
    assert row.low < row.factor < row.high
    assert row.says.startswith("7 of 8 fish were lost by it where ")
    assert "% less than said" in row.says
    assert row.says.endswith("A pull against a scale would tell.")


def test_fish_that_were_held_where_many_were_to_break_say_that_it_holds_more() -> None:
    (row,) = told_by([fight(False, mass=1.1) for _ in range(12)])
    assert row.factor > 1.0 + TOLD
    assert "% more than said" in row.says


def test_as_long_as_it_may_hold_as_said_it_is_perhaps() -> None:
    for breaks, of in ((3, 5), (7, 8)):
        (row,) = told_by([fight(k < breaks) for k in range(of)])
        assert ("perhaps" in row.says) == (row.low <= 1.0 <= row.high)
        assert row.factor < 1.0 - TOLD
    (few,) = told_by([fight(False, mass=0.8) for _ in range(4)])
    (many,) = told_by([fight(False, mass=1.4) for _ in range(60)])
    assert "perhaps it holds" in few.says
    assert "perhaps" not in many.says
    assert many.low > 1.0


def test_a_fish_nobody_measured_tells_less() -> None:
    seen, unseen = (told_by([fight(True, 0.4, known)] * 4)[0] for known in (True, False))
    assert seen.factor < unseen.factor < 1.0


def test_without_a_fish_nothing_is_told_and_one_that_broke_is() -> None:
    assert told_by([]) == ()
    assert told_by([fight(False)] * (LEAST_ON - 1)) == ()
    assert len(told_by([fight(False)] * LEAST_ON)) == 1
    assert len(told_by([fight(True)])) == 1
    assert told_by([Fight((), 0.3, 1.0, None, 0.6, "broke")]) == ()


def test_what_broke_most_often_comes_first_and_no_more_than_can_be_read() -> None:
    rows = [fight(True, why=f"knot {k}") for k in range(MOST_ROWS + 2) for _ in range(k + 1)]
    told = told_by(rows)
    assert len(told) == MOST_ROWS
    assert [row.gave for row in told] == sorted((row.gave for row in told), reverse=True)
    assert told[0].what == f"knot {MOST_ROWS + 1}"


def test_eight_knots_of_ten_hold_what_thirty_fish_say_they_hold() -> None:
    draw = np.random.default_rng(4)
    held = 0
    for seed in range(150):
        truth = math.exp(draw.normal(0.0, HAND))
        (row,) = told_by(season(truth, 30, seed)) or (None,)
        assert row is not None
        held += row.low <= truth <= row.high
    assert 0.72 <= held / 150 <= 0.88


@pytest.mark.parametrize(("kind", "ended", "gave"), [("hook", "straightened", 1), ("hook", "broke", 0), ("joint", "broke", 1), ("joint", "straightened", 0), ("joint", "pulled out", 0)])  # fmt: skip
def test_a_hook_gives_by_opening_and_all_else_by_breaking(kind: str, ended: str, gave: int) -> None:
    weak = StrengthLink(kind, "j", "it", WEAK, ("point",), "it", 0.1)  # type: ignore[arg-type]
    (row,) = told_by([Fight((weak, link(STOUT)), 0.3, 1.0, 0.4, 0.6, ended)] * LEAST_ON)  # type: ignore[arg-type]
    assert row.gave == gave * LEAST_ON
    assert (row.factor < 1.0) == bool(gave)


def test_many_factors_at_once_are_each_what_one_says() -> None:
    links = fight(True).links
    told = shares_held(links, links[0], np.array([0.5, 1.0, 1.7]), 5.0, 1.3, 0.4)
    alone = [share_held((link(WEAK * k), links[1]), 5.0, 1.3, 0.4) for k in (0.5, 1.0, 1.7)]
    assert told == pytest.approx(alone, rel=1e-12)


def clinch(broke: bool, mass: float = 0.75) -> Fight:
    knot = StrengthLink("eye", "point", "knot", WEAK, ("point",), "clinch", 0.12, Tied("clinch", "nylon", 0.8))
    length = (mass / CONDITION) ** (1 / 3) / 100
    return Fight((knot, link(STOUT, "the hook")), 0.3, 1.0, length, mass, "broke" if broke else "landed")


def pulled(**more: object) -> KnotTest:
    return KnotTest.model_validate({"id": "mine", "knot": "clinch", "family": "nylon", "share": 0.8, "n": 3} | more)


WEAKER = [clinch(k < 30, 0.6) for k in range(40)]


def test_a_knot_that_gave_far_too_often_is_offered_to_be_counted_with_by_what_it_keeps() -> None:
    (row,) = told_by(WEAKER)
    assert row.high < 1.0
    assert row.counted is not None
    assert row.counted.keeps == pytest.approx(80.0 * row.factor, abs=0.1)
    assert (row.counted.knot, row.counted.family, row.counted.said, row.counted.fish) == ("clinch", "nylon", 80.0, 40)
    assert row.counted.spread == pytest.approx(0.12 * row.counted.keeps, abs=0.1)
    assert (row.counted.row, row.counted.done) == ("", False)


def test_a_link_that_perhaps_holds_less_or_is_no_knot_is_not_offered() -> None:
    (perhaps,) = told_by([clinch(k < 3) for k in range(5)])
    assert perhaps.low <= 1.0 <= perhaps.high
    assert perhaps.counted is None
    (line,) = told_by([fight(k < 30, 0.6) for k in range(40)])
    assert line.high < 1.0
    assert line.counted is None


def test_what_counts_already_is_said_so_and_a_knot_that_was_pulled_is_left_to_the_scale() -> None:
    (row,) = told_by(WEAKER)
    assert row.counted is not None
    keeps = row.counted.keeps / 100
    (done,) = told_by(WEAKER, [pulled(share=keeps + 0.9 * SAME / 100, n=0, fish=12)])
    assert done.counted is not None
    assert (done.counted.row, done.counted.done) == ("mine", True)
    (other,) = told_by(WEAKER, [pulled(share=keeps + 1.1 * SAME / 100, n=0, fish=12)])
    assert other.counted is not None
    assert (other.counted.row, other.counted.done) == ("mine", False)
    assert told_by(WEAKER, [pulled(n=OWN_PULLS)])[0].counted is None
    assert told_by(WEAKER, [pulled(n=OWN_PULLS - 1)])[0].counted is not None
    assert told_by(WEAKER, [pulled(family="fluorocarbon")])[0].counted is not None


def test_no_knot_is_counted_with_that_keeps_more_than_the_line_or_next_to_nothing() -> None:
    more = [
        Fight(
            (replace(f.links[0], tied=Tied("clinch", "nylon", 0.98)), *f.links[1:]), 0.3, 1.0, f.length_m, 0.6, "landed"
        )
        for f in (clinch(False, 1.6) for _ in range(60))
    ]
    (row,) = told_by(more)
    assert row.low > 1.0
    assert row.counted is not None
    assert row.counted.keeps == 100.0
    less = [
        Fight(
            (replace(f.links[0], tied=Tied("clinch", "nylon", 0.16)), *f.links[1:]), 0.3, 1.0, f.length_m, 0.6, f.ended
        )
        for f in WEAKER
    ]
    (least,) = told_by(less)
    assert least.counted is not None
    assert least.counted.keeps == 100 * LEAST_SHARE


def test_in_a_rig_the_knots_say_which_they_are_and_what_is_not_tied_does_not(contact_rig: Rig) -> None:
    chain = strength_chain(contact_rig)
    assert all(row.tied is None for row in chain if row.kind in ("span", "hook"))
    eye = next(row for row in chain if row.kind == "eye")
    assert eye.tied is not None
    assert eye.tied.knot == contact_rig.attachment(eye.part).knot.key
    joint = next(row for row in chain if row.kind == "joint" and row.part != contact_rig.joints[0].id)
    assert joint.tied is not None
    assert joint.tied.knot == next(j.knot.key for j in contact_rig.joints if j.id == joint.part)


def test_of_a_knot_in_two_lines_one_figure_is_offered_by_the_more_fish() -> None:
    thin = [
        Fight((replace(f.links[0], why="clinch in thin line"), *f.links[1:]), 0.3, 1.0, f.length_m, 0.6, f.ended)
        for f in WEAKER[:32]
    ]
    offers = {row.what: row.counted for row in told_by([*thin, *WEAKER])}
    assert offers["clinch"] is not None
    assert offers["clinch in thin line"] is None
