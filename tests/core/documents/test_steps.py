"""Each step from one version of a document to the next, by documents made up for it: what was told stands, what was not told is said."""

from __future__ import annotations

from typing import Any

import pytest

from jarana.core.documents.steps import (
    fly_pattern_2,
    history,
    lesson_1,
    measures_1,
    rig_1,
    rig_3,
    rig_4,
    rig_5,
    stock_0,
    water_1,
    water_2,
    water_4,
)

SPANS = [
    {"id": "mono", "length_mm": 3000.0},
    {"id": "tippet", "length_mm": 1000.0},
    {"id": "point", "length_mm": 500.0},
]


def floated(above_mm: object, spans: object = SPANS) -> dict[str, Any]:
    return {"type": "rig", "head": {"kind": "float", "colour": "red", "above_point_mm": above_mm}, "spans": spans}


@pytest.mark.parametrize(
    ("above", "span", "mm"),
    [
        (4500.0, "mono", 0.0),
        (4000.04, "mono", 500.0),
        (1500.0, "tippet", 0.0),  # where two spans meet it sits on the lower
        (600.0, "tippet", 900.0),
        (100.0, "point", 400.0),
        (0.0, "point", 500.0),  # at the fly: the end of the last
        (9000.0, "mono", 0.0),  # higher than the leader is long: at its top
    ],
)
def test_a_float_that_was_told_by_its_height_sits_there_on_its_span(above: float, span: str, mm: float) -> None:
    head = rig_3.upgrade(floated(above))["head"]
    assert head == {"kind": "float", "colour": "red", "span": span, "mm": mm}


@pytest.mark.parametrize(
    "rig",
    [
        {"head": {"kind": "held"}, "spans": SPANS},
        {"head": "float", "spans": SPANS},
        {"head": {"kind": "float", "above_point_mm": 500.0}, "spans": "none"},
        floated("much"),
        floated(0.0, []),
        floated(500.0, [{"id": "mono"}]),
        {"name": "no rig"},
    ],
)
def test_what_is_no_float_with_a_leader_is_left_for_the_check_to_name(rig: dict[str, Any]) -> None:
    assert rig_3.upgrade(rig) == rig


def test_the_rest_of_a_rig_stays_as_it_was_while_its_float_finds_its_span() -> None:
    new = rig_3.upgrade(floated(600.0) | {"name": "kept"})
    assert (new["name"], new["spans"], new["type"]) == ("kept", SPANS, "rig")


@pytest.mark.parametrize(
    ("ease", "scatter"), [(1, 0.08), (2, 0.09), (3, 0.11), (4, 0.13), (5, 0.15), (6, 0.1), (None, 0.1), ("2", 0.1)]
)
def test_a_knot_scatters_as_its_ease_did_then(ease: object, scatter: float) -> None:
    rig = {
        "joints": [{"knot": {"ease": ease}, "loop": {"ease": 1}}],
        "attachments": ({"knot": {"ease": ease}}, "no part"),
    }
    new = rig_4.upgrade(rig)
    assert new["joints"] == [{"knot": {"scatter": scatter, "ease": ease}, "loop": {"scatter": 0.08, "ease": 1}}]
    assert list(new["attachments"]) == [{"knot": {"scatter": scatter, "ease": ease}}, "no part"]


def test_a_scatter_that_was_told_stands_and_a_rig_without_knots_is_left() -> None:
    assert rig_4.upgrade({"joints": [{"knot": {"ease": 1, "scatter": 0.3}}]})["joints"][0]["knot"]["scatter"] == 0.3
    assert rig_4.upgrade({"joints": [{"knot": None}], "attachments": 3}) == {
        "joints": [{"knot": None}],
        "attachments": 3,
    }


def test_a_motion_gets_no_hang_and_a_stance_no_boat_and_what_is_neither_is_left() -> None:
    new = rig_5.upgrade({"motion": {"key": "swing"}, "stance": None})
    assert new == {"motion": {"key": "swing", "hang": None}, "stance": None}
    assert rig_5.upgrade({"stance": {"tip_m": 2.0}}) == {"stance": {"tip_m": 2.0, "boat_m_s": 0.0}}


@pytest.mark.parametrize(
    ("blew", "blows"),
    [
        ("upstream", "towards you"),
        ("downstream", "away from you"),
        ("across", "from your left"),
        ("from your right",) * 2,
    ],
)
def test_a_lake_has_no_pace_no_lanes_no_gauge_and_its_wind_a_side(blew: str, blows: str) -> None:
    old = {
        "kind": "lake",
        "blows": blew,
        "pace_m_s": 0.4,
        "lanes": [1],
        "paced": [2],
        "gauge": "weir",
        "gauged": 3,
        "depth_m": 4.0,
    }
    assert water_1.upgrade(old) == {
        "type": "water", "kind": "lake", "blows": blows, "pace_m_s": 0.0, "lanes": [], "paced": [], "gauge": None,
        "gauged": None, "depth_m": 4.0,
    }  # fmt: skip


