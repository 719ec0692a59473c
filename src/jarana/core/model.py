"""The base of every document: frozen, strict about keys, finite numbers only."""

from __future__ import annotations

import hashlib
import json
from typing import Annotated

from pydantic import BaseModel, ConfigDict, StringConstraints


class Frozen(BaseModel):
    """An immutable document; unknown keys and non-finite numbers are refused."""

    model_config = ConfigDict(frozen=True, extra="forbid", allow_inf_nan=False)


Text = Annotated[str, StringConstraints(max_length=120, pattern=r"^[^\x00-\x08]*$")]
"""A line of text a person wrote; control characters that no store accepts are refused."""
Key = Annotated[str, StringConstraints(min_length=1, max_length=64, pattern=r"^[A-Za-z0-9_.-]+$")]
"""An identifier inside a document."""
Typed = Annotated[str, StringConstraints(max_length=40, pattern=r"^[^\x00-\x08]*$")]
"""A quantity as a person typed it."""


def content_hash(*parts: object) -> str:
    """Return a hash of documents and plain values that does not depend on key order.

    Parameters
    ----------
    parts
        Pydantic models, or values JSON can hold.
    """
    plain = [p.model_dump(mode="json") if isinstance(p, BaseModel) else p for p in parts]
    text = json.dumps(plain, sort_keys=True, separators=(",", ":"))
    return hashlib.sha256(text.encode()).hexdigest()[:32]
