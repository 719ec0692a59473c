"""Knot cards as paths of SVG: the geometry of a drawing, its colours are the reader's."""

from __future__ import annotations

import math

from jarana.core.model import Frozen
from jarana.core.tackle.knot_card import GROUND, LINES, KnotCard, Point, Stroke

TENSION = 1 / 6
"""Of the curve through the points (Catmull and Rom, as cubic Béziers)."""
INK = {"line": "#0F2A33", "end": "#0F2A33", "other": "#66648E", "other-end": "#66648E"}
SHEET = "#FAFCFB"


class Drawn(Frozen):
    """A path, or a mark at a place: its width for a bead, where to for a pull."""

    role: str
    d: str = ""
    x: float = 0.0
    y: float = 0.0
    width: float = 0.0
    dx: float = 0.0
    dy: float = 0.0


def drawn(stroke: Stroke) -> tuple[Drawn, ...]:
    """Return what a stroke is made of: a smooth path, one short path for each turn, or a mark."""
    if stroke.turns:
        return tuple(Drawn(role=stroke.role, d=d) for d in _turns(stroke))
    if stroke.role in LINES:
        return (Drawn(role=stroke.role, d=smooth(stroke.points)),)
    (x, y), *to = stroke.points
    dx, dy = to[0] if to else (0.0, 0.0)
    return (Drawn(role=stroke.role, x=x, y=y, width=stroke.width, dx=dx, dy=dy),)


def smooth(points: tuple[Point, ...]) -> str:
    """Return a smooth path through points.

    Examples
    --------
    >>> smooth(((0, 0), (10, 0)))
    'M0 0C1.67 0 8.33 0 10 0'
    """
    path = [f"M{_n(points[0][0])} {_n(points[0][1])}"]
    ends = (points[0], *points, points[-1])
    for before, a, b, after in zip(ends, ends[1:], ends[2:], ends[3:], strict=False):
        c = (a[0] + (b[0] - before[0]) * TENSION, a[1] + (b[1] - before[1]) * TENSION)
        e = (b[0] - (after[0] - a[0]) * TENSION, b[1] - (after[1] - a[1]) * TENSION)
        path.append("C" + " ".join(f"{_n(x)} {_n(y)}" for x, y in (c, e, b)))
    return "".join(path)


def _turns(stroke: Stroke) -> list[str]:
    """Return the visible half of each turn: a slanted stroke across, from a place to a place."""
    (x0, y0), (x1, y1) = stroke.points[0], stroke.points[-1]
    length = math.hypot(x1 - x0, y1 - y0) or 1.0
    ux, uy = (x1 - x0) / length, (y1 - y0) / length
    step, half = length / stroke.turns, stroke.width / 2
    paths = []
    for k in range(stroke.turns):
        middle = (k + 0.5) * step
        a, b = middle - 0.3 * step, middle + 0.3 * step
        start = (x0 + ux * a - uy * half, y0 + uy * a + ux * half)
        end = (x0 + ux * b + uy * half, y0 + uy * b - ux * half)
        paths.append(smooth((start, ((start[0] + end[0]) / 2, (start[1] + end[1]) / 2), end)))
    return paths


def card_svg(card: KnotCard) -> str:
    """Return a card as one SVG picture, its steps side by side."""
    width, height = GROUND
    parts = []
    for i, step in enumerate(card.steps):
        inner = "".join(_svg(piece) for stroke in step.strokes for piece in drawn(stroke))
        parts.append(f'<g transform="translate({_n(i * (width + 6))} 0)"><title>{step.says}</title>{inner}</g>')
    total = len(card.steps) * (width + 6)
    return (
        f'<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 {_n(total)} {_n(height)}" role="img" '
        f'aria-label="{card.name}" fill="none" stroke-linecap="round">{"".join(parts)}</svg>'
    )


def _svg(piece: Drawn) -> str:
    if piece.d:
        ink = INK[piece.role]
        core = f'<path d="{piece.d}" stroke="{SHEET}" stroke-width="1.4"/>' if piece.role.endswith("end") else ""
        return (
            f'<path d="{piece.d}" stroke="{SHEET}" stroke-width="5.4"/>'
            f'<path d="{piece.d}" stroke="{ink}" stroke-width="3.2"/>{core}'
        )
    x, y = _n(piece.x), _n(piece.y)
    if piece.role == "bead":
        return f'<circle cx="{x}" cy="{y}" r="{_n(piece.width)}" fill="{SHEET}" stroke="{INK["line"]}"/>'
    return f'<circle cx="{x}" cy="{y}" r="3.6" fill="none" stroke="{INK["line"]}" stroke-width="1.6"/>'


def _n(value: float) -> str:
    return f"{value:.2f}".rstrip("0").rstrip(".")
