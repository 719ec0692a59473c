"""What several rigs are worth in the same water, and how their flies ride there: one's own rigs, or the revisions of one."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from itertools import islice
from typing import TypeVar

from jarana.core.rig.model import Rig
from jarana.core.search.valued import SHOWN, Valued, Valuer, identity
from jarana.core.situation import Setting, Situation
from jarana.core.watch import Watch

AT_ONCE = 4
"""Rigs drifted together: what is known of them is told before the next are looked at."""
K = TypeVar("K")


def several(
    setting: Setting,
    rigs: Mapping[K, Rig],
    watch: Watch | None = None,
    tell: Callable[[dict[K, Valued | None]], None] | None = None,
) -> dict[K, Valued | None]:
    """Return rigs with what they are worth in a water, None where one cannot be fished there; `tell` hears of those known so far.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """
    value = Valuer(watch)
    value.watch.expects(len(rigs))
    known: dict[K, Valued | None] = {}
    left = iter(rigs.items())
    while asked := {key: Situation(rig, setting) for key, rig in islice(left, AT_ONCE)}:
        found = {identity(v.situation): v for v in value(list(asked.values()), SHOWN, screened=False)}
        for key, situation in asked.items():
            known[key] = found.get(identity(situation))
            value.watch.step()
        if tell is not None:
            tell(dict(known))
    return known
