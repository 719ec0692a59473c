"""The registry of laws: every one that stands anywhere in the core, found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

import jarana.core
from jarana.core.law import Law


@cache
def laws() -> dict[str, Law]:
    """Return every law by its name.

    Raises
    ------
    ValueError
        Where two laws bear one name.
    """
    found: dict[str, Law] = {}
    for module in pkgutil.walk_packages(jarana.core.__path__, "jarana.core."):
        for value in vars(importlib.import_module(module.name)).values():
            if isinstance(value, Law) and found.setdefault(value.name, value) is not value:
                raise ValueError(f"two laws are called {value.name}")
    return found
