"""The dressing plan: what to stretch, grease, degrease, and how to treat each fly."""

from __future__ import annotations

from jarana.core.rig.model import Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
stretch-draw-leader-slowly = Stretch it: draw the leader slowly straight between your hands
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
    for kind, verb in (("greased", say("grease-lightly")), ("degreased", say("degrease-wipe-clean"))):
        names = [s.name.lower() for s in rig.spans if s.dressing == kind]
        if names:
            plan.append(f"{verb}: {_listed(names)}.")
    plan += [f"{a.body.label}: {a.fly.dressing.floatant}" for a in rig.attachments if a.fly and a.fly.dressing.floatant]
    if any(s.dressing != "none" for s in rig.spans):
        plan.append(say("no-grease-your-fingers"))
    return tuple(plan)


def _listed(names: list[str]) -> str:
    return names[0] if len(names) == 1 else say("and", names=", ".join(names[:-1]), names_2=names[-1])
