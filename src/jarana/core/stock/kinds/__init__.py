"""The kinds of tackle: one file each, found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache
from typing import Any

from jarana.core.stock.kind import StockKind


@cache
def kinds() -> dict[str, StockKind[Any]]:
    """Return every kind by key, in their order."""
    found = []
    for module in pkgutil.iter_modules(__path__):
        kind = getattr(importlib.import_module(f"{__name__}.{module.name}"), "KIND", None)
        if isinstance(kind, StockKind):
            found.append(kind)
    return {kind.key: kind for kind in sorted(found, key=lambda k: k.order)}
