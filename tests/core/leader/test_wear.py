"""What an afternoon leaves of a leader."""

from __future__ import annotations

import pytest

from jarana.core.errors import InputError
from jarana.core.leader.wear import Wear, change_mm, changes_left, floor_of, worn
from jarana.core.rig.model import Rig


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
