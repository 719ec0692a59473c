"""How far the sign of a take is seen."""

from __future__ import annotations

from jarana.core.law import Law, Range

SEEN = Law(
    "how far a float is seen",
    "practice: a float of 10 mm is followed to about 12 m in fair light; the rest in proportion (starting value)",
    {"size": Range(4e-3, 40e-3, "the sign that is watched", "bead", "m")},
    "how far it is seen is a guess",
)
PER_SIZE = 1200.0
"""Range over size: a sign is followed while it fills about three minutes of arc."""
WAVE, WAVE_M_S = 0.7, 4.0
"""Share of the range that a wave leaves, from this wind on."""
MOST_M = 20.0


def seen_to(size: float, wind: float) -> float:
    """Return how far a sign of `size` m is followed, m.

    Examples
    --------
    >>> seen_to(0.010, 0.0), round(seen_to(0.010, 5.0), 1)
    (12.0, 8.4)
    """
    SEEN.ask(size=size)
    return min(PER_SIZE * size, MOST_M) * (WAVE if wind >= WAVE_M_S else 1.0)
