"""The API against its own description."""

from __future__ import annotations

import schemathesis
from flask import Flask
from flask.testing import FlaskClient
from hypothesis import HealthCheck, settings

from jarana.api.spec import openapi


def test_the_api_answers_as_it_describes_itself(app: Flask, client: FlaskClient) -> None:
    """Every operation, fuzzed: no 500, and every answer fits its schema."""
    cookie = client.get_cookie("jarana")
    schema = schemathesis.openapi.from_dict(openapi(app))
    schema.app = app
    for operation in schema.get_all_operations():
        made = operation.ok()
        if made.path in ("/api/v1/sign-out", "/api/v1/sign-in"):
            continue

        @settings(max_examples=12, deadline=None, database=None, suppress_health_check=list(HealthCheck))
        @schemathesis_given(made)
        def check(case: schemathesis.Case) -> None:
            answer = case.call(
                headers={"Cookie": f"jarana={cookie.value if cookie else ''}", "Accept-Encoding": "identity"}
            )
            assert answer.status_code < 500, (case.path, case.body, answer.text)
            case.operation.validate_response(answer)

        check()


def schemathesis_given(operation):
    from hypothesis import given

    return given(case=operation.as_strategy())


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
