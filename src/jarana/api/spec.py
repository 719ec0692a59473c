"""Validation at the edge, and the OpenAPI description made from the same models."""

from __future__ import annotations

from copy import deepcopy
from threading import Lock
from typing import Any

from flask import Flask
from pydantic import ValidationError
from spectree import SpecTree

import jarana
from jarana.api.described import describe
from jarana.api.errors import faults_of
from jarana.api.examples import seen, tell_wholes
from jarana.core.errors import InputError

PROBLEM = {
    "type": "object",
    "required": ["type", "title", "status", "detail", "faults"],
    "properties": {
        "type": {"type": "string"},
        "title": {"type": "string"},
        "status": {"type": "integer"},
        "detail": {"type": "string"},
        "request_id": {"type": "string"},
        "case": {"type": "string"},
        "faults": {
            "type": "array",
            "items": {
                "type": "object",
                "required": ["path", "value", "reason"],
                "properties": {k: {"type": "string"} for k in ("path", "value", "reason")},
            },
        },
    },
}
COMMON = {
    "400": "The request is not well-formed",
    "401": "Sign in first",
    "403": "Sent from another site",
    "404": "Not there",
    "412": "Somebody else is signed in here by now",
    "413": "Too large",
    "415": "JSON only",
    "422": "Some values cannot be used",
    "429": "Too many at once",
    "500": "The computation failed",
}


def _refuse(_request: Any, _response: Any, error: Exception | None, _instance: Any, _adapter: Any) -> None:
    if isinstance(error, ValidationError):
        raise InputError(faults_of(error))


class _Later(SpecTree):
    """Describes models when the description is asked for, not while the routes are written: a server is there a third sooner."""

    def __init__(self, *given: Any, **named: Any) -> None:
        self._waiting: dict[tuple[Any, Any], None] = {}
        self._one = Lock()
        super().__init__(*given, **named)

    def _add_model(self, model: Any, mode: Any = "validation") -> str:
        self._waiting.pop((model, mode), None)
        self._waiting[(model, mode)] = None
        return str(self.naming_strategy(model))

    @property
    def spec(self) -> Any:
        """The description, made once, however many ask for it at once."""
        with self._one:
            return super().spec

    def _generate_spec(self) -> dict[str, Any]:
        for model, mode in self._waiting:
            super()._add_model(model, mode)
        return super()._generate_spec()


spec = _Later(
    "flask",
    title="Jarana",
    version=jarana.__version__,
    path="api/description",
    page_templates={},
    before=_refuse,
    naming_strategy=lambda model: model.__name__,
    nested_naming_strategy=lambda _parent, child: child,
)


def openapi(app: Flask) -> dict[str, Any]:
    """Return the description of the API with its errors as problem+json."""
    with app.app_context():
        description: dict[str, Any] = deepcopy(dict(spec.spec))
    schemas = description.setdefault("components", {}).setdefault("schemas", {})
    for name in [n for n in schemas if n.startswith("ValidationError")]:
        del schemas[name]
    schemas["Problem"] = PROBLEM
    content = {"application/problem+json": {"schema": {"$ref": "#/components/schemas/Problem"}}}
    description["components"]["responses"] = {
        f"Problem{status}": {"description": text, "content": content} for status, text in COMMON.items()
    }
    tagged = {k: v for k, v in description["paths"].items() if any(o.get("tags") for o in v.values())}
    description["paths"] = tagged
    describe(schemas, seen(schemas, tagged))
    tell_wholes(tagged)
    for path in tagged.values():
        for operation in path.values():
            answers = operation["responses"]
            if "409" in answers:
                stale = answers["409"]["content"].pop("application/json")
                answers["409"]["content"] = {"application/problem+json": stale}
            for status in COMMON:
                if status not in answers or "ValidationError" in str(answers[status]):
                    answers[status] = {"$ref": f"#/components/responses/Problem{status}"}
            operation["responses"] = dict(sorted(answers.items()))
    return description
