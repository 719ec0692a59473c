"""At what depth of the water did they take?"""

from __future__ import annotations

from jarana.core.bank.asked.base import AnswerRow, Logged, Question, stands_out
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
asks = How deep was the water when they took?
to = { $low } to { $high }
most = { $name } brought most: { $hits } takes on { $drifts } drifts.
open = No depth stands out yet.
none = No outing of yours tells.
""",
)
STEPS_M = (0.0, 0.5, 0.8, 1.2, 2.0, 3.0, 5.0, 40.0)


def _answer(log: Logged) -> tuple[list[AnswerRow], str]:
    pairs = []
    for outing in sorted(log.outings, key=lambda o: o.depth_m):
        k = next(i for i in range(1, len(STEPS_M)) if outing.depth_m <= STEPS_M[i] or i == len(STEPS_M) - 1)
        low, high = (log.writer.text("depth", STEPS_M[i]) for i in (k - 1, k))
        pairs.append(
            (outing.water_name, say("to", low=low, high=high), sum(f.takes for f in outing.fished), outing.drifts)
        )
    rows, best = stands_out(pairs)
    if not rows:
        return [], say("none")
    return rows, say("most", name=best.name, hits=best.hits, drifts=best.drifts) if best else say("open")


QUESTION = Question("level", say("asks"), "took", _answer)
