"""Practice: guess, then see. An exercise is a file here that says what it asks, of one's own rig in one's own water; found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.bank.practice.base import ExerciseKind


@cache
def exercise_kinds() -> dict[str, ExerciseKind]:
    """Return every kind of exercise by its key."""
    found = {}
    for module in pkgutil.iter_modules(__path__):
        kind = getattr(importlib.import_module(f"{__name__}.{module.name}"), "EXERCISE", None)
        if isinstance(kind, ExerciseKind):
            found[kind.key] = kind
    return found
