"""The float deeper or shallower: the first move under one, and no knot."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.heads.float import FloatHead
from jarana.core.rig.edits.whole import SetFloat
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation

OF_DEPTH = (0.7, 0.85, 1.0, 1.15, 1.3, 1.5, 1.75, 2.0)
"""Distances from float to point tried, as shares of the depth."""


def values(situation: Situation) -> Iterator[Move]:
    """Yield other places of the float."""
    if not isinstance(situation.rig.head, FloatHead):
        return
    water = situation.fished
    places = {round(share * water.depth_m, 2) for share in OF_DEPTH}
    if not water.nature.flows:
        low, high = water.zone.heights(water.depth_m)
        for height in (low, 0.5 * (low + high), high):
            places.add(round(max(water.depth_m - height, 0.2), 2))
    now = situation.rig.head.above(situation.rig)
    for place in sorted(places):
        if abs(place - now) > 0.03 and place <= situation.rig.length - 0.05:
            yield (SetFloat(above=f"{place} m"),)


COORDINATE = Coordinate("float-place", 3, values, at_once=True, first=True)
