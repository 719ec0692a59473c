"""What is outside the rules is told with the edit that brings it inside, just so far and no farther."""

from __future__ import annotations

from datetime import date

import pytest

from jarana.core.errors import InputError
from jarana.core.readings.rules import candidates, score
from jarana.core.rig.edits.droppers import SetSchool
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.rules.check import MOST_MENDS, MOST_MM, breaches
from jarana.core.rules.rule_set import RuleSet
from jarana.core.search.tries import readings_with_tries
from jarana.core.situation import Situation
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, setting, started

WATER = WATERS["weir-run"]
PAIR = started("level-contact", WATER)
METRIC = Writer()


def rules(**fields: object) -> RuleSet:
    return RuleSet.model_validate({"id": "r", "name": "R", "source": "a board", "checked": date(2026, 5, 2)} | fields)


def mended(rig: Rig, most: int = 8, **fields: object) -> Rig:
    """Take the first mend of the first breach until nothing is broken, at most so often."""
    for _ in range(most):
        found = breaches(rig, rules(**fields), METRIC)
        if not found:
            return rig
        rig = found[0].mends[0].apply(rig, DRAWER, METRIC)
    raise AssertionError([b.text for b in breaches(rig, rules(**fields), METRIC)])


@pytest.mark.parametrize(
    ("method", "fields"),
    [
        ("level-contact", {"most_flies": 1}),
        ("three-in-line", {"most_flies": 1}),
        ("level-contact", {"least_distance_m": 0.75}),
        ("level-contact", {"longest_m": 5.0}),
        ("level-contact", {"longest_rods": 1.5}),
        ("pegged-bead", {"bead_to_hook_m": 0.03}),
        ("pegged-bead", {"shot": False}),
        ("float-pair", {"floats": False}),
    ],
)
def test_every_rule_that_an_edit_can_keep_is_kept_by_its_mends(method: str, fields: dict[str, object]) -> None:
    rig = started(method, WATER)
    assert breaches(rig, rules(**fields), METRIC)
    assert not breaches(mended(rig, **fields), rules(**fields), METRIC)


def test_a_bead_is_pulled_up_to_just_what_the_rule_allows() -> None:
    rig = started("pegged-bead", WATER)
    bead = next(a for a in rig.attachments if a.body.kind == "pegged bead")
    hooks = [place(rig, a) for a in rig.attachments if a.fly]
    after = mended(rig, bead_to_hook_m=0.03)
    moved = after.attachment(bead.id)
    assert min(h - place(after, moved) for h in hooks if h >= place(after, moved)) == pytest.approx(0.03, abs=2e-4)


def test_spacing_and_leader_change_by_just_what_is_wanting() -> None:
    assert mended(PAIR, longest_m=5.0).length == pytest.approx(5.0, abs=2e-4)
    upper, lower = (a.id for a in mended(PAIR, least_distance_m=0.75).attachments)
    apart = mended(PAIR, least_distance_m=0.75)
    assert place(apart, apart.attachment(lower)) - place(apart, apart.attachment(upper)) == pytest.approx(
        0.75, abs=2e-4
    )


def test_lead_gives_way_to_other_shot_of_its_weight_and_a_sliding_dropper_to_a_tag() -> None:
    pinched = PinchShot(span=PAIR.spans[-1].id, above_mm=200).apply(PAIR, DRAWER)
    plain = pinched.model_dump()
    shot = next(a for a in plain["attachments"] if a["body"]["kind"] == "shot")
    shot["body"]["density_kg_m3"] = 11_300.0
    lead = Rig.model_validate(plain)
    after = mended(lead, lead=False)
    assert after.attachment(shot["id"]).body.mass_mg == pytest.approx(shot["body"]["mass_mg"], rel=0.2)
    sliding = SetSchool(at="dropper", school="link").apply(PAIR, DRAWER)
    assert mended(sliding, sliding_droppers=False).attachment("dropper").school == "tag"


def test_a_leader_is_shortened_in_its_longest_level_spans_and_never_by_more_than_one_edit_may() -> None:
    (over,) = breaches(PAIR, rules(longest_m=PAIR.length - 0.1), METRIC)
    assert 1 <= len(over.mends) <= MOST_MENDS
    longest = max((s for s in PAIR.spans if s.level), key=lambda s: s.length)
    assert over.mends[0].model_dump()["span"] == longest.id
    far = PAIR.replace_span(0, length_mm=15_000.0)
    (over,) = breaches(far, rules(longest_m=1.0), METRIC)
    assert min(m.model_dump()["by_mm"] for m in over.mends) == -MOST_MM


def test_the_reading_counts_flies_too_many_and_offers_what_brings_the_rig_inside() -> None:
    team = started("three-in-line", WATER)
    here = Situation(team, setting(WATER, rules=rules(most_flies=1)))
    assert score(here) == 2.0
    assert score(Situation(team, setting(WATER))) == 0.0
    assert list(candidates(Situation(team, setting(WATER)))) == []
    reading = next(r for r in readings_with_tries(here) if r.key == "rules")
    assert reading.severity == "act"
    assert reading.tries
    edit = next(iter(candidates(here)))
    try:
        one_fewer = edit.apply(team, DRAWER, METRIC)
    except InputError as error:
        raise AssertionError(error) from error
    assert score(Situation(one_fewer, here.setting)) == 1.0
