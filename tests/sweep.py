"""Every method in every motion it knows, in so many waters: what a sweep runs and asks of each drift."""

from __future__ import annotations

import random
from collections.abc import Iterator

import numpy as np

from jarana.core.drift.lower import lower
from jarana.core.engine.chain import run
from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rig.edits.whole import SetMotion
from jarana.core.water.reach import Lane, Reach
from tests.fishing import DRAWER, WATERS, fished, started

MOST_PULL = 0.5
"""N at the tip: more than any of these rigs and waters pull on a line nobody has taken (0.30 met); a push or a jerk is many times that."""


def waters(count: int, seed: int = 1) -> Iterator[Reach]:
    """Yield so many waters, rivers and lakes, of one seed."""
    dice = random.Random(seed)
    river, lake = WATERS["weir-run"], WATERS["oskel-north"]
    for k in range(count):
        if k % 5 == 4:
            yield lake.model_copy(update={"depth_m": dice.uniform(1.5, 10.0), "wind_m_s": dice.uniform(0.0, 6.0)})
            continue
        paces = [dice.uniform(0.1, 1.5) for _ in range(3)]
        lanes = tuple(
            Lane(name=name, width_m=dice.uniform(1.0, 4.0), pace_m_s=pace)
            for name, pace in zip(("near", "main", "far"), paces, strict=True)
        )
        reach = river.model_copy(
            update={
                "depth_m": dice.uniform(0.35, 2.5),
                "lanes": lanes if k % 2 else (),
                "soundings": (),
                "off_m": dice.uniform(2.0, 11.0),
                "wind_m_s": dice.uniform(0.0, 6.0),
                "blows": dice.choice(("upstream", "downstream", "towards you", "away from you")),
            }
        )
        yield reach.model_copy(update={"pace_m_s": lanes[reach.fish_lane].pace_m_s if k % 2 else paces[0]})


def swept(reach: Reach, tips: tuple[str, ...] = ("",)) -> Iterator[tuple[str, float]]:
    """Yield what was fished in a water, every method in every motion, and the greatest pull at its tip, N.

    Raises
    ------
    AssertionError
        Where a link lost its length or a figure is not finite.
    """
    for method in methods().values():
        if reach.kind not in method.waters:
            continue
        try:
            rig = started(method.key, reach)
        except InputError:
            continue
        for pace in method.paces:
            if reach.kind not in pace.waters:
                continue
            moved = SetMotion(kind=pace.kind, lead=pace.lead or 1.0).apply(rig, DRAWER)
            for tip in tips:
                held = SetStance(tip=tip).apply(moved, DRAWER) if tip else moved
                chain = run(lower(fished(held, reach)).scenario)
                gap = np.linalg.norm(
                    chain.place[:, chain.first :] - chain.place[:, chain.mesh.parent[chain.first :]], axis=2
                )
                assert np.isfinite(gap).all()
                assert chain.strain_max < 0.02
                yield f"{method.key}, {pace.kind}, tip {tip or 'as usual'}", chain.greatest_pull
