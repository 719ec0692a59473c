"""What to buy: what runs low, and what rigs are tied of that is not owned."""

from __future__ import annotations

import pytest

from jarana.core.rig.lacking import lacking
from jarana.core.sheet.shopping import shopping
from jarana.core.stock.change import AddRow, Shelf, make_edits
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, fished, read, started

METRIC = Writer()
RUN = WATERS["weir-run"]
PAIR, FLOAT = started("level-contact", RUN, Drawer()), started("float-pair", RUN, Drawer())


def test_a_full_drawer_and_rigs_of_it_want_nothing() -> None:
    assert shopping(DRAWER, [started("level-contact", RUN), started("float-pair", RUN)], METRIC) == ()


@pytest.mark.parametrize(("left", "told"), [(9.9, True), (10.0, False)])
def test_a_spool_runs_low_under_what_should_stay_on_it(left: float, told: bool) -> None:
    spool = DRAWER.spools[0].model_copy(update={"left_m": left, "low_m": 10.0})
    found = shopping(DRAWER.model_copy(update={"spools": (spool, *DRAWER.spools[1:])}), [], METRIC)
    assert bool(found) == told
    if found:
        assert (found[0].kind, found[0].why, found[0].cells) == ("spools", ["9.9 m left, 10.0 m kept"], {})


def test_a_fly_runs_low_by_its_count() -> None:
    pattern = DRAWER.patterns[0]
    weight = pattern.weights[0].model_copy(update={"count": 1, "low": 3})
    drawer = DRAWER.model_copy(
        update={"patterns": (pattern.model_copy(update={"weights": (weight,)}), *DRAWER.patterns[1:])}
    )
    (wanted,) = shopping(drawer, [], METRIC)
    assert wanted.why == ["1 left, 3 kept"]


def test_what_two_rigs_lack_is_wanted_once_and_says_for_which() -> None:
    found = shopping(Drawer(), [PAIR, FLOAT], METRIC)
    both = [w for w in found if len(w.why) == 2]
    assert [w.kind for w in both] == ["flies"]
    assert {rig for rig, _ in both[0].parts} == {0, 1}
    assert [w.kind for w in found] == sorted((w.kind for w in found), key=list(kinds()).index)
    tippet = next(w for w in found if w.name == "fluorocarbon tippet 0.12 mm")
    assert tippet.parts == [(0, "tippet"), (0, "point-tippet")]


@pytest.mark.parametrize("rig", [PAIR, FLOAT], ids=lambda r: r.method)
def test_what_is_lacking_is_what_the_rig_says_is_not_its_own(rig: object) -> None:
    assert len(list(lacking(rig, Drawer()))) == read("owned", rig, RUN, Drawer()).value


def test_what_is_added_from_the_list_is_no_longer_wanted() -> None:
    drawer, ids = Drawer(), (f"new-{k}" for k in range(99))
    for wanted in shopping(drawer, [PAIR, FLOAT], METRIC):
        kind = kinds()[wanted.kind]
        have = getattr(drawer, kind.drawer)
        shelf = Shelf(kind, {item.id: item for item in have}, ids.__next__)
        assert len(make_edits(shelf, [AddRow(cells=wanted.cells)])) == 1
        drawer = drawer.model_copy(update={kind.drawer: tuple(shelf.items.values())})
    again = started("level-contact", RUN, drawer)
    assert read("owned", again, RUN, drawer).value == 0
    assert fished(again, RUN, drawer).rig.spans[0].spool is not None


def test_line_and_flies_of_the_same_kind_in_the_drawer_need_not_be_bought() -> None:
    """The rig was tied of others: of the demo's drawer it lacks what it was tied of, and nothing is to buy but what it has not."""
    assert any(lacking(PAIR, DRAWER))
    assert {w.kind for w in shopping(DRAWER, [PAIR], METRIC)} <= {"flies", "lines", "rods"}
    fly = PAIR.point.fly
    weight = DRAWER.patterns[0].weights[0].model_copy(update={"bead": fly.bead, "count": 1})
    own = DRAWER.patterns[0].model_copy(
        update={"name": fly.pattern, "hook": fly.hook, "dressing": fly.dressing, "weights": (weight,)}
    )

    def wanted(drawer: Drawer) -> bool:
        return any((0, "point") in w.parts for w in shopping(drawer, [PAIR], METRIC))

    assert wanted(DRAWER)
    assert not wanted(DRAWER.model_copy(update={"patterns": (own,)}))
    none = own.model_copy(update={"weights": (weight.model_copy(update={"count": 0}),)})
    assert wanted(DRAWER.model_copy(update={"patterns": (none,)}))


def test_names_are_in_the_persons_units() -> None:
    inches = shopping(Drawer(), [PAIR], Writer("imperial"))
    assert any(w.name.endswith(" in") for w in inches if w.kind == "spools")
    assert all("mm" not in w.name for w in inches if w.kind == "spools")
