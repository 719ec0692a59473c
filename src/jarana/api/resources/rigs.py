"""One's own rigs: the library, revisions, history, and files in and out."""

from __future__ import annotations

from datetime import UTC, datetime
from uuid import UUID

from flask import Blueprint
from flask import Response as FlaskResponse
from spectree import Response
from werkzeug.utils import secure_filename

from jarana.api.errors import problem
from jarana.api.method_schemas import StartedRig
from jarana.api.schemas import (
    ChangeView,
    Copy,
    Differences,
    Gone,
    History,
    HistoryEntry,
    NewName,
    NewRevision,
    RigFile,
    RigRevision,
    Rigs,
    RigSummary,
    Stale,
    StartRig,
    UnitsQuery,
)
from jarana.api.security import database, owner
from jarana.api.spec import spec
from jarana.core.model import content_hash
from jarana.core.rig.compare import compare
from jarana.core.units import Writer
from jarana.formats.cut_sheet_csv import cut_sheet_csv
from jarana.formats.rig_file import rig_from_text, rig_text
from jarana.formats.rig_svg import rig_svg
from jarana.storage.repositories import Rigs as RigRepository
from jarana.storage.tables import RigRevisionRow
from jarana.usecases.keep_rig import (
    StaleBaseError,
    UnknownRigError,
    bring_rig_back,
    duplicate_rig,
    keep_rig,
    rename_rig,
    throw_rig_away,
)
from jarana.usecases.start_rig import start_rig

MOST_HISTORY = 200

blueprint = Blueprint("rigs", __name__, url_prefix="/api")


def shown(row: RigRevisionRow) -> RigRevision:
    """Show a revision."""
    return RigRevision(
        rig_id=row.rig_id,
        id=row.id,
        base=row.base_id,
        number=row.number,
        made_at=row.made_at,
        occasion=row.occasion,
        hash=content_hash(row.document),
        rig=row.document,
    )


@blueprint.get("/rigs")
@spec.validate(resp=Response(HTTP_200=Rigs), tags=["rigs"])
def rigs() -> Rigs:
    """Return every rig, newest first."""
    rows = RigRepository(database(), owner()).heads()
    return Rigs(
        rigs=tuple(
            RigSummary(
                id=r.rig_id,
                name=r.document.name,
                method=r.document.method,
                flies=tuple(a.body.label for a in r.document.attachments),
                revision=r.id,
                number=r.number,
                made_at=r.made_at,
            )
            for r in rows
        )
    )


@blueprint.get("/rigs/<uuid:rig_id>")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def rig(rig_id: UUID) -> RigRevision:
    """Return the newest revision of a rig."""
    return shown(_head(rig_id))


def _head(rig_id: UUID) -> RigRevisionRow:
    repository = RigRepository(database(), owner())
    row = repository.get(rig_id)
    head = repository.revision(row.head_revision) if row else None
    if head is None:
        raise UnknownRigError(str(rig_id))
    return head


def _revision(rig_id: UUID, revision_id: UUID) -> RigRevisionRow:
    row = RigRepository(database(), owner()).revision(revision_id)
    if row is None or row.rig_id != rig_id:
        raise UnknownRigError(str(revision_id))
    return row


def _made(row: RigRevisionRow) -> RigRevision:
    session = database()
    session.commit()
    session.refresh(row)
    return shown(row)


@blueprint.post("/rigs/<uuid:rig_id>/revisions")
@spec.validate(resp=Response(HTTP_200=RigRevision, HTTP_409=Stale), tags=["rigs"])
def revise(rig_id: UUID, json: NewRevision) -> RigRevision | FlaskResponse:
    """Save a revision; a stale base answers 409 with the newest, a repeated id changes nothing."""
    session = database()
    try:
        row = keep_rig(session, owner(), rig_id, json.id, json.base, json.rig, json.occasion)
    except StaleBaseError as stale:
        newest = shown(stale.newest).model_dump(mode="json")
        return problem(409, "This rig was changed elsewhere since you opened it.", newest=newest)
    return _made(row)


@blueprint.post("/rigs/start")
@spec.validate(resp=Response(HTTP_200=StartedRig), tags=["rigs"])
def start(json: StartRig) -> StartedRig:
    """Make a rig of a method from one's own tackle, for a water, with a reason for every choice."""
    row, started = start_rig(database(), owner(), json.rig_id, json.revision_id, json.method, json.water, json.units)
    return StartedRig.told(_made(row), started)


