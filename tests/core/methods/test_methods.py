"""Every method starts a whole rig from the drawer, and its rig behaves as anglers report."""

from __future__ import annotations

import pytest

from jarana.core.methods import methods, ranked
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.rules.check import breaches
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import tie_sheet
from jarana.core.strength.chain import strength_chain
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.water.reach import TakingZone
from jarana.demo.load import valley_rules
from jarana.formats.rig_file import rig_from_text, rig_text
from jarana.formats.rig_svg import rig_svg
from tests.core.methods.drifted import started
from tests.fishing import DRAWER, WATERS, begun, fished, told
from tests.fishing import drift as simulate

FISHED = [
    (m.key, w)
    for m in methods().values()
    for w in ("alder-flats", "mill-throat", "oskel-north")
    if WATERS[w].kind in m.waters
]


def test_there_are_twenty_ways_to_fish_in_their_order() -> None:
    assert [m.number for m in methods().values()] == list(range(1, 21))
    assert len({m.name for m in methods().values()}) == 20


@pytest.mark.parametrize(("method", "water"), FISHED)
def test_a_started_rig_is_whole_owned_and_everything_can_be_said_of_it(method: str, water: str) -> None:
    found, reach = methods()[method], WATERS[water]
    made_of = begun(method, reach)
    rig = made_of.rig
    assert made_of.missing == ()
    assert {c.part for c in made_of.choices} >= {rig.spans[0].id}
    made = simulate(rig, reach)
    said = readings_of(fished(rig, reach, units="x"))
    asked, kinds = set(found.keys(reach)), reading_kinds()
    assert {r.key for r in said} <= asked
    assert all(kinds[key].when or kinds[key].of for key in asked - {r.key for r in said})
    assert next(r for r in said if r.key == "owned").severity == "fine"
    assert min(k.force for k in strength_chain(rig)) > 3.0
    sheet = tie_sheet(rig, DRAWER, Measures(), Writer())
    assert not any(p.short for p in sheet.pulls)
    assert rig_from_text(rig_text(rig)) == rig
    assert rig.name in rig_svg(rig, Writer())
    assert made.axis == ("seconds" if reach.kind == "lake" else "metres")


@pytest.mark.parametrize(("method", "water"), [(m, w) for m, w in FISHED if w != "mill-throat"])
def test_every_motion_of_a_method_is_told_in_words(method: str, water: str) -> None:
    rig, reach = started(method, water)
    for pace in methods()[method].paces:
        if reach.kind in pace.waters:
            moved = SetMotion(kind=pace.kind, lead=pace.lead, count_s=20).apply(rig, DRAWER)
            assert told(moved, reach).endswith(".")


@pytest.mark.parametrize(("method", "water"), [(m, w) for m, w in FISHED if WATERS[w].rules])
def test_a_started_rig_is_inside_the_rules_of_its_water(method: str, water: str) -> None:
    reach = WATERS[water]
    rules = next(r for r in valley_rules() if r.id == reach.rules)
    made_of = begun(method, reach, rules=rules)
    assert [b.text for b in breaches(made_of.rig, rules, Writer()) if "barb" not in b.text] == []
    simulate(made_of.rig, reach)


def test_what_the_rules_take_away_is_said() -> None:
    rules = next(r for r in valley_rules() if r.id == "upper-beats")
    of = begun("three-in-line", WATERS["weir-run"], rules=rules)
    assert [a.id for a in of.rig.attachments] == ["middle-fly", "point"]
    assert any("at most 2 flies; the top fly is left off" in c.text for c in of.choices)
    assert of.rig.joints[of.rig.joint_index("j-middle")].knot.key == "water"


@pytest.mark.parametrize("method", sorted(methods()))
def test_without_any_tackle_the_rig_still_appears_and_every_lack_is_named(method: str) -> None:
    reach = WATERS["weir-run" if "river" in methods()[method].waters else "oskel-north"]
    of = begun(method, reach, Drawer())
    named = {m.part for m in of.missing}
    assert "rod" in named
    assert "line" in named
    assert {s.id for s in of.rig.spans} <= named
    assert all(m.what for m in of.missing)
    assert simulate(of.rig, reach).times_s


def test_what_comes_nearest_is_named_beside_what_is_missing() -> None:
    poor = DRAWER.model_copy(update={"spools": tuple(s for s in DRAWER.spools if s.diameter_mm != 0.2)})
    thin = poor.model_copy(update={"spools": tuple(s for s in poor.spools if s.diameter_mm < 0.15)})
    of = begun("lake-team", WATERS["oskel-north"], thin)
    lack = next(m for m in of.missing if m.part == "top")
    assert lack.what == "fluorocarbon tippet 0.20 mm"
    assert lack.nearest.startswith("fluorocarbon 0.14")
    assert of.rig.spans[0].spool is None


def test_a_fly_that_is_out_is_not_tied_on() -> None:
    quill = next(p for p in DRAWER.patterns if p.name == "Resin quill")
    out = quill.model_copy(update={"weights": tuple(w.model_copy(update={"count": 0}) for w in quill.weights)})
    drawer = DRAWER.model_copy(update={"patterns": tuple(out if p is quill else p for p in DRAWER.patterns)})
    rig = begun("level-contact", WATERS["weir-run"], drawer).rig
    assert rig.point.fly is not None
    assert rig.point.fly.pattern != "Resin quill"
    assert rig.point.fly.source is not None


def test_the_water_ranks_the_methods_as_an_angler_would() -> None:
    best = {water: ranked(reach)[0][0].key for water, reach in WATERS.items()}
    assert best["weir-run"] == "level-contact"
    assert best["sluice-meadow"] == "float-pair"
    assert best["oskel-north"] == "lake-team"
    rising = WATERS["alder-flats"].model_copy(update={"zone": TakingZone(low_m=0.0, high_m=0.1, datum="surface")})
    assert ranked(rising)[0][0].key in ("dry-fly", "dry-and-emerger")
    ledge = [m.key for m, _ in ranked(WATERS["mill-throat"])[:4]]
    assert "jig-over-ledge" in ledge
    assert all(fit.score == -100 for m, fit in ranked(WATERS["oskel-north"]) if "lake" not in m.waters)
