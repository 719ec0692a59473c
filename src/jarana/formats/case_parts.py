"""Parts that engine cases share: water, body, times, and the check at the end."""

from __future__ import annotations

from collections.abc import Sequence

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import Water
from jarana.core.engine.limits import MOST_SECONDS, check
from jarana.core.engine.scenario import Scenario
from jarana.formats.case_reader import Reader

DEFAULT_DURATION = 20.0
DEFAULT_PARTS = 40


def water_of(reader: Reader) -> Water:
    """Return the water of a case."""
    water = Water(
        density=reader.number("rho", least=100, most=5000),
        viscosity=reader.number("mu", least=1e-6, most=10),
        gravity=reader.number("g", 9.80665, least=0, most=100),
        surface_tension=reader.number("gamma", 0.0728, least=0, most=1),
    )
    reader.done()
    return water


def body_of(reader: Reader, name: str, also: Sequence[str] = ()) -> Body:
    """Return a body; `also` are keys of its object that are read elsewhere."""
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


def times_of(reader: Reader) -> tuple[float, ...]:
    """Return when to report, s."""
    reader.seen.update({"times", "duration"})
    if reader.has("times"):
        return tuple(row[0] for row in reader.rows("times", 1))
    duration = reader.number("duration", DEFAULT_DURATION, least=1e-3, most=MOST_SECONDS)
    return tuple(duration * (k + 1) / DEFAULT_PARTS for k in range(DEFAULT_PARTS))


def checked(scenario: Scenario, reader: Reader, path: str) -> Scenario:
    """Return a scenario that can be run, or raise every fault of what was read."""
    faults = reader.faults
    reader.done()
    faults.raise_if_any()
    with faults.under(path):
        check(scenario)
    faults.raise_if_any()
    return scenario
