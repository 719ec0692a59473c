"""Engine cases in space, kind `transient3`: lanes, wind, a path at the start (docs/formats.md)."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import cast

from jarana.core.engine.chain import run
from jarana.core.engine.scenario import (
    AIR,
    CALM,
    Air,
    Dropper,
    FreeTop,
    HeldTop,
    Lane,
    PlacedBody,
    Point,
    Scenario,
    Segment,
    Start,
    Stream,
    Top,
    Wind,
)
from jarana.core.errors import FaultList
from jarana.core.words import phrases
from jarana.formats.case_parts import body_of, checked, times_of, water_of
from jarana.formats.case_reader import Reader

say = phrases(__name__, "no-way = a direction that is not nought")
MOVE_WIDTH = 4
"""Figures of a move in space: time and three speeds; a fifth is line taken in."""


def _stream3(reader: Reader) -> Stream:
    lanes = []
    for row in reader.items("lanes", required=True):
        z0 = row.number("z0", 0.0, least=0, most=10)
        lanes.append(
            Lane(row.number("Us"), row.number("h"), z0 or None, row.number("power", 0.0, least=0, most=2) or None)
        )
        row.done()
    edges = reader.rows("edges", 1) if reader.raw("edges") else []
    reader.one_of("profile", "log", ("log",))
    first = lanes[0] if lanes else Lane(0.0, 1.0)
    blend, z0 = reader.number("blend", 0.3, least=0.01, most=20), reader.number("z0", least=1e-9, most=10)
    reader.done()
    if len(lanes) == 1 and not edges:
        return Stream(first.surface_speed, first.depth, first.roughness or z0, first.power or 0.0)
    return Stream(first.surface_speed, first.depth, z0, 0.0, tuple(lanes), tuple(e[0] for e in edges), blend)


def _segment3(reader: Reader, also: Sequence[str] = ()) -> Segment:
    d = reader.number("d", least=0, most=0.02)
    segment = Segment(
        length=reader.number("length", least=0, most=100),
        diameter_top=d,
        diameter_end=reader.number("d1", d, least=0, most=0.02),
        density=reader.number("rho", least=0, most=25000),
        spacing=reader.number("ds", 0.05, least=1e-4, most=100),
        greased=reader.flag("floats", False),
        bending=reader.number("EI", 0.0, least=0, most=0.01),
    )
    reader.seen.update(also)
    reader.done()
    return segment


def _top3(reader: Reader, at: Point) -> Top:
    kind = reader.one_of("kind", "held", ("held", "free"))
    top: Top
    if kind == "free":
        body = body_of(reader.inner("body"), "top", ["support", "float"])
        support = Reader(reader.raw("body"), f"{reader.path}.body", reader.faults).number(
            "support", 0.0, least=0, most=10
        )
        radius = (3.0 * body.volume / (4.0 * math.pi)) ** (1.0 / 3.0)
        top = FreeTop(radius, body.mass, at[0], at[2], body.drag_area, support, at[1])
    else:
        rows = _moves3(reader)
        moves = tuple((t, vx, vy, vz) for t, vx, vy, vz, _ in rows)
        takes = tuple((t, take) for t, *_, take in rows) if any(row[4] for row in rows) else ()
        top = HeldTop(at[0], at[2], moves, takes, at[1], reader.number("reserve", 0.0, least=0, most=100))
    reader.done()
    return top


def _moves3(reader: Reader) -> list[tuple[float, float, float, float, float]]:
    """Return rows (t, vx, vy, vz, line taken in) of a top's path; line taken in may be left out."""
    value = reader.raw("v")
    if not reader.has("v"):
        return [(0.0, 0.0, 0.0, 0.0, 0.0)]
    whole = (
        [[*row, 0.0] if isinstance(row, list) and len(row) == MOVE_WIDTH else row for row in value]
        if isinstance(value, list)
        else value
    )
    filled = Reader({"v": whole}, reader.path, reader.faults)
    return cast("list[tuple[float, float, float, float, float]]", filled.rows("v", MOVE_WIDTH + 1))


