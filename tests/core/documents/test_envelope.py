"""A document says its type and version; what is older is brought up, what is newer is refused by name."""

from __future__ import annotations

from functools import cache
from typing import Any, ClassVar, Literal

import pytest
from pydantic import ValidationError

from jarana.core.documents import Document, read, upgraded, written
from jarana.core.documents.envelope import upgrades
from jarana.core.errors import InputError


@cache
def plain() -> Any:
    """A document that carries neither type nor version as fields; made late, so that it is none of the product's."""

    class Plain(Document):
        TYPE: ClassVar[str] = "plain"
        VERSION: ClassVar[int] = 1

        name: str

    return Plain


@cache
def signed() -> Any:
    """One that carries both."""

    class Signed(Document):
        TYPE: ClassVar[str] = "fly-pattern"
        VERSION: ClassVar[int] = 2

        type: Literal["fly-pattern"] = "fly-pattern"
        version: Literal[2] = 2
        looks: str
        role: str | None
        stands_for: str

    return Signed


def fault(name: str, newest: int, data: dict[str, Any], **more: int) -> tuple[str, object, str]:
    with pytest.raises(InputError) as refused:
        upgraded(name, newest, data, **more)
    (one,) = refused.value.faults
    return one.path, one.value, one.reason


def test_what_is_written_has_its_type_and_version_beside_its_fields() -> None:
    assert written(plain()(name="a")) == {"type": "plain", "version": 1, "name": "a"}
    assert read(plain(), written(plain()(name="a"))) == plain()(name="a")


def test_a_document_that_says_no_version_is_the_newest_where_it_is_sent_and_the_first_where_it_was_kept() -> None:
    assert upgraded("fly-pattern", 2, {"looks": "x"}) == {"looks": "x"}
    assert upgraded("fly-pattern", 2, {}, missing=1) == {"looks": "", "role": None, "stands_for": "", "version": 2}
    assert fault("plain", 1, {}, missing=0) == ("version", "0", "no way is known from this version of a plain")
    with pytest.raises(InputError, match="no way is known"):
        read(plain(), {"name": "a"})


@pytest.mark.parametrize("version", [3, -1, True, "2", 2.0, None])
def test_a_version_that_is_none_or_newer_is_refused_by_what_can_be_read(version: object) -> None:
    path, value, reason = fault("fly-pattern", 2, {"version": version})
    assert (path, value) == ("version", str(version))
    assert reason == "this program reads a fly-pattern of version 2 or older"


def test_every_step_is_taken_in_turn_and_what_was_given_is_left_as_it_is() -> None:
    given = {"version": 1, "weights": [{"mass": 1}]}
    assert upgraded("fly-pattern", 3, given) == {
        "version": 3, "looks": "", "role": None, "stands_for": "", "weights": [{"wraps": None, "mass": 1}],
    }  # fmt: skip
    assert given == {"version": 1, "weights": [{"mass": 1}]}
    assert upgraded("fly-pattern", 2, {"version": 2, "looks": "y"}) == {"version": 2, "looks": "y"}


def test_a_document_with_a_version_of_its_own_is_upgraded_wherever_it_comes_in() -> None:
    made = signed().model_validate({"version": 1})
    assert (made.version, made.looks) == (2, "")
    assert signed().model_validate({"looks": "a", "role": None, "stands_for": ""}).looks == "a"
    with pytest.raises(ValidationError):
        plain().model_validate({"name": "a", "version": 1})


def test_type_and_version_are_passed_over_where_they_are_no_fields_and_all_else_is_not() -> None:
    assert read(plain(), {"type": "plain", "version": 1, "name": "a"}) == plain()(name="a")
    with pytest.raises(ValidationError, match="more"):
        read(plain(), {"type": "plain", "version": 1, "name": "a", "more": 1})
    assert read(signed(), {"type": "fly-pattern", "version": 1}).stands_for == ""
    with pytest.raises(ValidationError, match="type"):
        read(signed(), {"type": "rod", "version": 1})


def test_steps_are_found_by_type_and_version_and_helpers_are_no_steps() -> None:
    assert ("fly-pattern", 0) in upgrades()
    assert all(isinstance(name, str) and isinstance(start, int) for name, start in upgrades())
    assert {name for name, _ in upgrades()} >= {"spool", "rod", "rig", "water", "rules"}
