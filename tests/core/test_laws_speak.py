"""Every law is asked by what the product does, and says so in plain words where its range is left."""

from __future__ import annotations

import sys
from collections.abc import Callable, Iterable
from datetime import date

import pytest
from pydantic import ValidationError

from jarana.core.bank.daylight import light_hours
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.errors import InputError
from jarana.core.law import Asked, Law, Range, doubts, listening
from jarana.core.laws import laws
from jarana.core.leader.chain_of_spools import ladder
from jarana.core.leader.design import design
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.leader.spec import LeaderSpec
from jarana.core.learn.family import family
from jarana.core.learn.options import options_of
from jarana.core.methods import methods
from jarana.core.outcomes.band import band_of
from jarana.core.outcomes.tracks import members_of
from jarana.core.rig.cost import weather
from jarana.core.rig.edits.dressing import SetDressing
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.rig.model import Rig
from jarana.core.search.bench import work_on_rig
from jarana.core.situation import Situation
from jarana.core.stock.kinds.flies import falls
from jarana.core.strength.breaks import Fight, told_by
from jarana.core.strength.chain import strength_chain
from jarana.core.strength.dropper_choice import dropper_choices
from jarana.core.strength.fish import fish_held_by
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.jar import fit_drag
from jarana.core.units import Writer
from jarana.core.water.edits.section import AddThrow, SetSounding
from jarana.core.water.reach import Reach
from jarana.core.water.section import section_of
from jarana.core.worth.judge import judge
from tests.fishing import REACHES, WATERS, fished, started

METRIC = Writer()


def asked_by(work: Callable[[], object]) -> tuple[Asked, ...]:
    with listening() as heard:
        work()
    return heard.rows


def asked_of(situation: Situation) -> tuple[Asked, ...]:
    """What a bench is made of: its drift, its readings, its water, its strength."""
    bench = work_on_rig(situation)
    return bench.laws


def reach_of(key: str, **water: object) -> Reach:
    reach = next(r for r in REACHES if r.kind in methods()[key].waters)
    return Reach.model_validate(reach.model_dump() | water)


def of_method(key: str, **water: object) -> Situation:
    reach = reach_of(key, **water)
    return fished(started(key, reach), reach)


def with_line(key: str, span: int, value: str, dressing: str = "none") -> Situation:
    """A rig with one span of another diameter, typed as at the bench."""
    situation = of_method(key)
    part = situation.rig.spans[span].id
    rig = SetDiameter(span=part, value=value).apply(situation.rig, Drawer(), METRIC)
    rig = SetDressing(span=part, dressing=dressing).apply(rig, Drawer(), METRIC)  # type: ignore[arg-type]
    return situation.with_rig(rig)


def with_fly(**fly: object) -> Situation:
    """A rig whose point fly is another one."""
    situation = of_method("dry-fly")
    rig = situation.rig.model_dump()
    body = rig["attachments"][-1]["body"]
    body |= {key: value for key, value in fly.items() if key in body}
    body["hook"] |= {key: value for key, value in fly.items() if key in body["hook"]}
    return situation.with_rig(Rig.model_validate(rig))


def on_line(line_class: int, *sinks: int) -> Situation:
    """A rig on a line of a class and of zones that sink so many mm/s."""
    situation = of_method("sweep")
    rig = situation.rig.model_dump()
    rig["line"] |= {"line_class": line_class, "zones": [{"length_m": 9, "sink_mm_s": sink} for sink in sinks]}
    return situation.with_rig(Rig.model_validate(rig))


def in_a_torrent(**water: object) -> Situation:
    """A rig for shallow water, fished in twelve metres at three metres a second."""
    torrent = reach_of("level-contact", depth_m=12.0, pace_m_s=3.0, soundings=(), lanes=(), **water)
    return of_method("level-contact").with_water(torrent)


def over_stones(depth: float) -> Situation:
    """A rig in water of a depth over stones of a quarter of a metre."""
    return of_method("level-contact").with_water(
        reach_of("level-contact", depth_m=depth, bed="cobble", stones_m=0.25, soundings=(), lanes=())
    )