def read_scenario3(data: object, path: str = "input") -> Scenario:
    """Return the scenario of a `transient3` input: lanes, wind and a path in space.

    Raises
    ------
    InputError
        Naming every fault at once.
    """
    faults = FaultList()
    reader = Reader(data, path, faults)
    water, stream = water_of(reader.inner("water")), _stream3(reader.inner("stream"))
    air, wind = AIR, CALM
    if reader.has("air"):
        row = reader.inner("air")
        air = Air(row.number("rho", AIR.density), row.number("mu", AIR.viscosity))
        row.done()
    if reader.has("wind"):
        row = reader.inner("wind")
        x, y = _figures(row, "v", (0.0, 0.0))
        wind = Wind(x, y, row.number("z_ref", 2.0), row.number("z0", 1e-3))
        row.done()
    main = tuple(_segment3(r) for r in reader.items("main", required=True))
    bodies = []
    for i, r in enumerate(reader.items("bodies")):
        s, floats = r.number("s", least=0, most=1000), r.flag("float", False)
        support = r.number("support", 0.0, least=0, most=10)
        bodies.append(PlacedBody(body_of(r, f"body{i + 1}", ["s", "float", "support"]), s, floats, support))
    droppers = []
    for i, r in enumerate(reader.items("droppers")):
        s = r.number("s", least=0, most=1000)
        way = cast("Point", _figures(r, "dir", (0.0, 0.0, -1.0)))
        faults.check(math.hypot(*way) > 1e-9, f"{r.path}.dir", way, say("no-way"))
        body = body_of(r.inner("body"), f"dropper{i + 1}")
        droppers.append(Dropper(s, _segment3(r, ["s", "dir", "body"]), body, way=way))
    begin = Reader(reader.raw("initial") if reader.has("initial") else {}, f"{path}.initial", faults)
    corners = cast("tuple[Point, ...]", tuple(begin.rows("path", 3)))
    start = Start(path=corners, moves_with_water=begin.flag("move_with_water", False))
    begin.done()
    scenario = Scenario(
        water=water,
        stream=stream,
        main=main,
        bodies=tuple(bodies),
        droppers=tuple(droppers),
        top=_top3(reader.inner("top"), corners[0] if corners else (0.0, 0.0, 0.0)),
        start=start,
        times=times_of(reader),
        bed=reader.flag("bed", True),
        bed_friction=reader.number("mu_bed", 0.5, least=0, most=10),
        wind=wind,
        air=air,
        peels=reader.flag("peel", True),
    )
    return checked(scenario, reader, path)


def _figures(reader: Reader, key: str, default: tuple[float, ...]) -> tuple[float, ...]:
    """Return so many numbers as the default has."""
    if not reader.has(key):
        return default
    rows = Reader({key: [reader.raw(key)]}, reader.path, reader.faults).rows(key, len(default))
    return rows[0] if rows else default


def transient3(data: object) -> dict[str, object]:
    """Run a chain in space and report every fly at the asked times."""
    scenario = read_scenario3(data)
    chain = run(scenario)
    flies: dict[str, object] = {}
    for name in chain.mesh.names:
        node = chain.node_of(name)
        place, speed = chain.place[:, node], chain.speed[:, node]
        flies[name] = {
            "x": [round(float(v), 6) for v in place[:, 0]],
            "y": [round(float(v), 6) for v in place[:, 1]],
            "depth": [round(-float(v), 6) for v in place[:, 2]],
            "v": [[round(float(c), 6) for c in row] for row in speed],
        }
    return {
        "t": list(scenario.times),
        "flies": flies,
        "lying_length": [round(float(v), 6) for v in chain.lying()],
        "strain_max": chain.strain_max,
        "pull_end": float(chain.pull[-1]),
        "pull_max": chain.greatest_pull,
    }
