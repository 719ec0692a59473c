"""Every figure, text and list a document may hold has a bound: what comes from a file is computed with."""

from __future__ import annotations

import importlib
import pkgutil
from collections.abc import Iterator
from typing import Any

import pytest
from pydantic import BaseModel

import jarana.core
import jarana.formats
from jarana.core.documents import Document
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer, KnotTest
from jarana.core.tackle.knot import Knot

LOW, HIGH = {"minimum", "exclusiveMinimum"}, {"maximum", "exclusiveMaximum"}
TOLD = {"enum", "const"}
OF_A_CHANGE = "Entries.entries"
"""As many as the change a person made; written here, never sent."""


def documents() -> list[type[BaseModel]]:
    for package in (jarana.core, jarana.formats):
        for module in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
            importlib.import_module(module.name)
    found: list[type[BaseModel]] = []
    left: list[Any] = [Document]
    while left:
        below = left.pop().__subclasses__()
        found += below
        left += below
    return sorted(found, key=lambda model: model.__name__)


def unbounded(schema: dict[str, Any], where: str) -> Iterator[str]:
    kind, keys = schema.get("type"), set(schema)
    if kind in ("number", "integer") and not keys & TOLD and not (keys & LOW and keys & HIGH):
        yield where
    if kind == "string" and not keys & {*TOLD, "format", "maxLength", "pattern"}:
        yield where
    if kind == "array" and "maxItems" not in keys and where != OF_A_CHANGE:
        yield where
    for name in ("items", "additionalProperties"):
        if isinstance(schema.get(name), dict):
            yield from unbounded(schema[name], f"{where}[]")
    for name in ("anyOf", "oneOf", "allOf", "prefixItems"):
        for below in schema.get(name, ()):
            yield from unbounded(below, where)
    for name, below in schema.get("properties", {}).items():
        yield from unbounded(below, f"{schema.get('title', where)}.{name}")
    for name, below in schema.get("$defs", {}).items():
        yield from unbounded(below, name)


@pytest.mark.parametrize("model", documents(), ids=lambda model: str(model.__name__))
def test_every_figure_text_and_list_of_a_document_is_bounded(model: type[BaseModel]) -> None:
    assert set(unbounded(model.model_json_schema(), model.__name__)) == set()


def test_the_rig_is_among_them_and_a_figure_without_bounds_would_be_seen() -> None:
    assert Rig in documents()
    assert list(unbounded({"type": "number", "minimum": 0}, "a")) == ["a"]
    assert list(unbounded({"type": "number", "minimum": 0, "maximum": 1}, "a")) == []
    assert set(unbounded(Drawer.model_json_schema(), "Drawer")) == {
        f"Drawer.{name}" for name in Drawer.model_fields if name != "id"
    }, "a drawer is the whole of what is stored; its documents are bounded, and how many there are by the quota"


def test_a_knot_with_the_widest_pulls_of_one_s_own_stays_within_its_bounds() -> None:
    family = ("nylon", "fluorocarbon")
    widest = [
        KnotTest(id=f"t{i}", knot="blood", family=family[i % 2], share=0.101, spread=1.0, n=1000)  # type: ignore[arg-type]
        for i in range(30)
    ]
    knot = Drawer(knot_tests=tuple(widest)).knot("blood")
    assert knot is not None
    assert Knot.model_validate(knot.model_dump()) == knot
