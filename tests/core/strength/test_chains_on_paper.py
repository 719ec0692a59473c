"""Fifteen chains worked out on paper, from the tables' figures alone.

Wet strength of a line = stress at 0.15 mm x (d / 0.15)^-0.3 x pi/4 d² x share kept wet:

    fluorocarbon 0.12:  1050 x 1.0692 x 0.011310        = 12.70 N
    fluorocarbon 0.14:  1050 x 1.0209 x 0.015394        = 16.50 N
    fluorocarbon 0.16:  1050 x 0.9808 x 0.020106        = 20.71 N
    fluorocarbon 0.20:  1050 x 0.9173 x 0.031416        = 30.26 N
    nylon tippet 0.152: 1150 x 0.9960 x 0.018146 x 0.87 = 18.08 N
    copolymer 0.16:     1250 x 0.9808 x 0.020106 x 0.87 = 21.45 N
    butt nylon 0.30:     700 x 0.8123 x 0.070686 x 0.87 = 34.97 N
"""

from __future__ import annotations

import pytest

from jarana.core.rig.edits.droppers import SetSchool
from jarana.core.rig.edits.whole import SetWindKnot
from jarana.core.rig.model import AtJoint, AtPoint, AtSpan, Attachment, Joint, Link, Rig, Ring, Span
from jarana.core.strength.chain import strength_chain, weakest_link
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.dressing import dressing
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.hook import hook
from jarana.core.tackle.knot import knots
from jarana.core.tackle.material import materials
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.water.reach import Reach
from tests.fishing import started

FC, NYLON, COPOLYMER, BUTT = "fluorocarbon", "nylon-tippet", "copolymer", "nylon-butt"


def fly(size: int) -> Fly:
    return Fly(pattern="Plain", hook=hook(size), dressing=dressing("slim", size))


@pytest.fixture
def chain(drawer: Drawer, weir_run: Reach):
    """Builds a rig from lines, the knots above them, the point's knot and hook, and droppers by joint."""
    basis = started("level-contact", weir_run, drawer)

    def build(
        lines: list[tuple[str, float]],
        tied: list[str],
        eye: str,
        size: int,
        *droppers: Attachment,
        loop: str | None = None,
        ring: bool = False,
    ) -> Rig:
        spans = tuple(
            Span(id=f"s{i}", name=f"Line {i}", material=materials()[m], d0_mm=d, d1_mm=d, length_mm=1000)
            for i, (m, d) in enumerate(lines)
        )
        joints = tuple(
            Joint(
                id=f"j{i}",
                knot=knots()[key],
                loop=knots()[loop] if loop and i == 0 else None,
                ring=Ring() if ring and i else None,
            )
            for i, key in enumerate(tied)
        )
        point = Attachment(id="point", at=AtPoint(), school="point", knot=knots()[eye], body=fly(size))
        return Rig(
            name="On paper",
            method="level-contact",
            rod=basis.rod,
            line=basis.line,
            spans=spans,
            joints=joints,
            attachments=(*droppers, point),
        )

    return build


def tag(school: str = "tag", link: Link | None = None, knot: str = "uni", size: int = 14) -> Attachment:
    return Attachment.model_validate(
        {
            "id": "top",
            "at": AtJoint(joint="j1"),
            "school": school,
            "link": None if school == "bend" else link or Link(length_mm=120),
            "knot": knots()[knot],
            "body": fly(size),
        }
    )


def goes(rig: Rig) -> tuple[str, float, tuple[str, ...]]:
    weak = weakest_link(strength_chain(rig))
    return f"{weak.kind} {weak.part}", weak.force, weak.loses


def expect(rig: Rig, what: str, force: float, loses: tuple[str, ...]) -> None:
    found, newton, lost = goes(rig)
    assert (found, lost) == (what, loses)
    assert newton == pytest.approx(force, rel=2e-3)


def test_1_a_perfection_loop_is_weaker_than_the_fly_s_knot(chain) -> None:
    # loop 0.66 x loop to loop 0.95 x 12.70 = 7.96; eye 0.80 x 12.70 = 10.16; hook #16 20
    expect(
        chain([(FC, 0.12)], ["loop-to-loop"], "slip-through", 16, loop="perfection-loop"), "joint j0", 7.96, ("point",)
    )


def test_2_a_triple_loop_holds_more(chain) -> None:
    # 0.80 x 0.95 x 12.70 = 9.65, still under the eye's 10.16
    expect(
        chain([(FC, 0.12)], ["loop-to-loop"], "slip-through", 16, loop="surgeon-loop-triple"),
        "joint j0",
        9.65,
        ("point",),
    )


def test_3_unlike_lines_in_a_blood_knot(chain) -> None:
    # ratio 1.33 costs nothing, unlike materials 0.9: 0.72 x 0.9 x 12.70 = 8.23 below, 0.80 x 0.9 x 21.45 = 15.4 above
    expect(chain([(COPOLYMER, 0.16), (FC, 0.12)], ["nail", "blood"], "uni", 16), "joint j1", 8.23, ("point",))


def test_4_the_same_in_a_water_knot(chain) -> None:
    # 0.83 x 0.9 x 12.70 = 9.48
    expect(chain([(COPOLYMER, 0.16), (FC, 0.12)], ["nail", "water"], "uni", 16), "joint j1", 9.48, ("point",))


