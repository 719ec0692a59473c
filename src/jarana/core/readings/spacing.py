"""How far apart the flies are, against the layer the fish take in, tangles, rules and the net."""

from __future__ import annotations

from itertools import pairwise

from jarana.core.drift.nominal import nominal
from jarana.core.methods import method_of
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.geometry import place
from jarana.core.situation import Situation
from jarana.core.units import Figure

CLEARANCE = 0.15
"""m beyond both tags, so that flies do not reach each other."""
THIN_WATER = 0.35
"""m: in thinner water, or among obstructions, one fly fishes better."""
CLUTTERED = 0.3
"""Obstructions along so much of the drift: one fly fishes better."""
LEAST_SLANT = 0.15


def read(situation: Situation) -> Reading:
    """Judge the distance between neighbouring flies."""
    rig, reach, drift, writer = situation.rig, situation.water, nominal(situation), situation.writer
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
    least = max(tags + CLEARANCE, situation.rules.least_distance_m or 0.0 if situation.rules else 0.0)
    thin = reach.nature.flows and reach.depth_m < THIN_WATER
    cluttered = reach.nature.flows and sum(o.length_m for o in reach.obstacles) > CLUTTERED * reach.drift_m
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
        *_practice(situation),
        f"Tags {writer.text('short', tags)} and {writer.text('short', CLEARANCE)} clear.",
        *_net(situation),
    ]
    return make(
        "spacing", severity, title, text, writer.figure("short", apart), value=apart, parts=(lower.id,), why=tuple(why)
    )


def _practice(situation: Situation) -> list[str]:
    """Say how far apart the method's flies are usually tied."""
    apart = method_of(situation.rig).apart_m
    if apart is None:
        return []
    low, high = (situation.writer.text("short", m) for m in apart)
    return [f"On this method flies are usually tied {low} to {high} apart."]


def _net(situation: Situation) -> list[str]:
    """Say whether the point can be netted with the float at the rod's tip."""
    rig, writer = situation.rig, situation.writer
    below = rig.head.stops(rig)
    if below is None:
        return []
    reach = rig.rod.netting_reach
    what = "within" if below <= reach else "out of"
    return [
        f"{writer.text('length', below)} from float to point is {what} netting reach of your rod ({writer.text('length', reach)})."
    ]


def candidates(situation: Situation) -> list[ChangeLength]:
    """Return a longer span to the point."""
    return [ChangeLength(span=situation.rig.spans[-1].id, by_mm=100)] if len(situation.rig.attachments) > 1 else []


def score(situation: Situation) -> float:
    """Return the closest distance, turned round."""
    return -(read(situation).value or 0.0)


READING = ReadingKind("spacing", read, candidates, score)
