"""Readings by shares: each threshold on both of its sides, and what is said follows from the shares."""

from __future__ import annotations

import pytest

from jarana.core.heads.float import FloatHead
from jarana.core.methods import methods
from jarana.core.outcomes.band import Band, DepthAt, FlyBand, Spread, band_of
from jarana.core.readings import reading_kinds
from jarana.core.readings.base import Reading
from jarana.core.readings.drag import NOTICED, UNNATURAL
from jarana.core.readings.leader_by_line import NEAR, USUAL_M
from jarana.core.readings.ledge import ENOUGH
from jarana.core.situation import Situation
from jarana.core.water.reach import Sounding, TakingZone
from tests.coverage import led, water
from tests.fishing import DRAWER, fished, read, started

NONE = Spread(p10=None, p50=None, p90=None)


def fly(name: str = "point", **more: object) -> FlyBand:
    fields: dict[str, object] = {
        "id": name, "p10_mm": (0,), "p90_mm": (0,), "metres_to_bottom": NONE, "first_in_zone_s": NONE, "share_in_zone": NONE,
        "settled_depth_m": NONE, "drag_m_s": Spread(p10=0.0, p50=0.0, p90=0.0), "seconds_to_bottom": NONE, "settled_s": NONE,
    }  # fmt: skip
    return FlyBand.model_validate(fields | more)


def band(*flies: FlyBand, **more: object) -> Band:
    fields: dict[str, object] = {"key": "k", "members": 128, "shares": (1.0,), "flies": flies, "finds_bottom": 0.0}
    return Band.model_validate(fields | more)


def judged(key: str, situation: Situation, of: Band) -> Reading:
    kind = reading_kinds()[key]
    assert kind.judge is not None
    return kind.judge(situation, kind.read(situation), of)


@pytest.fixture(scope="module")
def contact() -> Situation:
    run = water(0.9, 0.62)
    return fished(led(started("level-contact", run), 1.0), run)


@pytest.mark.parametrize(
    ("touches", "in_zone", "lies", "severity"),
    [
        (0.17, 0.1, 0.1, "fine"),
        (0.16, 0.1, 0.1, "look"),
        (0.051, 0.1, 0.0, "look"),
        (0.049, 0.1, 0.0, "act"),
        (0.049, 0.21, 0.0, "look"),
        (0.0, 0.51, 0.0, "fine"),
        (0.9, 0.9, 0.49, "fine"),
        (0.9, 0.9, 0.51, "look"),
    ],
)
def test_the_bottom_is_judged_by_how_often_it_is_found_and_how_long_it_is_lain_on(
    contact: Situation, touches: float, in_zone: float, lies: float, severity: str
) -> None:
    metres = Spread(p10=2.0, p50=3.0, p90=None) if touches else NONE
    of = band(fly(touches=touches, in_zone=in_zone, bed_share=lies, metres_to_bottom=metres), finds_bottom=touches)
    assert judged("bottom", contact, of).severity == severity


def test_a_method_that_wishes_no_touch_is_told_of_too_many() -> None:
    run = water(0.9, 0.62)
    never = next(m for m in methods().values() if m.touch == "never" and "river" in m.waters)
    situation = fished(led(started("level-contact", run), 1.0).rebuilt(method=never.key), run)
    for touches, severity in ((0.49, "fine"), (0.51, "look")):
        of = band(fly(touches=touches, in_zone=0.6), finds_bottom=touches)
        assert judged("bottom", situation, of).severity == severity


def test_metres_are_told_of_the_drifts_that_get_there(contact: Situation) -> None:
    of = band(fly(touches=0.4, metres_to_bottom=Spread(p10=2.4, p50=5.0, p90=None), in_zone=0.5), finds_bottom=0.4)
    told = judged("bottom", contact, of)
    assert "4 drifts of 10" in told.title
    assert "2.4" in told.sentence
    assert "5.0 m" in told.sentence
    assert told.value == 5.0


