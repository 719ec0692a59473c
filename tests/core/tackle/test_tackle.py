"""Tables and flies."""

from __future__ import annotations

import re
import tomllib
from pathlib import Path

import pytest

import jarana.core
from jarana.core.engine.hydro.terminal_speed import terminal_speed
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.errors import InputError
from jarana.core.tables import load_table
from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import Drawer, FlyPattern, Weight
from jarana.core.tackle.dressing import dressing
from jarana.core.tackle.fly import Fly, Wraps
from jarana.core.tackle.hook import hook
from jarana.core.tackle.knot import Knot, knots
from jarana.core.tackle.material import TABLES, dry_strength, materials
from jarana.core.tackle.sold import new_spool_m, sold

G = 9.80665


@pytest.mark.parametrize(
    ("mm", "mg"),
    [(2.0, 55), (2.5, 107), (2.8, 151), (3.0, 186), (3.3, 247), (3.5, 295), (3.8, 377), (4.0, 440), (4.6, 669)],
)
def test_a_slotted_tungsten_bead_weighs_what_the_scale_says(mm: float, mg: float) -> None:
    assert bead("tungsten", mm).mass * 1e6 == pytest.approx(mg, rel=0.01)


@pytest.mark.parametrize(
    ("material", "mm", "kgf"), [("nylon-tippet", 0.152, 2.1), ("fluorocarbon", 0.10, 0.95), ("nylon-butt", 0.53, 10.8)]
)
def test_line_breaks_where_spools_of_its_kind_do(material: str, mm: float, kgf: float) -> None:
    assert dry_strength(materials()[material], mm / 1000) / G == pytest.approx(kgf, rel=0.03)


def test_a_resin_bodied_fly_alone_falls_as_timed() -> None:
    fly = Fly(pattern="pupa", hook=hook(12), dressing=dressing("resin-bodied", 12))
    assert terminal_speed(fly.body("pupa"), water_at(12)) == pytest.approx(0.16, abs=0.02)


def test_a_tungsten_nymph_falls_tens_of_centimetres_a_second() -> None:
    fly = Fly(pattern="nymph", hook=hook(14), bead=bead("tungsten", 2.8), dressing=dressing("slim", 14))
    assert 0.4 < terminal_speed(fly.body("nymph"), water_at(12)) < 0.7


def test_a_weighed_mass_replaces_the_sum_and_wraps_add_to_it() -> None:
    plain = Fly(pattern="n", hook=hook(14), dressing=dressing("slim", 14))
    wrapped = plain.model_copy(update={"wraps": Wraps(turns=10, wire_mm=0.4, under_mm=0.6, density_kg_m3=11340)})
    assert wrapped.mass > plain.mass
    assert plain.model_copy(update={"weighed_mg": 50.0}).mass == pytest.approx(50e-6)


ALL_TABLES = sorted(p for p in Path(jarana.core.__file__).parent.rglob("*.toml") if "knot_cards" not in p.parts)


@pytest.mark.parametrize("path", ALL_TABLES, ids=lambda p: p.name)
def test_every_row_says_where_its_figures_come_from_and_none_claims_a_weighing(path: Path) -> None:
    table = tomllib.loads(path.read_text())
    assert {row["source"] for row in table["row"]} == set(table["sources"])
    for text in table["sources"].values():
        assert len(text) > 15
        assert not re.search(r"weighed|gauged|timed falls|unbranded", text), text


@pytest.mark.parametrize(
    ("was", "becomes", "path"),
    [
        ('source = "practice"', 'source = "hearsay"', "knots.toml.row[0].source"),
        ('source = "practice"\n', "", "knots.toml.row[0].source"),
        ("[sources]", '[sources]\nnobody = "what no row names"', "knots.toml.sources.nobody"),
        ("about =", "subject =", "knots.toml.about"),
        ("about =", 'measured = true\nabout =', "knots.toml.measured"),
        ('key = "uni"', 'key = "clinch"', "stands twice"),
    ],
)  # fmt: skip
def test_a_table_that_hides_its_source_is_refused(tmp_path: Path, was: str, becomes: str, path: str) -> None:
    broken = tmp_path / "knots.toml"
    broken.write_text((TABLES / "knots.toml").read_text().replace(was, becomes, 1))
    with pytest.raises(InputError, match=re.escape(path)):
        load_table(broken, Knot)


def test_a_table_with_a_wrong_key_is_refused_by_row_and_column(tmp_path: Path) -> None:
    text = (TABLES / "knots.toml").read_text().replace("ease = 1", 'easy = 1\nease = "x"', 1)
    broken = tmp_path / "knots.toml"
    broken.write_text(text)
    with pytest.raises(InputError) as error:
        load_table(broken, Knot)
    assert {f.path for f in error.value.faults} >= {"knots.toml.row[0].easy", "knots.toml.row[0].ease"}


def test_no_knot_keeps_more_than_the_line_has() -> None:
    tied = [k for k in knots().values() if k.joins != ("ready-made",)]
    assert all(0 < k.fluorocarbon <= k.nylon < 1 for k in tied)


def drawer_with(*sizes: float) -> tuple[Drawer, FlyPattern]:
    weights = tuple(Weight(id=f"w{s}", bead=bead("tungsten", s), count=1) for s in sizes)
    pattern = FlyPattern(id="p", name="n", hook=hook(14), dressing=dressing("slim", 14), weights=weights)
    return Drawer(patterns=(pattern,)), pattern


def test_the_next_bead_comes_from_the_box_and_beyond_it_from_what_is_sold() -> None:
    drawer, pattern = drawer_with(2.5, 3.3)
    up = drawer.next_bead(pattern.tied(pattern.weights[0]), heavier=True)
    assert up is not None
    assert (up.source, up.bead.diameter_mm) == ("w3.3", 3.3)
    beyond = drawer.next_bead(up, heavier=True)
    assert beyond is not None
    assert (beyond.source, beyond.bead.diameter_mm) == (None, 3.5)


def test_there_is_no_bead_above_the_heaviest() -> None:
    drawer, pattern = drawer_with(5.5)
    assert drawer.next_bead(pattern.tied(pattern.weights[0]), heavier=True) is None


def test_what_is_sold_on_spools_is_a_material_and_may_be_a_line_of_a_rig() -> None:
    assert set(sold()) <= set(materials())
    for row in sold().values():
        assert row.mm or row.x_numbers
        assert all(0.04 <= mm <= 1.5 for mm in row.mm)


@pytest.mark.parametrize(
    ("material", "metres"), [("nylon-butt", 50.0), ("sighter", 25.0), ("fluorocarbon", 30.0), ("own", 30.0)]
)
def test_a_new_spool_holds_as_much_as_its_material_is_sold_in(material: str, metres: float) -> None:
    assert new_spool_m(material) == metres
