"""Which weight found the bottom?"""

from __future__ import annotations

from jarana.core.bank.asked.base import AnswerRow, Logged, Question, stands_out
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
asks = Which weight found the bottom?
no-bead = no bead
most = { $name } touched most surely: on { $hits } of { $drifts } drifts.
open = It cannot be told yet which touches most.
none = No drift of yours tells of a weight.
""",
)


def _answer(log: Logged) -> tuple[list[AnswerRow], str]:
    pairs = []
    for outing in log.outings:
        for fished in outing.fished:
            along = outing.rigs[fished.rig] if fished.rig < len(outing.rigs) else None
            rig = log.rigs.get(along.revision or "") if along else None
            # What was changed at the water had another weight: only drifts as the rig was taken along count.
            if rig is None or fished.option or rig.head.taps != "touch" or rig.point.fly is None:
                continue
            bead = rig.point.fly.bead
            name = log.writer.text("bead", bead.diameter_mm / 1000) if bead else say("no-bead")
            pairs.append((outing.water_name, name, fished.touched, fished.drifts))
    rows, best = stands_out(pairs)
    if not rows:
        return [], say("none")
    return rows, say("most", name=best.name, hits=best.hits, drifts=best.drifts) if best else say("open")


QUESTION = Question("weight", say("asks"), "touched", _answer)
