"""Methods: one small description each. A new method is one file here; it is found by itself."""

from __future__ import annotations

import importlib
import pkgutil
from functools import cache

from jarana.core.errors import InputError
from jarana.core.methods.base import Method
from jarana.core.methods.when import Fit
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.core.words.called import call

say = phrases(
    __name__,
    """
methods-known = the methods known are: { $methods }
""",
)


@cache
def methods() -> dict[str, Method]:
    """Return every method by key, in the order of the list of methods."""
    found = []
    for module in pkgutil.iter_modules(__path__):
        method = getattr(importlib.import_module(f"{__name__}.{module.name}"), "METHOD", None)
        if isinstance(method, Method):
            found.append(method)
            call("method", method.key, method.name)
    return {method.key: method for method in sorted(found, key=lambda m: m.number)}


def method_of(rig: Rig) -> Method:
    """Return the rig's method; a fault on `rig.method` when there is none of that name."""
    method = methods().get(rig.method)
    if method is None:
        raise InputError.one("rig.method", rig.method, say("methods-known", methods=", ".join(methods())))
    return method


def name_of(key: str) -> str:
    """Return what a method is called; the key of one that is not known."""
    known = methods().get(key)
    return known.name if known else key


def standing_for(side: str) -> Method:
    """Return the method that is the example of a side of a disputed question; KeyError when none is."""
    for method in methods().values():
        if side in method.stands_for:
            return method
    raise KeyError(side)


def ranked(reach: Reach) -> tuple[tuple[Method, Fit], ...]:
    """Return every method with how the water speaks for it, best first; of equals in the order of the list."""
    rows = [(method, method.fit(reach)) for method in methods().values()]
    return tuple(sorted(rows, key=lambda row: -row[1].score))
