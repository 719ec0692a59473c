"""Shares as anglers say them: of ten drifts, or seldom."""

from __future__ import annotations

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
none = no { $of }
seldom = fewer than 1 { $of } of 20
twenty = 1 { $of } of 20
of-ten = { $count } { $of } of 10
one-of-ten = 1 { $of } of 10
nearly = nearly every { $of }
every = every { $of }
drift = drift
drifts = drifts
take = take
takes = takes
snag = snag
snags = snags
""",
)


COUNTED = {
    "drift": (say("drift"), say("drifts")),
    "take": (say("take"), say("takes")),
    "snag": (say("snag"), say("snags")),
}
"""One and several of what a share is of."""


def in_ten(share: float, of: str = "drift") -> str:
    """Return a share of the drifts, or the takes, in words.

    Examples
    --------
    >>> in_ten(0.72, "take")
    '7 takes of 10'
    >>> in_ten(0.0), in_ten(0.03), in_ten(0.06), in_ten(0.41), in_ten(0.97), in_ten(1.0)
    ('no drift', 'fewer than 1 drift of 20', '1 drift of 20', '4 drifts of 10', 'nearly every drift', 'every drift')
    """
    one, several = COUNTED[of]
    if share <= 0.0:
        return say("none", of=one)
    if share >= 1.0:
        return say("every", of=one)
    if share > 0.95:
        return say("nearly", of=one)
    if share < 0.05:
        return say("seldom", of=one)
    if share < 0.075:
        return say("twenty", of=one)
    count = round(share * 10)
    return say("one-of-ten", of=one) if count <= 1 else say("of-ten", count=count, of=several)
