"""How many fly changes the tippet has in it."""

from __future__ import annotations

from jarana.core.leader.wear import FLOOR_MM, change_mm, changes_left
from jarana.core.readings.base import Context, Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.units import Figure

FEW = 3


def read(context: Context) -> Reading:
    """Count the changes the point fly's span bears above the floor."""
    rig, writer = context.rig, context.writer
    span = rig.spans[-1]
    each = change_mm(rig.point.knot, span.d1_mm)
    left = changes_left(span.length_mm, each)
    severity: Severity = "look" if left < FEW else "fine"
    floor = writer.text("short", FLOOR_MM / 1000)
    return make(
        "changes_left",
        severity,
        "Few fly changes left" if severity == "look" else "Fly changes left",
        f"{writer.text('length', span.length_mm / 1000)} to the point; a change costs {writer.text('short', each / 1000)}; "
        f"under {floor} it is renewed.",
        Figure(str(left), ""),
        value=float(left),
        parts=(span.id,),
        why=("A change costs what its knot eats, its stub, and what is held while tying and trimmed.",),
    )


def candidates(context: Context) -> list[ChangeLength]:
    """Return a longer tippet."""
    return [ChangeLength(span=context.rig.spans[-1].id, by_mm=200)]


def score(context: Context) -> float:
    """Return how few are left."""
    return -(read(context).value or 0.0)


READING = ReadingKind("changes_left", read, candidates, score)
