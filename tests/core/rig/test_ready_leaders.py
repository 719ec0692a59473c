"""A leader of the wallet: what is left of it, how it sinks, and the rig that is put on it."""

from __future__ import annotations

import math

import pytest

from jarana.core.engine.hydro.terminal_speed import level_sink_speed
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.errors import InputError
from jarana.core.methods.leaders import PACKET_OFF, TIPPET_STEPS
from jarana.core.rig.edits.leader import PutOnLeader
from jarana.core.rig.edits.shot import PinchShot
from jarana.core.rig.edits.spans import SetDiameter, SetLength, UseSpool
from jarana.core.rig.edits.structure import SplitSpan
from jarana.core.rig.lacking import lacking
from jarana.core.rig.rerig import rerig
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.shopping import shopping
from jarana.core.sheet.tie_sheet import tie_sheet
from jarana.core.tackle.drawer import Drawer
from jarana.core.tackle.leader import LEAST_PIECE_M, OwnedLeader
from jarana.core.tackle.shot import Shot
from jarana.core.units import Writer
from tests.core.rig.test_structure import CONTACT, DRY, FLOAT, do, sits
from tests.fishing import DRAWER, WATERS, drift, read, started

RUN = WATERS["weir-run"]
SLOW, FAST, PACKET = (DRAWER.leader(f"leader-{key}") for key in ("slow", "fast", "37"))
SWUNG = started("swung", RUN)


def test_a_packet_is_butt_taper_and_tip_and_a_cut_one_what_is_left() -> None:
    assert PACKET is not None
    whole = PACKET.model_copy(update={"cut_m": 0.0})
    assert [p.name for p in whole.pieces()] == ["butt", "taper", "tip"]
    assert sum(p.length for p in whole.pieces()) == pytest.approx(whole.length_m)
    assert whole.pieces()[0].d0_mm == whole.butt_mm
    assert whole.pieces()[-1].d1_mm == whole.tip_mm
    short = whole.model_copy(update={"cut_m": 1.0})
    assert short.pieces()[-1].d1_mm > whole.tip_mm
    assert sum(p.length for p in short.pieces()) == pytest.approx(whole.length_m - 1.0)


@pytest.mark.parametrize(("left", "pieces"), [(LEAST_PIECE_M - 0.001, 0), (LEAST_PIECE_M + 0.001, 1)])
def test_a_stump_is_no_leader_any_more(left: float, pieces: int) -> None:
    stump = OwnedLeader(
        id="a", name="a", length_m=2.0, butt_mm=0.5, tip_mm=0.2, butt_m=1.0, tip_m=0.5, cut_m=2.0 - left
    )
    assert len(stump.pieces()) == pieces


def test_a_leader_sinks_at_its_label() -> None:
    for leader in (SLOW, FAST):
        assert leader is not None
        water = water_at(15.0)
        sinks = level_sink_speed(leader.butt_mm / 1000, leader.material.density_kg_m3, water)
        assert sinks * 1000 == pytest.approx(leader.sink_mm_s, rel=0.01)


def test_a_faster_sinking_leader_swings_the_flies_deeper() -> None:
    slow, fast = (do(SWUNG, PutOnLeader(leader=f"leader-{key}")) for key in ("slow", "fast"))
    depths = [max(f.settled_depth_m for f in drift(rig, RUN).flies) for rig in (slow, fast)]
    assert depths[1] > depths[0] + 0.02


def test_a_dry_goes_on_a_packet_and_keeps_its_tippet() -> None:
    on = do(DRY, PutOnLeader(leader="leader-37"))
    assert on.spans[-1] == DRY.spans[-1]
    assert on.joints[0] == DRY.joints[0]
    assert on.point == DRY.point
    assert PACKET is not None
    assert on.length == pytest.approx(PACKET.left_m + DRY.spans[-1].length)
    assert read("turnover", on, RUN).title


def test_a_ready_leader_is_not_cut_is_owned_and_has_its_step() -> None:
    on = do(DRY, PutOnLeader(leader="leader-37"))
    assert [c.part for c in cuts_of(on, Writer(), Measures())] == [DRY.spans[-1].id]
    sheet = tie_sheet(on, DRAWER, Measures(), Writer())
    assert sheet.steps[0].cut is None
    assert "which is tied already" in sheet.steps[0].detail
    assert read("owned", on, RUN).severity == "fine"
    assert read("owned", on, RUN, Drawer()).severity == "look"


