"""The published JSON Schemas, one per document."""

from __future__ import annotations

from collections.abc import Callable
from typing import Any

from jarana.core.leader.spec import LeaderSpec
from jarana.core.rig.model import Rig


def rig_schema() -> dict[str, Any]:
    """Return the JSON Schema of the rig document, version 1."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **Rig.model_json_schema()}


def leader_schema() -> dict[str, Any]:
    """Return the JSON Schema of a leader's specification, version 1."""
    return {"$schema": "https://json-schema.org/draft/2020-12/schema", **LeaderSpec.model_json_schema()}


SCHEMAS: dict[str, Callable[[], dict[str, Any]]] = {"rig": rig_schema, "leader": leader_schema}
