"""Edits of lengths, diameters and spools."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.model import Key, Typed
from jarana.core.rig.edits.base import RigEdit, attachment_of, span_of
from jarana.core.rig.model import Rig, SpoolRef
from jarana.core.rig.one_line import along
from jarana.core.tackle.drawer import Drawer, Spool
from jarana.core.units import Writer, parse
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
none-labelled = no spool of that material in your drawer has a strength on its label
joint-between-two-spans = a joint between two spans is wanted
fly-hangs-no-line = this fly hangs on no line of its own
no-your-drawer = no { $way } { $short } in your drawer
there-no-such-spool = there is no such spool in your drawer
""",
)


STRENGTH_UNITS = ("kg", "lb", "lbs", "g")
"""How a strength ends that is typed where a diameter is wanted."""


SHORTEST_MM = 150.0
"""mm a span that is proposed has at least: two knots are tied in it."""


class SetLength(RigEdit):
    """Set the finished length of a span, typed in any unit."""

    op: Literal["set_length"] = "set_length"
    span: Key
    value: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the span at its new length."""
        index, _ = span_of(rig, self.span)
        return rig.replace_span(index, length_mm=round(writer.read("length", self.value) * 1000, 1))


class ChangeLength(RigEdit):
    """Lengthen or shorten a span by so much."""

    op: Literal["change_length"] = "change_length"
    span: Key
    by_mm: float = Field(ge=-5000, le=5000)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the span longer or shorter."""
        index, span = span_of(rig, self.span)
        return rig.replace_span(index, length_mm=round(span.length_mm + self.by_mm, 1))


class MoveJoint(RigEdit):
    """Move a joint along the line: what the span above gains, the span below loses."""

    op: Literal["move_joint"] = "move_joint"
    joint: Key
    by_mm: float = Field(ge=-5000, le=5000)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the joint moved, its whole length unchanged."""
        index = next((i for i, j in enumerate(rig.joints) if j.id == self.joint), 0)
        if index == 0:
            raise InputError.one("joint", self.joint, say("joint-between-two-spans"))
        above, below = rig.spans[index - 1], rig.spans[index]
        moved = rig.replace_span(index - 1, length_mm=round(above.length_mm + self.by_mm, 1))
        return moved.replace_span(index, length_mm=round(below.length_mm - self.by_mm, 1))


class SetTag(RigEdit):
    """Set the length of the line a dropper hangs on."""

    op: Literal["set_tag"] = "set_tag"
    at: Key
    value: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the dropper on its new length."""
        attachment = attachment_of(rig, self.at)
        if attachment.link is None:
            raise InputError.one("at", self.at, say("fly-hangs-no-line"))
        length = round(writer.read("short", self.value) * 1000, 1)
        return rig.replace_attachment(self.at, link={**attachment.link.model_dump(), "length_mm": length})


class SetDiameter(RigEdit):
    """Set the diameter of a span, typed in mm, inches or X; from an owned spool of that size if there is one.

    A strength typed instead (``4 lb``) takes the owned spool of its material that is labelled nearest to it.
    """

    op: Literal["set_diameter"] = "set_diameter"
    span: Key
    value: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the span level at the new diameter."""
        index, span = span_of(rig, self.span)
        strength = _strength(self.value)
        if strength is not None:
            return _on_spool(rig, index, _labelled(drawer, span.material.key, strength, self.value))
        mm = round(writer.read("diameter", self.value) * 1000, 4)
        spool = drawer.nearest_spool(span.material.key, mm)
        if spool is not None:
            return _on_spool(rig, index, spool)
        return _recut(rig, index, d0_mm=mm, d1_mm=mm, spool=None)


def _strength(typed: str) -> float | None:
    """Return a strength that was typed with its unit, kg; None where it is a diameter."""
    if not typed.strip().lower().endswith(STRENGTH_UNITS):
        return None
    return parse("mass", typed, "kg")


def _labelled(drawer: Drawer, material: str, kg: float, typed: str) -> Spool:
    """Return the owned spool of a material whose label says the nearest strength."""
    rows = [(s, s.strength_kg) for s in drawer.spools if s.material.key == material and s.strength_kg is not None]
    if not rows:
        raise InputError.one("value", typed, say("none-labelled"))
    return min(rows, key=lambda row: abs(row[1] - kg))[0]


class StepDiameter(RigEdit):
    """Take the next finer or stouter spool of the same material from the drawer."""

    op: Literal["step_diameter"] = "step_diameter"
    span: Key
    finer: bool

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the span on the next spool."""
        index, span = span_of(rig, self.span)
        spool = drawer.next_spool(span.material.key, span.d0_mm, self.finer)
        if spool is None:
            way = "finer" if self.finer else "stouter"
            raise InputError.one("span", span.name, say("no-your-drawer", way=way, short=span.material.short))
        return _on_spool(rig, index, spool)


class UseSpool(RigEdit):
    """Cut a span from another spool."""

    op: Literal["use_spool"] = "use_spool"
    span: Key
    spool: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the span of that spool's material and diameter."""
        index, _ = span_of(rig, self.span)
        spool = drawer.spool(self.spool)
        if spool is None:
            raise InputError.one("spool", self.spool, say("there-no-such-spool"))
        return _on_spool(rig, index, spool)


def _on_spool(rig: Rig, index: int, spool: Spool) -> Rig:
    return _recut(
        rig,
        index,
        material=spool.material.model_dump(),
        d0_mm=spool.diameter_mm,
        d1_mm=spool.diameter_mm,
        spool=SpoolRef.of(spool).model_dump(),
    )


def _recut(rig: Rig, index: int, **changes: object) -> Rig:
    """Return the rig with other line in a span, and in whatever is one line with it."""
    for at in along(rig, index):
        rig = rig.replace_span(at, **changes, ready=None)
    return rig
