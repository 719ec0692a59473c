"""Edits of how a team is fished: counted to the second, taken in as a hand does it, on so much line."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.errors import FaultList, InputError
from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.model import Frozen, Typed
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import LONGEST_COUNT_S, Rig
from jarana.core.rig.pull import HandPull, Hang
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer, parse
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
count-between = a count from 0 to { $most } s is wanted
between = { $least } to { $most } is wanted
on-no-line = this rig is not fished on its fly line
""",
)

LENGTHS, SPEEDS, PAUSES = (0.005, 1.0), (0.005, 2.0), (0.0, 60.0)
"""m, m/s and s that a hand can do."""


class SetCount(RigEdit):
    """Count down to the second."""

    op: Literal["set_count"] = "set_count"
    value: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that count-down."""
        seconds = parse("time", self.value, "s", "value")
        if not 0 <= seconds <= LONGEST_COUNT_S:
            raise InputError.one("value", self.value, say("count-between", most=f"{LONGEST_COUNT_S:g}"))
        return rig.rebuilt(motion=rig.motion.model_copy(update={"count_s": round(seconds, 1)}))


class TypedPull(Frozen):
    """A kind of pull as it was typed."""

    length: Typed
    speed: Typed
    pause: Typed = "0 s"
    times: int = Field(default=1, ge=1, le=20)


class SetRetrieve(RigEdit):
    """Take line in otherwise: kinds of pull in a row, over and over; none for what is usual."""

    op: Literal["set_retrieve"] = "set_retrieve"
    pulls: tuple[TypedPull, ...] = Field(default=(), max_length=4)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig so retrieved; everything wrong with the row is told at once."""
        faults = FaultList()
        made = []
        for i, row in enumerate(self.pulls):
            at = f"pulls[{i}]"
            found = {
                "length_m": _read(writer, "pull", row.length, f"{at}.length", LENGTHS, faults),
                "speed_m_s": _read(writer, "sink", row.speed, f"{at}.speed", SPEEDS, faults),
                "pause_s": _read(writer, "", row.pause, f"{at}.pause", PAUSES, faults),
            }
            made.append(found | {"times": row.times})
        faults.raise_if_any()
        pulls = tuple(HandPull.model_validate(row) for row in made)
        return rig.rebuilt(motion=rig.motion.model_copy(update={"pulls": pulls}))


class SetHang(RigEdit):
    """End a retrieve with a hang: where the line's mark is, how far the rod is lifted there, how long it holds; `off` for none.

    What is not given stays as it is, or is usual.
    """

    op: Literal["set_hang"] = "set_hang"
    left: Typed | None = None
    lift: Typed | None = None
    hold: Typed | None = None
    off: bool = False

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that hang; everything wrong with it is told at once."""
        if not isinstance(rig.head, FlyLineHead):
            raise InputError.one("left", self.left or "", say("on-no-line"))
        faults = FaultList()
        given = {"left": ("travel", self.left), "lift": ("travel", self.lift), "hold": ("", self.hold)}
        read = {
            HANG_FIELDS[key]: _read(writer, rule, typed, key, HANG_WITHIN[key], faults)
            for key, (rule, typed) in given.items()
            if typed is not None
        }
        faults.raise_if_any()
        found = {key: value * 1000 if key.endswith("_mm") else value for key, value in read.items()}
        own = rig.motion.hang or Hang()
        hang = None if self.off else Hang.model_validate(own.model_dump() | found)
        return rig.rebuilt(motion=rig.motion.model_copy(update={"hang": hang}))


HANG_FIELDS = {"left": "left_mm", "lift": "lift_mm", "hold": "hold_s"}
HANG_WITHIN = {"left": (0.0, 20.0), "lift": (0.0, 3.0), "hold": (1.0, 120.0)}
"""m, m and s between which a hang can be."""


def _read(
    writer: Writer, rule: str, typed: str, path: str, within: tuple[float, float], faults: FaultList
) -> float:  # fmt: skip
    """Return a typed figure within its range, or keep its fault and return the least."""
    try:
        value = writer.read(rule, typed, path) if rule else parse("time", typed, "s", path)
    except InputError as error:
        faults.faults.extend(error.faults)
        return within[0]
    if not within[0] - 1e-9 <= value <= within[1] + 1e-9:
        least, most = (writer.text(rule, v) if rule else f"{v:g} s" for v in within)
        faults.add(path, typed, say("between", least=least, most=most))
        return within[0]
    return round(value, 4)


class SetLineOut(RigEdit):
    """Fish with so much fly line in the water."""

    op: Literal["set_line_out"] = "set_line_out"
    value: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that line out."""
        if not isinstance(rig.head, FlyLineHead):
            raise InputError.one("value", self.value, say("on-no-line"))
        out = round(writer.read("travel", self.value) * 1000)
        return rig.rebuilt(head=FlyLineHead.model_validate({"out_mm": out}))
