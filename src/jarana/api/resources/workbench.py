"""The workbench: one call for an edit and everything it changes."""

from __future__ import annotations

from flask import Blueprint
from spectree import Response

from jarana.api.schemas import (
    RefitAnswer,
    RefitRequest,
    RerigRequest,
    SentDrift,
    Strength,
    Stretch,
    TriesAnswer,
    TriesRequest,
    WorkbenchAnswer,
    WorkbenchRequest,
)
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.api.strength_schemas import DropperRow, DroppersAnswer, DroppersRequest, KnotRow, KnotsAnswer, KnotsRequest
from jarana.api.waited_for import WhileWaitedFor
from jarana.core.learn.taught import said
from jarana.core.rig.edits.structure import stretches_of
from jarana.core.rig.rerig import rerig
from jarana.core.search.answers import RerigView, TriesView
from jarana.core.search.bench import work_on_rig
from jarana.core.search.refit import differs, refit
from jarana.core.search.tries import tries as search_tries
from jarana.core.strength.chain import told_loss
from jarana.core.strength.dropper_choice import dropper_choices
from jarana.core.strength.knot_choice import knot_choices
from jarana.usecases.situations import setting_of, situation_of

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
    taught = situation.setting.taught
    strength = tuple(
        Strength(
            kind=link.kind,
            part=link.part,
            name=link.name,
            force_n=link.force,
            shown=writer.text("force", link.force),
            loses=link.loses,
            lost=told_loss(bench.rig, link.loses),
            why=writer.marked(link.why),
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
        stretches=tuple(Stretch(above=a, below=b, mm=mm) for a, b, mm, _ in stretches_of(bench.rig)),
        differs=differs(situation.with_rig(bench.rig).with_water(bench.water)),
        taught=said(taught, bench.water, writer) if taught else "",
        seq=json.seq,
    )


@blueprint.post("/workbench/refit")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=RefitAnswer), tags=["workbench"])
def fit(json: RefitRequest) -> RefitAnswer:
    """Return the edits that would fit a rig to its water, as its method ties it today; nothing is changed."""
    situation = situation_of(work(), json.rig, json.water, asking())
    found = refit(situation)
    return RefitAnswer(
        edits=tuple(edit.model_dump(mode="json") for edit in found.edits),
        changes=tuple(change.text for change in found.changes),
        takes=found.cost.told(situation.writer) if found.changes else "",
        better=found.better,
    )


@blueprint.post("/workbench/tries")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=TriesAnswer), tags=["workbench"])
def tries(json: TriesRequest) -> TriesAnswer:
    """Return the readings again, with what would better those that are not satisfied; who hangs up is not computed for."""
    situation = situation_of(work(), json.rig, json.water, asking())
    told = TriesView.of(search_tries(situation, WhileWaitedFor()))
    return TriesAnswer(readings=told.readings, nothing_fits=told.nothing_fits, what_would=told.what_would, seq=json.seq)


@blueprint.post("/workbench/rerig")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=RerigView), tags=["workbench"])
def way(json: RerigRequest) -> RerigView:
    """Return the way from one rig to another with the fewest knots; nothing is changed."""
    setting = setting_of(work(), json.water, asking())
    water, writer = setting.water, setting.writer
    found = rerig(json.before, json.after, water.temperature_c, water.wind_m_s, writer)
    return RerigView.of(found, found.cost.told(writer))


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
