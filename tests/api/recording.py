"""What tests of the API send and are answered, kept as the examples of its description: `pytest -p tests.api.recording -n 0 tests/api`.

What was kept before of what they do not send stays.
"""

from __future__ import annotations

import json
import re
from typing import Any

import pytest
from flask import Flask, Response, current_app, request, request_finished

from jarana.api.examples import KEPT, bodies, cut, kept, lean, parts, says, shown_of
from jarana.api.security import UNITS_HEADER
from jarana.api.spec import openapi

LONG = 2500
"""Characters beyond which a list is cut to its first."""
WHOLE = 30_000
"""Characters up to which a request is kept whole: a list cut short may be no rig that can be tied."""
HOSTILE = "test_hostile"
sent: dict[str, list[dict[str, Any]]] = {}
apps: list[Flask] = []
"""The first application that answered: what the others are described by too."""


def _keep(_sender: Flask, response: Response, **_: object) -> None:
    if request.url_rule is None or not 200 <= response.status_code < 300 or UNITS_HEADER in request.headers:
        return
    path = re.sub(r"<(?:\w+(?:\([^)]*\))?:)?(\w+)>", r"{\1}", request.url_rule.rule)
    pair = {
        "request": request.get_json(silent=True),
        "answer": response.get_json(silent=True) if response.is_json else None,
    }
    told = sent.setdefault(f"{request.method} {path}", [])
    if len(told) < 200 and pair not in told:
        told.append(pair)
    if not apps:
        apps.append(current_app._get_current_object())  # type: ignore[attr-defined]


def _best(schemas: dict[str, Any], operation: dict[str, Any], pairs: list[dict[str, Any]]) -> dict[str, Any]:
    told = dict(bodies(operation))

    def held(pair: dict[str, Any]) -> tuple[int, int]:
        keys = {
            key for which in told for key, value in parts(schemas, told[which]["schema"], pair[which]) if says(value)
        }
        return len(keys), -len(json.dumps(pair))

    best = max(pairs, key=held)
    shown = {}
    for which, body in told.items():
        whole = lean(schemas, body["schema"], best[which])
        two, one = (cut(schemas, body["schema"], best[which], most) for most in (2, 1))
        if which == "request" and len(json.dumps(whole)) <= WHOLE:
            shown[which] = whole
        else:
            shown[which] = one if len(json.dumps(two)) > LONG else two
    return shown


def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Leave out what is sent to do harm: it is no example."""
    items[:] = [item for item in items if item.path.stem != HOSTILE]


def pytest_configure() -> None:
    request_finished.connect(_keep, weak=False)


@pytest.hookimpl(trylast=True)
def pytest_sessionfinish() -> None:
    if not apps:
        return
    description = openapi(apps[0])
    schemas = description["components"]["schemas"]
    operations, properties = dict(kept()["operations"]), dict(kept()["properties"])
    found: set[str] = set()
    for path, told in description["paths"].items():
        for method, operation in told.items():
            name = f"{method.upper()} {path}"
            if name in sent and dict(bodies(operation)):
                operations[name] = _best(schemas, operation, sent[name])
            for which, body in bodies(operation):
                shown = operations.get(name, {}).get(which)
                found |= {
                    key
                    for key, value in parts(schemas, body["schema"], shown)
                    if shown_of(schemas, key, value) is not None
                }
                for pair in sent.get(name, ()):
                    for key, value in parts(schemas, body["schema"], pair[which]):
                        example = shown_of(schemas, key, value)
                        if example is not None:
                            properties.setdefault(key, example)
    parts_of = {"operations": operations, "properties": {k: properties[k] for k in sorted(set(properties) - found)}}
    KEPT.write_text(written(parts_of))


def written(told: dict[str, dict[str, Any]]) -> str:
    """Return a table of tables with a line for each row, so that a change is seen where it is."""
    tables = []
    for name, rows in told.items():
        lines = ",\n".join(
            f" {json.dumps(key)}: {json.dumps(row, ensure_ascii=False)}" for key, row in sorted(rows.items())
        )
        tables.append(f"{json.dumps(name)}: {{\n{lines}\n}}")
    return "{\n" + ",\n".join(tables) + "\n}\n"
