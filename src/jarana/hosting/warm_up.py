"""Compiles the kernels, or loads them from the cache."""

from __future__ import annotations

from jarana.core.drift.result import simulate
from jarana.core.methods import methods
from jarana.core.situation import Setting, Situation
from jarana.demo.load import valley


def warm_up() -> None:
    """Run one drift for each way a rig is held up; everything compiled stays in this process and in the cache."""
    reaches, drawer = valley()
    held: set[str] = set()
    for method in methods().values():
        setting = Setting(next(r for r in reaches if r.kind in method.waters), drawer)
        rig = method.start(setting)
        if rig.head.key not in held:
            held.add(rig.head.key)
            simulate(Situation(rig, setting))
