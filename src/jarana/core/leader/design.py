"""The designer: from a school, a length and the spools a person owns to a leader that can be tied."""

from __future__ import annotations

import math
from collections.abc import Iterable, Sequence
from dataclasses import dataclass
from itertools import pairwise

from jarana.core.errors import InputError
from jarana.core.leader.cast import KICKS, Cast, cast_of, failing_wind, run_loop
from jarana.core.leader.chain_of_spools import (
    BUTT_BEST,
    OVER,
    Limits,
    ladder,
    missing,
    paths,
    tapers,
)
from jarana.core.leader.cut_lengths import knot_end, rounded_cut
from jarana.core.leader.hinge import grade, stiffness_ratio
from jarana.core.leader.packet import diameter_at, packets
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.leader.spec import (
    Group,
    LeaderDesign,
    LeaderJoint,
    LeaderSection,
    LeaderSpec,
    School,
    Shares,
    Use,
    schools,
)
from jarana.core.leader.turnover import CastMass, CastSection
from jarana.core.strength.knots import knot_efficiency, unlike_factor
from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.knot import Knot, knots
from jarana.core.tackle.material import Material, dry_strength
from jarana.core.units import INCH, Writer

UNITS_MM = {"5 mm": 5.0, "quarter inch": INCH * 250}
ROUGH = 0.03
"""m of line per step while looking for the best leader."""
NEAR_MM = 0.008
"""A tippet within this of what was asked for is that."""
BUTT_GROUP = 0.75
"""Sections at least so thick, as a share of the butt, belong to the butt."""
SIGHTER_MM, CLEAR_MM = 600.0, 500.0
CONTACT_MM = 0.18
CONTACT_BUTT_MM = 0.45
HELD_PULL = (0.0015, 0.0012)
"""N, horizontal and down: a light rig's pull, under which the sag of contact leaders is told."""
CALM_WORTH, KNOT_COSTS = 0.05, 0.05
"""m/s of head wind that 1 m/s of the last fly, and a knot less, are worth."""


@dataclass(frozen=True)
class Piece:
    """A section before it is written down; lengths in units of the rounding."""

    group: Group
    spool: Spool | None
    material: Material
    d0: float
    d1: float
    units: int
    name: str = ""


def design(spec: LeaderSpec, writer: Writer) -> LeaderDesign:
    """Return the leader of a specification; where no rule can be kept, the nearest one and what is missing.

    Raises
    ------
    InputError
        Naming what cannot be meant at all.
    """
    school = schools().get(spec.school)
    if school is None:
        raise InputError.one("school", spec.school, "one of " + ", ".join(schools()))
    if spec.joint not in knots() or "line" not in knots()[spec.joint].joins:
        wanted = ", ".join(k for k, knot in knots().items() if "line" in knot.joins)
        raise InputError.one("joint", spec.joint, f"a knot between two lines: {wanted}")
    spools = spec.spools or ladder()
    unit = UNITS_MM[spec.round_to]
    total = max(round(spec.total_mm / unit), 4)
    if spec.tippet_length_mm is not None and school.kind == "taper" and spec.tippet_length_mm > 0.8 * spec.total_mm:
        raise InputError.one("tippet_length_mm", f"{spec.tippet_length_mm:g}", "at most four fifths of the leader")
    made = MAKERS[school.kind](spec, school, spools, total, unit)
    return _written(spec, school, made, unit, writer)


@dataclass(frozen=True)
class Made:
    """Pieces, what is broken and what is missing."""

    pieces: tuple[Piece, ...]
    broken: tuple[str, ...] = ()
    missing: tuple[str, ...] = ()
    remarks: tuple[str, ...] = ()


