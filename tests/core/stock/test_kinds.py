"""Kinds of tackle: what a row means, read from what a person types."""

from __future__ import annotations

from itertools import count
from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.stock.change import AddRow, Duplicate, Lose, SetCells, Shelf, ThrowAway, make_edits, take_back, turned
from jarana.core.stock.column import Column
from jarana.core.stock.jar_timing import time_fly
from jarana.core.stock.kinds import kinds
from jarana.core.stock.label import diameter_for, read_label
from jarana.core.stock.tied import moved_flies, still_out, taken_by_tying
from jarana.core.stock.zones import read_zones, write_zones
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.material import materials
from jarana.core.tackle.shot import shot_of
from jarana.core.units import Writer

KINDS = sorted(kinds())


def shelf(kind: str, items: dict[str, Any] | None = None) -> Shelf:
    ids = count(1)
    return Shelf(kinds()[kind], items or {}, lambda: f"new-{next(ids)}")


def add(kind: str, **cells: str) -> Any:
    """Return the document one typed row makes."""
    made = shelf(kind)
    make_edits(made, [AddRow(cells=cells)])
    return next(iter(made.items.values()))


def wrong(kind: str, **cells: str) -> set[str]:
    """Return the columns a typed row is refused for."""
    with pytest.raises(InputError) as error:
        add(kind, **cells)
    return {fault.path.removeprefix("edits[0].") for fault in error.value.faults}


@pytest.mark.parametrize("kind", KINDS)
def test_everything_of_the_reference_tables_can_be_added_as_it_stands(kind: str) -> None:
    made = shelf(kind)
    references = kinds()[kind].references()
    make_edits(made, [AddRow(reference=r.key) for r in references])
    assert len(made.items) == len(references) > 0
    assert len({r.key for r in references}) == len(references)


@pytest.mark.parametrize("kind", KINDS)
def test_what_is_read_at_a_glance_is_in_the_grid_with_what_is_left(kind: str) -> None:
    of = kinds()[kind]
    in_grid = {c.key for c in of.columns} - set(of.beside)
    assert set(of.glance) <= in_grid
    if of.amounts:
        assert set(of.amounts) & in_grid <= set(of.glance)
        assert next(c.key for c in of.columns if c.required or c.key == "label") in of.glance


@pytest.mark.parametrize("kind", KINDS)
def test_a_row_typed_back_as_it_is_shown_changes_nothing_but_what_rounding_hides(kind: str) -> None:
    made, of = shelf(kind), kinds()[kind]
    make_edits(made, [AddRow(reference=r.key) for r in of.references()[:6]])
    for item in list(made.items.values()):
        for row in of.rows(item):
            cells = {c.key: c.plain(row.cells[c.key]) for c in of.typed}
            make_edits(made, [SetCells(rows=(row.id,), cells=cells)])
            assert made.items[item.id] == item


def test_a_label_of_an_x_number_is_a_diameter() -> None:
    spool = add("spools", label="5X", material="nylon-tippet", left="30")
    assert spool.diameter_mm == pytest.approx(0.1524)
    assert spool.strength_kg is None


def test_a_label_of_pounds_is_a_strength_and_the_diameter_is_that_of_the_material() -> None:
    spool = add("spools", label="4 lb", material="nylon-tippet", left="30 yd")
    assert spool.strength_kg == pytest.approx(1.814, abs=0.001)
    assert spool.diameter_mm == diameter_for(materials()["nylon-tippet"], spool.strength_kg)
    assert 0.13 < spool.diameter_mm < 0.15
    assert spool.left_m == pytest.approx(27.432, abs=0.001)


@pytest.mark.parametrize(
    ("label", "mm", "kg"),
    [("0,14", 0.14, None), (".007 in", 0.1778, None), ("6X 3.4lb", 0.127, 1.5422), ("16 m of brown", None, None)],
)
def test_labels_are_read_as_they_are_printed(label: str, mm: float | None, kg: float | None) -> None:
    read = read_label(label)
    assert read == (pytest.approx(mm) if mm else None, pytest.approx(kg, abs=1e-3) if kg else None)


