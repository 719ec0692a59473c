"""Edits of how a rig is held and laid: tip, way of the cast, slack, mend."""

from __future__ import annotations

import math
from typing import Literal

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.model import Typed
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.rig.stance import (
    FASTEST_BOAT_M_S,
    HIGHEST_M,
    LATEST_MEND_S,
    MOST_MEND_M,
    MOST_SLACK_M,
    WIDEST_DEG,
    Lay,
    Stance,
)
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
boat-so-fast = a boat is fished from up to { $most }
between = a figure from { $least } to { $most } { $unit } is wanted
""",
)

TIP_STEP_M, ANGLE_STEP_DEG, SLACK_STEP_M, MEND_STEP_M = 0.2, 5.0, 0.25, 0.5
"""By how much a press changes them."""


class SetStance(RigEdit):
    """Hold the rod, cast, lay slack or mend another way; what is not given stays as it is, `usual` goes back to what is usual."""

    op: Literal["set_stance"] = "set_stance"
    tip: Typed | None = None
    angle: Typed | None = None
    angle_deg: float | None = Field(default=None, ge=-WIDEST_DEG, le=WIDEST_DEG)
    slack: Typed | None = None
    lay: Lay | None = None
    mend: Typed | None = None
    after: Typed | None = None
    follows: bool | None = None
    boat: Typed | None = None
    usual: bool = False

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its new stance."""
        changes: dict[str, object] = {
            key: value for key in ("angle_deg", "lay", "follows") if (value := getattr(self, key)) is not None
        }
        for key in ("tip", "slack", "mend"):
            typed = getattr(self, key)
            if typed is not None:
                changes[f"{key}_m"] = round(_signed(writer, typed, key), 4)
        if self.angle is not None:
            changes["angle_deg"] = _plain(self.angle, "angle", "°", -WIDEST_DEG, WIDEST_DEG)
        if self.boat is not None:
            changes["boat_m_s"] = _boat(writer, self.boat)
        if self.after is not None:
            changes["mend_s"] = _plain(self.after, "after", "s", 0.0, LATEST_MEND_S)
        stance = Stance() if self.usual else rig.stance
        if self.lay is None and "slack_m" in changes:
            changes["lay"] = _lay(stance, float(str(changes["slack_m"])))
        return rig.rebuilt(stance=Stance.model_validate(stance.model_dump() | changes))


def _boat(writer: Writer, typed: str) -> float:
    """Return how fast a boat drifts; a fault on its field where it would be faster than one fishes from."""
    speed = round(writer.read("speed", typed, "boat"), 4)
    if not 0.0 <= speed <= FASTEST_BOAT_M_S:
        most = writer.text("speed", FASTEST_BOAT_M_S)
        raise InputError.one("boat", typed, say("boat-so-fast", most=most))
    return speed


def _plain(typed: str, key: str, unit: str, least: float, most: float) -> float:
    """Return a bare figure, with its unit or without; a fault on its field where it is none or out of its range."""
    text = typed.strip().removesuffix(unit).strip().replace("−", "-").replace(",", ".")
    try:
        value = float(text)
    except ValueError:
        value = math.nan
    if not least <= value <= most:
        raise InputError.one(key, typed, say("between", least=f"{least:g}", most=f"{most:g}", unit=unit))
    return value


def _signed(writer: Writer, typed: str, key: str) -> float:
    """Return a length that may be below nothing: a mend downstream."""
    text = typed.strip().replace("−", "-")
    below = key == "mend" and text.startswith("-")
    return (-1.0 if below else 1.0) * writer.read("travel", text.removeprefix("-") if below else text, key)


class StepStance(RigEdit):
    """One step more or less of tip height, of the cast's angle downstream, of slack, or of a mend upstream."""

    op: Literal["step_stance"] = "step_stance"
    what: Literal["tip", "angle", "slack", "mend"]
    more: bool = True
    now: float | None = Field(default=None, ge=-WIDEST_DEG, le=WIDEST_DEG)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with its next stance; it stops at the ends. `now` is what is usual where nothing was said."""
        way = 1.0 if self.more else -1.0
        stance = rig.stance
        if self.what == "tip":
            return _with(rig, tip_m=_within(rig.tip_m + way * TIP_STEP_M, 0.0, HIGHEST_M))
        if self.what == "angle":
            angle = stance.angle_deg if stance.angle_deg is not None else self.now or 0.0
            return _with(rig, angle_deg=_within(angle + way * ANGLE_STEP_DEG, -WIDEST_DEG, WIDEST_DEG))
        if self.what == "slack":
            slack = _within(stance.slack_m + way * SLACK_STEP_M, 0.0, MOST_SLACK_M)
            return _with(rig, slack_m=slack, lay=_lay(stance, slack))
        return _with(rig, mend_m=_within(stance.mend_m + way * MEND_STEP_M, -MOST_MEND_M, MOST_MEND_M))


def _lay(stance: Stance, slack: float) -> Lay:
    """Return how line lies that has so much slack: in curves, where it lay straight."""
    return "serpentine" if slack and stance.lay == "straight" else stance.lay


def _within(value: float, least: float, most: float) -> float:
    return round(min(max(value, least), most), 4)


def _with(rig: Rig, **changes: object) -> Rig:
    return rig.rebuilt(stance=Stance.model_validate(rig.stance.model_dump() | changes))
