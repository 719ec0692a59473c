"""Shares as anglers say them: of ten drifts, or seldom."""

from __future__ import annotations

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
none = no drift
seldom = fewer than 1 drift of 20
twenty = 1 drift of 20
of-ten = { $count } drifts of 10
one-of-ten = 1 drift of 10
nearly = nearly every drift
every = every drift
""",
)


def in_ten(share: float) -> str:
    """Return a share of the drifts in words.

    Examples
    --------
    >>> in_ten(0.0), in_ten(0.03), in_ten(0.06), in_ten(0.41), in_ten(0.97), in_ten(1.0)
    ('no drift', 'fewer than 1 drift of 20', '1 drift of 20', '4 drifts of 10', 'nearly every drift', 'every drift')
    """
    if share <= 0.0:
        return say("none")
    if share >= 1.0:
        return say("every")
    if share > 0.95:
        return say("nearly")
    if share < 0.05:
        return say("seldom")
    if share < 0.075:
        return say("twenty")
    count = round(share * 10)
    return say("one-of-ten") if count <= 1 else say("of-ten", count=count)
