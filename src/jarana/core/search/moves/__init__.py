"""What can be changed of a rig when a better one is looked for. A new coordinate is one file here; it is found by itself.

A move is a set of edits done as one: edits do not commute, and a shorter line may ask for another place of its float.
"""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.search.moves.base import Coordinate


@cache
def coordinates() -> tuple[Coordinate, ...]:
    """Return every coordinate in the order they are tried: weight, then depth and length, then pace, then the rest."""
    found = []
    for module in pkgutil.iter_modules(__path__):
        one = getattr(importlib.import_module(f"{__name__}.{module.name}"), "COORDINATE", None)
        if isinstance(one, Coordinate):
            found.append(one)
    return tuple(sorted(found, key=lambda c: c.order))
