"""The workbench: one call for an edit and everything it changes."""

from __future__ import annotations

from datetime import UTC, datetime

from flask import Blueprint
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.errors import problem
from jarana.api.method_schemas import QuestionView, Schools, SchoolsRequest
from jarana.api.schemas import (
    BandAnswer,
    Strength,
    TriesAnswer,
    TriesRequest,
    WorkbenchAnswer,
    WorkbenchRequest,
)
from jarana.api.security import database, limiter, owner
from jarana.api.spec import spec
from jarana.api.strength_schemas import DropperRow, DroppersAnswer, DroppersRequest, KnotRow, KnotsAnswer, KnotsRequest
from jarana.api.waiting import client_gone
from jarana.core.readings.base import Known
from jarana.core.strength.dropper_choice import dropper_choices
from jarana.core.strength.knot_choice import knot_choices
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from jarana.storage.repositories import Belongings
from jarana.usecases.band_of_rig import band_of_rig
from jarana.usecases.try_edits import readings_with_tries
from jarana.usecases.two_schools import two_schools
from jarana.usecases.work_on_rig import work_on_rig

blueprint = Blueprint("workbench", __name__, url_prefix="/api")


@blueprint.post("/workbench")
@limiter.limit("1200/minute")
@spec.validate(resp=Response(HTTP_200=WorkbenchAnswer), tags=["workbench"])
def workbench(json: WorkbenchRequest) -> WorkbenchAnswer:
    """Apply edits to a rig and its water; return them with drift, readings, strengths and the water in section."""
    belongings = Belongings(database(), owner())
    drawer = belongings.drawer()
    bench = work_on_rig(json.rig, json.water, json.edits, drawer, json.units, _known(belongings, json.water, drawer))
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
        section=bench.section,
        cautions=bench.cautions,
        story=bench.story,
        seq=json.seq,
    )


@blueprint.post("/workbench/tries")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=TriesAnswer), tags=["workbench"])
def tries(json: TriesRequest) -> TriesAnswer:
    """Return the readings again, with what would better those that are not satisfied."""
    belongings = Belongings(database(), owner())
    drawer = belongings.drawer()
    known = _known(belongings, json.water, drawer)
    return TriesAnswer(readings=readings_with_tries(json.rig, json.water, drawer, json.units, known), seq=json.seq)


@blueprint.post("/workbench/knots")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=KnotsAnswer), tags=["workbench"])
def knots(json: KnotsRequest) -> KnotsAnswer:
    """Return every knot that can be tied at a joint or a fly, best first; one's own pull tests count."""
    drawer = Belongings(database(), owner()).drawer()
    writer = Writer(json.units)
    choices = knot_choices(json.rig, json.part, json.hard, drawer)
    return KnotsAnswer(choices=tuple(KnotRow.of(c, writer) for c in choices))


@blueprint.post("/workbench/droppers")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=DroppersAnswer), tags=["workbench"])
def droppers(json: DroppersRequest) -> DroppersAnswer:
    """Return the five ways to hang a dropper on this rig, with what each holds, costs and loses to a snag."""
    drawer = Belongings(database(), owner()).drawer()
    writer = Writer(json.units)
    choices = dropper_choices(json.rig, json.part, json.depth_m, json.hard, drawer)
    best = max(c.force for c in choices)
    return DroppersAnswer(choices=tuple(DropperRow.of(c, best, writer) for c in choices))


@blueprint.post("/workbench/schools")
@limiter.limit("120/minute")
@spec.validate(resp=Response(HTTP_200=Schools), tags=["workbench"])
def schools(json: SchoolsRequest) -> Schools:
    """Return where practitioners disagree about such a rig, with its own figures for every side."""
    belongings = Belongings(database(), owner())
    drawer = belongings.drawer()
    told = two_schools(json.rig, json.water, drawer, json.units, _known(belongings, json.water, drawer))
    return Schools(questions=tuple(QuestionView.of(q) for q in told), seq=json.seq)


def _known(belongings: Belongings, water: Reach, drawer: Drawer) -> Known:
    rules = next((r for r in belongings.rule_sets() if r.id == water.rules), None) if water.rules else None
    return Known(rules=rules, today=datetime.now(UTC).date(), drawer=drawer)


@blueprint.post("/workbench/band")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=BandAnswer), tags=["workbench"])
def band(json: TriesRequest) -> BandAnswer | FlaskResponse:
    """Return how sure the drift is: P10 to P90 of every track and figure; stops when nobody waits for it any more."""
    told = band_of_rig(json.rig, json.water, json.units, client_gone())
    if told is None:
        return problem(409, "Nobody waits for it any more.")
    found, readings = told
    return BandAnswer(band=found, readings=readings, seq=json.seq)
