"""Whole requests and answers as they once were, and what they hold of each property: kept by `bin/examples`, told by the description."""

from __future__ import annotations

import json
from collections.abc import Iterator
from functools import cache
from pathlib import Path
from typing import Any

KEPT = Path(__file__).with_name("examples.json")
REF = "#/components/schemas/"
MISSING = object()
KINDS: dict[str, tuple[type, ...]] = {
    "object": (dict,), "array": (list,), "string": (str,), "boolean": (bool,), "integer": (int,), "number": (int, float), "null": (type(None),),
}  # fmt: skip


@cache
def kept() -> dict[str, Any]:
    """Return {operations: {"METHOD path": {request, answer}}, properties: {"Model.property": value}}."""
    return dict(json.loads(KEPT.read_text()))


def settled(schemas: dict[str, Any], schema: dict[str, Any], value: Any) -> tuple[str, dict[str, Any]]:
    """Return the name of the model a value is of, "" for none, and the plain schema it fits."""
    name = ""
    while True:
        if "$ref" in schema:
            name = schema["$ref"].removeprefix(REF)
            schema = schemas[name]
        elif len(schema.get("allOf", ())) == 1:
            schema = schema["allOf"][0]
        elif choices := schema.get("anyOf") or schema.get("oneOf"):
            found = [choice for choice in choices if _fits(schemas, choice, value)]
            if not found:
                return name, {}
            schema = found[0]
        else:
            return name, schema


def _fits(schemas: dict[str, Any], schema: dict[str, Any], value: Any) -> bool:
    _, plain = settled(schemas, schema, value)
    kind = plain.get("type")
    if not isinstance(value, KINDS.get(str(kind), (object,))) or (kind in ("integer", "number") and value is True):
        return False
    if value not in plain.get("enum", [value]) or value != plain.get("const", value):
        return False
    if not isinstance(value, dict) or "properties" not in plain:
        return True
    known = plain["properties"]
    if not set(plain.get("required", ())) <= set(value) <= set(known):
        return False
    return all(value[key] == known[key]["const"] for key in value if "const" in known[key])


def parts(schemas: dict[str, Any], schema: dict[str, Any], value: Any) -> Iterator[tuple[str, Any]]:
    """Yield ("Model.property", value) for everything a value holds, to its last leaf."""
    name, plain = settled(schemas, schema, value)
    if isinstance(value, dict):
        for key, below in value.items():
            inner = plain.get("properties", {}).get(key)
            if inner is not None and name:
                yield f"{name}.{key}", below
            inner = plain.get("additionalProperties") if inner is None else inner
            if isinstance(inner, dict):
                yield from parts(schemas, inner, below)
    elif isinstance(value, list):
        for index, below in enumerate(value):
            inner = (plain.get("prefixItems") or [])[index : index + 1] or [plain.get("items")]
            if isinstance(inner[0], dict):
                yield from parts(schemas, inner[0], below)


def bodies(operation: dict[str, Any]) -> Iterator[tuple[str, dict[str, Any]]]:
    """Yield "request" and "answer" of an operation with what describes their JSON, where they have any."""
    asked = operation.get("requestBody", {}).get("content", {}).get("application/json")
    if asked:
        yield "request", asked
    for status, answer in sorted(operation["responses"].items()):
        told = answer.get("content", {}).get("application/json") if status < "300" else None
        if told:
            yield "answer", told
            return


def tell_wholes(paths: dict[str, Any]) -> None:
    """Give every request and every answer its whole example."""
    for path, operations in paths.items():
        for method, operation in operations.items():
            example = kept()["operations"].get(f"{method.upper()} {path}", {})
            for which, told in bodies(operation):
                if which in example:
                    told["example"] = example[which]


def seen(schemas: dict[str, Any], paths: dict[str, Any]) -> dict[str, Any]:
    """Return a value of each property some example holds: the first that says something."""
    found: dict[str, Any] = {}
    for path, operations in paths.items():
        for method, operation in operations.items():
            example = kept()["operations"].get(f"{method.upper()} {path}", {})
            for which, told in bodies(operation):
                for key, value in parts(schemas, told["schema"], example.get(which)):
                    shown = shown_of(schemas, key, value)
                    if shown is not None:
                        found.setdefault(key, shown)
    return {**kept()["properties"], **found}


def cut(schemas: dict[str, Any], schema: dict[str, Any], value: Any, most: int) -> Any:
    """Return a value with no list and no table by name longer than that."""
    _, plain = settled(schemas, schema, value)
    if isinstance(value, list):
        if "prefixItems" in plain:
            return [cut(schemas, inner, below, most) for inner, below in zip(plain["prefixItems"], value, strict=True)]
        few = value[: max(most, plain.get("minItems", 0))]
        return [cut(schemas, plain.get("items") or {}, below, most) for below in few]
    if isinstance(value, dict):
        known = plain.get("properties", {})
        inner = plain.get("additionalProperties")
        names = list(value)[:most] if isinstance(inner, dict) and not known else list(value)
        inner = inner if isinstance(inner, dict) else {}
        return {key: cut(schemas, known.get(key, inner), value[key], most) for key in names}
    return value


def lean(schemas: dict[str, Any], schema: dict[str, Any], value: Any) -> Any:
    """Return a value without what it would hold anyhow: it means the same. What tells one model from another stays."""
    _, plain = settled(schemas, schema, value)
    if isinstance(value, list):
        inner = plain.get("prefixItems") or [plain.get("items") or {}] * len(value)
        return [lean(schemas, one, below) for one, below in zip(inner, value, strict=True)]
    if isinstance(value, dict):
        known, needed = plain.get("properties", {}), plain.get("required", ())
        other = plain.get("additionalProperties")
        other = other if isinstance(other, dict) else {}
        return {
            key: lean(schemas, known.get(key, other), below)
            for key, below in value.items()
            if key in needed or "const" in known.get(key, {}) or below != known.get(key, {}).get("default", MISSING)
        }
    return value


SHORT, LONGEST = 120, 900
"""Characters of an example that is shown as it was; and of one of whose lists the first row stands for all."""


def says(value: Any) -> bool:
    """Return whether a value is one to show of a property: neither nothing nor a page."""
    return value not in (None, "", [], {}) and len(json.dumps(value)) <= SHORT


def shown_of(schemas: dict[str, Any], key: str, value: Any) -> Any:
    """Return what is shown of a "Model.property": a value, or the first row of each of its lists; None of nothing and of pages."""
    if says(value):
        return value
    if value in (None, "", [], {}):
        return None
    name, _, prop = key.partition(".")
    first = cut(schemas, schemas[name]["properties"][prop], value, 1)
    return first if len(json.dumps(first)) <= LONGEST else None
