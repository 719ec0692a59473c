"""The published JSON Schemas, one per document; each has an id of its own, with its version."""

from __future__ import annotations

from collections.abc import Callable
from functools import cache, partial
from typing import Any

from pydantic import BaseModel

from jarana.core.leader.spec import LeaderSpec
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.search.report import RigReport
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach

DIALECT = "https://json-schema.org/draft/2020-12/schema"


@cache
def schema_of(name: str, version: int, model: type[BaseModel]) -> dict[str, Any]:
    """Return the JSON Schema of a document, the same one every time, with its id ``urn:jarana:schema:<name>:<version>``."""
    return {"$schema": DIALECT, "$id": f"urn:jarana:schema:{name}:{version}", **model.model_json_schema()}


SCHEMAS: dict[str, Callable[[], dict[str, Any]]] = {
    "rig": partial(schema_of, Rig.TYPE, Rig.VERSION, Rig),
    "water": partial(schema_of, Reach.TYPE, Reach.VERSION, Reach),
    "rules": partial(schema_of, RuleSet.TYPE, RuleSet.VERSION, RuleSet),
    "tackle": partial(schema_of, "tackle", 1, Drawer),
    "leader": partial(schema_of, "leader", 1, LeaderSpec),
    "report": partial(schema_of, "report", 1, RigReport),
}
