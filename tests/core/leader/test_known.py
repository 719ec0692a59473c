"""What is known beforehand of loops, casts, chains of spools and what is written of a leader."""

from __future__ import annotations

import math
from itertools import pairwise

import pytest

from jarana.core.errors import InputError
from jarana.core.leader.cast import MOST_WIND, STROKES, Cast, Verdict, cast_of, failing_wind, judge, run_loop
from jarana.core.leader.chain_of_spools import Limits, allowed, ladder, missing, paths, tapers
from jarana.core.leader.cut_lengths import knot_end, rounded_cut
from jarana.core.leader.hinge import grade
from jarana.core.leader.rig_cast import air_drag_area, cast_masses, cast_sections, thrown_by_loop
from jarana.core.leader.sag import HungLine, sag_of
from jarana.core.leader.spec import CastFly, LeaderDesign, LeaderSpec, Shares
from jarana.core.leader.turnover import Air, CastMass, CastSection, Passing, Turnover, turn_over
from jarana.core.leader.wear import Wear, change_mm, changes_left, floor_of, worn
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.knot import knots
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from tests.core.leader.test_design import made
from tests.fishing import WATERS, started

LINE = CastSection(3.0, 0.0004, 0.0004, 1000.0)
AREA = math.pi / 4 * 0.0004**2
FLY = CastMass(3.0, 2e-3, 0.0, "fly")
"""So heavy that the line beside it counts for little."""
STILL = Air(skin=0.0, loop_drag=0.0, density=0.0)
LADDER = {s.label: s for s in ladder()}
WRITER = Writer()


def lost(air: Air, area: float = 0.0, line: CastSection = LINE) -> float:
    """How many times e the energy of a heavy fly has fallen by the end of the line."""
    fly = CastMass(line.length, 2.0, area, "fly")
    done = turn_over([line], [fly], 15.0, air)
    return math.log(done.start_energy / done.at["fly"].energy) * 2.0


# The loop: E = ½Mv², dE/ds = −ρv²(πCf∫d ds + ΣCA) − ½ρCd·h·d·(v/2)², so that ln E falls by 2/M times what stands below.
def test_each_loss_of_the_loop_is_the_formula_s() -> None:
    assert lost(Air(skin=0.0, loop_drag=0.0), area=2e-3) == pytest.approx(2 * 1.2 * 2e-3 * 3.0, rel=2e-3)
    thick = CastSection(3.0, 0.02, 0.02, 1.0)
    assert lost(Air(skin=0.006, loop_drag=0.0), line=thick) == pytest.approx(
        2 * 1.2 * math.pi * 0.006 * 0.02 * 3.0**2 / 2, rel=5e-3
    )
    assert lost(Air(skin=0.0), line=thick) == pytest.approx(1.2 * 0.4 * 0.02 * 3.0 / 4, rel=5e-3)
    tapered = CastSection(3.0, 0.02, 0.01, 1.0)
    assert lost(Air(skin=0.0), line=tapered) == pytest.approx(1.2 * 0.4 * 0.015 * 3.0 / 4, rel=5e-3)


def test_where_nothing_is_lost_the_leg_runs_the_faster_the_less_of_it_is_left() -> None:
    mid = CastMass(1.0, 1e-3, 0.0, "dropper")
    done = turn_over([LINE], [FLY, mid], 15.0, STILL)
    density = 1000 * AREA
    whole = 3.0 * density + 3e-3
    assert done.start_energy == pytest.approx(whole * 15.0**2 / 2)
    at_mid = 2.0 * density + 3e-3
    assert done.at["dropper"].speed == pytest.approx(15.0 * math.sqrt(whole / at_mid), rel=1e-4)
    assert done.at["fly"].speed == pytest.approx(15.0 * math.sqrt(whole / 2e-3), rel=1e-4)
    assert done.died_at is None
    # t = ∫ 2 ds / v = √(2/E)·∫ √M ds, the dropper gone after a metre.
    root = sum(
        2 / (3 * density) * ((density * long + rest) ** 1.5 - (density * short + rest) ** 1.5)
        for long, short, rest in ((3.0, 2.0, 3e-3), (2.0, 0.0, 2e-3))
    )
    assert done.at["fly"].time == pytest.approx(math.sqrt(2 / done.start_energy) * root, rel=1e-3)