def _tippet(spec: LeaderSpec, spools: Sequence[Spool]) -> tuple[Spool, list[str], list[str]]:
    fits = [s for s in spools if s.material.look not in ("sighter", "mono", "coated", "braid")] or list(spools)
    best = min(fits, key=lambda s: (round(abs(s.diameter_mm - spec.tippet_mm), 3), s.material.key != "nylon-tippet"))
    if abs(best.diameter_mm - spec.tippet_mm) <= NEAR_MM:
        return best, [], []
    return (
        best,
        [f"no tippet of {spec.tippet_mm:.2f} mm: {best.diameter_mm:.3g} is the nearest"],
        [f"a tippet of {spec.tippet_mm:.2f} mm"],
    )


def _taper(spec: LeaderSpec, school: School, spools: Sequence[Spool], total: int, unit: float) -> Made:
    tippet, broken, lacks = _tippet(spec, spools)
    limits = Limits(spec.largest_step_mm, spec.largest_ratio, spec.line_tip_mm)
    found = paths([s for s in spools if tapers(s.material)], tippet, limits)
    if not found or (len(found[0][1]) < 2 and len(found) == 1):
        lone = Piece("tippet", tippet, tippet.material, tippet.diameter_mm, tippet.diameter_mm, total)
        return Made((lone,), ("no spool to taper from", *broken), ("butt nylon from 0.30 mm up", *lacks))
    shares = spec.shares or Shares(butt=school.butt, step=school.step, tippet=school.tippet)
    cheapest = min(cost for cost, _ in found)
    whole = [path for cost, path in found if cost < OVER or cost <= cheapest + 1e-9]
    best: tuple[float, tuple[Piece, ...]] | None = None
    for path in whole:
        for b in _around(shares.butt, spec.tolerance):
            for t in _around(shares.tippet, 0.0 if spec.tippet_length_mm else spec.tolerance):
                pieces = _shared(spec, path, b, t, total, unit)
                if pieces is None:
                    continue
                score = _score(spec, pieces, unit)
                if best is None or score > best[0] + 1e-9:
                    best = (score, pieces)
    if best is None:
        path = min(whole, key=len)
        best = (0.0, _even(path, total))
        broken.append(f"sections under {spec.least_section_mm:g} mm: the leader is too short for its steps")
    chosen = best[1]
    wrong = missing([p.spool for p in chosen if p.spool], limits)
    if wrong:
        broken += [_broken(line, limits) for line in wrong]
        lacks += wrong
    return Made(chosen, tuple(broken), tuple(lacks))


def _broken(line: str, limits: Limits) -> str:
    if line.startswith("a butt"):
        return "the butt is too thin or too stout: 50 to 75 % of the fly line's tip carries on"
    where = line.partition("between ")[2].partition(":")[0].removesuffix(" mm")
    return f"the step between {where} mm is over {limits.step:g} mm or ratio {limits.ratio:g}"


def _around(share: float, tolerance: float) -> tuple[float, ...]:
    return (share,) if tolerance <= 0 else (share, share - tolerance, share + tolerance)


def _shared(
    spec: LeaderSpec, path: Sequence[Spool], butt: float, tippet: float, total: int, unit: float
) -> tuple[Piece, ...] | None:
    """Return the pieces of a chain by shares; None where a section would be shorter than allowed."""
    *upper, last = path
    thick = [s for s in upper if s.diameter_mm >= BUTT_GROUP * upper[0].diameter_mm]
    steps = upper[len(thick) :]
    tip_units = round(spec.tippet_length_mm / unit) if spec.tippet_length_mm else tippet * total
    rest = total - tip_units
    middle = max(1 - butt - tippet, 0.0) if steps else 0.0
    whole = butt + middle if butt + middle > 0 else 1.0
    weights = [1.4**-k for k in range(len(thick))]
    wanted = (
        [rest * butt / whole * w / sum(weights) for w in weights]
        if steps
        else [rest * w / sum(weights) for w in weights]
    )
    wanted += [rest * middle / whole / max(len(steps), 1)] * len(steps)
    wanted.append(float(tip_units))
    counts = rounded(wanted, total)
    if min(counts) * unit < spec.least_section_mm - 1e-6:
        return None
    groups: list[Group] = [*(["butt"] * len(thick)), *(["step"] * len(steps)), "tippet"]  # type: ignore[list-item]
    return tuple(
        Piece(group, spool, spool.material, spool.diameter_mm, spool.diameter_mm, n)
        for group, spool, n in zip(groups, (*upper, last), counts, strict=True)
    )


