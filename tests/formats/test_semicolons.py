"""A table for spreadsheets with decimal commas: figures are turned, words are not."""

from __future__ import annotations

from jarana.formats.cells import BOM, with_semicolons

TABLE = 'id,label,length_m\r\n1.5,5.5,2.25\r\n"a;b","x, y",-0.5\r\n'


def test_figures_get_a_comma_and_what_holds_a_semicolon_is_quoted() -> None:
    assert with_semicolons(TABLE) == BOM + 'id;label;length_m\r\n1,5;5,5;2,25\r\n"a;b";x, y;-0,5\r\n'


def test_columns_of_words_stay_as_they_are_written() -> None:
    assert with_semicolons(TABLE, {"id", "label"}).splitlines()[1] == "1.5;5.5;2,25"


def test_what_only_looks_like_a_figure_and_an_empty_table_stay() -> None:
    assert with_semicolons("a\r\n1.2.3\r\n2026-06-01\r\n.5\r\n").splitlines()[1:] == ["1.2.3", "2026-06-01", ".5"]
    assert with_semicolons("") == BOM + "\r\n"
