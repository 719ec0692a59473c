"""The chain in three dimensions: invariances, known answers in the air, the surface and the reel."""

from __future__ import annotations

import math
from dataclasses import replace

import numpy as np
import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.engine.chain import ChainRun, Steps, run
from jarana.core.engine.cut import Way
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.engine.limits import check
from jarana.core.engine.mesh import build_mesh
from jarana.core.engine.scenario import (
    AIR,
    Dropper,
    HeldTop,
    Lane,
    PlacedBody,
    Point,
    Scenario,
    Segment,
    Start,
    Stream,
    Wind,
)
from jarana.core.engine.step.lines import wet_share
from jarana.core.errors import InputError

WATER = water_at(12.0)
NYMPH = Body(mass=1.87e-4, volume=1.59e-8, bead_diameter=0.0028, drag_area=7.95e-6, name="point")
UPPER = replace(NYMPH, mass=1.31e-4, volume=1.12e-8, bead_diameter=0.0025, name="upper")
FINE = Segment(2.4, 0.00013, 0.00013, 1780.0, 0.08)
LANES = (Lane(0.3, 0.8), Lane(0.75, 1.1))
SECONDS = (0.5, 1.0, 2.0, 4.0, 6.0)


def pair(**changes: object) -> Scenario:
    """Two nymphs and a dropper from a tip in the air, over two lanes, in a wind."""
    base = Scenario(
        water=WATER,
        stream=Stream(0.3, 0.8, 0.005, lanes=LANES, edges=(2.0,)),
        main=(FINE,),
        bodies=(PlacedBody(NYMPH, 2.4),),
        droppers=(Dropper(1.7, Segment(0.15, 0.0001, 0.0001, 1780.0), UPPER, way=(0.0, 0.5, -1.0)),),
        top=HeldTop(0.0, 0.4, ((0.0, 0.45, 0.0, 0.0),), y=1.2),
        start=Start(path=((0.0, 1.2, 0.4), (-1.2, 3.2, 0.0)), moves_with_water=True),
        times=SECONDS,
        wind=Wind(0.5, -1.5),
        air=AIR,
    )
    return replace(base, **changes)


def turned(point: Point, by: float) -> Point:
    x, y, z = point
    return (x * math.cos(by) - y * math.sin(by), x * math.sin(by) + y * math.cos(by), z)


def test_a_mirrored_problem_has_the_mirrored_answer() -> None:
    """Lanes, wind, cast and dropper to the other side; the table across is read at other places: 0.1 mm."""
    one = run(pair())
    other = run(
        pair(
            stream=Stream(0.75, 1.1, 0.005, lanes=LANES[::-1], edges=(-2.0,)),
            droppers=(replace(pair().droppers[0], way=(0.0, -0.5, -1.0)),),
            top=replace(pair().top, y=-1.2),
            start=replace(pair().start, path=((0.0, -1.2, 0.4), (-1.2, -3.2, 0.0))),
            wind=Wind(0.5, 1.5),
        )
    )
    assert np.abs(one.y + other.y).max() < 1e-4
    assert np.abs(one.place[:, :, ::2] - other.place[:, :, ::2]).max() < 1e-4


@settings(max_examples=10, deadline=None)
@given(by=st.floats(-math.pi, math.pi))
def test_still_water_and_air_know_no_direction(by: float) -> None:
    plain = pair(stream=Stream(0.0, 1.0, 0.005), wind=Wind(), top=HeldTop(0.0, 0.4, ((0.0, 0.1, 0.0, 0.0),), y=1.2))
    way = plain.droppers[0].way
    assert way is not None
    spun = replace(
        plain,
        droppers=(replace(plain.droppers[0], way=turned(way, by)),),
        top=HeldTop(
            *turned((0.0, 1.2, 0.4), by)[::2], ((0.0, *turned((0.1, 0.0, 0.0), by)),), y=turned((0.0, 1.2, 0), by)[1]
        ),
        start=replace(plain.start, path=tuple(turned(p, by) for p in plain.start.path)),
    )
    one, other = run(plain), run(spun)
    back = [[turned(tuple(p), -by) for p in frame] for frame in other.place]
    assert np.abs(one.place - np.array(back)).max() < 1e-9


def test_a_problem_moved_downstream_has_the_answer_moved() -> None:
    one, far = run(pair()), run(
        pair(
            top=replace(pair().top, x=30.0),
            start=replace(pair().start, path=tuple((x + 30.0, y, z) for x, y, z in pair().start.path)),
        )
    )  # fmt: skip
    assert np.abs(one.place + np.array([30.0, 0.0, 0.0]) - far.place).max() < 1e-9