def _even(path: Sequence[Spool], total: int) -> tuple[Piece, ...]:
    counts = rounded([total / len(path)] * len(path), total)
    return tuple(
        Piece("tippet" if s is path[-1] else "butt", s, s.material, s.diameter_mm, s.diameter_mm, n)
        for s, n in zip(path, counts, strict=True)
    )


def rounded(wanted: Sequence[float], total: int) -> list[int]:
    """Return whole numbers near the wanted ones that sum exactly to the total (largest remainder).

    Examples
    --------
    >>> rounded([1.5, 1.5, 2.0], 5)
    [2, 1, 2]
    """
    counts = [math.floor(w + 1e-9) for w in wanted]
    order = sorted(range(len(wanted)), key=lambda i: counts[i] - wanted[i])
    for i in range(total - sum(counts)):
        counts[order[i % len(order)]] += 1
    return counts


def _contact(spec: LeaderSpec, school: School, spools: Sequence[Spool], total: int, unit: float) -> Made:
    tippet, broken, lacks = _tippet(spec, spools)
    main = _nearest(spools, ("coloured-mono", "copolymer", "nylon-tippet", "nylon-butt"), CONTACT_MM)
    sighter = _nearest(spools, ("sighter",), main.diameter_mm)
    tip = round((spec.tippet_length_mm or 0.3 * spec.total_mm) / unit)
    mark = round(SIGHTER_MM / unit) if sighter.material.key == "sighter" else 0
    if mark == 0:
        lacks.append("a sighter of 0.14 to 0.18 mm")
    if total - tip - mark < round(spec.least_section_mm / unit):
        raise InputError.one("total_mm", f"{spec.total_mm:g}", "too short for its sighter and tippet")
    pieces = [
        Piece("butt", main, main.material, main.diameter_mm, main.diameter_mm, total - tip - mark),
        Piece("tippet", tippet, tippet.material, tippet.diameter_mm, tippet.diameter_mm, tip),
    ]
    if mark:
        pieces.insert(1, Piece("sighter", sighter, sighter.material, sighter.diameter_mm, sighter.diameter_mm, mark))
    return Made(tuple(pieces), tuple(broken), tuple(lacks))


def _tapered_contact(spec: LeaderSpec, school: School, spools: Sequence[Spool], total: int, unit: float) -> Made:
    tippet, broken, lacks = _tippet(spec, spools)
    sighter = _nearest(spools, ("sighter", "coloured-mono"), 0.18)
    limits = Limits(spec.largest_step_mm, spec.largest_ratio, CONTACT_BUTT_MM / BUTT_BEST)
    upper = [s for s in spools if tapers(s.material) and s.diameter_mm <= CONTACT_BUTT_MM + 1e-9]
    found = paths(upper, sighter, limits)
    cost, path = (
        min(found, key=lambda f: (f[0] >= OVER, len(f[1]) if f[0] < OVER else f[0])) if found else (0.0, (sighter,))
    )
    if sighter.material.key != "sighter":
        lacks.append("a sighter of 0.14 to 0.18 mm")
    tip, mark = round((spec.tippet_length_mm or 1000) / unit), round(SIGHTER_MM / unit)
    above = total - tip - mark
    if above < len(path) - 1 or above <= 0:
        raise InputError.one("total_mm", f"{spec.total_mm:g}", "too short for its sighter and tippet")
    weights = [1.3**-k for k in range(len(path) - 1)]
    counts = rounded([above * w / sum(weights) for w in weights], above) if weights else []
    pieces = [
        Piece("butt" if i == 0 else "step", s, s.material, s.diameter_mm, s.diameter_mm, n)
        for i, (s, n) in enumerate(zip(path[:-1], counts, strict=True))
    ]
    pieces.append(
        Piece(
            "sighter",
            sighter,
            sighter.material,
            sighter.diameter_mm,
            sighter.diameter_mm,
            mark + (0 if counts else above),
        )
    )
    pieces.append(Piece("tippet", tippet, tippet.material, tippet.diameter_mm, tippet.diameter_mm, tip))
    wrong = missing(path, limits) if cost >= OVER else []
    return Made(tuple(pieces), tuple(broken + [_broken(w, limits) for w in wrong]), tuple(lacks + wrong))


