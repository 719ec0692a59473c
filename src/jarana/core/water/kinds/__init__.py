"""River and lake: what kind of water it is decides whether it flows, how a wind lies to it, and how it is spoken of."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.water.kinds.base import WaterKind


@cache
def water_kinds() -> dict[str, WaterKind]:
    """Return every kind of water by key."""
    found: dict[str, WaterKind] = {}
    for module in pkgutil.iter_modules(__path__):
        kind = getattr(importlib.import_module(f"{__name__}.{module.name}"), "KIND", None)
        if isinstance(kind, WaterKind):
            found[kind.key] = kind
    return found
