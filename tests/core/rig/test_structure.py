"""Pieces put in, taken out, split and joined; the point tied behind or lost; what holds the rig; the float where it sits."""

from __future__ import annotations

import pytest
from hypothesis import given, settings
from hypothesis import strategies as st

from jarana.core.documents import read as read_document
from jarana.core.documents import written
from jarana.core.drift.nominal import nominal
from jarana.core.errors import InputError
from jarana.core.heads import heads
from jarana.core.heads.float import LEAST_BELOW_M, FloatHead
from jarana.core.readings import readings_of
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.flies import AddDropper
from jarana.core.rig.edits.held import HoldWith, UseRod
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.edits.spans import ChangeLength, SetLength
from jarana.core.rig.edits.structure import (
    JoinSpans,
    LosePoint,
    PutIn,
    SetRing,
    SetSpacing,
    SplitSpan,
    TakeOut,
    TieBehind,
    stretches_of,
)
from jarana.core.rig.edits.whole import SetFloat
from jarana.core.rig.geometry import place
from jarana.core.rig.model import Rig
from jarana.core.units import Writer
from tests.fishing import DRAWER, REACHES, WATERS, drift, fished, read, started

RUN = WATERS["weir-run"]
LAKE = next(reach for reach in REACHES if reach.kind == "lake")
CONTACT = started("level-contact", RUN)
FLOAT = started("float-pair", RUN)
TEAM = started("lake-suspended", LAKE)
DRY = started("dry-fly", RUN)


def do(rig: Rig, *edits: RigEdit) -> Rig:
    for edit in edits:
        rig = edit.apply(rig, DRAWER)
    return rig


def fly_of(owned: int = 0) -> str:
    return DRAWER.patterns[owned].weights[0].id


def hung(rig: Rig) -> str:
    return next(a.id for a in rig.attachments if a.at.kind == "joint")


def joint_of(rig: Rig) -> str:
    return rig.attachment(hung(rig)).at.joint  # type: ignore[union-attr]


def sits(rig: Rig) -> float:
    assert isinstance(rig.head, FloatHead)
    return rig.head.hangs_from(rig)


def test_a_tippet_cut_shorter_lifts_its_fly_and_leaves_the_float_and_the_dropper_where_they_were() -> None:
    cut = do(FLOAT, ChangeLength(span=FLOAT.spans[-1].id, by_mm=-200))
    assert sits(cut) == sits(FLOAT)
    assert place(cut, cut.attachment(hung(cut))) == place(FLOAT, FLOAT.attachment(hung(FLOAT)))
    before, after = (drift(rig, RUN).flies for rig in (FLOAT, cut))
    assert after[-1].settled_depth_m < before[-1].settled_depth_m - 0.05
    assert after[0].settled_depth_m == pytest.approx(before[0].settled_depth_m, abs=0.05)


def test_only_the_tippet_is_told_where_only_the_tippet_was_cut() -> None:
    cut = do(FLOAT, ChangeLength(span=FLOAT.spans[-1].id, by_mm=-200))
    assert [c.part for c in compare(FLOAT, cut, Writer())] == [FLOAT.spans[-1].id]


def test_a_float_is_moved_from_either_end_or_by_so_much() -> None:
    assert do(FLOAT, SetFloat(above="1 m")).head.above(do(FLOAT, SetFloat(above="1 m"))) == pytest.approx(1.0)  # type: ignore[union-attr]
    assert sits(do(FLOAT, SetFloat(down="1 m"))) == pytest.approx(1.0)
    assert sits(do(FLOAT, SetFloat(deeper_mm=200))) == pytest.approx(sits(FLOAT) - 0.2)


@pytest.mark.parametrize(("edit", "path"), [(SetFloat(above="99 m"), "above"), (SetFloat(down="99 m"), "down")])
def test_a_float_off_the_leader_is_refused_beside_what_was_typed(edit: SetFloat, path: str) -> None:
    with pytest.raises(InputError, match="the leader is ") as refused:
        edit.apply(FLOAT, DRAWER)
    assert refused.value.faults[0].path == path


