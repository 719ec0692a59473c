"""A fly that hangs from the bend of a dropper: in the document, the engine, the strength, the sheet and the costs."""

from __future__ import annotations

from datetime import date

import pytest

from jarana.core.drift.lower import hanging
from jarana.core.drift.nominal import nominal, story
from jarana.core.engine.mesh import build_mesh
from jarana.core.errors import InputError
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.droppers import SetSchool
from jarana.core.rig.edits.flies import RemoveFly
from jarana.core.rig.edits.spans import ChangeLength
from jarana.core.rig.edits.spans import SetTag as SetTag
from jarana.core.rig.edits.structure import LosePoint
from jarana.core.rig.edits.tails import LEAST_TAIL_MM, MOST_TAIL_MM, HangBehind
from jarana.core.rig.geometry import below_place, fly_gaps, joint_place, place
from jarana.core.rig.model import AtBend, AtJoint, Rig
from jarana.core.rig.rerig import rerig
from jarana.core.rules.check import breaches
from jarana.core.rules.rule_set import RuleSet
from jarana.core.sheet.cut_list import cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.strength.chain import strength_chain
from jarana.core.units import Writer
from tests.core.rig.test_structure import CONTACT, RUN, do, fly_of
from tests.fishing import fished, readings

TAILED = do(CONTACT, HangBehind(at="dropper", weight=fly_of(3), length="40 cm"))
TAIL = next(a.id for a in TAILED.attachments if a.at.kind == "bend")
TWICE = do(TAILED, HangBehind(at=TAIL, weight=fly_of(4), length="30 cm"))

LAST = TWICE.behind(TAIL)[0]


def fork(rig: Rig) -> float:
    at = rig.attachment("dropper").at
    assert isinstance(at, AtJoint)
    return joint_place(rig, at.joint)


def test_it_hangs_so_far_behind_the_dropper_and_on_the_same_line() -> None:
    tail, dropper = TAILED.attachment(TAIL), TAILED.attachment("dropper")
    assert place(TAILED, tail) == pytest.approx(fork(TAILED) + 0.4)
    assert TAILED.link_of(tail) == (*TAILED.link_of(dropper)[:2], 400.0)  # type: ignore[index]
    assert TAILED.role(tail) == "tail"
    assert TWICE.behind("dropper") == (TAIL, LAST)
    assert place(TWICE, TWICE.attachment(LAST)) == pytest.approx(fork(TWICE) + 0.7)


def test_the_engine_goes_on_from_the_dropper_to_the_tail() -> None:
    scenario = hanging(fished(TAILED, RUN)).scenario
    mesh = build_mesh(scenario)
    nodes = dict(zip(mesh.names, mesh.body_node.tolist(), strict=True))
    up = int(nodes[TAIL])
    length = 0.0
    while up != nodes["dropper"]:
        length += float(mesh.links[up, 0])
        up = int(mesh.parent[up])
    assert length == pytest.approx(0.4)
    assert {d.body.name for d in scenario.droppers} == {"dropper"}


def test_a_tail_is_drawn_and_read_and_a_heavy_one_takes_its_dropper_down() -> None:
    drift = nominal(fished(TAILED, RUN))
    assert TAIL in {f.id for f in drift.flies}
    plain = next(f for f in nominal(fished(CONTACT, RUN)).flies if f.id == "dropper")
    with_tail = next(f for f in drift.flies if f.id == "dropper")
    assert with_tail.settled_depth_m != plain.settled_depth_m
    assert readings(TAILED, RUN)["spacing"].severity


def test_neighbours_are_along_the_line_and_down_a_tail_never_across_two_branches() -> None:
    gaps = {(a.id, b.id): gap for gap, a, b in fly_gaps(TWICE)}
    spaced = TWICE.length - fork(TWICE)
    assert gaps == {
        ("dropper", "point"): pytest.approx(spaced),
        ("dropper", TAIL): pytest.approx(0.4),
        (TAIL, LAST): pytest.approx(0.3),
    }
    close = RuleSet(id="r", name="r", source="s", checked=date(2026, 1, 1), least_distance_m=0.35)
    (breach,) = breaches(TWICE, close, Writer())
    assert breach.parts == (TAIL, LAST)
    assert "tail" in breach.text
    assert TAIL not in breach.text


def test_the_point_stays_the_end_of_the_rig_in_what_is_told() -> None:
    drift = nominal(fished(TAILED, RUN))
    assert [f.id for f in drift.flies][-1] == "point"
    assert story(fished(TAILED, RUN)).startswith("The point ")