def test_a_tapered_section_weighs_what_its_thickness_says_along_it() -> None:
    cone = turn_over([CastSection(2.0, 0.0006, 0.0002, 1140.0)], [CastMass(2.0, 1e-9, 0.0, "end")], 10.0, STILL)
    mass = 1140 * math.pi / 4 * 2.0 * (0.0006**2 + 0.0006 * 0.0002 + 0.0002**2) / 3
    assert cone.start_energy == pytest.approx((mass + 1e-9) * 50.0, rel=1e-6)


def test_a_loop_that_has_lost_all_dies_where_it_is_and_later_flies_are_not_reached() -> None:
    into = turn_over([LINE], [CastMass(3.0, 1e-6, 5e-4, "fly")], 15.0, Air(wind=5.0))
    assert into.died_at is not None
    assert 0 < into.died_at < 3.0
    assert "fly" not in into.at


def passed(speed: float, time: float = 1.0, died: float | None = None) -> Turnover:
    return Turnover(1.0, died, {"fly": Passing(0.1, speed, time)})


@pytest.mark.parametrize(
    ("result", "verdict"),
    [
        (passed(0.99), "piles"),
        (passed(1.0), "needs height"),
        (passed(1.99), "needs height"),
        (passed(2.0), "turns over"),
        (passed(9.0), "turns over"),
        (passed(9.01), "kicks"),
        (passed(5.0, time=1.4), "turns over"),
        (passed(5.0, time=1.41), "piles"),
        (passed(5.0, died=1.0), "piles"),
        (Turnover(1.0, None, {}), "piles"),
    ],
)
def test_a_cast_is_judged_by_the_last_fly_s_speed_and_the_loop_s_time(result: Turnover, verdict: Verdict) -> None:
    assert judge(result, "fly") == verdict


def cast(area: float, wind: float = 0.0, mass: float = 4e-5, length: float = 3.4) -> Cast:
    line = [CastSection(1.8, 0.5e-3, 0.5e-3, 1140.0), CastSection(length - 1.8, 0.2e-3, 0.2e-3, 1140.0)]
    return cast_of(line, [CastMass(length, mass, area, "fly")], "usual", wind, WRITER, ["butt", "tippet"], "fly")


def test_a_cast_says_how_it_ends_and_what_wind_stops_it() -> None:
    fine, dies, never = cast(4e-5), cast(9e-4), cast(0.0, mass=5e-2)
    assert [(p.name, p.place_m) for p in fine.along] == [("fly line", 0.0), ("end of butt", 1.8), ("fly", 3.4)]
    assert fine.along[0].speed_m_s == pytest.approx(STROKES["usual"])
    assert fine.piles_at_m is None
    assert fine.sentence == (
        f"Turns over; the last fly still moves at {WRITER.text('speed', fine.last_speed_m_s)}; "
        f"just fails in a head wind of {WRITER.text('wind', fine.fails_in_m_s)}."
    )
    assert (dies.verdict, dies.fails_in_m_s) == ("piles", 0.0)
    assert dies.piles_at_m is not None
    assert dies.sentence.endswith("it fails in calm air.")
    left = 3.4 - dies.piles_at_m
    assert f"the last {WRITER.text('short' if left < 1 else 'length', left)} fall in a heap" in dies.sentence
    assert never.fails_in_m_s == MOST_WIND
    assert never.sentence.endswith("no wind you would fish in stops it.")


def test_a_head_wind_is_felt_at_six_tenths_and_a_failing_one_is_found_to_a_tenth() -> None:
    line = [LINE]
    fly = [CastMass(3.0, 4e-5, 4e-5, "fly")]
    reported = run_loop(line, fly, "gentle", 5.0)
    assert reported == turn_over(line, fly, STROKES["gentle"], Air(wind=3.0))
    fails = failing_wind(line, fly, "hard", "fly")
    assert judge(run_loop(line, fly, "hard", fails - 0.05, 0.02), "fly") != "piles"
    assert judge(run_loop(line, fly, "hard", fails + 0.05, 0.02), "fly") == "piles"


def test_a_joint_is_fine_up_to_its_limit_and_hinges_above_the_next() -> None:
    assert [grade(r) for r in (3.2, 3.2001, 5.0, 5.0001)] == ["fine", "look", "look", "act"]


