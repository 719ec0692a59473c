"""The rig is fished on its fly line, so much of it in or on the water."""

from __future__ import annotations

from typing import TYPE_CHECKING, ClassVar, Literal

from pydantic import Field

from jarana.core.heads.base import HeadPart, Wanted
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
fly-line = { $out_mm } of fly line
""",
)

if TYPE_CHECKING:
    from jarana.core.rig.model import Rig
    from jarana.core.tackle.drawer import Drawer


class FlyLineHead(HeadPart):
    """The rig is fished on the fly line, so much of it on or in the water from the rod tip."""

    kind: Literal["fly line"] = "fly line"
    out_mm: float = Field(default=9000, ge=500, le=20000)

    noun: ClassVar[str] = "fly line"
    habit: ClassVar[str] = "line"
    leaves: ClassVar[tuple[str, ...]] = ("float_load", "sag", "casting_length")
    on_line: ClassVar[bool] = True
    taps: ClassVar[str] = "swing"
    tip_m: ClassVar[float] = 0.3
    spacing: ClassVar[float] = 0.1
    in_the_river: ClassVar[str] = "swing"
    in_the_lake: ClassVar[str] = "figure"

    @classmethod
    def put_on(cls, rig: Rig, drawer: Drawer, wanted: Wanted) -> FlyLineHead:
        """Return it with so much line out, else with as much as is usual."""
        return cls() if wanted.out is None else cls.model_validate({"out_mm": round(wanted.out * 1000)})

    def described(self, rig: Rig, writer: Writer) -> str:
        """Return how much line is out."""
        return say("fly-line", out_mm=writer.text("travel", self.out_mm / 1000))

    def line_out(self) -> float:
        """Return the line in the water."""
        return self.out_mm / 1000


HEAD = FlyLineHead