def test_another_packet_is_two_knots_and_no_line_and_the_one_that_is_on_is_none() -> None:
    for leader, knots in (("leader-slow", 2), ("leader-37", 0)):
        found = rerig(DRY, do(DRY, PutOnLeader(leader=leader)), 18.0, 0.0, Writer()).cost
        assert (found.knots, found.line) == (knots, 0.0)


def test_a_float_stays_at_its_height_above_the_point_when_the_leader_is_another() -> None:
    on = do(FLOAT, PutOnLeader(leader="leader-37"))
    assert on.length - sits(on) == pytest.approx(FLOAT.length - sits(FLOAT))


def test_a_rig_of_one_span_gets_the_leader_above_it() -> None:
    one = started("lake-vertical", next(w for w in WATERS.values() if w.kind == "lake"))
    on = do(one, PutOnLeader(leader="leader-slow"))
    assert [s.id for s in on.spans][-1] == one.spans[0].id
    assert len(on.spans) == 2


@pytest.mark.parametrize(
    ("rig", "key", "said"),
    [(CONTACT, "nowhere", "no such leader"), (do(CONTACT, PinchShot(span="mono")), "leader-slow", "take it off first")],
)
def test_what_cannot_be_put_on_is_refused(rig, key: str, said: str) -> None:
    with pytest.raises(InputError, match=said):
        PutOnLeader(leader=key).apply(rig, DRAWER)


def test_of_a_leader_that_is_used_up_nothing_is_left() -> None:
    assert PACKET is not None
    spent = DRAWER.model_copy(update={"leaders": (PACKET.model_copy(update={"cut_m": 3.7}),)})
    with pytest.raises(InputError, match="nothing is left of it"):
        PutOnLeader(leader="leader-37").apply(DRY, spent)


def begun_with(**leader: object) -> str | None:
    """Start a dry fly from a wallet of one leader; return the leader it is tied with, None where it was designed."""
    base = {"id": "one", "name": "one", "length_m": 2.7, "butt_mm": 0.5, "tip_mm": 0.152, "butt_m": 1.2, "tip_m": 0.5}
    wallet = (OwnedLeader.model_validate(base | leader),)
    level = RUN.model_copy(update={"lanes": (), "soundings": (), "wind_m_s": 0.0})
    return started("dry-fly", level, DRAWER.model_copy(update={"leaders": wallet})).spans[0].ready


WANTED_M, TIPPET_M, TIPPET_MM = 3.7, 1.0, 0.152
"""What the dry fly asks for in still air over one lane: whole length, tippet, its diameter."""


@pytest.mark.parametrize(
    ("leader", "used"),
    [
        ({"length_m": WANTED_M * math.exp(PACKET_OFF) - TIPPET_M - 0.02}, True),
        ({"length_m": WANTED_M * math.exp(PACKET_OFF) - TIPPET_M + 0.02}, False),
        ({"length_m": WANTED_M * math.exp(-PACKET_OFF) - TIPPET_M + 0.02}, True),
        ({"length_m": WANTED_M * math.exp(-PACKET_OFF) - TIPPET_M - 0.02}, False),
        ({"tip_mm": TIPPET_MM * TIPPET_STEPS[1] - 0.002}, True),
        ({"tip_mm": TIPPET_MM * TIPPET_STEPS[1] + 0.002}, False),
        ({"tip_mm": TIPPET_MM * TIPPET_STEPS[0] + 0.002}, True),
        ({"tip_mm": TIPPET_MM * TIPPET_STEPS[0] - 0.002}, False),
        ({"count": 0}, False),
        ({"sink_mm_s": 40.0, "made": "sinking"}, False),
    ],
)
def test_a_dry_is_started_from_a_packet_that_comes_near_its_length_and_its_tippet(leader: dict, used: bool) -> None:
    assert begun_with(**leader) == ("one" if used else None)


def test_a_swing_takes_the_leader_nearest_to_a_slow_sink_and_a_coated_one_where_none_is_owned() -> None:
    assert SWUNG.spans[0].ready == "leader-slow"
    fast = DRAWER.model_copy(update={"leaders": tuple(row for row in DRAWER.leaders if row.id != "leader-slow")})
    assert started("swung", RUN, fast).spans[0].ready == "leader-fast"
    none = started("swung", RUN, DRAWER.model_copy(update={"leaders": ()}))
    assert (none.spans[0].ready, none.spans[0].material.look) == (None, "coated")


