"""A log from before is read as people keep one, and everything wrong in it is told by line."""

from __future__ import annotations

from datetime import date

import pytest

from jarana.core.errors import InputError
from jarana.core.units import Writer
from jarana.formats.old_log import COLUMNS, MOST_DRIFTS, MOST_FAULTS, MOST_ROWS, OldRow, read_old_log, template

TODAY = date(2026, 6, 1)


def read(text: str, writer: Writer | None = None) -> list[OldRow]:
    return read_old_log(text, writer or Writer(), TODAY)


def wrong(text: str) -> list[str]:
    with pytest.raises(InputError) as caught:
        read(text)
    return [str(f) for f in caught.value.faults]


def test_the_template_is_a_log() -> None:
    (row,) = read(template())
    assert (row.water, row.drifts, row.touched, row.takes) == ("Weir Run", 30, 8, 2)
    assert row.depth_m == pytest.approx(0.9)


def test_columns_stand_in_any_order_and_cells_between_semicolons_with_commas_in_figures() -> None:
    (row,) = read("drifts;water;day;depth\n12;Weir Run;2025-06-14;0,85\n")
    assert (row.drifts, row.day, row.depth_m) == (12, date(2025, 6, 14), pytest.approx(0.85))
    assert (row.touched, row.takes, row.lane, row.step, row.rig) == (None, 0, "main", 1, "")


def test_a_bare_figure_is_in_the_persons_units() -> None:
    text = "day,water,drifts,depth,temperature\n2025-06-14,Weir Run,12,3,50\n"
    (row,) = read(text, Writer("imperial"))
    assert row.depth_m == pytest.approx(0.9144)
    assert row.temperature_c == pytest.approx(10.0)


def test_everything_wrong_is_told_at_once_by_line_and_column() -> None:
    told = wrong("day,water,drifts,touched,lane\n14.6.2025,,x,3,deep\n2026-06-02,Weir Run,3,4,main\n")
    text = "\n".join(told)
    for part in ("line 2: day", "line 2: water", "line 2: drifts", "line 2: lane", "line 3: day", "line 3: touched"):
        assert part in text


@pytest.mark.parametrize(
    ("text", "said"),
    [
        ("", "holds no line"),
        ("day,water,drifts\n", "holds no line"),
        ("day,water\n2025-06-14,W\n", "drifts; this column is missing"),
        ("day,water,drifts,weather\n2025-06-14,W,3,fine\n", "no such column"),
        ("day,day,water,drifts\n1,1,W,3\n", "stands twice"),
        ("day,water,drifts\n" + "2025-06-14,W,3\n" * (MOST_ROWS + 1), "at most"),
        ("x" * 900_001, "larger than"),
    ],
)
def test_what_is_no_log_is_refused_in_a_sentence(text: str, said: str) -> None:
    assert said in " ".join(wrong(text))


def test_drifts_have_a_greatest_number_and_faults_an_end() -> None:
    assert len(read(f"day,water,drifts\n2025-06-14,W,{MOST_DRIFTS}\n")) == 1
    assert wrong(f"day,water,drifts\n2025-06-14,W,{MOST_DRIFTS + 1}\n")
    assert len(wrong("day,water,drifts\n" + "2025-06-14,W,0\n" * 500)) == MOST_FAULTS


def test_a_formula_in_a_note_comes_back_as_it_was_written() -> None:
    (row,) = read("day,water,drifts,note\n2025-06-14,W,3,'=1+1\n")
    assert row.note == "=1+1"


def test_every_column_is_read() -> None:
    assert set(COLUMNS) >= {"day", "water", "drifts"}
    assert template().split("\n", 1)[0].split(",") == list(COLUMNS)
