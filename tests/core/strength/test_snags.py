"""What a snag takes is a share: links scatter, the weakest of them goes."""

from __future__ import annotations

import math
import random

import pytest

from jarana.core.readings.snag import candidates
from jarana.core.strength.chain import StrengthLink
from jarana.core.strength.holds import SURELY
from jarana.core.strength.snags import OUT_OF_REACH, go_first, snag_on_the_end
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, begun, fished, started

RIVER = WATERS["weir-run"]


def link(force: float, scatter: float, *loses: str) -> StrengthLink:
    return StrengthLink("span", "s", "s", force, loses, "", scatter)


def test_shares_are_those_of_a_thousand_snags_pulled() -> None:
    path = (link(10, 0.1), link(11, 0.15), link(12, 0.05), link(40, 0.3))
    dice = random.Random(3)
    count = 20_000
    firsts = [0] * len(path)
    for _ in range(count):
        drawn = [one.force * math.exp(dice.gauss(0, one.scatter)) for one in path]
        firsts[drawn.index(min(drawn))] += 1
    assert go_first(path) == pytest.approx([n / count for n in firsts], abs=0.012)


def test_equal_links_go_equally_often_and_one_out_of_reach_never() -> None:
    assert go_first((link(5, 0.1), link(5, 0.1))) == pytest.approx((0.5, 0.5))
    assert go_first((link(5, 0.1), link(5 * OUT_OF_REACH, 0.1))) == (1.0, 0.0)
    assert go_first((link(5, 0.1), link(5 * OUT_OF_REACH - 0.1, 2.0)))[1] > 0


def test_a_finer_point_tippet_loses_the_point_alone_more_often() -> None:
    rig = started("level-contact", RIVER)
    finer = candidates(fished(rig, RIVER))[0].apply(rig, DRAWER, Writer())
    before, after = snag_on_the_end(rig), snag_on_the_end(finer)
    assert after.alone > before.alone + 0.2
    assert 1 <= after.hooks < before.hooks <= 2
    assert before.hooks == pytest.approx(2 - before.alone, abs=0.01)


def test_where_there_is_but_one_fly_every_snag_takes_it_alone_and_unbroken_line_is_no_link() -> None:
    rig = started("dry-fly", RIVER)
    assert any("unbroken" in j.knot.uses for j in rig.joints)
    snag = snag_on_the_end(rig)
    assert (snag.alone, snag.first.kind) == (1.0, "span")
    assert snag.hooks == pytest.approx(1.0)


def test_shot_below_keeps_its_promise_with_a_finer_line_or_says_why_not() -> None:
    kept = begun("shot-below", RIVER)
    assert snag_on_the_end(kept.rig).alone >= SURELY
    (told,) = (c.text for c in kept.choices if c.part == "to-shot")
    line = kept.rig.spans[-1]
    assert line.spool is not None
    assert told.startswith(
        f"Shot's tippet: {line.d0_mm:.2f} mm fluorocarbon, spool {line.spool.number} – so fine that on "
    )
    assert not any(m.part == "to-shot" for m in kept.missing)
    stout = DRAWER.model_copy(update={"spools": tuple(s for s in DRAWER.spools if s.diameter_mm > 0.15)})
    not_kept = begun("shot-below", RIVER, stout)
    assert snag_on_the_end(not_kept.rig).alone < SURELY
    assert any("the fly goes too" in c.text for c in not_kept.choices if c.part == "to-shot")
