"""How far the sign of a take is seen."""

from __future__ import annotations

from jarana.core.law import Law, Range

SEEN = Law(
    "how far a float is seen",
    "practice: a float of 10 mm is followed to about 12 m in fair light; the rest in proportion (starting value)",
    {"size": Range(4e-3, 40e-3, "the sign that is watched", "bead", "m")},
    "how far it is seen is a guess",
)
TEN_MM = 0.010
"""m: the sign whose range is told; a sign is followed while it fills about three minutes of arc."""
WAVE, LOW_LIGHT = 0.7, 0.5
"""Shares of the range that a wave leaves (practice), and the light before dark (guess)."""
MOST_M = 20.0


def seen_to(size: float, sight: float, wave: bool = False, dark: bool = False) -> float:
    """Return how far a sign of `size` m is followed, m; `sight` is how far one of 10 mm is in fair light, m.

    Examples
    --------
    >>> seen_to(0.010, 12.0), round(seen_to(0.010, 12.0, wave=True), 1), seen_to(0.010, 12.0, dark=True)
    (12.0, 8.4, 6.0)
    """
    SEEN.ask(size=size)
    return min(sight * size / TEN_MM, max(MOST_M, sight)) * (WAVE if wave else 1.0) * (LOW_LIGHT if dark else 1.0)
