"""What holds a rig: the rod, a float, a dry fly, the fly line. A new head is one file here; it is found by itself.

A head is a document of the rig and says for itself what follows from it: where the chain begins, what drifts freely, what
stops at the tip ring, what is watched, how it is thrown. They stand below the rig, which holds one of them.
"""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.heads.base import HeadPart


@cache
def heads() -> dict[str, type[HeadPart]]:
    """Return every kind of head by key."""
    found: dict[str, type[HeadPart]] = {}
    for module in pkgutil.iter_modules(__path__):
        head = getattr(importlib.import_module(f"{__name__}.{module.name}"), "HEAD", None)
        if isinstance(head, type) and issubclass(head, HeadPart):
            found[head.model_fields["kind"].default] = head
    return found