def weak_rod() -> Situation:
    situation = of_method("dry-fly")
    rig = situation.rig.model_dump()
    rig["rod"]["steady_pull_n"] = 0.3
    return situation.with_rig(Rig.model_validate(rig))


def two_spools() -> tuple[Asked, ...]:
    spools = [
        s
        for s in ladder()
        if s.diameter_mm in (min(x.diameter_mm for x in ladder()), max(x.diameter_mm for x in ladder()))
    ]
    return design(LeaderSpec(spools=tuple(spools), tippet_mm=0.1), METRIC).laws


def a_fly() -> Fly:
    fly = started("level-contact", WATERS["weir-run"]).attachments[-1].fly
    assert fly is not None
    return fly


def sounded(slope: float) -> None:
    SetSounding(at="2 m", line="6 m", above="1 m", slope_deg=slope).apply(WATERS["weir-run"], METRIC)


def thrown() -> Reach:
    return AddThrow(distance="5 m", seconds="8").apply(WATERS["weir-run"], METRIC)


def dropper(depth: float) -> None:
    rig = started("float-pair", WATERS["weir-run"])
    hung = next(a.id for a in rig.attachments if a.at.kind == "joint")
    dropper_choices(rig, hung, depth)


def members_asked(situation: Situation) -> tuple[Asked, ...]:
    tracks = members_of(situation, 8)
    assert tracks is not None
    return tracks.laws


def valued(situation: Situation) -> None:
    tracks = members_of(situation, 8)
    assert tracks is not None
    judge(tracks, situation)


def fought(length: float) -> None:
    """A season in which a fish of a length was on."""
    links = strength_chain(of_method("level-contact").rig)
    told_by([Fight(links, 0.6, 1.0, length, 0.6, "landed")])


def named(rows: Iterable[Asked]) -> set[tuple[str, str]]:
    return {(row.law, row.argument) for row in rows}


def test_every_law_is_asked_by_something_the_product_does() -> None:
    rows = [row for key in methods() for row in asked_of(of_method(key))]
    band = band_of(of_method("level-contact"))
    assert band is not None
    rows += band.laws
    rows += asked_by(lambda: valued(of_method("level-contact")))
    rows += asked_by(lambda: family(options_of(of_method("level-contact"))[:1], members=16))
    rows += asked_by(lambda: fit_drag(a_fly(), 0.5, [1.2], water_at(12.0)))
    rows += asked_by(lambda: falls.__wrapped__(a_fly()))
    rows += asked_by(lambda: sounded(20.0))
    rows += asked_by(lambda: weather(9.0, 3.0))
    rows += asked_by(lambda: fought(0.4))
    rows += asked_by(lambda: dropper(1.0))
    rows += asked_of(over_stones(0.6))
    rows += section_of(thrown(), METRIC).laws
    rows += two_spools()
    rows += asked_by(lambda: light_hours(date(2026, 6, 1), "UTC"))
    rows += asked_by(lambda: sag_of([HungLine(3.0, 0.16e-3, 1780.0)], 0.0015, 0.0012))
    assert EVERY - named(rows) == set()


