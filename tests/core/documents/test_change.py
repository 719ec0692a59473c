"""A difference in words, and two states put in one: what is lost is told by what came of it."""

from __future__ import annotations

import pytest
from pydantic import BaseModel

from jarana.core.documents.both import put_together
from jarana.core.documents.change import Change


@pytest.mark.parametrize(
    ("before", "after", "text"),
    [
        ("2.8 mm", "3.3 mm", "bead 2.8 → 3.3 mm"),
        ("2,8 mm", "3,3 mm", "bead 2,8 → 3,3 mm"),
        ("−2 mm", "3 mm", "bead −2 → 3 mm"),
        ("2.8 mm", "11 cm", "bead 2.8 mm → 11 cm"),
        ("two mm", "3 mm", "bead two mm → 3 mm"),
        ("slim", "bushy", "bead slim → bushy"),
        ("", "3.3 mm", "bead: 3.3 mm"),
        ("2.8 mm", "", "without bead 2.8 mm"),
    ],
)
def test_a_change_is_told_with_its_unit_once(before: str, after: str, text: str) -> None:
    assert Change(part="point", what="bead", before=before, after=after).text == text


class Two(BaseModel):
    a: int
    b: int


def compare(before: Two, after: Two) -> tuple[Change, ...]:
    names = [name for name in ("a", "b") if getattr(before, name) != getattr(after, name)]
    return tuple(
        Change(part=name, what=name, before=str(getattr(before, name)), after=str(getattr(after, name)))
        for name in names
    )


BASE, MINE, THEIRS = Two(a=1, b=1), Two(a=2, b=1), Two(a=3, b=4)


def test_what_both_changed_is_lost_of_the_other_and_the_rest_is_not() -> None:
    found = put_together(BASE, MINE, THEIRS, lambda: (Two(a=2, b=4), True), compare)
    assert found.made == Two(a=2, b=4)
    assert [c.after for c in found.mine] == ["2"]
    assert [c.after for c in found.theirs] == ["3", "4"]
    assert [c.after for c in found.clashes] == ["3"]


def test_nothing_is_lost_where_nothing_clashes() -> None:
    assert put_together(BASE, MINE, THEIRS, lambda: (Two(a=2, b=1), False), compare).clashes == ()


def test_where_both_make_none_all_of_the_other_would_be_lost() -> None:
    found = put_together(BASE, MINE, THEIRS, lambda: (Two.model_validate({}), True), compare)
    assert found.made is None
    assert found.clashes == found.theirs == compare(BASE, THEIRS)
    assert found.mine == compare(BASE, MINE)
