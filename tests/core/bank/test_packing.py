"""A pack list holds what its rigs take from the drawer, with spare, and says where there is not enough."""

from __future__ import annotations

import pytest

from jarana.core.bank.packing import ENDS, LEAST_OF_A_FLY, RETIES, Packing, packing
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, started

WRITER, MEASURES = Writer(), Measures()
RIG = started("level-contact", WATERS["weir-run"])


def listed(*rigs: Rig, drawer: Drawer = DRAWER, losses: float = 0.0) -> Packing:
    return packing([(rig, "a method") for rig in rigs], drawer, WRITER, MEASURES, losses)


def rows(found: Packing, name: str) -> list[tuple[str, str, bool]]:
    return [(r.amount, r.name, r.lacking) for g in found.groups if g.name == name for r in g.rows]


def test_the_end_of_a_rig_is_counted_for_two_re_ties_and_the_rest_once() -> None:
    cuts = cuts_of(RIG, WRITER, MEASURES)
    spans = {s.id for s in RIG.spans}
    main = [c for c in cuts if c.part in spans]
    again = {c.part for c in main[-ENDS:]} | {c.part for c in cuts if c.part not in spans}
    whole = sum(c.cut_mm * (1 + RETIES * (c.part in again)) for c in cuts)
    taken = sum(WRITER.read("length", amount) * 1000 for amount, _, _ in rows(listed(RIG), "Spools"))
    assert taken == pytest.approx(whole, abs=10 * len(cuts))
    assert taken > sum(c.cut_mm for c in cuts)


def test_two_rigs_of_the_same_spools_and_flies_are_one_row_each_with_both_amounts() -> None:
    one, two = listed(RIG), listed(RIG, RIG)
    assert [r[1] for r in rows(one, "Spools")] == [r[1] for r in rows(two, "Spools")]
    first = [WRITER.read("length", r[0]) for r in rows(one, "Spools")]
    assert [WRITER.read("length", r[0]) for r in rows(two, "Spools")] == pytest.approx([2 * v for v in first], abs=0.02)
    assert len(two.labels) == 2


def test_a_spool_with_too_little_on_it_is_told() -> None:
    assert not any(lacking for _, _, lacking in rows(listed(RIG), "Spools"))
    bare = DRAWER.model_copy(update={"spools": tuple(s.model_copy(update={"left_m": 0.05}) for s in DRAWER.spools)})
    assert all(lacking for _, _, lacking in rows(listed(RIG, drawer=bare), "Spools"))
    none = DRAWER.model_copy(update={"spools": (), "patterns": ()})
    found = listed(RIG, drawer=none)
    assert all(lacking for _, _, lacking in rows(found, "Spools") + rows(found, "Flies"))


def test_of_each_fly_three_go_along_and_more_where_many_are_lost() -> None:
    flies = rows(listed(RIG), "Flies")
    assert {amount for amount, _, _ in flies} == {str(LEAST_OF_A_FLY)}
    more = rows(listed(RIG, losses=4.0), "Flies")
    assert {int(amount) for amount, _, _ in more} == {1 + 8 // len(flies)}


def test_a_label_tells_the_rig_from_the_top_to_the_point() -> None:
    (label,) = listed(RIG).labels
    assert label.name == RIG.name
    assert len(label.pieces) == len([s for s in RIG.spans if not s.ready])
    assert label.flies[-1].endswith("at the point")
    assert any(" on " in fly for fly in label.flies[:-1])
