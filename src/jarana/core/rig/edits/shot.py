"""Pinch a shot on a span."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.model import Key
from jarana.core.rig.edits.base import RigEdit, span_of
from jarana.core.rig.model import AtSpan, Attachment, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.shot import Shot, shots
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-longer-than = { $name } is no longer than that
""",
)


class PinchShot(RigEdit):
    """Pinch a shot on a span, so far above its lower end; the owned one nearest to a weight, else tin of the table."""

    op: Literal["pinch_shot"] = "pinch_shot"
    span: Key
    above_mm: float = Field(default=250, ge=10, le=5000)
    mass_mg: float = Field(default=200, gt=5, le=5000)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with a shot more."""
        _, span = span_of(rig, self.span)
        if self.above_mm >= span.length_mm:
            raise InputError.one("above_mm", self.above_mm, say("no-longer-than", name=span.name.lower()))
        owned = [(s.name, s.mass_mg) for s in drawer.shots if s.count > 0 and s.material != "lead"]
        rows = owned or [(row.name, row.mass_g * 1000) for row in shots().values()]
        name, mass = min(rows, key=lambda row: abs(row[1] - self.mass_mg))
        taken = {a.id for a in rig.attachments}
        key = next(f"s{n}" for n in range(1, 20) if f"s{n}" not in taken)
        made = Attachment(
            id=key,
            at=AtSpan(span=self.span, mm=span.length_mm - self.above_mm),
            school="point",
            knot=drawer.usual_knot("stopper"),
            body=Shot(name=name, mass_mg=mass),
        )
        rows_after = (*(a for a in rig.attachments if a.at.kind != "point"), made, rig.point)
        return rig.rebuilt(attachments=rows_after)
