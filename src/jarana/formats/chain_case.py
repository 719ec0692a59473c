"""Engine cases as JSON: read strictly, run, and answered in the same words (docs/formats.md)."""

from __future__ import annotations

import math
from collections.abc import Callable, Sequence
from dataclasses import replace
from typing import cast

import numpy as np

from jarana.core.engine.chain import ChainRun, run
from jarana.core.engine.hydro.terminal_speed import (
    density_for_level_sink,
    level_sink_speed,
    terminal_speed,
)
from jarana.core.engine.hydro.water_properties import Water
from jarana.core.engine.limits import Limits
from jarana.core.engine.scenario import (
    AIR,
    CALM,
    Dropper,
    FreeTop,
    HeldTop,
    PlacedBody,
    Scenario,
    Segment,
    Start,
    Stream,
    Top,
    Wind,
)
from jarana.core.engine.steady import Steady, steady_float, steady_held, steady_natural
from jarana.core.errors import FaultList, InputError
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.leader.turnover import Air, CastMass, CastSection, turn_over
from jarana.core.words import phrases
from jarana.formats.case_parts import body_of, checked, times_of, water_of
from jarana.formats.case_reader import Reader
from jarana.formats.chain_case3 import transient3

SETTLE_GRID = 160
say = phrases(
    __name__,
    """
direction = 1 is downstream, -1 is upstream
no-drag = a body without drag has no terminal speed
on-line = at most the line's length, { $length } m
missing = is missing
""",
)

Result = dict[str, object]


def _segment(reader: Reader, also: Sequence[str] = ()) -> Segment:
    d = reader.number("d", least=0, most=0.02)
    segment = Segment(
        length=reader.number("length", least=0, most=100),
        diameter_top=d,
        diameter_end=d,
        density=reader.number("rho", least=0, most=25000),
        spacing=reader.number("ds", 0.05, least=1e-4, most=100),
        greased=reader.flag("greased", False),
        bending=reader.number("EI", 0.0, least=0, most=0.01),
        angle=math.radians(reader.number("angle_deg", least=-360, most=360))
        if reader.has("angle_deg") and not also
        else None,
    )
    reader.seen.update(also)
    reader.done()
    return segment


def _top(reader: Reader) -> Top:
    kind = reader.one_of("kind", "held", ("held", "strip", "float", "dry_fly"))
    x, z = reader.number("x", 0.0), reader.number("z", 0.0)
    if kind in ("float", "dry_fly"):
        radius = reader.number("r", least=1e-4, most=0.1)
        top: Top = FreeTop(
            radius=radius,
            mass=reader.number("m", least=1e-9, most=1),
            x=x,
            z=z,
            drag_area=reader.number("CA", 0.0, least=0, most=1) if kind == "dry_fly" else 0.0,
            support=reader.number("support", least=0, most=10) if kind == "dry_fly" else 0.0,
        )
    else:
        moves = [(t, vx, 0.0, vz) for t, vx, vz in reader.rows("v", 3)] if reader.has("v") else [(0.0, 0.0, 0.0, 0.0)]
        takes = reader.rows("takes", 2) if kind == "strip" else []
        reader.seen.add("v")
        top = HeldTop(
            x,
            z,
            tuple(moves),
            cast("tuple[tuple[float, float], ...]", tuple(takes)),
        )
    reader.done()
    return top


def read_scenario(data: object, path: str = "input") -> Scenario:
    """Return the scenario of a `transient` input.

    Raises
    ------
    InputError
        Naming every fault at once.
    """
    faults = FaultList()
    reader = Reader(data, path, faults)
    water = water_of(reader.inner("water"))
    stream = reader.inner("stream")
    stream.one_of("profile", "log", ("log",))
    flow = Stream(stream.number("Us"), stream.number("h"), stream.number("z0"))
    wind = stream.number("wind", 0.0, least=-40, most=40)
    stream.done()
    main = tuple(_segment(r) for r in reader.items("main", required=True))
    bodies = []
    for i, r in enumerate(reader.items("bodies")):
        s = r.number("s", least=0, most=1000)
        bodies.append(PlacedBody(body_of(r, f"body{i + 1}", ["s"]), s))
    droppers = []
    for i, r in enumerate(reader.items("droppers")):
        s = r.number("s", least=0, most=1000)
        angle = math.radians(r.number("angle_deg", 90.0, least=-360, most=360))
        body = body_of(r.inner("body"), f"dropper{i + 1}")
        droppers.append(Dropper(s, _segment(r, ["s", "angle_deg", "body"]), body, angle))
    top = _top(reader.inner("top"))
    begin = Reader(reader.raw("initial") if reader.has("initial") else {}, f"{path}.initial", faults)
    direction = begin.number("dir", 1, least=-1, most=1)
    faults.check(direction in (-1.0, 1.0), f"{path}.initial.dir", direction, say("direction"))
    start = Start(
        angle=math.radians(begin.number("angle_deg", 0.0, least=-360, most=360)),
        direction=int(direction) or 1,
        moves_with_water=begin.flag("move_with_water", False),
    )
    begin.done()
    scenario = Scenario(
        water=water,
        stream=flow,
        main=main,
        bodies=tuple(bodies),
        droppers=tuple(droppers),
        top=top,
        start=start,
        times=times_of(reader),
        bed=reader.flag("bed", True),
        bed_friction=reader.number("mu_bed", 0.5, least=0, most=10),
        bed_profile=cast(
            "tuple[tuple[float, float], ...]",
            tuple(reader.rows("bed_profile", 2)) if reader.has("bed_profile") else (),
        ),
        wind=Wind(wind) if wind else CALM,
        air=AIR if wind else None,
    )
    return checked(scenario, reader, path)


