"""Two states of a document that began as one, in one: what only one changed is kept, what both changed is a clash."""

from __future__ import annotations

from typing import Any

import pytest
from hypothesis import given
from hypothesis import strategies as st

from jarana.core.documents.merge import merge

STATE = st.fixed_dictionaries(
    {
        "name": st.integers(0, 2),
        "stance": st.fixed_dictionaries({"tip": st.integers(0, 2), "far": st.integers(0, 2)}),
        "spans": st.lists(st.sampled_from("abcd"), min_size=1, unique=True).flatmap(
            lambda ids: st.tuples(
                *(st.fixed_dictionaries({"id": st.just(i), "mm": st.integers(0, 2)}) for i in ids)
            ).map(list)
        ),
    }
)
OPENED = ("stance",)


def spans(*parts: tuple[str, int]) -> dict[str, Any]:
    return {"spans": [{"id": key, "mm": mm, "knot": "blood"} for key, mm in parts]}


@given(STATE, STATE)
def test_what_only_one_changed_is_taken_whole_from_whichever_side_it_was(base: Any, changed: Any) -> None:
    assert merge(base, changed, base, OPENED) == (changed, ())
    assert merge(base, base, changed, OPENED) == (changed, ())
    assert merge(base, changed, changed, OPENED) == (changed, ())


@given(STATE, STATE, STATE)
def test_two_that_do_not_clash_come_to_the_same_whoever_is_asked_first(base: Any, a: Any, b: Any) -> None:
    ab, clash = merge(base, a, b, OPENED)
    ba, other = merge(base, b, a, OPENED)
    assert bool(clash) == bool(other)
    if not clash:
        by_id = {"key": lambda part: part["id"]}
        assert {**ab, "spans": sorted(ab["spans"], **by_id)} == {**ba, "spans": sorted(ba["spans"], **by_id)}


@given(STATE, STATE, STATE)
def test_where_both_changed_the_same_mine_stands(base: Any, mine: Any, theirs: Any) -> None:
    made, clashes = merge(base, mine, theirs, OPENED)
    if mine["name"] != base["name"]:
        assert made["name"] == mine["name"]
    for path in clashes:
        if path == ("name",):
            assert len({base["name"], mine["name"], theirs["name"]}) == 3
    changed = {p["id"]: p["mm"] for p in mine["spans"] if p not in base["spans"]}
    assert changed.items() <= {p["id"]: p["mm"] for p in made["spans"]}.items()


@pytest.mark.parametrize(
    ("mine", "theirs", "made", "clashes"),
    [
        (spans(("a", 2), ("b", 1)), spans(("a", 1), ("b", 3)), spans(("a", 2), ("b", 3)), ()),
        (spans(("a", 2), ("b", 1)), spans(("a", 3), ("b", 1)), spans(("a", 2), ("b", 1)), (("spans", "a", "mm"),)),
        (spans(("a", 1), ("c", 5), ("b", 1)), spans(("a", 1), ("b", 3)), spans(("a", 1), ("c", 5), ("b", 3)), ()),
        (spans(("a", 1)), spans(("a", 4), ("b", 1)), spans(("a", 4)), ()),
        (spans(("a", 1), ("b", 7)), spans(("a", 4)), spans(("a", 4), ("b", 7)), (("spans",),)),
        (spans(("a", 1)), spans(("a", 1), ("b", 1), ("c", 2)), spans(("a", 1)), (("spans",),)),
    ],
    ids=["other parts", "the same field", "one put in", "one taken out", "taken out and changed", "out here, in there"],
)
def test_parts_are_known_by_their_ids(mine: Any, theirs: Any, made: Any, clashes: Any) -> None:
    assert merge(spans(("a", 1), ("b", 1)), mine, theirs) == (made, clashes)


def test_no_fly_is_put_together_of_two() -> None:
    def fly(bead: float, hook: int) -> dict[str, Any]:
        return {"attachments": [{"id": "point", "knot": "clinch", "body": {"bead": bead, "hook": hook}}]}

    made, clashes = merge(fly(2.8, 14), fly(3.3, 14), fly(2.8, 16))
    assert made == fly(3.3, 14)
    assert clashes == (("attachments", "point", "body"),)
