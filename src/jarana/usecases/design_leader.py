"""Design a leader for the rig in hand from what a person owns, everything typed in any unit."""

from __future__ import annotations

from collections.abc import Sequence
from dataclasses import dataclass

from jarana.core.errors import FaultList, InputError
from jarana.core.leader.cast import Cast, cast_of
from jarana.core.leader.design import design
from jarana.core.leader.rig_cast import air_drag_area, cast_masses, cast_sections, thrown_by_loop
from jarana.core.leader.spec import MOST_SPOOLS, CastFly, LeaderDesign, LeaderSpec, School, Shares, schools
from jarana.core.rig.edits.leader import NewSection, UseLeader, kept_from
from jarana.core.rig.model import Rig
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import Drawer, Spool
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.knot import usual_knot
from jarana.core.tackle.packet import cut_back, packets, place_of
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
is-not-in-the-tables = is not in the tables
from-to = from { $text } to { $text2 }
three-shares-that-make-one = three shares that make one whole
""",
)

TEAM = 3
"""Flies from which a leader is level."""
TOTAL, TIPPET, TIPPET_LENGTH, WIND = (0.6, 15.0), (0.06e-3, 0.6e-3), (0.15, 8.0), (0.0, 15.0)
"""What can be asked for, m and m/s."""


@dataclass(frozen=True)
class Asked:
    """What a person chose and typed; an empty text leaves it to the rig and the school."""

    school: str = ""
    total: str = ""
    tippet: str = ""
    tippet_length: str = ""
    wind: str = ""
    stroke: str = "usual"
    joint: str = ""
    ring: bool = False
    optimise: bool = True
    shares: tuple[float, float, float] | None = None
    packet: str = ""
    cut_to: str = ""
    spools: tuple[str, ...] | None = None
    quarter_inch: bool = False


@dataclass(frozen=True)
class Designed:
    """A specification, its leader, the edit that puts it on the rig, the rig as it would be, and its whole cast."""

    spec: LeaderSpec
    leader: LeaderDesign
    edit: UseLeader
    rig: Rig | None
    cast: Cast | None
    kept: tuple[str, ...]
    trouble: str


def design_leader(situation: Situation, asked: Asked) -> Designed:
    """Return the leader asked for, for the part of the rig above its first dropper.

    Raises
    ------
    InputError
        Naming every field that cannot be used.
    """
    rig, drawer, writer = situation.rig, situation.drawer, situation.writer
    spec = spec_of(situation, asked)
    leader = design(spec, writer)
    edit = edit_of(leader)
    trouble, changed, cast = "", None, None
    try:
        changed = edit.apply(rig, drawer, writer)
    except InputError as error:
        trouble = error.faults[0].reason
    if changed is not None and not thrown_by_loop(changed) and leader.cast is not None:
        names = [s.name.lower() for s in changed.spans]
        cast = cast_of(cast_sections(changed), cast_masses(changed), spec.stroke, spec.wind_m_s, writer, names, "point")
    kept = tuple(s.name for s in rig.spans[kept_from(rig) :])
    return Designed(spec, leader, edit, changed, cast or leader.cast, kept, trouble)


def spec_of(situation: Situation, asked: Asked) -> LeaderSpec:
    """Return the specification of what was typed; what was left empty comes from the rig in hand."""
    rig, drawer, writer = situation.rig, situation.drawer, situation.writer
    keep = kept_from(rig)
    replaced = rig.spans[:keep]
    faults = FaultList()

    def typed(field: str, text: str, rule: str, now: float) -> float:
        if text.strip():
            with faults.under(""):
                return writer.read(rule, text, field)
        return now

    total = typed("total", asked.total, "length", sum(s.length for s in replaced)) * 1000
    tippet = typed("tippet", asked.tippet, "diameter", replaced[-1].d1_mm / 1000) * 1000
    length = typed("tippet_length", asked.tippet_length, "length", 0.0) * 1000
    wind = typed("wind", asked.wind, "wind", max(situation.head_wind, 0.0))
    packet = packets().get(asked.packet)
    if asked.packet and packet is None:
        faults.add("packet", asked.packet, say("is-not-in-the-tables"))
    if packet and asked.cut_to.strip():
        with faults.under("cut_to"):
            mm = writer.read("diameter", asked.cut_to, "") * 1000
            packet = cut_back(packet, packet.new_length - place_of(packet, mm))
    for field, text, value, (low, high), rule in (
        ("total", asked.total, total / 1000, TOTAL, "length"),
        ("tippet", asked.tippet, tippet / 1000, TIPPET, "diameter"),
        ("tippet_length", asked.tippet_length, length / 1000 or TIPPET_LENGTH[0], TIPPET_LENGTH, "length"),
        ("wind", asked.wind, wind, WIND, "wind"),
    ):
        inside = low - 1e-9 <= value <= high + 1e-9
        faults.check(inside, field, text, say("from-to", text=writer.text(rule, low), text2=writer.text(rule, high)))
    shares = None
    if asked.shares:
        whole = sum(asked.shares)
        good = faults.check(
            all(0.02 <= s <= 0.95 for s in asked.shares) and abs(whole - 1) < 0.02,
            "shares",
            "/".join(f"{s:.0%}" for s in asked.shares),
            say("three-shares-that-make-one"),
        )
        if good:
            shares = Shares(butt=asked.shares[0] / whole, step=asked.shares[1] / whole, tippet=asked.shares[2] / whole)
    faults.raise_if_any()
    return LeaderSpec(
        school=asked.school or usual_school(rig).key,
        shares=shares,
        total_mm=round(total, 3),
        line_class=rig.line.line_class,
        line_tip_mm=rig.line.tip_mm,
        rod_mm=rig.rod.length_mm,
        tippet_mm=round(tippet, 4),
        tippet_length_mm=round(length, 3) or None,
        spools=chosen(drawer, asked.spools),
        packet=packet,
        round_to="quarter inch" if asked.quarter_inch else "5 mm",
        joint=asked.joint or usual_knot("step").key,
        ring=asked.ring,
        tolerance=0.05 if asked.optimise else 0.0,
        flies=flies_of(rig, keep),
        wind_m_s=wind,
        stroke=asked.stroke,
    )


def usual_school(rig: Rig) -> School:
    """Return the school a rig asks for until a person chooses: contact rigs level, teams level, the rest tapered."""
    contact = bool(rig.head.not_thrown_by_loop())
    kind = "contact" if contact else "level" if sum(a.fly is not None for a in rig.attachments) >= TEAM else "taper"
    return next(school for school in schools().values() if school.kind == kind)


def chosen(drawer: Drawer, ids: Sequence[str] | None) -> tuple[Spool, ...]:
    """Return the spools that may be used: all of one's own, or those ticked; none means the reference ladder."""
    if ids is None:
        return drawer.spools[:MOST_SPOOLS]
    wanted = set(ids)
    return tuple(s for s in drawer.spools if s.id in wanted)[:MOST_SPOOLS]


def flies_of(rig: Rig, keep: int) -> tuple[CastFly, ...]:
    """Return the flies as the leader feels them: those that stay hang from its end."""
    flies = []
    for attachment in rig.attachments:
        if isinstance(attachment.body, Fly):
            area = air_drag_area(attachment.body) * 1e6
            flies.append(CastFly(name=attachment.id, mass_mg=attachment.body.mass * 1e6, drag_area_mm2=round(area, 3)))
    return tuple(flies[-5:])


def edit_of(leader: LeaderDesign) -> UseLeader:
    """Return the edit that puts a leader on a rig: sighters greased, tippet degreased."""
    sections = []
    for section, joint in zip(leader.sections, leader.joints, strict=True):
        dressing = {"sighter": "greased", "tippet": "degreased"}.get(section.group, "none")
        sections.append(
            NewSection(
                name=section.name,
                material=section.material.key,
                d0_mm=section.d0_mm,
                d1_mm=section.d1_mm,
                length_mm=section.length_mm,
                spool=section.spool_id,
                knot=joint.knot.key,
                loop=joint.loop.key if joint.loop else None,
                ring=joint.ring,
                dressing=dressing,
            )
        )
    return UseLeader(sections=tuple(sections))
