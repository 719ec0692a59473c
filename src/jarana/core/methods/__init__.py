"""Methods: one small description each. A new method is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.methods.base import Method
from jarana.core.methods.when import Fit
from jarana.core.water.reach import Reach


@cache
def methods() -> dict[str, Method]:
    """Return every method by key, in the order of the list of methods."""
    found = []
    for module in pkgutil.iter_modules(__path__):
        method = getattr(importlib.import_module(f"{__name__}.{module.name}"), "METHOD", None)
        if isinstance(method, Method):
            found.append(method)
    return {method.key: method for method in sorted(found, key=lambda m: m.number)}


def ranked(reach: Reach) -> tuple[tuple[Method, Fit], ...]:
    """Return every method with how the water speaks for it, best first; of equals in the order of the list."""
    rows = [(method, method.fit(reach)) for method in methods().values()]
    return tuple(sorted(rows, key=lambda row: -row[1].score))
