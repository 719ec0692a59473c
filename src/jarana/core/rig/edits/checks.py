"""Edits of what was measured of a rig by oneself."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import FaultList, InputError
from jarana.core.model import Key, Typed
from jarana.core.rig.check import DEEPEST_M, LATEST_S, MOST_CHECKS, Check
from jarana.core.rig.edits.base import RigEdit, attachment_of
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer, parse
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
time-between = a time up to { $most } s is wanted
depth-between = at most { $most }
enough = { $most } are kept; take one away first
no-such-check = there is no such measurement
""",
)


class AddCheck(RigEdit):
    """Note how deep a fly was seen after so long, at a pool's wall or in this water; or when a dry parted from its leaf."""

    op: Literal["add_check"] = "add_check"
    where: Literal["pool", "water", "leaf"]
    at: Key
    after: Typed
    depth: Typed = ""

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that measurement; everything wrong with it is told at once."""
        attachment_of(rig, self.at)
        if len(rig.checks) >= MOST_CHECKS:
            raise InputError.one("at", self.at, say("enough", most=MOST_CHECKS))
        faults = FaultList()
        after = depth = 0.0
        try:
            after = parse("time", self.after, "s", "after")
            faults.check(0 < after <= LATEST_S, "after", self.after, say("time-between", most=f"{LATEST_S:g}"))
        except InputError as error:
            faults.faults.extend(error.faults)
        if self.where != "leaf":
            try:
                depth = writer.read("depth", self.depth, "depth")
                deepest = writer.text("depth", DEEPEST_M)
                faults.check(0 <= depth <= DEEPEST_M, "depth", self.depth, say("depth-between", most=deepest))
            except InputError as error:
                faults.faults.extend(error.faults)
        faults.raise_if_any()
        made = Check(where=self.where, fly=self.at, after_s=round(after, 1), depth_m=round(depth, 3))
        return rig.rebuilt(checks=(*rig.checks, made))


class DropCheck(RigEdit):
    """Take a measurement away."""

    op: Literal["drop_check"] = "drop_check"
    index: int = Field(ge=0, lt=MOST_CHECKS)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig without it."""
        if self.index >= len(rig.checks):
            raise InputError.one("index", self.index, say("no-such-check"))
        return rig.rebuilt(checks=tuple(c for i, c in enumerate(rig.checks) if i != self.index))
