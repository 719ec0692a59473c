"""A rig against a rule set as a person wrote it: what is not inside, by span and fly. It never states the law."""

from __future__ import annotations

import math
from dataclasses import dataclass, field
from datetime import date

from jarana.core.heads.held import HeldHead
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.droppers import SetSchool
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.held import HoldWith
from jarana.core.rig.edits.shot import SetShot, SlideOn
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.geometry import fly_gaps, place
from jarana.core.rig.model import SHORTEST_SPAN_MM, Attachment, Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
flies-most = { $flies } flies, at most { $most_flies }
apart-least = { $a } and { $b } { $apart } apart, at least { $least }
leader-most-rods = leader { $length }, at most { $longest_rods } × the rod ({ $most })
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
MOST_MENDS, MOST_MM = 3, 5000.0
"""Spans that are offered to be shortened, and the farthest one edit moves or cuts, mm."""
LEAD = (10_500.0, 12_500.0)
"""kg/m³: shot of such a density is lead."""


@dataclass(frozen=True)
class Breach:
    """Something that is not inside a rule set: what, the parts it is about, single edits that would mend it, and how many are too many."""

    text: str
    parts: tuple[str, ...]
    mends: tuple[RigEdit, ...] = field(default=(), compare=False)
    excess: int = field(default=1, compare=False)


def breaches(rig: Rig, rules: RuleSet, writer: Writer, today: date | None = None) -> tuple[Breach, ...]:
    """Return everything of a rig that a rule set does not allow; on a day, also methods out of season."""
    found = []
    flies = [a for a in rig.attachments if a.fly]
    if rules.most_flies is not None and len(flies) > rules.most_flies:
        spare = tuple(RemoveFly(at=a.id) for a in flies if a.at.kind != "point" and a.id != rig.head.holds())
        text = say("flies-most", flies=len(flies), most_flies=rules.most_flies)
        found.append(Breach(text, tuple(a.id for a in flies), spare, len(flies) - rules.most_flies))
    if rules.least_distance_m is not None:
        for gap, a, b in fly_gaps(rig):
            if gap < rules.least_distance_m - 1e-6:
                apart = writer.text("short", gap)
                least = writer.text("short", rules.least_distance_m)
                text = say("apart-least", a=role_name(rig.role(a)), b=role_name(rig.role(b)), apart=apart, least=least)
                found.append(Breach(text, (a.id, b.id), _opened(rig, b.id, rules.least_distance_m - gap)))
    if rules.longest_rods is not None and rig.length > rules.longest_rods * rig.rod.length_mm / 1000 + 1e-6:
        most = writer.text("length", rules.longest_rods * rig.rod.length_mm / 1000)
        text = say(
            "leader-most-rods",
            length=writer.text("length", rig.length),
            longest_rods=f"{rules.longest_rods:g}",
            most=most,
        )
        over = rig.length - rules.longest_rods * rig.rod.length_mm / 1000
        found.append(Breach(text, tuple(s.id for s in rig.spans), _shortened(rig, over)))
    if rules.longest_m is not None and rig.length > rules.longest_m + 1e-6:
        text = say(
            "leader-most", length=writer.text("length", rig.length), longest_m=writer.text("length", rules.longest_m)
        )
        found.append(Breach(text, tuple(s.id for s in rig.spans), _shortened(rig, rig.length - rules.longest_m)))
    if rules.bead_to_hook_m is not None:
        found += _far_beads(rig, rules.bead_to_hook_m, writer)
    if not rules.lead:
        heavy = [a for a in rig.attachments if isinstance(a.body, Shot) and LEAD[0] < a.body.density_kg_m3 < LEAD[1]]
        found += [Breach(say("no-lead"), (a.id,), (_other_shot(a),)) for a in heavy]
    seasons = [s for s in rules.seasons if s.method == rig.method]
    if today is not None and seasons and not any(s.holds(today) for s in seasons):
        when = ", ".join(say("to", first=s.first, last=s.last) for s in seasons)
        found.append(Breach(say("method-allowed-only", when=when), ()))
    if rules.barbless:
        barbed = [a for a in flies if a.fly and not a.fly.hook.barbless]
        found += [Breach(say("hook-has-barb-pinch", role=role_name(rig.role(a))), (a.id,)) for a in barbed]
    if not rules.floats and rig.head.is_float:
        found.append(Breach(say("no-floats"), (), (HoldWith(kind=HeldHead().kind),)))
    if not rules.shot:
        shot = [a for a in rig.attachments if isinstance(a.body, Shot)]
        found += [
            Breach(say("no-shot-line"), (a.id,), (RemoveFly(at=a.id),) if a.at.kind == "span" else ()) for a in shot
        ]
    if not rules.sliding_droppers:
        found += [
            Breach(say("no-sliding-droppers"), (a.id,), (SetSchool(at=a.id, school="tag"),))
            for a in flies
            if a.school == "link"
        ]
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
            text = say("bead-from-hook-most", far=far, most=writer.text("short", most))
            pulled = (
                SlideOn(at=bead.id, lower_mm=min(_up((min(below) - most) * 1000), MOST_MM))
                if below
                else RemoveFly(at=bead.id)
            )
            found.append(Breach(text, (bead.id,), (pulled,) if bead.at.kind == "span" else ()))
    return found


def _up(mm: float) -> float:
    """Return millimetres rounded up to a tenth, so that what is mended by them is inside."""
    return math.ceil(mm * 10 - 1e-6) / 10


def _opened(rig: Rig, fly: str, short_m: float) -> tuple[RigEdit, ...]:
    """Return the edit that brings a fly so much farther below what hangs above it."""
    at = rig.attachment(fly).at
    if at.kind == "bend":
        return ()
    index = rig.joint_index(at.joint) - 1 if at.kind == "joint" else len(rig.spans) - 1
    return (ChangeLength(span=rig.spans[index].id, by_mm=_up(short_m * 1000)),)


def _shortened(rig: Rig, over_m: float) -> tuple[RigEdit, ...]:
    """Return edits that make the leader shorter by so much: its longest level spans, each alone."""
    cut = min(_up(over_m * 1000), MOST_MM)
    spans = [s for s in rig.spans if s.level and s.ready is None and s.length_mm - cut >= SHORTEST_SPAN_MM]
    return tuple(ChangeLength(span=s.id, by_mm=-cut) for s in sorted(spans, key=lambda s: -s.length_mm)[:MOST_MENDS])


def _other_shot(shot: Attachment) -> SetShot:
    """Return the edit that pinches on the shot nearest to one in weight: none that is chosen is of lead."""
    assert isinstance(shot.body, Shot)
    return SetShot(at=shot.id, mass=f"{shot.body.mass_mg / 1000:.3f} g")


def is_old(rules: RuleSet, today: date) -> bool:
    """Say whether a rule set was last checked more than a year ago."""
    return (today - rules.checked).days > OLD_DAYS
