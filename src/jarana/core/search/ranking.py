"""Which methods are worth most in a water, of what is owned: a first look at every one, its words kept as reasons."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass

from jarana.core.methods.base import Method
from jarana.core.search.find import begun
from jarana.core.search.lanes import lanes, looks, without_the_lost
from jarana.core.search.start import with_reasons
from jarana.core.search.valued import Valued, Valuer
from jarana.core.search.wanted import Wanted
from jarana.core.situation import Setting
from jarana.core.watch import Watch


@dataclass(frozen=True)
class Ranking:
    """Methods with the best rig a first look met, what it is worth, and how much of it is not owned; most first.

    And why others may not be fished here.
    """

    rows: tuple[tuple[Method, Valued, int], ...]
    left_out: tuple[tuple[str, str], ...] = ()


def ranking(setting: Setting, watch: Watch | None = None, tell: Callable[[Ranking], None] | None = None) -> Ranking:
    """Return the methods that may be fished in a water by what they are worth; `tell` hears of those looked at so far.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """
    return without_the_lost(lambda beside: _ranking(setting, Valuer(watch), tell, beside))


def _ranking(setting: Setting, value: Valuer, tell: Callable[[Ranking], None] | None, beside: bool) -> Ranking:
    starts, left = begun(setting)
    rows: list[tuple[Method, Valued, int]] = []
    with lanes(setting, [row.started.rig for row in starts], Wanted(), value, beside) as there:
        for i, _, _, valued in looks(there, len(starts), value.watch):
            if valued is not None:
                lacks = len(with_reasons(starts[i].started, valued.rig, setting).missing)
                rows.append((starts[i].method, valued, lacks))
                rows.sort(key=lambda row: -row[1].worth.minutes)
                if tell is not None:
                    tell(Ranking(tuple(rows), left))
    return Ranking(tuple(rows), left)
