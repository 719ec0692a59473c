"""Where practitioners disagree: both sides as edits of this very rig, so that its own figures speak.

A question says when it can be asked of a rig and gives its sides; each side is a set of edits (or another rig altogether)
and the readings that show the difference. Nothing here decides.
"""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from jarana.core.drift.result import Drift
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import StepBead, SwapFly
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.edits.spans import SetDiameter, StepDiameter
from jarana.core.rig.edits.whole import SetFloat, SetMotion
from jarana.core.rig.model import Rig
from jarana.core.strength.tippet import FIGHT_SHARE, KNOTTED, fight_seconds
from jarana.core.units import Writer
from jarana.core.water.edits.base import WaterEdit
from jarana.core.water.edits.figures import SetFigure, SetZone
from jarana.core.water.reach import Reach

Figures = Callable[[Rig, Reach, Drift, Writer], tuple[str, ...]]


@dataclass(frozen=True)
class Side:
    """One school: what it says and how this rig is fished its way; `method` starts another rig of the same drawer."""

    name: str
    edits: tuple[RigEdit | WaterEdit, ...] = ()
    method: str | None = None


@dataclass(frozen=True)
class Question:
    """A question, its sides for a rig in a water (none where it cannot be asked), and what to compare.

    Attributes
    ----------
    readings
        Keys of the readings shown for each side.
    figures
        Other figures of a side's drift, in words.
    """

    key: str
    asks: str
    sides: Callable[[Rig, Reach], tuple[Side, ...]]
    readings: tuple[str, ...] = ()
    figures: Figures | None = None


def depths(rig: Rig, reach: Reach, drift: Drift, writer: Writer) -> tuple[str, ...]:
    """Return how deep every fly is in the end."""
    return (", ".join(f"{f.role} {writer.text('depth', f.settled_depth_m)}" for f in drift.flies),)


def on_the_stones(rig: Rig, reach: Reach, drift: Drift, writer: Writer) -> tuple[str, ...]:
    """Return how long the deepest fly is on the bed, and how it drags there."""
    fly = max(drift.flies, key=lambda f: f.bed_share)
    return (f"{fly.role} on the stones for {fly.bed_share:.0%} of the drift",)


def reaches(rig: Rig, reach: Reach, drift: Drift, writer: Writer) -> tuple[str, ...]:
    """Return when the fly that comes lowest is on the bed, or how far off it keeps."""
    down = [f for f in drift.flies if f.metres_to_bottom is not None]
    if down:
        first = min(down, key=lambda f: f.metres_to_bottom or 0.0)
        return (f"{first.role} down after {writer.text('travel', first.metres_to_bottom or 0.0)}",)
    fly = min(drift.flies, key=lambda f: f.least_height_m)
    return (f"{fly.role} keeps {writer.text('short', fly.least_height_m)} off the bed",)


def trailing(rig: Rig, reach: Reach, drift: Drift, writer: Writer) -> tuple[str, ...]:
    """Return where every fly rides against its float."""
    said = [
        f"{f.role} {writer.text('short', abs(f.rides_m))} {'upstream of' if f.rides_m < 0 else 'ahead of'} it"
        for f in drift.flies
    ]
    return (", ".join(said), "the water near the bed is slower than at the surface, so a free float is ahead")


def fight(rig: Rig, reach: Reach, drift: Drift, writer: Writer) -> tuple[str, ...]:
    """Return how long the fish hoped for is fought on the last tippet."""
    held = rig.spans[-1].wet_strength() * KNOTTED
    pull = min(FIGHT_SHARE * held, rig.rod.steady_pull_n)
    seconds = fight_seconds(reach.fish.mass_kg, pull)
    return (
        f"about {seconds:.0f} s for {writer.text('fish', reach.fish.mass_kg)}, holding {writer.text('force', held)} knotted",
    )


def _river(rig: Rig, reach: Reach) -> bool:
    return reach.pace_m_s > 0


