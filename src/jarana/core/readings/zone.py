"""How long is each fly where the fish take?"""

from __future__ import annotations

from jarana.core.drift.document import FlyDrift
from jarana.core.drift.nominal import hooked
from jarana.core.outcomes.band import Band
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.readings.depth_edits import depth_edits
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

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
drift-zone = { $each }{ $each_2 } of the drift. The zone is { $from_to } { $side }.
from-s = { $role } from { $first_in_zone_s } s
not-taking-zone = Not in the taking zone
share-drifts-seconds-fly = Share of the drift's seconds with the fly between the zone's edges.
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


def read(situation: Situation) -> Reading:
    """Judge the best fly's share of the drift inside the taking zone."""
    return tell(situation, hooked(situation))


def tell(situation: Situation, flies: tuple[FlyDrift, ...]) -> Reading:
    """Write how long flies are in the zone."""
    writer, reach = situation.writer, situation.water
    if not reach.zone_known:
        return _covered(situation, flies)
    best = max(flies, key=lambda f: f.share_in_zone)
    severity = severity_of(best.share_in_zone)
    each = ", ".join(f"{role_name(f.role)} {f.share_in_zone:.0%}" for f in flies)
    from_to, side = edges_of(situation)
    sentence = say("drift-zone", each=each[0].upper(), each_2=each[1:], from_to=from_to, side=side)
    firsts = [
        say("from-s", role=role_name(f.role), first_in_zone_s=writer.number(f.first_in_zone_s, 1))
        for f in flies
        if f.first_in_zone_s is not None
    ]
    return make(
        "zone",
        severity,
        TITLES[severity] if best.share_in_zone > 0 else say("not-taking-zone"),
        sentence,
        Figure(f"{best.share_in_zone * 100:.0f}", "%"),
        value=best.share_in_zone,
        parts=tuple(f.id for f in flies),
        why=(
            say("share-drifts-seconds-fly"),
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
    return 1.0 - max(f.share_in_zone for f in hooked(situation))


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Judge by the mean share of a drift that the best fly is in the zone, over all members."""
    hooks = [f for f in band.flies if situation.rig.attachment(f.id).fly is not None]
    if not situation.water.zone_known or not hooks:
        return reading
    best = max(hooks, key=lambda f: f.in_zone)
    severity = severity_of(best.in_zone)
    rig = situation.rig
    each = ", ".join(f"{role_name(rig.role(rig.attachment(f.id)))} {f.in_zone:.0%}" for f in hooks)
    from_to, side = edges_of(situation)
    sentence = say("drift-zone", each=each[0].upper(), each_2=each[1:], from_to=from_to, side=side)
    if len(hooks) > 1:
        sentence += say("all-at-once", share=f"{band.all_in_zone:.0%}")
    none = best.in_zone < NEVER
    return reading.model_copy(
        update={
            "severity": severity,
            "title": say("not-taking-zone") if none else TITLES[severity],
            "sentence": sentence,
            "figure": f"{best.in_zone * 100:.0f}",
            "value": best.in_zone,
        }
    )


READING = ReadingKind("zone", read, depth_edits, score, banded=("share_in_zone", "share"), judge=judge, of="hooked")
