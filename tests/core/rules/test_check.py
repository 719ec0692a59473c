"""Every rule has two sides: just inside nothing is said, just outside it is named with its figures and its parts."""

from __future__ import annotations

from datetime import date

import pytest

from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.rules.check import Breach, breaches, is_old
from jarana.core.rules.rule_set import RuleSet
from jarana.core.units import Writer
from tests.fishing import DRAWER, WATERS, started

METRIC = Writer()
WATER = WATERS["weir-run"]


def rules(**fields: object) -> RuleSet:
    return RuleSet.model_validate({"id": "r", "name": "R", "source": "a board", "checked": date(2026, 5, 2)} | fields)


def told(rig: Rig, today: date | None = None, writer: Writer = METRIC, **fields: object) -> tuple[Breach, ...]:
    return breaches(rig, rules(**fields), writer, today)


@pytest.fixture(scope="module")
def pair() -> Rig:
    return started("level-contact", WATER)


@pytest.fixture(scope="module")
def pegged() -> Rig:
    return started("pegged-bead", WATER)


@pytest.fixture(scope="module")
def shot(pair: Rig) -> Rig:
    return PinchShot(span=pair.spans[-1].id, above_mm=200).apply(pair, DRAWER, METRIC)


def with_shot(rig: Rig, density: float) -> Rig:
    """The rig with its shot of another density, kg/m³."""
    plain = rig.model_dump()
    for attachment in plain["attachments"]:
        if attachment["body"]["kind"] == "shot":
            attachment["body"]["density_kg_m3"] = density
    return Rig.model_validate(plain)


def with_barbless(rig: Rig, barbless: bool) -> Rig:
    plain = rig.model_dump()
    for attachment in plain["attachments"]:
        if attachment["body"]["kind"] == "fly":
            attachment["body"]["hook"]["barbless"] = barbless
    return Rig.model_validate(plain)


def test_a_set_that_says_nothing_allows_everything(pegged: Rig, shot: Rig) -> None:
    assert told(pegged, date(2026, 1, 1)) == ()
    assert told(shot, date(2026, 1, 1)) == ()


def test_as_many_flies_as_allowed_are_inside_and_one_more_is_not(pair: Rig) -> None:
    assert told(pair, most_flies=2) == ()
    assert told(pair, most_flies=1) == (Breach("2 flies, at most 1", tuple(a.id for a in pair.attachments)),)


def test_a_shot_is_not_counted_as_a_fly(shot: Rig) -> None:
    assert told(shot, most_flies=2) == ()


def test_flies_may_be_as_close_as_the_rule_says_and_no_closer(pair: Rig) -> None:
    upper, lower = (a for a in pair.attachments if a.fly)
    apart = abs(place(pair, lower) - place(pair, upper))
    assert told(pair, least_distance_m=apart) == ()
    (breach,) = told(pair, least_distance_m=apart + 0.01)
    assert set(breach.parts) == {upper.id, lower.id}
    assert f"{apart * 100:.0f} cm apart" in breach.text
    assert f"at least {(apart + 0.01) * 100:.0f} cm" in breach.text


def test_a_leader_may_be_as_long_as_the_rule_says_and_no_longer(pair: Rig) -> None:
    assert told(pair, longest_m=pair.length) == ()
    (breach,) = told(pair, longest_m=pair.length - 0.01)
    assert breach.parts == tuple(s.id for s in pair.spans)
    assert breach.text == f"leader {pair.length:.2f} m, at most {pair.length - 0.01:.2f} m"


def test_rod_lengths_are_those_of_the_rig_s_own_rod(pair: Rig) -> None:
    rods = pair.length / (pair.rod.length_mm / 1000)
    assert told(pair, longest_rods=rods) == ()
    (breach,) = told(pair, longest_rods=rods - 0.01)
    assert breach.text.startswith(f"leader {pair.length:.2f} m, at most {rods - 0.01:g} × the rod (")
    assert breach.text.endswith(f"({(rods - 0.01) * pair.rod.length_mm / 1000:.2f} m)")
    assert breach.parts == tuple(s.id for s in pair.spans)


def test_a_bead_may_be_as_far_from_the_hook_below_it_as_the_rule_says(pegged: Rig) -> None:
    hooks = sorted(place(pegged, a) for a in pegged.attachments if a.fly)
    beads = [a for a in pegged.attachments if a.body.kind == "pegged bead"]
    far = {bead.id: min(h - place(pegged, bead) for h in hooks if h >= place(pegged, bead)) for bead in beads}
    assert told(pegged, bead_to_hook_m=max(far.values())) == ()
    short = max(far.values()) - 0.005
    (breach, *more) = told(pegged, bead_to_hook_m=short)
    assert {b.parts for b in (breach, *more)} == {(bead,) for bead, off in far.items() if off > short}
    assert breach.text.startswith("bead ")
    assert "from its hook, at most" in breach.text


@pytest.mark.parametrize(
    ("density", "lead"), [(10_500.0, False), (10_501.0, True), (12_499.0, True), (12_500.0, False)]
)
def test_lead_is_known_by_its_density(shot: Rig, density: float, lead: bool) -> None:
    found = told(with_shot(shot, density), lead=False)
    assert [b.text for b in found] == (["no lead"] if lead else [])
    assert told(with_shot(shot, density), lead=True) == ()


