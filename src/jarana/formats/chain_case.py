"""Engine cases as JSON: read strictly, run, and answered in the same words (docs/formats.md)."""

from __future__ import annotations

import math
from collections.abc import Callable, Mapping, Sequence
from typing import cast

import numpy as np

from jarana.core.drift.chain import ChainRun, run
from jarana.core.drift.scenario import (
    MOST_SECONDS,
    MOST_TIMES,
    Dropper,
    HeldTop,
    PlacedBody,
    Scenario,
    Segment,
    Start,
    Stream,
)
from jarana.core.errors import FaultList, InputError
from jarana.core.hydro.terminal_speed import (
    Body,
    density_for_level_sink,
    level_sink_speed,
    terminal_speed,
)
from jarana.core.hydro.water_properties import Water

COMMENT_KEYS = {"tol", "result", "note", "v_scale"}
"""Keys that belong to whoever made the case."""
DEFAULT_DURATION = 20.0
DEFAULT_PARTS = 40
SETTLE_GRID = 160

Result = dict[str, object]


class Reader:
    """Reads one JSON object key by key: right types, finite numbers, no unknown key; collects every fault."""

    def __init__(self, data: object, path: str, faults: FaultList) -> None:
        self.path, self.faults = path, faults
        self.data: Mapping[str, object] = data if isinstance(data, dict) else {}
        if not isinstance(data, dict):
            faults.add(path, data, "an object {…} is wanted here")
        self.seen: set[str] = set()

    def _at(self, key: str) -> str:
        return f"{self.path}.{key}" if self.path else key

    def has(self, key: str) -> bool:
        """Say whether the key is there."""
        return key in self.data

    def raw(self, key: str) -> object:
        """Return a value unread; None where it is missing."""
        self.seen.add(key)
        return self.data.get(key)

    def number(self, key: str, default: float | None = None, least: float = -1e12, most: float = 1e12) -> float:
        """Return a finite number within [least, most], or record why not (and return 1)."""
        value = self.raw(key)
        if value is None and key not in self.data and default is not None:
            return default
        good = isinstance(value, int | float) and not isinstance(value, bool)
        if not self.faults.check(key in self.data, self._at(key), "", "is missing; a number is wanted"):
            return 1.0
        if not self.faults.check(
            good and math.isfinite(cast("float", value)), self._at(key), value, "a finite number is wanted"
        ):
            return 1.0
        number = float(cast("float", value))
        self.faults.check(least <= number <= most, self._at(key), number, f"lies between {least:g} and {most:g}")
        return number

    def text(self, key: str, default: str) -> str:
        """Return a string."""
        value = self.raw(key) if key in self.data else default
        if not self.faults.check(isinstance(value, str), self._at(key), value, "a text is wanted"):
            return default
        return cast("str", value)

    def flag(self, key: str, default: bool) -> bool:
        """Return true or false."""
        value = self.raw(key) if key in self.data else default
        if not self.faults.check(isinstance(value, bool), self._at(key), value, "true or false is wanted"):
            return default
        return cast("bool", value)

    def inner(self, key: str) -> Reader:
        """Return a reader of an object inside."""
        value = self.raw(key)
        if key not in self.data:
            self.faults.add(self._at(key), "", "is missing; an object is wanted")
            value = {}
        return Reader(value, self._at(key), self.faults)

    def items(self, key: str, most: int = 500, required: bool = False) -> list[Reader]:
        """Return readers of a list of objects."""
        value = self.raw(key) if key in self.data else []
        if required:
            self.faults.check(key in self.data, self._at(key), "", "is missing; a list is wanted")
        if not self.faults.check(isinstance(value, list), self._at(key), value, "a list is wanted"):
            return []
        rows = cast("list[object]", value)
        if not self.faults.check(len(rows) <= most, self._at(key), len(rows), f"at most {most} entries"):
            return []
        return [Reader(row, f"{self._at(key)}[{i}]", self.faults) for i, row in enumerate(rows)]

    def rows(self, key: str, width: int) -> list[tuple[float, ...]]:
        """Return a list of rows of `width` finite numbers (width 1: plain numbers)."""
        value = self.raw(key)
        if not self.faults.check(
            isinstance(value, list) and len(value) > 0, self._at(key), value, "a list of numbers is wanted"
        ):
            return []
        rows = cast("list[object]", value)
        if not self.faults.check(len(rows) <= MOST_TIMES, self._at(key), len(rows), f"at most {MOST_TIMES} entries"):
            return []
        out = []
        for i, row in enumerate(rows):
            cells = row if isinstance(row, list) else [row]
            good = len(cells) == width and all(
                isinstance(c, int | float) and not isinstance(c, bool) and math.isfinite(c) for c in cells
            )
            wanted = "a finite number is wanted" if width == 1 else f"{width} finite numbers are wanted"
            if self.faults.check(good, f"{self._at(key)}[{i}]", row, wanted):
                out.append(tuple(float(cast("float", c)) for c in cells))
        return out

    def done(self) -> None:
        """Refuse every key that was never asked for, by name."""
        for key in self.data:
            if key not in self.seen and key not in COMMENT_KEYS:
                self.faults.add(self._at(str(key)), "", "is not a key that is known here")


def _water(reader: Reader) -> Water:
    water = Water(
        density=reader.number("rho", least=100, most=5000),
        viscosity=reader.number("mu", least=1e-6, most=10),
        gravity=reader.number("g", 9.80665, least=0, most=100),
        surface_tension=reader.number("gamma", 0.0728, least=0, most=1),
    )
    reader.done()
    return water