def test_so_much_has_to_hang_under_a_float() -> None:
    least = f"{LEAST_BELOW_M} m"
    assert do(FLOAT, SetFloat(above=least)).head.kind == "float"
    with pytest.raises(InputError, match="10 cm"):
        do(FLOAT, SetFloat(above=f"{LEAST_BELOW_M - 0.01} m"))


def test_a_float_cut_above_its_place_sits_at_the_end_of_its_span_and_comes_back_with_it() -> None:
    assert isinstance(FLOAT.head, FloatHead)
    span = FLOAT.spans[-2]
    low = do(FLOAT, SetFloat(above=f"{FLOAT.spans[-1].length_mm + span.length_mm / 2} mm"))
    short = do(low, SetLength(span=span.id, value="5 cm"))
    assert sits(short) == pytest.approx(short.length - short.spans[-1].length)
    assert sits(do(short, SetLength(span=span.id, value=f"{span.length_mm} mm"))) == pytest.approx(sits(low))


def test_a_float_told_by_its_height_above_the_point_sits_where_it_sat() -> None:
    old = written(FLOAT)
    above = FLOAT.head.above(FLOAT) * 1000  # type: ignore[union-attr]
    head = {k: v for k, v in old["head"].items() if k not in ("span", "mm")} | {"above_point_mm": above}
    assert read_document(Rig, old | {"version": 3, "head": head}) == FLOAT


def test_a_piece_is_put_in_anywhere_and_taken_out_again() -> None:
    for index in range(-1, len(CONTACT.spans)):
        below = None if index < 0 else CONTACT.spans[index].id
        more = do(CONTACT, PutIn(below=below, length="30 cm"))
        assert more.length == pytest.approx(CONTACT.length + 0.3)
        (new,) = {s.id for s in more.spans} - {s.id for s in CONTACT.spans}
        assert more.spans[index + 1].id == new
        assert more.joints[0] == CONTACT.joints[0]
        assert do(more, TakeOut(span=new)).spans == CONTACT.spans


def test_tippet_tied_on_is_of_the_spool_named_and_the_point_goes_to_its_end() -> None:
    spool = DRAWER.spools[0]
    longer = do(CONTACT, PutIn(below=CONTACT.spans[-1].id, length="50 cm", spool=spool.id))
    assert longer.spans[-1].d0_mm == spool.diameter_mm
    assert longer.spans[-1].spool is not None
    assert longer.spans[-1].spool.id == spool.id
    assert place(longer, longer.point) == pytest.approx(CONTACT.length + 0.5)


@pytest.mark.parametrize("at", [None, "10 cm"])
def test_a_span_split_and_joined_again_is_the_one_it_was(at: str | None) -> None:
    span = FLOAT.spans[-1]
    shot = do(FLOAT, PinchShot(span=span.id, above_mm=50))
    split = do(shot, SplitSpan(span=span.id, at=at))
    assert split.length == pytest.approx(shot.length)
    pinched = next(a.id for a in shot.attachments if a.at.kind == "span")
    assert place(split, split.attachment(pinched)) == pytest.approx(place(shot, shot.attachment(pinched)))
    assert sits(split) == pytest.approx(sits(shot))
    assert do(split, JoinSpans(joint=split.joints[-1].id)) == shot


def test_a_split_gives_a_dropper_its_joint() -> None:
    split = do(DRY, SplitSpan(span=DRY.spans[-1].id))
    two = do(split, AddDropper(joint=split.joints[-1].id, weight=fly_of()))
    assert len(drift(two, RUN).flies) >= 1
    assert len(two.attachments) == len(DRY.attachments) + 1


def test_a_ring_comes_and_goes_and_the_dropper_with_it() -> None:
    joint = joint_of(CONTACT)
    ringed = do(CONTACT, SetRing(joint=joint, ring=True))
    assert ringed.joints[ringed.joint_index(joint)].ring is not None
    assert ringed.attachment(hung(CONTACT)).school == "ring"
    plain = do(ringed, SetRing(joint=joint, ring=False))
    assert plain.joints[plain.joint_index(joint)].ring is None
    assert plain.attachment(hung(CONTACT)).school == "tag"


