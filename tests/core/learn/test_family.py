"""The table of a family says what its rigs do in hidden waters, and its ticks teach what they hang on."""

from __future__ import annotations

import numpy as np
import pytest

from jarana.core.learn.belief import Belief
from jarana.core.learn.draws import KEPT, fitted, hidden, hidden_draw
from jarana.core.learn.family import Family, family
from jarana.core.learn.options import Option, options_of
from jarana.core.learn.probit import probit
from jarana.core.learn.shown import near, shown
from jarana.core.outcomes.tracks import evaluate
from jarana.core.readings.bottom import PINNED
from jarana.core.situation import Setting, Situation
from jarana.core.unknowns.deviates import DEPTH
from jarana.core.unknowns.drifts import SEARCH_GRID
from tests.fishing import DRAWER, WATERS, started


def situation(method: str, water: str = "weir-run") -> Situation:
    return Situation(started(method, WATERS[water]), Setting(WATERS[water], DRAWER))


@pytest.fixture(scope="module")
def contact() -> tuple[list[Option], Family]:
    options = options_of(situation("level-contact"))
    return options, family(options, members=64)


def test_a_probit_finds_what_decides() -> None:
    random = np.random.default_rng(3)
    x = np.column_stack([np.ones(4000), random.standard_normal((4000, 2))])
    happened = x @ [0.3, 0.8, 0.0] + random.standard_normal(4000) > 0
    found = probit(x, happened, np.array([0.0, 1.0, 1.0]))
    assert found == pytest.approx([0.3, 0.8, 0.0], abs=0.08)


def test_a_probit_of_what_always_happens_stays_finite() -> None:
    x = np.column_stack([np.ones(50), np.linspace(-1, 1, 50)])
    found = probit(x, np.ones(50, dtype=bool), np.array([0.05, 1.0]))
    assert np.isfinite(found).all()
    assert found[0] > 1


def test_the_rig_in_hand_is_the_first_option_and_every_other_is_another_rig_of_owned_flies() -> None:
    options = options_of(situation("level-contact"))
    assert options[0].move == ()
    rigs = {o.situation.rig.model_dump_json() for o in options}
    assert len(rigs) == len(options) > 4
    owned = {w.id for p in DRAWER.patterns for w in p.weights if w.count}
    for option in options[1:]:
        for attachment in option.situation.rig.attachments:
            assert attachment.fly is None or attachment.fly.source in owned
    assert options[0].cost_from(options[0]).knots == 0
    assert any(o.cost_from(options[0]).knots for o in options)
    assert any(o.move and not o.cost_from(options[0]).knots for o in options)


def test_each_option_has_drifts_of_its_own_and_what_stays_is_spread_wider() -> None:
    one, other = fitted(0, 128), fitted(1, 128)
    assert not np.allclose(one[:, :KEPT], other[:, :KEPT])
    assert one[:, :KEPT].std() == pytest.approx(1.5, rel=0.06)
    assert one[:, KEPT:].std() == pytest.approx(1.0, rel=0.1)
    np.testing.assert_array_equal(one, fitted(0, 128))


def test_chances_are_chances_and_a_heavier_bead_touches_more(contact: tuple[list[Option], Family]) -> None:
    options, table = contact
    whole = sum(table.codes.values())
    np.testing.assert_allclose(whole, 1.0, atol=1e-9)
    assert all((v >= -1e-12).all() for v in table.codes.values())
    np.testing.assert_allclose(table.at["ticked"].sum(axis=1), 1 - table.codes["nothing"], atol=1e-9)
    assert table.prior.sum() == pytest.approx(1.0)
    beads = [i for i, o in enumerate(options) if len(o.move) <= 1 and (i == 0 or o.cost_from(options[0]).knots)]
    mass = [options[i].situation.rig.point.fly.mass for i in beads]  # type: ignore[union-attr]
    touch = [1 - float(table.codes["nothing"][i] @ table.prior) for i in beads]
    assert np.corrcoef(mass, touch)[0, 1] > 0.6


