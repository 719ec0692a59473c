"""The lint of sentences over all methods in forty waters, by shares; and the members held against drifts made apart from them."""

from __future__ import annotations

import numpy as np
import pytest

from jarana.core.engine.columns import FIRST_S
from jarana.core.methods import methods
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings import reading_kinds
from jarana.core.search.start import Best, start
from jarana.core.water.reach import Reach, TakingZone
from tests.core.readings.test_tries import walked
from tests.coverage import Case, cases, held, led, touches, water
from tests.fishing import fished, setting, started
from tests.lint import swept
from tests.sweep import waters

LAKES = [
    water(d, 0.0, "lake", off_m=12.0, zone=TakingZone(low_m=a, high_m=b, datum="surface"))
    for d, a, b in ((1.5, 0.3, 1.0), (3.5, 0.6, 1.8), (6.0, 2.0, 4.0))
]
RIVERS = [water(d, p) for d, p in ((0.4, 0.5), (0.7, 0.4), (0.9, 0.62), (1.2, 0.9), (1.8, 0.5), (2.5, 0.3))]
STARTS = [(m.key, w) for m in methods().values() for w in (*RIVERS, *LAKES) if w.kind in m.waters]


@pytest.mark.parametrize("reach", list(waters(40, seed=5)), ids=[str(k) for k in range(40)])
def test_nothing_is_said_wrongly_of_any_method_in_any_water(reach: Reach) -> None:
    assert list(swept(reach, None, 32)) == []


@pytest.mark.parametrize("case", cases(), ids=[c.name for c in cases()])
def test_eight_drifts_of_ten_lie_between_p10_and_p90(case: Case) -> None:
    shares = held(case, 400)
    assert {k: v for k, v in shares.items() if not 0.72 <= v <= 0.88} == {}


def test_the_share_of_drifts_that_touch_is_what_is_said() -> None:
    random = np.random.default_rng(3)
    said, seen = [], []
    for _ in range(36):
        where = water(
            round(float(random.uniform(0.5, 1.6)), 2),
            round(float(random.uniform(0.35, 1.1)), 2),
            bed=str(random.choice(["fine-gravel", "coarse-gravel", "cobble"])),
        )
        method = str(random.choice(["level-contact", "float-pair", "tapered-contact"]))
        rig = started(method, where)
        situation = fished(
            rig if method == "float-pair" else led(rig, float(random.choice([0.8, 0.9, 1.0, 1.1]))), where
        )
        tracks = members_of(situation)
        assert tracks is not None
        said.append(float((~np.isnan(tracks.did[:, : len(tracks.names), FIRST_S])).any(axis=1).mean()))
        seen.append(touches(situation, 60))
    off = np.array(said) - np.array(seen)
    assert float(np.sqrt((off**2).mean())) < 0.06
    assert abs(float(off.mean())) < 0.02


@pytest.mark.parametrize(("method", "where"), STARTS, ids=[f"{m} {w.depth_m} {w.pace_m_s}" for m, w in STARTS])
def test_every_start_carries_no_act_or_declines(method: str, where: Reach) -> None:
    found = start(methods()[method], setting(where))
    if isinstance(found, Best):
        assert [r.key for r in found.readings if r.severity == "act"] == []
    else:
        assert found.reason


BED = TakingZone(low_m=0.0, high_m=0.3)
TEN = [
    ("level-contact", water(1.2, 0.9)),
    ("level-contact", water(1.8, 0.7)),
    ("level-contact", water(1.2, 1.5)),
    ("tapered-contact", water(2.0, 0.3)),
    ("float-pair", water(1.2, 1.1, off_m=8.0)),
    ("dry-and-nymph", water(1.2, 0.6, off_m=8.0)),
    ("swung", water(0.9, 0.6, off_m=10.0, zone=BED)),
    ("streamer", water(1.1, 0.6, off_m=9.0, zone=BED)),
    ("lake-team", water(5.0, 0.0, "lake", off_m=12.0, zone=TakingZone(low_m=3.0, high_m=4.5, datum="surface"))),
    ("buoyant-point", water(4.0, 0.0, "lake", off_m=12.0, zone=TakingZone(low_m=0.9, high_m=1.2, datum="surface"))),
]


@pytest.mark.parametrize(("method", "where"), TEN, ids=[f"{m} {w.depth_m} {w.pace_m_s}" for m, w in TEN])
def test_ten_failing_waters_are_satisfied_in_three_steps_or_it_is_said_that_nothing_fits(
    method: str, where: Reach
) -> None:
    found, _ = walked(fished(started(method, where), where), 3)
    drifted = [r for r in found.readings if reading_kinds()[r.key].judge is not None]
    assert bool(found.nothing_fits) or all(r.severity != "act" for r in drifted)
