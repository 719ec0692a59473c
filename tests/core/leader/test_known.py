"""What is known beforehand of chains of spools and of what is written of a leader."""

from __future__ import annotations

import math
from itertools import pairwise

import pytest

from jarana.core.errors import InputError
from jarana.core.leader.chain_of_spools import Limits, allowed, ladder, missing, paths, tapers
from jarana.core.leader.cut_lengths import knot_end, rounded_cut
from jarana.core.leader.spec import CastFly, LeaderDesign, Shares
from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.knot import knots
from tests.core.leader.test_design import made

LADDER = {s.label: s for s in ladder()}


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
