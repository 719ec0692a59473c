"""Everything that can hold a rig: float, dry fly, fly line, a hand that takes line in; and the bed below."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.engine.chain import MOVING, ChainRun, Steps, run
from jarana.core.engine.hydro.stream import bulk_speed
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.engine.scenario import (
    AIR,
    Dropper,
    FreeTop,
    HeldTop,
    PlacedBody,
    Scenario,
    Segment,
    Start,
    Stream,
    Wind,
)
from jarana.core.engine.steady import Steady, steady_float, steady_held, steady_natural
from jarana.core.errors import InputError, SolverError

WATER = water_at(12.0)
NYMPH = Body(mass=1.31e-4, volume=1.12e-8, bead_diameter=0.0025, drag_area=5.8e-6, name="point")
BUZZER = Body(mass=6e-5, volume=3e-8, bead_diameter=0.0, drag_area=5e-5, name="point")
BOOBY = Body(mass=9.6e-5, volume=2.34e-7, bead_diameter=0.0, drag_area=4.4e-5, name="point")
FLOAT = FreeTop(radius=0.006, mass=0.0004)
FINE = Segment(2.2, 0.00013, 0.00013, 1780.0, 0.05)
STEEP = Start(math.radians(60), 1, True)
SECONDS = tuple(0.5 * k for k in range(1, 121))


def rig(**changes: object) -> Scenario:
    """A nymph on 2.2 m of fine line under a float, in a slow deep run."""
    base = Scenario(
        WATER, Stream(0.4, 2.5, 0.002), (FINE,), (PlacedBody(NYMPH, 2.2),), (), FLOAT, STEEP, SECONDS
    )  # fmt: skip
    return replace(base, **changes)


def end_of(chain: ChainRun) -> tuple[float, float]:
    x, depth, _, _ = chain.track("point")
    return float(x[-1] - chain.x[-1, 0]), float(depth[-1])


@pytest.mark.parametrize(
    "scenario",
    [
        rig(),
        rig(stream=Stream(0.8, 3.5, 0.005)),
        rig(wind=Wind(3.0), air=AIR),
        rig(droppers=(Dropper(1.4, Segment(0.15, 0.0001, 0.0001, 1780.0), replace(NYMPH, name="drop"), 1.0),)),
    ],
    ids=["slow", "fast", "wind", "pair"],
)
def test_the_float_drifts_into_the_settled_shape(scenario: Scenario) -> None:
    chain, shape = run(scenario), steady_float(scenario)
    assert chain.vx[-1, 0] == pytest.approx(shape.speed, abs=2e-3)
    for name in chain.mesh.names:
        x, depth, _, _ = chain.track(name)
        assert depth[-1] == pytest.approx(shape.body(name)[1], abs=0.01)
        assert x[-1] - chain.x[-1, 0] == pytest.approx(shape.body(name)[0], abs=0.01)
    assert chain.pull[-1] == pytest.approx(shape.pull, rel=0.03)


def test_a_suspended_nymph_rides_upstream_of_its_float() -> None:
    assert end_of(run(rig()))[0] < -0.2


@pytest.mark.parametrize("speed", [0.0, 0.25, 0.4])
@pytest.mark.parametrize("body", [NYMPH, BUZZER])
def test_a_held_rig_settles_into_the_steady_shape(speed: float, body: Body) -> None:
    scenario = rig(
        top=HeldTop(0, 0, ((0.0, speed, 0.0, 0.0),)), bodies=(PlacedBody(body, 2.2),), bed=False, times=(300.0,)
    )
    chain, shape = run(scenario), steady_held(scenario, speed)
    x, depth = shape.body("point")
    assert end_of(chain) == pytest.approx((x, depth), abs=max(0.01, 0.01 * depth))


def test_the_natural_pace_pulls_nobody_and_is_slower_than_the_bubbles() -> None:
    scenario = rig(top=HeldTop(), main=(replace(FINE, length=1.2),), bodies=(PlacedBody(NYMPH, 1.2),),
                   stream=Stream(0.6, 1.5, 0.002))  # fmt: skip
    shape = steady_natural(scenario)
    assert 0.6 * 0.6 < shape.speed < 0.6 * 0.97
    assert abs(shape.pull_x) < 1e-6
    assert abs(steady_held(scenario, 0.6).pull_x) > 1e-4


def test_a_rig_longer_than_the_water_is_deep_lies_with_its_end_on_the_bed() -> None:
    scenario = rig(stream=Stream(0.0, 1.0, 0.002), top=HeldTop(), main=(replace(FINE, length=1.2),),
                   bodies=(PlacedBody(NYMPH, 1.2),))  # fmt: skip
    shape = steady_held(scenario, 0.03)
    assert shape.normal > 0
    assert shape.body("point")[1] == pytest.approx(1.0, abs=1e-6)
    assert shape.z.max() == pytest.approx(0.0, abs=1e-4)


def test_a_buoyant_fly_on_a_sunk_top_rises_above_it() -> None:
    scenario = rig(top=HeldTop(0, -3.8), main=(Segment(1.5, 0.0002, 0.0002, 1780.0),), bed=False,
                   bodies=(PlacedBody(BOOBY, 1.5),), stream=Stream(0.0, 4.0, 0.01), start=Start(-1.0, 1, False))  # fmt: skip
    depth = steady_held(scenario, 0.0).body("point")[1]
    assert depth == pytest.approx(3.8 - 1.5, abs=0.01)
    assert end_of(run(scenario))[1] == pytest.approx(depth, abs=0.02)


def test_float_load_is_pull_over_lift_and_a_wind_carries_it_on() -> None:
    shape = steady_float(rig())
    assert shape.load == pytest.approx(shape.pull_z / FLOAT.lift(WATER))
    heavier = steady_float(rig(top=FreeTop(0.0045, 0.0002)))
    assert heavier.load > shape.load
    assert steady_float(rig(wind=Wind(5.0), air=AIR)).speed > shape.speed


@pytest.mark.parametrize(("support", "drowned"), [(2e-3, False), (8e-4, True)])
def test_a_dry_fly_holds_what_its_hackle_bears_and_drowns_beyond(support: float, drowned: bool) -> None:
    dry = FreeTop(0.0017, 2e-5, drag_area=2e-5, support=support)
    chain = run(rig(top=dry, main=(replace(FINE, length=0.6),), bodies=(PlacedBody(NYMPH, 0.6),), times=SECONDS[:20]))
    assert chain.drowned is drowned
    assert bool(chain.z[-1, 0] < -0.1) is drowned


def held_team(**changes: object) -> Scenario:
    """5 m of 0.20 mm held at the surface of a lake, a resin fly at the point."""
    base = rig(top=HeldTop(), stream=Stream(0.0, 9.0, 0.002), main=(Segment(5.0, 0.0002, 0.0002, 1780.0),),
               bodies=(PlacedBody(BUZZER, 5.0),), start=Start(0.0, 1, False))  # fmt: skip
    return replace(base, **changes)


def test_line_taken_in_is_line_gone_and_the_fly_comes_along() -> None:
    times = tuple(float(k) for k in range(1, 81))
    chain = run(held_team(top=HeldTop(0, 0, ((0.0, 0.0, 0.0, 0.0),), ((20.0, 0.04),)), times=times))
    assert chain.taken == pytest.approx(0.04 * 60, abs=1e-6)
    x, depth, _, _ = chain.track("point")
    assert math.hypot(x[-1], depth[-1]) <= 5.0 - chain.taken + 1e-6
    assert chain.strain_max < 0.002
    slow, fast = (
        run(held_team(top=HeldTop(0, 0, ((0.0, 0.0, 0.0, 0.0),), ((20.0, v),)), times=times)).track("point")[1][39]
        for v in (0.02, 0.08)
    )
    assert slow > fast


def test_a_fly_is_never_taken_in_through_the_tip() -> None:
    chain = run(held_team(top=HeldTop(0, 0, ((0.0, 0.0, 0.0, 0.0),), ((0.0, 0.5),)), times=(5.0, 15.0, 20.0)))
    assert 4.5 < chain.taken < 5.0
    assert np.isfinite(chain.x).all()


def floating(spacing: float, greased: bool = True) -> Scenario:
    line = Segment(6.0, 0.0009, 0.0009, 850.0, spacing, greased=greased, bending=1e-5, angle=0.0)
    leader = Segment(5.0, 0.0002, 0.0002, 1780.0, 0.05, angle=0.0)
    return held_team(main=(line, leader), bodies=(PlacedBody(BUZZER, 11.0),))


def test_a_floating_line_holds_the_team_up_and_its_tip_is_pulled_under() -> None:
    chain = run(floating(0.15))
    lies = chain.afloat[-1].sum()
    assert 0 < lies < chain.afloat[0].sum()
    assert np.all(np.abs(chain.z[-1][chain.afloat[-1] == 1]) < 1e-3)
    assert end_of(chain)[1] < 5.0


def test_the_peeling_of_a_floating_line_does_not_depend_on_the_nodes() -> None:
    coarse, fine = end_of(run(floating(0.15)))[1], end_of(run(floating(0.075)))[1]
    assert coarse == pytest.approx(fine, abs=max(0.02, 0.02 * fine))


def test_a_sinking_line_bends_and_two_grids_agree() -> None:
    def sinking(spacing: float) -> Scenario:
        line = Segment(9.0, 0.001, 0.001, 1300.0, spacing, bending=1e-5, angle=0.0)
        tip = Segment(2.0, 0.0002, 0.0002, 1140.0, angle=0.0)
        return held_team(main=(line, tip), bodies=(PlacedBody(BUZZER, 11.0),))

    coarse, fine = run(sinking(0.15)), run(sinking(0.075))
    assert end_of(coarse) == pytest.approx(end_of(fine), abs=0.02)
    assert coarse.strain_max < MOVING.strain


LEDGE = ((-5.0, 0.8), (3.0, 0.8), (3.6, 1.3), (20.0, 1.3))


def over_the_ledge(**changes: object) -> Scenario:
    base = rig(
        stream=Stream(0.6, 0.8, 0.002), main=(Segment(1.6, 0.00012, 0.00012, 1780.0, 0.03),),
        bodies=(PlacedBody(NYMPH, 1.6),), top=HeldTop(0, 0, ((0.0, 0.45, 0.0, 0.0),)),
        start=Start(math.radians(5), -1, True), times=tuple(0.1 * k for k in range(1, 151)), bed_profile=LEDGE,
    )  # fmt: skip
    return replace(base, **changes)


def test_a_fly_falls_over_the_ledge_and_never_under_the_bed() -> None:
    chain = run(over_the_ledge())
    x, depth, _, _ = chain.track("point")
    bed = np.interp(x, [r[0] for r in LEDGE], [r[1] for r in LEDGE])
    away = (x < 2.8) | (x > 3.8)
    assert (depth[away] <= bed[away] + 2e-3).all()
    assert depth[x < 2.8].max() == pytest.approx(0.8, abs=0.01)
    assert depth.max() > 0.95


def test_a_profile_that_is_level_changes_nothing() -> None:
    level = run(over_the_ledge(bed_profile=((-5.0, 0.8), (20.0, 0.8))))
    plain = run(over_the_ledge(bed_profile=()))
    assert np.abs(level.x - plain.x).max() < 1e-6
    assert np.abs(level.z - plain.z).max() < 1e-6


def test_the_flow_over_a_profile_is_the_same_everywhere() -> None:
    from jarana.core.engine.ground import along_of

    along, _ = along_of(over_the_ledge())
    flow = [us * bulk_speed(1.0, 0.8 * h, 0.002) * h for h, us, _ in along]
    assert np.ptp(flow) / flow[0] < 1e-9


def test_a_float_sinks_to_the_draft_that_archimedes_gives_it() -> None:
    """Closed form: a cap of height k of a sphere displaces pi k² (3r - k)/3."""
    shape = steady_float(rig(stream=Stream(0.0, 2.5, 0.002)))
    under = FLOAT.radius - float(shape.z[0])
    cap = math.pi * under**2 * (3 * FLOAT.radius - under) / 3
    assert WATER.density * cap * WATER.gravity == pytest.approx(FLOAT.mass * WATER.gravity + shape.pull_z, rel=2e-3)


def test_same_inputs_same_bits() -> None:
    one, two = run(over_the_ledge()), run(over_the_ledge())
    assert np.array_equal(one.x, two.x)
    assert np.array_equal(one.z, two.z)


def test_a_shape_that_is_not_there_says_so() -> None:
    with pytest.raises(InputError, match="level bed"):
        steady_held(over_the_ledge(), 0.4)
    with pytest.raises(InputError):
        steady_float(rig(top=HeldTop()))
    up = rig(top=HeldTop(0, -2.0), bodies=(PlacedBody(replace(NYMPH, name="p"), 2.2),), bed=False)
    assert isinstance(_shape_or_error(up), Steady | SolverError)


def _shape_or_error(scenario: Scenario) -> Steady | SolverError:
    try:
        return steady_held(scenario, 0.1)
    except SolverError as error:
        return error


BODY = st.builds(
    lambda mass, density, area: Body(mass=mass, volume=mass / density, bead_diameter=0.002, drag_area=area, name="point"),
    st.floats(2e-5, 1e-3), st.floats(400, 9000), st.floats(2e-6, 8e-5),
)  # fmt: skip


@settings(max_examples=25, deadline=None)
@given(
    bodies=st.lists(BODY, min_size=1, max_size=4),
    length=st.floats(0.6, 6.0),
    thick=st.floats(0.08e-3, 0.4e-3),
    depth=st.floats(0.2, 12.0),
    pace=st.floats(0.0, 1.5),
    lead=st.floats(0.0, 1.3),
    floats=st.booleans(),
)
def test_any_sane_rig_stays_sane(
    bodies: list[Body], length: float, thick: float, depth: float, pace: float, lead: float, floats: bool
) -> None:
    places = [length * (k + 1) / len(bodies) for k in range(len(bodies))]
    placed = tuple(
        PlacedBody(replace(b, name=f"fly{i}"), s) for i, (b, s) in enumerate(zip(bodies, places, strict=True))
    )
    top = FreeTop(0.01, 0.001) if floats else HeldTop(0, 0, ((0.0, lead * pace, 0.0, 0.0),))
    chain = run(
        rig(stream=Stream(pace, depth, 0.002), main=(Segment(length, thick, thick, 1500.0),), bodies=placed, top=top,
            start=Start(0.02, -1, True), times=tuple(0.5 * k for k in range(1, 25)))
    )  # fmt: skip
    assert np.isfinite(chain.z).all()
    assert np.hypot(chain.vx, chain.vz).max() < 6.0
    assert -chain.z.min() <= depth + 0.02
    # One correction a step may leave a link off by 2 %; after each it is set right.
    assert chain.strain_max < 0.02


@settings(max_examples=15, deadline=None)
@given(body=BODY, more=st.floats(1.05, 2.0), length=st.floats(1.0, 5.0))
def test_a_heavier_self_is_never_shallower_in_still_water(body: Body, more: float, length: float) -> None:
    def depths(b: Body) -> np.ndarray:
        scenario = held_team(main=(Segment(length, 0.00018, 0.00018, 1780.0),), bodies=(PlacedBody(b, length),),
                             times=tuple(0.5 * k for k in range(1, 41)))  # fmt: skip
        return run(scenario).track("point")[1]

    assert (depths(replace(body, mass=body.mass * more)) >= depths(body) - 2e-3).all()


def test_half_the_step_moves_no_float_rig_by_a_centimetre() -> None:
    whole, half = run(rig()), run(rig(), Steps(0.0025, 0.01))
    assert end_of(whole) == pytest.approx(end_of(half), abs=0.01)