EVERY = {(law.name, at.words) for law in laws().values() for at in law.valid.values()}
LEFT: dict[tuple[str, str], Callable[[], tuple[Asked, ...]]] = {
    ("STRESS_OF_LINE", "diameter"): lambda: asked_of(with_line("dry-fly", -1, "0.04 mm")),
    ("WADING", "depth_times_pace"): lambda: asked_of(in_a_torrent()),
    ("LOG_LAW", "depth_over_z0"): lambda: asked_of(in_a_torrent(bed="silt")),
    ("SHALLOW_LAW", "depth_over_stones"): lambda: asked_of(over_stones(0.2)),
    ("KNOT_EFFICIENCY", "ratio"): lambda: asked_of(with_line("dry-fly", -1, "0.04 mm")),
    ("TIPPET_FOR_FLY", "hook"): lambda: asked_of(with_fly(size=24)),
    ("FIGHT", "mass"): lambda: asked_of(of_method("dry-fly", fish={"species": "trout", "mass_kg": 20.0})),
    ("FIGHT", "force"): lambda: asked_of(weak_rod()),
    ("FISH_PULL", "mass"): lambda: asked_of(of_method("dry-fly", fish={"species": "trout", "mass_kg": 20.0})),
    ("CAST", "wind"): lambda: asked_of(of_method("dry-fly", wind_m_s=30.0, blows="towards you")),
    ("TYING", "wind"): lambda: asked_by(lambda: weather(10.0, 30.0)),
    ("WIND_DRIFT", "wind"): lambda: asked_of(of_method("lake-team", wind_m_s=30.0)),
    ("WIND_PROFILE", "wind"): lambda: asked_of(of_method("level-contact", wind_m_s=30.0)),
    ("HINGE", "ratio"): two_spools,
    ("SEEN", "size"): lambda: asked_of(with_fly(shank_mm=0.5)),
    ("CAST_LOAD", "share"): lambda: asked_of(with_fly(weighed_mg=20000.0)),
    ("GREASE", "diameter"): lambda: asked_of(with_line("sweep", -1, "0.06 mm", "greased")),
    ("AXIAL_DRAG", "log"): lambda: asked_of(
        with_line("swung", -1, "2 mm").with_water(reach_of("swung", pace_m_s=3.0, lanes=(), soundings=()))
    ),
    ("SINK_LABEL", "sink"): lambda: asked_of(on_line(7, 5)),
    ("EDDIES", "turns"): lambda: members_asked(
        of_method("level-contact", depth_m=0.12, pace_m_s=1.0, drift_m=40.0, soundings=(), lanes=())
    ),
    ("LENGTH_TO_MASS", "length"): lambda: asked_by(lambda: fought(1.5)),
    ("DROPPER_LINE", "depth"): lambda: asked_by(lambda: dropper(9.0)),
}
"""By the law's name where it is written, and its argument: what an angler would tell the product to leave its range."""
KEPT = {
    ("DENSITY", "temperature"): "a water is 0 to 30 °C",
    ("VISCOSITY", "temperature"): "a water is 0 to 30 °C",
    ("SURFACE_TENSION", "temperature"): "a water is 0 to 30 °C",
    ("TYING", "temperature"): "a water is 0 to 30 °C",
    ("CYLINDER_DRAG", "re"): "a line is at most 2 mm and a water at most 3 m/s",
    ("SPHERE_DRAG", "re"): "a bead is at most 1 cm and a water at most 3 m/s",
    ("TERMINAL_SPEED", "speed"): "a fly weighs at most 20 g",
    ("TURBULENCE", "height_share"): "at the bed and the surface the eddies die out",
    ("TAKE", "jerk"): "a take on a tight line jerks twice as hard",
    ("TEACHES", "members"): "a family is fitted to 32 drifts of each rig or more",
    ("WORTH", "members"): "ranks are decided by 8 members or more",
    ("FLOAT", "radius"): "a float lifts at most 10 g",
    ("BENDING", "diameter"): "fly lines are of the classes 0 to 15",
    ("CAST", "speed"): "one of three strokes",
    ("TURNOVER", "speed"): "one of three strokes",
    ("SAG", "length"): "a leader is at most 15 m long",
    ("JAR", "drops"): "at most 30 drops are taken",
    ("PACING", "throws"): "at most 30 throws are kept",
    ("SOUNDING", "slope_deg"): "a slope is 0 to 60 degrees",
    ("DAYLIGHT", "latitude"): "our valley lies at one latitude",
}
"""What the front door never lets out of its range, and by which limit."""


def written() -> dict[str, Law]:
    """Every law by the name under which it is written."""
    names = {id(law): law for law in laws().values()}
    found = {}
    for module in list(sys.modules.values()):
        if module and module.__name__.startswith("jarana.core"):
            found |= {key: value for key, value in vars(module).items() if id(value) in names}
    return found


