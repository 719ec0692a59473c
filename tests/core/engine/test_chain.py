"""The chain against answers nobody here computed by simulation, and against itself."""

from __future__ import annotations

import dataclasses
import math

import numpy as np
import pytest

from jarana.core.engine.chain import Steps, run
from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_factor
from jarana.core.engine.hydro.terminal_speed import Body, line_weight, terminal_speed
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.engine.scenario import Dropper, HeldTop, PlacedBody, Scenario, Segment, Start, Stream
from jarana.core.errors import InputError
from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import FlyPattern, Weight
from jarana.core.tackle.dressing import dressing
from jarana.core.tackle.hook import hook

WATER = water_at(12)
STILL = Stream(0.0, 5.0, 0.002)


def nymph(size: int, bead_mm: float, name: str) -> Body:
    pattern = FlyPattern(
        id="p",
        name="slim",
        hook=hook(size),
        dressing=dressing("slim", size),
        weights=(Weight(id="w", bead=bead("tungsten", bead_mm), count=1),),
    )
    return pattern.tied(pattern.weights[0]).body(name)


def scenario(**changes: object) -> Scenario:
    base = Scenario(
        water=WATER,
        stream=Stream(0.6, 0.8, 0.002),
        main=(Segment(1.3, 0.12e-3, 0.12e-3, 1780),),
        bodies=(PlacedBody(nymph(16, 2.5, "upper"), 0.8), PlacedBody(nymph(14, 2.8, "point"), 1.3)),
        droppers=(),
        top=HeldTop(0.0, 0.0, ((0.0, 0.6, 0.0, 0.0),)),
        start=Start(math.radians(5), -1, True),
        times=tuple(0.1 * k for k in range(1, 201)),
    )
    return dataclasses.replace(base, **changes)


def metres_to_bottom(case: Scenario) -> float | None:
    x, depth, _, _ = run(case).track("point")
    height = case.stream.depth - depth
    found = np.flatnonzero(height <= 0.02)
    return float(x[found[0]] + 1.3 * math.cos(math.radians(5))) if len(found) else None


def led(ratio: float) -> HeldTop:
    return HeldTop(0.0, 0.0, ((0.0, 0.6 * ratio, 0.0, 0.0),))


def test_the_contact_drift_finds_the_bottom_where_the_reference_does() -> None:
    assert metres_to_bottom(scenario()) == pytest.approx(3.5, abs=0.3)


def test_a_heavier_point_finds_it_sooner() -> None:
    bodies = (PlacedBody(nymph(16, 2.5, "upper"), 0.8), PlacedBody(nymph(14, 3.3, "point"), 1.3))
    assert metres_to_bottom(scenario(bodies=bodies)) == pytest.approx(2.4, abs=0.3)


def test_a_stouter_tippet_finds_it_later() -> None:
    main = (Segment(1.3, 0.16e-3, 0.16e-3, 1780),)
    assert metres_to_bottom(scenario(main=main)) == pytest.approx(4.3, abs=0.3)


def test_held_back_it_sinks_fast_and_led_it_never_gets_down() -> None:
    assert metres_to_bottom(scenario(top=led(0.8))) == pytest.approx(1.6, abs=0.3)
    assert metres_to_bottom(scenario(top=led(1.15))) is None


def test_a_body_lowered_on_no_line_to_speak_of_pulls_its_weight_less_its_drag() -> None:
    """At its terminal speed nothing would be left; at half of it, what the drag law leaves."""
    body = nymph(14, 2.8, "point")
    speed = terminal_speed(body, WATER) / 2
    case = scenario(
        stream=STILL,
        main=(Segment(0.02, 2e-6, 2e-6, WATER.density, 0.01),),
        bodies=(PlacedBody(body, 0.02),),
        top=HeldTop(0.0, -0.5, ((0.0, 0.0, 0.0, -speed),)),
        start=Start(math.radians(90)),
        times=(3.0, 4.0),
    )
    chain = run(case)
    _, depth, _, _ = chain.track("point")
    assert depth[1] - depth[0] == pytest.approx(speed, rel=1e-6)
    assert chain.pull[-1] == pytest.approx(body.submerged_weight(WATER) - body.drag(speed, WATER), rel=0.01)


def test_a_heavy_towed_line_streams_at_its_critical_angle() -> None:
    d, rho, speed = 0.001, 2500.0, 0.3
    case = scenario(
        stream=Stream(0.0, 50.0, 0.002),
        main=(Segment(2.0, d, d, rho),),
        bodies=(),
        top=HeldTop(0.0, -1.0, ((0.0, speed, 0.0, 0.0),)),
        start=Start(math.radians(45), -1),
        times=(20.0, 40.0),
    )
    chain = run(case)
    middle = len(chain.x[-1]) // 2
    dx, dz = chain.x[-1, middle] - chain.x[-1, middle - 1], chain.z[-1, middle] - chain.z[-1, middle - 1]
    angle = math.atan2(-dz, -dx)  # below the horizontal, behind the top
    weight = line_weight(d, rho, WATER)
    normal = speed * math.sin(angle)
    drag = cylinder_drag_factor(normal, d, WATER.density, WATER.viscosity)[0] * normal
    assert weight * math.cos(angle) == pytest.approx(drag, rel=0.01)


