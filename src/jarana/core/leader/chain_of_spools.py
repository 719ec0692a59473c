"""Which spools follow each other from butt to tippet: steps within the limits, or the nearest there is."""

from __future__ import annotations

import math
from collections.abc import Sequence
from dataclasses import dataclass
from itertools import pairwise

from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.material import Material, materials
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
butt = butt { $mm }
sighter = sighter { $mm }
coloured = coloured { $mm }
butt-mm = a butt of { $low } to { $high } mm
to = { $low } to { $high }
mm-between = { $one } mm, between { $a } and { $b }
least-two-between-mm = at least two between { $a } and { $b } mm: about { $low } and { $high }
""",
)

MOST_SECTIONS = 12
BUTT_LEAST, BUTT_BEST, BUTT_MOST = 0.50, 0.65, 0.75
"""Butt as a share of the fly line's tip: 60 to 70 % is practice, this is what still carries on."""
OVER = 1000.0
"""Cost of a broken limit, so that a path that breaks none always wins."""
BUTT_WEIGHT = 20.0
"""A butt that is far too thin carries nothing on: it costs more than a step that is too large."""
LADDER_BUTTS = (0.60, 0.55, 0.50, 0.45, 0.40, 0.35, 0.30, 0.25)


@dataclass(frozen=True)
class Limits:
    """Largest step mm and ratio, and the fly line's tip mm the butt is fitted to (None: no butt to fit)."""

    step: float
    ratio: float
    tip: float | None


def ladder() -> tuple[Spool, ...]:
    """Return the reference ladder: butt nylon by 0.05 mm, tippet nylon in X numbers, sighters and coloured mono."""
    butts = [_of("nylon-butt", mm, say("butt", mm=f"{mm:.2f}"), i) for i, mm in enumerate(LADDER_BUTTS)]
    tippets = [_of("nylon-tippet", round((0.011 - x / 1000) * 25.4, 4), f"{x}X", 50 + x) for x in range(1, 9)]
    contact = [_of("sighter", mm, say("sighter", mm=f"{mm:.2f}"), 70 + i) for i, mm in enumerate((0.14, 0.16, 0.18))]
    contact += [
        _of("coloured-mono", mm, say("coloured", mm=f"{mm:.2f}"), 80 + i) for i, mm in enumerate((0.16, 0.18, 0.20))
    ]
    return (*butts, *tippets, *contact)


def allowed(above: float, below: float, limits: Limits) -> bool:
    """Say whether a step from one diameter to the next is within the limits."""
    return above - below <= limits.step + 1e-9 and above / below <= limits.ratio + 1e-9


def tapers(material: Material) -> bool:
    """Say whether a material is cast as part of a taper: clear or butt nylon, no sighter, no coloured mono."""
    return material.family == "nylon" and material.key not in ("sighter", "coloured-mono")


def paths(spools: Sequence[Spool], tippet: Spool, limits: Limits) -> list[tuple[float, tuple[Spool, ...]]]:
    """Return the best chain for every number of sections, with its cost; the tippet is the last of each.

    Dynamic programming over the number of sections: the cost of a chain is how uneven its steps are and how far its butt is from the
    best share of the fly line's tip; limits that are broken cost so much that they are only broken where nothing else is.
    """
    steps = sorted((s for s in _thickest_first(spools) if s.diameter_mm > tippet.diameter_mm + 1e-6), key=_thickness)
    chain: list[Spool] = [*steps, tippet]
    n = len(chain)
    best: list[list[tuple[float, int | None]]] = [[(_butt_cost(s, limits), None) for s in chain]]
    for _ in range(1, min(MOST_SECTIONS, n)):
        row: list[tuple[float, int | None]] = []
        for j in range(n):
            options = [
                (best[-1][i][0] + _step_cost(chain[i].diameter_mm, chain[j].diameter_mm, limits), i) for i in range(j)
            ]
            row.append(min(options, key=lambda o: o[0], default=(math.inf, None)))
        best.append(row)
    found = []
    for k in range(len(best)):
        cost = best[k][n - 1][0]
        if not math.isfinite(cost) or (k == 0 and n > 1):
            continue
        at: int | None = n - 1
        path: list[Spool] = []
        for level in range(k, -1, -1):
            assert at is not None
            path.append(chain[at])
            at = best[level][at][1]
        found.append((cost, tuple(reversed(path))))
    return found


def missing(path: Sequence[Spool], limits: Limits) -> list[str]:
    """Return what diameters would mend a chain, a line each."""
    lines = []
    if limits.tip is not None and not BUTT_LEAST <= path[0].diameter_mm / limits.tip <= BUTT_MOST:
        low, high = 0.6 * limits.tip, 0.7 * limits.tip
        lines.append(say("butt-mm", low=f"{low:.2f}", high=f"{high:.2f}"))
    for above, below in pairwise(path):
        a, b = above.diameter_mm, below.diameter_mm
        if allowed(a, b, limits):
            continue
        low, high = max(a - limits.step, a / limits.ratio), min(b + limits.step, b * limits.ratio)
        if low <= high + 1e-6:
            one = f"{low:.2f}" if high - low < 0.005 else say("to", low=f"{low:.2f}", high=f"{high:.2f}")
            lines.append(say("mm-between", one=one, a=f"{a:.3g}", b=f"{b:.3g}"))
        else:
            lines.append(say("least-two-between-mm", a=f"{a:.3g}", b=f"{b:.3g}", low=f"{low:.2f}", high=f"{high:.2f}"))
    return lines


def _thickest_first(spools: Sequence[Spool]) -> list[Spool]:
    """Return one spool of each diameter, to the nearest 0.005 mm: the fullest."""
    kept: dict[int, Spool] = {}
    for spool in spools:
        key = round(spool.diameter_mm * 200)
        if key not in kept or spool.left_m > kept[key].left_m:
            kept[key] = spool
    return list(kept.values())


def _thickness(spool: Spool) -> float:
    return -spool.diameter_mm


def _butt_cost(spool: Spool, limits: Limits) -> float:
    if limits.tip is None:
        return 0.0
    share = spool.diameter_mm / limits.tip
    off = max(BUTT_LEAST - share, share - BUTT_MOST, 0.0)
    return 4 * (share - BUTT_BEST) ** 2 + (OVER * (1 + BUTT_WEIGHT * off) if off > 1e-9 else 0.0)


def _step_cost(above: float, below: float, limits: Limits) -> float:
    if below >= above:
        return math.inf
    ratio = math.log(above / below)
    over = max((above - below) / limits.step, ratio / math.log(limits.ratio)) - 1
    return ratio * ratio + (0.0 if allowed(above, below, limits) else OVER * (1 + over))


def _of(material: str, mm: float, label: str, number: int) -> Spool:
    return Spool(
        id=f"ladder-{material}-{mm:g}",
        number=number,
        label=label,
        material=materials()[material],
        diameter_mm=mm,
        left_m=1000,
    )