def test_a_dry_in_hand_gets_a_nymph_on_half_a_metre_at_its_bend() -> None:
    both = do(DRY, TieBehind(weight=fly_of(), length="50 cm"))
    assert both.head.holds() == DRY.point.id
    assert both.attachment(DRY.point.id).school == "bend"
    assert both.length == pytest.approx(DRY.length + 0.5)
    flies = drift(both, RUN).flies
    assert [f.role for f in flies] == ["point"]
    assert 0.05 < flies[0].settled_depth_m <= 0.5
    lost = do(both, LosePoint())
    assert (lost.spans, lost.attachments) == (DRY.spans, DRY.attachments)


def test_a_point_lost_at_the_dropper_leaves_the_dropper_on_its_tag() -> None:
    lost = do(CONTACT, LosePoint())
    assert lost.point.id == hung(CONTACT)
    link = CONTACT.attachment(hung(CONTACT)).link
    assert link is not None
    assert lost.length == pytest.approx(place(CONTACT, CONTACT.attachment(hung(CONTACT))) + link.length_mm / 1000)
    assert len(drift(lost, RUN).flies) == 1


def test_a_dropper_on_a_line_of_its_own_becomes_the_point_on_that_line() -> None:
    ringed = do(CONTACT, SetRing(joint=joint_of(CONTACT), ring=True))
    lost = do(ringed, LosePoint())
    assert lost.spans[-1].id not in {s.id for s in CONTACT.spans}
    assert lost.joints[-1].ring is not None


def test_a_team_closed_up_hangs_its_flies_nearer_together_and_the_float_stays() -> None:
    names = [(one, two) for one, two, _, _ in stretches_of(TEAM)]
    assert names == [("float", "top dropper"), ("top dropper", "dropper"), ("dropper", "point")]
    closed = do(TEAM, SetSpacing(lengths=("0.6", "60 cm", "600 mm")))
    assert [round(mm) for _, _, mm, _ in stretches_of(closed)] == [600, 600, 600]
    assert sits(closed) == sits(TEAM)
    depths = [f.settled_depth_m for f in drift(closed, LAKE).flies]
    assert depths == pytest.approx([0.6, 1.2, 1.8], abs=0.2)


@pytest.mark.parametrize(
    ("rig", "edit", "path", "said"),
    [
        (TEAM, SetSpacing(lengths=("0.6", "0.6")), "lengths", "3 lengths are wanted: float to top dropper"),
        (TEAM, SetSpacing(lengths=("0.6", "x", "1 mm")), "lengths[1]", "not a length"),
        (DRY, SetSpacing(lengths=("0.6",)), "lengths", "nothing hangs in a row here"),
        (DRY, LosePoint(), "op", "no fly is tied above the point"),
        (DRY, SplitSpan(span=DRY.spans[-1].id, at="9 m"), "at", "a place inside"),
        (CONTACT, SplitSpan(span="nowhere"), "span", "no such span"),
        (CONTACT, JoinSpans(joint=CONTACT.joints[0].id), "joint", "between two spans"),
        (CONTACT, JoinSpans(joint=joint_of(CONTACT)), "joint", "the dropper hangs there"),
        (CONTACT, JoinSpans(joint=CONTACT.joints[1].id), "joint", "are not one line"),
        (CONTACT, TakeOut(span=CONTACT.spans[-1].id), "span", "the dropper hangs at its upper end"),
        (CONTACT, PutIn(length="30 cm", spool="nowhere"), "spool", "no such spool"),
        (CONTACT, TieBehind(weight="nowhere", length="40"), "weight", "no such fly"),
        (CONTACT, HoldWith(kind="kite"), "kind", "one of"),
        (CONTACT, HoldWith(kind="float", body="nowhere"), "body", "no such float"),
        (CONTACT, HoldWith(kind="dry fly"), "fly", "a dry fly with a lift of its own"),
        (CONTACT, UseRod(rod="nowhere"), "rod", "no such rod"),
    ],
)
def test_what_cannot_be_done_is_refused_by_field_and_says_why(rig: Rig, edit: RigEdit, path: str, said: str) -> None:
    with pytest.raises(InputError, match=said) as refused:
        edit.apply(rig, DRAWER)
    assert path in [f.path for f in refused.value.faults]