def _time_within(chain: ChainRun, depth: np.ndarray) -> float:
    """First time after which depth stays within max(5 %, 2 cm) of its last."""
    end = chain.times[-1]
    grid = np.arange(SETTLE_GRID + 1) * end / SETTLE_GRID
    on_grid = np.interp(grid, chain.times, depth)
    away = np.abs(on_grid - depth[-1]) > max(0.05 * abs(depth[-1]), 0.02)
    return float(grid[min(int(np.flatnonzero(away)[-1]) + 1, SETTLE_GRID)]) if away.any() else 0.0


def transient(data: object) -> Result:
    """Run a chain in time and report every fly at the asked times."""
    scenario = read_scenario(data)
    asked = scenario.times
    fine = sorted({*asked, *(asked[-1] * k / SETTLE_GRID for k in range(1, SETTLE_GRID + 1))})
    merged = [t for k, t in enumerate(fine) if k == 0 or t - fine[k - 1] > 1e-9 or t in asked]
    chain = run(Scenario(**{**scenario.__dict__, "times": tuple(dict.fromkeys(merged))}))
    pick = [int(np.argmin(np.abs(chain.times - t))) for t in asked]
    flies: Result = {}
    for name in chain.mesh.names:
        x, depth, _, _ = chain.track(name)
        flies[name] = {
            "depth": [round(float(v), 6) for v in depth[pick]],
            "x": [round(float(v), 6) for v in x[pick]],
            "t_within_5pct_of_end": round(_time_within(chain, depth), 4),
        }
    return {
        "t": list(asked),
        "flies": flies,
        "strain_max": chain.strain_max,
        "pull_end": float(chain.pull[-1]),
    }


def terminal(data: object) -> Result:
    """Speed at which a body falls alone; negative when it rises."""
    faults = Limits()
    reader = Reader(data, "input", faults)
    water, body = water_of(reader.inner("water")), body_of(reader.inner("body"), "body")
    reader.done()
    if not faults.faults:
        faults.above("input.body.m", body.mass, 0, 1, "kg")
        resists = body.bead_diameter > 0 or body.drag_area > 0
        faults.check(resists, "input.body", "bead_d = CA = 0", say("no-drag"))
    faults.raise_if_any()
    return {"speed": terminal_speed(body, water)}


def _line(data: object, last: str) -> tuple[Water, float, float]:
    faults = Limits()
    reader = Reader(data, "input", faults)
    water, d, value = water_of(reader.inner("water")), reader.number("d"), reader.number(last)
    reader.done()
    faults.above("input.d", d, 0, 0.02, "m")
    if last == "rho":
        faults.above("input.rho", value, 0, 25000, "kg/m³")
    else:
        faults.size("input.speed", value, 10, "m/s")
    faults.raise_if_any()
    return water, d, value


def line_level_sink(data: object) -> Result:
    """Speed at which a level line sinks broadside."""
    water, d, rho = _line(data, "rho")
    return {"speed": level_sink_speed(d, rho, water)}


def line_density_for_sink(data: object) -> Result:
    """Density that gives a level line its sink speed."""
    water, d, speed = _line(data, "speed")
    return {"rho": density_for_level_sink(d, speed, water)}