def test_every_range_of_every_law_is_either_left_or_kept_by_the_front_door() -> None:
    assert set(LEFT) | set(KEPT) == {(name, key) for name, law in written().items() for key in law.valid}
    assert not set(LEFT) & set(KEPT)


@pytest.mark.parametrize("of", LEFT, ids="-".join)
def test_a_range_left_through_the_front_door_is_said_in_plain_words(of: tuple[str, str]) -> None:
    law = written()[of[0]]
    rows = [r for r in LEFT[of]() if r.law == law.name and r.argument == law.valid[of[1]].words]
    assert [row.outside for row in rows].count(True) >= 1
    (said, *_) = doubts(rows, METRIC)
    assert law.means in said
    assert law.name in said


@pytest.mark.parametrize(
    ("door", "wrong"),
    [
        (lambda: reach_of("level-contact", temperature_c=31.0), "temperature_c"),
        (lambda: reach_of("level-contact", pace_m_s=3.1), "pace_m_s"),
        (lambda: with_line("dry-fly", -1, "2.1 mm"), "diameter"),
        (lambda: with_fly(weighed_mg=20001.0), "weighed_mg"),
        (lambda: on_line(16), "line_class"),
        (lambda: LeaderSpec(total_mm=15001), "total_mm"),
        (lambda: LeaderSpec(stroke="wild"), "stroke"),  # type: ignore[arg-type]
        (lambda: fit_drag(a_fly(), 0.5, [1.0] * 31, water_at(12.0)), "seconds"),
        (lambda: reach_of("level-contact", paced=[{"distance_m": 5, "seconds": 8}] * 31), "paced"),
        (lambda: sounded(61.0), "slope_deg"),
    ],
)
def test_the_limits_that_keep_a_law_in_its_range_refuse_what_is_beyond(door: Callable[[], object], wrong: str) -> None:
    with pytest.raises((ValidationError, InputError), match=wrong):
        door()


@pytest.mark.parametrize("line_class", range(16))
def test_no_fly_line_is_thicker_or_thinner_than_its_bending_is_known_for(line_class: int) -> None:
    rows = [row for row in asked_of(on_line(line_class, 60)) if row.law == laws()["bending of a fly line"].name]
    assert rows
    assert not any(row.outside for row in rows)


def test_the_demo_valley_is_fished_inside_every_range() -> None:
    for key in methods():
        assert [row.sentence(METRIC) for row in asked_of(of_method(key)) if row.outside] == []


def test_an_inner_result_keeps_what_it_asked_to_itself() -> None:
    law = Law("a law", "a book", {"x": Range(0, 1, "the x")}, "it is a guess")
    with listening() as outer:
        with listening() as inner:
            law.ask(x=2.0)
        law.ask(x=1.0)
    assert [row.greatest for row in inner.rows] == [2.0]
    assert [row.greatest for row in outer.rows] == [1.0]


def test_what_is_only_tried_is_not_asked_and_the_answer_is() -> None:
    (row,) = [r for r in asked_by(lambda: fish_held_by(10.0, 0.5)) if r.argument == "the fish"]
    assert row.least == row.greatest == pytest.approx(fish_held_by(10.0, 0.5))


@pytest.mark.parametrize(("x", "outside"), [(0.0, False), (1.0, False), (-0.001, True), (1.001, True)])
def test_a_range_is_closed_at_both_ends(x: float, outside: bool) -> None:
    law = Law("a law", "a book", {"x": Range(0, 1, "the x")}, "it is a guess")
    (row,) = asked_by(lambda: law.ask(x=x))
    assert row.outside is outside
    assert bool(doubts([row], METRIC)) is outside


def test_a_doubt_is_written_in_the_units_of_who_reads_it() -> None:
    (row,) = [r for r in LEFT["STRESS_OF_LINE", "diameter"]() if r.outside and r.rule == "diameter" and r.least < 5e-5][
        :1
    ]
    assert "0.04 mm" in row.sentence(Writer("metric"))
    assert "0.0016 in" in row.sentence(Writer("imperial"))
