"""Tackle as CSV: out and in again the same, and nothing hostile gets through."""

from __future__ import annotations

import csv
import io
from itertools import count
from typing import Any

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.stock.change import MOST_ROWS, AddRow, Shelf, make_edits
from jarana.core.stock.kinds import kinds
from jarana.demo.load import stock_file
from jarana.formats.cells import quoted, unquoted
from jarana.formats.stock_csv import MOST_FAULTS, put_rows, read_stock, stock_csv, template

KINDS = sorted(kinds())


def shelf(kind: str) -> Shelf:
    ids = count(1)
    return Shelf(kinds()[kind], {}, lambda: f"n{next(ids)}")


def taken(kind: str, text: str) -> tuple[Shelf, list[str]]:
    """Return the shelf a file fills and what is wrong with it."""
    made, read = shelf(kind), read_stock(kinds()[kind], text)
    put_rows(made, read)
    return made, [str(f) for f in read.faults.faults]


@pytest.mark.parametrize("kind", KINDS)
def test_the_demo_stock_goes_out_and_comes_in_the_same(kind: str) -> None:
    made, wrong = taken(kind, stock_file(kind))
    assert wrong == []
    assert made.items
    text = stock_csv(kinds()[kind], list(made.items.values()))
    again, wrong = taken(kind, text)
    assert wrong == []
    assert again.items == made.items
    assert stock_csv(kinds()[kind], list(again.items.values())) == text


@pytest.mark.parametrize("kind", KINDS)
def test_a_template_is_a_file_that_can_be_taken_in(kind: str) -> None:
    made, wrong = taken(kind, template(kinds()[kind]))
    assert wrong == []
    assert len(made.where) == 2


def test_semicolons_decimal_commas_tabs_titles_and_other_units_are_read() -> None:
    semicolons = "Label;Material;diameter [mm];left [m]\nthin;fluoro;0,12;12,5\n"
    tabs = "material\tdiameter [in]\tleft [ft]\tlabel\nfluorocarbon\t.005\t100\t\n"
    one, wrong = taken("spools", semicolons)
    assert wrong == []
    (spool,) = one.items.values()
    assert (spool.diameter_mm, spool.left_m, spool.material.key) == (0.12, 12.5, "fluorocarbon")
    two, wrong = taken("spools", "\ufeff" + tabs)
    assert wrong == []
    (spool,) = two.items.values()
    assert spool.diameter_mm == pytest.approx(0.127)
    assert spool.left_m == pytest.approx(30.48)


def test_a_cell_may_carry_its_own_unit() -> None:
    made, wrong = taken("spools", 'label,material,diameter [mm],left [m]\n,nylon-tippet,5x,"6 ft 6"\n')
    assert wrong == []
    (spool,) = made.items.values()
    assert (spool.diameter_mm, spool.left_m) == (pytest.approx(0.1524), pytest.approx(1.9812))


def test_every_row_that_is_wrong_is_named_with_its_column() -> None:
    text = "pattern,hook,dressing,count\nA,16,slim,3\nB,17,slim,3\nC,16,velvet,-1\nD,6,slim,1\n"
    read = read_stock(kinds()["flies"], text)
    made = shelf("flies")
    put_rows(made, read)
    assert [f.path for f in read.faults.faults] == [
        "rows[1].hook",
        "rows[2].dressing",
        "rows[2].count",
        "rows[3].dressing",
    ]
    assert read.lines == (2, 3, 4, 5)


@pytest.mark.parametrize(
    ("text", "says"),
    [
        ("", "is empty"),
        ("pattern,hook\nA,16\n", "this column is missing"),
        ("pattern,hook,dressing,sparkle\nA,16,slim,1\n", "no such column"),
        ("pattern,hook,dressing,bead [lb]\nA,16,slim,1\n", "the unit is one of"),
        ("pattern,hook,dressing,hook\nA,16,slim,16\n", "stands twice"),
        ("pattern,hook,dressing\nA,16,slim,too,many\n", "more cells than the header"),
        ("id,pattern,hook,dressing\nx,A,16,slim\nx,B,16,slim\n", "stands twice in this file"),
        ("id,pattern,hook,dressing\n../x,A,16,slim\n", "letters, digits"),
        ("pattern,hook,dressing\nA\0B,16,slim\n", "not text"),
        ("pattern,hook,dressing\n" + "A" * 1_000_000 + ",16,slim\n", "larger than"),
        ("pattern,hook,dressing\n" + "A" * 500_000 + ",16,slim\n", "field larger"),
        ("pattern,hook,dressing\n" + "A" * 500 + ",16,slim\n", "longer than 120"),
        ('pattern,hook,dressing\n"A,16,slim\nB,16,slim\n', "is missing"),
        (",".join(["x"] * 500) + "\n", "at most 60"),
        ("\ud800,hook\n", "no such column"),
    ],
)
def test_what_is_no_stock_is_refused_in_words(text: str, says: str) -> None:
    _made, wrong = taken("flies", text)
    assert any(says in line for line in wrong), wrong
    assert all(len(line) < 400 for line in wrong)


