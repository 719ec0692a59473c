"""How the drawer reads: rows and references of every kind, what moved, what is taken back, what is lost."""

from __future__ import annotations

from datetime import date
from itertools import count
from typing import Any

import pytest

from jarana.core.errors import InputError
from jarana.core.stock.change import (
    AddRow,
    Duplicate,
    Entries,
    Entry,
    Lose,
    SetCells,
    Shelf,
    ThrowAway,
    make_edits,
    take_back,
    turned,
)
from jarana.core.stock.kinds import kinds
from jarana.core.stock.ledger import MOST_MOVES, moves
from jarana.core.stock.zones import read_zones, write_zones
from jarana.core.units import Writer
from tests.fishing import DRAWER

METRIC, IMPERIAL = Writer("metric"), Writer("imperial")


def owned(kind: str) -> Shelf:
    """The shelf of the valley's angler."""
    ids = count(1)
    of = kinds()[kind]
    return Shelf(of, {item.id: item for item in getattr(DRAWER, of.drawer)}, lambda: f"new-{next(ids)}")


def first(kind: str) -> tuple[str, list[str]]:
    of = kinds()[kind]
    row = of.rows(getattr(DRAWER, of.drawer)[0])[0]
    return of.name(row.cells), [column.shown(row.cells.get(column.key), METRIC) for column in of.columns]


@pytest.mark.parametrize(
    ("kind", "name", "shown"),
    [
        ("spools", "1 · butt 0.40", ["1", "butt 0.40", "Nylon, butt grade", "0.40 mm", "", "", "", "9.50 kg", "dry", "8.27 kg", "28.0 m", "5.0 m", "2026-04-11", "", "", ""]),
        ("flies", "Resin quill #14 2.5 mm", ["Resin quill", "14", "standard", "nymph", "yes", "slim thread or quill", "brown", "", "imitation", "olive nymph", "2.5 mm", "tungsten, slotted", "", "", "", "4", "1", "", "134.4 mg", "45.0 cm/s", "", "", "", "", "", ""]),
        ("lines", "thin level line", ["thin level line", "0", "0.55 mm", "level", "", "floating", ""]),
        ("rods", "3.2 m, 3-weight", ["3.2 m, 3-weight", "3.20 m", "3", "", "0.36 kg"]),
        ("floats", "pinch-on foam, half", ["pinch-on foam, half", "foam", "0.12", "6.4 mm", "", "no"]),
        ("shot", "BB", ["BB", "400.0 mg", "tin", "20", "5"]),
        ("rings", "2 mm ring", ["2 mm ring", "2.0 mm", "10.0 mg", "12.00 kg", "14", "4"]),
        ("reels", "river reel", ["river reel", "yes", "thin level line"]),
        ("knots", "Three-turn water knot in fluorocarbon", ["Three-turn water knot", "fluorocarbon", "86", "3", "5", "", "83"]),
    ],
)  # fmt: skip
def test_a_row_reads_so(kind: str, name: str, shown: list[str]) -> None:
    assert first(kind) == (name, shown)


@pytest.mark.parametrize(
    ("kind", "key", "name", "note", "cells"),
    [
        ("spools", "nylon-butt-0.30", "Nylon, butt grade 0.30", "0.300 mm, about 4.1 kg", {"label": "nylon 0.30", "material": "nylon-butt", "diameter": "0.3", "left": "50"}),
        ("flies", "slick-12", "Slick resin #12", "3.5 mm tungsten", {"pattern": "Slick resin", "hook": "12", "dressing": "slick", "count": "3", "bead": "3.5", "metal": "tungsten"}),
        ("lines", "floating-3", "Floating 3-weight", "tip 0.95 mm", {"name": "Floating 3-weight", "class": "3", "tip": "0.95", "taper": "weight forward", "sinks": "floating"}),
        ("lines", "floating-0", "Thin level line", "tip 0.55 mm", {"name": "Thin level line", "class": "0", "tip": "0.55", "taper": "level", "sinks": "floating"}),
        ("rods", "3.05-2", "3.05 m, 2-weight", "pulls about 3.5 N", {"name": "3.05 m, 2-weight", "length": "3.05", "class": "2"}),
        ("floats", "pinch", "Pinch-on foam", "bears 0.28 g", {"name": "pinch-on foam", "look": "foam", "bears": "0.28", "diameter": "8.4"}),
        ("shot", "aaa", "Shot AAA", "0.81 g tin", {"name": "AAA", "mass": "810", "count": "10"}),
        ("rings", "ring-2", "2 mm ring", "10 mg, 12 kg", {"diameter": "2", "mass": "10", "strength": "12", "count": "10"}),
        ("reels", "open", "Open reel", "thin leaders slip behind it", {"name": "Open reel", "caged": "no"}),
        ("reels", "caged", "Caged reel", "for thin level leaders", {"name": "Caged reel", "caged": "yes"}),
        ("knots", "clinch-fluorocarbon", "Clinch, 5 turns in fluorocarbon", "table: 70 %", {"knot": "clinch", "line": "fluorocarbon", "keeps": "70", "n": "1"}),
    ],
)  # fmt: skip
def test_what_the_tables_offer_reads_so(kind: str, key: str, name: str, note: str, cells: dict[str, str]) -> None:
    (found,) = [r for r in kinds()[kind].references() if r.key == key]
    assert (found.name, found.note, found.cells) == (name, note, cells)


