"""Documents in JSONB: validated on the way in and out, upgraded by pure, ordered steps."""

from __future__ import annotations

from collections.abc import Callable, Mapping
from typing import Any, Generic, TypeVar

from pydantic import BaseModel
from sqlalchemy import types
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.engine import Dialect

Model = TypeVar("Model", bound=BaseModel)
Upgrade = Callable[[dict[str, Any]], dict[str, Any]]

UPGRADES: dict[str, dict[int, Upgrade]] = {}
"""For each document class: version → the step that makes the next version of it. All are at version 1."""


def upgraded(name: str, data: Mapping[str, Any]) -> dict[str, Any]:
    """Return a stored document at the newest version of its class."""
    document = dict(data)
    for version, step in sorted(UPGRADES.get(name, {}).items()):
        if document.get("version", 1) == version:
            document = step(document)
    return document


class Document(types.TypeDecorator[Model], Generic[Model]):
    """A column that holds one kind of document; frozen models only, since changes inside are not tracked."""

    impl = JSONB
    cache_ok = True

    def __init__(self, model: type[Model]) -> None:
        self.model = model
        super().__init__()

    def process_bind_param(self, value: Model | None, dialect: Dialect) -> Any:
        """Write a document as JSON."""
        return None if value is None else value.model_dump(mode="json")

    def process_result_value(self, value: Any, dialect: Dialect) -> Model | None:
        """Read a document, upgraded and validated."""
        return None if value is None else self.model.model_validate(upgraded(self.model.__name__, value))

    def __repr__(self) -> str:
        """Migrations see plain JSONB."""
        return "JSONB()"