def test_a_weightless_line_with_normal_drag_only_takes_podes_shape() -> None:
    """cot(phi) falls linearly along the arc where drag per metre at 90° is constant and tension is constant."""
    d = 0.3e-3
    speed = 0.25
    body = Body(mass=0.02, volume=2e-6, name="end")
    case = scenario(
        stream=Stream(0.0, 50.0, 0.002),
        main=(Segment(0.5, d, d, WATER.density, 0.01),),
        bodies=(PlacedBody(body, 0.5),),
        top=HeldTop(0.0, -1.0, ((0.0, speed, 0.0, 0.0),)),
        start=Start(math.radians(88), -1),
        times=(30.0, 60.0),
    )
    chain = run(case)
    dx, dz = np.diff(chain.x[-1]), np.diff(chain.z[-1])
    lean = dx / dz  # cot of the angle to the flow, small here
    slope = (lean[0] - lean[-1]) / (chain.mesh.arc[-1] - chain.mesh.links[-1, 0])
    drag = cylinder_drag_factor(speed, d, WATER.density, WATER.viscosity)[0] * speed
    assert abs(slope) == pytest.approx(drag / body.submerged_weight(WATER), rel=0.02)


def test_links_keep_their_length() -> None:
    chain = run(scenario())
    for k in range(len(chain.times)):
        dx = chain.x[k, 1:] - chain.x[k, chain.mesh.parent[1:]]
        dz = chain.z[k, 1:] - chain.z[k, chain.mesh.parent[1:]]
        assert np.abs(np.hypot(dx, dz) / chain.mesh.links[1:, 0] - 1).max() < 1e-3


@pytest.mark.parametrize("finer", [{"steps": Steps(0.0025, 0.01)}, {"refine": 2.0}])
def test_half_the_step_or_half_the_spacing_moves_no_fly_a_centimetre(finer: dict[str, object]) -> None:
    drop = Dropper(0.8, Segment(0.12, 0.12e-3, 0.12e-3, 1780), nymph(16, 2.5, "drop"), math.radians(25))
    case = scenario(bodies=(PlacedBody(nymph(14, 2.8, "point"), 1.3),), droppers=(drop,))
    coarse, fine = run(case), run(case, **finer)
    for name in ("drop", "point"):
        assert np.abs(coarse.track(name)[1] - fine.track(name)[1]).max() < 0.01


def test_two_half_bodies_on_a_node_fall_as_one() -> None:
    whole = Body(2e-4, 2e-8, 0.0, 2e-5, "whole")
    halves = [Body(1e-4, 1e-8, 0.0, 1e-5, name) for name in ("a", "b")]
    one = run(scenario(bodies=(PlacedBody(whole, 1.3),))).track("whole")[1]
    two = run(scenario(bodies=tuple(PlacedBody(h, 1.3) for h in halves))).track("a")[1]
    assert np.allclose(one, two, atol=1e-9)


def test_a_chain_is_the_mirror_of_its_mirror_image() -> None:
    drop = Dropper(0.8, Segment(0.2, 0.12e-3, 0.12e-3, 1780), nymph(16, 2.5, "drop"), math.radians(40))
    right = scenario(droppers=(drop,))
    left = dataclasses.replace(
        right,
        stream=Stream(-0.6, 0.8, 0.002),
        top=HeldTop(0.0, 0.0, ((0.0, -0.6, 0.0, 0.0),)),
        start=Start(math.radians(5), 1, True),
    )
    a, b = run(right), run(left)
    assert np.allclose(a.x, -b.x, atol=1e-9)
    assert np.allclose(a.z, b.z, atol=1e-9)


def test_energy_never_grows_in_still_water_with_a_held_top() -> None:
    case = scenario(stream=STILL, top=HeldTop(), start=Start(0.0), times=tuple(0.1 * k for k in range(1, 100)))
    chain = run(case)
    mesh = chain.mesh
    weight = np.zeros(mesh.size)
    for i in range(1, mesh.size):
        w = line_weight(mesh.links[i, 1], mesh.links[i, 2], WATER) * mesh.links[i, 0] / 2
        weight[i] += w
        weight[mesh.parent[i]] += w
    for b, node in enumerate(mesh.body_node):
        weight[node] += (mesh.bodies[b, 0] - WATER.density * mesh.bodies[b, 1]) * WATER.gravity
    height = (chain.z * weight).sum(axis=1)
    assert (np.diff(height[3:]) < 1e-8).all()


def test_nothing_lies_under_the_bed_and_friction_holds_it() -> None:
    chain = run(scenario(top=led(0.4), times=tuple(0.1 * k for k in range(1, 501))))
    assert chain.z.min() > -0.8 - 0.003
    x, _, _, _ = chain.track("point")
    assert (x[-1] - x[-51]) / 5.0 == pytest.approx(0.24, abs=0.02)


def test_a_rig_that_starts_below_the_bed_is_pushed_up_and_does_not_fly_off() -> None:
    case = scenario(start=Start(math.radians(70), -1), times=(0.5, 1.0, 2.0))
    chain = run(case)
    assert chain.z.max() <= 0.05
    assert chain.z[-1].min() > -0.803


def test_the_same_scenario_gives_the_same_bits() -> None:
    a, b = run(scenario()), run(scenario())
    assert a.x.tobytes() == b.x.tobytes()
    assert a.pull.tobytes() == b.pull.tobytes()


def test_everything_wrong_with_a_scenario_is_said_at_once() -> None:
    bad = scenario(main=(Segment(-1.0, 0.12e-3, 0.12e-3, 1780), Segment(1.0, 0.0, 0.0, 1780)), times=(2.0, 1.0))
    with pytest.raises(InputError) as error:
        run(bad)
    paths = {fault.path for fault in error.value.faults}
    assert {"main[0].length", "main[1].d", "times"} <= paths
