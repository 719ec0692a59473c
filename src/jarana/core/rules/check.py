"""A rig against a rule set as a person wrote it: what is not inside, by span and fly. It never states the law."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date
from itertools import pairwise

from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
flies-most = { $flies } flies, at most { $most_flies }
apart-least = { $a } and { $b } { $apart } apart, at least { $least }
leader-most-rods = leader { $length }, at most { $longest_rods } rods ({ $most })
leader-most = leader { $length }, at most { $longest_m }
no-lead = no lead
to = { $first } to { $last }
method-allowed-only = this method is allowed { $when } only
hook-has-barb-pinch = { $role } hook has a barb: pinch it flat
no-floats = no floats
no-shot-line = no shot on the line
no-sliding-droppers = no sliding droppers
no-hook-below = with no hook below it
bead-from-hook-most = bead { $far } from its hook, at most { $most }
""",
)

OLD_DAYS = 365
LEAD = (10_500.0, 12_500.0)
"""kg/m³: shot of such a density is lead."""


@dataclass(frozen=True)
class Breach:
    """Something that is not inside a rule set: what, and the parts it is about."""

    text: str
    parts: tuple[str, ...]


def breaches(rig: Rig, rules: RuleSet, writer: Writer, today: date | None = None) -> tuple[Breach, ...]:
    """Return everything of a rig that a rule set does not allow; on a day, also methods out of season."""
    found = []
    flies = [a for a in rig.attachments if a.fly]
    if rules.most_flies is not None and len(flies) > rules.most_flies:
        found.append(
            Breach(say("flies-most", flies=len(flies), most_flies=rules.most_flies), tuple(a.id for a in flies))
        )
    if rules.least_distance_m is not None:
        places = sorted((place(rig, a), a.id) for a in flies)
        for (x0, a), (x1, b) in pairwise(places):
            if x1 - x0 < rules.least_distance_m - 1e-6:
                apart = writer.text("short", x1 - x0)
                least = writer.text("short", rules.least_distance_m)
                found.append(Breach(say("apart-least", a=a, b=b, apart=apart, least=least), (a, b)))
    if rules.longest_rods is not None and rig.length > rules.longest_rods * rig.rod.length_mm / 1000 + 1e-6:
        most = writer.text("length", rules.longest_rods * rig.rod.length_mm / 1000)
        text = say(
            "leader-most-rods",
            length=writer.text("length", rig.length),
            longest_rods=f"{rules.longest_rods:g}",
            most=most,
        )
        found.append(Breach(text, tuple(s.id for s in rig.spans)))
    if rules.longest_m is not None and rig.length > rules.longest_m + 1e-6:
        text = say(
            "leader-most", length=writer.text("length", rig.length), longest_m=writer.text("length", rules.longest_m)
        )
        found.append(Breach(text, tuple(s.id for s in rig.spans)))
    if rules.bead_to_hook_m is not None:
        found += _far_beads(rig, rules.bead_to_hook_m, writer)
    if not rules.lead:
        heavy = [a for a in rig.attachments if isinstance(a.body, Shot) and LEAD[0] < a.body.density_kg_m3 < LEAD[1]]
        found += [Breach(say("no-lead"), (a.id,)) for a in heavy]
    seasons = [s for s in rules.seasons if s.method == rig.method]
    if today is not None and seasons and not any(s.holds(today) for s in seasons):
        when = ", ".join(say("to", first=s.first, last=s.last) for s in seasons)
        found.append(Breach(say("method-allowed-only", when=when), ()))
    if rules.barbless:
        barbed = [a for a in flies if a.fly and not a.fly.hook.barbless]
        found += [Breach(say("hook-has-barb-pinch", role=rig.role(a)), (a.id,)) for a in barbed]
    if not rules.floats and rig.head.is_float:
        found.append(Breach(say("no-floats"), ()))
    if not rules.shot:
        found += [Breach(say("no-shot-line"), (a.id,)) for a in rig.attachments if isinstance(a.body, Shot)]
    if not rules.sliding_droppers:
        found += [Breach(say("no-sliding-droppers"), (a.id,)) for a in flies if a.school == "link"]
    return tuple(found)


def _far_beads(rig: Rig, most: float, writer: Writer) -> list[Breach]:
    """Return pegged beads farther from the next hook below them than allowed."""
    hooks = sorted(place(rig, a) for a in rig.attachments if a.fly)
    found = []
    for bead in rig.attachments:
        if not isinstance(bead.body, PeggedBead):
            continue
        at = place(rig, bead)
        below = [h - at for h in hooks if h >= at]
        if not below or min(below) > most + 1e-6:
            far = writer.text("short", min(below)) if below else say("no-hook-below")
            found.append(Breach(say("bead-from-hook-most", far=far, most=writer.text("short", most)), (bead.id,)))
    return found


def is_old(rules: RuleSet, today: date) -> bool:
    """Say whether a rule set was last checked more than a year ago."""
    return (today - rules.checked).days > OLD_DAYS