def steady(data: object) -> Result:
    """The settled shape of a rig: held at its speed, natural (``"natural": true``), or under a float."""
    natural = isinstance(data, dict) and data.get("natural") is True
    plain = {k: v for k, v in data.items() if k != "natural"} if isinstance(data, dict) else data
    # The format's steady cases have no bed: a rig longer than the water is deep hangs on below it in still water.
    scenario = replace(read_scenario(plain), bed=False)
    if isinstance(scenario.top, FreeTop):
        shape: Steady = steady_float(scenario)
    elif natural:
        shape = steady_natural(scenario)
    else:
        shape = steady_held(scenario, scenario.top.velocity(0.0)[0], count_roots=True)
    flies: Result = {}
    for name in shape.mesh.names:
        x, depth = shape.body(name)
        flies[name] = {"depth": depth, "x": x}
    more: Result = {} if shape.load is None else {"load": shape.load}
    return {"V": shape.speed, "pull": shape.pull, "flies": flies, "n_roots": shape.roots, **more}


def sag(data: object) -> Result:
    """The line hung in the air between the water and the rod tip."""
    faults = FaultList()
    reader = Reader(data, "input", faults)
    sections = []
    for row in reader.items("sections", required=True):
        length, d = row.number("length", least=1e-6, most=100), row.number("d", least=1e-6, most=0.02)
        sections.append(HungLine(length, d, row.number("rho", least=1, most=25000)))
        row.done()
    pull, down = reader.number("end_pull_horizontal", least=1e-9, most=1000), reader.number("end_pull_down", most=1000)
    gravity = reader.number("g", 9.80665, least=0, most=100)
    reader.done()
    faults.raise_if_any()
    shape = sag_of(sections, pull, down, gravity)
    return {"span": shape.span, "rise": shape.rise, "sag": shape.sag, "tip_pull": shape.tip_pull}


def turnover(data: object) -> Result:
    """A loop running along a cast line."""
    faults = FaultList()
    reader = Reader(data, "input", faults)
    sections, masses = [], []
    for row in reader.items("sections", required=True):
        length = row.number("length", least=1e-3, most=100)
        d0, d1 = row.number("d0", least=1e-6, most=0.02), row.number("d1", least=1e-6, most=0.02)
        sections.append(CastSection(length, d0, d1, row.number("rho", least=1, most=25000)))
        row.done()
    whole = sum(s.length for s in sections)
    for i, row in enumerate(reader.items("masses")):
        s, mass = row.number("s", least=0, most=1000), row.number("m", least=0, most=1)
        faults.check(s <= whole + 1e-9, f"input.masses[{i}].s", s, say("on-line", length=f"{whole:.4g}"))
        masses.append(CastMass(s, mass, row.number("CA", 0.0, least=0, most=1), row.text("name", f"mass{i + 1}")))
        row.done()
    speed = reader.number("v0", least=0.1, most=100)
    air = Air(
        wind=reader.number("wind", 0.0, least=-40, most=40),
        skin=reader.number("Cf", 0.006, least=0, most=1),
        loop_drag=reader.number("Cd_loop", 1.0, least=0, most=10),
        loop_height=reader.number("h", 0.4, least=0, most=10),
        density=reader.number("rho_air", 1.2, least=0, most=10),
    )
    reader.done()
    faults.raise_if_any()
    run_out = turn_over(sections, masses, speed, air)
    at: Result = {k: {"E": p.energy, "v": p.speed, "t": p.time} for k, p in run_out.at.items()}
    return {"E0": run_out.start_energy, "died_at": run_out.died_at, "at": at}


KINDS: dict[str, Callable[[object], Result]] = {
    "terminal": terminal,
    "line_level_sink": line_level_sink,
    "line_density_for_sink": line_density_for_sink,
    "steady": steady,
    "transient": transient,
    "transient3": transient3,
    "turnover": turnover,
    "sag": sag,
}


def answer(case: object) -> Result:
    """Answer one case ``{"id", "kind", "input"}``."""
    faults = FaultList()
    reader = Reader(case, "", faults)
    name, kind = reader.text("id", "case"), reader.one_of("kind", "", KINDS)
    reader.raw("input")
    reader.done()
    faults.check(reader.has("input"), "input", "", say("missing"))
    faults.raise_if_any()
    return {"id": name, "kind": kind, "result": KINDS[kind](reader.data["input"]), "notes": []}


def answer_file(data: object) -> Result | list[Result]:
    """Answer a case, or every case of a file ``{"format", "units", "about", "cases": […]}``."""
    if not (isinstance(data, dict) and "cases" in data):
        return answer(data)
    faults = FaultList()
    reader = Reader(data, "", faults)
    for key in ("format", "units", "about"):
        reader.raw(key)
    rows = reader.items("cases", most=2000)
    reader.done()
    out: list[Result] = []
    for i, row in enumerate(rows):
        name = str(row.data.get("id", ""))
        with faults.under(f"cases[{i}]" + (f" ({name})" if name else "")):
            out.append(answer(dict(row.data)))
    faults.raise_if_any()
    return out


__all__ = ["InputError", "answer", "answer_file", "read_scenario"]
