"""A line that is dressed in part: two stretches of one line, cut, tied, told and bought as one."""

from __future__ import annotations

import pytest

from jarana.core.errors import InputError
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.dressing import DressEnd, SetDressing
from jarana.core.rig.edits.spans import SetDiameter, StepDiameter
from jarana.core.rig.edits.structure import JoinSpans
from jarana.core.rig.edits.whole import SetWindKnot
from jarana.core.rig.lacking import lacking
from jarana.core.rig.model import SHORTEST_SPAN_MM, Rig
from jarana.core.rig.one_line import along, is_end, whole
from jarana.core.rig.rerig import rerig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.dressing import dressing_plan
from jarana.core.sheet.measures import Measures
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from tests.core.rig.test_structure import DRY, FLOAT, do

METRIC = Writer()
GREASED, LAST = DRY, DRY.spans[-1]
BARE = do(DRY, SetDressing(span=LAST.id, dressing="none"))
ENDED = do(GREASED, DressEnd(span=LAST.id, length="30 cm"))


def told(before: Rig, after: Rig) -> list[str]:
    return [c.text for c in compare(before, after, METRIC)]


def test_only_the_end_is_dressed_and_nothing_is_tied_or_cut_for_it() -> None:
    upper, lower = ENDED.spans[-2:]
    assert (upper.dressing, lower.dressing, lower.length_mm) == ("none", "degreased", 300.0)
    assert upper.length_mm + lower.length_mm == LAST.length_mm
    assert ENDED.length == pytest.approx(DRY.length)
    cost = rerig(GREASED, ENDED, 18.0, 0.0, METRIC).cost
    assert (cost.knots, cost.line, cost.minutes) == (0, 0.0, 0.0)
    assert whole(ENDED).spans[-1].length_mm == LAST.length_mm
    assert len(list(lacking(ENDED, Drawer()))) == len(list(lacking(DRY, Drawer())))


def test_it_is_cut_as_one_piece_under_its_own_name() -> None:
    one, two = ([(c.name, c.cut_mm) for c in cuts_of(rig, METRIC, Measures())] for rig in (GREASED, ENDED))
    assert one == two


def test_sheet_and_history_say_what_is_on_it() -> None:
    assert "Degrease, and wipe clean: end of the tippet." in dressing_plan(ENDED)
    assert told(GREASED, ENDED) == ["tippet dressing degreased → degreased on its last 30 cm"]
    assert told(BARE, ENDED) == ["tippet dressing none → degreased on its last 30 cm"]


def test_another_length_moves_the_place_and_all_of_it_takes_it_away() -> None:
    end = ENDED.spans[-1].id
    more = do(ENDED, DressEnd(span=end, length="45 cm"))
    assert [s.length_mm for s in more.spans[-2:]] == [LAST.length_mm - 450.0, 450.0]
    assert len(more.spans) == len(ENDED.spans)
    assert do(ENDED, DressEnd(span=end, length="5 m")) == GREASED


@pytest.mark.parametrize(("short", "stretches"), [(SHORTEST_SPAN_MM, 2), (SHORTEST_SPAN_MM - 0.2, 1)])
def test_what_would_be_left_above_is_a_stretch_or_all_of_it_is_dressed(short: float, stretches: int) -> None:
    made = do(GREASED, DressEnd(span=LAST.id, length=f"{LAST.length_mm - short} mm"))
    assert len(along(made, len(made.spans) - 1)) == stretches


@pytest.mark.parametrize(("mm", "fine"), [(SHORTEST_SPAN_MM, True), (SHORTEST_SPAN_MM - 0.1, False)])
def test_less_than_a_stretch_is_refused(mm: float, fine: bool) -> None:
    edit = DressEnd(span=LAST.id, length=f"{mm} mm")
    if fine:
        assert do(GREASED, edit).spans[-1].length_mm == mm
    else:
        with pytest.raises(InputError, match="at least"):
            do(GREASED, edit)


def test_a_line_with_nothing_on_it_has_no_dressed_end() -> None:
    with pytest.raises(InputError, match="nothing is on it"):
        do(BARE, DressEnd(span=LAST.id, length="30 cm"))


@pytest.mark.parametrize("edit", [SetDiameter, StepDiameter])
def test_other_line_is_other_line_in_all_of_it(edit: type) -> None:
    end = ENDED.spans[-1].id
    made = do(ENDED, edit(span=end, value="0.14 mm") if edit is SetDiameter else edit(span=end, finer=False))
    assert made.spans[-1].d0_mm == made.spans[-2].d0_mm != LAST.d0_mm
    assert is_end(made, len(made.spans) - 1)


def test_where_another_line_is_tied_between_there_is_a_knot() -> None:
    """A ready-made tip is of one piece with its taper; other line in its place is tied on."""
    tip = next(i for i in range(1, len(DRY.spans)) if "unbroken" in DRY.joints[i].knot.uses)
    made = do(DRY, SetDiameter(span=DRY.spans[tip].id, value="0.25 mm"))
    assert "unbroken" not in made.joints[tip].knot.uses


def test_what_sits_on_a_line_stays_where_it_sat_when_it_is_joined_again() -> None:
    span = FLOAT.head.span
    middle = FLOAT.rebuilt(head=FLOAT.head.model_copy(update={"mm": 200.0}))
    dressed = do(middle, SetDressing(span=span, dressing="greased"))
    for part, holds in (("25 cm", 1), ("15 cm", 0)):
        made = do(dressed, DressEnd(span=span, length=part))
        at = made.span_index(span)
        assert made.head.span == made.spans[at + holds].id
        assert made.head.hangs_from(made) == pytest.approx(middle.head.hangs_from(middle))
        assert do(made, JoinSpans(joint=made.joints[at + 1].id)).head == middle.head


def test_a_wind_knot_in_either_stretch_is_in_the_line_when_it_is_one_again() -> None:
    end = ENDED.spans[-1].id
    knotted = do(ENDED, SetWindKnot(span=end, knotted=True))
    assert whole(knotted).spans[-1].wind_knot
    assert any("wind knot" in text for text in told(ENDED, knotted))
