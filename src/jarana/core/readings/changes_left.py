"""How many fly changes the tippet has in it."""

from __future__ import annotations

from jarana.core.leader.wear import change_mm, changes_left, floor_of
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
fly-hangs-own-line = The fly hangs on its own line
changing-costs-tag-not = Changing it costs its tag, not the line to the point.
no-fly-change-left = No fly change left
fly-changes-left = Fly changes left
point-change-costs-under = { $length_mm } to the point; a change costs { $each }; under { $floor } it is renewed.
change-costs-what-knot = A change costs what its knot eats, its stub, and what is held while tying and trimmed.
""",
)


def read(situation: Situation) -> Reading:
    """Count the changes the point fly's span bears above the floor."""
    rig, writer = situation.rig, situation.writer
    span = rig.spans[-1]
    if rig.point.fly is None:
        return make(
            "changes_left", "fine", say("fly-hangs-own-line"), say("changing-costs-tag-not"),
            Figure("–", ""),
        )  # fmt: skip
    lowest = floor_of(rig)
    each = change_mm(rig.point.knot, span.d1_mm)
    left = changes_left(span.length_mm, each, lowest)
    severity: Severity = "look" if left == 0 else "fine"
    floor = writer.text("short", lowest / 1000)
    return make(
        "changes_left",
        severity,
        say("no-fly-change-left") if severity == "look" else say("fly-changes-left"),
        say(
            "point-change-costs-under",
            length_mm=writer.text("length", span.length_mm / 1000),
            each=writer.text("short", each / 1000),
            floor=floor,
        ),
        Figure(str(left), ""),
        value=float(left),
        parts=(span.id,),
        why=(say("change-costs-what-knot"),),
    )


def candidates(situation: Situation) -> list[ChangeLength]:
    """Return a longer tippet."""
    return [ChangeLength(span=situation.rig.spans[-1].id, by_mm=200)]


def score(situation: Situation) -> float:
    """Return how few are left."""
    return -(read(situation).value or 0.0)


READING = ReadingKind("changes_left", read, candidates, score)
