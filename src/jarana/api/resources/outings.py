"""Outings: what a phone wrote down at the water, and what it tells."""

from __future__ import annotations

from dataclasses import asdict
from uuid import UUID
from zoneinfo import ZoneInfo

from flask import Blueprint, request
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.files import sent_file, sent_table
from jarana.api.outing_schemas import (
    BroughtLog,
    KeptEvents,
    LessonAct,
    LessonView,
    NewEvents,
    OldLog,
    OutingPage,
    Outings,
    PackingRequest,
    RefusedEvent,
)
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.core.bank.packing import Packing
from jarana.core.bank.season import SeasonTold
from jarana.core.journal import Event
from jarana.formats.old_log import read_old_log, template
from jarana.formats.outing_csv import outing_csv
from jarana.formats.outing_geojson import outing_geojson
from jarana.usecases.import_log import bring_log
from jarana.usecases.keep_lesson import do_with_lesson, tell_lesson
from jarana.usecases.keep_outing import list_outings, outing_events, see_outing, take_events, unknown_of
from jarana.usecases.learn_after import learn_after
from jarana.usecases.pack_list import packing_of
from jarana.usecases.tell_season import tell_season

blueprint = Blueprint("outings", __name__, url_prefix="/api/v1")


@blueprint.post("/events")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=KeptEvents), tags=["outings"])
def take(json: NewEvents) -> KeptEvents:
    """Write down what happened at the water, once each: sent again it changes nothing, one that cannot be kept is refused alone."""
    events = [Event.model_validate(event.model_dump()) for event in json.events]
    new = unknown_of(work(), [event.id for event in events])
    kept, refused = take_events(work(), events)
    learn_after(work(), events, [key for key in kept if key in new], asking())
    return KeptEvents(kept=tuple(kept), refused=tuple(RefusedEvent(id=r.id, why=r.why) for r in refused))


@blueprint.get("/outings")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=Outings), tags=["outings"])
def all_outings() -> Outings:
    """Return one's outings, newest first, without their tables."""
    return Outings(outings=tuple(o.model_copy(update={"rows": ()}) for o in list_outings(work())))


@blueprint.get("/season")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=SeasonTold), tags=["outings"])
def season() -> SeasonTold:
    """Return what one's outings tell together: predictions held against what came, takes by rig, water, lane and hour, what was lost."""
    return tell_season(work(), ZoneInfo(asking().zone), asking().writer)


@blueprint.get("/outings/<uuid:outing_id>")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=OutingPage), tags=["outings"])
def one(outing_id: UUID) -> OutingPage:
    """Return an outing with everything that happened, and its events as they were written down."""
    events = outing_events(work(), outing_id)
    return OutingPage.of(see_outing(work(), outing_id, asking().writer), events)


@blueprint.get("/outings/<uuid:outing_id>/outing.csv")
@spec.validate(tags=["files"])
def as_csv(outing_id: UUID) -> FlaskResponse:
    """Send an outing as CSV; `cells=semicolon` for spreadsheets with decimal commas."""
    return sent_table(f"outing-{outing_id}.csv", outing_csv(see_outing(work(), outing_id, asking().writer)))


@blueprint.get("/reaches/<reach_id>/lesson")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=LessonView), tags=["outings"])
def lesson(reach_id: str) -> LessonView:
    """Return what outings taught of a water."""
    return LessonView.model_validate(asdict(tell_lesson(work(), reach_id, asking())))


@blueprint.put("/reaches/<reach_id>/lesson")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=LessonView), tags=["outings"])
def act_on_lesson(reach_id: str, json: LessonAct) -> LessonView:
    """Use what outings taught, leave it out, forget it, or write it into the water."""
    return LessonView.model_validate(asdict(do_with_lesson(work(), reach_id, json.act, asking())))


@blueprint.get("/outings/<uuid:outing_id>/outing.geojson")
@spec.validate(tags=["files"])
def as_geojson(outing_id: UUID) -> FlaskResponse:
    """Send an outing as GeoJSON; places only where `places=1` asks for them."""
    see_outing(work(), outing_id, asking().writer)
    text = outing_geojson(outing_events(work(), outing_id), request.args.get("places") == "1")
    return sent_file(f"outing-{outing_id}.geojson", text, "application/geo+json")


@blueprint.get("/outings/log.csv")
@spec.validate(tags=["files"])
def log_template() -> FlaskResponse:
    """Send a log to write over, for outings from before; `cells=semicolon` for spreadsheets with decimal commas."""
    return sent_table("log.csv", template())


@blueprint.post("/outings/log")
@limiter.limit("30/minute")
@spec.validate(resp=Response(HTTP_200=BroughtLog), tags=["outings"])
def bring(json: OldLog) -> BroughtLog:
    """Bring an older log in, or tell what it holds; brought twice it is kept once."""
    rows = read_old_log(json.text, asking().writer, asking().day(work().now))
    return BroughtLog(**asdict(bring_log(work(), rows, asking(), json.write)), written=json.write)


@blueprint.post("/packing")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=Packing), tags=["outings"])
def pack_list(json: PackingRequest) -> Packing:
    """Return what goes along for some of one's rigs, and labels for winders."""
    return packing_of(work(), json.rigs, asking())
