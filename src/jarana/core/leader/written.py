"""A designed leader written down: joints, knots with their reason, cut lengths, strengths, what the spools give up."""

from __future__ import annotations

from collections.abc import Sequence

from jarana.core.leader.cast import Cast, cast_of
from jarana.core.leader.cut_lengths import knot_end, rounded_cut
from jarana.core.leader.hinge import grade, stiffness_ratio
from jarana.core.leader.pieces import Made, Piece, masses_of
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.leader.spec import (
    LeaderDesign,
    LeaderJoint,
    LeaderSection,
    LeaderSpec,
    School,
    Use,
)
from jarana.core.leader.turnover import CastSection
from jarana.core.strength.knots import knot_efficiency, unlike_factor
from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.knot import Knot, knots, usual_knot
from jarana.core.tackle.line_strength import wet_strength
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
butt = butt
step = step
tippet = tippet
sighter = sighter
taper = taper
longer-than-rod-lengths = longer than { $most_rods } rod lengths ({ $most_rods_2 })
above = { $split } above the { $name }
level-butt = level butt
level-tip = level tip
ready-made-part = ready-made part
perfection-loop-handshake-lines = A perfection loop, handshake with the line's: changed in seconds, true to the axis.
one-piece-nothing-tied = One piece: nothing is tied here.
ring-unlike-lines-tippet = A ring: unlike lines, and tippet is renewed without cutting the leader.
ring-you-like-tippet = A ring, as you like it: tippet is renewed without cutting the leader.
like-lines-ratio-what = { $short }: like lines, ratio { $ratio }, what you prefer.
unlike-lines = unlike lines
ratio-too-much = ratio { $ratio } is too much for a { $short }
ratio = { $short }: ratio { $ratio }.
turnover-does-not-apply = Turnover does not apply: the flies throw the line, flicked or lobbed on a tight line.
""",
)

PIECES = {"butt": say("butt"), "step": say("step"), "tippet": say("tippet"), "sighter": say("sighter")}
"""What a piece is called, by its group."""

HELD_PULL = (0.0015, 0.0012)
"""N, horizontal and down: a light rig's pull, under which the sag of contact leaders is told."""


def written(spec: LeaderSpec, school: School, made: Made, unit: float, writer: Writer) -> LeaderDesign:
    """Return the design of its pieces, finished lengths in whole units of the rounding."""
    pieces = made.pieces
    joints = tuple(_joint(spec, school, pieces, i, writer) for i in range(len(pieces)))
    sections = []
    for i, piece in enumerate(pieces):
        below = joints[i + 1].knot if i + 1 < len(pieces) else usual_knot("fine eye")
        ends = [knot_end(joints[i].loop or joints[i].knot, piece.d0), knot_end(below, piece.d1)]
        finished = round(piece.units * unit, 3)
        ready = piece.group == "packet"
        sections.append(
            LeaderSection(
                group=piece.group,
                name=_name(piece, pieces, i),
                spool_id=piece.spool.id if piece.spool else None,
                spool=f"{piece.spool.number} · {piece.spool.label}" if piece.spool else piece.name,
                material=piece.material,
                d0_mm=piece.d0,
                d1_mm=piece.d1,
                length_mm=finished,
                cut_mm=finished if ready else rounded_cut(finished + sum(sum(end) for end in ends)),
                strength_n=round(_wet(piece, piece.d1), 3),
            )
        )
    total = round(sum(p.units for p in pieces) * unit, 3)
    broken = list(made.broken)
    if spec.most_rods is not None and total > spec.most_rods * spec.rod_mm + 1e-6:
        broken.append(
            say(
                "longer-than-rod-lengths",
                most_rods=f"{spec.most_rods:g}",
                most_rods_2=writer.text("length", spec.most_rods * spec.rod_mm / 1000),
            )
        )
    cast, note = _cast(spec, school, sections, unit, writer)
    weak = min(
        [
            (j.holds_n, say("above", split=j.knot.name.split(",")[0].lower(), name=s.name))
            for j, s in zip(joints, sections, strict=True)
        ]
        + [(s.strength_n, s.name) for s in sections]
    )
    held = [
        HungLine(s.length_mm / 1000, (s.d0_mm + s.d1_mm) / 2000, s.material.density_kg_m3)
        for s in sections
        if s.group != "tippet"
    ]
    contact = school.kind in ("contact", "tapered contact")
    return LeaderDesign(
        school=school.key,
        total_mm=total,
        fits=not broken,
        broken=tuple(broken),
        missing=made.missing,
        sections=tuple(sections),
        joints=joints,
        uses=_uses(sections, spec.spools),
        cast=cast,
        cast_note=note,
        sag_m=round(sag_of(held, *HELD_PULL).sag, 3) if contact and held else None,
        weakest_n=round(weak[0], 3),
        weakest=weak[1],
        remarks=made.remarks,
    )


