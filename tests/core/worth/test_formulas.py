"""The formulas of worth on drifts made up by hand: what each part gives, worked out beside it."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest

from jarana.core.engine.afloat import SUPPORT_DEPTH
from jarana.core.engine.batch import Ran
from jarana.core.engine.columns import AT_Z, NEAR_M, PULL, REL_X, REL_Y, TAKEN, UNDER
from jarana.core.engine.hydro.water_properties import GRAVITY, LIFT_WATER_C, water_at
from jarana.core.heads.sight import seen_to
from jarana.core.outcomes.tracks import AsWritten, Tracks
from jarana.core.rules.rule_set import RuleSet
from jarana.core.situation import Person, Situation
from jarana.core.water.reach import TakingZone
from jarana.core.worth.accepted import eddy_drag, flies_of
from jarana.core.worth.constants import Habits
from jarana.core.worth.excluded import excluded
from jarana.core.worth.freed import HOOK_UP, SHOT_HANGS, SLOW_M_S, freed
from jarana.core.worth.judge import judge
from jarana.core.worth.noticed import (
    AIR,
    CYLINDER_IN_AIR,
    WIND_ON_M,
    idle_pull,
    load_of,
    not_frightened,
    noticed,
)
from tests.coverage import water
from tests.fishing import fished, started

HABITS = Habits(Person())
TIMES = np.array([0.0, 1.0, 2.0, 3.0])


def situation(method: str, rules: RuleSet | None = None, **more: object) -> Situation:
    run = water(0.9, 0.62, **more)
    return fished(started(method, run), run, rules=rules)


def made_up(here: Situation, names: tuple[str, ...], members: int = 1, led: bool = False) -> Tracks:
    """Drifts in which nothing moves, 0.1 m over the bed."""
    at = np.zeros((members, len(names) + 2, len(TIMES), 9))
    at[..., UNDER], at[..., AT_Z] = 0.9, -0.8
    did = np.zeros((members, len(names) + 2, 9))
    times = np.tile(TIMES, (members, 1))
    numbers, ones = np.arange(members), np.ones(members)
    return Tracks(
        here,
        names,
        numbers,
        times,
        at,
        did,
        np.zeros(len(names)),
        ones,
        AsWritten(lambda: Ran(TIMES, at[0], did[0])),
        top_held=False,
        led=led,
    )


def test_hang_ups_and_fouled_hooks_cost_as_worked_out_by_hand() -> None:
    here = situation("level-contact", bed="cobble", wind_m_s=2.0)
    tracks = made_up(here, ("dropper", "point"))
    tracks.did[0, :2, NEAR_M] = 1.0, 3.0
    bed = here.water.bed_kind
    ups = {a.id: HOOK_UP if a.fly.hook.bend == "jig" else 1.0 for a in here.rig.attachments if a.fly}
    hangs = 1 - math.exp(-bed.hangs_per_m * (ups["dropper"] * 1.0 + ups["point"] * 3.0))
    foul = 1 - math.exp(-bed.fouls_per_m * min(1.0, SLOW_M_S / 0.62) * 4.0)
    seconds = (
        hangs * (HABITS["free-s"] + HABITS["lost-snags"] * (HABITS["retie-s"] + 3 * HABITS["knot-s"]))
        + foul * HABITS["clean-s"]
        + HABITS["tangle"] * (1 + 2.0 / 5) * HABITS["tangle-s"]
    )
    found = freed(tracks, here, HABITS)
    assert found.hangs[0] == pytest.approx(hangs)
    assert found.free[0] == pytest.approx((1 - 0.5 * hangs) * (1 - 0.6 * foul))
    assert found.seconds[0] == pytest.approx(seconds)


def test_a_shot_wedges_less_than_a_hook_and_costs_less() -> None:
    here = situation("shot-below", bed="cobble", wind_m_s=0.0)
    tracks = made_up(here, ("fly", "shot"))
    tracks.did[0, 1, NEAR_M] = 4.0
    shot = 1 - math.exp(-here.water.bed_kind.hangs_per_m * SHOT_HANGS * 4.0)
    found = freed(tracks, here, HABITS)
    assert found.hangs[0] == 0.0
    assert found.free[0] == pytest.approx(1 - 0.3 * shot)
    wanted = shot * (HABITS["shot-free-s"] + HABITS["lost-snags"] * HABITS["shot-retie-s"])
    assert found.seconds[0] == pytest.approx(wanted)


def test_weed_gathers_on_hooks_more_where_the_water_is_slow() -> None:
    here = situation("level-contact", bed="weed")
    slow = here.with_water(here.water.model_copy(update={"pace_m_s": SLOW_M_S}))
    tracks = made_up(here, ("dropper", "point"))
    tracks.did[0, 1, NEAR_M] = 2.0
    assert freed(tracks, slow, HABITS).free[0] < freed(tracks, here, HABITS).free[0]


def test_flies_on_one_held_line_ride_eddies_the_more_the_farther_apart_and_the_faster_the_water() -> None:
    here = situation("level-contact")
    far = (0.52 / 0.9 - HABITS["apart-from"]) if HABITS["apart-from"] < 0.52 / 0.9 else 0.0
    assert eddy_drag(here, HABITS) == pytest.approx(HABITS["eddy-drag"] * 0.62 * far, abs=0.01)
    fast = here.with_water(here.water.model_copy(update={"pace_m_s": 1.24}))
    assert eddy_drag(fast, HABITS) == pytest.approx(2 * eddy_drag(here, HABITS))
    assert eddy_drag(situation("float-pair"), HABITS) == 0.0


def test_the_dry_that_holds_a_rig_is_judged_by_its_own_row_and_along_the_surface_only() -> None:
    here = situation("dry-and-nymph")
    tracks = made_up(here, ("point",))
    tracks.at[0, -1, :, AT_Z] = 0.0
    tracks.at[0, -1, :, REL_X], tracks.at[0, -1, :, REL_Y] = 0.03, 0.04
    dry = next(f for f in flies_of(tracks, here, HABITS) if f.id == here.rig.head.holds())
    half = HABITS["noticed-usual"] * HABITS["noticed-dry"]
    assert dry.accepted[0, 0] == pytest.approx(1 / (1 + (0.05 / half) ** HABITS["refusal-power"]))
    assert dry.shown[0, 0] == 1.0
    assert dry.in_zone[0, 0] == 0.0


@pytest.mark.parametrize("off", [4.0, 9.0, 14.0])
def test_a_float_is_watched_less_the_farther_off_it_is(off: float) -> None:
    here = situation("float-pair", off_m=off, wind_m_s=0.0)
    tracks = made_up(here, ("dropper", "point"), led=True)
    top = here.head.free_top(here.rig, here.water.water)
    assert top is not None
    tracks.at[0, -1, :, PULL] = 0.6 * top.lift(water_at(LIFT_WATER_C))
    sign = here.head.sign(here.rig)
    assert sign is not None
    far = 1.25 * seen_to(sign.size, HABITS["sight"])
    assert noticed(tracks, here, HABITS)[0] == pytest.approx(1 / (1 + (off / far) ** 6))


def test_a_float_held_back_is_loaded_by_what_it_pulls() -> None:
    here = situation("float-pair")
    tracks = made_up(here, ("dropper", "point"), led=True)
    top = here.head.free_top(here.rig, here.water.water)
    assert top is not None
    lift = top.lift(water_at(LIFT_WATER_C))
    tracks.at[0, -1, :, PULL] = 0.5 * lift, -1.0, lift, 2 * lift
    load = load_of(tracks, here)
    assert load is not None
    assert load[0] == pytest.approx([0.5, 0.0, 1.0, 2.0])


def test_a_drifting_float_is_loaded_by_how_deep_its_sphere_sits() -> None:
    here = situation("float-pair")
    tracks = made_up(here, ("dropper", "point"))
    top = here.head.free_top(here.rig, here.water.water)
    assert top is not None
    r = top.radius
    tracks.at[0, -1, :, AT_Z] = 0.0, -0.5 * r, r, -(r + 2 * SUPPORT_DEPTH) - 0.001
    rho = here.water.water.density * GRAVITY
    lift = top.lift(water_at(LIFT_WATER_C))

    def borne(under: float) -> float:
        return rho * math.pi * under**2 * (3 * r - under) / 3

    load = load_of(tracks, here)
    assert load is not None
    assert load[0, 0] == pytest.approx((borne(r) - top.mass * GRAVITY) / lift, rel=1e-3)
    assert load[0, 1] == pytest.approx((borne(1.5 * r) - top.mass * GRAVITY) / lift, rel=1e-3)
    assert load[0, 2] == 0.0
    assert load[0, 3] == 1.5


def test_a_drowned_dry_shows_little_and_a_floating_one_all_that_can_be_seen() -> None:
    here = situation("dry-and-nymph", off_m=1.0)
    tracks = made_up(here, ("point",))
    tracks.at[0, -1, :, AT_Z] = 0.0, 0.0, -0.5, -0.5
    found = noticed(tracks, here, HABITS)[0]
    assert found[0] == pytest.approx(1.0, abs=0.01)
    assert found[3] == pytest.approx(HABITS["float-under"], abs=0.01)


def test_a_held_leader_tells_half_between_least_and_all_where_the_pull_is_its_idle_pull() -> None:
    here = situation("level-contact", depth_m=4.0)
    idle = idle_pull(here)
    tracks = made_up(here, ("dropper", "point"))
    tracks.at[0, -1, :, PULL] = idle, -1.0, 0.0, 1e3 * idle
    least = HABITS["felt-least"]
    assert noticed(tracks, here, HABITS)[0] == pytest.approx([0.5 * (1 + least), least, least, 1.0], abs=1e-3)


def test_the_idle_pull_is_half_a_metre_of_leader_and_the_wind_on_it() -> None:
    calm = situation("level-contact", wind_m_s=0.0)
    thick = 0.18e-3
    weight = 0.5 * calm.rig.spans[0].material.density_kg_m3 * GRAVITY * math.pi / 4 * thick**2
    assert idle_pull(calm) == pytest.approx(weight, rel=1e-6)
    blown = situation("level-contact", wind_m_s=4.0, blows="towards you")
    wind = 0.5 * AIR * CYLINDER_IN_AIR * thick * WIND_ON_M * (0.5 * 4.0) ** 2
    assert idle_pull(blown) == pytest.approx(math.hypot(weight, wind), rel=1e-6)


def test_on_a_fly_line_a_take_is_felt_while_it_is_drawn_in_and_between_two_pulls() -> None:
    lake = water(4.0, 0.0, "lake")
    here = fished(started("lake-team", lake), lake)
    tracks = made_up(here, ("top-fly", "middle-fly", "point"))
    tracks.at[0, -1, :, TAKEN] = 0.0, 0.0, 0.0, 1.0
    found = noticed(tracks, here, HABITS)[0]
    assert found[0] == HABITS["felt-sinking"]
    assert found[3] == HABITS["felt-moved"]


@pytest.mark.parametrize(
    ("more", "near"),
    [
        ({"pace_m_s": 0.7, "depth_m": 1.0}, 0.0),
        ({"pace_m_s": 0.71, "depth_m": 1.0}, -1.5),
        ({"pace_m_s": 0.7, "depth_m": 1.01}, -0.5),
        ({"pace_m_s": 0.7, "depth_m": 1.0, "clarity": "tinged"}, -0.8),
        ({"pace_m_s": 0.7, "depth_m": 1.0, "clarity": "coloured"}, -2.0),
    ],
)
def test_fish_are_frightened_from_farther_off_in_slow_thin_clear_water(more: dict[str, object], near: float) -> None:
    here = situation("level-contact", off_m=5.0)
    here = here.with_water(here.water.model_copy(update=more))
    stays = 1 / (1 + math.exp(-(5.0 - HABITS["near-usual"] - near)))
    if here.water.clarity == "clear":
        heaviest = max(a.body.body(a.id).mass for a in here.rig.attachments) * 1000
        bears = HABITS["plop-usual"] * max(1.0, here.water.depth_m / 0.6) * (1 + 2 * max(here.water.pace_m_s - 0.5, 0))
        stays /= 1 + (heaviest / bears) ** 2
    assert not_frightened(here, HABITS) == pytest.approx(stays, rel=1e-6)


def test_a_float_heavier_than_its_flies_is_what_falls_on_the_fish() -> None:
    here = situation("float-pair", off_m=9.0)
    top = here.head.free_top(here.rig, here.water.water)
    assert top is not None
    flies = max(a.body.body(a.id).mass for a in here.rig.attachments)
    heavy = here.rig.head.model_copy(update={"body": here.rig.head.body.model_copy(update={"mass_mg": 5e6 * flies})})
    depth, pace = here.water.depth_m, here.water.pace_m_s
    bears = HABITS["plop-usual"] * max(1.0, depth / 0.6) * (1 + 2 * (pace - 0.5))
    stays = not_frightened(here, HABITS) * (1 + (1e3 * flies / bears) ** 2)
    wanted = stays / (1 + (5e3 * flies / bears) ** 2)
    assert not_frightened(here.with_rig(here.rig.rebuilt(head=heavy)), HABITS) == pytest.approx(wanted, rel=1e-3)


def test_single_drifts_are_told_from_the_tenth_to_the_ninetieth_of_a_hundred() -> None:
    here = situation("level-contact", zone=TakingZone(low_m=0.0, high_m=0.3, datum="bed"))
    tracks = made_up(here, ("dropper", "point"), members=21)
    tracks.at[:, :, :, REL_X] = np.linspace(0.0, 0.6, 21)[:, None, None]
    tracks.at[:, -1, :, PULL] = 1.0
    found = judge(tracks, here, "")
    assert found.p10 == pytest.approx(sorted(found.members)[2])
    assert found.p90 == pytest.approx(sorted(found.members)[18])
    assert found.p10 < found.minutes < found.p90


def test_a_rig_without_a_fly_where_they_take_is_worth_nothing_and_a_second_adds_nothing() -> None:
    here = situation("level-contact", zone=TakingZone(low_m=0.6, high_m=0.8, datum="bed"))
    tracks = made_up(here, ("dropper", "point"))
    found = judge(tracks, here, "")
    assert found.minutes == 0.0
    assert (found.factors.zone, found.factors.more) == (0.0, 1.0)


def test_a_broken_rule_is_told_in_its_own_words() -> None:
    rules = RuleSet(id="one", name="One fly", most_flies=1, source="a notice", checked="2026-01-01")
    assert "against a rule: " in excluded(situation("level-contact", rules), HABITS)
    assert "1" in excluded(replace_rules(situation("level-contact"), rules), HABITS)


def replace_rules(here: Situation, rules: RuleSet) -> Situation:
    return Situation(here.rig, replace(here.setting, rules=rules))
