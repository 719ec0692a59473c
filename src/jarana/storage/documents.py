"""Documents in JSONB: written with their type and version, upgraded and validated on the way out."""

from __future__ import annotations

import json
from functools import lru_cache
from typing import Any, Generic, TypeVar

from sqlalchemy import types
from sqlalchemy.dialects.postgresql import JSONB
from sqlalchemy.engine import Dialect

from jarana.core.documents import Document as CoreDocument
from jarana.core.documents import read, written

Model = TypeVar("Model", bound=CoreDocument)


@lru_cache(maxsize=4096)
def _read(model: type[Model], text: str) -> Model:
    """Return the document of a text: known by its content, so it is never out of date, and frozen, so it is shared."""
    return read(model, json.loads(text))


class Document(types.TypeDecorator[Model], Generic[Model]):
    """A column that holds one kind of document; frozen models only, since changes inside are not tracked."""

    impl = JSONB
    cache_ok = True

    def __init__(self, model: type[Model]) -> None:
        self.model = model
        super().__init__()

    def process_bind_param(self, value: Model | None, dialect: Dialect) -> Any:
        """Write a document as JSON."""
        return None if value is None else written(value)

    def process_result_value(self, value: Any, dialect: Dialect) -> Model | None:
        """Read a document, upgraded and validated."""
        return None if value is None else _read(self.model, json.dumps(value))

    def __repr__(self) -> str:
        """Migrations see plain JSONB."""
        return "JSONB()"