@blueprint.post("/rigs/import")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def bring_in(json: RigFile) -> RigRevision:
    """Make a rig of a file; everything wrong with it is named by path, and then nothing is made."""
    rig = rig_from_text(json.text)
    return _made(keep_rig(database(), owner(), json.rig_id, json.revision_id, None, rig, "imported"))


@blueprint.post("/rigs/<uuid:rig_id>/duplicate")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def duplicate(rig_id: UUID, json: Copy) -> RigRevision:
    """Make a rig of its own from the newest state of this one."""
    return _made(duplicate_rig(database(), owner(), rig_id, json.rig_id, json.revision_id))


@blueprint.post("/rigs/<uuid:rig_id>/rename")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def rename(rig_id: UUID, json: NewName) -> RigRevision:
    """Give a rig another name."""
    return _made(rename_rig(database(), owner(), rig_id, json.id, json.name))


@blueprint.delete("/rigs/<uuid:rig_id>")
@spec.validate(resp=Response(HTTP_200=Gone), tags=["rigs"])
def throw_away(rig_id: UUID) -> Gone:
    """Put a rig out of sight; it can be brought back."""
    throw_rig_away(database(), owner(), rig_id, datetime.now(UTC))
    database().commit()
    return Gone()


@blueprint.post("/rigs/<uuid:rig_id>/bring-back")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def bring_back(rig_id: UUID) -> RigRevision:
    """Bring a rig back that was thrown away."""
    return _made(bring_rig_back(database(), owner(), rig_id))


@blueprint.get("/rigs/<uuid:rig_id>/history")
@spec.validate(resp=Response(HTTP_200=History), tags=["rigs"])
def history(rig_id: UUID, query: UnitsQuery) -> History:
    """Return the revisions of a rig, newest first, each with what it changed."""
    _head(rig_id)
    writer = Writer(query.units)
    rows = RigRepository(database(), owner()).history(rig_id, MOST_HISTORY)
    entries = []
    for row, before in zip(rows, [*rows[1:], None], strict=True):
        changes = compare(before.document, row.document, writer) if before else ()
        entries.append(
            HistoryEntry(
                id=row.id,
                number=row.number,
                made_at=row.made_at,
                occasion=row.occasion,
                changes=tuple(c.text for c in changes),
            )
        )
    return History(revisions=tuple(entries))


@blueprint.get("/rigs/<uuid:rig_id>/revisions/<uuid:revision_id>")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def revision(rig_id: UUID, revision_id: UUID) -> RigRevision:
    """Return one revision."""
    return shown(_revision(rig_id, revision_id))


@blueprint.get("/rigs/<uuid:rig_id>/compare/<uuid:old>/<uuid:new>")
@spec.validate(resp=Response(HTTP_200=Differences), tags=["rigs"])
def differences(rig_id: UUID, old: UUID, new: UUID, query: UnitsQuery) -> Differences:
    """Return what differs between two revisions of a rig."""
    one, two = _revision(rig_id, old), _revision(rig_id, new)
    changes = compare(one.document, two.document, Writer(query.units))
    return Differences(changes=tuple(ChangeView.of(c) for c in changes))


def _file(name: str, ending: str, text: str, kind: str) -> FlaskResponse:
    safe = secure_filename(name) or "rig"
    answer = FlaskResponse(text, mimetype=kind)
    answer.headers["Content-Disposition"] = f'attachment; filename="{safe}.{ending}"'
    return answer


@blueprint.get("/rigs/<uuid:rig_id>/rig.json")
@spec.validate(tags=["files"])
def json_file(rig_id: UUID) -> FlaskResponse:
    """Send the newest state as a rig file."""
    rig = _head(rig_id).document
    return _file(rig.name, "rig.json", rig_text(rig), "application/json")


@blueprint.get("/rigs/<uuid:rig_id>/drawing.svg")
@spec.validate(tags=["files"])
def svg_file(rig_id: UUID, query: UnitsQuery) -> FlaskResponse:
    """Send the drawing as SVG, always as an attachment."""
    rig = _head(rig_id).document
    return _file(rig.name, "svg", rig_svg(rig, Writer(query.units)), "image/svg+xml")


@blueprint.get("/rigs/<uuid:rig_id>/cut-sheet.csv")
@spec.validate(tags=["files"])
def csv_file(rig_id: UUID) -> FlaskResponse:
    """Send the cut sheet as CSV."""
    rig = _head(rig_id).document
    return _file(rig.name, "cut-sheet.csv", cut_sheet_csv(rig), "text/csv; charset=utf-8")
