"""Compiles the kernels, or loads them from the cache, and reads what the first answers need: once, before processes are made."""

from __future__ import annotations

from jarana.core.drift.result import simulate
from jarana.core.engine.batch import run_batch
from jarana.core.methods import methods
from jarana.core.readings import readings_of
from jarana.core.situation import Setting, Situation
from jarana.core.unknowns.drifts import MEMBER_GRID, base_of, nominal_drift
from jarana.demo.load import valley


def warm_up() -> None:
    """Run and read one drift for each way a rig is held up; everything compiled stays in this process and in the cache."""
    reaches, drawer = valley()
    held: set[str] = set()
    for method in methods().values():
        setting = Setting(next(r for r in reaches if r.kind in method.waters), drawer)
        rig = method.start(setting)
        if rig.head.key in held:
            continue
        held.add(rig.head.key)
        situation = Situation(rig, setting)
        simulate(situation)
        readings_of(situation)
        run_batch([nominal_drift(base_of(situation, MEMBER_GRID))], workers=1)