def test_a_hung_line_pulls_at_the_tip_with_its_own_weight_and_the_rig_s() -> None:
    weights = [1140 * math.pi / 4 * d * d * 9.80665 * long for long, d in ((2.0, 0.0004), (3.0, 0.0002))]
    shape = sag_of([HungLine(2.0, 0.0004, 1140.0), HungLine(3.0, 0.0002, 1140.0)], 0.003, 0.001)
    assert shape.tip_pull == pytest.approx(math.hypot(0.003, 0.001 + sum(weights)))
    # The same by small steps from the water up: the tension's level part stays, its upright part grows by what hangs below.
    x = z = 0.0
    down, points = 0.001, [(0.0, 0.0)]
    for weight, length in ((weights[1], 3.0), (weights[0], 2.0)):
        for _ in range(4000):
            down += weight / 8000
            x, z = (at + length / 4000 * pull / math.hypot(0.003, down) for at, pull in ((x, 0.003), (z, down)))
            down += weight / 8000
            points.append((x, z))
    assert (shape.span, shape.rise) == pytest.approx((x, z), rel=1e-5)
    assert shape.sag == pytest.approx(max(abs(px * z - pz * x) for px, pz in points) / math.hypot(x, z), rel=1e-5)
    light = sag_of([HungLine(5.0, 0.0002, 1e-9)], 0.003, 0.004)
    assert (light.span, light.rise, light.sag) == pytest.approx((3.0, 4.0, 0.0), abs=1e-6)


# The chain of spools.
def test_the_ladder_goes_by_five_hundredths_and_by_x_numbers() -> None:
    assert [LADDER[f"butt {mm}"].diameter_mm for mm in ("0.60", "0.25")] == [0.6, 0.25]
    assert [LADDER[f"{x}X"].diameter_mm for x in (1, 5, 8)] == [0.254, 0.1524, 0.0762]
    assert len({s.id for s in ladder()}) == len({s.number for s in ladder()}) == len(ladder()) == 22
    assert [s.label for s in ladder() if not tapers(s.material)] == [
        "sighter 0.14", "sighter 0.16", "sighter 0.18", "coloured 0.16", "coloured 0.18", "coloured 0.20",
    ]  # fmt: skip


def test_a_step_is_allowed_up_to_its_limits() -> None:
    limits = Limits(0.05, 1.34, None)
    assert [allowed(a, b, limits) for a, b in ((0.30, 0.25), (0.3001, 0.25), (0.134, 0.10), (0.1341, 0.10))] == [
        True, False, True, False,
    ]  # fmt: skip


def chosen(labels: list[str], tippet: str, limits: Limits) -> list[tuple[float, list[str]]]:
    found = paths([LADDER[label] for label in labels], LADDER[tippet], limits)
    return [(cost, [s.label for s in path]) for cost, path in found]


def test_a_chain_costs_its_uneven_steps_and_its_butt_beside_the_best_share() -> None:
    limits = Limits(0.1, 2.0, 0.4 / 0.65)
    rows = chosen(["butt 0.40", "butt 0.30"], "1X", limits)
    steps = [math.log(0.4 / 0.3) ** 2 + math.log(0.3 / 0.254) ** 2]
    assert [path for _, path in rows][-1] == ["butt 0.40", "butt 0.30", "1X"]
    assert rows[-1][0] == pytest.approx(steps[0])
    thin = Limits(0.1, 2.0, 0.3 / 0.45)
    short = chosen(["butt 0.30"], "1X", thin)[-1]
    assert short[0] == pytest.approx(math.log(0.3 / 0.254) ** 2 + 4 * 0.2**2 + 1000 * (1 + 20 * 0.05))
    far = chosen(["butt 0.40"], "1X", Limits(0.05, 1.34, None))[-1]
    over = max(0.146 / 0.05, math.log(0.4 / 0.254) / math.log(1.34)) - 1
    assert far[0] == pytest.approx(math.log(0.4 / 0.254) ** 2 + 1000 * (1 + over))