def _level(spec: LeaderSpec, school: School, spools: Sequence[Spool], total: int, unit: float) -> Made:
    tippet, broken, lacks = _tippet(spec, spools)
    piece = Piece("tippet", tippet, tippet.material, tippet.diameter_mm, tippet.diameter_mm, total)
    return Made((piece,), tuple(broken), tuple(lacks))


def _ready_made(spec: LeaderSpec, school: School, spools: Sequence[Spool], total: int, unit: float) -> Made:
    """Return a packet or coated leader as it is now, and tippet for the rest of the length."""
    packet = spec.packet or packets()["coated-slow" if school.kind == "sinking" else "2.7-0.18"]
    tippet, broken, lacks = _tippet(spec, spools)
    remarks = []
    edges = [0.0, packet.butt_m, packet.butt_m + packet.taper_m, packet.new_length]
    own = []
    for a, b in pairwise([min(e, packet.length) for e in edges]):
        if b - a > 1e-6:
            own.append((b - a, diameter_at(packet, a), diameter_at(packet, b)))
    # A ready-made leader is as long as it is: what it has over whole units the tippet gives back.
    units = [max(round(length * 1000 / unit), 1) for length, _, _ in own]
    tip = total - sum(units)
    if tip * unit < 150:
        tip = max(round((spec.tippet_length_mm or 900) / unit), 1)
        long = (sum(units) + tip) * unit
        remarks.append(f"with a tippet it comes to {long / 1000:.2f} m: longer than asked for")
    pieces = [
        Piece("packet", None, packet.material, round(d0, 4), round(d1, 4), n, packet.name)
        for (_, d0, d1), n in zip(own, units, strict=True)
    ]
    pieces.append(Piece("tippet", tippet, tippet.material, tippet.diameter_mm, tippet.diameter_mm, tip))
    return Made(tuple(pieces), tuple(broken), tuple(lacks), tuple(remarks))


MAKERS = {
    "taper": _taper,
    "contact": _contact,
    "tapered contact": _tapered_contact,
    "level": _level,
    "sinking": _ready_made,
    "packet": _ready_made,
}


def _nearest(spools: Sequence[Spool], keys: Sequence[str], mm: float) -> Spool:
    for key in keys:
        fits = [s for s in spools if s.material.key == key]
        if fits:
            return min(fits, key=lambda s: abs(s.diameter_mm - mm))
    return min(spools, key=lambda s: abs(s.diameter_mm - mm))


def _sections(pieces: Iterable[Piece], unit: float) -> list[CastSection]:
    return [CastSection(p.units * unit / 1000, p.d0 / 1000, p.d1 / 1000, p.material.density_kg_m3) for p in pieces]


def _masses(spec: LeaderSpec, length: float) -> list[CastMass]:
    flies = spec.flies
    if not flies:
        return [CastMass(length, 20e-6, 12e-6, "a small dry")]
    return [
        CastMass(max(length - f.above_point_mm / 1000, 0.01), f.mass_mg * 1e-6, f.drag_area_mm2 * 1e-6, f.name)
        for f in flies
    ]


def _score(spec: LeaderSpec, pieces: tuple[Piece, ...], unit: float) -> float:
    """Return a leader's margin: the head wind in which it just fails; where it dies today, how far it came."""
    sections = _sections(pieces, unit)
    length = sum(s.length for s in sections)
    masses = _masses(spec, length)
    result = run_loop(sections, masses, spec.stroke, spec.wind_m_s, ROUGH)
    end = result.at.get(masses[-1].name)
    if end is None:
        return -100 + (result.died_at or 0.0)
    fails = failing_wind(sections, masses, spec.stroke, masses[-1].name, ROUGH)
    return fails + CALM_WORTH * min(end.speed, KICKS) - KNOT_COSTS * len(pieces)


