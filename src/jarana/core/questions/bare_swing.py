"""A beaded fly on the swing, or a bare one?"""

from __future__ import annotations

from jarana.core.questions.base import Question, Side, depths, in_flow
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
beaded-hangs-deeper = beaded: it hangs deeper below the rod
bare-swims-livelier = bare: it swims near the surface, where they take on the move
beaded-or-bare = A beaded fly on the swing, or a bare one?
""",
)


def sides(situation: Situation) -> tuple[Side, ...]:
    """Return the heaviest and the barest of the box in place of the fly with the bead, else of the point."""
    rig = situation.rig
    if not in_flow(situation) or not situation.motion.swings or not situation.head.on_line:
        return ()
    beaded = [a for a in rig.attachments if a.fly and a.fly.bead]
    at = (beaded or [rig.point])[0]
    if at.fly is None:
        return ()
    like = [p for p in situation.drawer.patterns if p.dressing.key == at.fly.dressing.key]
    weights = [w for p in like for w in p.weights if w.count > 0]
    heavy = max((w for w in weights if w.bead), key=lambda w: w.bead.mass if w.bead else 0.0, default=None)
    bare = next((w for w in weights if w.bead is None), None)
    if heavy is None or bare is None:
        return ()
    return (
        Side(say("beaded-hangs-deeper"), (SwapFly(at=at.id, weight=heavy.id),)),
        Side(say("bare-swims-livelier"), (SwapFly(at=at.id, weight=bare.id),)),
    )


QUESTION = Question(23, "bare-swing", say("beaded-or-bare"), sides, ("zone", "swing"), depths)
