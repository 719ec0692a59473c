"""What may be the cause where drifts touch less, or more, than they should: the hand first, never one cause alone from ticks."""

from __future__ import annotations

import math

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
faster = you lead about { $by } faster than you think
slower = you lead about { $by } slower than you think
deeper = it is { $by } deeper
shallower = it is { $by } shallower
quicker = it runs { $by } faster
lazier = it runs { $by } slower
or = { $a }, or { $b }
tell-hand = A minute watching your lead against the bubbles would tell, or a sounding, or a paced throw.
tell-water = A sounding would tell, or a paced throw.
tell-lead = A minute watching your lead against the bubbles would tell, or a paced throw.
tell-pace = A paced throw would tell.
""",
)
LEAST_PART = 0.15
"""A cause is named where it makes up so much of what the ticks teach, as a share of the direction."""
MOST_OFF = 0.8
"""A cause that would have to be off by more is not named."""
NAMES = {"hand": ("faster", "slower"), "depth": ("deeper", "shallower"), "pace": ("quicker", "lazier")}


def causes(parts: dict[str, float], spreads: dict[str, float], shift: float) -> str:
    """Return each cause that alone would shift the index by so many of its spreads; empty where none would.

    Parameters
    ----------
    parts
        How much of the direction hand, depth and pace are, −1 to 1.
    spreads
        Their spreads of the logarithm.
    """
    told = []
    for key, names in NAMES.items():
        part, spread = parts.get(key, 0.0), spreads.get(key, 0.0)
        if abs(part) < LEAST_PART or spread <= 0:
            continue
        off = math.expm1(spread * shift / part)
        if abs(off) <= MOST_OFF:
            told.append(say(names[0 if off > 0 else 1], by=f"{abs(off) * 100:.0f} %"))
    text = told[0] if told else ""
    for cause in told[1:]:
        text = say("or", a=text, b=cause)
    return text


def would_tell(parts: dict[str, float], sounded: bool = False) -> str:
    """Return what would tell the causes apart; no sounding where there is one."""
    if abs(parts.get("hand", 0.0)) >= LEAST_PART:
        return say("tell-lead" if sounded else "tell-hand")
    return say("tell-pace" if sounded else "tell-water")
