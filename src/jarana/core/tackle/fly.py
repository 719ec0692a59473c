"""A fly: hook, bead, wraps and dressing, and the body they make in the water."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import LIFT_WATER_C, water_at
from jarana.core.model import Frozen, Key, Text
from jarana.core.tackle.bead import Bead
from jarana.core.tackle.dressing import Dressing
from jarana.core.tackle.hook import STEEL, Hook

WATER = water_at(LIFT_WATER_C).density
"""kg/m³ of the water lifts are told in."""
HOOK_DRAG = 0.9
"""C of a bent wire across the flow, on 1.2 shank lengths x wire diameter (starting value)."""
HOOK_WIRE_LENGTH = 1.2
"""Wire that meets the water, in shank lengths."""

BodyColour = Literal["olive", "brown", "black", "hare", "red", "pink", "cream", "orange"]


WRAP_METALS = {"tin": 7300.0, "copper": 8960.0, "lead": 11340.0}
"""kg/m³ of the wires that are wrapped under a dressing (handbook values)."""


class Wraps(Frozen):
    """Turns of wire under the dressing."""

    turns: int = Field(ge=0, le=200)
    wire_mm: float = Field(gt=0, le=2)
    under_mm: float = Field(gt=0, le=5)
    density_kg_m3: float = Field(gt=1000, le=20000)

    @property
    def mass(self) -> float:
        """Mass, kg: ``rho pi²/4 w² (D + w)`` a turn, D the body underneath, w the wire."""
        w, d = self.wire_mm / 1000, self.under_mm / 1000
        return self.turns * self.density_kg_m3 * math.pi**2 / 4 * w * w * (d + w)

    @property
    def metal(self) -> str:
        """What the wire is of: the metal nearest in density."""
        return min(WRAP_METALS, key=lambda metal: abs(WRAP_METALS[metal] - self.density_kg_m3))


class Fly(Frozen):
    """A fly with everything that decides how it falls and how strong it is.

    `source` is the weight in the angler's box it was taken from; None when it is not owned. `lift_gf` is what a dressed
    dry fly bears in all, grams-force: buoyancy and its hackle on the surface. `timed_drag` is the dressing's C from a jar
    (:mod:`jarana.core.tackle.jar`) and replaces the table's; `timed_spread` is its spread as a share of it.
    """

    kind: Literal["fly"] = "fly"
    pattern: Text
    source: Key | None = None
    pattern_id: Key | None = None
    hook: Hook
    bead: Bead | None = None
    wraps: Wraps | None = None
    dressing: Dressing
    weighed_mg: float | None = Field(default=None, gt=0, le=20000)
    colour: BodyColour = "olive"
    lift_gf: float | None = Field(default=None, gt=0, le=10)
    timed_drag: float | None = Field(default=None, ge=0, le=20)
    timed_spread: float = Field(default=0.3, ge=0, le=2)

    @property
    def mass(self) -> float:
        """Mass, kg; a weighed mass replaces the sum of the parts."""
        if self.weighed_mg is not None:
            return self.weighed_mg * 1e-6
        parts = (self.hook.mass_mg + self.dressing.mass_mg) * 1e-6
        return parts + (self.bead.mass if self.bead else 0.0) + (self.wraps.mass if self.wraps else 0.0)

    @property
    def volume(self) -> float:
        """Water displaced, m³; of a fly whose lift is in its body, what its mass and its lift come to."""
        if self.lift_gf and self.dressing.lift_lasts:
            return (self.mass + self.lift_gf / 1000) / WATER
        volume = self.hook.mass_mg * 1e-6 / STEEL + self.dressing.mass_mg * 1e-6 / self.dressing.soaked_kg_m3
        if self.bead:
            volume += self.bead.volume
        if self.wraps:
            volume += self.wraps.mass / self.wraps.density_kg_m3
        return volume

    @property
    def noun(self) -> str:
        """What it is called among other things."""
        return "fly"

    @property
    def label(self) -> str:
        """``Slim quill #16``."""
        return f"{self.pattern} #{self.hook.label}"

    @property
    def dressing_area(self) -> float:
        """Shank length x body width, m²: what the C of a dressing is told on."""
        shank = self.hook.shank_mm / 1000
        return shank * self.dressing.width_share * shank

    @property
    def hook_drag_area(self) -> float:
        """C·A of the bare bent wire, m²."""
        return HOOK_DRAG * HOOK_WIRE_LENGTH * self.hook.shank_mm / 1000 * self.hook.wire_mm / 1000

    def body(self, name: str) -> Body:
        """Return the fly as the laws see it: bead as a sphere of its own, dressing and hook as a drag area."""
        table = self.dressing.c_beaded if self.bead else self.dressing.c_unbeaded
        c = table if self.timed_drag is None else self.timed_drag
        return Body(
            mass=self.mass,
            volume=self.volume,
            bead_diameter=self.bead.diameter_mm / 1000 if self.bead else 0.0,
            drag_area=c * self.dressing_area + self.hook_drag_area,
            name=name,
        )
