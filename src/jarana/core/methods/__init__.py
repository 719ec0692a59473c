"""Methods: one small description each. A new method is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.methods.base import Method


@cache
def methods() -> dict[str, Method]:
    """Return every method by key."""
    found: dict[str, Method] = {}
    for module in pkgutil.iter_modules(__path__):
        method = getattr(importlib.import_module(f"{__name__}.{module.name}"), "METHOD", None)
        if isinstance(method, Method):
            found[method.key] = method
    return found
