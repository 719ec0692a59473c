"""Readings: short sentences with one figure each. A new reading is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.readings.base import ReadingKind


@cache
def reading_kinds() -> dict[str, ReadingKind]:
    """Return every reading by key."""
    found: dict[str, ReadingKind] = {}
    for module in pkgutil.iter_modules(__path__):
        kind = getattr(importlib.import_module(f"{__name__}.{module.name}"), "READING", None)
        if isinstance(kind, ReadingKind):
            found[kind.key] = kind
    return found
