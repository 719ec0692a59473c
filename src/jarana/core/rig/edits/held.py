"""Edits of what the rig is fished with: what holds it up, and the rod."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.heads import heads
from jarana.core.heads.base import Wanted
from jarana.core.model import Key, Typed
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Motion, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-such-way = one of: { $ways }
no-such-rod = there is no such rod in your drawer
""",
)


class HoldWith(RigEdit):
    """Hold the rig another way: by the rod, from a float, from a dry fly on it, on the fly line; moved as that usually is.

    What is not said is what is usual: the owned float that suits what hangs, set where the rig was held so far.
    """

    op: Literal["hold_with"] = "hold_with"
    kind: str = Field(max_length=20)
    body: Key | None = None
    above: Typed | None = None
    fly: Key | None = None
    out: Typed | None = None

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig so held; it keeps its motion where it was held so before."""
        head = heads().get(self.kind)
        if head is None:
            raise InputError.one("kind", self.kind, say("no-such-way", ways=", ".join(heads())))
        wanted = Wanted(
            body=self.body,
            above=None if self.above is None else writer.read("length", self.above, "above"),
            fly=self.fly,
            out=None if self.out is None else writer.read("travel", self.out, "out"),
        )
        made = head.put_on(rig, drawer, wanted)
        motion = rig.motion if made.key == rig.head.key else Motion(kind=made.in_the_river, count_s=rig.motion.count_s)
        return rig.rebuilt(head=made, motion=motion)


class UseRod(RigEdit):
    """Fish the rig on another rod."""

    op: Literal["use_rod"] = "use_rod"
    rod: Key

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig on that rod."""
        chosen = next((row for row in drawer.rods if row.id == self.rod), None)
        if chosen is None:
            raise InputError.one("rod", self.rod, say("no-such-rod"))
        return rig.rebuilt(rod=chosen)
