"""How far apart the flies are, against the layer the fish take in, tangles, rules and the net."""

from __future__ import annotations

from itertools import pairwise

from jarana.core.readings.base import Context, Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.geometry import place
from jarana.core.units import Figure

CLEARANCE = 0.15
"""m beyond both tags, so that flies do not reach each other."""
THIN_WATER = 0.35
"""m: in thinner water, or among obstructions, one fly fishes better."""
CLUTTERED = 0.3
"""Obstructions along so much of the drift: one fly fishes better."""
LEAST_SLANT = 0.15


def read(context: Context) -> Reading:
    """Judge the distance between neighbouring flies."""
    rig, reach, drift, writer = context.rig, context.reach, context.drift, context.writer
    hung = sorted(((place(rig, a), a) for a in rig.attachments if a.fly), key=lambda row: row[0])
    if len(hung) < 2:
        return make("spacing", "fine", "One fly", "Nothing to tangle, and one drift to read.", Figure("1", ""))
    depths = {f.id: f.settled_depth_m for f in drift.flies}
    low, high = reach.zone.heights(reach.depth_m)
    thick = max(high - low, 0.05)
    gaps = [(b[0] - a[0], a[1], b[1]) for a, b in pairwise(hung)]
    apart, upper, lower = min(gaps, key=lambda g: g[0])
    slant = min(max(abs(depths.get(lower.id, 0) - depths.get(upper.id, 0)) / max(apart, 0.01), LEAST_SLANT), 1.0)
    both = thick / slant
    tags = sum(a.link.length_mm / 1000 for a in (upper, lower) if a.link and a.at.kind == "joint")
    least = max(tags + CLEARANCE, context.known.rules.least_distance_m or 0.0 if context.known.rules else 0.0)
    thin = reach.kind == "river" and reach.depth_m < THIN_WATER
    cluttered = reach.kind == "river" and sum(o.length_m for o in reach.obstacles) > CLUTTERED * reach.drift_m
    severity: Severity = "look" if apart < least - 1e-6 or thin or cluttered else "fine"
    title = (
        "One fly is enough here"
        if thin or cluttered
        else "Flies close enough to tangle"
        if apart < least - 1e-6
        else "Spacing keeps them apart"
    )
    text = f"{writer.text('short', apart)} apart; {writer.text('short', least)} or more keeps them clear" + (
        f", up to {writer.text('short', both)} keeps both in the taking zone."
        if both > least
        else "; the zone is too thin for both."
    )
    if thin:
        text = f"In {writer.text('depth', reach.depth_m)} of water two flies ride different currents. " + text
    elif cluttered:
        text = "Among so many obstructions a second fly is what snags. " + text
    why = [
        f"Taking zone {writer.text('short', thick)} thick; settled, the line between them slants {slant:.0%} of its length down.",
        *_practice(context),
        f"Tags {writer.text('short', tags)} and {writer.text('short', CLEARANCE)} clear.",
        *_net(context),
    ]
    return make(
        "spacing", severity, title, text, writer.figure("short", apart), value=apart, parts=(lower.id,), why=tuple(why)
    )


def _practice(context: Context) -> list[str]:
    """Say how far apart the method's flies are usually tied."""
    if context.apart_m is None:
        return []
    low, high = (context.writer.text("short", m) for m in context.apart_m)
    return [f"On this method flies are usually tied {low} to {high} apart."]


def _net(context: Context) -> list[str]:
    """Say whether the point can be netted with the float at the rod's tip."""
    rig, writer = context.rig, context.writer
    if rig.head.kind != "float":
        return []
    below = rig.head.above_point_mm / 1000
    reach = rig.rod.netting_reach
    what = "within" if below <= reach else "out of"
    return [
        f"{writer.text('length', below)} from float to point is {what} netting reach of your rod ({writer.text('length', reach)})."
    ]


def candidates(context: Context) -> list[ChangeLength]:
    """Return a longer span to the point."""
    return [ChangeLength(span=context.rig.spans[-1].id, by_mm=100)] if len(context.rig.attachments) > 1 else []


def score(context: Context) -> float:
    """Return the closest distance, turned round."""
    return -(read(context).value or 0.0)


READING = ReadingKind("spacing", read, candidates, score)
