"""Longer or shorter tippet, and the spacing of a team."""

from __future__ import annotations

import math
from collections.abc import Iterator

from jarana.core.heads.float import FloatHead
from jarana.core.heads.held import MARKED, top_span
from jarana.core.methods import method_of
from jarana.core.readings.casting_length import AWKWARD, USUAL
from jarana.core.rig.edits.spans import SHORTEST_MM, SetLength
from jarana.core.rig.edits.whole import SetFloat
from jarana.core.rig.model import Rig
from jarana.core.search.moves.base import Coordinate, Move, hanging_spans
from jarana.core.situation import Situation

OF_DEPTH = (0.6, 0.9, 1.15, 1.4, 1.7, 2.0)
"""Lengths of a held rig below its sighter tried, as shares of the depth."""
SPACINGS_M = (0.4, 0.6, 0.9, 1.2, 1.6, 2.0)
"""Spacings of a team tried."""
SHARES = (0.5, 0.7, 1.4, 2.0)
"""Of a leader on a fly line in a river: its lowest tippet so many times as long."""
STEP_MM = 300.0
"""mm of a step of a held leader that are left where it is cut back."""
FARTHER = 1.25
"""Flies of a swung team are tied at most so many times as far apart as in practice."""


def values(situation: Situation) -> Iterator[Move]:
    """Yield other lengths of what hangs in the water."""
    rig, water = situation.rig, situation.fished
    spans = hanging_spans(rig)
    flies = sum(1 for a in rig.attachments if a.fly)
    if situation.head.on_line and water.nature.flows:
        last = rig.spans[-1]
        usual = method_of(rig).apart_m
        most = FARTHER * usual[1] * 1000 if usual is not None and flies > 1 else math.inf
        for share in SHARES:
            mm = max(last.length_mm * share, SHORTEST_MM)
            if mm <= most or share < 1:
                yield (SetLength(span=last.id, value=f"{mm:.0f} mm"),)
        return
    if not water.nature.flows and flies > 1 and len(spans) >= flies:
        team = [rig.spans[i] for i in spans[-flies:]]
        for apart in SPACINGS_M:
            edits: list = [SetLength(span=s.id, value=f"{apart} m") for s in team]  # type: ignore[type-arg]
            if isinstance(rig.head, FloatHead):
                edits.append(SetFloat(above=f"{apart * len(team)} m"))
            yield tuple(edits)
        return
    if situation.head.floats:
        return
    # A held rig: its longest tippet takes up the difference.
    total = sum(rig.spans[i].length for i in spans)
    longest = max((rig.spans[i] for i in spans), key=lambda s: s.length)
    for share in OF_DEPTH:
        length = longest.length + share * water.depth_m - total
        if length * 1000 >= SHORTEST_MM and abs(share * water.depth_m - total) > 0.05:
            below = SetLength(span=longest.id, value=f"{length:.2f} m")
            yield (below, *_cut_back(rig, length - longest.length))


def _cut_back(rig: Rig, more: float) -> Iterator[SetLength]:
    """Yield the cuts above the sighter, the butt first, that bring a leader too long for the rod back to what is usual.

    `more` is what it gains below, m.
    """
    rod = rig.rod.length_mm
    whole = rig.length * 1000 + more * 1000
    over = whole - USUAL * rod if whole > AWKWARD * rod else 0.0
    for span in rig.spans[: top_span(rig)]:
        cut = min(over, span.length_mm - STEP_MM)
        if cut > 0.0 and span.ready is None and span.material.look not in MARKED:
            over -= cut
            yield SetLength(span=span.id, value=f"{span.length_mm - cut:.0f} mm")


COORDINATE = Coordinate("length", 4, values, first=True)