def test_a_piece_given_a_spool_of_its_own_is_cut_from_it_again() -> None:
    on = do(DRY, PutOnLeader(leader="leader-37"))
    piece = on.spans[0].id
    for edit in (UseSpool(span=piece, spool=DRAWER.spools[0].id), SetDiameter(span=piece, value="0.33 mm")):
        own = do(on, edit)
        assert own.spans[0].ready is None
        assert piece in {c.part for c in cuts_of(own, Writer(), Measures())}


def test_a_leader_cut_in_two_has_its_new_knot_in_the_sheet() -> None:
    on = do(DRY, PutOnLeader(leader="leader-37"))
    cut = do(on, SplitSpan(span=on.spans[0].id))
    joints = [
        [s.part for s in tie_sheet(rig, DRAWER, Measures(), Writer()).steps if s.kind == "join"] for rig in (on, cut)
    ]
    assert set(joints[1]) - set(joints[0]) == {cut.joints[1].id}


@pytest.mark.parametrize("key", ["leader-slow", "leader-37"])
def test_a_leader_that_is_not_owned_lacks_as_one_and_is_bought_as_it_was(key: str) -> None:
    on = do(SWUNG if key == "leader-slow" else DRY, PutOnLeader(leader=key))
    bare = DRAWER.model_copy(update={"leaders": ()})
    (lack,) = lacking(on, bare)
    owned, again = DRAWER.leader(key), lack.item
    assert owned is not None
    assert isinstance(again, OwnedLeader)
    assert (again.name, again.made, again.butt_mm) == (owned.name, owned.made, owned.butt_mm)
    assert again.length_m == pytest.approx(owned.left_m, abs=0.002)
    assert (again.sink_mm_s is None) == (owned.sink_mm_s is None)
    assert again.material.density_kg_m3 == pytest.approx(owned.material.density_kg_m3, rel=0.002)
    told = read("owned", on, RUN, bare)
    assert (told.value, told.parts) == (1, (lack.part,))
    assert owned.name in told.why[0]
    (wanted,) = shopping(bare, [on], Writer())
    assert (wanted.kind, wanted.parts) == ("leaders", [(0, lack.part)])


def test_a_leader_lying_in_the_wallet_as_another_of_the_same_need_not_be_bought() -> None:
    on = do(DRY, PutOnLeader(leader="leader-37"))
    assert PACKET is not None
    other = DRAWER.model_copy(update={"leaders": (PACKET.model_copy(update={"id": "another"}),)})
    assert [type(lack.item) for lack in lacking(on, other)] == [OwnedLeader]
    assert shopping(other, [on], Writer()) == ()


def test_shot_of_no_size_in_the_box_lacks() -> None:
    rig = started("shot-below", RUN)
    (shot,) = (a for a in rig.attachments if isinstance(a.body, Shot))
    assert list(lacking(rig, DRAWER)) == []
    (lack,) = lacking(rig, DRAWER.model_copy(update={"shots": ()}))
    assert (lack.part, lack.item.name, lack.item.mass_mg) == (shot.id, shot.body.name, shot.body.mass_mg)
    heavier = tuple(s.model_copy(update={"mass_mg": s.mass_mg + 1.5}) for s in DRAWER.shots)
    assert len(list(lacking(rig, DRAWER.model_copy(update={"shots": heavier})))) == 1
    nearly = tuple(s.model_copy(update={"mass_mg": s.mass_mg + 0.5}) for s in DRAWER.shots)
    assert list(lacking(rig, DRAWER.model_copy(update={"shots": nearly}))) == []


@pytest.mark.parametrize(("typed", "length_m"), [("14 m", 12.0), ("5 cm", 0.25)])
def test_a_leader_drawn_longer_or_cut_shorter_than_any_is_still_told_as_lacking(typed: str, length_m: float) -> None:
    on = do(SWUNG, PutOnLeader(leader="leader-slow"))
    ready = next(s.id for s in on.spans if s.ready)
    changed = do(on, SetLength(span=ready, value=typed))
    (lack,) = lacking(changed, DRAWER.model_copy(update={"leaders": ()}))
    assert lack.item.length_m == length_m
