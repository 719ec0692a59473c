"""Stretches of one line with nothing tied between: where one is dressed and the next is not."""

from __future__ import annotations

from jarana.core.heads.float import FloatHead
from jarana.core.rig.model import AtSpan, Rig, Span


def one_line(above: Span, below: Span) -> bool:
    """Say whether two spans can be one line with nothing tied between: of one leader, or of one spool and as thick where they meet."""
    if above.ready is not None or below.ready is not None:
        return above.ready == below.ready
    return (above.material.key, above.d1_mm, above.spool) == (below.material.key, below.d0_mm, below.spool)


def is_end(rig: Rig, index: int) -> bool:
    """Say whether a span is the lower stretch of one line, with nothing tied between it and the stretch above."""
    joint = rig.joints[index]
    if index == 0 or "unbroken" not in joint.knot.uses or rig.hung_at(joint.id):
        return False
    above, span = rig.spans[index - 1], rig.spans[index]
    return above.level == span.level and above.d1_mm == span.d0_mm and one_line(above, span)


def joined(rig: Rig, index: int) -> Rig:
    """Return the rig with a span and the one above it as one; what sits on them stays where it sits, the dressing is the upper one's."""
    above, below = rig.spans[index - 1], rig.spans[index]
    length = round(above.length_mm + below.length_mm, 1)
    knotted = above.wind_knot or below.wind_knot
    whole = above.model_copy(update={"length_mm": length, "d1_mm": below.d1_mm, "wind_knot": knotted})
    hung = tuple(
        a.model_copy(update={"at": AtSpan(span=above.id, mm=round(a.at.mm + above.length_mm, 1))})
        if a.at.kind == "span" and a.at.span == below.id
        else a
        for a in rig.attachments
    )
    head = rig.head
    if isinstance(head, FloatHead) and head.span == below.id:
        head = head.model_copy(update={"span": above.id, "mm": round(head.mm + above.length_mm, 1)})
    return rig.rebuilt(
        spans=(*rig.spans[: index - 1], whole, *rig.spans[index + 1 :]),
        joints=(*rig.joints[:index], *rig.joints[index + 1 :]),
        attachments=hung,
        head=head,
    )


def whole(rig: Rig) -> Rig:
    """Return the rig with every line that is dressed in part as one span: what is tied and cut, whatever is on it."""
    for index in reversed(range(len(rig.spans))):
        if is_end(rig, index):
            rig = joined(rig, index)
    return rig


def along(rig: Rig, index: int) -> range:
    """Return where the stretches of the line that a span is of stand; one where it is all of it."""
    first, last = index, index + 1
    while is_end(rig, first):
        first -= 1
    while last < len(rig.spans) and is_end(rig, last):
        last += 1
    return range(first, last)


def stretches(rig: Rig) -> dict[str, tuple[Span, ...]]:
    """Return the stretches of each line, top to bottom, by the id of its uppermost."""
    found: dict[str, tuple[Span, ...]] = {}
    first = ""
    for index, span in enumerate(rig.spans):
        if is_end(rig, index):
            found[first] = (*found[first], span)
        else:
            first = span.id
            found[first] = (span,)
    return found
