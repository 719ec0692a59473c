"""How the top of a rig is moved. A new motion is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.motions.base import MotionKind
from jarana.core.words.called import call


@cache
def motions() -> dict[str, MotionKind]:
    """Return every motion by key."""
    found: dict[str, MotionKind] = {}
    for module in pkgutil.iter_modules(__path__):
        motion = getattr(importlib.import_module(f"{__name__}.{module.name}"), "MOTION", None)
        if isinstance(motion, MotionKind):
            found[motion.key] = motion
            call("motion", motion.key, motion.name)
    return found