def test_a_measured_diameter_wins_over_the_label_and_the_label_comes_back_without_it() -> None:
    made = shelf("spools")
    make_edits(made, [AddRow(cells={"label": "6X", "material": "fluorocarbon", "left": "10"})])
    (key,) = made.items
    make_edits(made, [SetCells(rows=(key,), cells={"measured": "0.134", "spread": "0.002", "n": "5"})])
    assert made.items[key].diameter_mm == 0.134
    assert made.items[key].labelled_mm == pytest.approx(0.127)
    make_edits(made, [SetCells(rows=(key,), cells={"measured": "", "spread": "", "n": ""})])
    assert made.items[key].diameter_mm == pytest.approx(0.127)


def test_strength_told_wet_is_not_weakened_by_water_again() -> None:
    of = kinds()["spools"]
    dry = add("spools", label="5X", material="nylon-tippet", strength="2 kg", left="9")
    wet = add("spools", label="5X", material="nylon-tippet", strength="2 kg", state="wet", left="9")
    breaks = [of.rows(s)[0].cells["breaks"] for s in (dry, wet)]
    assert breaks[1] == 2.0
    assert breaks[0] == pytest.approx(2.0 * materials()["nylon-tippet"].wet_share, abs=1e-3)


def test_everything_wrong_with_a_row_is_said_at_once() -> None:
    assert wrong("spools", label="", material="velvet", left="-3", n="x") == {"material", "left", "n"}
    assert wrong("spools", material="copolymer", left="3") == {"diameter"}
    assert wrong("flies", pattern="P", hook="17", dressing="slim", bead="12") == {"hook", "bead"}
    assert wrong("flies", pattern="P", hook="6", dressing="slim") == {"dressing"}
    assert wrong("flies", pattern="P", hook="16", dressing="slim", timed="300") == {"drag"}
    assert wrong("lines", name="L", tip="1", **{"class": "5"}, sinks="like a stone") == {"sinks"}


def test_a_bead_more_is_a_weight_of_the_same_pattern_and_the_same_bead_is_counted_anew() -> None:
    made = shelf("flies")
    row = {"pattern": "Grey one", "hook": "16", "dressing": "slim", "count": "3"}
    make_edits(made, [AddRow(cells=row | {"bead": b}) for b in ("2.5", "3.0")])
    make_edits(made, [AddRow(cells=row | {"bead": "3", "count": "7", "pattern": "grey ONE"})])
    (pattern,) = made.items.values()
    assert [(w.bead.diameter_mm, w.count) for w in pattern.weights] == [(2.5, 3), (3.0, 7)]
    make_edits(made, [AddRow(cells=row | {"bead": "2.5", "hook": "14"})])
    assert len(made.items) == 2


def test_a_duplicate_of_a_fly_is_the_next_bead_it_has_not_got_and_none_of_it_is_in_the_box() -> None:
    made = shelf("flies")
    make_edits(made, [AddRow(cells={"pattern": "P", "hook": "16", "dressing": "slim", "bead": "2.5", "count": "3"})])
    (first,) = made.where
    make_edits(made, [Duplicate(rows=(first,))])
    (pattern,) = made.items.values()
    assert [(w.bead.diameter_mm, w.count) for w in pattern.weights] == [(2.5, 3), (2.8, 0)]


def test_what_belongs_to_the_pattern_is_set_for_all_its_weights() -> None:
    made = shelf("flies")
    row = {"pattern": "P", "hook": "16", "dressing": "slim", "count": "3"}
    make_edits(made, [AddRow(cells=row | {"bead": b}) for b in ("2.5", "3.0")])
    make_edits(made, [SetCells(rows=(next(iter(made.where)),), cells={"barbless": "yes", "pattern": "Q"})])
    (pattern,) = made.items.values()
    assert (pattern.name, pattern.hook.barbless, len(pattern.weights)) == ("Q", True, 2)