def test_contact_teaches_the_hand_most_and_a_float_the_depth_but_not_the_hand(
    contact: tuple[list[Option], Family],
) -> None:
    _, table = contact
    assert table.of_hand < -0.4
    assert table.of_depth < -0.1
    float_table = family(options_of(situation("float-pair")), members=48)
    assert abs(float_table.of_hand) < 0.2
    assert float_table.of_depth < -0.2


@pytest.mark.long
def test_what_is_said_to_touch_touches_in_hidden_waters(contact: tuple[list[Option], Family]) -> None:
    """In the mean of hidden waters and rigs within what so many drifts can tell."""
    options, table = contact
    random = np.random.default_rng(11)
    said = 1 - table.codes["nothing"] @ table.prior
    seen = np.zeros(len(options))
    waters, drifts = 24, 3
    for _ in range(waters):
        draw = hidden_draw(hidden(random), random, drifts)
        tracks = evaluate([o.situation for o in options], range(drifts), SEARCH_GRID, draw=draw)
        assert tracks is not None
        seen += [float(shown(t, o.situation).touched.mean()) for t, o in zip(tracks, options, strict=True) if t]
    gaps = said - seen / waters
    assert abs(gaps.mean()) < 0.08
    assert np.sqrt((gaps**2).mean()) < 0.15


def test_blanks_in_a_deeper_water_are_believed_as_less_touching(contact: tuple[list[Option], Family]) -> None:
    options, table = contact
    random = np.random.default_rng(5)
    means = []
    for off in (-2.5, 2.5):
        stays = np.zeros(KEPT)
        stays[DEPTH] = off
        tracks = evaluate([options[0].situation], range(16), SEARCH_GRID, draw=hidden_draw(stays, random, 16))
        assert tracks is not None
        assert tracks[0] is not None
        belief = Belief.begun(table)
        one = shown(tracks[0], options[0].situation)
        for touched, dragged in zip(one.touched, one.dragged, strict=True):
            belief = belief.saw(0, "dragging" if dragged else "ticked" if touched else "nothing")
        means.append(belief.mean)
    assert means[1] < means[0] - 0.3


def test_a_drift_drags_that_lies_on_the_stones_for_more_than_is_borne() -> None:
    here = situation("level-contact")
    (tracks,) = evaluate([here], range(8), SEARCH_GRID) or [None]
    assert tracks is not None
    one = shown(tracks, here)
    lies = tracks.did[:, : len(tracks.names), 2].max(axis=1) / tracks.times[:, -1]
    np.testing.assert_array_equal(one.dragged, lies > PINNED)
    assert ((one.good >= 0) & (one.good <= 1)).all()
    assert (np.isnan(one.first_s) == ~one.touched).all()


def test_a_team_on_a_lake_teaches_the_depth_of_the_fish() -> None:
    options = options_of(situation("lake-team", "oskel-north"))
    table = family(options, members=16)
    assert table.kind == "take"
    np.testing.assert_allclose(sum(table.codes.values()), 1.0, atol=1e-9)
    np.testing.assert_allclose(table.at["take"].sum(axis=1), table.codes["take"], atol=1e-6)
    begun = Belief.begun(table)
    last = float(table.edges[-1])
    assert begun.saw(0, "take", 0.1 * last).mean < begun.saw(0, "take", 0.6 * last).mean
    assert begun.saw(0, "nothing").worth()[0] < begun.worth()[0] < begun.saw(0, "take").worth()[0]


def test_a_fish_is_near_a_fly_only_at_its_own_depth() -> None:
    here = situation("lake-team", "oskel-north")
    (tracks,) = evaluate([here], range(4), SEARCH_GRID) or [None]
    assert tracks is not None
    there = near(tracks, here, np.array([0.3, 3.9]))
    late = there[:, -1]
    assert there[:, 1].max() <= len(tracks.names)
    assert late[:, 1].max() < 1e-9 or late[:, 0].max() < 1e-9
