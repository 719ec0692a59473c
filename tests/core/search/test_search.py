"""The search: what is tried is owned, a decisive fly is found in a full drawer, the best is no worse than brute force over the same moves."""

from __future__ import annotations

from collections.abc import Iterator

import pytest

from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.methods import methods
from jarana.core.readings.base import Reading, make
from jarana.core.search.best import Reached, Search, likely
from jarana.core.search.find import find
from jarana.core.search.moves import coordinates
from jarana.core.search.moves.base import Coordinate, moved
from jarana.core.search.moves.length import FARTHER
from jarana.core.search.moves.weight import ALIKE, MOST, kinds_for
from jarana.core.search.start import LITTLE, Best, Declined, start
from jarana.core.search.valued import NOMINAL, SOME, Stopped, Valued, Valuer, identity, surely_better, too_short
from jarana.core.search.wanted import Wanted
from jarana.core.situation import Situation
from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import Drawer, FlyPattern
from jarana.core.units import Figure
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from tests.coverage import led, water
from tests.fishing import DRAWER, fished, setting, started

RUN = water(0.9, 0.62)


def of(key: str) -> Coordinate:
    return next(c for c in coordinates() if c.key == key)


@pytest.fixture(scope="module")
def contact() -> Situation:
    return fished(led(started("level-contact", RUN), 1.0), RUN)


def test_coordinates_are_tried_in_order_what_costs_no_knot_and_weight_first() -> None:
    assert [c.key for c in coordinates()[:2]] == ["laid", "weight"]
    assert len({c.key for c in coordinates()}) == len(coordinates())
    assert [c.order for c in coordinates()] == sorted(c.order for c in coordinates())


@pytest.mark.parametrize(
    ("worths", "on"),
    [
        ((10.0, 9.9, 9.8, 9.51, 9.49), [0, 1, 2, 3]),
        ((1.0, 2.0, 10.0, 3.0), [1, 2, 3]),
        ((0.0, 0.0, 0.0, 0.0), [0, 1, 2, 3]),
        ((5.0,), [0]),
    ],
)
def test_of_some_climbs_the_best_three_go_on_and_what_is_nearly_as_good(
    worths: tuple[float, ...], on: list[int]
) -> None:
    assert likely(worths, 3) == on


@pytest.mark.parametrize("method", list(methods()))
def test_every_move_gives_a_rig_that_can_be_tied_of_what_is_owned(method: str) -> None:
    where = RUN if "river" in methods()[method].waters else water(3.5, 0.0, "lake", off_m=12.0)
    here = fished(started(method, where), where)
    spools, boxes = {s.id for s in DRAWER.spools}, {w.id for p in DRAWER.patterns for w in p.weights if w.count}
    bodies = {a.fly.source for a in here.rig.attachments if a.fly}
    for coordinate in coordinates():
        for move in coordinate.values(here):
            then = moved(here, move)
            if then is None:
                continue
            assert {s.spool.id for s in then.rig.spans if s.spool} <= spools | {
                s.spool.id for s in here.rig.spans if s.spool
            }
            assert {a.fly.source for a in then.rig.attachments if a.fly} <= boxes | bodies
            assert then.setting is here.setting


def test_flies_that_fall_alike_stand_for_one_another_and_the_heaviest_is_always_tried(contact: Situation) -> None:
    point = contact.rig.point
    kinds = kinds_for(DRAWER, point)
    assert 3 <= len(kinds) <= MOST
    tank = water_at(12.0)
    masses = [fly.body("f").submerged_weight(tank) for _, fly in kinds]
    assert masses == sorted(masses)
    sinking = [
        p.tied(w).body("f").submerged_weight(tank)
        for p in DRAWER.patterns
        for w in p.weights
        if w.count
        and p.lift_gf is None
        and not p.dressing.lift_lasts
        and p.dressing.key not in ("streamer", "soft-hackled")
    ]
    assert masses[-1] == pytest.approx(max(sinking), rel=0.02)
    few = kinds_for(DRAWER, point, 3)
    assert len(few) <= 3
    assert 0 < ALIKE < 0.1


