"""The workbench: one call for an edit and everything it changes."""

from __future__ import annotations

from flask import Blueprint
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.errors import problem
from jarana.api.method_schemas import QuestionView, Schools, SchoolsRequest
from jarana.api.schemas import (
    BandAnswer,
    SentDrift,
    Strength,
    TriesAnswer,
    TriesRequest,
    WorkbenchAnswer,
    WorkbenchRequest,
)
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.api.strength_schemas import DropperRow, DroppersAnswer, DroppersRequest, KnotRow, KnotsAnswer, KnotsRequest
from jarana.api.waiting import client_gone
from jarana.core.readings.with_band import readings_with_band
from jarana.core.search.bench import work_on_rig
from jarana.core.search.schools import two_schools
from jarana.core.search.tries import readings_with_tries
from jarana.core.strength.chain import told_loss
from jarana.core.strength.dropper_choice import dropper_choices
from jarana.core.strength.knot_choice import knot_choices
from jarana.usecases.situations import situation_of

BARE: dict[str, object] = {"laws": ()}
"""Laws go over the wire once, not with each result."""
blueprint = Blueprint("workbench", __name__, url_prefix="/api/v1")


@blueprint.post("/workbench")
@limiter.limit("1200/minute")
@spec.validate(resp=Response(HTTP_200=WorkbenchAnswer), tags=["workbench"])
def workbench(json: WorkbenchRequest) -> WorkbenchAnswer:
    """Apply edits to a rig and its water; return them with drift, readings, strengths and the water in section."""
    situation = situation_of(work(), json.rig, json.water, asking())
    bench, writer = work_on_rig(situation, json.edits), situation.writer
    strength = tuple(
        Strength(
            kind=link.kind,
            part=link.part,
            name=link.name,
            force_n=link.force,
            shown=writer.text("force", link.force),
            loses=link.loses,
            lost=told_loss(bench.rig, link.loses),
            why=link.why,
        )
        for link in bench.strength
    )
    return WorkbenchAnswer(
        rig=bench.rig,
        water=bench.water,
        drift=SentDrift.of(bench.drift),
        readings=tuple(reading.model_copy(update=BARE) for reading in bench.readings),
        strength=strength,
        section=bench.section.model_copy(update=BARE),
        cautions=bench.cautions,
        story=bench.story,
        laws=bench.laws,
        doubts=bench.doubts,
        roles={a.id: bench.rig.role(a) for a in bench.rig.attachments},
        seq=json.seq,
    )


@blueprint.post("/workbench/tries")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=TriesAnswer), tags=["workbench"])
def tries(json: TriesRequest) -> TriesAnswer:
    """Return the readings again, with what would better those that are not satisfied."""
    situation = situation_of(work(), json.rig, json.water, asking())
    return TriesAnswer(readings=readings_with_tries(situation), seq=json.seq)


@blueprint.post("/workbench/knots")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=KnotsAnswer), tags=["workbench"])
def knots(json: KnotsRequest) -> KnotsAnswer:
    """Return every knot that can be tied at a joint or a fly, best first; one's own pull tests count."""
    drawer, writer = work().belongings.drawer(), asking().writer
    choices = knot_choices(json.rig, json.part, json.hard, drawer)
    return KnotsAnswer(choices=tuple(KnotRow.of(c, writer) for c in choices))


@blueprint.post("/workbench/droppers")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=DroppersAnswer), tags=["workbench"])
def droppers(json: DroppersRequest) -> DroppersAnswer:
    """Return the five ways to hang a dropper on this rig, with what each holds, costs and loses to a snag."""
    drawer, writer = work().belongings.drawer(), asking().writer
    choices = dropper_choices(json.rig, json.part, json.depth_m, json.hard, drawer)
    best = max(c.force for c in choices)
    return DroppersAnswer(choices=tuple(DropperRow.of(c, best, writer) for c in choices))


@blueprint.post("/workbench/schools")
@limiter.limit("120/minute")
@spec.validate(resp=Response(HTTP_200=Schools), tags=["workbench"])
def schools(json: SchoolsRequest) -> Schools:
    """Return where practitioners disagree about such a rig, with its own figures for every side."""
    told = two_schools(situation_of(work(), json.rig, json.water, asking()))
    return Schools(questions=tuple(QuestionView.of(q) for q in told), seq=json.seq)


@blueprint.post("/workbench/band")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=BandAnswer), tags=["workbench"])
def band(json: TriesRequest) -> BandAnswer | FlaskResponse:
    """Return how sure the drift is: P10 to P90 of every track and figure; stops when nobody waits for it any more."""
    told = readings_with_band(situation_of(work(), json.rig, json.water, asking()), client_gone())
    if told is None:
        return problem(409, "Nobody waits for it any more.", kind="nobody-waits")
    found, readings = told
    bare = tuple(reading.model_copy(update=BARE) for reading in readings)
    return BandAnswer(band=found.model_copy(update=BARE), readings=bare, seq=json.seq)
