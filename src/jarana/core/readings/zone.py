"""How long is each fly where the fish take?"""

from __future__ import annotations

import numpy as np

from jarana.core.drift.document import FlyDrift
from jarana.core.drift.nominal import hooked
from jarana.core.outcomes.band import Band
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.readings.depth_edits import depth_edits
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.unknowns.deviates import DEPTH, FIRST, deviates
from jarana.core.unknowns.spreads import spreads_of
from jarana.core.words import phrases
from jarana.core.words.roles import role_name
from jarana.core.worth.accepted import in_zone
from jarana.core.worth.constants import Habits

say = phrases(
    __name__,
    """
taking-zone = In the taking zone
zone-not-known = Where they take is not known
tries-depths = { $each } in the end. The depth of a take tells more than any guess: note it.
apart-is-shown = The figure is how far the highest and the deepest fly are apart.
part-time-zone = Part of the time in the zone
hardly-taking-zone = Hardly in the taking zone
off-bed = off the bed
under-surface = under the surface
drift-zone = { $each } of the drift. The zone is { $from_to } { $side }.
from-s = { $role } from { $first_in_zone_s } s
not-taking-zone = Not in the taking zone
share-drifts-seconds-fly = Share of the drift's seconds with the fly between the zone's edges, or no more than { $near } outside.
all-at-once = {" "}All of them at once { $share } of it.
first = First in it:{" "}
no-fly-gets-there = no fly gets there
""",
)

GOOD = 0.5
POOR = 0.2
NEVER = 0.005
TITLES = {"fine": say("taking-zone"), "look": say("part-time-zone"), "act": say("hardly-taking-zone")}


def severity_of(share: float) -> Severity:
    """Judge a share of the drift that is spent where they take."""
    return "fine" if share >= GOOD else "look" if share >= POOR else "act"


def edges_of(situation: Situation) -> tuple[str, str]:
    """Write the edges of the taking zone, and from where they are counted."""
    zone = situation.water.zone
    side = say("off-bed") if zone.datum == "bed" else say("under-surface")
    return situation.writer.between("short", zone.low_m, zone.high_m), side


def at_top(situation: Situation) -> float:
    """Return how much of the drifts a dry is where the fish take, 0 to 1: over the depths that may be."""
    deep = situation.fished.depth_m * np.exp(spreads_of(situation).depth * deviates()[:FIRST, DEPTH])
    return float(in_zone(deep, np.zeros(FIRST), situation, Habits(situation.setting.person)).mean())


Shares = dict[str, float]
"""By id of a fly, the share of the drift it is where they take."""


def with_dry(situation: Situation, shares: Shares) -> Shares:
    """Return the shares with that of the fly that holds the rig up, first, where it is ever where they take."""
    holds = situation.head.holds()
    top = at_top(situation) if holds is not None else 0.0
    return shares if holds is None or top < NEVER else {holds: top, **shares}


def _each(situation: Situation, shares: Shares) -> str:
    rig = situation.rig
    each = ", ".join(f"{role_name(rig.role(rig.attachment(id)))} {share:.0%}" for id, share in shares.items())
    return each[0].upper() + each[1:]


def _best(situation: Situation, shares: Shares) -> tuple[float, tuple[str, ...]]:
    """Return the share of the best fly, and the flies it is told of: the dry alone where that is the best."""
    best = max(shares, key=lambda id: shares[id])
    return shares[best], (best,) if best == situation.head.holds() else tuple(shares)


def read(situation: Situation) -> Reading:
    """Judge the best fly's share of the drift inside the taking zone."""
    return tell(situation, hooked(situation))


def tell(situation: Situation, flies: tuple[FlyDrift, ...]) -> Reading:
    """Write how long flies are in the zone."""
    writer, reach = situation.writer, situation.water
    if not reach.zone_known:
        return _covered(situation, flies)
    shares = with_dry(situation, {f.id: f.share_in_zone for f in flies})
    best, parts = _best(situation, shares)
    severity = severity_of(best)
    from_to, side = edges_of(situation)
    sentence = say("drift-zone", each=_each(situation, shares), from_to=from_to, side=side)
    firsts = [
        say("from-s", role=role_name(f.role), first_in_zone_s=writer.number(f.first_in_zone_s, 1))
        for f in flies
        if f.first_in_zone_s is not None
    ]
    return make(
        "zone",
        severity,
        TITLES[severity] if best > 0 else say("not-taking-zone"),
        sentence,
        Figure(f"{best * 100:.0f}", "%"),
        value=best,
        parts=parts,
        why=(
            say("share-drifts-seconds-fly", near=writer.text("short", reach.nature.near_m)),
            say("first") + (", ".join(firsts) if firsts else say("no-fly-gets-there")) + ".",
        ),
    )


def _covered(situation: Situation, flies: tuple[FlyDrift, ...]) -> Reading:
    """Tell which depths the flies try, where nobody knows the zone: no share of anything."""
    writer, depths = situation.writer, sorted(f.settled_depth_m for f in flies)
    each = ", ".join(f"{role_name(f.role)} {writer.text('depth', f.settled_depth_m)}" for f in flies)
    return make(
        "zone",
        "look",
        say("zone-not-known"),
        say("tries-depths", each=each[:1].upper() + each[1:]),
        writer.figure("depth", depths[-1] - depths[0]),
        value=depths[-1] - depths[0],
        parts=tuple(f.id for f in flies),
        why=(say("apart-is-shown"),),
    )


def score(situation: Situation) -> float:
    """Return the share of the drift the best fly spends outside the zone; nothing where no zone is known."""
    if not situation.water.zone_known:
        return 0.0
    return 1.0 - _best(situation, with_dry(situation, {f.id: f.share_in_zone for f in hooked(situation)}))[0]


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Judge by the mean share of a drift that the best fly is in the zone, over all members."""
    hooks = [f for f in band.flies if situation.rig.attachment(f.id).fly is not None]
    if not situation.water.zone_known or not hooks:
        return reading
    shares = with_dry(situation, {f.id: f.in_zone for f in hooks})
    best, parts = _best(situation, shares)
    severity = severity_of(best)
    from_to, side = edges_of(situation)
    sentence = say("drift-zone", each=_each(situation, shares), from_to=from_to, side=side)
    if len(hooks) > 1:
        top = shares.get(situation.head.holds() or "", 1.0)
        sentence += say("all-at-once", share=f"{band.all_in_zone * top:.0%}")
    none = best < NEVER
    return reading.model_copy(
        update={
            "severity": severity,
            "title": say("not-taking-zone") if none else TITLES[severity],
            "sentence": sentence,
            "figure": f"{best * 100:.0f}",
            "value": best,
            "parts": parts,
        }
    )


READING = ReadingKind("zone", read, depth_edits, score, banded=("share_in_zone", "share"), judge=judge, of="hooked")
