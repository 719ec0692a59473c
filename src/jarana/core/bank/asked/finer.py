"""Does a finer point bring more takes, and cost flies?"""

from __future__ import annotations

from jarana.core.bank.asked.base import AnswerRow, Logged, Question, counted, stands_out
from jarana.core.bank.taps import every_tap
from jarana.core.rig.geometry import tippet_of
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
asks = Does the finer point bring more takes?
most = { $name } brought most: { $hits } takes on { $drifts } drifts.
open = It cannot be told yet: one water, several points, more drifts.
none = No drift of yours tells of a point.
lost = { $text } Lost: { $rows }.
on = { $lost } { $lost ->
    [one] fly
   *[other] flies
 } on { $name } in { $drifts } drifts
""",
)


def _answer(log: Logged) -> tuple[list[AnswerRow], str]:
    pairs, lost = [], []
    loses = {key for key, tap in every_tap().items() if tap.loses}
    for outing in log.outings:
        per_rig = [0] * len(outing.rigs)
        for told in outing.rows:
            if told.kind == "drift" and told.what in loses and told.rig is not None and told.rig < len(per_rig):
                per_rig[told.rig] += 1
        for fished in outing.fished:
            along = outing.rigs[fished.rig] if fished.rig < len(outing.rigs) else None
            rig = log.rigs.get(along.revision or "") if along else None
            if rig is None:
                continue
            name = log.writer.text("diameter", tippet_of(rig)[0].d1_mm / 1000)
            pairs.append((outing.water_name, name, fished.takes, fished.drifts))
            lost.append((name, min(per_rig[fished.rig], fished.drifts), fished.drifts))
            per_rig[fished.rig] = 0
    rows, best = stands_out(pairs)
    if not rows:
        return [], say("none")
    text = say("most", name=best.name, hits=best.hits, drifts=best.drifts) if best else say("open")
    gone = ", ".join(say("on", lost=r.hits, name=r.name, drifts=r.drifts) for r in counted(lost) if r.hits)
    return rows, say("lost", text=text, rows=gone) if gone else text


QUESTION = Question("finer", say("asks"), "took", _answer)
