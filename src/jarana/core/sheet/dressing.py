"""The dressing plan: what to stretch, grease, degrease, and how to treat each fly."""

from __future__ import annotations

from jarana.core.rig.geometry import span_starts
from jarana.core.rig.model import Rig, Span
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
stretch-draw-leader-slowly = Stretch it: draw the leader slowly straight between your hands
grease-above = Grease lightly: all of the leader above the { $noun }, and the first half metre of fly line.
gently-below-middle = , gently below the middle.
grease-lightly = Grease lightly
degrease-wipe-clean = Degrease, and wipe clean
no-grease-your-fingers = No grease on your fingers when you touch what must sink.
and = { $names } and { $names_2 }
""",
)


def dressing_plan(rig: Rig) -> tuple[str, ...]:
    """Return what to do to line and flies before fishing, a sentence each; a span is told once, by its own dressing."""
    thin = min(min(s.d0_mm, s.d1_mm) for s in rig.spans)
    plan = [say("stretch-draw-leader-slowly") + (say("gently-below-middle") if thin < 0.2 else ".")]
    floats_to, ends = rig.head.greased_above(rig), span_starts(rig)[1:]
    if floats_to is not None:
        plan.append(say("grease-above", noun=role_name(rig.head.noun)))
    for kind, verb in (("greased", say("grease-lightly")), ("degreased", say("degrease-wipe-clean"))):
        from_m = floats_to if kind == "greased" and floats_to is not None else 0.0
        dressed = {s.id for s, end in zip(rig.spans, ends, strict=True) if s.dressing == kind and end > from_m + 1e-6}
        names = [
            s.name.lower()
            for line in _leaders(rig)
            for s in (line[:1] if all(s.id in dressed for s in line) else line)
            if s.id in dressed
        ]
        if names:
            plan.append(f"{verb}: {_listed(names)}.")
    plan += [f"{a.body.label}: {a.fly.dressing.floatant}" for a in rig.attachments if a.fly and a.fly.dressing.floatant]
    if floats_to is not None or any(s.dressing != "none" for s in rig.spans):
        plan.append(say("no-grease-your-fingers"))
    return tuple(plan)


def _leaders(rig: Rig) -> list[list[Span]]:
    """Return the spans, those of one ready-made leader together: it is told by its name, not by its parts."""
    lines: list[list[Span]] = []
    for span, joint in zip(rig.spans, rig.joints, strict=True):
        if lines and span.ready is not None and span.ready == lines[-1][0].ready and "unbroken" in joint.knot.uses:
            lines[-1].append(span)
        else:
            lines.append([span])
    return lines


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else say("and", names=", ".join(names[:-1]), names_2=names[-1])
