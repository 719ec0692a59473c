"""An answer of the log as CSV."""

from __future__ import annotations

import csv
import io

from jarana.core.bank.asked.base import Answered
from jarana.formats.cells import quoted


def answer_csv(answer: Answered) -> str:
    """Return the rows: name, how many, of how many drifts, the share, and what lies in eight of ten."""
    out = io.StringIO()
    write = csv.writer(out)
    write.writerow(["name", answer.of, "drifts", "share", "low", "high"])
    for r in answer.rows:
        write.writerow([quoted(r.name), r.hits, r.drifts, *(f"{v:.4f}" for v in (r.share, r.low, r.high))])
    return out.getvalue()