def test_ten_thousand_rows_are_refused_by_the_stated_limit() -> None:
    text = "pattern,hook,dressing,bead [mm],count\n" + "fly,16,slim,2.5,3\n" * 10_000
    made, wrong = taken("flies", text)
    assert wrong == [f"file: 10000 rows; at most {MOST_ROWS} rows at a time"]
    assert not made.items


def test_a_file_full_of_faults_names_the_first_of_them_and_ends() -> None:
    read = read_stock(kinds()["flies"], "pattern,hook,dressing\n" + "A,99,velvet\n" * MOST_ROWS)
    assert MOST_FAULTS <= len(read.faults.faults) < MOST_FAULTS + 10


FORMULAS = ["=1+1", "+1", "-1", "@x", "=HYPERLINK(0)", "'=x", "''-", "\t=1", "plain", "it's"]


@pytest.mark.parametrize("text", FORMULAS)
def test_no_cell_that_goes_out_is_a_formula_and_it_comes_in_as_it_was(text: str) -> None:
    assert not quoted(text).startswith(("=", "+", "-", "@", "\t", "\r"))
    assert unquoted(quoted(text)) == text


@given(st.text(max_size=40))
def test_quoting_is_undone_for_any_text(text: str) -> None:
    assert unquoted(quoted(text)) == text


WORDS = st.text(st.characters(exclude_categories=("Cs", "Cc")), min_size=1, max_size=30).filter(
    lambda t: t.strip() == t != ""
)


@settings(max_examples=60, deadline=None)
@given(name=WORDS, note=WORDS)
def test_names_of_any_letters_survive_the_way_out_and_in(name: str, note: str) -> None:
    made = shelf("reels")
    make_edits(made, [AddRow(cells={"name": name, "note": note, "caged": "yes"})])
    text = stock_csv(kinds()["reels"], list(made.items.values()))
    for row in list(csv.reader(io.StringIO(text)))[1:]:
        assert not any(cell.startswith(("=", "+", "-", "@")) for cell in row)
    again, wrong = taken("reels", text)
    assert wrong == []
    assert again.items == made.items


@settings(max_examples=120, deadline=None)
@given(text=st.text(max_size=300), kind=st.sampled_from(KINDS))
def test_any_text_is_answered_without_a_failure(text: str, kind: str) -> None:
    made, wrong = taken(kind, text)
    assert wrong or made.items or made.items == {}


def test_a_row_with_an_id_of_ones_own_takes_the_place_of_that_row(drawer: Any) -> None:
    items = {p.id: p for p in drawer.patterns}
    made = Shelf(kinds()["flies"], items, lambda: "new")
    text = stock_csv(kinds()["flies"], [items["slim-olive-20"]]).replace(",6,", ",9,")
    read = read_stock(kinds()["flies"], text)
    put_rows(made, read)
    assert read.faults.faults == []
    assert [e.item for e in made.entries()] == ["slim-olive-20"]


@pytest.mark.parametrize(
    "start", ["=", "+", "-", "@", "\uff1d", "\uff0b", "\ufe63", "\uff20", "\u200b=", "\ufeff@", "\u00a0=", "''="]
)
def test_what_a_spreadsheet_might_take_for_a_formula_is_quoted_and_comes_back(start: str) -> None:
    text = f"{start}cmd()"
    assert quoted(text) == f"'{text}"
    assert unquoted(quoted(text)) == text


@pytest.mark.parametrize("text", ["olive", "it's", "'tis", "2 = two", "a\u200b=b", ""])
def test_what_is_no_formula_stays_as_it_is(text: str) -> None:
    assert quoted(text) == text
    assert unquoted(text) == text
