"""Compiles the kernels, or loads them from the cache."""

from __future__ import annotations

from jarana.core.drift.result import simulate
from jarana.core.methods import methods
from jarana.demo.load import valley


def warm_up() -> None:
    """Run one drift of the invented valley; everything compiled stays in this process and in the cache."""
    reaches, drawer = valley()
    reach = reaches[0]
    for method in methods().values():
        simulate(method.start(drawer, reach), reach)
