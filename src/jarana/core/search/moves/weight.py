"""Another owned fly in the place of one: those that fall alike stand for one another."""

from __future__ import annotations

import math
from collections.abc import Iterator
from functools import lru_cache

from jarana.core.engine.hydro.water_properties import LIFT_WATER_C, water_at
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.rig.model import Attachment
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import Drawer, FlyPattern
from jarana.core.tackle.dressing import dressings
from jarana.core.tackle.fly import Fly

ALIKE = 0.06
"""Flies whose weight in water and drag are within this share fall alike."""
MOST, MOST_ABOVE = 9, 5
"""Kinds tried at the point, and in each place above it."""


def values(situation: Situation) -> Iterator[Move]:
    """Yield another fly for every fly, the point first."""
    rig = situation.rig
    for attachment in sorted((a for a in rig.attachments if a.fly), key=lambda a: a.at.kind != "point"):
        most = MOST if attachment.at.kind == "point" else MOST_ABOVE
        for weight, _ in kinds_for(situation.drawer, attachment, most):
            if attachment.fly and weight != attachment.fly.source:
                yield (SwapFly(at=attachment.id, weight=weight),)


def kinds_for(drawer: Drawer, attachment: Attachment, most: int = MOST) -> list[tuple[str, Fly]]:
    """Return owned flies that can take a fly's place, one for each way of falling, lightest first."""
    assert attachment.fly is not None
    fly = attachment.fly
    return list(_kinds(drawer, *nature(fly), fly.dressing.key, fly.hook.size, most))


def owned_instead(situation: Situation) -> Situation:
    """Return a situation whose flies are owned, wherever the box holds one of their nature: the nearest in weight."""
    rig = situation.rig
    boxes = {key for _, key, _ in in_box(situation.drawer)}
    for attachment in rig.attachments:
        if attachment.fly is None or attachment.fly.source in boxes:
            continue
        kinds = kinds_for(situation.drawer, attachment)
        if kinds:
            wanted = attachment.fly.mass
            _, fly = min(kinds, key=lambda row: abs(math.log(row[1].mass / wanted)))
            rig = rig.replace_attachment(attachment.id, body=fly)
    return situation.with_rig(rig) if rig is not situation.rig else situation


def nature(fly: Fly) -> tuple[str, bool, bool]:
    """Return what must stay: what it is taken as when it is moved, whether it bears others, whether it sinks."""
    row = dressings().get(fly.dressing.key)
    water = water_at(LIFT_WATER_C)
    return row.moved if row else "", fly.lift_gf is not None, fly.body("f").submerged_weight(water) > 0


def in_box(drawer: Drawer) -> Iterator[tuple[FlyPattern, str, Fly]]:
    """Yield every fly there is at least one of."""
    for pattern in drawer.patterns:
        for weight in pattern.weights:
            if weight.count > 0:
                yield pattern, weight.id, pattern.tied(weight)


@lru_cache(maxsize=256)
def _kinds(
    drawer: Drawer, moved: str, bears: bool, sinks: bool, dressing: str, size: int, most: int
) -> tuple[tuple[str, Fly], ...]:
    water = water_at(LIFT_WATER_C)
    rows: list[tuple[float, float, str, Fly]] = []
    liked: dict[str, tuple[bool, int]] = {}
    for _, key, fly in in_box(drawer):
        if nature(fly) != (moved, bears, sinks):
            continue
        body = fly.body("f")
        falls = body.drag_area + math.pi / 4 * body.bead_diameter**2
        weight = fly.lift_gf if bears and fly.lift_gf else abs(body.submerged_weight(water))
        liked[key] = (fly.dressing.key != dressing, abs(fly.hook.size - size))
        rows.append((math.log(max(weight, 1e-7)), math.log(max(falls, 1e-9)), key, fly))
    heaviest = max(rows, key=lambda r: r[0], default=None)
    # Of those that fall alike the one most like the fly in its place stands for them; of equals the first of the drawer,
    # whatever its id is.
    rows.sort(key=lambda r: (r is not heaviest, *liked[r[2]], r[0], r[1]))
    alike = ALIKE
    kept = _apart(rows, alike)
    while len(kept) > most:
        alike *= 1.3
        kept = _apart(rows, alike)
    return tuple((key, fly) for _, _, key, fly in kept)


def _apart(rows: list[tuple[float, float, str, Fly]], alike: float) -> list[tuple[float, float, str, Fly]]:
    """Return rows none of which is near another, the first of those that are."""
    kept: list[tuple[float, float, str, Fly]] = []
    for row in rows:
        if all(abs(row[0] - k[0]) > alike or abs(row[1] - k[1]) > 2 * alike for k in kept):
            kept.append(row)
    return sorted(kept, key=lambda r: (r[0], r[1]))


COORDINATE = Coordinate("weight", 1, values, first=True)