def test_a_bigger_bead_falls_faster_and_a_bushier_dressing_slower() -> None:
    of = kinds()["flies"]

    def falls(**cells: str) -> float:
        return of.rows(add("flies", pattern="P", hook="14", count="1", **cells))[0].cells["falls"]

    assert falls(dressing="slim", bead="3.3") > falls(dressing="slim", bead="2.8") > 300
    assert (
        falls(dressing="slick", bead="2.8") > falls(dressing="slim", bead="2.8") > falls(dressing="bushy", bead="2.8")
    )
    assert falls(dressing="foam") < 0


def test_bulk_edits_are_all_or_none_and_say_which_row() -> None:
    made = shelf("flies")
    row = {"pattern": "P", "hook": "16", "dressing": "slim"}
    make_edits(made, [AddRow(cells=row | {"bead": b, "count": n}) for b, n in (("2.5", "1"), ("3.0", "0"))])
    rows = tuple(made.where)
    with pytest.raises(InputError) as error:
        make_edits(made, [SetCells(rows=rows, cells={"bead": "2.8"})])
    assert "this pattern has that bead already (row 2 of 2)" in str(error.value)
    with pytest.raises(InputError, match="none in the box to lose"):
        make_edits(made, [Lose(rows=(rows[1],))])
    with pytest.raises(InputError, match="no longer in the drawer"):
        make_edits(made, [ThrowAway(rows=("nobody",))])


def test_computed_columns_cannot_be_typed() -> None:
    made = shelf("flies")
    with pytest.raises(InputError, match="no such column can be typed"):
        make_edits(made, [AddRow(cells={"falls": "3"})])


@given(
    taken=st.floats(0, 20),
    other=st.floats(0, 5),
)
def test_taking_a_change_back_keeps_what_was_done_since(taken: float, other: float) -> None:
    kind = kinds()["spools"]
    spool = add("spools", label="5X", material="nylon-tippet", left="30")
    made = shelf("spools", {spool.id: spool})
    make_edits(made, [SetCells(rows=(spool.id,), cells={"left": f"{30 - taken:.6f}"})])
    (entry,) = made.entries() or (None,)
    if entry is None:
        return
    now = dict(entry.after)
    now["left_m"] = max(now["left_m"] - other, 0)
    now["label"] = "renamed since"
    back = take_back(kind, entry, now)
    assert back["label"] == "renamed since"
    assert back["left_m"] == pytest.approx(now["left_m"] + 30 - entry.after["left_m"], abs=1e-5)
    assert take_back(kind, turned(entry), back)["left_m"] == pytest.approx(now["left_m"], abs=1e-5)


def test_what_was_added_goes_and_what_was_thrown_away_comes_back() -> None:
    kind = kinds()["spools"]
    made = shelf("spools")
    make_edits(made, [AddRow(reference="fluorocarbon-6x")])
    (entry,) = made.entries()
    assert take_back(kind, entry, entry.after) is None
    assert take_back(kind, turned(entry), None) == entry.after


def test_tying_takes_line_flies_and_shot_and_empties_what_holds_less(drawer: Drawer) -> None:
    fly = drawer.fly("slim-olive-25")
    took = taken_by_tying(drawer, {"spool-9": 1500.0, "spool-8": 99000.0}, [fly, fly, shot_of("no-3")])
    after = {e.item: e.after for e in took.entries}
    assert after["spool-9"]["left_m"] == pytest.approx(19.5)
    assert after["spool-8"]["left_m"] == 0
    counts = {w["id"]: w["count"] for w in after["slim-olive-20"]["weights"]}
    assert counts["slim-olive-25"] == 4
    assert after["shot-no-3"]["count"] == 19
    assert took.out == ("slim-olive-25", "slim-olive-25")


def test_tying_takes_a_leader_from_the_wallet_and_never_below_none(drawer: Drawer) -> None:
    one, *_ = drawer.leaders
    (entry,) = taken_by_tying(drawer, {}, [], {one.id: 1, "foreign": 1}).entries
    assert (entry.kind, entry.after["count"]) == ("leaders", one.count - 1)
    none = drawer.model_copy(update={"leaders": (one.model_copy(update={"count": 0}),)})
    assert taken_by_tying(none, {}, [], {one.id: 1}).entries[0].after["count"] == 0


