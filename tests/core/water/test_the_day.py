"""The day at the water: its surface, its light, what is about, what is left alone; each changes what is said."""

from __future__ import annotations

import pytest

from jarana.core.errors import InputError
from jarana.core.heads.sight import LOW_LIGHT, WAVE
from jarana.core.methods.box import stands_for
from jarana.core.methods.kit import Kit
from jarana.core.motions.base import AWAY
from jarana.core.situation import Person, Setting
from jarana.core.strength.tippet import LIGHT, tippet_range
from jarana.core.tackle.material import materials
from jarana.core.units import Writer
from jarana.core.water.edits.figures import SetFigure, SetText, SetWord
from jarana.core.water.edits.section import SetObstacle
from jarana.core.water.reach import CALM_M_S, WAVE_M_S, Reach
from jarana.core.water.section import section_of
from jarana.core.worth.constants import Habits
from jarana.core.worth.noticed import BRIGHT_M, LOW_LIGHT_M, WAVE_HIDES_M, not_frightened
from tests.core.rig.test_structure import LAKE, RUN
from tests.fishing import DRAWER, fished, readings, started

FLOAT = started("float-pair", RUN)


def day(reach: Reach, **words: str) -> Reach:
    for field, value in words.items():
        reach = SetWord.model_validate({"field": field, "value": value}).apply(reach)
    return reach


@pytest.mark.parametrize(
    ("wind", "looks"), [(CALM_M_S, "glass"), (CALM_M_S + 0.1, "ripple"), (WAVE_M_S - 0.1, "ripple"), (WAVE_M_S, "wave")]
)
def test_where_nobody_looked_the_wind_makes_the_surface(wind: float, looks: str) -> None:
    windy = SetFigure(field="wind", value=f"{wind} m/s").apply(LAKE)
    assert windy.looks == looks
    assert day(windy, surface="glass").looks == "glass"
    assert day(day(windy, surface="glass"), surface="by the wind") == windy


def test_a_word_that_is_none_is_refused_with_those_there_are() -> None:
    with pytest.raises(InputError, match="one of: bright, even, low"):
        day(LAKE, light="dusky")
    with pytest.raises(InputError, match="by the wind, glass, ripple, wave"):
        day(LAKE, surface="chop")


def test_a_wave_and_the_light_before_dark_shorten_how_far_a_float_is_followed() -> None:
    plain, waves, dark = (
        readings(FLOAT, water)["visible"].value for water in (RUN, day(RUN, surface="wave"), day(RUN, light="low"))
    )
    assert plain is not None
    assert waves == pytest.approx(WAVE * plain)
    assert dark == pytest.approx(LOW_LIGHT * plain)


@pytest.mark.parametrize(("light", "farther"), [("low", -LOW_LIGHT_M), ("bright", BRIGHT_M)])
def test_light_moves_how_near_one_may_come(light: str, farther: float) -> None:
    here = fished(started("level-contact", RUN), RUN)
    habits = Habits(Person())
    plain = not_frightened(here, habits)
    moved = here.with_water(RUN.model_copy(update={"off_m": RUN.off_m + farther, "light": light}))
    assert not_frightened(moved, habits) == pytest.approx(plain, rel=1e-6)


def test_a_wave_hides_the_angler_on_a_lake() -> None:
    here = fished(started("lake-team", LAKE), LAKE)
    habits = Habits(Person())
    wave = here.with_water(day(LAKE, surface="wave").model_copy(update={"off_m": LAKE.off_m - WAVE_HIDES_M}))
    assert not_frightened(wave, habits) == pytest.approx(
        not_frightened(here.with_water(day(LAKE, surface="ripple")), habits)
    )


def test_a_bright_day_asks_for_a_finer_tippet_than_dusk() -> None:
    fly = next(a.fly for a in FLOAT.attachments if a.fly)
    nylon = materials()["fluorocarbon"]
    even, bright, low = (
        tippet_range(fly, day(RUN, light=light), FLOAT.rod, nylon).high for light in ("even", "bright", "low")
    )
    assert bright / even == pytest.approx(LIGHT["bright"])
    assert low / even == pytest.approx(LIGHT["low"])


@pytest.mark.parametrize(
    ("told", "about", "so"),
    [
        ("olive, dun", "duns of the olive", True),
        ("emerger", "Emergers", True),
        ("larva", "duns", False),
        ("", "duns", False),
        ("caddis in its case", "in", False),
    ],
)
def test_a_pattern_stands_for_what_is_about_by_its_words(told: str, about: str, so: bool) -> None:
    pattern = DRAWER.patterns[0].model_copy(update={"stands_for": told})
    assert stands_for(pattern, RUN.model_copy(update={"about": about})) is so


def test_what_stands_for_what_is_about_is_tied_before_a_hook_nearer_in_size() -> None:
    plain = Kit(Setting(RUN, DRAWER), 4, lambda _: AWAY)
    first = plain.fly("point", "nymph", 14, 3.0)
    same = [
        p
        for p in DRAWER.patterns
        if p.dressing.key == first.dressing.key and p.id != first.pattern_id and abs(p.hook.size - 14) <= 4
        and any(w.count and w.bead and abs(w.bead.diameter_mm - 3.0) <= 0.8 for w in p.weights)
    ]  # fmt: skip
    assert same, "the drawer holds two patterns of one kind"
    told = same[0].model_copy(update={"stands_for": "stonefly larva"})
    drawer = DRAWER.model_copy(update={"patterns": tuple(told if p.id == told.id else p for p in DRAWER.patterns)})
    kit = Kit(Setting(SetText(field="about", value="larvae, stonefly").apply(RUN), drawer), 4, lambda _: AWAY)
    assert kit.fly("point", "nymph", 14, 3.0).pattern_id == told.id
    assert "it stands for stonefly larva, which is about" in kit.choices[-1].text


def test_a_stretch_left_alone_is_a_caution_and_nothing_a_fly_is_lost_to() -> None:
    plain = RUN.model_copy(update={"obstacles": ()})
    apart = SetObstacle().apply(plain)
    apart = SetObstacle(index=0, kind="left alone", at="4", length="3 m").apply(apart)
    assert apart.snags == ()
    (said,) = [c for c in section_of(apart, Writer()).cautions if c.key == "left-alone"]
    assert said.short == "4.0 m to 7.0 m: left alone."
    assert SetObstacle(index=0, kind="undercut").apply(apart).snags
    assert not [c for c in section_of(plain, Writer()).cautions if c.key == "left-alone"]
