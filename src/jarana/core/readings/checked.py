"""What one measured oneself, beside what is computed."""

from __future__ import annotations

from jarana.core.drift.check import computed
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.check import Check
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
as-measured = It is as you measured
not-as-measured = Not as you measured
pool-wall = pool wall
this-water = in the water
each = { $where }: { $role } { $seen } after { $seconds } s, computed { $computed }
not-computed = { $where }: { $role } { $seen } after { $seconds } s; the drift is over by then, or it hangs no more
parts = from a bridge: the { $role } parted from its leaf after { $seconds } s, computed { $computed } s
never-parts = from a bridge: the { $role } parted from its leaf after { $seconds } s; nothing floats here to part from one
within = Within { $close } or a tenth of the depth both say the same.
jar-next = Where they differ, time the fly alone in a jar: its drag is the least known.
gone = a fly that is off
""",
)

COUNTED_S, COUNTED_SHARE = 0.7, 0.2
"""s, and share of the time, that a count from a bridge is good for."""
CLOSE_M, CLOSE_SHARE = 0.05, 0.1
"""m, and share of the depth, within which a measurement agrees: what can be read off a marked line."""


def agrees(seen: float, found: float) -> bool:
    """Say whether a depth seen and one computed, m, are the same as far as either is known."""
    return abs(seen - found) <= max(CLOSE_M, CLOSE_SHARE * seen) + 1e-9


def parts_then(seen: float, found: float) -> bool:
    """Say whether what floats parted from its leaf when it was computed to, s: as far as one counts."""
    return abs(seen - found) <= max(COUNTED_S, COUNTED_SHARE * seen) + 1e-9


def read(situation: Situation) -> Reading:
    """Tell every measurement with its computed depth; the figure is the largest difference."""
    writer = situation.writer
    rows = [(check, computed(situation, check)) for check in situation.rig.checks]
    known = [(check, found) for check, found in rows if found is not None and check.where != "leaf"]
    parted = [(check, found) for check, found in rows if found is not None and check.where == "leaf"]
    off = [found - check.depth_m for check, found in known]
    right = all(agrees(check.depth_m, found) for check, found in known) and all(
        parts_then(check.after_s, found) for check, found in parted
    )
    severity: Severity = "fine" if right else "look"
    told = [_told(situation, check, found) for check, found in rows]
    worst = max(off, key=abs, default=0.0)
    return make(
        "checked",
        severity,
        say("as-measured") if right else say("not-as-measured"),
        ". ".join(line[:1].upper() + line[1:] for line in told) + ".",
        writer.figure("short", abs(worst)),
        value=abs(worst),
        parts=tuple({check.fly for check, _ in known}),
        why=(say("within", close=writer.text("short", CLOSE_M)), *(() if right else (say("jar-next"),))),
    )


def _told(situation: Situation, check: Check, found: float | None) -> str:
    rig, writer = situation.rig, situation.writer
    role = next((role_name(rig.role(a)) for a in rig.attachments if a.id == check.fly), say("gone"))
    where = say("pool-wall") if check.where == "pool" else say("this-water")
    seen, seconds = writer.text("depth", check.depth_m), writer.marked(f"{check.after_s:g}")
    if check.where == "leaf":
        if found is None:
            return say("never-parts", role=role, seconds=seconds)
        return say("parts", role=role, seconds=seconds, computed=writer.number(found, 1))
    if found is None:
        return say("not-computed", where=where, role=role, seen=seen, seconds=seconds)
    return say("each", where=where, role=role, seen=seen, seconds=seconds, computed=writer.text("depth", found))


READING = ReadingKind("checked", read, of="checked")