def _body(reader: Reader, name: str, also: Sequence[str] = ()) -> Body:
    body = Body(
        mass=reader.number("m", least=0, most=1),
        volume=reader.number("V", least=0, most=0.01),
        bead_diameter=reader.number("bead_d", 0.0, least=0, most=0.2),
        drag_area=reader.number("CA", 0.0, least=0, most=1),
        name=reader.text("name", name),
    )
    reader.seen.update(also)
    reader.done()
    return body


def _segment(reader: Reader, also: Sequence[str] = ()) -> Segment:
    d = reader.number("d", least=0, most=0.02)
    segment = Segment(
        length=reader.number("length", least=0, most=100),
        diameter_top=d,
        diameter_end=d,
        density=reader.number("rho", least=0, most=25000),
        spacing=reader.number("ds", 0.05, least=1e-4, most=100),
    )
    reader.seen.update(also)
    reader.done()
    return segment


def _times(reader: Reader) -> tuple[float, ...]:
    reader.seen.update({"times", "duration"})
    if reader.has("times"):
        return tuple(row[0] for row in reader.rows("times", 1))
    duration = reader.number("duration", DEFAULT_DURATION, least=1e-3, most=MOST_SECONDS)
    return tuple(duration * (k + 1) / DEFAULT_PARTS for k in range(DEFAULT_PARTS))


def _top(reader: Reader) -> HeldTop:
    kind = reader.text("kind", "held")
    reader.faults.check(kind == "held", f"{reader.path}.kind", kind, "the tops known are: held")
    moves = reader.rows("v", 3) if reader.has("v") else [(0.0, 0.0, 0.0)]
    reader.seen.add("v")
    top = HeldTop(
        reader.number("x", 0.0),
        reader.number("z", 0.0),
        cast("tuple[tuple[float, float, float], ...]", tuple(moves)),
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
    water = _water(reader.inner("water"))
    stream = reader.inner("stream")
    profile = stream.text("profile", "log")
    faults.check(profile == "log", f"{path}.stream.profile", profile, "the profiles known are: log")
    flow = Stream(stream.number("Us"), stream.number("h"), stream.number("z0"))
    stream.done()
    main = tuple(_segment(r) for r in reader.items("main", required=True))
    bodies = []
    for i, r in enumerate(reader.items("bodies")):
        s = r.number("s", least=0, most=1000)
        bodies.append(PlacedBody(_body(r, f"body{i + 1}", ["s"]), s))
    droppers = []
    for i, r in enumerate(reader.items("droppers")):
        s = r.number("s", least=0, most=1000)
        angle = math.radians(r.number("angle_deg", 90.0, least=-360, most=360))
        body = _body(r.inner("body"), f"dropper{i + 1}")
        droppers.append(Dropper(s, _segment(r, ["s", "angle_deg", "body"]), body, angle))
    top = _top(reader.inner("top"))
    begin = Reader(reader.raw("initial") if reader.has("initial") else {}, f"{path}.initial", faults)
    direction = begin.number("dir", 1, least=-1, most=1)
    faults.check(direction in (-1.0, 1.0), f"{path}.initial.dir", direction, "1 is downstream, -1 is upstream")
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
        times=_times(reader),
        bed=reader.flag("bed", True),
        bed_friction=reader.number("mu_bed", 0.5, least=0, most=10),
    )
    reader.done()
    faults.raise_if_any()
    with faults.under(path):
        scenario.check()
    faults.raise_if_any()
    return scenario


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
    faults = FaultList()
    reader = Reader(data, "input", faults)
    water, body = _water(reader.inner("water")), _body(reader.inner("body"), "body")
    reader.done()
    if not faults.faults:
        faults.check(body.mass > 0, "input.body.m", body.mass, "a mass is above 0")
        resists = body.bead_diameter > 0 or body.drag_area > 0
        faults.check(resists, "input.body", "bead_d = CA = 0", "a body without drag has no terminal speed")
    faults.raise_if_any()
    return {"speed": terminal_speed(body, water)}


def _line(data: object, last: str) -> tuple[Water, float, float]:
    faults = FaultList()
    reader = Reader(data, "input", faults)
    water, d, value = _water(reader.inner("water")), reader.number("d", most=0.02), reader.number(last)
    reader.done()
    faults.check(d > 0, "input.d", d, "a diameter is above 0")
    if last == "rho":
        faults.check(0 < value <= 25000, "input.rho", value, "a density is above 0 and at most 25000 kg/m³")
    else:
        faults.check(abs(value) <= 10, "input.speed", value, "at most 10 m/s")
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


KINDS: dict[str, Callable[[object], Result]] = {
    "terminal": terminal,
    "line_level_sink": line_level_sink,
    "line_density_for_sink": line_density_for_sink,
    "transient": transient,
}


def answer(case: object) -> Result:
    """Answer one case ``{"id", "kind", "input"}``."""
    faults = FaultList()
    reader = Reader(case, "", faults)
    name, kind = reader.text("id", "case"), reader.text("kind", "")
    reader.raw("input")
    reader.done()
    faults.check(kind in KINDS, "kind", kind, f"the kinds known are: {', '.join(KINDS)}")
    faults.check(reader.has("input"), "input", "", "is missing")
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
