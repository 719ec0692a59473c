"""A water that was changed at the desk and on the phone since it was one."""

from __future__ import annotations

import pytest

from jarana.core.units import Writer
from jarana.core.water.both import TOGETHER, both
from jarana.core.water.compare import MOST_ROWS, compare
from jarana.core.water.edits.base import WaterEdit
from jarana.core.water.edits.figures import SetBed, SetDepth, SetFigure, SetFish, SetPace, SetText, SetWord, SetZone
from jarana.core.water.reach import Lane, Obstacle, Reach, Sounding, Throw
from tests.fishing import WATERS

WEIR = WATERS["weir-run"]
METRIC, FEET = Writer(), Writer("imperial")


def changed(*edits: WaterEdit, water: Reach = WEIR) -> Reach:
    for edit in edits:
        water = edit.apply(water, METRIC)
    return water


def with_(**fields: object) -> Reach:
    return Reach.model_validate(WEIR.model_dump() | fields)


def said(before: Reach, after: Reach, writer: Writer = METRIC) -> list[str]:
    return [change.text for change in compare(before, after, writer)]


LOW, HIGH = SetDepth(value="0.7 m"), SetDepth(value="1.1 m")
WINDY, BIGGER = SetFigure(field="wind", value="5 m/s"), SetFish(value="1.2 kg")


def test_a_depth_here_and_a_wind_there_make_one_water() -> None:
    found = both(WEIR, changed(LOW), changed(WINDY, BIGGER), METRIC)
    assert found.clashes == ()
    assert found.made == changed(LOW, WINDY, BIGGER)
    assert [c.part for c in found.mine] == ["depth_m"]
    assert [c.part for c in found.theirs] == ["wind_m_s", "fish"]


def test_the_same_depth_changed_twice_says_what_is_lost_of_the_other() -> None:
    found = both(WEIR, changed(LOW), changed(HIGH, WINDY), METRIC)
    assert found.made == changed(LOW, WINDY)
    assert [(c.part, c.after) for c in found.clashes] == [("depth_m", METRIC.text("depth", 1.1))]


def test_depth_and_pace_of_two_looks_are_never_mixed() -> None:
    found = both(WEIR, changed(LOW), changed(SetPace(value="0.9 m/s")), METRIC)
    assert found.made == changed(LOW)
    assert "pace_m_s" in [c.part for c in found.clashes]
    assert found.clashes == found.theirs


def test_what_hangs_together_are_fields_there_are_each_once() -> None:
    names = [name for group in TOGETHER for name in group]
    assert set(names) <= set(Reach.model_fields)
    assert len(set(names)) == len(names)


def test_a_water_that_only_one_side_changed_is_theirs_whole() -> None:
    theirs = changed(LOW, WINDY, SetWord(field="clarity", value="coloured"))
    assert both(WEIR, WEIR, theirs, METRIC).made == theirs
    assert both(WEIR, theirs, WEIR, METRIC).made == theirs


def test_what_is_no_water_together_is_not_made() -> None:
    lake = with_(kind="lake", pace_m_s=0.0, gauge=None, gauged=None, lanes=[], paced=[], blows=None)
    upstream = changed(SetWord(field="blows", value="upstream"))
    found = both(with_(blows=None), lake, upstream, METRIC)
    assert found.made is None
    assert found.clashes == found.theirs
    assert found.theirs


EVERY = {
    "name": ("Other run", "name Weir Run → Other run"),
    "temperature_c": (4.0, "°C"),
    "zone_known": (False, "→ not known"),
    "stones_m": (0.2, "by the bed → 20 cm"),
    "surface": ("wave", "surface by the wind → wave"),
    "clarity": ("coloured", "→ coloured"),
    "wariness": ("high", "→ high"),
    "light": ("low", "light even → low"),
    "about": ("small olives", "about: small olives"),
    "paced": ([Throw(distance_m=3, seconds=5)], "paced: one throw"),
    "drift_m": (12.0, "→ 12.0 m"),
    "obstacles": ([Obstacle(kind="weed", x_m=3, length_m=2, height_m=0.3)], "weed at 3.0 m: 2.0 m long"),
}


@pytest.mark.parametrize("field", EVERY)
def test_a_change_of_anything_is_told(field: str) -> None:
    value, part = EVERY[field]
    base = with_(stones_m=None, surface=None, about="", paced=[], obstacles=[], zone_known=True, wariness="usual")
    (one,) = said(base, Reach.model_validate(base.model_dump() | {field: value}))
    assert part in one


def test_figures_are_told_in_the_persons_units() -> None:
    assert said(WEIR, changed(LOW)) == ["depth 0.90 → 0.70 m"]
    (one,) = said(WEIR, changed(LOW), FEET)
    assert one.endswith("ft")
    (zone,) = said(WEIR, changed(SetZone(low="10 cm", high="40 cm")))
    assert zone.endswith("up from the bed")
    assert said(WEIR, changed(SetBed(bed="boulder")))[0].endswith("boulder")
    assert said(WEIR, changed(SetText(field="species", value="grayling")))[0].endswith("grayling")


SOUNDED = with_(
    depth_m=0.9, fish_at_m=3.0, soundings=[Sounding(x_m=x, depth_m=0.9 + 0.1 * (x - 3)) for x in (0, 1, 2, 3, 4, 5)]
)


def test_a_level_that_rose_is_one_change_and_a_bed_measured_anew_is_told_by_its_places() -> None:
    assert said(SOUNDED, changed(HIGH, water=SOUNDED)) == ["depth 0.90 → 1.10 m"]
    rows = [s.model_dump() for s in SOUNDED.soundings]
    rows[0]["depth_m"] = 0.8
    once = Reach.model_validate(SOUNDED.model_dump() | {"soundings": rows})
    assert said(SOUNDED, once) == ["sounding at 0.0 m 0.60 → 0.80 m"]
    bare = Reach.model_validate(SOUNDED.model_dump() | {"soundings": []})
    told = said(SOUNDED, bare)
    assert len(told) == MOST_ROWS + 1
    assert told[0] == "without sounding at 0.0 m 0.60 m"
    assert told[-1] == "and more: 3 changes"


def test_lanes_are_told_by_number_name_and_pace() -> None:
    lanes = [
        Lane(name="edge", width_m=2, pace_m_s=0.3),
        Lane(name="seam", width_m=30, pace_m_s=WEIR.pace_m_s, depth_m=1),
    ]
    told = said(with_(lanes=[]), with_(lanes=lanes))
    assert told[0] == "lane 1: edge, 2.0 m wide, 0.30 m/s"
    assert told[1].endswith("1.00 m deep")


@pytest.mark.parametrize(
    ("field", "value", "text"),
    [
        ("depth_m", WEIR.depth_m + 0.0005, "depth: changed"),
        ("rules", "others", "rules: changed"),
        ("drift_m", WEIR.drift_m + 0.001, "and more: changed"),
    ],
)
def test_what_no_figure_shows_is_said_to_have_changed(field: str, value: object, text: str) -> None:
    base = with_(soundings=[], fish_at_m=0.0)
    assert said(base, base.model_copy(update={field: value})) == [text]
    assert said(base, base) == []
