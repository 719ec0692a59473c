"""Over a ledge: how high a fly goes over the lip, and how deep it is in the first two metres behind it."""

from __future__ import annotations

from itertools import pairwise

import numpy as np

from jarana.core.drift.nominal import hooked, nominal
from jarana.core.methods import when
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
falls-behind = Falls in behind the ledge
skims-over = Carried over the ledge
not-there = Does not come to the ledge
goes-over = The { $role } goes over the lip { $over } above it and is { $deep } deep two metres behind it, where it is { $bed }.
stays = The drift ends before the lip, { $far } downstream of where it begins.
why-behind = Fish sit behind a ledge, out of the current: what is still high two metres behind it has passed them.
""",
)

BEHIND_M = 2.0
ENOUGH = 0.6
"""Share of the depth behind the ledge that a fly should have come down to by then (practice)."""


def read(situation: Situation) -> Reading:
    """Judge the deepest fly two metres behind the lip."""
    writer, drift = situation.writer, nominal(situation)
    lip = max(pairwise(drift.bed), key=lambda pair: pair[1].depth_m - pair[0].depth_m)[0]
    rows = []
    for fly in hooked(situation):
        x = np.array([row[fly.node] for row in drift.x_mm]) / 1000
        depth = -np.array([row[fly.node] for row in drift.z_mm]) / 1000
        if x.max() < lip.x_m + BEHIND_M:
            continue
        order = np.argsort(x)
        over, behind = np.interp((lip.x_m, lip.x_m + BEHIND_M), x[order], depth[order])
        rows.append((float(behind), lip.depth_m - float(over), fly))
    if not rows:
        far = writer.text("travel", lip.x_m)
        figure = writer.figure("travel", lip.x_m)
        return make("ledge", "look", say("not-there"), say("stays", far=far), figure, why=(say("why-behind"),))
    deep, high, fly = max(rows, key=lambda row: row[0])
    bed = float(np.interp(lip.x_m + BEHIND_M, [b.x_m for b in drift.bed], [b.depth_m for b in drift.bed]))
    severity: Severity = "fine" if deep >= ENOUGH * bed else "look"
    return make(
        "ledge",
        severity,
        say("falls-behind") if severity == "fine" else say("skims-over"),
        say(
            "goes-over",
            role=role_name(fly.role),
            over=writer.text("short", max(high, 0.0)),
            deep=writer.text("depth", deep),
            bed=writer.text("depth", bed),
        ),
        writer.figure("depth", deep),
        value=deep,
        parts=(fly.id,),
        why=(say("why-behind"),),
    )


def _there(situation: Situation) -> bool:
    return situation.water.nature.flows and when.ledge(situation.water) and len(nominal(situation).bed) > 1


READING = ReadingKind("ledge", read, of="hooked", when=_there)