def crowded(decisive: FlyPattern | None, alike: FlyPattern) -> Drawer:
    """A drawer of two hundred flies that are all alike, and perhaps one that is not."""
    rows = [
        alike.model_copy(
            update={
                "id": f"same-{k}",
                "weights": tuple(w.model_copy(update={"id": f"same-{k}-{i}"}) for i, w in enumerate(alike.weights[:1])),
            }
        )
        for k in range(200)
    ]
    return DRAWER.model_copy(update={"patterns": (*rows, *((decisive,) if decisive else ()))})


def pattern_with(size: float, name: str) -> FlyPattern:
    model = next(p for p in DRAWER.patterns if p.name == "Resin quill")
    weight = model.weights[0].model_copy(
        update={"id": name, "bead": bead("tungsten", size), "weighed_mg": None, "timed": None}
    )
    return model.model_copy(update={"id": name, "name": name, "weights": (weight,)})


def test_one_decisive_fly_among_two_hundred_others_is_found_and_named_when_it_is_gone() -> None:
    deep = water(1.6, 0.9, bed="cobble")
    light, heavy = pattern_with(1.5, "light"), pattern_with(5.0, "heavy")
    sources = []
    for drawer in (crowded(heavy, light), crowded(None, light)):
        found = find(setting(deep, drawer), Wanted(only=("level-contact",)))
        assert found.rigs
        sources.append((found.rigs[0].valued.rig.point.fly, found))
    (best, with_it), (other, without) = sources
    assert best is not None
    assert best.source == "heavy"
    assert other is not None
    assert other.source != "heavy"
    assert with_it.rigs[0].worth.minutes > 1.2 * without.rigs[0].worth.minutes
    assert without.nothing_fits or without.would
    assert any("bead" in w.text for w in without.would)


def all_moves(situation: Situation, keys: tuple[str, ...]) -> Iterator[Situation]:
    """Every combination of the values of some coordinates."""
    if not keys:
        yield situation
        return
    first, *rest = keys
    yield from all_moves(situation, tuple(rest))
    for move in of(first).values(situation):
        then = moved(situation, move)
        if then is not None:
            yield from all_moves(then, tuple(rest))


@pytest.mark.parametrize(
    ("method", "where"), [("level-contact", water(0.45, 0.45)), ("float-pair", water(1.2, 0.4, off_m=9.0))]
)
def test_the_search_loses_little_against_brute_force_over_the_same_moves(method: str, where: Reach) -> None:
    keys = ("pace", "length" if method == "level-contact" else "float-place")
    here = fished(started(method, where), where)
    value = Valuer()
    every = value(list(all_moves(here, keys)), SOME)
    others = tuple(c.key for c in coordinates() if c.key not in keys)
    found = Search(here, value, without=others).best()
    assert found is not None
    (judged,) = value([found.situation], SOME)
    assert judged.worth.minutes >= 0.95 * every[0].worth.minutes


def test_the_best_rig_of_a_method_is_worth_far_more_than_its_usual_one(contact: Situation) -> None:
    value = Valuer()
    best = Search(contact, value, climbs=False).best()
    (usual,) = value([contact], SOME)
    assert best is not None
    assert best.worth.minutes > 1.2 * usual.worth.minutes
    assert surely_better(best, usual, 0.1)
    assert not surely_better(usual, best, 0.0)


def test_a_search_begun_anew_where_one_ended_gains_little(contact: Situation) -> None:
    best = Search(contact, Valuer()).best()
    assert best is not None
    again = Search(best.situation, Valuer(), climbs=False).best()
    assert again is not None
    assert again.worth.minutes <= 1.1 * best.worth.minutes


def test_what_changed_for_nothing_is_changed_back_and_what_is_worth_it_stays(contact: Situation) -> None:
    search = Search(contact, Valuer(), climbs=False)
    (usual,) = search.value([contact], SOME)
    swapped = [made for move in of("weight").values(contact) if (made := Reached(contact).then("weight", move))]
    worth = {identity(v.situation): v for v in search.value([r.situation for r in swapped], SOME)}
    rows = sorted(
        ((r, worth[identity(r.situation)]) for r in swapped if identity(r.situation) in worth),
        key=lambda row: row[1].worth.minutes,
    )
    for reached, valued in (rows[0], rows[-1]):
        gained = valued.worth.minutes / usual.worth.minutes
        assert not 0.95 < gained < 1.1
        assert (search._simpler((reached, valued))[0].path == ()) is (gained < 1.0)


