"""A float holds the rig up and shows a take."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, ClassVar, Literal

from pydantic import Field

from jarana.core.engine.hydro.water_properties import Water
from jarana.core.engine.scenario import FreeTop
from jarana.core.heads.base import HeadPart, Sign, Thrown
from jarana.core.tackle.float import Float
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
float-set-farther-above = the float is set farther above the point than the leader is long
above-point = { $name } { $above_point_mm } above the point
you-own = ; you own { $what }
float-g = Float: { $name }, { $lift_gf } g{ $own }.
""",
)

if TYPE_CHECKING:
    from jarana.core.rig.model import Rig
    from jarana.core.tackle.drawer import Drawer

SPHERE_IN_AIR = 0.5
"""Drag coefficient of a sphere in air at casting speeds."""
FARTHEST_MM = 12000.0


class FloatHead(HeadPart):
    """The rig hangs from a float, set so far above the point along the line."""

    kind: Literal["float"] = "float"
    body: Float
    above_point_mm: float = Field(ge=100, le=FARTHEST_MM)

    noun: ClassVar[str] = "float"
    floats: ClassVar[bool] = True
    is_float: ClassVar[bool] = True

    def fault(self, rig: Rig) -> str:
        """Say whether it is set on the leader."""
        if self.above_point_mm > rig.length * 1000:
            return say("float-set-farther-above")
        return ""

    def hangs_from(self, rig: Rig) -> float:
        """Return where it is set."""
        return rig.length - self.above_point_mm / 1000

    def free_top(self, rig: Rig, water: Water) -> FreeTop | None:
        """Return the float as it drifts by itself."""
        return FreeTop(self.body.radius, self.body.mass, drag_area=self.body.drag_area)

    def described(self, rig: Rig, writer: Writer) -> str:
        """Return float and setting."""
        return say("above-point", name=self.body.name, above_point_mm=writer.text("length", self.above_point_mm / 1000))

    def thrown(self, rig: Rig) -> Thrown | None:
        """Return the float in the air."""
        area = SPHERE_IN_AIR * math.pi / 4 * (self.body.diameter_mm / 1000) ** 2
        return Thrown(max(self.hangs_from(rig), 0.01), self.body.mass, area, "float")

    def stops(self, rig: Rig) -> float | None:
        """Return where it stops at the tip ring, unless it lets go."""
        return None if self.body.releasing else self.above_point_mm / 1000

    def sign(self, rig: Rig) -> Sign | None:
        """Return the float."""
        return Sign(self.body.name, self.body.diameter_mm / 1000)

    def missing(self, drawer: Drawer) -> str:
        """Say that it is not among the floats owned."""
        if self.body.id in {f.id for f in drawer.floats}:
            return ""
        own = say("you-own", what=", ".join(f.name for f in drawer.floats)) if drawer.floats else ""
        return say("float-g", name=self.body.name, lift_gf=f"{self.body.lift_gf:g}", own=own)


HEAD = FloatHead