def test_what_is_plane_stays_plane() -> None:
    chain = run(
        pair(
            stream=Stream(0.6, 0.9, 0.005),
            droppers=(replace(pair().droppers[0], way=(-1.0, 0.0, -0.4)),),
            top=replace(pair().top, y=0.0),
            start=Start(path=((0.0, 0.0, 0.4), (-2.3, 0.0, 0.0)), moves_with_water=True),
            wind=Wind(-2.0, 0.0),
        )
    )
    assert (chain.y == 0.0).all()
    assert (chain.vy == 0.0).all()


@pytest.mark.parametrize("wind", [Wind(), Wind(2.0, -3.0), Wind(-5.0, 0.0)])
def test_half_the_step_or_half_the_spacing_moves_no_fly_a_centimetre(wind: Wind) -> None:
    case = pair(wind=wind)
    plain = run(case)
    for finer in (run(case, Steps(0.0025, 0.01)), run(case, refine=2.0)):
        for name in ("point", "upper"):
            gap = plain.place[:, plain.node_of(name)] - finer.place[:, finer.node_of(name)]
            assert np.abs(gap[:, 2]).max() < 0.01
            assert np.linalg.norm(gap, axis=1).max() < 0.03


def test_links_keep_their_length_in_space() -> None:
    chain = run(pair(times=tuple(0.1 * k for k in range(1, 61))))
    gap = chain.place[:, 1:] - chain.place[:, chain.mesh.parent[1:]]
    assert np.abs(np.linalg.norm(gap, axis=2) / chain.mesh.links[1:, 0] - 1).max() < 1e-3


def test_a_line_hung_in_the_air_takes_the_catenary() -> None:
    """4.2 m of 0.40 mm from a tip 2 m up, its end held by a heavy fly on the stones: y = a cosh(x/a) through both ends."""
    d, rho, length = 0.0004, 1140.0, 4.2
    anchor = Body(mass=0.05, volume=1e-6, bead_diameter=0.01, name="anchor")
    chain = run(
        Scenario(
            water=WATER,
            stream=Stream(0.0, 0.0101, 0.002),
            main=(Segment(length, d, d, rho, 0.1),),
            bodies=(PlacedBody(anchor, length),),
            droppers=(),
            top=HeldTop(0.0, 2.0, y=0.0),
            start=Start(path=((0.0, 0.0, 2.0), (2.2, 2.2, 0.0), (2.6, 2.6, 0.0))),
            times=(30.0, 60.0),
            bed_friction=10.0,
            air=AIR,
        )
    )
    place = chain.place[-1]
    assert np.abs(place - chain.place[0]).max() < 2e-3
    across = np.hypot(place[:, 0], place[:, 1])
    hung = place[:, 2] > 0.006
    flat, high = across[hung], place[hung, 2]

    span, rise = flat[-1] - flat[0], high[0] - high[-1]

    def middle(a: float) -> float:
        return float(0.5 * span + a * math.asinh(rise / (2 * a * math.sinh(span / (2 * a)))))

    def misfit(a: float) -> float:
        """Distance of the nodes from the catenary of that parameter through the tip and the last hung node."""
        shape = a * (np.cosh((flat - flat[0] - middle(a)) / a) - math.cosh(middle(a) / a)) + high[0]
        return float(np.abs(shape - high).max())

    best = min(np.geomspace(0.2, 20.0, 4000), key=misfit)
    assert misfit(best) < 1e-3
    weight = rho * math.pi / 4 * d**2 * 9.80665
    assert chain.pull[-1] == pytest.approx(weight * best * math.cosh(middle(best) / best), rel=0.02)


def test_the_wind_carries_a_light_rig_far_and_a_heavy_one_little() -> None:
    def inward(mass: float, wind: float) -> float:
        body = replace(NYMPH, mass=NYMPH.mass * mass)
        case = pair(bodies=(PlacedBody(body, 2.4),), droppers=(), wind=Wind(0.0, -wind), times=(4.0,))
        chain = run(case)
        return float(chain.y[-1, chain.node_of("point")])

    light = inward(0.6, 0.0) - inward(0.6, 4.0)
    heavy = inward(3.0, 0.0) - inward(3.0, 4.0)
    assert light > 2 * heavy > 0


