"""The band: seeded, reproducible, and as wide as what is not known."""

from __future__ import annotations

import numpy as np
import pytest
from scipy.stats import qmc

from jarana.core.drift.nominal import nominal
from jarana.core.engine.hydro.turbulence import turbulence
from jarana.core.outcomes.band import MEMBERS, Band, band_of, sobol
from jarana.core.readings.with_band import readings_with_band
from jarana.core.rig.edits.whole import SetLead
from jarana.core.rig.model import Rig
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from tests.fishing import DRAWER, fished


def stopped() -> Watch:
    watch = Watch()
    watch.stop()
    return watch


@pytest.fixture(scope="module")
def pulled(contact_rig: Rig) -> Rig:
    """The rig pulled along faster than its water: it finds the bottom in some waters only."""
    return SetLead(lead=1.15).apply(contact_rig, DRAWER)


@pytest.fixture(scope="module")
def band(pulled: Rig, weir_run: Reach) -> Band:
    made = band_of(fished(pulled, weir_run))
    assert made is not None
    return made


def test_the_members_are_the_sobol_points_of_a_kept_seed() -> None:
    from statistics import NormalDist

    points = qmc.Sobol(d=6, scramble=True, seed=20260501).random(MEMBERS)
    normal = NormalDist()
    assert sobol() == pytest.approx(np.array([[normal.inv_cdf(v) for v in row] for row in points]), abs=1e-4)
    assert np.abs(sobol().mean(axis=0)).max() < 0.03


def test_the_same_rig_has_the_same_band(band: Band, pulled: Rig, weir_run: Reach) -> None:
    assert band_of(fished(pulled, weir_run)) == band


def test_percentiles_are_in_order_and_hold_the_nominal_track(band: Band, pulled: Rig, weir_run: Reach) -> None:
    drift = nominal(fished(pulled, weir_run))
    for fly in band.flies:
        assert all(a <= b for a, b in zip(fly.p10_mm, fly.p90_mm, strict=True))
        spread = fly.settled_depth_m
        assert spread.p10 <= spread.p50 <= spread.p90
        now = next(f for f in drift.flies if f.id == fly.id).settled_depth_m
        assert spread.p10 - 0.05 <= now <= spread.p90 + 0.05


def test_what_is_seldom_reached_has_no_p90(band: Band) -> None:
    assert 0 < band.finds_bottom < 0.9
    point = next(f for f in band.flies if f.id == "point")
    assert point.metres_to_bottom.p90 is None


def test_a_band_that_is_not_wanted_any_more_stops(contact_rig: Rig, weir_run: Reach) -> None:
    assert band_of(fished(contact_rig, weir_run), stopped()) is None


def test_readings_carry_the_band_beside_their_figure(contact_rig: Rig, weir_run: Reach) -> None:
    told = readings_with_band(fished(contact_rig, weir_run))
    assert told is not None
    _, readings = told
    assert readings_with_band(fished(contact_rig, weir_run), stopped()) is None
    zone = next(r for r in readings if r.key == "zone")
    assert int(zone.low) <= int(zone.figure) <= int(zone.high)


def test_turbulence_fades_from_the_bed_and_is_stronger_along_than_up() -> None:
    low, high = turbulence(0.1, 0.6, 1.0, 0.002), turbulence(0.9, 0.6, 1.0, 0.002)
    assert low[0] > high[0]
    assert low[0] / low[1] == pytest.approx(2.30 / 1.27)
    # Nezu & Nakagawa at the bed: 2.30 u*, with u* = 0.41 Us / ln(1 + h/z0)
    assert turbulence(0.0, 0.6, 1.0, 0.002)[0] == pytest.approx(2.30 * 0.41 * 0.6 / np.log(501))
