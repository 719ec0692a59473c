"""Edits of what is pinched or pegged on the line: shot and beads added, exchanged, moved."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import FaultList, InputError
from jarana.core.heads.float import seat
from jarana.core.model import Key, Text, Typed
from jarana.core.rig.edits.base import RigEdit, attachment_of, span_of
from jarana.core.rig.geometry import place
from jarana.core.rig.model import SHORTEST_SPAN_MM, AtSpan, Attachment, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.tackle.shot import Shot, shots
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-longer-than = { $name } is no longer than that
no-shot = { $label } is no shot
no-bead = { $label } is no pegged bead
none-made = no { $way } shot is made
at-the-end = it sits at the end of the line: its tippet's length says where
off-the-line = a place on the line is wanted
bead-name = { $size } bead
""",
)

LEAST_BEAD_MM, MOST_BEAD_MM, BEAD_STEP_MM = 2.0, 20.0, 1.0
PEGGED_ABOVE_MM, PEGGED_MM = 60.0, 8.0
"""A bead is pegged so far above the hook, of such a size, where nothing else is said (practice; rules on the distance differ)."""


def sizes(drawer: Drawer) -> list[tuple[str, float]]:
    """Return names and mg of the shot that can be pinched on: the owned, lead left out, else all of the table."""
    owned = [(s.name, s.mass_mg) for s in drawer.shots if s.count > 0 and s.material != "lead"]
    return owned or [(row.name, row.mass_g * 1000) for row in shots().values()]


def nearest_shot(drawer: Drawer, mass_mg: float) -> Shot:
    """Return the shot nearest to a weight."""
    name, mass = min(sizes(drawer), key=lambda row: abs(row[1] - mass_mg))
    return Shot(name=name, mass_mg=mass)


class PinchShot(RigEdit):
    """Pinch a shot on a span, so far above its lower end; the owned one nearest to a weight, else tin of the table."""

    op: Literal["pinch_shot"] = "pinch_shot"
    span: Key
    above_mm: float = Field(default=250, ge=10, le=5000)
    mass_mg: float = Field(default=200, gt=5, le=5000)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with a shot more."""
        return _put_on(rig, self.span, self.above_mm, nearest_shot(drawer, self.mass_mg), drawer)


class PegBead(RigEdit):
    """Peg a bead on a span, so far above its lower end."""

    op: Literal["peg_bead"] = "peg_bead"
    span: Key
    above_mm: float = Field(default=PEGGED_ABOVE_MM, ge=0, le=5000)
    diameter_mm: float = Field(default=PEGGED_MM, ge=LEAST_BEAD_MM, le=MOST_BEAD_MM)
    material: Literal["glass", "plastic", "brass", "tungsten"] = "plastic"
    name: Text = ""

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with a bead more."""
        name = self.name.strip() or say("bead-name", size=writer.text("bead", self.diameter_mm / 1000))
        bead = PeggedBead(name=name, material=self.material, diameter_mm=self.diameter_mm)
        return _put_on(rig, self.span, self.above_mm, bead, drawer)


def _put_on(rig: Rig, key: str, above_mm: float, body: Shot | PeggedBead, drawer: Drawer) -> Rig:
    _, span = span_of(rig, key)
    if above_mm >= span.length_mm:
        raise InputError.one("above_mm", above_mm, say("no-longer-than", name=span.name.lower()))
    taken = {a.id for a in rig.attachments}
    made = Attachment(
        id=next(f"s{n}" for n in range(1, 20) if f"s{n}" not in taken),
        at=AtSpan(span=key, mm=span.length_mm - above_mm),
        school="point",
        knot=drawer.usual_knot("stopper" if isinstance(body, Shot) else "peg"),
        body=body,
    )
    return rig.rebuilt(attachments=(*(a for a in rig.attachments if a.at.kind != "point"), made, rig.point))


class SetShot(RigEdit):
    """Exchange a shot: the owned one nearest to a typed weight, else that of the table."""

    op: Literal["set_shot"] = "set_shot"
    at: Key
    mass: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with another shot there."""
        attachment = attachment_of(rig, self.at)
        if not isinstance(attachment.body, Shot):
            raise InputError.one("at", attachment.body.label, say("no-shot", label=attachment.body.label))
        mass = writer.read("fly_mass", self.mass, "mass") * 1e6
        return rig.replace_attachment(self.at, body=nearest_shot(drawer, mass))


class SetBead(RigEdit):
    """Exchange a pegged bead: its size, what it is made of, what it is called."""

    op: Literal["set_bead"] = "set_bead"
    at: Key
    diameter: Typed | None = None
    material: Literal["glass", "plastic", "brass", "tungsten"] | None = None
    name: Text | None = None

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with another bead there."""
        attachment = attachment_of(rig, self.at)
        bead = attachment.body
        if not isinstance(bead, PeggedBead):
            raise InputError.one("at", bead.label, say("no-bead", label=bead.label))
        changes: dict[str, object] = {}
        if self.diameter is not None:
            changes["diameter_mm"] = round(writer.read("bead", self.diameter, "diameter") * 1000, 2)
        if self.material is not None:
            changes["material"] = self.material
        if self.name is not None and self.name.strip():
            changes["name"] = self.name.strip()
        return rig.replace_attachment(self.at, body=PeggedBead.model_validate(dict(bead) | changes))


def next_weight(body: Shot | PeggedBead, drawer: Drawer, heavier: bool) -> Shot | PeggedBead:
    """Return the next shot or bead up or down, or a fault on `at` where there is none."""
    if isinstance(body, PeggedBead):
        size = body.diameter_mm + (BEAD_STEP_MM if heavier else -BEAD_STEP_MM)
        return body.model_copy(update={"diameter_mm": min(max(size, LEAST_BEAD_MM), MOST_BEAD_MM)})
    ahead = [row for row in sizes(drawer) if (row[1] > body.mass_mg + 1 if heavier else row[1] < body.mass_mg - 1)]
    if not ahead:
        raise InputError.one("at", body.label, say("none-made", way="heavier" if heavier else "lighter"))
    name, mass = (min if heavier else max)(ahead, key=lambda row: row[1])
    return Shot(name=name, mass_mg=mass)


class SlideOn(RigEdit):
    """Move a shot or a bead along the line: so far above the lower end of its span, or lower by so much, over knots too."""

    op: Literal["slide_on"] = "slide_on"
    at: Key
    above: Typed | None = None
    lower_mm: float = Field(default=0.0, ge=-5000, le=5000)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with it moved."""
        attachment = attachment_of(rig, self.at)
        at = attachment.at
        if at.kind != "span":
            raise InputError.one("at", attachment.body.label, say("at-the-end"))
        _, span = span_of(rig, at.span)
        if self.above is not None:
            above = writer.read("short", self.above, "above") * 1000
            faults = FaultList()
            faults.check(above <= span.length_mm, "above", self.above, say("no-longer-than", name=span.name.lower()))
            faults.raise_if_any()
            return rig.replace_attachment(self.at, at=AtSpan(span=at.span, mm=round(span.length_mm - above, 1)))
        down = place(rig, attachment) * 1000 + self.lower_mm
        if not 0 <= down <= rig.length * 1000 - SHORTEST_SPAN_MM / 2:
            raise InputError.one("lower_mm", self.lower_mm, say("off-the-line"))
        return rig.replace_attachment(self.at, at=AtSpan.model_validate(seat(rig.spans, down)))
