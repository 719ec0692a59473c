"""Plans and what they think after logs, as the core reckons it: the front end's lookup must come to the same.

The families are made up, by formula and in thousandths as a pack carries them, so that the file is the same on every machine.
"""

from __future__ import annotations

import random
from types import SimpleNamespace
from typing import Any

import numpy as np
from scipy.special import ndtr

from jarana.core.bank.look_up import depth_at, seconds_at
from jarana.core.bank.pack import table_of
from jarana.core.bank.pack_parts import Plan
from jarana.core.engine.arrays import Floats
from jarana.core.learn.belief import Belief
from jarana.core.learn.densities import normal_density
from jarana.core.learn.family import Family

LOGS, MOST_SEEN = 8, 9
SEED = 5
DEPTHS = 40
BINS, PARTS, RIGS = 21, 4, 3
CYCLE_S, LEFT = 30.0, 40.0
MINUTES = ((0.0, 2.0, 0.0), (2.0, 0.0, 2.5), (0.0, 2.5, 0.0))


def golden_plans() -> dict[str, Any]:
    """Return plans with logs, and the belief, the worth and the next change after each."""
    draw = random.Random(SEED)
    return {
        "plans": [_golden(_touches(), draw), _golden(_takes(), draw)],
        "cycle_s": CYCLE_S,
        "left": LEFT,
        "depths": [_depths(True, draw), _depths(False, draw)],
    }


def _depths(flows: bool, draw: random.Random) -> dict[str, Any]:
    """Return a pack of made-up tracks, in a river or a lake, and depths looked up between its waters."""
    depths, paces = (0.8, 1.0, 1.25), (0.4, 0.5, 0.625) if flows else (0.0,)
    waters = [(d, p) for d in depths for p in paces]
    seconds = tuple(round(6 / p, 2) if flows else 60.0 for _, p in waters)
    fractions = tuple(k / 8 for k in range(9))
    rows = tuple(
        tuple(round(100 * min(d, s * f * (0.06 if flows else 0.02)) * (1 - 0.4 * flows * f**4)) for f in fractions)
        for (d, _), s in zip(waters, seconds, strict=True)
    )
    made = SimpleNamespace(depths=depths, paces=paces, flows=flows, fractions=fractions)
    option = SimpleNamespace(seconds=seconds)
    asked = []
    for _ in range(DEPTHS):
        depth, pace = round(draw.uniform(0.75, 1.3), 3), round(draw.uniform(0.38, 0.66), 3) if flows else 0.0
        whole = seconds_at(made, option, depth, pace)  # type: ignore[arg-type]
        second = round(draw.uniform(0.0, whole * 1.05), 2)
        deep = depth_at(made, option, rows, second, depth, pace)  # type: ignore[arg-type]
        asked.append({"depth": depth, "pace": pace, "second": second, "deep": round(deep, 6), "whole": round(whole, 6)})
    pack = {"depths": depths, "paces": paces, "flows": flows, "fractions": fractions}
    return {"pack": pack, "seconds": seconds, "rows": rows, "asked": asked}


def _rounded(family: Family) -> Family:
    """Return a family as a pack carries it."""
    told = table_of(family)
    return Family(
        kind=family.kind,
        bins=family.bins,
        prior=np.array(told.prior) / 1e5,
        good=np.array(told.good) / 1e3,
        codes={k: np.array(v) / 1e3 for k, v in told.codes.items()},
        at={k: np.array(v) / 1e3 for k, v in told.at.items()},
        edges=np.array(told.edges),
    )


def _touches() -> Family:
    bins = np.linspace(-4, 4, BINS)
    touch = ndtr(np.array([[-0.5], [0.4], [1.2]]) + bins)
    drag = np.minimum(ndtr(np.array([[-2.0], [-1.0], [0.0]]) + 0.8 * bins), touch)
    parts = np.array([0.1, 0.4, 0.3, 0.2])
    prior: Floats = normal_density(bins)
    return Family(
        kind="touch",
        bins=bins,
        prior=prior / prior.sum(),
        good=np.clip(0.6 - 0.12 * (np.array([[-1.0], [0.0], [1.0]]) + bins) ** 2, 0, 1),
        codes={"nothing": 1 - touch, "ticked": touch - drag, "dragging": drag},
        at={"ticked": touch[:, None, :] * parts[None, :, None]},
        edges=np.array([0.0, 1.0, 2.5, 5.0, 12.0]),
        of_depth=-0.5,
        spreads=(0.07, 0.1, 0.05),
    )


def _takes() -> Family:
    depths = np.linspace(0.5, 4.0, BINS)
    each = 0.5 * np.exp(-((depths - np.array([[1.0], [2.0], [3.0]])) ** 2))
    nothing = np.exp(-each)
    return Family(
        kind="take",
        bins=depths,
        prior=np.full(BINS, 1 / BINS),
        good=each,
        codes={"nothing": nothing, "take": each * nothing, "takes": 1 - nothing - each * nothing},
        at={"take": (each * nothing)[:, None, :] * np.full((1, PARTS, 1), 1 / PARTS)},
        edges=np.linspace(0.0, 80.0, PARTS + 1),
    )


def _golden(family: Family, draw: random.Random) -> dict[str, Any]:
    scale = 1000 if family.kind == "touch" else 100
    plan = Plan(
        kind=family.kind,
        bins=tuple(round(float(v) * scale) for v in family.bins),
        tables=(table_of(family),),
        less="less",
        more="more",
        cycle_s=CYCLE_S,
    )
    table = _rounded(family)
    costs = np.array(MINUTES) * 60.0 / CYCLE_S
    logs = [_log(table, costs, draw) for _ in range(LOGS)]
    return {"plan": plan.model_dump(mode="json"), "minutes": MINUTES, "logs": logs}


def _log(family: Family, costs: Floats, draw: random.Random) -> dict[str, Any]:
    belief = Belief.begun(family)
    seen: list[dict[str, Any]] = []
    prior = float(belief.p.sum())
    for _ in range(draw.randrange(MOST_SEEN + 1)):
        rig = draw.randrange(RIGS)
        if draw.random() < 0.3:
            low = draw.randrange(4)
            high = low + draw.randrange(3)
            belief = belief.saw_batch(rig, 6, low, high)
            seen.append({"option": rig, "drifts": 6, "low": low, "high": high})
            continue
        code = draw.choice(list(family.codes))
        second = round(draw.uniform(0, float(family.edges[-1]) * 1.1), 1) if draw.random() < 0.5 else None
        belief = belief.saw(rig, code, second)
        seen.append({"option": rig, "shows": code, "second": second})
    p = belief.p / (1.0 if seen else prior)
    said = Belief(family, p).next(0, LEFT, costs[0])
    return {
        "seen": seen,
        "belief": [round(float(v), 7) for v in p],
        "worth": [round(float(v), 6) for v in Belief(family, p).worth()],
        "next": None if said is None else {"option": said[0], "gain": round(said[1], 5)},
    }
