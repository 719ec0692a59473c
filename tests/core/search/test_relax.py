"""What would help where nothing fits: each thing that can be let go, by hand, and what it makes of a rig or of where one stands."""

from __future__ import annotations

import pytest

from jarana.core.readings.depth_edits import SLOWEST, slower
from jarana.core.rig.model import Rig
from jarana.core.search import relax
from jarana.core.search.moves.base import hanging_spans
from jarana.core.search.relax import fits, limits, relaxations
from jarana.core.situation import Situation
from jarana.core.tackle.bead import beads
from jarana.core.worth.judge import Factors
from tests.coverage import led, water
from tests.fishing import WATERS, fished, started

RUN = water(0.9, 0.62, off_m=6.0)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)


def of(kind: str, situation: Situation = HERE) -> list[tuple[str, Situation | None]]:
    return [(text, change(situation)) for key, text, change in relaxations(situation) if key == kind]


def rig_of(row: tuple[str, Situation | None]) -> Rig:
    assert row[1] is not None
    return row[1].rig


def test_heavier_beads_of_the_same_material_are_up_to_five_sizes_that_nobody_owns() -> None:
    now = HERE.rig.point.fly
    assert now is not None
    assert now.bead is not None
    rigs = [rig_of(row) for row in of("heavier")]
    sizes = [r.point.fly.bead.diameter_mm for r in rigs if r.point.fly and r.point.fly.bead]
    assert 1 <= len(sizes) <= 5
    assert sizes == sorted(sizes)
    assert sizes[0] > now.bead.diameter_mm
    assert [f"a {size:.1f} mm {beads()[now.bead.material].name.lower()} bead" for size in sizes] == [
        t for t, _ in of("heavier")
    ]
    assert {r.point.fly.source for r in rigs if r.point.fly} == {None}
    assert all(r.point.fly.bead.material == now.bead.material for r in rigs if r.point.fly and r.point.fly.bead)


def test_the_longest_piece_in_the_water_is_made_longer_on_a_rig_that_is_held() -> None:
    spans = [HERE.rig.spans[i] for i in hanging_spans(HERE.rig)]
    longest = max(spans, key=lambda s: s.length)
    made = [rig_of(row) for row in of("longer")]
    lengths = [r.spans[r.span_index(longest.id)].length for r in made]
    assert lengths == pytest.approx([longest.length + more for more in relax.LONGER_M])
    assert not of("longer", fished(started("swung", RUN), RUN))
    assert not of("longer", fished(started("float-pair", RUN), RUN))


def test_a_lead_is_slowed_below_the_one_it_has() -> None:
    made = [rig_of(row).motion for row in of("slower")]
    assert [m.lead for m in made] == pytest.approx([0.85, 0.7, 0.55, SLOWEST, 0.8])
    assert {m.kind for m in made[:-1]} == {HERE.rig.motion.kind}
    assert made[-1].kind == "natural"


@pytest.mark.parametrize(("lead", "steps"), [(SLOWEST, []), (SLOWEST + 0.01, [SLOWEST]), (0.66, [0.51, SLOWEST])])
def test_a_lead_is_slowed_to_where_nobody_leads_any_more(lead: float, steps: list[float]) -> None:
    assert list(slower(lead)) == pytest.approx(steps)


def test_droppers_come_off_together_and_a_rig_of_one_fly_has_none() -> None:
    (row,) = of("one-fly")
    assert [a.at.kind for a in rig_of(row).attachments] == ["point"]
    alone = HERE.with_rig(rig_of(row))
    assert not of("one-fly", alone)


def test_one_stands_nearer_within_the_lane_and_never_at_the_rods_end() -> None:
    nearer = [s.water.off_m for _, s in of("nearer") if s is not None]
    assert nearer
    assert all(off >= relax.NEAREST_M for off in nearer)
    assert nearer[0] == RUN.off_m - relax.STANDS_M
    (farther,) = (s for _, s in of("farther"))
    assert farther is not None
    assert farther.water.off_m == RUN.off_m + relax.STANDS_M
    lake = WATERS["oskel-north"]
    assert not of("nearer", fished(started("lake-team", lake), lake))


def test_one_does_not_stand_in_another_lane_nor_across_the_river() -> None:
    lane = {"name": "only", "width_m": 6.2, "pace_m_s": 0.62}
    narrow = RUN.model_copy(update={"lanes": RUN.model_validate(RUN.model_dump() | {"lanes": (lane,)}).lanes})
    there = HERE.with_water(narrow)
    assert relax._stood(there, 0.1) is not None
    assert relax._stood(there, 0.2) is None
    assert relax._stood(there, 1.0) is None


def test_a_finer_tippet_is_finer_wherever_it_hangs_and_no_spool_of_ones_own() -> None:
    (row,) = of("finer")
    thin = HERE.rig.spans[hanging_spans(HERE.rig)[-1]].d1_mm * relax.FINER
    assert row[0] == f"tippet of {HERE.writer.text('diameter', thin / 1000)}"
    rig = rig_of(row)
    for i, (was, now) in enumerate(zip(HERE.rig.spans, rig.spans, strict=True)):
        if i in hanging_spans(HERE.rig) and was.ready is None and was.d0_mm > thin:
            assert (now.d0_mm, now.d1_mm, now.spool) == (thin, thin, None)
        else:
            assert now == was


def test_a_stouter_rig_is_stouter_in_all_of_its_level_lines() -> None:
    big = HERE.with_water(RUN.model_copy(update={"fish": RUN.fish.model_copy(update={"mass_kg": 4.0})}))
    rows = of("stouter", big)
    assert rows
    assert not of("stouter"), "where fish are held nothing has to be stouter"
    last = HERE.rig.spans[hanging_spans(HERE.rig)[-1]]
    for more, row in zip(relax.STOUTER, rows, strict=True):
        stout = last.d1_mm * more
        assert f"{stout:.2f}" in row[0]
        assert all(s.d0_mm >= stout - 1e-9 for s in rig_of(row).spans if s.ready is None and s.level)


def test_a_float_is_offered_to_what_is_held_in_a_river() -> None:
    (row,) = of("float")
    assert row[0] == "a float instead"
    assert rig_of(row).head.is_float, "not whatever else floats"
    lake = WATERS["oskel-north"]
    assert not of("float", fished(started("lake-team", lake), lake))
    assert not of("float", fished(started("float-pair", RUN), RUN))


def test_what_loses_most_limits_most_and_all_losses_make_one() -> None:
    whole = dict.fromkeys(("zone", "drag", "shown", "noticed", "free", "stealth", "fishing"), 1.0)
    factors = Factors(**(whole | {"more": 1.0, "hangs": 0.0, "zone": 0.25, "drag": 0.5}))
    first, second, *rest = limits(factors)
    assert (first[0], second[0]) == ("zone", "drag")
    assert (first[1], second[1]) == (pytest.approx(2 / 3), pytest.approx(1 / 3))
    assert all(share == 0.0 for _, share in rest)
    assert fits(None, ()) is False