def test_of_two_spools_of_one_thickness_the_fuller_is_taken_and_none_as_thin_as_the_tippet() -> None:
    full, empty = (
        LADDER["butt 0.30"].model_copy(update={"id": name, "left_m": left})
        for name, left in (("full", 9), ("empty", 2))
    )
    limits = Limits(0.1, 2.0, None)
    found = paths([empty, full, LADDER["2X"]], LADDER["1X"], limits)
    assert [[s.id for s in path] for _, path in found] == [["full", LADDER["1X"].id]]


def test_what_would_mend_a_chain_is_said_in_millimetres() -> None:
    limits = Limits(0.05, 1.34, 1.0)
    stout = [LADDER[label] for label in ("butt 0.60", "butt 0.55")]
    assert missing(stout, limits) == []
    assert missing([LADDER["butt 0.45"], LADDER["butt 0.40"]], limits) == ["a butt of 0.60 to 0.70 mm"]
    assert missing([LADDER["butt 0.60"], LADDER["butt 0.50"]], limits) == ["0.55 mm, between 0.6 and 0.5"]
    assert missing([LADDER["butt 0.60"], LADDER["butt 0.55"], LADDER["butt 0.45"], LADDER["butt 0.30"]], limits)[1] == (
        "at least two between 0.45 and 0.3 mm: about 0.40 and 0.35"
    )
    wide = Limits(0.08, 1.5, None)
    assert missing([LADDER["butt 0.60"], LADDER["butt 0.50"]], wide) == ["0.52 to 0.58 mm, between 0.6 and 0.5"]


# What is written.
def own(material_of: str, mm: float, number: int, left_m: float = 50.0) -> Spool:
    return LADDER[material_of].model_copy(
        update={"id": f"own-{number}", "number": number, "label": f"own {mm:g}", "diameter_mm": mm, "left_m": left_m}
    )


def lengths(leader: LeaderDesign) -> dict[str, float]:
    return {s.name: s.length_mm for s in leader.sections}


def test_shares_of_one_s_own_are_kept_to_the_millimetre() -> None:
    shares = {"butt": 0.5, "step": 0.25, "tippet": 0.25}
    leader = made(total_mm=4000, tolerance=0, shares=shares, tippet_mm=0.254)
    assert lengths(leader)["tippet"] == 1000
    butts = [v for k, v in lengths(leader).items() if k.startswith("butt")]
    assert sum(butts) == pytest.approx(2000, abs=5)
    assert [a / b for a, b in pairwise(butts)] == pytest.approx([1.4] * (len(butts) - 1), abs=0.03)
    steps = [v for k, v in lengths(leader).items() if k.startswith("step")]
    assert sum(steps) == pytest.approx(1000, abs=5)
    assert max(steps) - min(steps) <= 5
    given = made(total_mm=4000, tolerance=0, shares=shares, tippet_mm=0.254, tippet_length_mm=700)
    assert lengths(given)["tippet"] == 700
    assert sum(lengths(given).values()) == 4000


def test_a_leader_too_short_for_its_steps_is_even_says_so_and_still_knows_butt_from_step() -> None:
    leader = made(total_mm=700, tolerance=0)
    assert leader.broken == ("sections under 150 mm: the leader is too short for its steps",)
    assert max(lengths(leader).values()) - min(lengths(leader).values()) <= 5
    thickest = leader.sections[0].d0_mm
    assert [s.group for s in leader.sections[:-1]] == [
        "butt" if s.d0_mm >= 0.75 * thickest else "step" for s in leader.sections[:-1]
    ]


def test_a_contact_leader_is_butt_sighter_and_tippet() -> None:
    leader = made(school="level-contact", total_mm=6000, tippet_mm=0.127)
    assert [(s.group, s.length_mm, s.d0_mm) for s in leader.sections] == [
        ("butt", 3600, 0.18), ("sighter", 600, 0.18), ("tippet", 1800, 0.127),
    ]  # fmt: skip
    assert (leader.fits, leader.missing, leader.sag_m) == (True, (), pytest.approx(0.174, abs=2e-3))
    bare = made(school="level-contact", total_mm=6000, tippet_mm=0.127, spools=[LADDER["butt 0.25"], LADDER["6X"]])
    assert [s.group for s in bare.sections] == ["butt", "tippet"]
    assert bare.missing == ("a sighter of 0.14 to 0.18 mm",)
    assert made(school="level-contact", total_mm=6000, tippet_length_mm=1000).sections[-1].length_mm == 1000
    with pytest.raises(InputError, match="too short for its sighter and tippet"):
        made(school="level-contact", total_mm=1400, tippet_length_mm=700)