@pytest.mark.parametrize(
    ("blew", "blows"),
    [("across", "towards you"), *(((w,) * 2) for w in ("upstream", "downstream", "towards you", "away from you"))],
)
def test_on_a_river_a_wind_across_blows_in_ones_face_and_all_else_stays(blew: str, blows: str) -> None:
    old = {"kind": "river", "blows": blew, "pace_m_s": 0.4, "lanes": [1]}
    assert water_1.upgrade(old) == old | {"type": "water", "blows": blows}


def test_of_a_wind_that_was_not_told_nothing_is_made_up() -> None:
    assert "blows" not in water_1.upgrade({"kind": "river"})
    assert water_1.upgrade({"kind": "lake", "blows": None})["blows"] is None


def test_a_lane_says_no_depth_of_its_own() -> None:
    assert water_2.upgrade({"lanes": [{"name": "near"}, "no lane"], "pace_m_s": 1.0}) == {
        "lanes": [{"name": "near", "depth_m": None}, "no lane"], "pace_m_s": 1.0,
    }  # fmt: skip
    assert water_2.upgrade({"lanes": None}) == {"lanes": None}


def test_what_was_told_of_the_light_stands() -> None:
    assert water_4.upgrade({"light": "low"}) == {"surface": None, "light": "low", "about": ""}


@pytest.mark.parametrize(
    ("key", "drawn", "lasts", "floatant"),
    [
        ("slick", "slim", False, ""), ("dubbed", "rough", False, ""), ("soft-hackled", "hackled", False, ""),
        ("bushy", "bushy", False, ""), ("streamer", "winged", False, ""), ("dry", "hackled", False, history.GEL),
        ("foam", "bushy", True, history.FOAM), ("somebody's own", "slim", False, ""),
    ],
)  # fmt: skip
def test_a_dressing_says_how_it_is_drawn_whether_its_lift_lasts_and_how_it_is_treated(
    key: str, drawn: str, lasts: bool, floatant: str
) -> None:
    assert history.dressing({"key": key, "lift": 1}) == {
        "key": key, "lift": 1, "drawn": drawn, "lift_lasts": lasts, "floatant": floatant,
    }  # fmt: skip


def test_a_knot_says_what_it_is_tied_for_and_an_unknown_one_nothing() -> None:
    assert history.knot({"key": "clinch"})["uses"] == ["ring", "bend"]
    assert history.knot({"key": "somebody's own"}) == {"key": "somebody's own", "uses": []}
    assert history.fly({"dressing": None, "hook": 1}) == {"dressing": None, "hook": 1}


def test_a_rig_of_the_first_version_gets_its_knots_uses_and_its_flies_dressings() -> None:
    new = rig_1.upgrade(
        {
            "joints": [{"knot": {"key": "blood"}, "loop": {"key": "perfection-loop"}, "ring": None}, "no joint"],
            "attachments": [{"knot": {"key": "uni"}, "body": {"dressing": {"key": "foam"}}}, {"body": "shot"}],
        }
    )
    assert new["type"] == "rig"
    joint, other = new["joints"]
    assert (joint["knot"]["uses"], joint["loop"]["uses"], joint["ring"], other) == (
        ["step"], ["leader loop", "girth"], None, "no joint",
    )  # fmt: skip
    fly, shot = new["attachments"]
    assert (fly["knot"]["uses"], fly["body"]["dressing"]["lift_lasts"], shot) == (["eye"], True, {"body": "shot"})
    assert rig_1.upgrade({"joints": "none"}) == {"joints": "none", "type": "rig"}


def test_only_flies_of_a_change_in_the_drawer_get_dressings() -> None:
    fly, spool = {"dressing": {"key": "dry"}}, {"dressing": {"key": "dry"}}
    new = stock_0.upgrade(
        {"entries": [{"kind": "flies", "before": fly, "after": None}, {"kind": "spools", "before": spool}]}
    )
    assert new["entries"][0]["before"]["dressing"]["drawn"] == "hackled"
    assert new["entries"][0]["after"] is None
    assert new["entries"][1] == {"kind": "spools", "before": spool}
    assert stock_0.upgrade({})["entries"] == []


def test_weights_told_of_wraps_keep_them_and_others_say_none() -> None:
    assert fly_pattern_2.upgrade({"weights": [{"count": 2}, {"wraps": 4}, "no weight"]})["weights"] == [
        {"wraps": None, "count": 2}, {"wraps": 4}, "no weight",
    ]  # fmt: skip
    assert fly_pattern_2.upgrade({"weights": None}) == {"weights": None}


def test_of_the_roughness_an_older_lesson_says_no_more_than_was_thought_before() -> None:
    old = {"mean": [0.1, 0.2], "spread": [[1.0, 0.5], [0.5, 2.0]], "sigmas": [0.3, 0.4], "drifts": 9}
    assert lesson_1.upgrade(old) == {
        "mean": [0.1, 0.2, 0.0], "spread": [[1.0, 0.5, 0.0], [0.5, 2.0, 0.0], [0.0, 0.0, 1.0]], "sigmas": [0.3, 0.4, 0.0],
        "drifts": 9,
    }  # fmt: skip


def test_a_turn_that_was_measured_stands() -> None:
    assert measures_1.upgrade({"turn_mm": 2.0}) == {"turn_mm": 2.0}
    assert measures_1.upgrade({}) == {"turn_mm": None}
