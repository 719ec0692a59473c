"""Places along the line: where spans begin, where things hang, what lies below a place. The one home of such sums."""

from __future__ import annotations

from functools import lru_cache
from itertools import accumulate, pairwise

from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.tackle.fly import Fly


def span_starts(rig: Rig) -> tuple[float, ...]:
    """Return how far from the fly line every span begins, and at last the whole length, m."""
    return _starts(tuple([span.length_mm for span in rig.spans]))


@lru_cache(maxsize=1024)
def _starts(lengths_mm: tuple[float, ...]) -> tuple[float, ...]:
    """Places along the line are asked for many times of every rig a search looks at."""
    return tuple(accumulate((mm / 1000 for mm in lengths_mm), initial=0.0))


def joint_place(rig: Rig, joint_id: str) -> float:
    """Return how far from the fly line a joint is, m."""
    return span_starts(rig)[rig.joint_index(joint_id)]


def place(rig: Rig, attachment: Attachment) -> float:
    """Return where along the line a thing hangs or sits, m from the fly line; so far behind the fly it trails."""
    at = attachment.at
    if at.kind == "joint":
        return joint_place(rig, at.joint)
    if at.kind == "span":
        return span_starts(rig)[rig.span_index(at.span)] + at.mm / 1000
    if at.kind == "bend":
        return place(rig, rig.attachment(at.attachment)) + (
            attachment.link.length_mm / 1000 if attachment.link else 0.0
        )
    return rig.length


def lies_below(rig: Rig, attachment: Attachment, s: float) -> bool:
    """Say whether a thing is lost with the line below a place, m from the fly line: what hangs from a joint there is not."""
    attachment = rig.root(attachment)
    where = place(rig, attachment)
    return where > s + 1e-9 if attachment.at.kind == "joint" else where >= s - 1e-9


def below_place(rig: Rig, s: float) -> tuple[str, ...]:
    """Return what is lost when the line parts at a place, m from the fly line: flies, shot and beads by id."""
    return tuple(a.id for a in rig.attachments if lies_below(rig, a, s))


def hooks_of(rig: Rig, ids: tuple[str, ...]) -> int:
    """Return how many of these carry a hook: flies, not shot or beads."""
    return sum(1 for a in rig.attachments if a.fly is not None and a.id in ids)


def tippet_of(rig: Rig) -> tuple[Span, Fly | None]:
    """Return the tippet and its fly: the span the lowest fly of the line hangs on. A last shot hangs on line of its own, which is none."""
    flies = [a for a in rig.attachments if a.fly and a.at.kind in ("point", "joint")]
    lowest = max(flies, key=lambda a: place(rig, a), default=None)
    if lowest is None or lowest.at.kind != "joint":
        return rig.spans[-1], lowest.fly if lowest else None
    return rig.spans[rig.joint_index(lowest.at.joint) - 1], lowest.fly


def fly_gaps(rig: Rig) -> tuple[tuple[float, Attachment, Attachment], ...]:
    """Return the distances of neighbouring flies, m, with the upper and the lower of them: along the line, and down a tail."""
    flies = [a for a in rig.attachments if a.fly]
    on_line = sorted((a for a in flies if a.at.kind != "bend"), key=lambda a: place(rig, a))
    gaps = [(place(rig, b) - place(rig, a), a, b) for a, b in pairwise(on_line)]
    for tail in flies:
        if tail.at.kind == "bend" and tail.link is not None:
            gaps.append((tail.link.length_mm / 1000, rig.attachment(tail.at.attachment), tail))
    return tuple(gaps)
