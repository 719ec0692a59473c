"""Questions of the log are answered by counts, and name a best only where it stands out."""

from __future__ import annotations

from collections.abc import Sequence
from datetime import UTC, datetime
from uuid import uuid4

from jarana.core.bank.asked import questions
from jarana.core.bank.asked.base import FEWEST, Logged, counted, row, surely_most
from jarana.core.bank.asked.level import STEPS_M
from jarana.core.bank.outing import Fished, OutingView, Row
from jarana.core.journal.kinds.outing import Along
from jarana.core.rig.edits.whole import Rename
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, started

RIG = started("level-contact", WATERS["weir-run"])
AT = datetime(2026, 6, 1, 8, tzinfo=UTC)


def outing(*fished: Fished, depth: float = 0.9, at: datetime = AT, rows: Sequence[Row] = ()) -> OutingView:
    return OutingView(
        id=uuid4(), begun_at=at, ended_at=None, water="w", water_name="Weir Run",
        rigs=(Along(id="r", revision="a", name="A"), Along(id="s", revision="b", name="B")), depth_m=depth,
        pace_m_s=0.6, temperature_c=None, minutes=60.0, drifts=sum(f.drifts for f in fished),
        touched=sum(f.touched for f in fished), fished=fished, covered=(), fish=(), changes=0, refused=0, lost=(),
        rows=tuple(rows),
    )  # fmt: skip


def log(*outings: OutingView) -> Logged:
    heavier = RIG.replace_attachment("point", body=RIG.point.fly.model_copy(update={"bead": None}))  # type: ignore[union-attr]
    return Logged(outings, {"a": RIG, "b": heavier}, Writer(), lambda at: f"{at:%B}")


def ask(key: str, *outings: OutingView) -> tuple[dict[str, tuple[int, int]], str]:
    rows, says = questions()[key].answer(log(*outings))
    return {r.name: (r.hits, r.drifts) for r in rows}, says


def test_a_weight_stands_out_only_with_counts_enough() -> None:
    few = ask("weight", outing(Fished(rig=0, option=0, drifts=5, touched=4), Fished(rig=1, option=0, drifts=5)))
    assert "cannot be told" in few[1]
    rows, says = ask(
        "weight", outing(Fished(rig=0, option=0, drifts=40, touched=30), Fished(rig=1, option=0, drifts=40, touched=4))
    )
    assert (30, 40) in rows.values()
    assert "no bead, Weir Run" in rows
    assert "30 of 40" in says


def test_drifts_of_a_rig_that_was_changed_at_the_water_tell_nothing_of_its_weight() -> None:
    assert ask("weight", outing(Fished(rig=0, option=2, drifts=40, touched=30)))[0] == {}


def test_lost_flies_are_told_beside_takes() -> None:
    lost = Row(id=uuid4(), at=AT, kind="drift", rig=0, what="lost", drifts=1)
    rows, says = ask("finer", outing(Fished(rig=0, option=0, drifts=20, takes=2), rows=[lost, lost]))
    assert list(rows.values()) == [(2, 20)]
    assert "2 flies on" in says


def test_months_and_depths_are_rows_of_their_own() -> None:
    july = AT.replace(month=7)
    rows, _ = ask(
        "month", outing(Fished(rig=0, option=0, drifts=20, takes=2)), outing(Fished(rig=0, option=0, drifts=9), at=july)
    )
    assert rows == {"June, Weir Run": (2, 20), "July, Weir Run": (0, 9)}
    levels, _ = ask(
        "level", *[outing(Fished(rig=0, option=0, drifts=10), depth=d) for d in (STEPS_M[1], STEPS_M[1] + 0.01, 60.0)]
    )
    assert [n for _, n in levels.values()] == [10, 10, 10]


def test_waters_are_never_held_against_each_other() -> None:
    good = outing(Fished(rig=0, option=0, drifts=40, touched=30))
    poor = outing(Fished(rig=1, option=0, drifts=40, touched=4)).model_copy(update={"water_name": "Mill Throat"})
    assert "cannot be told" in ask("weight", good, poor)[1]
    assert "30 of 40" in ask("weight", good, poor, poor.model_copy(update={"water_name": "Weir Run"}))[1]


def test_no_outing_answers_every_question_with_nothing() -> None:
    for key in questions():
        rows, says = ask(key)
        assert rows == {}
        assert says.startswith("No ")


def test_the_most_is_told_where_its_band_lies_above_all_others() -> None:
    assert surely_most([row("a", 30, 40), row("b", 4, 40)]) is not None
    assert surely_most([row("a", 30, 40), row("b", 28, 40)]) is None
    assert surely_most([row("a", 30, 40)]) is None
    assert surely_most([row("a", FEWEST, FEWEST), row("b", 0, FEWEST - 1)]) is None
    assert surely_most([row("a", FEWEST, FEWEST), row("b", 0, FEWEST)]) is not None
    assert [r.name for r in counted([("x", 1, 2), ("y", 0, 0), ("x", 1, 3)])] == ["x"]


def test_a_rig_that_is_renamed_stays_what_it_was() -> None:
    assert Rename(name="other").apply(RIG, DRAWER).point == RIG.point
