"""When did they take, by water and month?"""

from __future__ import annotations

from jarana.core.bank.asked.base import AnswerRow, Logged, Question, stands_out
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
asks = When in the year did they take?
most = { $name } brought most: { $hits } takes on { $drifts } drifts.
open = No water and month stands out yet.
none = No outing of yours tells.
""",
)


def _answer(log: Logged) -> tuple[list[AnswerRow], str]:
    pairs = []
    for outing in sorted(log.outings, key=lambda o: o.begun_at.month):
        pairs.append(
            (outing.water_name, log.month(outing.begun_at), sum(f.takes for f in outing.fished), outing.drifts)
        )
    rows, best = stands_out(pairs)
    if not rows:
        return [], say("none")
    return rows, say("most", name=best.name, hits=best.hits, drifts=best.drifts) if best else say("open")


QUESTION = Question("month", say("asks"), "took", _answer)
