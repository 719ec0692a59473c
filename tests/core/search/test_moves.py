"""What the search changes, coordinate by coordinate, and what changing it on the bank takes: lists and figures by hand."""

from __future__ import annotations

import math

import pytest

from jarana.core.heads.float import FloatHead
from jarana.core.heads.held import MARKED, top_span
from jarana.core.methods import method_of
from jarana.core.readings.casting_length import AWKWARD, USUAL
from jarana.core.readings.depth_edits import LONGER_MM, SLOWER, SLOWEST, depth_edits, led_at
from jarana.core.rig.edits.spans import SHORTEST_MM, ChangeLength
from jarana.core.rig.model import Rig
from jarana.core.search.moves import (
    count,
    diameter,
    float_kind,
    float_place,
    laid,
    lead,
    length,
    line,
    one_fly,
    pace,
    shot,
    weight,
)
from jarana.core.search.moves.base import hanging_spans, moved
from jarana.core.situation import Situation
from tests.coverage import led, water
from tests.fishing import DRAWER, WATERS, fished, started

RUN = water(0.9, 0.62, temperature_c=9.0, wind_m_s=3.0)
LAKE = WATERS["oskel-north"]
CONTACT = fished(led(started("level-contact", RUN), 1.0), RUN)
SWUNG, DRY, PAIR = (fished(started(m, RUN), RUN) for m in ("swung", "dry-fly", "float-pair"))
TEAM, HUNG = (fished(started(m, LAKE), LAKE) for m in ("lake-team", "lake-suspended"))


def fields(moves: object, *names: str) -> list[tuple[object, ...]]:
    return [tuple(getattr(edit, n) for n in names) for move in moves for edit in move]  # type: ignore[attr-defined]


def test_counts_are_tried_where_a_motion_is_counted_down_to_and_not_the_one_it_has() -> None:
    assert not list(count.values(CONTACT))
    assert TEAM.motion.counts
    at_30 = TEAM.with_rig(TEAM.rig.rebuilt(motion=TEAM.rig.motion.model_copy(update={"count_s": 30.0})))
    assert fields(count.values(at_30), "value") == [(f"{c} s",) for c in count.COUNTS_S if c != 30]
    at_31_5 = TEAM.with_rig(TEAM.rig.rebuilt(motion=TEAM.rig.motion.model_copy(update={"count_s": 31.5})))
    assert len(list(count.values(at_31_5))) == len(count.COUNTS_S)


def test_other_spools_of_the_same_line_are_tried_nearest_first_on_every_tippet_of_it() -> None:
    rig = CONTACT.rig
    last = rig.spans[-1]
    tippets = {s.id for i, s in enumerate(rig.spans) if i in hanging_spans(rig) and s.material.key == last.material.key}
    spools = {s.id: s for s in DRAWER.spools}
    moves = list(diameter.values(CONTACT))
    thick = [spools[move[0].spool].diameter_mm for move in moves]  # type: ignore[attr-defined]
    owned = sorted({s.diameter_mm for s in DRAWER.spools if s.material.key == last.material.key and s.left_m > 1.0})
    finer = [d for d in reversed(owned) if d < last.d1_mm - 1e-6][: diameter.NEAREST]
    stouter = [d for d in owned if d > last.d1_mm + 1e-6][: diameter.NEAREST]
    assert finer
    assert stouter
    assert thick == [*finer, *stouter]
    assert all({e.span for e in move} == tippets for move in moves)  # type: ignore[attr-defined]


def test_a_spool_with_a_metre_left_is_not_tried() -> None:
    few = tuple(s.model_copy(update={"left_m": 1.0}) for s in DRAWER.spools)
    bare = fished(CONTACT.rig, RUN, DRAWER.model_copy(update={"spools": few}))
    assert not list(diameter.values(bare))
    some = tuple(s.model_copy(update={"left_m": 1.01}) for s in DRAWER.spools)
    assert list(diameter.values(fished(CONTACT.rig, RUN, DRAWER.model_copy(update={"spools": some}))))


def test_other_floats_are_tried_where_there_is_one() -> None:
    head = PAIR.rig.head
    assert isinstance(head, FloatHead)
    assert fields(float_kind.values(PAIR), "body") == [(f.id,) for f in DRAWER.floats if f.id != head.body.id]
    assert not list(float_kind.values(CONTACT))