def test_5_a_ring_spares_what_unlike_lines_cost(chain) -> None:
    # clinch in fluorocarbon 0.70 x 12.70 = 8.89, no factor for unlike lines
    rig = chain([(COPOLYMER, 0.16), (FC, 0.12)], ["nail", "clinch"], "uni", 16, ring=True)
    expect(rig, "joint j1", 8.89, ("point",))


def test_6_a_big_step_in_diameter_costs(chain) -> None:
    # 0.30 over 0.16 = 1.875: 1 - 0.25 x 0.875 = 0.781; x 0.9; 0.83 x 0.703 x 20.71 = 12.08
    expect(chain([(BUTT, 0.30), (FC, 0.16)], ["nail", "water"], "uni", 14), "joint j1", 12.08, ("point",))


def test_7_of_equals_the_one_that_loses_least(chain) -> None:
    # water knot 0.83 x 16.50 = 13.70 for the joint and for its tag; the tag loses one fly
    expect(chain([(FC, 0.14)] * 2, ["nail", "water"], "uni", 14, tag()), "tag top", 13.70, ("top",))


def test_8_a_blood_knot_s_tag_is_weak(chain) -> None:
    # 0.72 x 0.7 x 16.50 = 8.32
    expect(chain([(FC, 0.14)] * 2, ["nail", "blood"], "uni", 14, tag()), "tag top", 8.32, ("top",))


def test_9_a_girthed_link_goes_at_its_perfection_loop(chain) -> None:
    # link of 0.12: 0.66 x 12.70 = 8.38; its eye 0.85 x 12.70 = 10.79; the joint 0.83 x 16.50 = 13.70
    link = Link(length_mm=200, d_mm=0.12, material=materials()[FC])
    expect(chain([(FC, 0.14)] * 2, ["nail", "water"], "uni", 14, tag("link", link)), "tag top", 8.38, ("top",))


def test_10_a_finer_point_spares_the_dropper(chain) -> None:
    # 0.16 over 0.12: ratio 1.33, one family; 0.83 x 12.70 = 10.54 on the finer side, which carries the point alone
    rig = chain([(FC, 0.16), (FC, 0.12)], ["nail", "water"], "uni", 14, tag())
    expect(rig, "joint j1", 10.54, ("point",))


def test_11_a_small_hook_opens_first(chain) -> None:
    # hook #20 12.0; clinch 0.80 x 18.08 = 14.5; nail 0.85 x 18.08 = 15.4
    expect(chain([(NYLON, 0.152)], ["nail"], "clinch", 20), "hook point", 12.0, ("point",))


def test_12_a_folded_dropper_goes_at_its_overhand(chain) -> None:
    # overhand on doubled line 0.70 x 30.26 = 21.18 for both legs; the dropper's leg loses one fly
    rig = chain([(FC, 0.20)] * 2, ["nail", "long-overhand"], "uni", 10, tag("fold", size=10))
    expect(rig, "tag top", 21.18, ("top",))


def test_13_tied_to_a_bend_the_line_below_carries_the_point_alone(chain) -> None:
    # clinch on the bend 0.70 x 12.70 = 8.89; the fly above on 0.16: 0.85 x 20.71 = 17.6
    rig = chain([(FC, 0.16), (FC, 0.12)], ["nail", "clinch"], "uni", 14, tag("bend"))
    expect(rig, "joint j1", 8.89, ("point",))
    eye = next(k for k in strength_chain(rig) if k.kind == "eye" and k.part == "top")
    assert eye.loses == ("top", "point")


def test_14_a_wind_knot_halves_it_and_is_cut_out(chain) -> None:
    # overhand in fluorocarbon 0.45 x 12.70 = 5.71; the eye would hold 0.85 x 12.70 = 10.79
    whole = chain([(FC, 0.12)], ["nail"], "uni", 16)
    knotted = SetWindKnot(span="s0", knotted=True).apply(whole, Drawer())
    expect(knotted, "span s0", 5.71, ("point",))
    expect(SetWindKnot(span="s0", knotted=False).apply(knotted, Drawer()), "joint j0", 10.79, ("point",))


def test_15_a_pegged_bead_is_the_weak_place(chain) -> None:
    # peg 0.74 x 16.50 = 12.21; eye 0.85 x 16.50 = 14.03
    bead = Attachment(
        id="bead",
        at=AtSpan(span="s0", mm=940),
        school="point",
        knot=knots()["bead-peg"],
        body=PeggedBead(name="orange bead", diameter_mm=8),
    )
    expect(chain([(FC, 0.14)], ["nail"], "uni", 14, bead), "eye bead", 12.21, ("bead", "point"))


def test_every_link_names_the_row_its_figure_comes_from(contact_rig: Rig) -> None:
    for link in strength_chain(contact_rig):
        assert "table" in link.why or "your spool's label" in link.why


@pytest.mark.parametrize("school", ["tag", "link", "ring", "fold"])
def test_a_fish_on_the_dropper_does_not_load_the_point_whatever_the_school(chain, school: str) -> None:
    rig = SetSchool(at="top", school=school).apply(
        chain([(FC, 0.14)] * 2, ["nail", "water"], "uni", 14, tag()), Drawer()
    )
    loaded = {k.part for k in strength_chain(rig) if "top" in k.loses}
    assert "s1" not in loaded
    assert "point" not in loaded
    assert "s0" in loaded
