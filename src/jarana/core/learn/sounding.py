"""A sounding before the first drift: where it is asked for, and what the rigs of a family show and bring in the depth it finds."""

from __future__ import annotations

from collections.abc import Callable, Sequence
from dataclasses import dataclass, replace
from typing import Literal

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.errors import InputError
from jarana.core.learn.belief import LEAST_SPEAKS, Belief
from jarana.core.learn.family import Family, family
from jarana.core.learn.options import Option
from jarana.core.situation import Situation
from jarana.core.watch import Watch

SHARES = (0.8, 1.0, 1.25)
"""Depths, and paces, that are computed beforehand, as shares of those written."""
BESIDE_FITTED = 32
"""Drifts of each rig the surfaces of the waters beside the written one are fitted to."""
OUTING_DRIFTS = 40.0
"""Drifts an outing is thought to have when a plan is made for it (a guess)."""
Why = Literal["", "float", "pays"]


def why_first(situation: Situation, planned: Family) -> Why:
    """Return why a sounding is asked for before the first drift: under a float whose depth nobody sounded, or since it pays; or "".

    Under a float a wrong depth costs most of an outing and hardly shows: "nothing" says nothing there.
    """
    water = situation.water
    if situation.head.is_float and water.nature.flows and not water.soundings:
        return "float"
    belief = Belief.begun(planned)
    brings = belief.sounding_brings(OUTING_DRIFTS)
    return "pays" if brings > LEAST_SPEAKS + float(belief.worth().max()) else ""


@dataclass(frozen=True)
class Depths:
    """A family of rigs in water of some depths, as shares of the written one."""

    shares: tuple[float, ...]
    families: tuple[Family, ...]

    def at(self, share: float) -> Family:
        """Return the family in water that was sounded and is so many times as deep: looked up between, at the ends the nearest.

        As a phone looks it up between the waters of its pack.
        """
        counts = [float(np.interp(share, self.shares, row)) for row in np.eye(len(self.shares))]
        there = [(w, t) for w, t in zip(counts, self.families, strict=True) if w]

        def mean(of: Callable[[Family], Floats]) -> Floats:
            return np.asarray(sum(w * of(t) for w, t in there))

        first = there[0][1]
        return replace(
            first,
            prior=mean(lambda t: t.sounded(1.0)),
            good=mean(lambda t: t.good),
            codes={k: mean(lambda t, k=k: t.codes[k]) for k in first.codes},  # type: ignore[misc]
            at={k: mean(lambda t, k=k: t.at[k]) for k in first.at},  # type: ignore[misc]
            edges=mean(lambda t: t.edges),
        )


def in_depths(options: Sequence[Option], planned: Family, watch: Watch | None = None) -> Depths:
    """Return the family in the depths that are computed beforehand; `planned` is the one of the depth that is written.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """

    def of(share: float) -> Family:
        if share == 1.0:
            return planned
        water = options[0].situation.water.scaled(1.0, share)
        try:
            return family(
                [Option(o.situation.with_water(water), o.move, o.text) for o in options], watch, BESIDE_FITTED
            )
        except InputError:
            return planned

    return Depths(SHARES, tuple(of(s) for s in SHARES))
