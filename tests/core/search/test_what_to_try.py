"""What is offered for a rig, and what is said where nothing is: read as an angler reads it, on rigs that fail in one way each."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import replace

import pytest

from jarana.core.methods import methods
from jarana.core.outcomes.band import told
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import ORDER, Reading, Try
from jarana.core.readings.with_band import told_by
from jarana.core.rig.edits.spans import SetDiameter, SetLength
from jarana.core.search.moves.base import moved
from jarana.core.search.relax import limit_told, limits
from jarana.core.search.tries import MOST_TRIED, OFFERED, SEEN_MIN, Tried, _best, _tried, tries
from jarana.core.search.valued import SHOWN, SOME, Stopped, Valuer
from jarana.core.situation import Situation
from jarana.core.tackle.drawer import Drawer
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from tests.coverage import water
from tests.fishing import WATERS, fished, started

RUN = WATERS["weir-run"]
DRY = fished(started("dry-fly", RUN), RUN)
LONGER = (SetLength(span="tippet", value="1.2 m"),)


Tell = Callable[[str, bool], tuple[Situation, Tried]]


@pytest.fixture(scope="module")
def tried() -> Tell:
    """What is told of a method's rig in the run, with one's own drawer or an empty one; worked out once a module, not once a process."""
    known: dict[tuple[str, bool], tuple[Situation, Tried]] = {}

    def told_of(method: str, owned: bool) -> tuple[Situation, Tried]:
        if (method, owned) not in known:
            here = fished(started(method, RUN), RUN, *(() if owned else (Drawer(),)))
            known[method, owned] = here, tries(here)
        return known[method, owned]

    return told_of


@pytest.fixture(scope="module")
def torrent() -> tuple[Situation, Tried]:
    where: Reach = water(1.2, 1.5)
    here = fished(started("level-contact", where), where)
    return here, tries(here)


def test_it_is_told_again_without_a_drift_and_what_was_stopped_is_computed_when_it_is_wanted() -> None:
    here = fished(started("level-contact", RUN), RUN.model_copy(update={"temperature_c": 8.9}))
    stopped = Watch()
    stopped.stop()
    with pytest.raises(Stopped):
        tries(here, stopped)
    found = tries(here)
    assert tries(fished(here.rig, here.setting.water), stopped) is found, (
        "no drift is computed of which it could be stopped"
    )
    warmer = here.setting.water.model_copy(update={"temperature_c": 9.1})
    assert tries(fished(here.rig, warmer)) is not found


def drifted(found: Tried) -> list[Try]:
    return [t for r in found.readings for t in r.tries if reading_kinds()[r.key].judge is not None]


@pytest.mark.parametrize("method", ["dry-fly", "dry-and-emerger"])
@pytest.mark.parametrize("owned", [True, False], ids=["an own drawer", "an empty drawer"])
def test_what_never_gets_to_the_fish_says_that_nothing_betters_it_what_limits_it_and_another_method(
    method: str, owned: bool, tried: Tell
) -> None:
    here, found = tried(method, owned)
    (valued,) = Valuer()([here], SOME, screened=False)
    limit = limit_told(limits(valued.worth.factors)[0][0])
    assert found.nothing_fits == (
        f"Nothing you own betters it: 0 good minutes in the hour; what limits it most is {limit}."
    )
    first, *others = found.would
    assert first.method in methods()
    assert first.method != method
    assert all(first.minutes > w.minutes >= SEEN_MIN for w in others)
    assert drifted(found) == [], "next to nothing that becomes a little more is not offered"
    assert found.minutes == pytest.approx(0.0, abs=0.05)


@pytest.mark.parametrize("method", ["dry-fly", "swung"])
def test_of_a_rig_worth_nothing_only_what_makes_it_worth_fishing_is_offered(method: str, tried: Tell) -> None:
    _, found = tried(method, False)
    assert all((t.minutes or 0.0) >= SEEN_MIN for t in drifted(found))
    assert found.nothing_fits


def test_every_reading_stays_in_its_place_whatever_is_tried(torrent: tuple[Situation, Tried], tried: Tell) -> None:
    for here, found in (torrent, tried("dry-fly", True)):
        (valued,) = Valuer()([here], SHOWN, screened=False)
        plain = told_by(here, readings_of(here), told(valued.tracks, here))
        told_ = [(r.key, r.severity, r.title, r.sentence) for r in found.readings]
        assert told_ == [(r.key, r.severity, r.title, r.sentence) for r in plain]


def test_where_no_single_change_is_enough_two_lead_as_one_and_are_told_as_two(torrent: tuple[Situation, Tried]) -> None:
    _, found = torrent
    leads = [r for r in found.readings if r.severity == "act" and r.tries]
    assert leads
    for reading in leads:
        both, single = reading.tries
        assert len(both.more) >= 1
        assert single.more == ()
        assert "; " in both.name
        assert (both.minutes or 0.0) > (single.minutes or 0.0)
    assert found.nothing_fits == ""


def test_what_does_not_hang_on_the_drift_is_offered_with_its_own_edits_and_no_minutes() -> None:
    kinds = reading_kinds()
    own = {r.key: r.tries for r in tries(DRY).readings if kinds[r.key].judge is None}
    offered = {key: rows for key, rows in own.items() if rows}
    assert "drag_free" in offered
    assert all(len(rows) <= OFFERED for rows in offered.values())
    assert {t.minutes for rows in offered.values() for t in rows} == {None}
    assert all(kinds[key].candidates is not None for key in offered)


def test_a_line_of_another_spool_and_size_is_one_change_in_words() -> None:
    here = fished(started("level-contact", RUN), RUN)
    tippet = here.rig.spans[here.rig.span_index("tippet")]
    for finer in (0.1, 0.127):
        if abs(tippet.d1_mm - finer) < 1e-6:
            continue
        move = (SetDiameter(span="tippet", value=f"{finer} mm"),)
        then = moved(here, move)
        assert then is not None
        mine = {"drag": reading("drag", "fine", "Drifts with the water")}
        told_ = _tried("drag", here, (reading("drag", "act", "Drags"),), move, then, mine, None)
        assert told_.name.count("→") == 1
        assert "spool" not in told_.name


def reading(key: str, severity: str, title: str) -> Reading:
    one = readings_of(DRY)[0]
    return one.model_copy(update={"key": key, "severity": severity, "title": title, "figure": "6", "unit": "s"})


@pytest.mark.parametrize(
    ("after", "costs"),
    [("fine", ""), ("look", ""), ("act", "but the sign is lost")],
)
def test_a_try_says_what_gets_worse_on_the_way_and_begins_its_effect_small(after: str, costs: str) -> None:
    before = (reading("drag", "act", "Drags"), reading("visible", "look", "The sign is seen"))
    then = {
        "drag": reading("drag", "fine", "Drifts with the water"),
        "visible": reading("visible", after, "The sign is lost"),
    }
    told_ = _tried("drag", DRY, before, LONGER, DRY, then, 3.04)
    assert told_.effect == "drifts with the water, 6 s"
    assert told_.costs == costs
    assert (told_.severity, told_.minutes) == ("fine", 3.0)
    named = _tried("drag", DRY, before, LONGER, DRY, {"drag": reading("drag", "fine", "Drags after 6 s")}, None)
    assert named.effect == "drags after 6 s", "its figure is told once"
    assert named.minutes is None


@pytest.mark.parametrize(
    ("severity", "title", "effect"),
    [
        ("act", "Drags", "still drags, 6 s"),
        ("look", "Drags", "drags, 6 s"),
        ("act", "Drags at its end", "drags at its end, 6 s"),
    ],
)
def test_a_try_that_betters_the_rig_but_not_what_its_reading_says_tells_so(
    severity: str, title: str, effect: str
) -> None:
    told_ = _tried("drag", DRY, (reading("drag", "act", "Drags"),), LONGER, DRY, {"drag": reading("drag", severity, title)}, 3.0)  # fmt: skip
    assert told_.effect == effect


def test_a_try_of_what_is_fine_before_and_after_is_told_without_still() -> None:
    mine = reading("drag", "fine", "Drifts with the water")
    assert not _tried("drag", DRY, (mine,), LONGER, DRY, {"drag": mine}, None).effect.startswith("still")


def test_of_a_readings_own_edits_those_that_change_it_most_are_offered_and_none_that_costs_worth(
    torrent: tuple[Situation, Tried],
) -> None:
    here, _ = torrent
    value = Valuer()
    (base,) = value([here], SOME, screened=False)
    readings = readings_of(here)
    kind = reading_kinds()["weakest"]
    assert kind.candidates is not None
    assert kind.score is not None
    rows = []
    for edit in list(kind.candidates(here))[:MOST_TRIED]:
        then = moved(here, (edit,))
        if then is not None:
            rows.append((edit, then, {r.key: r for r in readings_of(then)}))
    offered = _best(kind, here, readings, rows, value, base)
    assert offered
    scores = [kind.score(moved(here, (edit,)) or here) for edit, *_ in rows]
    best = min(scores)
    first = next(then for edit, then, _ in rows if edit.model_dump(mode="json") == offered[0].edit)
    assert kind.score(first) == pytest.approx(best)
    dear = replace(base, worth=replace(base.worth, minutes=base.worth.minutes * 10))
    assert _best(kind, here, readings, rows, value, dear) == (), "each would leave less than it is worth"
    assert ORDER[offered[0].severity] >= ORDER[next(r for r in readings if r.key == "weakest").severity]
