"""Where practitioners disagree. A new question is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.questions.base import Question


@cache
def questions() -> tuple[Question, ...]:
    """Return every question, in the order they are shown."""
    found = []
    for module in pkgutil.iter_modules(__path__):
        question = getattr(importlib.import_module(f"{__name__}.{module.name}"), "QUESTION", None)
        if isinstance(question, Question):
            found.append(question)
    return tuple(sorted(found, key=lambda q: q.order))
