"""A water that was changed in two places since it was one, in one where both changes fit."""

from __future__ import annotations

from typing import Any

from jarana.core.documents import written
from jarana.core.documents.both import Both, put_together
from jarana.core.documents.merge import merge
from jarana.core.units import Writer
from jarana.core.water.compare import compare
from jarana.core.water.reach import Reach

TOGETHER: tuple[tuple[str, ...], ...] = (
    (
        "kind",
        "depth_m",
        "pace_m_s",
        "soundings",
        "lanes",
        "off_m",
        "fish_at_m",
        "paced",
        "gauge",
        "gauged",
        "temperature_c",
    ),
    ("wind_m_s", "blows", "surface"),
    ("bed", "stones_m"),
    ("zone", "zone_known"),
)
"""Fields that are of one look at the water: half of one day and half of another is a day that never was. All of them are taken
from whoever changed any."""


def both(base: Reach, mine: Reach, theirs: Reach, writer: Writer) -> Both[Reach]:
    """Return two states of a water in one."""

    def merged() -> tuple[Reach, bool]:
        made, clashes = merge(_tied(base), _tied(mine), _tied(theirs))
        return Reach.model_validate(_untied(made)), bool(clashes)

    return put_together(base, mine, theirs, merged, lambda a, b: compare(a, b, writer))


def _tied(water: Reach) -> dict[str, Any]:
    """Return a water as it is written, with what belongs together as one field: its names, joined."""
    state = written(water)
    return {"/".join(names): {name: state.pop(name) for name in names} for names in TOGETHER} | state


def _untied(state: dict[str, Any]) -> dict[str, Any]:
    made: dict[str, Any] = {}
    for name, value in state.items():
        made |= value if "/" in name else {name: value}
    return made
