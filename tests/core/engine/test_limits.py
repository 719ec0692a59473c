"""What the simulator can take: every bound holds on its inner side and is named on its outer one."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import pytest

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.engine.limits import (
    MOST_CORNERS,
    MOST_LANES,
    MOST_MENDS,
    MOST_NODES,
    MOST_ROWS,
    MOST_SECONDS,
    MOST_TAKES,
    MOST_TIMES,
    check,
    level_bed,
)
from jarana.core.engine.mesh import build_mesh
from jarana.core.engine.scenario import (
    AIR,
    Dropper,
    FreeTop,
    HeldTop,
    Lane,
    Mend,
    PlacedBody,
    Scenario,
    Segment,
    Start,
    Stream,
    Wind,
)
from jarana.core.errors import InputError

BODY = Body(mass=2e-4, volume=2e-8, bead_diameter=0.0028, drag_area=8e-6, name="point")
LINE = Segment(2.0, 0.00013, 0.00013, 1780.0, 0.1)
PLAIN = Scenario(
    water=water_at(12.0),
    stream=Stream(0.5, 0.9, 0.005),
    main=(LINE,),
    bodies=(PlacedBody(BODY, 2.0),),
    droppers=(),
    top=HeldTop(),
    start=Start(),
    times=(1.0, 2.0),
)
FLOAT = FreeTop(0.006, 4e-4, 0.0, 0.0)


def line(**changes: object) -> Scenario:
    return replace(PLAIN, main=(replace(LINE, **changes),))  # type: ignore[arg-type]


def stream(**changes: object) -> Scenario:
    return replace(PLAIN, stream=replace(PLAIN.stream, **changes))  # type: ignore[arg-type]


def lanes(*rows: Lane, edges: tuple[float, ...] | None = None, blend: float = 0.3) -> Scenario:
    between = tuple(float(k + 1) for k in range(len(rows) - 1)) if edges is None else edges
    return stream(lanes=rows, edges=between, blend=blend)


def body(**changes: object) -> Scenario:
    return replace(PLAIN, bodies=(PlacedBody(replace(BODY, **changes), 2.0),))  # type: ignore[arg-type]


def water(**changes: object) -> Scenario:
    return replace(PLAIN, water=replace(PLAIN.water, **changes))  # type: ignore[arg-type]


def top(**changes: object) -> Scenario:
    return replace(PLAIN, top=replace(PLAIN.top, **changes))  # type: ignore[arg-type]


def free(**changes: object) -> Scenario:
    return replace(PLAIN, top=replace(FLOAT, **changes))  # type: ignore[arg-type]


def wind(**changes: object) -> Scenario:
    return replace(PLAIN, wind=replace(Wind(1.0), **changes))  # type: ignore[arg-type]


def steps(count: int) -> tuple[float, ...]:
    return tuple(0.1 * (k + 1) for k in range(count))


LANE, MEND = Lane(0.5, 0.9), Mend(1.0, 0.0, 1.0, 0.5)
BOUNDS: list[tuple[str, Callable[[float], Scenario], float, float]] = [
    ("water.rho", lambda v: water(density=v), 100, 99.9),
    ("water.rho", lambda v: water(density=v), 5000, 5001),
    ("water.mu", lambda v: water(viscosity=v), 1e-5, 9e-6),
    ("water.mu", lambda v: water(viscosity=v), 10, 10.1),
    ("water.g", lambda v: water(gravity=v), 0, -0.1),
    ("water.g", lambda v: water(gravity=v), 100, 101),
    ("stream.Us", lambda v: stream(surface_speed=v), -10, -10.1),
    ("stream.Us", lambda v: stream(surface_speed=v), 10, 10.1),
    ("stream.h", lambda v: stream(depth=v), 0.01, 0),
    ("stream.h", lambda v: stream(depth=v), 200, 201),
    ("stream.z0", lambda v: stream(roughness=v), 1e-6, 0),
    ("stream.z0", lambda v: stream(roughness=v), 10, 10.1),
    ("stream.power", lambda v: stream(power=v), 2, 2.1),
    ("stream.power", lambda v: stream(power=v), 0, -0.1),
    ("stream.lanes[0].Us", lambda v: lanes(Lane(v, 0.9), LANE), 10, 10.1),
    ("stream.lanes[0].h", lambda v: lanes(Lane(0.5, v), LANE), 200, 201),
    ("stream.lanes[0].z0", lambda v: lanes(Lane(0.5, 0.9, v), LANE), 10, 10.1),
    ("stream.lanes[1].power", lambda v: lanes(LANE, Lane(0.5, 0.9, None, v)), 2, 2.1),
    ("stream.lanes", lambda v: lanes(*[LANE] * int(v)), MOST_LANES, MOST_LANES + 1),
    ("stream.edges", lambda v: lanes(LANE, LANE, edges=(v,)), 200, 201),
    ("stream.edges", lambda v: lanes(LANE, LANE, LANE, edges=(1.0, v)), 1.1, 1.0),
    ("stream.edges", lambda v: lanes(LANE, LANE, edges=(1.0,) * int(v)), 1, 2),
    ("stream.blend", lambda v: lanes(LANE, LANE, blend=v), 0.01, 0.009),
    ("stream.blend", lambda v: lanes(LANE, LANE, blend=v), 20, 20.1),
    ("mu_bed", lambda v: replace(PLAIN, bed_friction=v), 10, 10.1),
    ("times", lambda v: replace(PLAIN, times=steps(int(v))), MOST_TIMES, MOST_TIMES + 1),
    ("times", lambda v: replace(PLAIN, times=steps(int(v))), 1, 0),
    ("times", lambda v: replace(PLAIN, times=(v,)), MOST_SECONDS, MOST_SECONDS + 1),
    ("times", lambda v: replace(PLAIN, times=(v, 1.0)), 0, -1),
    ("times", lambda v: replace(PLAIN, times=(1.0, v)), 1.1, 1.0),
    ("bed_profile", lambda v: replace(PLAIN, bed_profile=tuple((float(k), 1.0) for k in range(int(v)))), 2, 1),
    ("bed_profile", lambda v: replace(PLAIN, bed_profile=tuple((float(k), 1.0) for k in range(int(v)))), MOST_ROWS, MOST_ROWS + 1),
    ("bed_profile", lambda v: replace(PLAIN, bed_profile=((0.0, 1.0), (v, 1.0))), 0.1, 0.0),
    ("bed_profile[1]", lambda v: replace(PLAIN, bed_profile=((0.0, 1.0), (v, 1.0))), 1000, 1001),
    ("bed_profile[1]", lambda v: replace(PLAIN, bed_profile=((0.0, 1.0), (1.0, v))), 0.01, 0.009),
    ("wind.v", lambda v: wind(x=v), 40, 40.1),
    ("wind.z_ref", lambda v: wind(height=v), 100, 101),
    ("wind.z_ref", lambda v: wind(height=v), 0.01, 0),
    ("wind.z0", lambda v: wind(roughness=v), 1e-6, 9e-7),
    ("wind.z0", lambda v: wind(roughness=v), 1, 1.1),
    ("air.rho", lambda v: replace(PLAIN, air=replace(AIR, density=v)), 5, 5.1),
    ("air.mu", lambda v: replace(PLAIN, air=replace(AIR, viscosity=v)), 1e-3, 1.1e-3),
    ("mends", lambda v: replace(PLAIN, mends=(MEND,) * int(v)), MOST_MENDS, MOST_MENDS + 1),
    ("mends", lambda v: replace(PLAIN, mends=(MEND, replace(MEND, time=v))), 1.0, 0.9),
    ("mends[0].t", lambda v: replace(PLAIN, mends=(replace(MEND, time=v),)), 0, -0.1),
    ("mends[0].from", lambda v: replace(PLAIN, mends=(replace(MEND, ends=v),)), 100, 101),
    ("mends[0].from", lambda v: replace(PLAIN, mends=(replace(MEND, begins=v),)), 0.9, 1.0),
    ("mends[0].upstream", lambda v: replace(PLAIN, mends=(replace(MEND, upstream=v),)), -5, -5.1),
    ("initial.path", lambda v: replace(PLAIN, start=Start(path=tuple((0.1 * k, 0.0, 0.0) for k in range(int(v))))), 2, 1),
    ("initial.path", lambda v: replace(PLAIN, start=Start(path=tuple((0.01 * k, 0.0, 0.0) for k in range(int(v))))), MOST_CORNERS, MOST_CORNERS + 1),
    ("initial.path", lambda v: replace(PLAIN, start=Start(path=((0.0, 0.0, 0.0), (v, 0.0, 0.0)))), 200, 201),
    ("initial.path", lambda v: replace(PLAIN, start=Start(path=((0.0, 0.0, 0.0), (v, 0.0, 0.0)))), 1e-8, 0),
    ("top.z", lambda v: top(z=v), -200, -201),
    ("top.v", lambda v: top(moves=tuple((t, 0.0, 0.0, 0.0) for t in steps(int(v)))), MOST_TIMES, MOST_TIMES + 1),
    ("top.v", lambda v: top(moves=((0.0, 0.0, 0.0, 0.0), (v, 0.0, 0.0, 0.0))), 0.1, 0.0),
    ("top.v[0]", lambda v: top(moves=((0.0, 0.0, v, 0.0),)), -20, -20.1),
    ("top.reserve", lambda v: top(reserve=v), 100, 101),
    ("top.takes", lambda v: top(takes=tuple((t, 0.0) for t in steps(int(v)))), MOST_TAKES, MOST_TAKES + 1),
    ("top.takes[0]", lambda v: top(takes=((0.0, v),)), 5, 5.1),
    ("top.takes[0]", lambda v: top(takes=((0.0, -1.0),), reserve=v), 0.1, 0.0),
    ("top.r", lambda v: free(radius=v), 0.1, 0.11),
    ("top.r", lambda v: free(radius=v), 1e-4, 9e-5),
    ("top.m", lambda v: free(mass=v), 1, 1.1),
    ("top.m", lambda v: free(mass=v), 1e-9, 0),
    ("top.CA", lambda v: free(drag_area=v), 1, 1.1),
    ("top.support", lambda v: free(support=v), 10, 10.1),
    ("main[0].length", lambda v: line(length=v, spacing=1.0), 100, 101),
    ("main[0].d", lambda v: line(diameter_end=v), 0.02, 0.021),
    ("main[0].d", lambda v: line(diameter_top=v), 1.1e-6, 1e-6),
    ("main[0].rho", lambda v: line(density=v), 25000, 25001),
    ("main[0].rho", lambda v: line(density=v), 1, 0.9),
    ("main[0].EI", lambda v: line(bending=v), 0.01, 0.011),
    ("main[0].ds", lambda v: line(spacing=v), 100, 101),
    ("main[0].ds", lambda v: line(spacing=v), 2.0 / MOST_NODES, 1.99 / MOST_NODES),
    ("bodies[0].m", lambda v: body(mass=v), 1, 1.1),
    ("bodies[0].V", lambda v: body(volume=v), 0.01, 0.011),
    ("bodies[0].bead_d", lambda v: body(bead_diameter=v), 0.2, 0.21),
    ("bodies[0].CA", lambda v: body(drag_area=v), 1, 1.1),
    ("bodies[0].s", lambda v: replace(PLAIN, bodies=(PlacedBody(BODY, v),)), 2.0, 2.01),
    ("bodies[0].s", lambda v: replace(PLAIN, bodies=(PlacedBody(BODY, v),)), 0.01, 0.0),
    ("bodies[0].support", lambda v: replace(PLAIN, bodies=(PlacedBody(BODY, 2.0, support=v),)), 10, 10.1),
    ("bodies[0].V", lambda v: replace(PLAIN, bodies=(PlacedBody(replace(BODY, volume=v), 2.0, True),)), 1.1e-12, 1e-12),
    ("droppers[0].s", lambda v: replace(PLAIN, droppers=(Dropper(v, LINE, replace(BODY, name="upper")),)), 1.0, 2.1),
    ("droppers[0].body.m", lambda v: replace(PLAIN, droppers=(Dropper(1.0, LINE, replace(BODY, name="upper", mass=v)),)), 1, 1.1),
    ("main", lambda v: replace(PLAIN, main=(LINE,) * int(v), bodies=()), 1, 0),
]  # fmt: skip


@pytest.mark.parametrize(
    ("path", "made", "good", "bad"), BOUNDS, ids=[f"{path} {good:g}|{bad:g}" for path, _, good, bad in BOUNDS]
)
def test_a_bound_holds_on_its_inner_side_and_is_named_on_the_other(
    path: str, made: Callable[[float], Scenario], good: float, bad: float
) -> None:
    check(made(good))
    with pytest.raises(InputError) as error:
        check(made(bad))
    assert path in {fault.path for fault in error.value.faults}


REASONS = {
    "water.rho": {"100 to 5000 kg/m³"},
    "water.mu": {"1e-05 to 10 Pa·s"},
    "water.g": {"0 to 100 m/s²"},
    "stream.Us": {"-10 to 10 m/s"},
    "stream.h": {"above 0 and at most 200 m"},
    "stream.z0": {"above 0 and at most 10 m"},
    "stream.power": {"0 to 2"},
    "stream.lanes[0].Us": {"-10 to 10 m/s"},
    "stream.lanes[0].h": {"above 0 and at most 200 m"},
    "stream.lanes[0].z0": {"above 0 and at most 10 m"},
    "stream.lanes[1].power": {"0 to 2"},
    "stream.lanes": {"1 to 20"},
    "stream.edges": {"at most 200 m", "edges that rise, one between each two lanes: 2", "edges that rise, one between each two lanes: 1"},
    "stream.blend": {"0.01 to 20 m"},
    "mu_bed": {"0 to 10"},
    "times": {"1 to 1000", "at most 600 s", "times rise from 0"},
    "bed_profile": {"2 to 200 rows, x rises"},
    "bed_profile[1]": {"a place within 1000 m, 0.01 to 200 m deep"},
    "wind.v": {"at most 40 m/s"},
    "wind.z_ref": {"above 0 and at most 100 m"},
    "wind.z0": {"1e-06 to 1 m"},
    "air.rho": {"0.1 to 5 kg/m³"},
    "air.mu": {"1e-06 to 0.001 Pa·s"},
    "mends": {"times rise; at most 20"},
    "mends[0].t": {"0 to 600 s"},
    "mends[0].from": {"0 ≤ from < to ≤ 100 m"},
    "mends[0].upstream": {"-5 to 5 m"},
    "initial.path": {"2 to 2000 points", "at most 200 m", "no point twice in a row"},
    "top.z": {"at most 200 m"},
    "top.v": {"times rise; at most 1000"},
    "top.v[0]": {"at most 20 m/s"},
    "top.reserve": {"0 to 100 m"},
    "top.takes": {"times rise; at most 4000"},
    "top.takes[0]": {"-5 to 5 m/s", "line is paid out only where some is kept inside the tip"},
    "top.r": {"0.0001 to 0.1 m"},
    "top.m": {"above 0 and at most 1 kg"},
    "top.CA": {"0 to 1 m²"},
    "top.support": {"0 to 10 N"},
    "main[0].length": {"above 0 and at most 100 m"},
    "main[0].d": {"above 1e-06 and at most 0.02 m"},
    "main[0].rho": {"1 to 25000 kg/m³"},
    "main[0].EI": {"0 to 0.01 N·m²"},
    "main[0].ds": {"0.001 to 100 m", "at most 2000 nodes; it gives more"},
    "bodies[0].m": {"above 0 and at most 1 kg"},
    "bodies[0].V": {"0 to 0.01 m³", "what floats has a volume"},
    "bodies[0].bead_d": {"0 to 0.2 m"},
    "bodies[0].CA": {"0 to 1 m²"},
    "bodies[0].s": {"a place on the main line is above 0 and at most its length, 2 m"},
    "bodies[0].support": {"0 to 10 N"},
    "droppers[0].s": {"a place on the main line is above 0 and at most its length, 2 m"},
    "droppers[0].body.m": {"above 0 and at most 1 kg"},
    "main": {"at least one segment of line"},
}  # fmt: skip


def test_every_bound_is_told_with_both_its_ends_and_its_unit() -> None:
    told: dict[str, set[str]] = {}
    for path, made, _, bad in BOUNDS:
        with pytest.raises(InputError) as error:
            check(made(bad))
        told.setdefault(path, set()).update(f.reason for f in error.value.faults if f.path == path)
    assert told == REASONS


def test_a_line_cut_too_fine_and_a_bed_that_falls_are_refused_in_words() -> None:
    fine = line(spacing=2.0 / MOST_NODES)
    with pytest.raises(InputError) as error:
        build_mesh(fine, 2.0)
    (fault,) = error.value.faults
    assert (fault.path, fault.reason) == ("main", "at most 2000 nodes; widen ds")
    level_bed(PLAIN)
    with pytest.raises(InputError, match="a settled shape wants a level bed"):
        level_bed(replace(PLAIN, bed_profile=((0.0, 1.0), (1.0, 1.2))))


def test_a_number_that_is_none_lies_within_no_bounds() -> None:
    with pytest.raises(InputError) as error:
        check(stream(surface_speed=float("nan"), depth=float("nan")))
    assert {fault.path for fault in error.value.faults} == {"stream.Us", "stream.h"}


def test_two_bodies_of_one_name_are_told_by_it() -> None:
    other = PlacedBody(replace(BODY, name="other"), 0.5)
    twice = replace(PLAIN, bodies=(PlacedBody(BODY, 1.0), PlacedBody(BODY, 2.0), other))
    with pytest.raises(InputError) as error:
        check(twice)
    (fault,) = error.value.faults
    assert (fault.path, fault.value) == ("bodies", "point")


def test_a_bound_is_told_with_its_unit() -> None:
    with pytest.raises(InputError) as error:
        check(stream(surface_speed=11.0, depth=0.0))
    assert [str(fault) for fault in error.value.faults][:2] == [
        "stream.Us: 11.0; -10 to 10 m/s",
        "stream.h: 0.0; above 0 and at most 200 m",
    ]
