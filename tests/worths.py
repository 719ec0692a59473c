"""Worths for tests: so many good minutes, without a drift."""

from __future__ import annotations

import numpy as np

from jarana.core.worth.judge import Factors, Worth


def worth_of(minutes: float, members: tuple[float, ...] = (1.0,), **factors: float) -> Worth:
    all_ = {
        "zone": 0.5, "drag": 0.9, "shown": 0.9, "more": 1.0, "noticed": 0.9, "free": 0.9, "hangs": 0.0, "stealth": 0.9, "fishing": 0.8,
    } | factors  # fmt: skip
    return Worth(minutes, lambda: Factors(**all_), np.array(members), np.arange(len(members)))
