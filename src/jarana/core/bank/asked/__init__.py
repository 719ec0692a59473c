"""Questions of the log: each a file here that answers from outings with rows to draw and a sentence; found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.bank.asked.base import Question


@cache
def questions() -> dict[str, Question]:
    """Return every question by its key."""
    found = {}
    for module in pkgutil.iter_modules(__path__):
        question = getattr(importlib.import_module(f"{__name__}.{module.name}"), "QUESTION", None)
        if isinstance(question, Question):
            found[question.key] = question
    return found
