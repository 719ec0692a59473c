"""What a drawer finds by name, by size and next to what is on the line."""

from __future__ import annotations

from itertools import pairwise

import pytest

from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import Drawer, FlyPattern, OwnedShot, Timed, Weight, called, timed_share
from jarana.core.tackle.dressing import dressing
from jarana.core.tackle.fly import Wraps
from jarana.core.tackle.hook import hook
from jarana.core.tackle.shot import Shot

WRAPS = Wraps(turns=12, wire_mm=0.3, under_mm=0.6, density_kg_m3=11340)
NYMPH = FlyPattern(
    id="nymph",
    name="Slim olive",
    hook=hook(16),
    dressing=dressing("slim", 16),
    weights=(
        Weight(id="bare", bead=None, count=2),
        Weight(id="wound", bead=None, wraps=WRAPS, count=1),
        Weight(id="small", bead=bead("tungsten", 2.5), count=3, weighed_mg=140.0),
        Weight(id="large", bead=bead("tungsten", 3.3), count=0),
    ),
)
DRAWER = Drawer(patterns=(NYMPH,))


def test_a_fly_is_called_by_its_pattern_size_bead_and_turns_and_found_however_that_is_spelt() -> None:
    names = [called(NYMPH.tied(w)) for w in NYMPH.weights]
    assert len(set(names)) == 4
    assert names[0] == NYMPH.tied(NYMPH.weights[0]).label
    assert "2.5" in names[2]
    assert "12" in names[1]
    for weight, name in zip(NYMPH.weights, names, strict=True):
        for spelling in (name, name.upper(), name.replace(" ", ""), f" {name} "):
            found = DRAWER.fly_called(spelling)
            assert found is not None, spelling
            assert found.source == weight.id
    assert DRAWER.fly_called(names[2].replace("2.5", "2.6")) is None
    assert Drawer().fly_called(names[0]) is None


def test_a_tied_fly_has_all_that_its_pattern_and_weight_say() -> None:
    fly = NYMPH.tied(NYMPH.weights[2])
    assert (fly.pattern, fly.source, fly.pattern_id, fly.hook, fly.dressing, fly.colour) == (
        "Slim olive", "small", "nymph", NYMPH.hook, NYMPH.dressing, "olive",
    )  # fmt: skip
    assert (fly.bead, fly.wraps, fly.weighed_mg) == (bead("tungsten", 2.5), None, 140.0)
    assert (fly.timed_drag, fly.timed_spread) == (None, 0.3), "nobody timed it: what is usual, and a third of doubt"
    timed = Timed(speed_mm_s=300, n=5, drag=1.2, drag_spread=0.24)
    known = NYMPH.tied(NYMPH.weights[2].model_copy(update={"timed": timed}))
    assert (known.timed_drag, known.timed_spread) == (1.2, pytest.approx(0.2))
    foam = NYMPH.model_copy(update={"lift_gf": 0.8})
    assert foam.tied(NYMPH.weights[0]).lift_gf == 0.8


def test_the_next_bead_skips_what_is_not_in_the_box_between_two_that_are() -> None:
    small, large = NYMPH.tied(NYMPH.weights[2]), NYMPH.tied(NYMPH.weights[3])
    up = DRAWER.next_bead(small, heavier=True)
    assert up is not None
    assert (up.source, up.bead) == ("large", large.bead)
    assert up.weighed_mg is None, "the weighing was of the smaller one"
    down = DRAWER.next_bead(large, heavier=False)
    assert down is not None
    assert (down.source, down.weighed_mg) == ("small", 140.0)
    sold = DRAWER.next_bead(large, heavier=True)
    assert sold is not None
    assert sold.bead is not None
    assert (sold.source, sold.bead.diameter_mm > 3.3) == (None, True)
    wound = DRAWER.next_bead(NYMPH.tied(NYMPH.weights[0]), heavier=True)
    assert wound is not None
    assert wound.source == "wound"
    assert DRAWER.next_bead(NYMPH.tied(NYMPH.weights[0]), heavier=False) is None


def test_the_next_spool_is_the_nearest_of_its_material(drawer: Drawer) -> None:
    same = sorted(s.diameter_mm for s in drawer.spools if s.material.key == "fluorocarbon")
    assert len(same) > 2
    for finer, stouter in pairwise(same):
        up, down = drawer.next_spool("fluorocarbon", finer, False), drawer.next_spool("fluorocarbon", stouter, True)
        assert up is not None
        assert down is not None
        assert (up.diameter_mm, down.diameter_mm) == (stouter, finer)
        assert {up.material.key, down.material.key} == {"fluorocarbon"}
    assert drawer.next_spool("fluorocarbon", same[0], True) is None
    assert drawer.next_spool("fluorocarbon", same[-1], False) is None


def test_a_shot_of_the_box_is_known_by_its_name_and_to_a_milligram_by_its_mass() -> None:
    box = Drawer(shots=(OwnedShot(id="one", name="No 3", mass_mg=250.0, count=5),))
    shots = [Shot(name=name, mass_mg=mg) for name, mg in (("No 3", 250.9), ("No 3", 251.0), ("No 4", 250.0))]
    assert [found.id if (found := box.shot(s)) else None for s in shots] == ["one", None, None]


@pytest.mark.parametrize(
    ("drag", "spread", "share"),
    [(1.0, 0.04, 0.05), (1.0, 0.06, 0.06), (1.0, 1.9, 1.9), (1.0, 2.1, 2.0), (0.0, 1.0, 0.3)],
)
def test_a_timed_drag_is_never_surer_than_a_stopwatch(drag: float, spread: float, share: float) -> None:
    assert timed_share(Timed(speed_mm_s=300, n=5, drag=drag, drag_spread=spread)) == pytest.approx(share)


def test_a_bead_of_a_material_nobody_sells_steps_through_ones_own_sizes_alone() -> None:
    heirloom = {"material": "heirloom", "density_kg_m3": 8000.0}
    weights = tuple(w.model_copy(update={"bead": w.bead.model_copy(update=heirloom)}) for w in NYMPH.weights if w.bead)
    pattern = NYMPH.model_copy(update={"weights": weights})
    small, large = (pattern.tied(w) for w in weights[:2])
    up = Drawer(patterns=(pattern,)).next_bead(small, heavier=True)
    assert up is not None
    assert up.bead == large.bead
    assert Drawer().next_bead(small, heavier=True) is None