def test_a_float_is_tried_at_shares_of_the_depth_and_on_a_lake_at_the_edges_of_the_zone() -> None:
    def places(situation: Situation) -> list[float]:
        return [float(above.split()[0]) for (above,) in fields(float_place.values(situation), "above")]

    head = PAIR.rig.head
    assert isinstance(head, FloatHead)
    now, most = head.above(PAIR.rig), PAIR.rig.length - 0.05
    wanted = {round(s * 0.9, 2) for s in float_place.OF_DEPTH}
    assert places(PAIR) == sorted(p for p in wanted if abs(p - now) > 0.03 and p <= most)
    low, high = HUNG.fished.zone.heights(HUNG.fished.depth_m)
    hung = places(HUNG)
    for height in (low, (low + high) / 2, high):
        place = round(max(HUNG.fished.depth_m - height, 0.2), 2)
        held = HUNG.rig.head
        assert isinstance(held, FloatHead)
        near = abs(place - held.above(HUNG.rig)) <= 0.03 or place > HUNG.rig.length - 0.05
        assert near or place in hung
    assert not list(float_place.values(CONTACT))


def test_a_held_tip_is_tried_at_other_heights_and_a_line_that_lies_in_other_ways() -> None:
    tips = [t for t in laid.TIPS_M if abs(t - CONTACT.rig.tip_m) > 0.1]
    assert fields(laid.values(CONTACT), "tip") == [(f"{t} m",) for t in tips]
    assert fields(laid.values(DRY), "usual", "lay", "mend", "after") == [
        (True, None, None, None), (False, "reach", None, None), (False, "reach", laid.MEND, laid.AFTER),
    ]  # fmt: skip
    assert not list(laid.values(SWUNG)), "a swing is laid by its method"


def test_the_longest_tippet_of_a_held_rig_takes_up_what_the_depth_wants() -> None:
    rig = CONTACT.rig
    spans = [rig.spans[i] for i in hanging_spans(rig)]
    total = sum(s.length for s in spans)
    longest = max(spans, key=lambda s: s.length)
    wanted = [
        round(longest.length + share * 0.9 - total, 2)
        for share in length.OF_DEPTH
        if abs(share * 0.9 - total) > 0.05 and (longest.length + share * 0.9 - total) * 1000 >= length.SHORTEST_MM
    ]
    found = fields(length.values(CONTACT), "span", "value")
    assert wanted
    assert [(span, float(value.split()[0])) for span, value in found] == [(longest.id, w) for w in wanted]  # type: ignore[attr-defined]


def test_on_a_fly_line_the_point_is_tried_shorter_and_longer_but_a_team_no_wider_than_it_is_tied() -> None:
    alone = SWUNG.with_rig(next(iter_one(SWUNG)))
    last = alone.rig.spans[-1]
    told = [float(v.split()[0]) for (v,) in fields(length.values(alone), "value")]  # type: ignore[attr-defined]
    assert told == pytest.approx([max(last.length_mm * s, length.SHORTEST_MM) for s in length.SHARES], abs=0.6)
    usual = method_of(SWUNG.rig).apart_m
    assert usual is not None
    team = [float(v.split()[0]) for (v,) in fields(length.values(SWUNG), "value")]  # type: ignore[attr-defined]
    now = SWUNG.rig.spans[-1].length_mm
    assert all(mm <= length.FARTHER * usual[1] * 1000 or mm <= now for mm in team)


def test_flies_of_a_swung_team_are_tried_farther_apart_than_in_practice_by_a_quarter_at_most() -> None:
    usual = method_of(SWUNG.rig).apart_m
    assert usual is not None
    most = length.FARTHER * usual[1] * 1000
    last = SWUNG.rig.spans[-1]

    def tried(mm: float) -> list[float]:
        rig = SWUNG.rig.replace_span(len(SWUNG.rig.spans) - 1, length_mm=mm)
        return [float(e.value.split()[0]) for (e,) in length.values(SWUNG.with_rig(rig))]  # type: ignore[attr-defined]

    longest = max(length.SHARES)
    assert last.length_mm > 0
    assert tried(most / longest) == pytest.approx([most / longest * share for share in length.SHARES], abs=1)
    assert max(tried(most / longest + 5)) < most


def iter_one(situation: Situation) -> object:
    """The rig with one fly left."""
    rig = situation.rig
    while len([a for a in rig.attachments if a.fly]) > 1:
        rig = rig.model_copy(update={"attachments": tuple(a for a in rig.attachments if a.at.kind == "point")})
    yield rig


def test_a_lake_team_is_spread_evenly_and_its_float_follows() -> None:
    flies = sum(1 for a in HUNG.rig.attachments if a.fly)
    for apart, move in zip(length.SPACINGS_M, length.values(HUNG), strict=True):
        spans, (last,) = move[:-1], move[-1:]
        assert [e.value for e in spans] == [f"{apart} m"] * flies  # type: ignore[attr-defined]
        assert last.above == f"{apart * flies} m"  # type: ignore[attr-defined]


def test_spools_are_tried_nearest_first_in_whatever_order_they_lie_in_the_drawer() -> None:
    turned = fished(CONTACT.rig, RUN, DRAWER.model_copy(update={"spools": DRAWER.spools[::-1]}))
    assert list(diameter.values(turned)) == list(diameter.values(CONTACT))


