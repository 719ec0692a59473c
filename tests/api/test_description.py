"""The API against its own description."""

from __future__ import annotations

import jsonschema_rs
import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.examples import LONGEST, bodies, shown_of
from jarana.api.spec import openapi
from tests.api.fuzz import answers_as_described

PARTS = 2
"""So that both workers have something to do."""


@pytest.mark.parametrize(
    ("place", "examples"), [(0, 1), *(pytest.param(n, 2, marks=pytest.mark.long) for n in range(PARTS))]
)
def test_the_api_answers_as_it_describes_itself(app: Flask, client: FlaskClient, place: int, examples: int) -> None:
    answers_as_described(app, client, examples=examples, part=(place, PARTS))


def test_every_operation_and_property_is_described_and_every_fault_is_a_problem(app: Flask) -> None:
    described = openapi(app)
    for name, schema in described["components"]["schemas"].items():
        bare = [key for key, prop in schema.get("properties", {}).items() if not prop.get("description")]
        assert not bare or name == "Problem", (name, bare)
    for path, operations in described["paths"].items():
        for operation in operations.values():
            assert operation.get("description") or operation.get("summary"), path
            for status, answer in operation["responses"].items():
                if status >= "400" and "$ref" not in answer:
                    assert list(answer["content"]) == ["application/problem+json"], (path, status)


def test_every_request_and_answer_has_a_whole_example_that_fits_its_schema(app: Flask) -> None:
    described = openapi(app)
    for path, operations in described["paths"].items():
        for method, operation in operations.items():
            for which, told in bodies(operation):
                assert "example" in told, f"{method} {path}: its {which} was never kept; see tests/api/recording.py"
                whole = {**told["schema"], "components": described["components"]}
                jsonschema_rs.validate(whole, told["example"])


def test_the_description_is_made_once_however_often_it_is_asked_for(
    client: FlaskClient, monkeypatch: pytest.MonkeyPatch
) -> None:
    first = client.get("/api/v1/openapi.json")
    monkeypatch.setattr("jarana.api.app.openapi", lambda _: pytest.fail("made anew"))
    assert client.get("/api/v1/openapi.json").json == first.json
    assert first.json["paths"]


SCHEMAS: dict[str, object] = {
    "Row": {"type": "object", "properties": {"name": {"type": "string"}}},
    "Page": {
        "type": "object",
        "properties": {
            "rows": {"type": "array", "items": {"$ref": "#/components/schemas/Row"}},
            "edge": {"type": "array", "prefixItems": [{"type": "number"}, {"type": "number"}]},
        },
    },
}


@pytest.mark.parametrize(
    ("key", "value", "shown"),
    [
        ("Page.rows", [{"name": "a"}, {"name": "b"}], [{"name": "a"}, {"name": "b"}]),
        ("Page.rows", [{"name": "a" * 60}, {"name": "b" * 60}], [{"name": "a" * 60}]),
        ("Page.rows", [{"name": "a" * (LONGEST - 14)}] * 2, [{"name": "a" * (LONGEST - 14)}]),
        ("Page.rows", [{"name": "a" * (LONGEST - 13)}] * 2, None),
        ("Page.rows", [], None),
        ("Page.edge", [0.1 + 10**-k for k in (60, 61)], [0.1, 0.1]),
    ],
)
def test_of_a_property_is_shown_what_it_held_or_the_first_row_of_its_lists_and_no_page(
    key: str, value: object, shown: object
) -> None:
    assert shown_of(SCHEMAS, key, value) == shown