def test_tying_takes_what_was_tied_beforehand_off_its_winder_and_never_below_none(drawer: Drawer) -> None:
    one, *_ = drawer.winders
    (entry,) = taken_by_tying(drawer, {}, [], {one.id: 1, "foreign": 1}).entries
    assert (entry.kind, entry.after["count"]) == ("winders", one.count - 1)
    none = drawer.model_copy(update={"winders": (one.model_copy(update={"count": 0}),)})
    assert taken_by_tying(none, {}, [], {one.id: 1}).entries[0].after["count"] == 0


def test_a_lost_fly_does_not_come_back_into_the_box(drawer: Drawer) -> None:
    took = taken_by_tying(drawer, {}, [drawer.fly("slim-olive-25"), drawer.fly("resin-quill-28")])
    lost = took.model_copy(update={"act": "flies", "entries": (), "out": (), "lost": ("slim-olive-25",)})
    assert still_out([took, lost]) == ["resin-quill-28"]
    (back,) = moved_flies(drawer, ["resin-quill-28"], +1)
    assert {w["id"]: w["count"] for w in back.after["weights"]}["resin-quill-28"] == 7


@pytest.mark.parametrize("text", ["floating", "4 m at 76.2 mm/s; 6 m at 127 mm/s; 20 m at 75 mm/s", "30 m at 32 mm/s"])
def test_a_sinking_line_reads_back_as_it_is_written(text: str) -> None:
    assert write_zones(read_zones(text)) == text


def test_sinks_in_inches_a_second_are_those_of_the_label() -> None:
    assert read_zones("5 m at 6 in/s")[0].sink_mm_s == pytest.approx(152.4)
    with pytest.raises(InputError, match="floating"):
        read_zones("4 m at")


def test_a_jar_gives_the_fly_its_own_figure_and_a_fly_that_falls_as_computed_agrees(drawer: Drawer) -> None:
    fly = drawer.fly("resin-quill-28")
    of = kinds()["flies"]
    (row,) = [r for p in drawer.patterns for r in of.rows(p) if r.id == "resin-quill-28"]
    seconds = 250 / row.cells["falls"]
    same = time_fly(fly, 0.25, [seconds, seconds * 1.01, seconds * 0.99], 12.0, Writer())
    assert same.sentence == "The table has this fly about right."
    slow = time_fly(fly, 0.25, [seconds * 1.5] * 3, 12.0, Writer())
    assert "slower than computed" in slow.sentence
    assert slow.drag > same.drag
    assert float(slow.cells["timed"]) == pytest.approx(row.cells["falls"] / 1.5, rel=0.01)
    fast = time_fly(fly, 0.25, [seconds / 4], 12.0, Writer())
    assert fast.cells == {}
    assert any("disagree" in note for note in fast.notes)


CHOSEN = [(kind.key, c) for kind in kinds().values() for c in kind.columns if c.kind == "choice"]


@pytest.mark.parametrize(("kind", "column"), CHOSEN, ids=[f"{kind}-{c.key}" for kind, c in CHOSEN])
def test_a_choice_is_read_by_its_words_or_its_key_shown_in_words_and_kept_as_its_key(kind: str, column: Column) -> None:
    assert len(set(column.choices.values())) == len(column.choices) > 1
    for key, called in column.choices.items():
        assert column.read(called.upper()) == column.read(key) == key
        assert column.plain(key) == key
        assert column.shown(key, Writer("metric")) == called


def test_what_begins_several_choices_is_told_with_all_of_them_and_what_begins_none_with_every_one() -> None:
    column = kinds()["spools"].column("material")
    assert column.read("coat") == "coated"
    with pytest.raises(InputError, match=r"could be Nylon, butt grade; Nylon tippet$"):
        column.read("nylon")
    with pytest.raises(InputError, match=r"one of Nylon, butt grade; .*; Floating braid$"):
        column.read("wire")
    with pytest.raises(InputError, match=r"one of dry, wet$"):
        kinds()["spools"].column("state").read("damp")