def swung(tip: float, spacing: float = 0.15, **changes: object) -> Scenario:
    """A floating line and a sinking leader across a run, the tip raised over it or not."""
    base = Scenario(
        water=WATER,
        stream=Stream(0.6, 1.0, 0.005),
        main=(
            Segment(6.0, 0.001, 0.001, 850.0, spacing, greased=True),
            Segment(2.7, 0.0002, 0.0002, 1780.0, 0.6 * spacing),
        ),
        bodies=(PlacedBody(UPPER, 7.8), PlacedBody(NYMPH, 8.7)),
        droppers=(),
        top=HeldTop(0.0, 0.0, ((0.0, 0.0, 0.0, 0.0), (2.0, 0.0, 0.0, tip / 2.0), (4.0, 0.0, 0.0, 0.0)), y=0.5),
        start=Start(path=((0.0, 0.5, 0.0), (6.15, 6.65, 0.0)), moves_with_water=True),
        times=(2.0, 4.0, 8.0, 12.0),
        air=AIR,
    )
    return replace(base, **changes)


def flies(chain: ChainRun) -> np.ndarray:
    return np.stack([chain.place[:, chain.node_of(n)] for n in ("upper", "point")])


def test_line_lifted_by_a_rising_tip_leaves_the_water_alike_on_three_grids() -> None:
    coarse, middle, fine = (flies(run(swung(1.2, spacing))) for spacing in (0.2, 0.1, 0.05))
    assert np.abs(coarse - fine).max() < 0.02
    assert np.abs(middle - fine).max() < 0.02


def test_a_raised_tip_peels_the_line_off_and_a_lowered_one_lays_it_down_again() -> None:
    chain = run(swung(1.2))
    low = run(swung(0.0))
    lying = chain.lying()
    assert lying[1] < low.lying()[1] - 0.8
    assert chain.greatest_pull < 1.0
    moves = (
        (0.0, 0.0, 0.0, 0.0), (2.0, 0.0, 0.0, 0.6), (4.0, 0.0, 0.0, 0.0), (6.0, 0.0, 0.0, -0.6), (8.0, 0.0, 0.0, 0.0),
    )  # fmt: skip
    down = run(swung(1.2, top=replace(swung(1.2).top, moves=moves), times=(6.0, 8.0, 14.0)))
    assert down.lying()[-1] > down.lying()[0] + 0.8


def test_a_raised_tip_lifts_the_flies_by_less_than_it_rises() -> None:
    lifted, kept = flies(run(swung(1.0))), flies(run(swung(0.0)))
    rise = lifted[1, 1, 2] - kept[1, 1, 2]
    assert 0.0 < rise < 1.0


def test_a_line_of_which_nothing_peels_stays_lying() -> None:
    chain = run(swung(0.5, peels=False))
    assert chain.lying() == pytest.approx(np.full(4, chain.lying()[0]))


def test_line_paid_out_and_taken_in_again_is_counted_to_the_millimetre() -> None:
    """1.2 m out over 3 s, 0.9 m in over 3 s: what waits inside the tip comes out link by link and goes in again."""
    takes = ((0.0, 0.0), (1.0, -0.4), (4.0, 0.0), (6.0, 0.3), (9.0, 0.0))
    top = replace(swung(0.0).top, moves=((0.0, 0.0, 0.0, 0.0),), takes=takes, reserve=2.0)
    chain = run(swung(0.0, top=top, times=(1.0, 4.0, 6.0, 9.0, 12.0)))
    assert chain.taken == pytest.approx(-0.3, abs=1e-6)
    for k, out in enumerate((8.7, 9.9, 9.9, 9.0, 9.0)):
        gap = np.linalg.norm(chain.place[k, 1:] - chain.place[k, chain.mesh.parent[1:]], axis=1)
        assert gap.sum() == pytest.approx(out, abs=5e-3)
    assert chain.strain_max < 0.02


def test_nothing_is_paid_out_that_is_not_there() -> None:
    top = replace(swung(0.0).top, moves=((0.0, 0.0, 0.0, 0.0),), takes=((0.0, -0.5),), reserve=0.5)
    assert -0.6 < run(swung(0.0, top=top)).taken < -0.45
    with pytest.raises(InputError, match="inside the tip"):
        run(swung(0.0, top=replace(top, reserve=0.0)))


def test_nodes_are_laid_by_chord_and_close_where_the_line_is_curled() -> None:
    curl = tuple((0.2 * math.sin(2 * math.pi * s), s, 0.0) for s in np.linspace(0.0, 3.0, 121))
    path = ((0.0, -4.0, 0.0), *curl, (0.0, 6.0, 0.0))
    case = swung(0.0, top=HeldTop(0.0, 0.0, y=-4.0), start=Start(path=path))
    mesh = build_mesh(case)
    gap = np.linalg.norm(mesh.place[1:] - mesh.place[mesh.parent[1:]], axis=1)
    assert np.abs(gap / mesh.links[1:, 0] - 1).max() < 1e-9
    curled = (mesh.place[1:, 1] > 0.6) & (mesh.place[1:, 1] < 2.4)
    plain = mesh.place[1:, 1] < -1.0
    assert np.median(mesh.links[1:, 0][curled]) < 0.5 * np.median(mesh.links[1:, 0][plain])
    corner = Way([(0.0, 0.0, 0.0), (1.0, 0.0, 0.0), (1.0, 1.0, 0.0)])
    assert tuple(corner.lay(np.array([0.8, 0.8]))[1]) == pytest.approx((1.0, math.sqrt(0.6), 0.0))


