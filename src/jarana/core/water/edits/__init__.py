"""Named, pure edits of today's water. A new edit is a class in a file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil

from jarana.core.water.edits.base import WaterEdit


def water_edits() -> tuple[type[WaterEdit], ...]:
    """Return every kind of edit, in the order of their names."""
    for module in pkgutil.iter_modules(__path__):
        importlib.import_module(f"{__name__}.{module.name}")
    found = [kind for kind in WaterEdit.__subclasses__() if "op" in kind.model_fields]
    return tuple(sorted(found, key=lambda kind: kind.model_fields["op"].default))
