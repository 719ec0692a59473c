"""Tying at the table: the sheet, marking a rig tied, and one's own measures."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.errors import problem
from jarana.api.resources.rigs import shown
from jarana.api.rig_schemas import RigRevision, Stale
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.api.tie_schemas import (
    FlyOut,
    LastTie,
    MyHabits,
    MyMeasures,
    NewTie,
    NewWear,
    SettledFlies,
    SheetRequest,
    TakenLine,
    TieView,
    TypedHabits,
    TypedMeasures,
    WearView,
    WornSpan,
)
from jarana.core.documents import read
from jarana.core.leader.wear import Wear
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import TieSheet, tie_sheet
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.storage.tables import EventRow
from jarana.usecases.keep_measures import keep_habits, keep_measures, lengths_mark, measures_of
from jarana.usecases.keep_rig import StaleBaseError
from jarana.usecases.tie_rig import (
    Tied,
    last_tie,
    note_wear,
    settle_flies,
    take_wear_back,
    tie_rig,
    untie_rig,
    wear_of,
)

say = phrases(
    __name__,
    """
this-rig-was-changed-elsewhere = This rig was changed elsewhere since you opened it.
""",
)

blueprint = Blueprint("tie", __name__, url_prefix="/api/v1")


def _shown(tied: Tied) -> TieView:
    writer = asking().writer
    return TieView(
        id=tied.tie.id,
        undone=tied.tie.undone,
        made_at=tied.tie.at,
        taken=tuple(TakenLine(spool_id=k, metres=v) for k, v in sorted(tied.taken_m.items())),
        leaders=tied.leaders,
        flies_out=_flies(tied.flies_out, writer),
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
        wear=tuple(_wear(row) for row in tied.events),
        revision=shown(tied.revision),
    )


def _wear(row: EventRow) -> WearView:
    event = read(Wear, row.payload)
    return WearView(id=row.id, kind=event.kind, span=event.span, at=row.at)


def _flies(weights: list[str], writer: Writer) -> tuple[FlyOut, ...]:
    drawer = work().belongings.drawer()
    names = {w.id: f"{p.name} #{p.hook.label}" for p in drawer.patterns for w in p.weights}
    beads = {w.id: writer.text("bead", w.bead.diameter_mm / 1000) for p in drawer.patterns for w in p.weights if w.bead}
    return tuple(FlyOut(weight=w, name=f"{names.get(w, 'a fly')} {beads.get(w, '')}".strip()) for w in weights)


@blueprint.post("/sheet")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=TieSheet), tags=["tie"])
def sheet(json: SheetRequest) -> TieSheet:
    """Return the tie sheet of a rig from one's own drawer."""
    return tie_sheet(json.rig, work().belongings.drawer(), measures_of(work()), asking().writer)


@blueprint.post("/rigs/<uuid:rig_id>/ties")
@spec.validate(resp=Response(HTTP_200=TieView, HTTP_409=Stale), tags=["tie"])
def tie(rig_id: UUID, json: NewTie) -> TieView | FlaskResponse:
    """Mark a rig tied: a revision of it, and the line off its spools."""
    try:
        return _shown(tie_rig(work(), rig_id, json.id, json.revision_id, json.base, json.rig))
    except StaleBaseError as stale:
        newest: RigRevision = shown(stale.newest)
        return problem(409, say("this-rig-was-changed-elsewhere"), newest=newest.model_dump(mode="json"))


@blueprint.get("/rigs/<uuid:rig_id>/ties/last")
@spec.validate(resp=Response(HTTP_200=LastTie), tags=["tie"])
def last(rig_id: UUID) -> LastTie:
    """Return the newest tie of a rig that was not taken back."""
    tied = last_tie(work(), rig_id)
    return LastTie(tie=_shown(tied) if tied else None)


@blueprint.post("/ties/<uuid:tie_id>/undo")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def undo(tie_id: UUID) -> TieView:
    """Take a tie back: the line returns to its spools."""
    return _shown(untie_rig(work(), tie_id))


@blueprint.post("/ties/<uuid:tie_id>/flies")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def flies(tie_id: UUID, json: SettledFlies) -> TieView:
    """Say what became of a tied rig's flies: back in the box, or lost."""
    return _shown(settle_flies(work(), tie_id, json.id, list(json.back), list(json.lost)))


@blueprint.post("/ties/<uuid:tie_id>/wear")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def wear(tie_id: UUID, json: NewWear) -> TieView:
    """Write down what happened to a tied rig: re-tied, cut back, broke, renewed, a stray knot."""
    event = wear_of(json.kind, json.span, json.lost, asking().writer)
    return _shown(note_wear(work(), tie_id, json.id, event))


@blueprint.post("/ties/<uuid:tie_id>/wear/<uuid:wear_id>/undo")
@spec.validate(resp=Response(HTTP_200=TieView), tags=["tie"])
def wear_back(tie_id: UUID, wear_id: UUID) -> TieView:
    """Take back what was written down."""
    return _shown(take_wear_back(work(), tie_id, wear_id))


@blueprint.get("/measures")
@spec.validate(resp=Response(HTTP_200=MyMeasures), tags=["tie"])
def measures() -> MyMeasures:
    """Return one's own measures."""
    return _measured(measures_of(work()))


@blueprint.put("/measures")
@spec.validate(resp=Response(HTTP_200=MyMeasures), tags=["tie"])
def set_measures(json: TypedMeasures) -> MyMeasures:
    """Set one's own measures, typed in any unit."""
    writer = asking().writer
    kept = keep_measures(work(), json.hand, json.forearm, json.chest, json.rod_marks, writer, json.base, json.turn)
    return _measured(kept)


def _measured(measures: Measures) -> MyMeasures:
    return MyMeasures(measures=measures, mark=lengths_mark(measures))


@blueprint.get("/habits")
@spec.validate(resp=Response(HTTP_200=MyHabits), tags=["tie"])
def habits() -> MyHabits:
    """Return every constant of worth, with one's own."""
    return MyHabits.of(measures_of(work()))


@blueprint.put("/habits")
@spec.validate(resp=Response(HTTP_200=MyHabits), tags=["tie"])
def set_habits(json: TypedHabits) -> MyHabits:
    """Set constants of worth of one's own; those left out are the table's again."""
    return MyHabits.of(keep_habits(work(), json.habits, json.base))