def _written(spec: LeaderSpec, school: School, made: Made, unit: float, writer: Writer) -> LeaderDesign:
    pieces = made.pieces
    joints = tuple(_joint(spec, school, pieces, i, writer) for i in range(len(pieces)))
    sections = []
    for i, piece in enumerate(pieces):
        below = joints[i + 1].knot if i + 1 < len(pieces) else knots()["slip-through"]
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
            f"longer than {spec.most_rods:g} rod lengths ({writer.text('length', spec.most_rods * spec.rod_mm / 1000)})"
        )
    cast, note = _cast(spec, school, sections, unit, writer)
    weak = min(
        [
            (j.holds_n, f"{j.knot.name.split(',')[0].lower()} above the {s.name}")
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
        return ("level butt", "taper", "level tip")[min(i, 2)] if len(pieces) > 3 else "ready-made part"
    same = [p for p in pieces if p.group == piece.group]
    which = f" {[id(p) for p in same].index(id(piece)) + 1}" if len(same) > 1 else ""
    return {"butt": "butt", "step": "step", "tippet": "tippet", "sighter": "sighter"}[piece.group] + which


def _wet(piece: Piece, mm: float) -> float:
    spool = piece.spool
    if spool and spool.strength_kg and abs(mm - spool.diameter_mm) < 1e-6:
        wet = 1.0 if spool.strength_state == "wet" else piece.material.wet_share
        return spool.strength_kg * 9.80665 * wet
    return dry_strength(piece.material, mm / 1000) * piece.material.wet_share


def _joint(spec: LeaderSpec, school: School, pieces: Sequence[Piece], i: int, writer: Writer) -> LeaderJoint:
    table, below = knots(), pieces[i]
    if i == 0:
        share = knot_efficiency(table["perfection-loop"], below.material) * knot_efficiency(
            table["loop-to-loop"], below.material
        )
        return LeaderJoint(
            knot=table["loop-to-loop"],
            loop=table["perfection-loop"],
            why="A perfection loop, handshake with the line's: changed in seconds, true to the axis.",
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
        knot, ring, why = knots()["one-piece"], False, "One piece: nothing is tied here."
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
    table = knots()
    wanted = table[spec.joint]
    unlike = above.material.family != below.material.family
    if below.group == "tippet" and (spec.ring or (unlike and above.group in ("sighter", "packet"))):
        why = (
            "A ring: unlike lines, and tippet is renewed without cutting the leader."
            if unlike
            else "A ring, as you like it: tippet is renewed without cutting the leader."
        )
        return table["clinch"], True, why
    if ratio <= wanted.largest_ratio and not unlike:
        return wanted, False, f"{wanted.name.split(',')[0]}: like lines, ratio {ratio:.2f}, what you prefer."
    if ratio <= table["water"].largest_ratio:
        reason = (
            "unlike lines" if unlike else f"ratio {ratio:.2f} is too much for a {wanted.name.split(',')[0].lower()}"
        )
        return table["water"], False, f"Water knot: {reason}."
    return table["double-uni"], False, f"Double uni: ratio {ratio:.2f}."


def _cast(
    spec: LeaderSpec, school: School, sections: Sequence[LeaderSection], unit: float, writer: Writer
) -> tuple[Cast | None, str]:
    if school.kind in ("contact", "tapered contact"):
        return None, "Turnover does not apply: the flies throw the line, flicked or lobbed on a tight line."
    cast = [CastSection(s.length_mm / 1000, s.d0_mm / 1000, s.d1_mm / 1000, s.material.density_kg_m3) for s in sections]
    length = sum(s.length for s in cast)
    masses = _masses(spec, length)
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
