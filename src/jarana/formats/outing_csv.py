"""An outing as CSV: a line for everything that happened."""

from __future__ import annotations

import csv
import io

from jarana.core.bank.outing import OutingView
from jarana.formats.cells import quoted

COLUMNS = ("at", "kind", "rig", "changed", "lane", "step", "drifts", "what", "second_s")


def outing_csv(outing: OutingView) -> str:
    """Return the table of an outing, times in ISO 8601, oldest first."""
    out = io.StringIO()
    write = csv.writer(out)
    write.writerow(COLUMNS)
    names = [rig.name for rig in outing.rigs]
    for row in outing.rows:
        rig = names[row.rig] if row.rig is not None and row.rig < len(names) else ""
        cells = (
            row.at.isoformat(), row.kind, rig, row.option or "", row.lane, row.step if row.step is not None else "",
            row.drifts or "", row.what, f"{row.second:.1f}" if row.second is not None else "",
        )  # fmt: skip
        write.writerow([quoted(str(cell)) for cell in cells])
    return out.getvalue()
