"""Tying at the table: the sheet, marking a rig tied, and one's own measures."""

from __future__ import annotations

from datetime import UTC, datetime
from uuid import UUID

from flask import Blueprint
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.errors import problem
from jarana.api.resources.rigs import shown
from jarana.api.schemas import (
    FlyOut,
    LastTie,
    MyMeasures,
    NewTie,
    NewWear,
    RigRevision,
    SettledFlies,
    SheetRequest,
    Stale,
    TakenLine,
    TieView,
    TypedMeasures,
    WearView,
    WornSpan,
)
from jarana.api.security import database, limiter, owner
from jarana.api.spec import spec
from jarana.core.errors import InputError
from jarana.core.leader.wear import Wear
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import TieSheet, tie_sheet
from jarana.core.units import Writer, parse
from jarana.storage.repositories import Anglers, Belongings, Rigs
from jarana.usecases.keep_measures import keep_measures
from jarana.usecases.keep_rig import StaleBaseError
from jarana.usecases.tie_rig import (
    Tied,
    note_wear,
    settle_flies,
    take_wear_back,
    tie_rig,
    tied_of,
    untie_rig,
)

blueprint = Blueprint("tie", __name__, url_prefix="/api")


def _measures() -> Measures:
    angler = Anglers(database()).get(owner())
    return (angler.measures if angler else None) or Measures()


def _shown(tied: Tied) -> TieView:
    session = database()
    session.refresh(tied.revision)
    session.refresh(tied.tie)
    writer = Writer()
    return TieView(
        id=tied.tie.id,
        undone=tied.tie.undone_at is not None,
        made_at=tied.tie.made_at,
        taken=tuple(TakenLine(spool_id=k, metres=v) for k, v in sorted(tied.taken_m.items())),
        flies_out=_flies(tied.flies_out),
        worn=tuple(
            WornSpan(
                span=w.span.id,
                name=w.span.name,
                left=writer.text("length", w.left_mm / 1000),
                tip=writer.text("diameter", w.tip_mm / 1000),
                holds=writer.text("force", w.strength),
                knotted=w.knotted,
                changes=w.changes,
            )
            for w in tied.worn
        ),
        wear=tuple(WearView(id=r.id, kind=r.event.kind, span=r.event.span, at=r.made_at) for r in tied.events),
        revision=shown(tied.revision),
    )


def _flies(weights: list[str]) -> tuple[FlyOut, ...]:
    drawer = Belongings(database(), owner()).drawer()
    names = {w.id: f"{p.name} #{p.hook.size}" for p in drawer.patterns for w in p.weights}
    beads = {w.id: f"{w.bead.diameter_mm:g} mm" for p in drawer.patterns for w in p.weights if w.bead}
    return tuple(FlyOut(weight=w, name=f"{names.get(w, 'a fly')} {beads.get(w, '')}".strip()) for w in weights)


@blueprint.post("/sheet")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=TieSheet), tags=["tie"])
def sheet(json: SheetRequest) -> TieSheet:
    """Return the tie sheet of a rig from one's own drawer."""
    drawer = Belongings(database(), owner()).drawer()
    return tie_sheet(json.rig, drawer, _measures(), Writer(json.units))


@blueprint.post("/rigs/<uuid:rig_id>/ties")
@spec.validate(resp=Response(HTTP_200=TieView, HTTP_409=Stale), tags=["tie"])
def tie(rig_id: UUID, json: NewTie) -> TieView | FlaskResponse:
    """Mark a rig tied: a revision of it, and the line off its spools."""
    session = database()
    try:
        tied = tie_rig(session, owner(), rig_id, json.id, json.revision_id, json.base, json.rig, datetime.now(UTC))
    except StaleBaseError as stale:
        newest: RigRevision = shown(stale.newest)
        return problem(
            409, "This rig was changed elsewhere since you opened it.", newest=newest.model_dump(mode="json")
        )
    session.commit()
    return _shown(tied)


@blueprint.get("/rigs/<uuid:rig_id>/ties/last")
@spec.validate(resp=Response(HTTP_200=LastTie), tags=["tie"])
def last(rig_id: UUID) -> LastTie:
    """Return the newest tie of a rig that was not taken back."""
    rigs = Rigs(database(), owner())
    row = rigs.last_tie(rig_id)
    return LastTie(tie=_shown(tied_of(Belongings(database(), owner()), rigs, row)) if row else None)


@blueprint.post("/ties/<uuid:tie_id>/undo")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def undo(tie_id: UUID) -> TieView:
    """Take a tie back: the line returns to its spools."""
    tied = untie_rig(database(), owner(), tie_id, datetime.now(UTC))
    database().commit()
    return _shown(tied)


@blueprint.post("/ties/<uuid:tie_id>/flies")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def flies(tie_id: UUID, json: SettledFlies) -> TieView:
    """Say what became of a tied rig's flies: back in the box, or lost."""
    session = database()
    tied = settle_flies(session, owner(), tie_id, json.id, list(json.back), list(json.lost), datetime.now(UTC))
    session.commit()
    return _shown(tied)


@blueprint.post("/ties/<uuid:tie_id>/wear")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def wear(tie_id: UUID, json: NewWear) -> TieView:
    """Write down what happened to a tied rig: re-tied, cut back, broke, renewed, a stray knot."""
    session = database()
    lost = parse("length", json.lost, "cm", "lost") * 1000 if json.lost.strip() else 0.0
    if lost > 15000:
        raise InputError.one("lost", json.lost, "at most 15 m")
    event = Wear(kind=json.kind, span=json.span, mm=round(lost, 1))
    tied = note_wear(session, owner(), tie_id, json.id, event, datetime.now(UTC))
    session.commit()
    return _shown(tied)


@blueprint.post("/ties/<uuid:tie_id>/wear/<uuid:wear_id>/undo")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def wear_back(tie_id: UUID, wear_id: UUID) -> TieView:
    """Take back what was written down."""
    tied = take_wear_back(database(), owner(), tie_id, wear_id, datetime.now(UTC))
    database().commit()
    return _shown(tied)


@blueprint.get("/measures")
@spec.validate(resp=Response(HTTP_200=MyMeasures), tags=["tie"])
def measures() -> MyMeasures:
    """Return one's own measures."""
    return MyMeasures(measures=_measures())


@blueprint.put("/measures")
@spec.validate(resp=Response(HTTP_200=MyMeasures), tags=["tie"])
def set_measures(json: TypedMeasures) -> MyMeasures:
    """Set one's own measures, typed in any unit."""
    kept = keep_measures(database(), owner(), json.hand, json.forearm, json.chest, json.rod_marks)
    database().commit()
    return MyMeasures(measures=kept)
