"""The API, fuzzed from its own description."""

from __future__ import annotations

import schemathesis
from flask import Flask
from flask.testing import FlaskClient
from hypothesis import HealthCheck, given, settings

from jarana.api.spec import openapi

SIGNING = ("/api/v1/sign-out", "/api/v1/sign-in")


def answers_as_described(app: Flask, client: FlaskClient, examples: int, part: tuple[int, int] = (0, 1)) -> None:
    """Send so many requests to every operation (or every n-th): no 500, and every answer fits its schema."""
    cookie = client.get_cookie("jarana")
    headers = {"Cookie": f"jarana={cookie.value if cookie else ''}", "Accept-Encoding": "identity"}
    schema = schemathesis.openapi.from_dict(openapi(app))
    schema.app = app
    made = [o for o in (r.ok() for r in schema.get_all_operations()) if o.path not in SIGNING]
    assert len(made) > 30
    for operation in made[part[0] :: part[1]]:

        @settings(max_examples=examples, deadline=None, database=None, suppress_health_check=list(HealthCheck))
        @given(case=operation.as_strategy())
        def check(case: schemathesis.Case) -> None:
            answer = case.call(headers=headers)
            assert answer.status_code < 500, (case.path, case.body, answer.text)
            case.operation.validate_response(answer)

        check()
