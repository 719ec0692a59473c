"""Descriptions of properties, taken from where they are written: the docstrings of the models."""

from __future__ import annotations

import inspect
import re
from collections.abc import Iterator
from functools import cache
from typing import Any

from jarana.core.model import Frozen

SUFFIXES = {
    "_mm": "millimetres", "_m": "metres", "_cm": "centimetres", "_mg": "milligrams", "_kg": "kilograms", "_g": "grams", "_gf": "grams of lift",
    "_s": "seconds", "_m_s": "metres a second", "_mm_s": "millimetres a second", "_n": "newtons", "_j": "joules", "_c": "°C",
    "_kg_m3": "kilograms a cubic metre", "_gpa": "gigapascals", "_mpa": "megapascals", "_m3_s": "cubic metres a second", "_deg": "degrees",
    "_at": "date and time with a zone", "_id": "its id",
}  # fmt: skip
"""What a name's end says of its unit, the longest first."""


def _below(kind: type[Frozen]) -> Iterator[type[Frozen]]:
    for below in kind.__subclasses__():
        yield below
        yield from _below(below)


@cache
def _models() -> dict[str, type[Frozen]]:
    return {model.__name__: model for model in _below(Frozen)}


def attributes(model: type[Frozen]) -> dict[str, str]:
    """Return what the docstrings of a model and its bases say of each of its fields.

    Examples
    --------
    >>> from jarana.core.readings.base import Try
    >>> attributes(Try)["costs"]
    'What else gets worse, empty when nothing does.'
    """
    said: dict[str, str] = {}
    for base in reversed(model.__mro__):
        doc = inspect.cleandoc(base.__doc__ or "") if issubclass(base, Frozen) else ""
        _, found, block = doc.partition("Attributes\n----------\n")
        for match in re.finditer(
            r"^(?P<names>[a-z]\w*(?:, \w+)*)\n(?P<text>(?:    .*\n?)+)", block if found else "", re.MULTILINE
        ):
            text = " ".join(line.strip() for line in match["text"].splitlines())
            said |= dict.fromkeys(match["names"].split(", "), text)
    return said


def by_name(name: str) -> str:
    """Return what the name of a field says of it: its words, and its unit.

    Examples
    --------
    >>> by_name("settled_depth_m"), by_name("title")
    ('settled depth, metres', 'title')
    """
    for suffix in sorted(SUFFIXES, key=len, reverse=True):
        if name.endswith(suffix) and name != suffix:
            return f"{name.removesuffix(suffix).replace('_', ' ')}, {SUFFIXES[suffix]}"
    return name.replace("_", " ")


def describe(schemas: dict[str, Any], seen: dict[str, Any]) -> None:
    """Give every property of every schema its description, and an example: what was `seen` of it, or what it might be."""
    for name, schema in schemas.items():
        model = _models().get(name)
        told = attributes(model) if model else {}
        for key, prop in schema.get("properties", {}).items():
            if "$ref" in prop:
                prop = schema["properties"][key] = {"allOf": [prop]}
            prop.setdefault("description", told.get(key) or by_name(key))
            example = seen.get(f"{name}.{key}", _example(prop))
            if example is not None:
                prop.setdefault("examples", [example])


PLAIN: dict[str, Any] = {"string": "text", "integer": 1, "number": 1.0, "boolean": True, "array": [], "object": {}}


def _example(prop: dict[str, Any]) -> Any:
    """Return a value a property might have: its default, its first word, its least, or a plain one of its type."""
    if prop.get("default") is not None:
        return prop["default"]
    for key in ("const", "minimum"):
        if key in prop:
            return prop[key]
    if prop.get("enum"):
        return prop["enum"][0]
    if prop.get("format") == "uuid":
        return "0f8fad5b-d9cb-469f-a165-70867728950e"
    if prop.get("format") in ("date", "date-time"):
        return "2026-06-01" if prop["format"] == "date" else "2026-06-01T06:00:00+02:00"
    if "exclusiveMinimum" in prop:
        return prop["exclusiveMinimum"] + 1
    if prop.get("pattern") or prop.get("minLength"):
        return "weir-run"
    for choice in prop.get("anyOf", []):
        if choice.get("type") in PLAIN:
            return _example(choice)
    return PLAIN.get(prop.get("type", "")) or None
