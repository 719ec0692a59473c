"""A belief over the bins of a family: what was seen is multiplied in; mis-taps are borne."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.learn.densities import chance_of_at_most, normal_density
from jarana.core.learn.family import TAIL, TAIL_WIDE, Family

MISTAPS = 0.05
"""Share of taps that are wrong."""
LEAST_SPEAKS, LEAST_SHARE = 0.3, 0.03
"""Good drifts, and share of the drifts left, that a change must bring before it is spoken of."""


@dataclass(frozen=True)
class Belief:
    """Chances of the bins of a family."""

    family: Family
    p: Floats

    @classmethod
    def begun(cls, family: Family) -> Belief:
        """Return the belief before anything was seen."""
        return cls(family, family.prior)

    def saw(self, rig: int, code: str, second: float | None = None) -> Belief:
        """Return the belief after a drift; a code the family learns nothing from leaves it as it is."""
        table = self.family.codes.get(code)
        if table is None:
            return self
        likely = table[rig]
        if second is not None and code in self.family.at:
            edges = self.family.edges
            part = int(np.clip(np.searchsorted(edges, second, side="right") - 1, 0, len(edges) - 2))
            parts = self.family.at[code][rig]
            # The word and the second together: the word alone where its part is hardly ever reached.
            likely = parts[part] * (likely / np.maximum(parts.sum(axis=0), 1e-9))
            return self._times((1.0 - MISTAPS) * likely + MISTAPS * table[rig] / len(parts))
        return self._times((1.0 - 1.5 * MISTAPS) * likely + MISTAPS / 2.0)

    def saw_batch(self, rig: int, drifts: int, low: int, high: int) -> Belief:
        """Return the belief after so many drifts of which between two numbers touched, or took."""
        touches = 1.0 - self.family.codes["nothing"][rig]
        touches = (1.0 - 1.5 * MISTAPS) * touches + MISTAPS / 2.0
        below = chance_of_at_most(low - 1, drifts, touches)
        return self._times(np.asarray(chance_of_at_most(high, drifts, touches) - below))

    def sounded(self, share: float) -> Belief:
        """Return the belief once the depth was sounded: into what was thought before, not beside what was seen."""
        prior = np.maximum(self.family.prior, 1e-12)
        return self._times(self.family.sounded(share) / prior)

    def _times(self, likely: Floats) -> Belief:
        p = self.p * likely
        whole = float(p.sum())
        return Belief(self.family, np.asarray(p / whole)) if whole > 0 else self

    @property
    def mean(self) -> float:
        """Of the index, in its spreads."""
        return float(self.p @ self.family.bins)

    def worth(self) -> Floats:
        """Return how good a drift of each rig is expected to be."""
        return np.asarray(self.family.good @ self.p)

    def next(self, rig: int, left: float, costs: Floats) -> tuple[int, float] | None:
        """Return the change that brings most over the drifts that are left, and what it brings; None: keep fishing.

        Parameters
        ----------
        costs
            Drifts each change takes.
        """
        worth = self.worth()
        gain = worth * np.maximum(left - costs, 0.0) - worth[rig] * left
        gain[rig] = 0.0
        best = int(np.argmax(gain))
        return (best, float(gain[best])) if gain[best] > max(LEAST_SPEAKS, LEAST_SHARE * left) else None

    def sounding_brings(self, left: float) -> float:
        """Return what a sounding would bring over the drifts left: the best rig for each depth against the best for all."""
        family = self.family
        if family.kind != "touch":
            return 0.0
        z = np.linspace(-5.0, 5.0, 21)
        shares = np.exp(z * family.spreads[0])
        weight = (1.0 - TAIL) * normal_density(z) + TAIL * normal_density(z, 0.0, TAIL_WIDE)
        # What was seen of the index tells of the depth, too.
        about = np.array([float((self.p / np.maximum(family.prior, 1e-12)) @ family.sounded(s)) for s in shares])
        weight = weight * about / (weight * about).sum()
        best = sum(w * float(self.sounded(s).worth().max()) for s, w in zip(shares, weight, strict=True))
        return left * (float(best) - float(self.worth().max()))