def test_a_tungsten_bead_in_a_fly_is_no_lead(pair: Rig) -> None:
    assert told(pair, lead=False) == ()


@pytest.mark.parametrize(
    ("day", "inside"),
    [(date(2026, 4, 30), False), (date(2026, 5, 1), True), (date(2026, 9, 30), True), (date(2026, 10, 1), False)],
)
def test_a_method_is_in_season_from_its_first_day_to_its_last(pair: Rig, day: date, inside: bool) -> None:
    seasons = [{"method": pair.method, "first": "05-01", "last": "09-30"}]
    found = told(pair, day, seasons=seasons)
    assert [b.text for b in found] == ([] if inside else ["this method is allowed 05-01 to 09-30 only"])
    assert told(pair, None, seasons=seasons) == ()


def test_one_of_two_seasons_is_enough_and_another_method_s_season_says_nothing(pair: Rig) -> None:
    two = [
        {"method": pair.method, "first": "03-01", "last": "03-31"},
        {"method": pair.method, "first": "09-01", "last": "09-30"},
    ]
    assert told(pair, date(2026, 9, 10), seasons=two) == ()
    (breach,) = told(pair, date(2026, 6, 10), seasons=two)
    assert breach == Breach("this method is allowed 03-01 to 03-31, 09-01 to 09-30 only", ())
    other = [{"method": "dry-fly", "first": "03-01", "last": "03-31"}]
    assert told(pair, date(2026, 6, 10), seasons=other) == ()


def test_every_barbed_hook_is_named_by_its_place(pair: Rig) -> None:
    assert told(with_barbless(pair, True), barbless=True) == ()
    assert told(with_barbless(pair, False), barbless=False) == ()
    found = told(with_barbless(pair, False), barbless=True)
    assert [b.parts for b in found] == [(a.id,) for a in pair.attachments]
    assert [b.text for b in found] == [f"{pair.role(a)} hook has a barb: pinch it flat" for a in pair.attachments]


def test_a_float_where_none_is_allowed(pair: Rig) -> None:
    hung = started("float-pair", WATER)
    assert told(hung, floats=False) == (Breach("no floats", ()),)
    assert told(hung, floats=True) == ()
    assert told(pair, floats=False) == ()


def test_a_shot_where_none_is_allowed(pair: Rig, shot: Rig) -> None:
    pinched = next(a for a in shot.attachments if a.fly is None)
    assert told(shot, shot=False) == (Breach("no shot on the line", (pinched.id,)),)
    assert told(shot, shot=True) == ()
    assert told(pair, shot=False) == ()


def test_a_dropper_on_a_link_slides_and_one_on_a_tag_does_not() -> None:
    slides, holds = started("short-and-led", WATER), started("level-contact", WATER)
    on_link = [a.id for a in slides.attachments if a.fly and a.school == "link"]
    assert on_link
    assert told(slides, sliding_droppers=False) == tuple(Breach("no sliding droppers", (i,)) for i in on_link)
    assert told(slides, sliding_droppers=True) == ()
    assert told(holds, sliding_droppers=False) == ()


def test_everything_that_is_outside_is_said_at_once(pair: Rig) -> None:
    found = told(with_barbless(pair, False), most_flies=1, longest_m=0.5, barbless=True)
    assert len(found) == 1 + 1 + 2


def test_figures_are_in_the_units_of_who_reads_them(pair: Rig) -> None:
    (breach,) = told(pair, writer=Writer("imperial"), longest_m=1.0)
    assert "′" in breach.text


@pytest.mark.parametrize(("days", "old"), [(0, False), (365, False), (366, True)])
def test_a_rule_set_is_old_after_a_year(days: int, old: bool) -> None:
    checked = date(2026, 5, 2)
    assert is_old(rules(checked=checked), date.fromordinal(checked.toordinal() + days)) is old


def test_the_rest_of_the_rules_are_told_in_few_words() -> None:
    said = rules(
        most_flies=3, longest_m=4.0, bead_to_hook_m=0.04, lead=False,
        seasons=[{"method": "dry-fly", "first": "05-01", "last": "09-30"}],
    ).said(METRIC, str.upper)  # fmt: skip
    assert said == (
        "at most 3 flies", "leader up to 4.00 m", "bead within 4 cm of its hook", "DRY-FLY from 05-01 to 09-30", "no lead",
    )  # fmt: skip


@pytest.mark.parametrize(
    ("field", "least", "most"),
    [("most_flies", 1, 8), ("least_distance_m", 0.001, 5.0), ("longest_rods", 0.001, 6.0), ("longest_m", 0.001, 20.0),
     ("bead_to_hook_m", 0.001, 1.0)],
)  # fmt: skip
def test_a_rule_has_the_limits_it_has(field: str, least: float, most: float) -> None:
    rules(**{field: least})
    rules(**{field: most})
    for beyond in (0, most + 1):
        with pytest.raises(ValueError, match=field):
            rules(**{field: beyond})


@pytest.mark.parametrize(
    ("day", "inside"),
    [(date(2026, 11, 1), True), (date(2026, 2, 28), True), (date(2026, 3, 1), False), (date(2026, 10, 31), False)],
)
def test_a_season_may_run_over_the_turn_of_the_year(pair: Rig, day: date, inside: bool) -> None:
    found = told(pair, day, seasons=[{"method": pair.method, "first": "11-01", "last": "02-28"}])
    assert (found == ()) is inside
