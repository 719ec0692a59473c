"""Big hooks, and flies made heavier by turns of wire under the dressing."""

from __future__ import annotations

import math
from typing import Any

import pytest

from jarana.core.errors import InputError
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.flies import StepBead, SwapFly
from jarana.core.sheet.shopping import there
from jarana.core.sheet.tie_sheet import fly_name
from jarana.core.stock.change import AddRow, Duplicate, make_edits
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly import WRAP_METALS, Wraps
from jarana.core.tackle.hook import STEEL, hook, hooks, size_label
from jarana.core.units import Writer
from tests.core.rig.test_structure import RUN
from tests.core.stock.test_kinds import shelf
from tests.fishing import DRAWER, started

ROW = {"pattern": "Leech", "hook": "10", "dressing": "dubbed", "count": "3"}


def leeches(*turns: int) -> Any:
    made = shelf("flies")
    make_edits(made, [AddRow(cells=ROW | ({"turns": str(t)} if t else {})) for t in turns])
    (pattern,) = made.items.values()
    return pattern


def test_every_hook_is_called_as_on_its_packet() -> None:
    assert {key: size_label(row.size) for key, row in hooks().items()} == {key: key for key in hooks()}
    assert [hook(size).label for size in (-3, 0, 1, 2)] == ["4/0", "1/0", "1", "2"]


@pytest.mark.parametrize("key", sorted(hooks()))
def test_a_hook_weighs_about_two_shanks_of_its_wire(key: str) -> None:
    row = hooks()[key]
    wire_kg_m = math.pi / 4 * (row.wire_mm / 1000) ** 2 * STEEL
    assert row.mass_mg * 1e-6 == pytest.approx(2.03 * row.shank_mm / 1000 * wire_kg_m, rel=0.1)
    assert row.straighten_n == pytest.approx(38.0 * (row.wire_mm / 0.53) ** 2.5, rel=0.1)


def test_bigger_hooks_are_longer_heavier_and_stronger() -> None:
    rows = sorted(hooks().values(), key=lambda row: row.size)
    for field in ("shank_mm", "wire_mm", "mass_mg", "straighten_n"):
        figures = [getattr(row, field) for row in rows]
        assert figures == sorted(figures, reverse=True), field


def test_a_streamer_on_2_0_is_kept_shown_and_found_again_by_its_hook() -> None:
    made = shelf("flies")
    row = {"pattern": "Sculpin", "hook": "2/0", "dressing": "streamer", "count": "2"}
    make_edits(made, [AddRow(cells=row), AddRow(cells=row | {"count": "5"})])
    (pattern,) = made.items.values()
    assert pattern.hook.size == -1
    assert kinds()["flies"].rows(pattern)[0].cells["hook"] == "2/0"
    assert [w.count for w in pattern.weights] == [5]
    assert pattern.tied(pattern.weights[0]).label == "Sculpin #2/0"
    with pytest.raises(InputError, match="#4/0, #3/0"):
        make_edits(made, [AddRow(cells=row | {"hook": "12"})])


def test_turns_of_wire_are_a_weight_of_their_own_as_heavy_as_the_wire() -> None:
    pattern = leeches(14, 0, 8)
    assert [w.wraps.turns if w.wraps else 0 for w in pattern.weights] == [0, 8, 14]
    bare, eight, fourteen = (pattern.tied(w).mass for w in pattern.weights)
    a_turn = WRAP_METALS["tin"] * math.pi / 4 * 0.0004**2 * math.pi * (pattern.hook.wire_mm / 1000 + 0.0004)
    assert eight - bare == pytest.approx(8 * a_turn)
    assert fourteen - bare == pytest.approx(14 * a_turn)
    rows = kinds()["flies"].rows(pattern)
    assert kinds()["flies"].name(rows[1].cells) == "Leech #10, 8 turns"
    falls = [row.cells["falls"] for row in rows]
    assert falls == sorted(falls)
    assert falls[0] < falls[2]


@pytest.mark.parametrize("metal", sorted(WRAP_METALS))
def test_wire_is_told_by_its_metal(metal: str) -> None:
    made = shelf("flies")
    make_edits(made, [AddRow(cells=ROW | {"turns": "10", "wrap": "0.5", "wrap_metal": metal})])
    (pattern,) = made.items.values()
    (row,) = kinds()["flies"].rows(pattern)
    assert (row.cells["turns"], row.cells["wrap"], row.cells["wrap_metal"]) == (10, 0.5, metal)
    assert Wraps(turns=1, wire_mm=0.5, under_mm=0.6, density_kg_m3=WRAP_METALS[metal]).metal == metal


def test_a_duplicate_of_a_wrapped_fly_has_more_turns() -> None:
    made = shelf("flies")
    make_edits(made, [AddRow(cells=ROW | {"turns": "8"})])
    make_edits(made, [Duplicate(rows=(next(iter(made.where)),))])
    (pattern,) = made.items.values()
    assert [(w.wraps.turns, w.count) for w in pattern.weights] == [(8, 3), (12, 0)]


def test_a_wrapped_fly_gives_way_to_the_next_heavier_of_its_pattern() -> None:
    pattern = leeches(0, 8, 14)
    drawer = DRAWER.model_copy(update={"patterns": (*DRAWER.patterns, pattern)})
    rig = SwapFly(at="point", weight=pattern.weights[0].id).apply(started("level-contact", RUN), drawer)
    for turns in (8, 14):
        rig = StepBead(at="point", heavier=True).apply(rig, drawer, Writer())
        fly = rig.attachment("point").fly
        assert fly is not None
        assert fly.wraps is not None
        assert fly.wraps.turns == turns
    (change,) = compare(StepBead(at="point", heavier=False).apply(rig, drawer), rig, Writer())
    assert change.text == "point bead 8 → 14 turns"
    assert fly_name(rig.point, Writer()) == "Leech #10, 14 turns"
    bare = pattern.model_copy(update={"weights": pattern.weights[:1]})
    assert there(pattern.model_copy(update={"weights": pattern.weights[1:2]}), drawer)
    assert not there(pattern.model_copy(update={"weights": pattern.weights[1:2]}), Drawer(patterns=(bare,)))
    with pytest.raises(InputError, match="none of it in your box is heavier"):
        StepBead(at="point", heavier=True).apply(rig, drawer)
    assert StepBead(at="point", heavier=False).apply(rig, drawer).attachment("point").fly.wraps.turns == 8  # type: ignore[union-attr]
    assert Drawer().next_bead(pattern.tied(pattern.weights[0]), True) is None
