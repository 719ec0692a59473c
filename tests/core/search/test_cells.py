"""What a ladder's cells and the way to another rig are made of, without walking either."""

from __future__ import annotations

from collections.abc import Callable

from jarana.core.units import Writer
from tests.coverage import led, water
from tests.fishing import fished, started

RUN = water(0.9, 0.62)
HERE = fished(led(started("level-contact", RUN), 1.0), RUN)
METRIC = Writer()


def one_does(*which: int) -> Callable[[int], bool]:
    return lambda k: k in which
