"""Shares as anglers say them: of ten drifts, or seldom."""

from __future__ import annotations

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
none = no { $of }
seldom = fewer than 1 { $of } of 20
twenty = 1 { $of } of 20
of-ten = { $count } { $of }s of 10
one-of-ten = 1 { $of } of 10
nearly = nearly every { $of }
every = every { $of }
""",
)


def in_ten(share: float, of: str = "drift") -> str:
    """Return a share of the drifts, or the takes, in words.

    Examples
    --------
    >>> in_ten(0.72, "take")
    '7 takes of 10'
    >>> in_ten(0.0), in_ten(0.03), in_ten(0.06), in_ten(0.41), in_ten(0.97), in_ten(1.0)
    ('no drift', 'fewer than 1 drift of 20', '1 drift of 20', '4 drifts of 10', 'nearly every drift', 'every drift')
    """
    if share <= 0.0:
        return say("none", of=of)
    if share >= 1.0:
        return say("every", of=of)
    if share > 0.95:
        return say("nearly", of=of)
    if share < 0.05:
        return say("seldom", of=of)
    if share < 0.075:
        return say("twenty", of=of)
    count = round(share * 10)
    return say("one-of-ten", of=of) if count <= 1 else say("of-ten", count=count, of=of)