def test_a_tapered_contact_leader_comes_down_to_its_sighter_and_ends_in_a_metre() -> None:
    leader = made(school="tapered-contact", total_mm=6000, tippet_mm=0.127)
    assert [s.group for s in leader.sections] == ["butt", "step", "step", "step", "sighter", "tippet"]
    assert [s.length_mm for s in leader.sections[-2:]] == [600, 1000]
    above = [s.length_mm for s in leader.sections[:-2]]
    assert sum(above) == 4400
    assert [a / b for a, b in pairwise(above)] == pytest.approx([1.3] * 3, abs=0.02)
    with pytest.raises(InputError, match="too short"):
        made(school="tapered-contact", total_mm=1600)
    assert sum(s.length_mm for s in made(school="tapered-contact", total_mm=1700).sections) == 1700


def test_a_packet_keeps_its_length_and_the_tippet_gives_back_what_is_over() -> None:
    leader = made(school="packet", total_mm=3700, tippet_mm=0.1524)
    assert list(lengths(leader).items()) == [("level butt", 1550), ("taper", 650), ("level tip", 500), ("tippet", 1000)]
    assert [s.cut_mm for s in leader.sections[:3]] == [1550, 650, 500], "nothing is cut of it"
    assert [j.why for j in leader.joints[1:3]] == ["One piece: nothing is tied here."] * 2
    assert leader.remarks == ()
    assert made(school="packet", total_mm=2850, tippet_mm=0.1524).remarks == ()
    short = made(school="packet", total_mm=2845, tippet_mm=0.1524)
    assert (short.total_mm, short.remarks) == (3600, ("with a tippet it comes to 3.60 m: longer than asked for",))


def test_a_tippet_within_eight_thousandths_is_the_one_asked_for() -> None:
    spools = [*ladder()]
    near, off = (made(school="level-lake", spools=spools, tippet_mm=0.254 + by) for by in (0.0079, 0.0081))
    assert (near.broken, near.missing) == ((), ())
    assert off.broken == ("no tippet of 0.26 mm: 0.254 is the nearest",)
    assert off.missing == ("a tippet of 0.26 mm",)
    # What is no tippet is not taken for one, however near, and nylon goes before what is as thick.
    marked = [
        own("sighter 0.16", 0.16, 1),
        own("coloured 0.16", 0.16, 2),
        own("butt 0.25", 0.16, 3),
        own("5X", 0.16, 4),
    ]
    assert made(school="level-lake", spools=marked, tippet_mm=0.16).sections[0].spool_id == "own-4"


def test_the_first_joint_is_a_loop_and_the_others_by_ratio_and_kind() -> None:
    leader = made(school="tapered-contact", total_mm=6000, tippet_mm=0.127)
    top, *others = leader.joints
    assert (top.knot.key, top.loop.key if top.loop else "", top.stiffness, top.hinge) == (
        "loop-to-loop", "perfection-loop", 0.0, "fine",
    )  # fmt: skip
    assert (top.step_mm, top.ratio) == (pytest.approx(0.6), pytest.approx(0.95 / 0.35, abs=1e-3))
    assert [j.knot.key for j in others] == ["blood", "blood", "blood", "blood", "water"]
    assert others[0].why == "Blood: like lines, ratio 1.17, what you prefer."
    assert others[-1].why == "Three-turn water knot: ratio 1.42 is too much for a blood."
    assert others[0].stiffness == pytest.approx((0.35 / 0.30) ** 4, abs=0.01)
    ringed = made(school="level-contact", total_mm=6000, tippet_mm=0.127, ring=True).joints[-1]
    assert (ringed.ring, ringed.why[:22]) == (True, "A ring, as you like it")


def test_a_leader_is_as_strong_as_its_weakest_joint_or_section_and_names_it() -> None:
    leader = made(school="packet", total_mm=3700, tippet_mm=0.1524)
    assert leader.weakest_n == min(*(j.holds_n for j in leader.joints), *(s.strength_n for s in leader.sections))
    assert leader.weakest == "blood above the tippet"


