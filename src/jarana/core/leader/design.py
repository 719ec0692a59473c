"""The designer: from a school, a length and the spools a person owns to a leader that can be tied."""

from __future__ import annotations

import math
from collections.abc import Sequence
from itertools import pairwise

from jarana.core.errors import InputError
from jarana.core.law import doubts, listening
from jarana.core.leader.cast import KICKS, failing_wind, run_loop
from jarana.core.leader.chain_of_spools import (
    BUTT_BEST,
    OVER,
    Limits,
    ladder,
    missing,
    paths,
    tapers,
)
from jarana.core.leader.pieces import Made, Piece, masses_of, sections_of
from jarana.core.leader.spec import (
    Group,
    LeaderDesign,
    LeaderSpec,
    School,
    Shares,
    schools,
)
from jarana.core.leader.written import written
from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.knot import knots
from jarana.core.tackle.packet import diameter_at, packets
from jarana.core.unit_rules import INCH
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
one = one of{" "}
knot-between-two-lines = a knot between two lines: { $wanted }
most-four-fifths-leader = at most four fifths of the leader
no-tippet-mm-nearest = no tippet of { $tippet_mm } mm: { $diameter_mm } is the nearest
tippet-mm = a tippet of { $tippet_mm } mm
no-spool-taper-from = no spool to taper from
butt-nylon-from-0 = butt nylon from 0.30 mm up
sections-under-mm-leader = sections under { $least_section_mm } mm: the leader is too short for its steps
butt = a butt
butt-too-thin-or = the butt is too thin or too stout: 50 to 75 % of the fly line's tip carries on
step-between-mm-over = the step between { $where } mm is over { $step } mm or ratio { $ratio }
sighter-0-14-0 = a sighter of 0.14 to 0.18 mm
too-short-sighter-tippet = too short for its sighter and tippet
tippet-comes-m-longer = with a tippet it comes to { $long } m: longer than asked for
""",
)

UNITS_MM = {"5 mm": 5.0, "quarter inch": INCH * 250}
ROUGH = 0.03
"""m of line per step while looking for the best leader."""
NEAR_MM = 0.008
"""A tippet within this of what was asked for is that."""
BUTT_GROUP = 0.75
"""Sections at least so thick, as a share of the butt, belong to the butt."""
SIGHTER_MM = 600.0
CONTACT_MM = 0.18
CONTACT_BUTT_MM = 0.45
CALM_WORTH, KNOT_COSTS = 0.05, 0.05
"""m/s of head wind that 1 m/s of the last fly, and a knot less, are worth."""


def design(spec: LeaderSpec, writer: Writer) -> LeaderDesign:
    """Return the leader of a specification; where no rule can be kept, the nearest one and what is missing.

    Raises
    ------
    InputError
        Naming what cannot be meant at all.
    """
    school = schools().get(spec.school)
    if school is None:
        raise InputError.one("school", spec.school, say("one") + ", ".join(schools()))
    if spec.joint not in knots() or "line" not in knots()[spec.joint].joins:
        wanted = ", ".join(k for k, knot in knots().items() if "line" in knot.joins)
        raise InputError.one("joint", spec.joint, say("knot-between-two-lines", wanted=wanted))
    spools = spec.spools or ladder()
    unit = UNITS_MM[spec.round_to]
    total = max(round(spec.total_mm / unit), 4)
    if spec.tippet_length_mm is not None and school.kind == "taper" and spec.tippet_length_mm > 0.8 * spec.total_mm:
        raise InputError.one("tippet_length_mm", f"{spec.tippet_length_mm:g}", say("most-four-fifths-leader"))
    made = MAKERS[school.kind](spec, school, spools, total, unit)
    with listening() as heard:
        leader = written(spec, school, made, unit, writer)
    rows = heard.rows
    said = {"remarks": (*leader.remarks, *doubts(rows, writer)), "broken": leader.broken, "missing": leader.missing}
    marked = {name: tuple(writer.marked(text) for text in texts) for name, texts in said.items()}
    joints = tuple(j.model_copy(update={"why": writer.marked(j.why)}) for j in leader.joints)
    return leader.model_copy(update={"laws": rows, "joints": joints} | marked)


def _tippet(spec: LeaderSpec, spools: Sequence[Spool]) -> tuple[Spool, list[str], list[str]]:
    fits = [s for s in spools if s.material.look not in ("sighter", "mono", "coated", "braid")] or list(spools)
    best = min(fits, key=lambda s: (round(abs(s.diameter_mm - spec.tippet_mm), 3), s.material.key != "nylon-tippet"))
    if abs(best.diameter_mm - spec.tippet_mm) <= NEAR_MM:
        return best, [], []
    return (
        best,
        [say("no-tippet-mm-nearest", tippet_mm=f"{spec.tippet_mm:.2f}", diameter_mm=f"{best.diameter_mm:.3g}")],
        [say("tippet-mm", tippet_mm=f"{spec.tippet_mm:.2f}")],
    )


def _taper(spec: LeaderSpec, school: School, spools: Sequence[Spool], total: int, unit: float) -> Made:
    tippet, broken, lacks = _tippet(spec, spools)
    limits = Limits(spec.largest_step_mm, spec.largest_ratio, spec.line_tip_mm)
    found = paths([s for s in spools if tapers(s.material)], tippet, limits)
    if not found or (len(found[0][1]) < 2 and len(found) == 1):
        lone = Piece("tippet", tippet, tippet.material, tippet.diameter_mm, tippet.diameter_mm, total)
        return Made((lone,), (say("no-spool-taper-from"), *broken), (say("butt-nylon-from-0"), *lacks))
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
        broken.append(say("sections-under-mm-leader", least_section_mm=f"{spec.least_section_mm:g}"))
    chosen = best[1]
    wrong = missing([p.spool for p in chosen if p.spool], limits)
    if wrong:
        broken += [_broken(line, limits) for line in wrong]
        lacks += wrong
    return Made(chosen, tuple(broken), tuple(lacks))


def _broken(line: str, limits: Limits) -> str:
    if line.startswith(say("butt")):
        return say("butt-too-thin-or")
    where = line.partition("between ")[2].partition(":")[0].removesuffix(" mm")
    return say("step-between-mm-over", where=where, step=f"{limits.step:g}", ratio=f"{limits.ratio:g}")


def _around(share: float, tolerance: float) -> tuple[float, ...]:
    return (share,) if tolerance <= 0 else (share, share - tolerance, share + tolerance)


def _shared(
    spec: LeaderSpec, path: Sequence[Spool], butt: float, tippet: float, total: int, unit: float
) -> tuple[Piece, ...] | None:
    """Return the pieces of a chain by shares; None where a section would be shorter than allowed."""
    groups = _groups(path)
    upper = path[:-1]
    thick = upper[: groups.count("butt")]
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
    return _pieces(path, counts)


def _even(path: Sequence[Spool], total: int) -> tuple[Piece, ...]:
    return _pieces(path, rounded([total / len(path)] * len(path), total))


def _groups(path: Sequence[Spool]) -> list[Group]:
    """Return what each spool of a chain is: butt while it is nearly as thick as the first, then steps, the last the tippet."""
    butt = BUTT_GROUP * path[0].diameter_mm
    return [*("butt" if s.diameter_mm >= butt else "step" for s in path[:-1]), "tippet"]


def _pieces(path: Sequence[Spool], counts: Sequence[int]) -> tuple[Piece, ...]:
    return tuple(
        Piece(group, spool, spool.material, spool.diameter_mm, spool.diameter_mm, n)
        for group, spool, n in zip(_groups(path), path, counts, strict=True)
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
        lacks.append(say("sighter-0-14-0"))
    if total - tip - mark < round(spec.least_section_mm / unit):
        raise InputError.one("total_mm", f"{spec.total_mm:g}", say("too-short-sighter-tippet"))
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
        lacks.append(say("sighter-0-14-0"))
    tip, mark = round((spec.tippet_length_mm or 1000) / unit), round(SIGHTER_MM / unit)
    above = total - tip - mark
    if above < len(path) - 1 or above <= 0:
        raise InputError.one("total_mm", f"{spec.total_mm:g}", say("too-short-sighter-tippet"))
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
        remarks.append(say("tippet-comes-m-longer", long=f"{long / 1000:.2f}"))
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


def _score(spec: LeaderSpec, pieces: tuple[Piece, ...], unit: float) -> float:
    """Return a leader's margin: the head wind in which it just fails; where it dies today, how far it came."""
    sections = sections_of(pieces, unit)
    length = sum(s.length for s in sections)
    masses = masses_of(spec, length)
    result = run_loop(sections, masses, spec.stroke, spec.wind_m_s, ROUGH)
    end = result.at.get(masses[-1].name)
    if end is None:
        return -100 + (result.died_at or 0.0)
    fails = failing_wind(sections, masses, spec.stroke, masses[-1].name, ROUGH)
    return fails + CALM_WORTH * min(end.speed, KICKS) - KNOT_COSTS * len(pieces)