def test_too_close_a_spacing_tells_the_least_that_can_be_tied() -> None:
    with pytest.raises(InputError, match="2 cm is the least") as refused:
        do(TEAM, SetSpacing(lengths=("0.6", "0.6", "1 cm")))
    assert refused.value.faults[0].path == "lengths[2]"
    assert do(TEAM, SetSpacing(lengths=("0.6", "0.6", "2 cm"))).spans[-1].length_mm == 20


def test_a_contact_rig_gets_a_float_where_it_was_led_and_is_then_judged_as_one_that_hangs() -> None:
    held = do(CONTACT, HoldWith(kind="float"))
    assert sits(held) == pytest.approx(CONTACT.head.hangs_from(CONTACT))
    assert held.motion.kind == "natural"
    keys = {r.key for r in readings_of(fished(held, RUN))}
    assert {"float_load", "take_to_sign"} <= keys
    assert not {"sag", "casting_length"} & keys
    load = nominal(fished(held, RUN)).load
    assert load is not None
    assert 0.3 < load < 1.0
    back = do(held, HoldWith(kind="held"))
    assert {r.key for r in readings_of(fished(back, RUN))} == {r.key for r in readings_of(fished(CONTACT, RUN))}


def test_every_kind_of_head_comes_to_some_rig() -> None:
    assert {do(DRY, HoldWith(kind=kind)).head.kind for kind in heads()} == set(heads())


def test_a_rig_on_another_rod_is_netted_by_that_rod() -> None:
    rods = [r for r in DRAWER.rods if r.id != FLOAT.rod.id]
    assert do(FLOAT, UseRod(rod=rods[0].id)).rod == rods[0]


def test_a_float_that_came_to_a_contact_rig_reads_its_load_like_any_other() -> None:
    held = do(CONTACT, HoldWith(kind="float", body=DRAWER.floats[-1].id, above="1.2 m"))
    assert read("float_load", held, RUN).value == pytest.approx(nominal(fished(held, RUN)).load)


SPANS = st.sampled_from([s.id for s in FLOAT.spans])
EDITS = st.one_of(
    st.builds(lambda s, mm: SplitSpan(span=s, at=f"{mm} mm"), SPANS, st.integers(1, 2000)),
    st.builds(lambda s, mm: PutIn(below=s, length=f"{mm} mm"), st.one_of(st.none(), SPANS), st.integers(20, 900)),
    st.builds(lambda s: TakeOut(span=s), SPANS),
    st.builds(lambda s, mm: ChangeLength(span=s, by_mm=mm), SPANS, st.integers(-900, 900)),
    st.builds(lambda mm: SetFloat(deeper_mm=mm), st.integers(-900, 900)),
    st.builds(lambda mm: TieBehind(weight=fly_of(), length=f"{mm} mm"), st.integers(100, 600)),
    st.just(LosePoint()),
)


@given(st.lists(EDITS, max_size=8))
@settings(max_examples=60, deadline=None)
def test_any_changes_of_structure_leave_a_rig_that_is_whole_and_survives_the_way_through_json(
    edits: list[RigEdit],
) -> None:
    rig = FLOAT
    for edit in edits:
        try:
            rig = edit.apply(rig, DRAWER)
        except InputError:
            continue
    assert Rig.model_validate_json(rig.model_dump_json()) == rig
    assert len(rig.spans) == len(rig.joints)
    assert 0 <= sits(rig) <= rig.length - LEAST_BELOW_M + 1e-9


def test_more_pieces_than_a_rig_may_have_are_refused_in_plain_words() -> None:
    rig = CONTACT
    while len(rig.spans) < 24:
        rig = do(rig, PutIn(below=rig.spans[-1].id, length="10 cm"))
    with pytest.raises(InputError, match="a rig has at most 24 pieces of line"):
        do(rig, PutIn(below=rig.spans[-1].id, length="10 cm"))
    while len(rig.attachments) < 8:
        rig = do(rig, PinchShot(span=rig.spans[0].id))
    with pytest.raises(InputError, match="at most 8 flies, shot and beads"):
        do(rig, PinchShot(span=rig.spans[0].id))