def test_cuts_are_what_is_finished_and_what_both_knots_eat_and_need_to_be_held_up_to_five_millimetres() -> None:
    blood = knots()["blood"]
    eaten, held = knot_end(blood, 0.2)
    assert (eaten, held) == (pytest.approx(blood.eats(0.0002) * 1000), blood.hold_mm)
    assert [rounded_cut(mm) for mm in (100.0, 100.01, 104.9, 105.0)] == [100.0, 105.0, 105.0, 105.0]
    section = made(school="tapered-contact", total_mm=6000, tippet_mm=0.127).sections[1]
    both = 2 * sum(knot_end(blood, section.d0_mm))
    assert section.cut_mm == rounded_cut(section.length_mm + both)


def test_a_spool_gives_up_what_is_cut_of_it_and_is_short_where_it_has_less() -> None:
    need = made(school="level-lake", total_mm=5000, tippet_mm=0.2032).sections[0].cut_mm / 1000
    for left, short in ((need, False), (need - 0.001, True)):
        (use,) = made(school="level-lake", total_mm=5000, tippet_mm=0.2032, spools=[own("3X", 0.2032, 7, left)]).uses
        assert (use.name, use.metres, use.short) == ("7 · own 0.2032", pytest.approx(need), short)
        assert use.left_m == pytest.approx(left - need, abs=1e-3)


def test_shares_make_one_whole_within_half_a_hundredth() -> None:
    Shares(butt=0.6, step=0.2, tippet=0.204)
    with pytest.raises(ValueError, match="one whole"):
        Shares(butt=0.6, step=0.2, tippet=0.206)


def test_where_no_fly_is_named_a_small_dry_is_cast_and_flies_hang_where_they_are_said_to() -> None:
    plain = made(school="level-lake", total_mm=5000, tippet_mm=0.2).cast
    dry = CastFly(name="a small dry", mass_mg=20, drag_area_mm2=12)
    assert plain == made(school="level-lake", total_mm=5000, tippet_mm=0.2, flies=[dry]).cast
    team = [CastFly(name="bob", mass_mg=20, drag_area_mm2=12, above_point_mm=1500), dry]
    both = made(school="level-lake", total_mm=5000, tippet_mm=0.2, flies=team).cast
    assert both is not None
    assert {p.name: p.place_m for p in both.along} == {"fly line": 0.0, "bob": 3.5, "a small dry": 5.0}


def test_a_tippet_longer_than_four_fifths_is_no_taper() -> None:
    made(total_mm=3000, tippet_length_mm=2400)
    with pytest.raises(InputError, match="four fifths"):
        made(total_mm=3000, tippet_length_mm=2405)
    with pytest.raises(InputError, match="one of all-round"):
        made(school="feathery")
    with pytest.raises(InputError, match=r"between two lines: .*blood"):
        made(joint="clinch")


def test_the_rod_limits_a_leader_only_beyond_so_many_lengths() -> None:
    within, beyond = (
        made(school="level-lake", total_mm=mm, rod_mm=2500, most_rods=2, tippet_mm=0.2) for mm in (5000, 5005)
    )
    assert (within.broken, beyond.broken) == ((), ("longer than 2 rod lengths (5.00 m)",))


# What an afternoon leaves.
def test_changes_are_left_down_to_the_floor() -> None:
    assert [changes_left(mm, 100) for mm in (549.9, 550, 449)] == [0, 1, 0]
    assert [changes_left(mm, 100, 350) for mm in (449.9, 450)] == [0, 1]


def test_below_a_dropper_a_tippet_may_be_shorter(contact_rig: Rig) -> None:
    assert floor_of(contact_rig) == 350
    lone = contact_rig.rebuilt(attachments=tuple(a for a in contact_rig.attachments if a.at.kind == "point"))
    assert floor_of(lone) == 450


