"""Figures as the server writes them, for the front end's tests: whatever the screen writes must be the same."""

from __future__ import annotations

from dataclasses import asdict
from typing import Any

from jarana.core.tackle.hook import size_label
from jarana.core.tackle.shot import TIN, Shot
from jarana.core.unit_rules import WHOLE, units_of
from jarana.core.units import Writer

PLACES = (0.0, 1e-4, 0.0249, 0.125, 0.25, 0.2500001, 0.375, 0.5, 1.005, 1.5, 2.675, 9.995, 10.5, 99.95, -0.004, -0.25)
"""In units of the figure: ties, near ties, noughts."""


HOOKS = (28, 14, 1, 0, -3)
SHOT_MG, SHOT_DENSITIES = (16.0, 400.0, 3000.0), (TIN, 19_000.0)
MIXED = ("metric,flies=gr,bead=in,wind=km,mark=comma", "x,mark=comma")


def golden_figures() -> dict[str, Any]:
    """Return, for every system and rule, SI values and the text each is written as; labels of hooks, and how big shot is, mm."""
    systems = []
    for key in (*WHOLE, *MIXED):
        writer, rules = Writer(key), units_of(key).rules
        written = {}
        for what, rule in rules.items():
            values = [place / rule.factor - rule.offset for place in PLACES]
            values += [k * 0.25 * 10.0**-rule.decimals / rule.factor for k in range(1, 24)]
            written[what] = [[si, writer.text(what, si)] for si in values]
        own = writer.units
        units = {
            "key": key,
            "name": own.name,
            "mark": own.mark,
            "rules": {n: asdict(rule) for n, rule in rules.items()},
        }
        systems.append({"key": key, "units": units, "written": written})
    shots = [
        [mass, density, Shot(name="", mass_mg=mass, density_kg_m3=density).diameter * 1000]
        for mass in SHOT_MG
        for density in SHOT_DENSITIES
    ]
    return {"systems": systems, "hooks": [[size, size_label(size)] for size in HOOKS], "shots": shots}
