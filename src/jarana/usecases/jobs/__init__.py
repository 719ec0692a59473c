"""What takes over a second and so is done behind the requests. A new kind is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache
from typing import Any

from jarana.usecases.jobs.base import JobKind


@cache
def job_kinds() -> dict[str, JobKind[Any, Any]]:
    """Return every kind by its key."""
    found: dict[str, JobKind[Any, Any]] = {}
    for module in pkgutil.iter_modules(__path__):
        kind = getattr(importlib.import_module(f"{__name__}.{module.name}"), "JOB", None)
        if isinstance(kind, JobKind):
            found[kind.key] = kind
    return found