def test_what_happened_is_counted_span_by_span(contact_rig: Rig) -> None:
    point, other = contact_rig.spans[-1], contact_rig.spans[-2]
    each = change_mm(contact_rig.point.knot, point.d1_mm)
    assert each == pytest.approx(
        contact_rig.point.knot.eats(point.d1_mm / 1000) * 1000 + contact_rig.point.knot.hold_mm
    )
    events = [
        Wear(kind="retied", span=point.id),
        Wear(kind="retied", span=point.id, mm=10),
        Wear(kind="cut out", span=other.id, mm=25),
    ]
    rows = {w.span.id: w for w in worn(contact_rig, events)}
    assert rows[point.id].left_mm == round(point.length_mm - each - 10, 1)
    assert rows[other.id].left_mm == other.length_mm - 25
    assert (rows[other.id].changes, rows[point.id].changes) == (None, changes_left(rows[point.id].left_mm, each, 350))
    assert worn(contact_rig, [Wear(kind="broke", span=point.id)])[-1].left_mm == point.length_mm
    knotted = [Wear(kind="wind knot", span=point.id), Wear(kind="cut back", span=point.id, mm=5)]
    assert worn(contact_rig, knotted)[-1].knotted, "cut back below it, the knot is still there"
    assert not worn(contact_rig, [*knotted, Wear(kind="broke", span=point.id, mm=1)])[-1].knotted
    whole = worn(contact_rig, [Wear(kind="cut back", span=point.id, mm=point.length_mm)])[-1]
    assert whole.left_mm == 0
    with pytest.raises(InputError) as wrong:
        worn(contact_rig, [Wear(kind="wind knot", span=point.id), Wear(kind="cut back", span="elsewhere", mm=5)])
    assert [(f.path, f.value, f.reason) for f in wrong.value.faults] == [
        ("events[1].span", "elsewhere", "there is no such span")
    ]
    with pytest.raises(InputError, match=f"there are only {point.length_mm:.0f} mm of it"):
        worn(contact_rig, [Wear(kind="cut back", span=point.id, mm=point.length_mm + 1)])


def test_a_tapered_tip_is_thicker_the_more_is_cut_off(contact_rig: Rig) -> None:
    rig = contact_rig.replace_span(len(contact_rig.spans) - 1, d0_mm=0.2, d1_mm=0.1)
    long = rig.spans[-1].length_mm
    now = worn(rig, [Wear(kind="cut back", span=rig.spans[-1].id, mm=long / 4)])[-1]
    assert now.tip_mm == pytest.approx(0.125)
    assert LeaderSpec().joint == "blood"


# A rig as it is thrown.
def test_a_fly_in_the_air_is_its_dressing_and_its_bead(contact_rig: Rig) -> None:
    fly = contact_rig.point.fly
    assert fly is not None
    assert fly.bead is not None
    bead = 0.5 * math.pi / 4 * (fly.bead.diameter_mm / 1000) ** 2
    dressed = fly.dressing.c_unbeaded * fly.dressing_area
    assert air_drag_area(fly) == pytest.approx(dressed + bead)
    assert air_drag_area(fly.model_copy(update={"bead": None})) == pytest.approx(dressed)


def test_flies_shot_and_float_are_thrown_where_they_sit_the_point_last() -> None:
    water = WATERS["weir-run"]
    pair, floated, shot = (started(m, water) for m in ("level-contact", "float-pair", "shot-below"))
    rows = cast_masses(pair)
    whole = sum(s.length for s in pair.spans)
    assert [m.name for m in rows] == ["dropper", "point"]
    assert rows[-1].s == pytest.approx(whole)
    assert rows[0].s == pytest.approx(whole - pair.spans[-1].length, abs=0.2)
    assert [m.mass for m in rows] == [
        a.fly.mass for name in ("dropper", "point") for a in [pair.attachment(name)] if a.fly
    ]
    held = next(m for m in cast_masses(floated) if m.name not in ("dropper", "point"))
    assert 0 < held.s < sum(s.length for s in floated.spans)
    lead = next(a for a in shot.attachments if isinstance(a.body, Shot))
    seen = next(m for m in cast_masses(shot) if m.s == pytest.approx(place(shot, lead)) and m.mass < 5e-3)
    assert seen.drag_area == pytest.approx(0.5 * math.pi / 4 * lead.body.body("b").bead_diameter ** 2)
    assert thrown_by_loop(shot) == "shot is lobbed: loaded on the water and swung, not turned over"
    assert [(s.length, s.d1) for s in cast_sections(pair)] == [(s.length, s.d1_mm / 1000) for s in pair.spans]
