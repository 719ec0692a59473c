"""What an afternoon leaves of a leader: every tie, re-tie, cut-back and break, and what is still to be had."""

from __future__ import annotations

from collections.abc import Iterable, Mapping
from dataclasses import dataclass
from typing import ClassVar, Literal

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.errors import InputError
from jarana.core.model import Key
from jarana.core.rig.model import Rig, Span
from jarana.core.strength.chain import accident_share
from jarana.core.tackle.knot import Knot
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
there-no-such-span = there is no such span
there-only-mm = there are only { $left } mm of it
""",
)

FLOOR_MM = 450.0
"""A tippet shorter than this is renewed."""
FLOOR_BELOW_DROPPER_MM = 350.0
"""The same below a dropper: shorter and the two tangle."""
MOST_EVENTS = 500
WearKind = Literal["retied", "cut back", "broke", "renewed", "wind knot", "cut out"]


class Wear(Document):
    """One thing that happened to a span; `mm` was lost from its lower end."""

    TYPE: ClassVar[str] = "wear"
    VERSION: ClassVar[int] = 1

    kind: WearKind
    span: Key
    mm: float = Field(default=0, ge=0, le=15000)


@dataclass(frozen=True)
class Worn:
    """A span as it is now: what is left mm, its tip mm, whether a stray knot halves it, fly changes it still bears."""

    span: Span
    left_mm: float
    tip_mm: float
    knotted: bool
    changes: int | None

    @property
    def strength(self) -> float:
        """Wet and unknotted but for a stray knot, N."""
        return self.span.wet_strength(self.tip_mm) * (accident_share(self.span) if self.knotted else 1.0)


def change_mm(knot: Knot, diameter_mm: float) -> float:
    """Return the line a fly change costs, mm: what the knot eats, its stub, and what is held and trimmed."""
    return knot.eats(diameter_mm / 1000) * 1000 + knot.hold_mm


def changes_left(length_mm: float, each_mm: float, floor_mm: float = FLOOR_MM) -> int:
    """Return how many fly changes a span bears before it is shorter than the floor.

    Examples
    --------
    >>> changes_left(1000, 100), changes_left(400, 100)
    (5, 0)
    """
    return max(int((length_mm - floor_mm) / each_mm + 1e-9), 0)


def floor_of(rig: Rig) -> float:
    """Return the length under which a rig's last span is renewed, mm."""
    top = rig.joints[-1].id
    carries = len(rig.spans) > 1 and any(a.at.kind == "joint" and a.at.joint == top for a in rig.attachments)
    return FLOOR_BELOW_DROPPER_MM if carries else FLOOR_MM


def worn(rig: Rig, events: Iterable[Wear], floor_mm: float | None = None) -> tuple[Worn, ...]:
    """Return every span of a rig after what happened to it, oldest first.

    A tapered span loses its thin end, so its tip grows thicker. Renewing a span makes it whole.

    Raises
    ------
    InputError
        When a span is not there, or more is cut off than there is.
    """
    left: dict[str, float] = {s.id: s.length_mm for s in rig.spans}
    knotted: dict[str, bool] = dict.fromkeys(left, False)
    for i, event in enumerate(events):
        if event.span not in left:
            raise InputError.one(f"events[{i}].span", event.span, say("there-no-such-span"))
        if event.kind == "wind knot":
            knotted[event.span] = True
        elif event.kind == "renewed":
            left[event.span], knotted[event.span] = rig.spans[rig.span_index(event.span)].length_mm, False
        else:
            lost = event.mm or (_each(rig, event.span) if event.kind == "retied" else 0.0)
            if lost > left[event.span]:
                raise InputError.one(
                    f"events[{i}].mm", f"{event.mm:g}", say("there-only-mm", left=f"{left[event.span]:.0f}")
                )
            left[event.span] -= lost
            if event.kind in ("cut out", "broke"):
                knotted[event.span] = False
    floor = floor_of(rig) if floor_mm is None else floor_mm
    return tuple(_worn(rig, span, left, knotted, floor) for span in rig.spans)


def _worn(rig: Rig, span: Span, left: Mapping[str, float], knotted: Mapping[str, bool], floor_mm: float) -> Worn:
    now = left[span.id]
    tip = span.d0_mm + (span.d1_mm - span.d0_mm) * now / span.length_mm
    last = span.id == rig.spans[-1].id
    return Worn(
        span=span,
        left_mm=round(now, 1),
        tip_mm=round(tip, 4),
        knotted=knotted[span.id],
        changes=changes_left(now, _each(rig, span.id), floor_mm) if last else None,
    )


def _each(rig: Rig, span_id: str) -> float:
    span = rig.spans[rig.span_index(span_id)]
    return change_mm(rig.point.knot, span.d1_mm)
