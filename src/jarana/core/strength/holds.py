"""On how many takes a fish is held: every link as strong as it happens to be tied, every take as hard as it happens to be."""

from __future__ import annotations

import math
from collections.abc import Iterable
from functools import cache
from typing import Literal

import numpy as np
from scipy.special import ndtr, ndtri

from jarana.core.engine.arrays import Floats
from jarana.core.law import Law, Range
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import StrengthLink, strength_chain
from jarana.core.strength.loads import path_to

TAKE = Law(
    "how hard a take pulls",
    "guess: the hardest pull of a take and fight lies about the steady one, lognormal, 0.25; jerked by the take on a tight line",
    {"jerk": Range(1.0, 3.0, "the jerk of a take")},
    "on how many takes it holds is a guess",
)
PULL_SCATTER = 0.25
"""Of the hardest pull of a take about the steady pull of the fish, standard deviation of the logarithm (guess)."""
KNOT_SCATTER = 0.1
"""Of a usual knot, where no knot has been chosen yet (knots table, the middle of them)."""
SURELY, HARDLY = 0.9, 0.5
"""Shares of the takes: enough from the first on, not for that fish below the second."""
POINTS = 64
WIDEST = 20.0
"""Logarithm of how much less than its weakest link a line may surely hold, at most: nothing for any fish."""


def share_held(links: Iterable[StrengthLink], pull: float, jerk: float = 1.0, unsure: float = 0.0) -> float:
    """Return on what share of takes none of the links goes, 0 to 1.

    Parameters
    ----------
    links
        What bears the pull; they vary independently of one another.
    pull
        Steady pull of the fish, N.
    jerk
        Times as hard a take pulls (1 with a sag in the line).
    unsure
        How far the fish itself may be off, standard deviation of the logarithm of its pull.
    """
    TAKE.ask(jerk=jerk)
    return _share(*_rows(links), math.log(pull * jerk), math.hypot(PULL_SCATTER, unsure))


def shares_held(
    links: Iterable[StrengthLink],
    weak: StrengthLink,
    factors: Floats,
    pull: float,
    jerk: float = 1.0,
    unsure: float = 0.0,
) -> Floats:
    """Return what :func:`share_held` says with one of the links so many times as strong, for every factor, (factors,)."""
    TAKE.ask(jerk=jerk)
    felt = math.log(pull * jerk) + math.hypot(PULL_SCATTER, unsure) * _deviates()
    force, scatter = _rows(link for link in links if link is not weak)
    others = ndtr((force - felt) / scatter).prod(axis=0)
    own = ndtr((math.log(weak.force) + np.log(factors)[:, None] - felt) / weak.scatter)
    return np.asarray((own * others).mean(axis=1))


def _rows(links: Iterable[StrengthLink]) -> tuple[Floats, Floats]:
    """Return the logarithms of the forces and their scatters, (links, 1)."""
    rows = np.array([(math.log(link.force), link.scatter) for link in links]).reshape(-1, 2)
    return rows[:, :1], rows[:, 1:]


def _share(force: Floats, scatter: Floats, usual: float, harder: float = PULL_SCATTER) -> float:
    return float(ndtr((force - usual - harder * _deviates()) / scatter).prod(axis=0).mean())


def pull_surely_held(links: Iterable[StrengthLink], jerk: float = 1.0) -> float:
    """Return the steady pull that is held on nine takes of ten, N."""
    TAKE.ask(jerk=jerk)
    force, scatter = _rows(links)
    weakest = float(force.min())

    from scipy.optimize import brentq  # takes most of a second to load

    def spare(usual: float) -> float:
        return _share(force, scatter, usual + math.log(jerk)) - SURELY

    low = weakest - WIDEST
    if spare(weakest) >= 0.0:
        return math.exp(weakest)
    return math.exp(brentq(spare, low, weakest, xtol=1e-9)) if spare(low) > 0.0 else 0.0


@cache
def _deviates() -> Floats:
    """Return unit deviates, equally likely, (:data:`POINTS`,)."""
    return np.asarray(ndtri((np.arange(POINTS) + 0.5) / POINTS))


def paths_of(rig: Rig) -> tuple[tuple[StrengthLink, ...], ...]:
    """Return what bears a pull at each fly."""
    links = strength_chain(rig)
    paths = (path_to(links, a.id) for a in rig.attachments if a.fly is not None)
    return tuple(path for path in paths if path)


def judged(share: float) -> Literal["fine", "look", "act"]:
    """Return how a share of the takes is judged."""
    return "fine" if share >= SURELY else "look" if share >= HARDLY else "act"