@pytest.mark.parametrize(("share", "severity"), [(0.51, "fine"), (0.49, "look"), (0.21, "look"), (0.19, "act")])
def test_the_zone_is_judged_by_the_mean_share_of_the_best_fly(contact: Situation, share: float, severity: str) -> None:
    of = band(fly(in_zone=share), fly("dropper", in_zone=0.0), all_in_zone=0.0)
    told = judged("zone", contact, of)
    assert told.severity == severity
    assert "All of them at once 0%" in told.sentence


@pytest.mark.parametrize(
    ("speed", "severity"),
    [(NOTICED - 0.01, "fine"), (NOTICED + 0.01, "look"), (-UNNATURAL + 0.01, "look"), (-UNNATURAL - 0.01, "act")],
)
def test_drag_is_judged_by_the_middle_of_all_drifts(contact: Situation, speed: float, severity: str) -> None:
    of = band(fly(drag_m_s=Spread(p10=speed, p50=speed, p90=speed)))
    told = judged("drag", contact, of)
    assert told.severity == severity
    if severity != "fine":
        assert ("slower" in told.title) is (speed < 0)


@pytest.mark.parametrize(("under", "severity"), [(0.49, False), (0.51, True)])
def test_a_float_that_is_under_in_half_of_the_drifts_is_acted_on(under: float, severity: bool) -> None:
    run = water(1.0, 0.5)
    situation = fished(started("float-pair", run), run)
    told = judged("float_load", situation, band(fly(), under=under))
    assert (told.severity == "act") is severity


def test_a_float_that_does_not_sit_right_names_the_one_that_would_or_what_they_bear() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    rig = started("lake-suspended", lake)
    assert isinstance(rig.head, FloatHead)
    big = rig.rebuilt(head=rig.head.model_copy(update={"body": rig.head.body.model_copy(update={"lift_gf": 9.0})}))
    small = DRAWER.model_copy(
        update={"floats": tuple(f.model_copy(update={"lift_gf": 8.0 + i}) for i, f in enumerate(DRAWER.floats))}
    )
    none = read("float_load", big, lake, small)
    assert "None of yours does" in none.sentence
    right = read("float_load", big, lake)
    assert "None of yours" in right.sentence or "would sit at" in right.sentence
    bare = read("float_load", big, lake, DRAWER.model_copy(update={"floats": ()}))
    assert "would sit right" in bare.sentence


def test_under_a_drowned_float_nothing_says_that_it_shows_takes() -> None:
    run = water(1.0, 0.5)
    rig = started("float-pair", run)
    assert isinstance(rig.head, FloatHead)
    drowned = rig.rebuilt(
        head=rig.head.model_copy(update={"body": rig.head.body.model_copy(update={"lift_gf": 0.02, "mass_mg": None})})
    )
    situation = fished(drowned, run)
    for key in ("take_to_sign", "visible"):
        assert not reading_kinds()[key].speaks(situation)
        assert reading_kinds()[key].speaks(fished(rig, run))


def test_a_team_that_comes_to_the_bed_says_from_which_second() -> None:
    lake = water(2.0, 0.0, "lake", off_m=12.0, zone=TakingZone(low_m=0.3, high_m=1.0, datum="surface"))
    rig = started("lake-team", lake)
    rig = rig.rebuilt(motion=rig.motion.model_copy(update={"count_s": 90.0}))
    situation = fished(rig, lake)
    of = band_of(situation)
    assert of is not None
    told = judged("rakes", situation, of)
    assert told.severity == "look"
    assert told.unit == "s"
    for touches, severity in ((0.51, "look"), (0.49, "fine")):
        seconds = Spread(p10=30.0, p50=40.0, p90=None)
        assert judged("rakes", situation, band(fly(touches=touches, seconds_to_bottom=seconds))).severity == severity
    assert judged("rakes", situation, band(fly())).title == "Keeps off the bed"
    assert not reading_kinds()["rakes"].speaks(fished(started("level-contact", water(0.9, 0.6)), water(0.9, 0.6)))