def change(kind: str, *edits: Any) -> Entries:
    shelf = owned(kind)
    make_edits(shelf, list(edits))
    return Entries(act="edit", entries=shelf.entries())


@pytest.mark.parametrize(
    ("kind", "edit", "name", "amount", "inches"),
    [
        ("spools", SetCells(rows=("spool-1",), cells={"left": "20"}), "1 · butt 0.40", "−8.0 m", "−26 ft"),
        ("spools", SetCells(rows=("spool-1",), cells={"left": "30.5"}), "1 · butt 0.40", "+2.5 m", "+8 ft"),
        ("spools", SetCells(rows=("spool-1",), cells={"label": "butt"}), "1 · butt", "label butt 0.40 → butt", "label butt 0.40 → butt"),
        ("spools", SetCells(rows=("spool-1",), cells={"opened": ""}), "1 · butt 0.40", "opened 2026-04-11 → –", "opened 2026-04-11 → –"),
        ("spools", SetCells(rows=("spool-1",), cells={"strength": "9", "left": "20"}), "1 · butt 0.40", "strength 9.50 kg → 9.00 kg, −8.0 m", "strength 20.9 lb → 19.8 lb, −26 ft"),
        ("shot", Lose(rows=("shot-bb",)), "BB", "−1", "−1"),
        ("shot", ThrowAway(rows=("shot-bb",)), "BB", "thrown away", "thrown away"),
        ("shot", AddRow(reference="ssg"), "SSG", "added", "added"),
    ],
)  # fmt: skip
def test_what_moved_is_told_in_words_and_figures(kind: str, edit: Any, name: str, amount: str, inches: str) -> None:
    for writer, text in ((METRIC, amount), (IMPERIAL, inches)):
        (move,), more = moves(change(kind, edit), writer)
        assert (move.kind, move.name, move.amount, more) == (kind, name, text, 0)


def test_a_dozen_moves_are_told_and_the_rest_counted() -> None:
    entries = change("shot", AddRow(reference="ssg")).model_copy(
        update={"lost": tuple(f"w{k}" for k in range(MOST_MOVES))}
    )
    told, more = moves(entries, METRIC)
    assert (len(told), more) == (MOST_MOVES, 1)
    assert (told[-1].kind, told[-1].name, told[-1].amount) == ("flies", f"w{MOST_MOVES - 2}", "lost")


@pytest.mark.parametrize(
    ("was", "became", "now", "then"),
    [
        ({"left_m": 30.0}, {"left_m": 20.0}, {"left_m": 15.0}, {"left_m": 25.0}),
        ({"left_m": 10.0}, {"left_m": 30.0}, {"left_m": 15.0}, {"left_m": 0.0}),
        ({"count": 5}, {"count": 3}, {"count": 1}, {"count": 3}),
        ({"count": 1}, {"count": 6}, {"count": 2}, {"count": 0}),
        ({"count": None}, {"count": 6}, {"count": 2}, {"count": None}),
        ({"label": "a"}, {"label": "b"}, {"label": "c"}, {"label": "a"}),
        ({"label": "a"}, {"label": "a"}, {"label": "c"}, {"label": "c"}),
        ({"m": {"x": 1, "y": 2}}, {"m": {"x": 9, "y": 2}}, {"m": {"x": 9, "y": 7}}, {"m": {"x": 1, "y": 7}}),
        ({"m": {"x": 1}}, {"m": None}, {"m": None}, {"m": {"x": 1}}),
        (
            {"rows": [{"id": "a", "count": 5}, {"id": "b", "count": 2}]},
            {"rows": [{"id": "a", "count": 4}, {"id": "c", "count": 1}]},
            {"rows": [{"id": "a", "count": 2}, {"id": "c", "count": 1}, {"id": "d", "count": 8}]},
            {"rows": [{"id": "a", "count": 3}, {"id": "d", "count": 8}, {"id": "b", "count": 2}]},
        ),
    ],
)
def test_a_change_is_taken_out_and_what_was_done_since_stays(
    was: dict[str, Any], became: dict[str, Any], now: dict[str, Any], then: dict[str, Any]
) -> None:
    kind = kinds()["flies"] if "count" in str(was) else kinds()["spools"]
    entry = Entry(kind="spools", item="x", before=was, after=became)
    assert take_back(kind, entry, now) == then


