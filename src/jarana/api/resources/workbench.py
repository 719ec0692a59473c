"""The workbench: one call for an edit and everything it changes."""

from __future__ import annotations

from flask import Blueprint
from spectree import Response

from jarana.api.schemas import Strength, WorkbenchAnswer, WorkbenchRequest
from jarana.api.security import database, limiter, owner
from jarana.api.spec import spec
from jarana.core.units import Writer
from jarana.storage.repositories import Belongings
from jarana.usecases.work_on_rig import work_on_rig

blueprint = Blueprint("workbench", __name__, url_prefix="/api")


@blueprint.post("/workbench")
@limiter.limit("1200/minute")
@spec.validate(resp=Response(HTTP_200=WorkbenchAnswer), tags=["workbench"])
def workbench(json: WorkbenchRequest) -> WorkbenchAnswer:
    """Apply edits to a rig and its water; return them with drift, readings, strengths and cut list."""
    drawer = Belongings(database(), owner()).drawer()
    bench = work_on_rig(json.rig, json.water, json.edits, drawer, json.units)
    writer = Writer(json.units)
    strength = tuple(
        Strength(
            kind=link.kind,
            part=link.part,
            name=link.name,
            force_n=link.force,
            shown=writer.text("force", link.force),
            loses=link.loses,
            why=link.why,
        )
        for link in bench.strength
    )
    return WorkbenchAnswer(
        rig=bench.rig,
        water=bench.water,
        drift=bench.drift,
        readings=bench.readings,
        strength=strength,
        sheet=bench.sheet,
        seq=json.seq,
    )