def test_a_drift_over_a_ledge_tells_how_deep_it_falls_in_behind_it() -> None:
    def over(behind: float) -> Situation:
        soundings = (
            Sounding(x_m=0, depth_m=0.5), Sounding(x_m=4, depth_m=0.5), Sounding(x_m=4.6, depth_m=behind),
            Sounding(x_m=14, depth_m=behind),
        )  # fmt: skip
        run = water(behind, 0.5, soundings=soundings, fish_at_m=6.0, drift_m=10.0)
        return fished(started("level-contact", run), run)

    kind = reading_kinds()["ledge"]
    deep = over(1.6)
    assert kind.speaks(deep)
    told = kind.read(deep)
    assert told.value is not None
    assert (told.severity == "fine") is (told.value >= ENOUGH * 1.6)
    even = water(0.9, 0.6)
    assert not kind.speaks(fished(started("level-contact", even), even))


@pytest.mark.parametrize(
    ("length", "severity"),
    [
        (USUAL_M["floating"][0] * (1 - NEAR) + 0.01, "fine"),
        (USUAL_M["floating"][0] * (1 - NEAR) - 0.02, "look"),
        (USUAL_M["floating"][1] * (1 + NEAR) - 0.01, "fine"),
        (USUAL_M["floating"][1] * (1 + NEAR) + 0.02, "look"),
    ],
)
def test_a_stripped_fly_s_leader_is_judged_by_its_line(length: float, severity: str) -> None:
    run = water(1.0, 0.5, off_m=9.0)
    rig = started("streamer", run)
    rest = rig.length - rig.spans[-1].length
    rig = rig.replace_span(len(rig.spans) - 1, length_mm=(length - rest) * 1000)
    kind = reading_kinds()["leader_by_line"]
    assert kind.speaks(fished(rig, run))
    assert kind.read(fished(rig, run)).severity == severity


def test_depths_at_counts_stand_among_the_reasons() -> None:
    lake = water(4.0, 0.0, "lake", off_m=12.0)
    situation = fished(started("lake-team", lake), lake)
    part = reading_kinds()["settle"].read(situation).parts[0]
    of = band(fly(part, depths=(DepthAt(seconds=10, p10=0.5, p50=0.6, p90=0.7),)))
    assert any("10 s 0.50–0.70 m" in line for line in judged("settle", situation, of).why)


def test_what_is_said_of_each_fly_is_what_its_drifts_did_and_a_fly_that_drifts_freely_is_not_felt(
    contact: Situation,
) -> None:
    def pulled(mid: float) -> Spread:
        return Spread(p10=0.0, p50=mid, p90=0.3)

    flies = fly("point", drag_m_s=pulled(-0.11)), fly("dropper", drag_m_s=pulled(0.03))
    told = judged("drag", contact, band(*flies))
    assert (told.figure, told.parts) == ("0.11", ("point",))
    assert "point 0.11 slower, dropper 0.03 faster" in told.sentence
    assert "A fish may see it" in told.sentence or "a fish may see it" in told.sentence
    free = judged("drag", contact, band(fly("point", drag_m_s=pulled(0.07)), fly("dropper", drag_m_s=pulled(0.05))))
    assert (free.severity, free.figure) == ("fine", "0.07")
    assert "point 0.07 faster, dropper 0.05 faster" in free.sentence
    assert "see it" not in free.sentence


@pytest.mark.parametrize(
    ("p50", "p90", "said"),
    [(None, None, "from 4.5 m on."), (6.0, None, "after 4.5–6.0 m."), (6.0, 7.2, "after 4.5–7.2 m.")],
)
def test_a_bottom_that_few_drifts_find_is_found_from_somewhere_on(
    contact: Situation, p50: float | None, p90: float | None, said: str
) -> None:
    of = band(fly("point", touches=0.3, metres_to_bottom=Spread(p10=4.5, p50=p50, p90=p90)), finds_bottom=0.3)
    assert judged("bottom", contact, of).sentence.endswith(said)