def _name(piece: Piece, pieces: Sequence[Piece], i: int) -> str:
    if piece.group == "packet":
        return (
            (say("level-butt"), say("taper"), say("level-tip"))[min(i, 2)]
            if len(pieces) > 3
            else say("ready-made-part")
        )
    same = [p for p in pieces if p.group == piece.group]
    which = f" {[id(p) for p in same].index(id(piece)) + 1}" if len(same) > 1 else ""
    return PIECES[piece.group] + which


def _wet(piece: Piece, mm: float) -> float:
    spool = piece.spool
    level = spool is not None and abs(mm - spool.diameter_mm) < 1e-6
    return wet_strength(piece.material, mm / 1000, spool.told if spool and level else None)


def _joint(spec: LeaderSpec, school: School, pieces: Sequence[Piece], i: int, writer: Writer) -> LeaderJoint:
    below = pieces[i]
    if i == 0:
        loop, hands = usual_knot("leader loop"), usual_knot("handshake")
        share = knot_efficiency(loop, below.material) * knot_efficiency(hands, below.material)
        return LeaderJoint(
            knot=hands,
            loop=loop,
            why=say("perfection-loop-handshake-lines"),
            step_mm=round(spec.line_tip_mm - below.d0, 4),
            ratio=round(spec.line_tip_mm / below.d0, 3),
            stiffness=0.0,
            hinge="fine",
            holds_n=round(share * _wet(below, below.d0), 3),
        )
    above = pieces[i - 1]
    one_piece = above.group == "packet" and below.group == "packet"
    ratio = max(above.d1, below.d0) / min(above.d1, below.d0)
    stiffness = stiffness_ratio(above.material.e_gpa, above.d1, below.material.e_gpa, below.d0)
    cast = school.kind in ("taper", "packet")
    knot, ring, why = _knot(spec, above, below, ratio)
    if one_piece:
        knot, ring, why = usual_knot("unbroken"), False, say("one-piece-nothing-tied")
    upper = knot_efficiency(knot, above.material) * _wet(above, above.d1)
    lower = knot_efficiency(knot, below.material) * _wet(below, below.d0)
    factor = 1.0 if ring or one_piece else unlike_factor(above.material, above.d1, below.material, below.d0)
    holds = factor * min(upper, lower)
    return LeaderJoint(
        knot=knot,
        ring=ring,
        why=why,
        step_mm=round(above.d1 - below.d0, 4),
        ratio=round(ratio, 3),
        stiffness=round(stiffness, 2),
        hinge=grade(stiffness) if cast and not one_piece else "fine",
        holds_n=round(holds, 3),
    )


def _knot(spec: LeaderSpec, above: Piece, below: Piece, ratio: float) -> tuple[Knot, bool, str]:
    wanted = knots().get(spec.joint) or usual_knot("step")
    joint, other = usual_knot("joint"), usual_knot("unlike")
    unlike = above.material.family != below.material.family
    if below.group == "tippet" and (spec.ring or (unlike and above.group in ("sighter", "packet"))):
        why = say("ring-unlike-lines-tippet") if unlike else say("ring-you-like-tippet")
        return usual_knot("ring"), True, why
    if ratio <= wanted.largest_ratio and not unlike:
        return wanted, False, say("like-lines-ratio-what", short=wanted.short, ratio=f"{ratio:.2f}")
    if ratio <= joint.largest_ratio:
        reason = (
            say("unlike-lines") if unlike else say("ratio-too-much", ratio=f"{ratio:.2f}", short=wanted.short.lower())
        )
        return joint, False, f"{joint.short}: {reason}."
    return other, False, say("ratio", short=other.short, ratio=f"{ratio:.2f}")


def _cast(
    spec: LeaderSpec, school: School, sections: Sequence[LeaderSection], unit: float, writer: Writer
) -> tuple[Cast | None, str]:
    if school.kind in ("contact", "tapered contact"):
        return None, say("turnover-does-not-apply")
    cast = [CastSection(s.length_mm / 1000, s.d0_mm / 1000, s.d1_mm / 1000, s.material.density_kg_m3) for s in sections]
    length = sum(s.length for s in cast)
    masses = masses_of(spec, length)
    last = masses[-1].name
    names = [f"{i + 1}. {s.name}" for i, s in enumerate(sections)]
    return cast_of(cast, masses, spec.stroke, spec.wind_m_s, writer, names, last), ""


def _uses(sections: Sequence[LeaderSection], spools: Sequence[Spool]) -> tuple[Use, ...]:
    uses = []
    for spool in spools:
        metres = sum(s.cut_mm for s in sections if s.spool_id == spool.id) / 1000
        if metres > 0:
            uses.append(
                Use(
                    spool_id=spool.id,
                    name=f"{spool.number} · {spool.label}",
                    metres=round(metres, 3),
                    left_m=round(spool.left_m - metres, 3),
                    short=spool.left_m < metres,
                )
            )
    return tuple(uses)
