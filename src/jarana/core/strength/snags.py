"""What a snag takes: every link as strong as it happens to be tied, the weakest of them goes."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from scipy.special import ndtr, ndtri

from jarana.core.rig.geometry import hooks_of
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import StrengthLink, strength_chain
from jarana.core.strength.loads import path_to

POINTS = 64
OUT_OF_REACH = 3.0
"""A link so many times as strong as the weakest is not reckoned with: it goes first on fewer than one snag of a million."""


def go_first(path: tuple[StrengthLink, ...]) -> tuple[float, ...]:
    """Return on what share of snags each link is the one that goes, 0 to 1, together 1.

    They vary independently of one another, each lognormal with its own scatter (knots table, spools, hooks).

    Examples
    --------
    >>> a, b = (StrengthLink("span", k, k, 10.0, (), "", 0.1) for k in "ab")
    >>> go_first((a, b))
    (0.5, 0.5)
    """
    least = min(link.force for link in path)
    near = [link for link in path if link.force < OUT_OF_REACH * least]
    usual = np.log([link.force for link in near])
    scatter = np.array([max(link.scatter, 1e-6) for link in near])
    each = usual[:, None] + scatter[:, None] * ndtri((np.arange(POINTS) + 0.5) / POINTS)
    holds = ndtr((usual[:, None, None] - each[None]) / scatter[:, None, None])
    holds[np.arange(len(near)), np.arange(len(near))] = 1.0
    shares = holds.prod(axis=0).mean(axis=1)
    told = iter((shares / shares.sum()).tolist())
    return tuple(next(told) if link.force < OUT_OF_REACH * least else 0.0 for link in path)


@dataclass(frozen=True)
class Snag:
    """A snag on the end of the line, pulled straight until something goes.

    Attributes
    ----------
    first
        What goes first most often; of equals what loses least.
    alone
        Share of the snags that take no more hooks than the end itself carries.
    hooks
        Hooks lost in the mean.
    """

    first: StrengthLink
    alone: float
    hooks: float


def snag_on_the_end(rig: Rig) -> Snag:
    """Return what a snag on the end of the line takes with it."""
    # Where line is unbroken nothing is tied that could part beside the line itself.
    whole = {j.id for j in rig.joints if "unbroken" in j.knot.uses}
    path = tuple(link for link in path_to(strength_chain(rig), rig.point.id) if link.part not in whole)
    own = 1 if rig.point.fly else 0
    rows = [(share, hooks_of(rig, link.loses), link) for share, link in zip(go_first(path), path, strict=True)]
    first = max(rows, key=lambda row: (round(row[0], 3), -row[1]))[2]
    # Told from what takes more, so that nothing more to lose is just that.
    more = sum(share for share, lost, _ in rows if lost > own)
    return Snag(first, 1.0 - more, sum(share * lost for share, lost, _ in rows))
