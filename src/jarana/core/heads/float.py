"""A float holds the rig up and shows a take."""

from __future__ import annotations

import math
from collections.abc import Sequence
from typing import TYPE_CHECKING, ClassVar, Literal, Protocol

from pydantic import Field

from jarana.core.engine.hydro.water_properties import GRAM_FORCE, LIFT_WATER_C, Water, water_at
from jarana.core.engine.scenario import FreeTop
from jarana.core.errors import InputError
from jarana.core.heads.base import HeadPart, Sign, Thrown, Wanted
from jarana.core.model import Key
from jarana.core.tackle.float import Float
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-such-float = there is no such float in your drawer
no-float-owned = you own no float: put one into the drawer first
float-sits-nowhere = the float sits on a span that is not there
nothing-under-float = so little hangs under the float that it is set on the point: { $cm } cm ({ $inches } in) is the least
set-it = { $name }, { $above } above the point
set-how = On the { $span }, { $down } below the fly line. Measure it once the flies are on; it stays there when the tippet is changed.
setting = float { $above }
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
LEAST_BELOW_M = 0.1
"""m of line that hang under a float at least."""


SUITS = 0.6
"""Share of its lift that a float is loaded to where nobody chose it (practice: sensitive and steady)."""


def _suiting(rig: Rig, drawer: Drawer) -> Float:
    """Return the owned float nearest to what hangs on a rig, by weight under water."""
    water = water_at(LIFT_WATER_C)
    weight = sum(max(a.body.body(a.id).submerged_weight(water), 0.0) for a in rig.attachments)
    wanted = max(weight / SUITS / GRAM_FORCE, 1e-3)
    return min(drawer.floats, key=lambda f: abs(math.log(f.lift_gf / wanted)))


class Spanned(Protocol):
    """What a place on the line is counted along: a span."""

    @property
    def id(self) -> str:
        """Its name among the spans."""

    @property
    def length_mm(self) -> float:
        """Its length."""


def seat(spans: Sequence[Spanned], down_mm: float) -> dict[str, object]:
    """Return the span and the place on it, mm from its upper end, so far below the fly line; a joint belongs to the span below.

    Beyond either end it is the end.
    """
    begins = 0.0
    for span in spans:
        if down_mm < begins + span.length_mm - 1e-6:
            return {"span": span.id, "mm": round(max(down_mm - begins, 0.0), 1)}
        begins += span.length_mm
    return {"span": spans[-1].id, "mm": round(spans[-1].length_mm, 1)}


class FloatHead(HeadPart):
    """The rig hangs from a float that sits on the leader: on a span, so many millimetres below its upper end.

    What is changed below it moves the flies and never the float; cut above its place, it sits at the end of its span.
    """

    kind: Literal["float"] = "float"
    body: Float
    span: Key
    mm: float = Field(ge=0, le=FARTHEST_MM)

    noun: ClassVar[str] = "float"
    habit: ClassVar[str] = "float"
    reads: ClassVar[tuple[str, ...]] = ("float_load", "take_to_sign", "netting")
    leaves: ClassVar[tuple[str, ...]] = ("sag", "wind", "casting_length")
    floats: ClassVar[bool] = True
    is_float: ClassVar[bool] = True

    @classmethod
    def put_on(cls, rig: Rig, drawer: Drawer, wanted: Wanted) -> FloatHead:
        """Return the owned float whose lift suits what hangs, unless one is named, set where the rig was held unless told how high."""
        known = {f.id: f for f in drawer.floats}
        if not known or (wanted.body is not None and wanted.body not in known):
            raise InputError.one("body", wanted.body or "", say("no-such-float") if known else say("no-float-owned"))
        body = known[wanted.body] if wanted.body is not None else _suiting(rig, drawer)
        above = rig.length - rig.head.hangs_from(rig) if wanted.above is None else wanted.above
        return cls.set_above(body, rig.spans, max(above, LEAST_BELOW_M) * 1000)

    def fault(self, rig: Rig) -> str:
        """Say whether it is set on the leader, with something below it."""
        if self.span not in {s.id for s in rig.spans}:
            return say("float-sits-nowhere")
        if self.above(rig) < LEAST_BELOW_M - 1e-9:
            return say("nothing-under-float", cm=f"{LEAST_BELOW_M * 100:g}", inches=f"{LEAST_BELOW_M / 0.0254:.0f}")
        return ""

    @classmethod
    def set_above(cls, body: Float, spans: Sequence[Spanned], above_mm: float) -> FloatHead:
        """Return a float set so far above the point of a leader, mm; at most at its upper end."""
        down = max(sum(s.length_mm for s in spans) - above_mm, 0.0)
        return cls.model_validate({"body": body, **seat(spans, down)})

    def moved(self, spans: Sequence[Spanned], down_mm: float) -> FloatHead:
        """Return it at another place, mm below the fly line."""
        return FloatHead.model_validate(dict(self) | seat(spans, down_mm))

    def slid_from(self, other: HeadPart, before: Rig, after: Rig) -> tuple[float, float] | None:
        """Return how high over the point it sat and sits, m, where the same float was slid; else None."""
        if not isinstance(other, FloatHead) or other.body != self.body or other == self:
            return None
        return other.above(before), self.above(after)

    def deeper(self, rig: Rig, by_m: float) -> FloatHead:
        """Return it so much farther from the point, m, or nearer, within the leader."""
        above = min(max(self.above(rig) + by_m, LEAST_BELOW_M), rig.length)
        return self.set_above(self.body, rig.spans, above * 1000) if by_m else self

    def setting(self, rig: Rig, writer: Writer) -> str:
        """Return how far over the point it sits."""
        return say("setting", above=writer.text("length", self.above(rig)))

    def above(self, rig: Rig) -> float:
        """Return how far above the point it sits, m along the line."""
        return rig.length - self.hangs_from(rig)

    def hangs_from(self, rig: Rig) -> float:
        """Return where it is set."""
        i = rig.span_index(self.span)
        return sum(s.length for s in rig.spans[:i]) + min(self.mm / 1000, rig.spans[i].length)

    def free_top(self, rig: Rig, water: Water) -> FreeTop | None:
        """Return the float as it drifts by itself."""
        return FreeTop(self.body.radius, self.body.mass, drag_area=self.body.drag_area)

    def described(self, rig: Rig, writer: Writer) -> str:
        """Return float and setting."""
        return say("above-point", name=self.body.name, above_point_mm=writer.text("length", self.above(rig)))

    def put_on_at(self, rig: Rig, writer: Writer) -> tuple[str, str] | None:
        """Return where it is set, from either end."""
        name = rig.spans[rig.span_index(self.span)].name.lower()
        down, above = (writer.text("length", m) for m in (self.hangs_from(rig), self.above(rig)))
        title = say("set-it", name=self.body.name, above=above)
        return title[:1].upper() + title[1:], say("set-how", span=name, down=down)

    def greased_above(self, rig: Rig) -> float | None:
        """Return its own place: what lies above it floats."""
        return self.hangs_from(rig)

    def thrown(self, rig: Rig) -> Thrown | None:
        """Return the float in the air."""
        area = SPHERE_IN_AIR * math.pi / 4 * (self.body.diameter_mm / 1000) ** 2
        return Thrown(max(self.hangs_from(rig), 0.01), self.body.mass, area, "float")

    def stops(self, rig: Rig) -> float | None:
        """Return where it stops at the tip ring, unless it lets go."""
        return None if self.body.releasing else self.above(rig)

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