def test_a_search_that_is_not_wanted_any_more_stops(contact: Situation) -> None:
    watch = Watch()
    watch.stop()
    with pytest.raises(Stopped):
        Search(contact, Valuer(watch)).best()


def test_a_rig_is_drifted_once_whatever_leads_to_it(contact: Situation) -> None:
    value = Valuer()
    value([contact], NOMINAL)
    drifted = value.drifts
    value([contact, contact.with_rig(contact.rig.model_copy(update={"name": "another name"}))], NOMINAL)
    assert value.drifts == drifted
    assert identity(contact) == identity(contact.with_rig(contact.rig.model_copy(update={"name": "x"})))


@pytest.mark.parametrize(("share", "short"), [(0.3, True), (1.2, False)])
def test_a_line_that_does_not_reach_the_zone_is_not_drifted(share: float, short: bool) -> None:
    where = water(2.0, 0.4)
    rig = started("level-contact", where)
    spans = [s for s in rig.spans if s.id in ("tippet", "point-tippet")]
    for span in spans:
        rig = rig.replace_span(rig.span_index(span.id), length_mm=share * 2000 / len(spans))
    assert too_short(fished(rig, where)) is short


LONG = pytest.mark.long


@pytest.mark.parametrize(
    "method",
    [
        "level-contact",
        pytest.param("float-pair", marks=LONG),
        pytest.param("short-and-led", marks=LONG),
        pytest.param("tapered-contact", marks=LONG),
    ],
)
def test_a_start_is_not_rejected_by_its_own_readings_or_says_why_not(method: str) -> None:
    for where in (water(0.4, 0.5), water(1.2, 0.9)):
        found = start(methods()[method], setting(where), full=False)
        if isinstance(found, Best):
            assert [r.key for r in found.readings if r.severity == "act"] == []
            assert found.valued.worth.minutes > 0
            assert found.started.choices
        else:
            assert found.reason


@pytest.mark.parametrize("all_of_them", [False, True])
def test_a_best_rig_that_its_readings_reject_gives_way_to_one_beside_it_or_is_told(
    monkeypatch: pytest.MonkeyPatch, all_of_them: bool
) -> None:
    method, rejected = methods()["pegged-bead"], []
    act = make("drag", "act", "Dragged", "It is dragged.", Figure("1", ""))

    def read(valued: Valued) -> tuple[Reading, ...]:
        first = not rejected
        rejected.append(valued.rig)
        return (act,) if first or all_of_them else ()

    monkeypatch.setattr("jarana.core.search.start._read", read)
    found = start(method, setting(RUN), full=False)
    if all_of_them:
        assert isinstance(found, Declined)
        assert found.reason == "Dragged. It is dragged."
        assert found.best is not None
        assert found.best.rig == rejected[0]
    else:
        assert isinstance(found, Best)
        assert found.readings == ()
        assert found.valued.rig == rejected[1] != rejected[0]
        assert found.valued.worth.minutes >= LITTLE


def test_a_start_declines_what_its_water_or_a_rule_forbids() -> None:
    lake = water(3.5, 0.0, "lake", off_m=12.0)
    elsewhere = start(methods()["level-contact"], setting(lake))
    assert isinstance(elsewhere, Declined)
    assert "river" in elsewhere.reason
    far = start(methods()["level-contact"], setting(water(0.9, 0.6, off_m=14.0)))
    assert isinstance(far, Declined)
    assert "farther" in far.reason
    assert any("nearer" in w.text for w in far.would)


def test_an_empty_drawer_is_started_from_the_table_and_what_is_missing_is_named() -> None:
    found = start(methods()["level-contact"], setting(RUN, Drawer()), full=False)
    if isinstance(found, Best):
        assert found.started.missing
    else:
        assert found.reason


def test_a_swung_team_is_not_spread_wider_than_it_is_tied_in_practice(weir_run: Reach) -> None:
    swung = fished(started("swung", weir_run), weir_run)
    lengths = [found.rig.spans[-1].length for move in of("length").values(swung) if (found := moved(swung, move))]
    assert max(lengths) <= FARTHER * methods()["swung"].apart_m[1]
    assert min(lengths) < swung.rig.spans[-1].length < max(lengths)
