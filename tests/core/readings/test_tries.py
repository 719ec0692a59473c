"""What a reading offers really betters the rig, by members and not by one drift, and says what it costs."""

from __future__ import annotations

import pytest
from pydantic import TypeAdapter

from jarana.api.schemas import AnyEdit
from jarana.core.outcomes.band import told
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import ORDER, Reading, Try
from jarana.core.readings.with_band import told_by
from jarana.core.rig.edits.spans import SetDiameter
from jarana.core.rig.edits.whole import SetLead
from jarana.core.search.tries import KEEPS, OFFERED, Tried, readings_with_tries, tries
from jarana.core.search.valued import SHOWN, SOME, Valuer
from jarana.core.situation import Situation
from jarana.core.water.reach import Fish
from jarana.demo.load import RIGS
from tests.coverage import led, water
from tests.fishing import DRAWER, WATERS, fished, started

EDIT = TypeAdapter(AnyEdit)


def done(situation: Situation, offered: Try) -> Situation:
    rig = situation.rig
    for edit in (offered.edit, *offered.more):
        rig = EDIT.validate_python(edit).apply(rig, DRAWER)
    return situation.with_rig(rig)


def by_shares(situation: Situation) -> dict[str, Reading]:
    """The readings as 16 members tell them."""
    (valued,) = Valuer().telling([situation], SOME, screened=False)
    return {r.key: r for r in told_by(situation, readings_of(situation), told(valued.tracks, situation))}


@pytest.mark.parametrize(
    ("method", "water"), [RIGS[0], *(pytest.param(*rig, marks=pytest.mark.long) for rig in RIGS[1:])]
)
def test_everything_offered_is_worth_more_or_betters_its_reading_and_never_makes_the_rig_worth_less(
    method: str, water: str
) -> None:
    before = fished(started(method, WATERS[water]), WATERS[water])
    value = Valuer().telling
    (now,), (shown,) = value([before], SOME, screened=False), value([before], SHOWN, screened=False)
    for reading in readings_with_tries(before):
        kind = reading_kinds()[reading.key]
        assert len(reading.tries) <= OFFERED
        if reading.severity == "fine":
            assert reading.tries == ()
        for offered in reading.tries:
            after = done(before, offered)
            (then,) = value([after], SOME, screened=False)
            assert then.worth.minutes >= KEEPS * now.worth.minutes
            if kind.judge is not None:
                assert then.worth.minutes > now.worth.minutes
                as_shown = shown.worth.minutes + then.worth.minutes - now.worth.minutes
                assert offered.minutes == pytest.approx(as_shown, abs=0.06), "both are told by the same members"
                assert ORDER[offered.severity] >= ORDER[reading.severity]
            else:
                assert kind.score is not None
                assert kind.score(after) < kind.score(before)


@pytest.mark.long
def test_what_gets_worse_on_the_way_is_said() -> None:
    reach = WATERS["weir-run"]
    before = fished(SetLead(lead=1.15).apply(started("level-contact", reach), DRAWER), reach)
    for reading in readings_with_tries(before):
        if reading_kinds()[reading.key].judge is None:
            continue
        for offered in reading.tries:
            now = {r.key: r for r in readings_with_tries(before)}
            then = by_shares(done(before, offered))
            worse = [
                k for k in now if k != reading.key and k in then and ORDER[then[k].severity] < ORDER[now[k].severity]
            ]
            assert bool(offered.costs) is bool(worse)


def walked(situation: Situation, steps: int) -> tuple[Tried, int]:
    """Follow what leads, so many steps at most; return the last answer and how many were taken."""
    kinds = reading_kinds()
    found = tries(situation)
    for step in range(steps):
        offered = [t for r in found.readings for t in r.tries if kinds[r.key].judge and r.severity == "act"]
        if not offered:
            return found, step
        situation = done(situation, max(offered, key=lambda t: (ORDER[t.severity], t.minutes or 0.0)))
        found = tries(situation)
    return found, steps


@pytest.mark.parametrize(
    ("method", "where"),
    [
        pytest.param("swung", water(0.9, 0.6, off_m=10.0), marks=pytest.mark.long),
        pytest.param("streamer", water(1.1, 0.6, off_m=9.0), marks=pytest.mark.long),
        ("level-contact", water(1.2, 0.9)),
    ],
    ids=["swung at the bed", "streamer at the bed", "contact in fast water"],
)
def test_three_steps_satisfy_a_rig_that_failed_or_it_is_said_that_nothing_does(method: str, where: object) -> None:
    rig = started(method, where)  # type: ignore[arg-type]
    found, _ = walked(fished(rig, where), 3)  # type: ignore[arg-type]
    drifted = [r for r in found.readings if reading_kinds()[r.key].judge is not None]
    assert bool(found.nothing_fits) or all(r.severity != "act" for r in drifted)


def test_a_rig_too_weak_for_the_fish_that_nothing_owned_mends_says_so_and_what_would() -> None:
    pool = water(0.9, 0.5, fish=Fish(mass_kg=1.2))
    rig = started("level-contact", pool)
    for span in ("tippet", "point-tippet"):
        rig = SetDiameter(span=span, value="0.1 mm").apply(rig, DRAWER)
    spare = DRAWER.model_copy(update={"spools": ()})
    found = tries(fished(rig, pool, spare))
    assert found.nothing_fits.startswith("Ruled out, and nothing you own mends it: it holds a 1.2 kg fish on")
    assert any(w.text == "every line 0.20 mm or stouter" for w in found.would)
    assert tries(fished(rig, pool.model_copy(update={"fish": Fish(mass_kg=0.2)}), spare)).nothing_fits[:5] != "Ruled"


def test_a_rig_too_weak_for_the_fish_that_ones_own_line_mends_is_offered_it_and_not_called_ruled_out() -> None:
    pool = water(0.9, 0.5, fish=Fish(mass_kg=1.0))
    rig = SetDiameter(span="point-tippet", value="0.1 mm").apply(started("level-contact", pool), DRAWER)
    found = tries(fished(rig, pool))
    act = {r.key: r.tries for r in found.readings if r.severity == "act"}
    assert found.minutes == 0.0
    assert "strong" in act
    assert all(any(t.severity != "act" for t in offered) for offered in act.values())
    assert found.nothing_fits == ""


def test_where_nothing_betters_a_rig_it_is_said_with_what_would() -> None:
    torrent = water(1.3, 1.6, bed="cobble", fish=Fish(mass_kg=0.2))
    poor = DRAWER.model_copy(
        update={"patterns": tuple(p for p in DRAWER.patterns if p.id == "slim-olive"), "floats": (), "spools": ()}
    )
    rig = led(started("level-contact", torrent), 0.8)
    rig = rig.replace_attachment("point", body=DRAWER.fly("slim-olive-20"))
    found = tries(fished(rig, torrent, poor))
    offered = [t for r in found.readings for t in r.tries if reading_kinds()[r.key].judge]
    assert offered or (found.nothing_fits and found.would)
    for one, two in zip(found.would, found.would[1:], strict=False):
        assert one.minutes >= two.minutes