def test_what_breaks_at_the_dropper_takes_its_tail_along() -> None:
    loses = {(link.kind, link.part): set(link.loses) for link in strength_chain(TWICE)}
    assert loses["tag", "dropper"] == {"dropper", TAIL, LAST}
    assert loses["eye", TAIL] == {TAIL, LAST}
    assert loses["hook", LAST] == {LAST}
    assert not {TAIL, LAST} & loses["eye", "point"]
    assert TAIL not in below_place(TAILED, fork(TAILED) + 1e-6)
    assert TAIL in below_place(TAILED, fork(TAILED) - 0.01)


def test_it_is_cut_tied_at_both_ends_told_and_costed() -> None:
    cut = next(c for c in cuts_of(TAILED, Writer(), Measures()) if c.part == TAIL)
    assert cut.finished_mm == 400.0
    assert cut.cut_mm > 450.0
    assert rerig(CONTACT, TAILED, 10.0, 0.0, Writer()).cost.knots == 2
    assert [c.part for c in compare(CONTACT, TAILED, Writer())] == [TAIL]
    (longer,) = compare(TAILED, do(TAILED, SetTag(at=TAIL, value="60 cm")), Writer())
    assert longer.text == "tail tag 40 → 60 cm"


def test_a_dropper_taken_off_takes_its_tail_and_a_tail_comes_off_alone() -> None:
    assert do(TAILED, RemoveFly(at=TAIL)) == CONTACT
    assert do(TWICE, RemoveFly(at=TAIL)) == CONTACT
    assert [a.id for a in do(TAILED, RemoveFly(at="dropper")).attachments] == ["point"]


def test_a_lost_point_leaves_the_dropper_at_the_end_with_its_tail() -> None:
    left = do(TAILED, LosePoint())
    assert left.point.id == "dropper"
    assert left.attachment(TAIL).at == AtBend(attachment="dropper")
    assert place(left, left.attachment(TAIL)) == pytest.approx(left.length + 0.4)
    (cut,) = [c for c in cuts_of(left, Writer(), Measures()) if c.part == TAIL]
    assert cut.finished_mm == 400.0
    assert nominal(fished(left, RUN)).flies


def test_a_tail_goes_with_its_dropper_when_the_line_above_is_changed() -> None:
    longer = do(TAILED, ChangeLength(span=TAILED.spans[-2].id, by_mm=100))
    assert place(longer, longer.attachment(TAIL)) == pytest.approx(place(TAILED, TAILED.attachment(TAIL)) + 0.1)


@pytest.mark.parametrize(
    ("mm", "fits"),
    [(LEAST_TAIL_MM, True), (LEAST_TAIL_MM - 0.1, False), (MOST_TAIL_MM, True), (MOST_TAIL_MM + 0.1, False)],
)
def test_a_tail_is_neither_shorter_nor_longer_than_can_be_tied(mm: float, fits: bool) -> None:
    edit = HangBehind(at="dropper", weight=fly_of(3), length=f"{mm} mm")
    if fits:
        assert do(CONTACT, edit).behind("dropper")
        return
    with pytest.raises(InputError, match="is wanted"):
        do(CONTACT, edit)


@pytest.mark.parametrize("at", ["point", "dropper"])
def test_a_bend_that_is_not_free_carries_no_second_fly(at: str) -> None:
    with pytest.raises(InputError) as refused:
        do(TAILED, HangBehind(at=at, weight=fly_of(4), length="30 cm"))
    assert refused.value.faults[0].path == "at"


def test_a_fly_that_is_not_owned_and_a_dropper_with_a_tail_put_in_the_line_are_refused() -> None:
    with pytest.raises(InputError, match="no such fly"):
        do(CONTACT, HangBehind(at="dropper", weight="nobody", length="30 cm"))
    with pytest.raises(InputError, match="whose bend is free"):
        do(TAILED, SetSchool(at="dropper", school="bend"))


def test_a_document_whose_tails_run_in_a_ring_or_share_a_bend_is_refused() -> None:
    with pytest.raises(ValueError, match="whose bend is free"):
        TWICE.replace_attachment(TAIL, at=AtBend(attachment=LAST))
    with pytest.raises(ValueError, match="whose bend is free"):
        TWICE.replace_attachment(LAST, at=AtBend(attachment="dropper"))
