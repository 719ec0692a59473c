"""Edits of what is on the line: a span greased or degreased, all of it or its end alone."""

from __future__ import annotations

from typing import Literal

from jarana.core.errors import InputError
from jarana.core.model import Key, Typed
from jarana.core.rig.edits.base import RigEdit, span_of
from jarana.core.rig.edits.structure import split
from jarana.core.rig.model import SHORTEST_SPAN_MM, Rig
from jarana.core.rig.one_line import is_end, joined
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
its-end = End of the { $name }
nothing-on-it = grease or degrease the { $name } first: nothing is on it
least = at least { $least }
""",
)


class SetDressing(RigEdit):
    """Grease a span, degrease it, or leave it as it is."""

    op: Literal["set_dressing"] = "set_dressing"
    span: Key
    dressing: Literal["none", "greased", "degreased"]

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that span so dressed."""
        index, _ = span_of(rig, self.span)
        return rig.replace_span(index, dressing=self.dressing)


class DressEnd(RigEdit):
    """Leave a span's dressing on so much of its lower end alone; as long as the line or longer: on all of it again.

    The span becomes two stretches of one line, with nothing tied between them.
    """

    op: Literal["dress_end"] = "dress_end"
    span: Key
    length: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with the rest of that line undressed."""
        index, span = span_of(rig, self.span)
        mm = round(writer.read("length", self.length, "length") * 1000, 1)
        if mm < SHORTEST_SPAN_MM:
            least = writer.text("length", SHORTEST_SPAN_MM / 1000)
            raise InputError.one("length", self.length, say("least", least=least))
        if span.dressing == "none":
            raise InputError.one("span", span.name, say("nothing-on-it", name=span.name.lower()))
        if is_end(rig, index):
            rig = joined(rig, index)
            index -= 1
        rig = rig.replace_span(index, dressing=span.dressing)
        all_of_it = rig.spans[index]
        above = round(all_of_it.length_mm - mm, 1)
        if above < SHORTEST_SPAN_MM:
            return rig
        rig = split(rig, index, above, drawer.usual_knot("unbroken"))
        rig = rig.replace_span(index, dressing="none")
        return rig.replace_span(index + 1, name=say("its-end", name=all_of_it.name.lower()))
