"""A dry fly holds the rig up: the one at a joint of the line, or alone at its end."""

from __future__ import annotations

import math
from typing import TYPE_CHECKING, ClassVar, Literal

from jarana.core.engine.hydro.water_properties import GRAM_FORCE, Water
from jarana.core.engine.scenario import FreeTop
from jarana.core.errors import InputError
from jarana.core.heads.base import HeadPart, Sign, Wanted
from jarana.core.model import Key
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
dry-fly-sits-joint = the dry fly sits at a joint of the line or at its end, and has a lift of its own
dry-fly-lift-own = a dry fly with a lift of its own is wanted
dry-fly-used = the dry fly, used
dry-fly = the dry fly
dry = the dry
""",
)

if TYPE_CHECKING:
    from jarana.core.rig.model import Rig
    from jarana.core.tackle.drawer import Drawer

BESIDE_DRY = 0.3
"""m of tippet that lies beside a dry fly with nothing below it and may sink: the part that is degreased."""
USED = 0.6
"""Share of a hackled dry's lift left after about twenty casts or a fish (tables of practice); a body's own lift lasts."""
SEEN_BY_SHANK = 1.3
"""A dry is seen as a float of so many shank lengths: body and hackle (starting value)."""


class DryFlyHead(HeadPart):
    """The rig hangs from a dry fly: the one that sits at a joint of the line, or alone at its end.

    `used` after about twenty casts or a fish: it bears less until it is dried and dressed again.
    """

    kind: Literal["dry fly"] = "dry fly"
    fly: Key
    used: bool = False

    noun: ClassVar[str] = "dry fly"
    habit: ClassVar[str] = "dry"
    reads: ClassVar[tuple[str, ...]] = ("float_load", "on_top", "drag_free")
    leaves: ClassVar[tuple[str, ...]] = ("sag", "wind", "casting_length")
    floats: ClassVar[bool] = True
    taps: ClassVar[str] = "dry"

    @classmethod
    def put_on(cls, rig: Rig, drawer: Drawer, wanted: Wanted) -> DryFlyHead:
        """Return the fly named, else the highest with a lift of its own."""
        able = [
            a.id for a in rig.attachments if a.at.kind in ("joint", "point") and a.fly and a.fly.lift_gf is not None
        ]
        if wanted.fly is not None:
            able = [key for key in able if key == wanted.fly]
        if not able:
            raise InputError.one("fly", wanted.fly or "", say("dry-fly-lift-own"))
        return cls(fly=able[0])

    def fault(self, rig: Rig) -> str:
        """Say whether that fly can hold a rig."""
        hung = next((a for a in rig.attachments if a.id == self.fly), None)
        if hung is None or hung.at.kind not in ("joint", "point") or hung.fly is None or hung.fly.lift_gf is None:
            return say("dry-fly-sits-joint")
        return ""

    def hangs_from(self, rig: Rig) -> float:
        """Return where the fly sits; alone at the end, the last of the tippet is in the water."""
        at = rig.attachment(self.fly).at
        if at.kind == "joint":
            return sum(s.length for s in rig.spans[: rig.joint_index(at.joint)])
        return max(rig.length - BESIDE_DRY, 0.0)

    def holds(self) -> str | None:
        """Return the fly's attachment."""
        return self.fly

    def free_top(self, rig: Rig, water: Water) -> FreeTop | None:
        """Return the fly as a float: a sphere of its volume, its hackle bearing what buoyancy does not."""
        fly = rig.attachment(self.fly).fly
        if fly is None or fly.lift_gf is None:
            raise InputError.one("rig.head.fly", self.fly, say("dry-fly-lift-own"))
        body = fly.body(self.fly)
        radius = (3 * body.volume / (4 * math.pi)) ** (1 / 3)
        bare = FreeTop(radius, body.mass)
        lift = fly.lift_gf * (USED if self.used and not fly.dressing.lift_lasts else 1.0)
        support = max(lift * GRAM_FORCE - bare.lift(water), 0.0)
        return FreeTop(radius, body.mass, drag_area=body.drag_area, support=support)

    def described(self, rig: Rig, writer: Writer) -> str:
        """Return the fly and its state."""
        return say("dry-fly-used") if self.used else say("dry-fly")

    def sign(self, rig: Rig) -> Sign | None:
        """Return the dry."""
        fly = rig.attachment(self.fly).fly
        return Sign(say("dry"), SEEN_BY_SHANK * fly.hook.shank_mm / 1000) if fly else None


HEAD = DryFlyHead