def test_the_last_shot_of_a_weight_is_tried_and_none_of_a_weight_that_is_used_up() -> None:
    below = fished(started("shot-below", RUN), RUN)
    one = DRAWER.shots[0]

    def owned(count: int) -> list[tuple[object, ...]]:
        drawer = DRAWER.model_copy(update={"shots": (one.model_copy(update={"mass_mg": 777.0, "count": count}),)})
        return fields(shot.values(fished(below.rig, RUN, drawer)), "mass")

    assert owned(1) == [("0.777 g",)]
    assert owned(0) == []


def test_more_kinds_are_tried_at_the_point_than_above_it() -> None:
    at = [key for (key,) in fields(weight.values(CONTACT), "at")]
    assert weight.MOST_ABOVE < at.count(CONTACT.rig.point.id) <= weight.MOST
    assert 1 <= at.count("dropper") <= weight.MOST_ABOVE


def test_a_search_begins_with_owned_flies_the_nearest_in_weight_of_their_nature() -> None:
    assert weight.owned_instead(CONTACT) is CONTACT
    bought = {a.id: a.fly.model_copy(update={"source": None}) for a in CONTACT.rig.attachments if a.fly}
    rig = CONTACT.rig
    for key, fly in bought.items():
        rig = rig.replace_attachment(key, body=fly)
    instead = weight.owned_instead(CONTACT.with_rig(rig)).rig
    for key, fly in bought.items():
        mine = instead.attachment(key).fly
        assert mine is not None
        assert mine.source
        assert weight.nature(mine) == weight.nature(fly)
        others = [other for _, other in weight.kinds_for(DRAWER, rig.attachment(key))]
        assert mine in others
        off = min(abs(math.log(other.mass / fly.mass)) for other in others)
        assert abs(math.log(mine.mass / fly.mass)) == pytest.approx(off)
    bare = fished(rig, RUN, DRAWER.model_copy(update={"patterns": ()}))
    assert weight.owned_instead(bare) is bare


def test_lines_the_rod_throws_are_tried_and_others_are_not() -> None:
    rod = TEAM.rig.rod.line_class
    tried = {row[0] for row in fields([m for m in line.values(TEAM) if hasattr(m[0], "line")], "line")}
    assert tried == {
        one.id for one in DRAWER.lines if one.id != TEAM.rig.line.id and abs(one.line_class - rod) <= line.NEAR_CLASS
    }
    assert tried
    assert not list(line.values(CONTACT))


def test_a_dropper_may_come_off_while_a_fly_is_left() -> None:
    droppers = [a.id for a in CONTACT.rig.attachments if a.at.kind == "joint"]
    assert fields(one_fly.values(CONTACT), "at") == [(d,) for d in droppers]
    assert not list(one_fly.values(CONTACT.with_rig(next(iter_one(CONTACT)))))  # type: ignore[call-overload]


def test_paces_of_the_method_are_tried_in_their_water_but_the_one_it_has() -> None:
    now = CONTACT.rig.motion
    told = fields(pace.values(CONTACT), "kind", "lead", "count_s")
    paces = [
        p for p in method_of(CONTACT.rig).paces if "river" in p.waters and (p.kind, p.lead) != (now.kind, now.lead)
    ]
    assert told == [(p.kind, p.lead, now.count_s) for p in paces]
    assert told


def test_every_owned_shot_is_tried_once_but_the_one_that_is_on() -> None:
    below = fished(started("shot-below", RUN), RUN)
    hung = next(a for a in below.rig.attachments if a.body.kind == "shot")
    owned = sorted({s.mass_mg for s in DRAWER.shots if s.count > 0} - {hung.body.mass_mg})
    shots = sum(1 for a in below.rig.attachments if a.body.kind == "shot")
    assert fields(shot.values(below), "at", "mass")[: len(owned)] == [(hung.id, f"{m / 1000:g} g") for m in owned]
    assert len(list(shot.values(below))) == shots * len(owned)
    none = DRAWER.model_copy(update={"shots": tuple(s.model_copy(update={"count": 0}) for s in DRAWER.shots)})
    assert not list(shot.values(fished(below.rig, RUN, none)))


def test_flies_are_changed_at_the_point_first() -> None:
    moves = fields(weight.values(CONTACT), "at", "weight")
    at = [a for a, _ in moves]
    assert at == sorted(at, key=lambda a: a != CONTACT.rig.point.id)
    assert set(at) == {a.id for a in CONTACT.rig.attachments if a.fly}
    on = {a.id: a.fly.source for a in CONTACT.rig.attachments if a.fly}
    assert all(on[str(a)] != w for a, w in moves)
    assert at.count(CONTACT.rig.point.id) <= weight.MOST
    assert at.count("dropper") <= weight.MOST_ABOVE