def test_a_mesh_is_its_own_although_its_shape_was_cut_up_before() -> None:
    case = swung(0.0)
    spoilt = build_mesh(case)
    for rows in (spoilt.links, spoilt.place, spoilt.arc, spoilt.speed, spoilt.lies, spoilt.fixed, spoilt.parent):
        rows[:] = 7
    mesh = build_mesh(case)
    assert mesh.links[1:, 0].max() < 1.0
    assert mesh.parent.max() < mesh.size
    assert mesh.wet_weight == spoilt.wet_weight


def test_what_hangs_on_a_shape_and_how_its_top_moves_are_told_anew() -> None:
    case = swung(0.0, top=HeldTop(0.0, 1.0), start=Start(0.3, moves_with_water=True))
    heavy = replace(case, bodies=tuple(replace(b, body=replace(b.body, mass=2.0 * b.body.mass)) for b in case.bodies))
    moved = replace(case, top=replace(case.top, moves=((0.0, 0.3, 0.0, 0.0),)))
    plain = build_mesh(case)
    assert build_mesh(heavy).bodies[0, 0] == 2.0 * plain.bodies[0, 0]
    assert build_mesh(heavy).wet_weight > plain.wet_weight
    dry = plain.place[:, 2] > 0.0
    assert dry.any()
    assert (build_mesh(moved).speed[dry, 0] == 0.3).all()
    assert (build_mesh(moved).speed[~dry] == plain.speed[~dry]).all()


def test_a_link_is_wet_by_its_own_heights() -> None:
    """The blend of one centimetre averaged along the link, against a sum over many points of it."""
    for low, high in ((-0.003, 0.2), (-0.3, 0.01), (-0.004, 0.004), (0.002, 0.3), (0.0, 0.0)):
        heights = np.linspace(low, high, 20001)
        summed = np.clip(0.5 - heights / 0.01, 0.0, 1.0).mean()
        assert wet_share(low, high) == pytest.approx(summed, abs=1e-4)


@settings(max_examples=12, deadline=None)
@given(
    lanes=st.lists(st.tuples(st.floats(0.0, 1.8), st.floats(0.3, 2.0)), min_size=1, max_size=4),
    wind=st.tuples(st.floats(-8.0, 8.0), st.floats(-8.0, 8.0)),
    height=st.floats(0.0, 2.5),
    strips=st.booleans(),
)
def test_any_sane_rig_in_space_stays_sane(
    lanes: list[tuple[float, float]], wind: tuple[float, float], height: float, strips: bool
) -> None:
    stream = Stream(
        *lanes[0], 0.005, lanes=tuple(Lane(*lane) for lane in lanes), edges=tuple(1.5 * (k + 1) for k in range(len(lanes) - 1))
    )  # fmt: skip
    top = HeldTop(0.0, height, ((0.0, 0.0, 0.0, 0.0), (2.0, -1.0, 0.0, 0.5), (2.5, 0.0, 0.0, 0.0)),
                  ((0.0, 0.0), (3.0, 0.4)) if strips else (), y=0.5)  # fmt: skip
    chain = run(
        swung(0.0, stream=stream, top=top, wind=Wind(*wind),
              start=Start(path=((0.0, 0.5, height), (3.0, 5.0, 0.0)), moves_with_water=True))
    )  # fmt: skip
    assert np.isfinite(chain.place).all()
    assert np.linalg.norm(chain.speed, axis=2).max() < 25.0
    assert np.linalg.norm(chain.place[:, :, :2], axis=2).max() < 15.0


def test_everything_wrong_in_space_is_said_at_once() -> None:
    bad = pair(
        stream=Stream(0.3, 0.8, 0.005, lanes=(*LANES, Lane(99.0, -1.0)), edges=(2.0, 1.0), blend=0.0),
        wind=Wind(50.0, 0.0, height=0.0, roughness=0.0),
        start=Start(path=((0.0, 0.0, 0.0),)),
    )
    with pytest.raises(InputError) as error:
        check(bad)
    paths = {fault.path for fault in error.value.faults}
    assert {"stream.lanes[2].Us", "stream.lanes[2].h", "stream.edges", "stream.blend", "wind.v", "wind.z_ref"} <= paths
    assert {"wind.z0", "initial.path"} <= paths
