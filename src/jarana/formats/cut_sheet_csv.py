"""The cut sheet as CSV: UTF-8, a header row with units, one row per piece."""

from __future__ import annotations

import csv
import io

from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.units import Writer
from jarana.formats.cells import quoted

HEADER = ("piece", "line", "spool", "finished_mm", "knots_eat_mm", "held_mm", "dropper_tag_mm", "cut_mm", "knot_above")


def cut_sheet_csv(rig: Rig) -> str:
    """Return the pieces of a rig, lengths in millimetres."""
    out = io.StringIO()
    rows = csv.writer(out)
    rows.writerow(HEADER)
    knots = {span.id: (joint.loop or joint.knot).name for span, joint in zip(rig.spans, rig.joints, strict=True)}
    for cut in cuts_of(rig, Writer(), Measures()):
        words = (quoted(cut.name), quoted(cut.line), quoted(cut.spool))
        figures = (cut.finished_mm, cut.eaten_mm, cut.held_mm, cut.tag_mm, cut.cut_mm)
        rows.writerow((*words, *(f"{v:g}" for v in figures), quoted(knots.get(cut.part, ""))))
    return out.getvalue()