def test_a_change_of_something_that_went_stays_gone_and_a_throwing_away_comes_back() -> None:
    kind, document = kinds()["spools"], {"left_m": 3.0}
    assert take_back(kind, Entry(kind="spools", item="x", before=document, after={"left_m": 1.0}), None) is None
    assert take_back(kind, Entry(kind="spools", item="x", before=document, after=None), None) == document
    assert take_back(kind, Entry(kind="spools", item="x", before=None, after=document), document) is None
    entry = Entry(kind="spools", item="x", before=document, after=None)
    assert turned(entry) == Entry(kind="spools", item="x", before=None, after=document)


@pytest.mark.parametrize(
    ("kind", "edit", "path", "reason"),
    [
        ("spools", Lose(rows=("spool-1",)), "op", "spool"),
        ("shot", AddRow(reference="none"), "reference", "not in the tables"),
        ("shot", SetCells(rows=("nobody",), cells={"count": "3"}), "rows", ""),
        ("shot", SetCells(rows=("shot-bb",), cells={"nothing": "3"}), "column", "no such column"),
    ],
)
def test_what_cannot_be_done_to_a_shelf_names_its_field(kind: str, edit: Any, path: str, reason: str) -> None:
    with pytest.raises(InputError) as refused:
        make_edits(owned(kind), [edit])
    (fault,) = refused.value.faults
    assert path in fault.path
    assert reason in fault.reason


def test_the_last_of_a_count_can_be_lost_and_then_no_more() -> None:
    shelf = owned("shot")
    make_edits(shelf, [SetCells(rows=("shot-bb",), cells={"count": "1"}), Lose(rows=("shot-bb",))])
    assert shelf.items["shot-bb"].count == 0
    with pytest.raises(InputError, match="none in the box") as refused:
        make_edits(shelf, [Lose(rows=("shot-bb",))])
    assert refused.value.faults[0].value == "0"
    assert shelf.items["shot-bb"].count == 0


def test_a_bulk_edit_says_which_of_its_rows_is_wrong() -> None:
    shelf = owned("shot")
    make_edits(shelf, [SetCells(rows=("shot-no-1",), cells={"count": "0"})])
    with pytest.raises(InputError) as refused:
        make_edits(shelf, [Lose(rows=("shot-bb",))] * 2 + [Lose(rows=("shot-no-1",))])
    assert "[2]" in refused.value.faults[0].path


def test_a_spool_copied_has_no_number_yet_and_a_fly_copied_is_the_next_bead_with_none_in_the_box() -> None:
    spools = owned("spools")
    before = set(spools.items)
    make_edits(spools, [Duplicate(rows=("spool-1",))])
    (made,) = set(spools.items) - before
    copy = spools.items[made]
    assert (copy.label, copy.left_m) == (spools.items["spool-1"].label, spools.items["spool-1"].left_m)
    assert copy.number not in {s.number for key, s in spools.items.items() if key != made}
    flies, pattern = owned("flies"), DRAWER.patterns[0]
    make_edits(flies, [Duplicate(rows=(pattern.weights[0].id,))])
    had = {w.bead.diameter_mm for w in pattern.weights if w.bead}
    (new,) = [w for w in flies.items[pattern.id].weights if w.bead and w.bead.diameter_mm not in had]
    assert new.count == 0


@pytest.mark.parametrize(
    ("text", "written"),
    [
        ("floating", "floating"),
        ("4 m at 76 mm/s; 6 m at 127 mm/s", "4 m at 76 mm/s; 6 m at 127 mm/s"),
        ("4m at 7.6 cm/s", "4 m at 76 mm/s"),
        ("10 ft at 3 in/s", "3.048 m at 76.2 mm/s"),
    ],
)
def test_the_zones_of_a_line_are_read_in_any_unit_and_written_in_one(text: str, written: str) -> None:
    assert write_zones(read_zones(text)) == written


@pytest.mark.parametrize("text", ["sinking", "4 m", "at 76 mm/s", "4 m at fast", "-4 m at 76 mm/s", "0 m at 76 mm/s"])
def test_zones_that_cannot_be_are_refused(text: str) -> None:
    with pytest.raises(InputError):
        read_zones(text)


@pytest.mark.parametrize(
    ("text", "day"),
    [("2026-04-30", date(2026, 4, 30)), ("", None), ("30 April", "refused"), ("2026-02-30", "refused")],
)
def test_a_date_is_read_as_it_is_written(text: str, day: date | str | None) -> None:
    shelf = owned("spools")
    edit = SetCells(rows=("spool-1",), cells={"opened": text})
    if day == "refused":
        with pytest.raises(InputError) as refused:
            make_edits(shelf, [edit])
        assert "opened" in refused.value.faults[0].path
    else:
        make_edits(shelf, [edit])
        assert shelf.items["spool-1"].opened == day


def test_a_figure_without_a_unit_takes_the_persons_mark_too() -> None:
    comma = Writer("metric,mark=comma")
    keeps = kinds()["knots"].column("keeps")
    assert (keeps.shown(31.5, METRIC), keeps.shown(31.5, comma)) == ("31.5", "31,5")
    assert keeps.shown(86.0, comma) == "86"
