"""Leaders from spools: what is asked of every one of them, and what is known of some."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.errors import InputError
from jarana.core.leader.cast import failing_wind, judge, run_loop
from jarana.core.leader.chain_of_spools import ladder
from jarana.core.leader.design import UNITS_MM, design, rounded
from jarana.core.leader.hinge import grade, stiffness_ratio
from jarana.core.leader.spec import CastFly, LeaderDesign, LeaderSpec, schools
from jarana.core.leader.turnover import CastMass, CastSection
from jarana.core.leader.wear import Wear, changes_left, worn
from jarana.core.rig.model import Rig
from jarana.core.strength.chain import strength_chain
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.knot import usual_knot
from jarana.core.tackle.packet import cut_back, packets, place_of
from jarana.core.units import Writer

WRITER = Writer()
TAPERS = [k for k, s in schools().items() if s.kind == "taper"]
SMALL_DRY = CastFly(name="dry", mass_mg=20, drag_area_mm2=30)


def made(**fields: object) -> LeaderDesign:
    return design(LeaderSpec.model_validate(fields), WRITER)


specs = st.builds(
    LeaderSpec,
    school=st.sampled_from(list(schools())),
    total_mm=st.floats(2400, 7000),
    tippet_mm=st.sampled_from([0.1016, 0.127, 0.1524, 0.1778, 0.2032]),
    line_tip_mm=st.floats(0.8, 1.1),
    round_to=st.sampled_from(["5 mm", "quarter inch"]),
    ring=st.booleans(),
    wind_m_s=st.floats(0, 8),
    joint=st.sampled_from(["blood", "water", "double-uni"]),
)


@settings(max_examples=25, deadline=None)
@given(specs)
def test_every_leader_adds_up_and_can_be_tied(spec: LeaderSpec) -> None:
    leader = design(spec, WRITER)
    unit = UNITS_MM[spec.round_to]
    kind = schools()[spec.school].kind
    assert sum(s.length_mm for s in leader.sections) == pytest.approx(leader.total_mm, abs=0.02)
    if kind not in ("packet", "sinking"):
        assert abs(leader.total_mm - spec.total_mm) <= unit / 2 + 0.01
    for section in leader.sections:
        assert section.length_mm / unit == pytest.approx(round(section.length_mm / unit), abs=1e-3)
        assert section.cut_mm >= section.length_mm
        assert section.spool_id is None or section.spool_id in {s.id for s in ladder()}
    assert len(leader.joints) == len(leader.sections)
    assert leader.fits == (leader.broken == ())


@settings(max_examples=20, deadline=None)
@given(specs, st.sampled_from(TAPERS))
def test_a_cast_taper_that_fits_breaks_no_limit(spec: LeaderSpec, school: str) -> None:
    leader = design(spec.model_copy(update={"school": school}), WRITER)
    if not leader.fits:
        assert leader.broken
        return
    for joint, section in zip(leader.joints[1:], leader.sections[1:], strict=True):
        assert joint.step_mm >= -1e-9, "non-increasing"
        assert joint.step_mm <= spec.largest_step_mm + 1e-6
        assert joint.ratio <= spec.largest_ratio + 1e-3
        assert joint.hinge != "act"
        assert section.length_mm >= spec.least_section_mm - 1e-6


def test_scaling_the_total_scales_the_sections() -> None:
    one, two = (made(total_mm=total, tolerance=0, least_section_mm=40) for total in (3000, 6000))
    if [s.spool for s in one.sections] == [s.spool for s in two.sections]:
        for a, b in zip(one.sections, two.sections, strict=True):
            assert b.length_mm == pytest.approx(2 * a.length_mm, abs=10)


def test_shares_are_those_of_the_school_within_the_tolerance() -> None:
    for key in TAPERS:
        school = schools()[key]
        leader = made(school=key, total_mm=4500, tolerance=0.05)
        whole = leader.total_mm
        tippet = sum(s.length_mm for s in leader.sections if s.group == "tippet") / whole
        butt = sum(s.length_mm for s in leader.sections if s.group == "butt") / whole
        assert tippet == pytest.approx(school.tippet, abs=0.055)
        assert butt == pytest.approx(school.butt, abs=0.11)


def test_when_no_taper_fits_the_nearest_comes_with_what_is_missing(drawer: Drawer) -> None:
    thin = tuple(s for s in drawer.spools if s.id in ("spool-1", "spool-2", "spool-13", "spool-14"))
    leader = made(total_mm=2745, spools=thin, tippet_mm=0.152)
    assert not leader.fits
    assert any("0.4 and 0.3" in line for line in leader.broken)
    assert any("a butt of" in line for line in leader.missing)
    assert leader.sections[0].spool_id == "spool-1"


def test_the_demo_drawer_holds_a_whole_taper(drawer: Drawer) -> None:
    leader = made(total_mm=3000, spools=drawer.spools, tippet_mm=0.152)
    assert leader.fits, leader.broken
    assert sum(u.metres for u in leader.uses) * 1000 == pytest.approx(sum(s.cut_mm for s in leader.sections))


def test_a_tippet_nobody_owns_is_said(drawer: Drawer) -> None:
    leader = made(total_mm=3000, spools=drawer.spools, tippet_mm=0.3)
    assert any("no tippet of 0.30" in line for line in leader.broken) or leader.sections[-1].d0_mm == 0.3
    with pytest.raises(InputError):
        made(school="feathery")
    with pytest.raises(InputError):
        made(joint="clinch")


def test_longer_than_the_rule_allows_is_broken_and_told() -> None:
    leader = made(school="level-contact", total_mm=7000, rod_mm=3000, most_rods=2)
    assert leader.broken == ("longer than 2 rod lengths (6.00 m)",)


def test_the_optimiser_never_gives_away_margin() -> None:
    for school in TAPERS:
        plain, best = (made(school=school, total_mm=3600, tolerance=t).cast.fails_in_m_s for t in (0.0, 0.05))
        assert best >= plain - 0.3


def test_the_standard_taper_turns_over_in_calm_and_a_level_bushy_one_does_not_in_wind() -> None:
    packet = made(school="packet", total_mm=3700, tippet_mm=0.1524, flies=[SMALL_DRY.model_dump()])
    assert packet.cast.verdict != "piles"
    bushy = {"name": "bushy", "mass_mg": 60, "drag_area_mm2": 90}
    level = made(school="level-lake", total_mm=5000, tippet_mm=0.1524, wind_m_s=5, flies=[bushy])
    assert level.cast.verdict == "piles"
    assert level.cast.piles_at_m < 5


@given(area=st.floats(0, 200), more=st.floats(1, 200))
def test_a_bushier_fly_never_turns_over_better(area: float, more: float) -> None:
    line = [CastSection(1.8, 0.5e-3, 0.5e-3, 1140.0), CastSection(1.9, 0.2e-3, 0.2e-3, 1140.0)]

    def last(a: float) -> float:
        end = run_loop(line, [CastMass(3.7, 40e-6, a * 1e-6, "fly")], "usual", 2.0, 0.02).at.get("fly")
        return end.speed if end else 0.0

    assert last(area + more) <= last(area) + 1e-9


def test_without_drag_the_loop_keeps_its_energy() -> None:
    from jarana.core.leader.turnover import Air, turn_over

    line = [CastSection(2.0, 0.5e-3, 0.2e-3, 1140.0)]
    free = Air(skin=0.0, loop_drag=0.0)
    result = turn_over(line, [CastMass(2.0, 30e-6, 0.0, "fly")], 15.0, free)
    assert result.at["fly"].energy == pytest.approx(result.start_energy, rel=1e-6)


def test_the_failing_wind_is_where_the_verdict_turns() -> None:
    line = [CastSection(1.8, 0.5e-3, 0.5e-3, 1140.0), CastSection(1.6, 0.2e-3, 0.2e-3, 1140.0)]
    fly = [CastMass(3.4, 40e-6, 40e-6, "fly")]
    wind = failing_wind(line, fly, "usual", "fly")
    assert 0.5 < wind < 12
    assert judge(run_loop(line, fly, "usual", wind - 0.1, 0.02), "fly") != "piles"
    assert judge(run_loop(line, fly, "usual", wind + 0.1, 0.02), "fly") == "piles"


def test_contact_leaders_are_not_judged_by_a_loop_and_taper_costs_sag() -> None:
    level, tapered = (made(school=s, total_mm=6300, tippet_mm=0.127) for s in ("level-contact", "tapered-contact"))
    assert level.cast is None
    assert "does not apply" in level.cast_note
    assert tapered.sag_m > 1.5 * level.sag_m


def test_stiffness_by_hand_and_its_limits() -> None:
    # 0.30⁴ / 0.25⁴ = 2.0736 for like materials; a ratio of 1.34 gives 3.224.
    assert stiffness_ratio(2.6, 0.30, 2.6, 0.25) == pytest.approx(2.0736)
    assert stiffness_ratio(2.6, 0.25, 2.6, 0.30) == pytest.approx(2.0736)
    assert [grade(r) for r in (3.2, 3.3, 5.1)] == ["fine", "look", "act"]


def test_a_cut_back_packet_is_designed_on_as_thick_as_it_is_now() -> None:
    packet = packets()["2.7-0.18"]
    back = cut_back(packet, packet.new_length - place_of(packet, 0.22))
    leader = made(school="packet", packet=back.model_dump(), total_mm=3400, tippet_mm=0.1778)
    assert leader.sections[-2].d1_mm == pytest.approx(0.22, abs=1e-3)


def test_wear_is_counted_and_a_stray_knot_halves_until_it_is_cut_out(contact_rig: Rig) -> None:
    point = contact_rig.spans[-1].id
    now = worn(contact_rig, [Wear(kind="retied", span=point), Wear(kind="cut back", span=point, mm=50)])[-1]
    assert now.left_mm < contact_rig.spans[-1].length_mm - 100
    assert now.changes == 0
    whole = worn(contact_rig, [])[-1]
    tied = worn(contact_rig, [Wear(kind="wind knot", span=point)])[-1]
    share = usual_knot("accident").fluorocarbon
    assert tied.strength == pytest.approx(whole.strength * share)
    chain = strength_chain(contact_rig.replace_span(len(contact_rig.spans) - 1, wind_knot=True))
    assert tied.strength == pytest.approx(min(k.force for k in chain if k.part == point))
    assert not worn(contact_rig, [Wear(kind="wind knot", span=point), Wear(kind="cut out", span=point, mm=30)])[
        -1
    ].knotted
    renewed = worn(contact_rig, [Wear(kind="broke", span=point, mm=300), Wear(kind="renewed", span=point)])[-1]
    assert renewed.left_mm == contact_rig.spans[-1].length_mm
    with pytest.raises(InputError, match="only"):
        worn(contact_rig, [Wear(kind="cut back", span=point, mm=9000)])
    assert changes_left(1000, 100) == 5


@given(st.lists(st.floats(0, 50), min_size=1, max_size=9))
def test_rounding_sums_exactly_and_moves_nothing_by_more_than_one(wanted: list[float]) -> None:
    total = round(sum(wanted))
    counts = rounded(wanted, max(total, sum(int(w + 1e-9) for w in wanted)))
    assert sum(counts) == max(total, sum(int(w + 1e-9) for w in wanted))
    assert all(abs(c - w) <= 1 + 1e-6 for c, w in zip(counts, wanted, strict=True))


@pytest.mark.parametrize("path", sorted(Path("docs/leaders").glob("*.json")), ids=lambda p: p.stem)
def test_the_worked_leaders_of_the_docs_still_fit(path: Path) -> None:
    leader = design(LeaderSpec.model_validate(json.loads(path.read_text())), WRITER)
    assert leader.fits, leader.broken
