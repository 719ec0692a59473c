"""How far apart the flies are, against the layer the fish take in, tangles, rules and the net."""

from __future__ import annotations

from jarana.core.drift.nominal import nominal
from jarana.core.methods import method_of, when
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.geometry import fly_gaps
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
one-fly = One fly
nothing-tangle-one-drift = Nothing to tangle, and one drift to read.
one-fly-enough = One fly is enough here
flies-close-enough-tangle = Flies close enough to tangle
spacing-keeps-them-apart = Spacing keeps them apart
apart-or-more-keeps = { $apart } apart; { $least } or more keeps them clear
up-keeps-both-taking = , up to { $both } keeps both in the taking zone.
up-would-keep-both = , up to { $both } would keep both in the taking zone.
zone-too-thin-both = ; the zone is too thin for both.
water-two-flies-ride = In { $depth_m } of water two flies ride different currents.{" "}
among-so-many-obstructions = Among so many obstructions a second fly is what snags.{" "}
taking-zone-thick-settled = Taking zone { $thick } thick; settled, the line between them slants { $slant } of its length down.
tags-clear = Tags { $tags } and { $clearance } clear.
method-flies-usually-tied = On this method flies are usually tied { $low } to { $high } apart.
from-float-point-netting = { $below } from float to point is { $what ->
    [within] within
   *[out] out of
 } netting reach of your rod ({ $reach }).
""",
)

CLEARANCE = 0.15
"""m beyond both tags, so that flies do not reach each other."""
LEAST_SLANT = 0.15


def read(situation: Situation) -> Reading:
    """Judge the distance between neighbouring flies."""
    rig, reach, drift, writer = situation.rig, situation.fished, nominal(situation), situation.writer
    gaps = fly_gaps(rig)
    if not gaps:
        return make("spacing", "fine", say("one-fly"), say("nothing-tangle-one-drift"), Figure("1", ""))
    depths = {f.id: f.settled_depth_m for f in drift.flies}
    low, high = reach.zone.heights(reach.depth_m)
    thick = max(high - low, 0.05)
    apart, upper, lower = min(gaps, key=lambda g: g[0])
    slant = min(max(abs(depths.get(lower.id, 0) - depths.get(upper.id, 0)) / max(apart, 0.01), LEAST_SLANT), 1.0)
    both = thick / slant
    tags = sum(a.link.length_mm / 1000 for a in (upper, lower) if a.link and a.at.kind == "joint")
    least = max(tags + CLEARANCE, situation.rules.least_distance_m or 0.0 if situation.rules else 0.0)
    thin, cluttered = when.thin(reach), when.overgrown(reach)
    severity: Severity = "look" if apart < least - 1e-6 or thin or cluttered else "fine"
    title = (
        say("one-fly-enough")
        if thin or cluttered
        else say("flies-close-enough-tangle")
        if apart < least - 1e-6
        else say("spacing-keeps-them-apart")
    )
    text = say("apart-or-more-keeps", apart=writer.text("short", apart), least=writer.text("short", least)) + (
        say("zone-too-thin-both")
        if both <= least
        else say("up-keeps-both-taking", both=writer.text("short", both))
        if apart <= both
        else say("up-would-keep-both", both=writer.text("short", both))
    )
    if thin:
        text = say("water-two-flies-ride", depth_m=writer.text("depth", reach.depth_m)) + text
    elif cluttered:
        text = say("among-so-many-obstructions") + text
    why = [
        say("taking-zone-thick-settled", thick=writer.text("short", thick), slant=f"{slant:.0%}"),
        *_practice(situation),
        say("tags-clear", tags=writer.text("short", tags), clearance=writer.text("short", CLEARANCE)),
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
    return [say("method-flies-usually-tied", low=low, high=high)]


def _net(situation: Situation) -> list[str]:
    """Say whether the point can be netted with the float at the rod's tip."""
    rig, writer = situation.rig, situation.writer
    below = rig.head.stops(rig)
    if below is None:
        return []
    reach = rig.rod.netting_reach
    what = "within" if below <= reach else "out"
    return [
        say(
            "from-float-point-netting",
            below=writer.text("length", below),
            what=what,
            reach=writer.text("length", reach),
        )
    ]


def candidates(situation: Situation) -> list[ChangeLength]:
    """Return a longer span to the point."""
    return [ChangeLength(span=situation.rig.spans[-1].id, by_mm=100)] if len(situation.rig.attachments) > 1 else []


def score(situation: Situation) -> float:
    """Return the closest distance, turned round."""
    return -(read(situation).value or 0.0)


READING = ReadingKind("spacing", read, candidates, score)