def _pace(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if not _river(rig, reach) or rig.head.kind != "held":
        return ()
    return (
        Side("never pull: natural", (SetMotion(kind="natural", lead=1.0),)),
        Side("led a little faster, to feel everything", (SetMotion(kind="led", lead=1.15),)),
    )


def _touch(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    fly = rig.point.fly
    if not _river(rig, reach) or fly is None or fly.bead is None or rig.head.kind == "fly line":
        return ()
    step = StepBead(at=rig.point.id, heavier=True)
    return Side("now and then"), Side("all the time: two beads up", (step, step))


def _eats(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if not _river(rig, reach) or rig.head.kind == "fly line" or len(rig.attachments) < 2:
        return ()
    return (
        Side("on or just off the stones", (SetZone(low="0 cm", high="15 cm"),)),
        Side("15 to 30 cm up", (SetZone(low="15 cm", high="30 cm"),)),
    )


def _float_or_contact(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if not _river(rig, reach) or rig.head.kind != "float":
        return ()
    return Side("float: reaches beyond the rod"), Side("contact: shows takes at once", method="level-contact")


def _trails(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    return (Side("it trails; this rig's own figures"),) if _river(rig, reach) and rig.head.kind == "float" else ()


def _float_depth(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if not _river(rig, reach) or rig.head.kind != "float":
        return ()
    shares = ((0.6, "shallow: 0.6 × the depth"), (1.0, "at the depth"), (1.5, "deep: 1.5 × the depth"))
    most = rig.length * 0.98
    return tuple(
        Side(name, (SetFloat(above=f"{share * reach.depth_m:.2f} m"),))
        for share, name in shares
        if share * reach.depth_m < most
    )


def _moved(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if _river(rig, reach) or rig.head.kind != "float":
        return ()
    return Side("never moved", (SetMotion(kind="still"),)), Side("a hand every half minute", (SetMotion(kind="nudge"),))


def _shot(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    last = rig.spans[-1]
    if not _river(rig, reach) or any(a.body.kind == "shot" for a in rig.attachments) or last.length_mm < 300:
        return ()
    if rig.head.kind == "dry fly":
        return ()
    return Side("never: it drags and hinges"), Side("yes, to stay down", (PinchShot(span=last.id, above_mm=250),))


def _anchor(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if sum(a.fly is not None for a in rig.attachments) < 2 or rig.point.fly is None:
        return ()
    return (
        Side("finer: a snag takes one fly", (StepDiameter(span=rig.spans[-1].id, finer=True),)),
        Side("the same: big fish take the anchor"),
    )


def _leader(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if rig.method not in ("level-contact", "tapered-contact"):
        return ()
    return Side("level and thin", method="level-contact"), Side("tapered", method="tapered-contact")


def _finest(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if rig.point.fly is None:
        return ()
    last = rig.spans[-1].id
    return Side("0.15 for the fish's sake", (SetDiameter(span=last, value="0.15"),)), Side(
        "0.10 with a soft rod", (SetDiameter(span=last, value="0.10"),)
    )


def _distance(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    if not _river(rig, reach) or rig.head.kind == "fly line" or reach.lanes:
        return ()
    return Side("close, lightly", (SetFigure(field="off", value="4 m"),)), Side(
        "far off, quietly", (SetFigure(field="off", value="12 m"),)
    )


def _order(rig: Rig, reach: Reach) -> tuple[Side, ...]:
    flies = [a for a in rig.attachments if a.fly and a.fly.source and a.at.kind in ("joint", "point")]
    if len(flies) != 2 or rig.head.kind == "dry fly":
        return ()
    upper, point = flies
    assert upper.fly is not None
    assert point.fly is not None
    heavy_point = point.fly.mass >= upper.fly.mass
    swapped = (SwapFly(at=upper.id, weight=point.fly.source or ""), SwapFly(at=point.id, weight=upper.fly.source or ""))
    return (
        Side("the big fly on the point", () if heavy_point else swapped),
        Side("the big fly on the dropper", swapped if heavy_point else ()),
    )


QUESTIONS = (
    Question("pace", "Should the flies ever be pulled?", _pace, ("drag",), reaches),
    Question("touch", "How often should they touch the bed?", _touch, ("drag",), on_the_stones),
    Question("eats", "Where do river fish eat?", _eats, ("zone",)),
    Question("float-or-contact", "Float or contact?", _float_or_contact, ("take_to_sign", "visible", "drag")),
    Question("trails", "Does the nymph lead or trail its float?", _trails, (), trailing),
    Question("float-depth", "How deep is the float set?", _float_depth, ("float_load", "zone"), depths),
    Question("moved", "Is a float on a lake moved?", _moved, ("zone",), depths),
    Question("shot", "Shot on the leader?", _shot, ("drag", "turnover"), depths),
    Question("anchor", "Is the anchor's tippet finer?", _anchor, ("weakest", "snag")),
    Question("leader", "A level or a tapered contact leader?", _leader, ("sag", "turnover")),
    Question("finest", "How fine is too fine?", _finest, ("strong",), fight),
    Question("distance", "Close or far off?", _distance, ("visible",)),
    Question("order", "Where does the big fly go?", _order, ("zone",), depths),
)
"""In the order they are shown."""