def test_a_move_that_cannot_be_done_or_changes_nothing_is_none() -> None:
    span = CONTACT.rig.spans[-1].id
    assert moved(CONTACT, (ChangeLength(span="nobodys", by_mm=100.0),)) is None
    assert moved(CONTACT, ()) is None
    done = moved(CONTACT, (ChangeLength(span=span, by_mm=100.0),))
    assert done is not None
    assert done.rig.spans[-1].length_mm == CONTACT.rig.spans[-1].length_mm + 100.0


@pytest.mark.parametrize(
    ("now", "tried"),
    [(0.8, [0.65, 0.95]), (SLOWEST + SLOWER, [SLOWEST, 0.8]), (SLOWEST + SLOWER - 0.02, [0.78]), (0.85, [0.7, 1.0]), (0.87, [0.72])],
)  # fmt: skip
def test_a_lead_is_tried_a_step_slower_and_a_step_quicker_between_half_and_all_of_the_pace(
    now: float, tried: list[float]
) -> None:
    here = CONTACT.with_rig(led(CONTACT.rig, now))
    assert [move[0].lead for move in lead.values(here)] == pytest.approx(tried)  # type: ignore[attr-defined]


def test_an_induced_lift_is_led_faster_or_slower_and_stays_one() -> None:
    lift = CONTACT.with_rig(
        CONTACT.rig.rebuilt(motion=CONTACT.rig.motion.model_copy(update={"kind": "lift", "lead": 0.8}))
    )
    (slow,), (quick,) = lead.values(lift)
    assert [moved(lift, (edit,)).rig.motion.kind for edit in (slow, quick)] == ["lift", "lift"]  # type: ignore[union-attr]
    natural = CONTACT.with_rig(
        CONTACT.rig.rebuilt(motion=CONTACT.rig.motion.model_copy(update={"kind": "natural", "lead": 0.8}))
    )
    assert led_at(natural, 0.65).change(natural.rig, DRAWER, natural.writer).motion.kind == "led"


TAPERED = fished(started("tapered-contact", RUN), RUN)


def cut_to(whole_m: float) -> tuple[Rig, Rig]:
    """The tapered leader with its longest tippet made so long that the whole would be so long, and what is proposed of it."""
    rig, rod = TAPERED.rig, TAPERED.rig.rod.length_mm / 1000
    below = sum(rig.spans[i].length for i in hanging_spans(rig))
    share = (below + whole_m * rod - rig.length) / TAPERED.fished.depth_m
    lengths = length.OF_DEPTH
    length.OF_DEPTH = (share,)  # type: ignore[misc]
    try:
        (move,) = length.values(TAPERED)
    finally:
        length.OF_DEPTH = lengths  # type: ignore[misc]
    found = moved(TAPERED, move)
    assert found is not None
    return rig, found.rig


def test_a_held_leader_that_gets_too_long_for_the_rod_is_cut_back_from_the_butt() -> None:
    rod = TAPERED.rig.rod.length_mm / 1000
    rig, as_it_was = cut_to(AWKWARD - 0.01)
    upper = range(top_span(rig))
    assert [as_it_was.spans[i].length for i in upper] == [rig.spans[i].length for i in upper]
    _, cut = cut_to(AWKWARD + 0.01)
    assert cut.length == pytest.approx(USUAL * rod, abs=0.006)
    changed = [i for i in upper if cut.spans[i].length != rig.spans[i].length]
    assert changed[0] == 0
    assert changed == list(range(len(changed)))
    assert all(cut.spans[i].length_mm == length.STEP_MM for i in changed[:-1])
    _, longest = cut_to(4.0)
    marked = [s.material.look in MARKED for s in rig.spans[: top_span(rig)]]
    kept = [a.length == b.length for a, b in zip(longest.spans, rig.spans, strict=True)][: top_span(rig)]
    assert kept == marked


def test_what_a_float_or_a_lake_moves_is_led_by_nobody() -> None:
    for here in (PAIR, TEAM, SWUNG):
        assert list(lead.values(here)) == []


def test_a_span_that_is_shortened_keeps_room_for_two_knots() -> None:
    rig = CONTACT.rig
    upper = next(e.span for e in depth_edits(CONTACT) if isinstance(e, ChangeLength) and e.by_mm < 0)
    for mm, shortened in ((SHORTEST_MM + LONGER_MM, True), (SHORTEST_MM + LONGER_MM - 1, False)):
        short = CONTACT.with_rig(rig.replace_span(rig.span_index(upper), length_mm=mm))
        edits = [e.by_mm for e in depth_edits(short) if isinstance(e, ChangeLength)]
        assert (min(edits) < 0) is shortened
