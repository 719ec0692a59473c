"""One's own rigs: the library, revisions, history, and files in and out."""

from __future__ import annotations

from io import BytesIO
from itertools import islice
from uuid import UUID

import segno
from flask import Blueprint, request
from flask import Response as FlaskResponse
from spectree import Response
from werkzeug.utils import secure_filename

from jarana.api.errors import problem
from jarana.api.files import sent_file, sent_table
from jarana.api.method_schemas import StartedRig
from jarana.api.rig_schemas import (
    BothView,
    ChangeView,
    Copy,
    Differences,
    FishedIn,
    History,
    HistoryEntry,
    MyRig,
    NewName,
    NewRevision,
    RigFile,
    RigRevision,
    Rigs,
    RigSummary,
    Stale,
    StartRig,
)
from jarana.api.schemas import Before, Gone, Page
from jarana.api.security import asking, work
from jarana.api.spec import spec
from jarana.core.model import content_hash
from jarana.core.rig.model import Rig
from jarana.core.words import phrases
from jarana.formats.cut_sheet_csv import cut_sheet_csv
from jarana.formats.rig_file import rig_text
from jarana.formats.rig_svg import rig_svg
from jarana.storage.tables import RigRevisionRow
from jarana.usecases.keep_rig import (
    StaleBaseError,
    both_of,
    bring_rig_back,
    compare_revisions,
    duplicate_rig,
    head_of,
    history_of,
    import_rig,
    keep_rig,
    list_rigs,
    rename_rig,
    revision_of,
    throw_rig_away,
    waters_of,
)
from jarana.usecases.start_rig import start_rig

say = phrases(
    __name__,
    """
this-rig-was-changed-elsewhere = This rig was changed elsewhere since you opened it.
""",
)

MOST_WATERS = 3
"""Waters told of a rig in a list."""
blueprint = Blueprint("rigs", __name__, url_prefix="/api/v1")


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
def rigs(query: Page) -> Rigs:
    """Return rigs, newest first."""
    rows = list_rigs(work(), query.limit + 1, query.after)
    waters = waters_of(work())
    return Rigs(
        rigs=tuple(
            RigSummary(
                id=r.id,
                name=r.name,
                method=r.method,
                flies=tuple(r.flies),
                revision=r.head_revision,
                number=r.number,
                made_at=r.changed_at,
                waters=tuple(
                    FishedIn(id=key, name=name) for key, name in islice(waters.get(r.id, {}).items(), MOST_WATERS)
                ),
            )
            for r in rows[: query.limit]
        ),
        more=len(rows) > query.limit,
    )


@blueprint.get("/rigs/<uuid:rig_id>")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def rig(rig_id: UUID) -> RigRevision:
    """Return the newest revision of a rig."""
    return shown(head_of(work(), rig_id))


@blueprint.post("/rigs/<uuid:rig_id>/revisions")
@spec.validate(resp=Response(HTTP_200=RigRevision, HTTP_409=Stale), tags=["rigs"])
def revise(rig_id: UUID, json: NewRevision) -> RigRevision | FlaskResponse:
    """Save a revision; a stale base answers 409 with the newest, a repeated id changes nothing."""
    try:
        return shown(keep_rig(work(), rig_id, json.id, json.base, json.rig, json.occasion))
    except StaleBaseError as stale:
        newest = shown(stale.newest).model_dump(mode="json")
        return problem(409, say("this-rig-was-changed-elsewhere"), newest=newest)


@blueprint.post("/rigs/<uuid:rig_id>/both")
@spec.validate(resp=Response(HTTP_200=BothView), tags=["rigs"])
def both(rig_id: UUID, json: MyRig) -> BothView:
    """Say what was changed here and elsewhere since a revision, and put both in one where they fit; nothing is saved."""
    newest, found = both_of(work(), rig_id, json.base, json.rig, asking().writer)
    mine, theirs, clashes = (tuple(map(ChangeView.of, rows)) for rows in (found.mine, found.theirs, found.clashes))
    return BothView(newest=shown(newest), rig=found.made, mine=mine, theirs=theirs, clashes=clashes)


@blueprint.post("/rigs/start")
@spec.validate(resp=Response(HTTP_200=StartedRig), tags=["rigs"])
def start(json: StartRig) -> StartedRig:
    """Make a rig of a method from one's own tackle, for a water, with a reason for every choice."""
    row, started = start_rig(work(), json.rig_id, json.revision_id, json.method, json.water, asking(), json.rig)
    return StartedRig.told(shown(row), started)


@blueprint.post("/rigs/import")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def bring_in(json: RigFile) -> RigRevision:
    """Make a rig of a file; everything wrong with it is named by path, and then nothing is made."""
    return shown(import_rig(work(), json.rig_id, json.revision_id, json.text))


@blueprint.post("/rigs/<uuid:rig_id>/duplicate")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def duplicate(rig_id: UUID, json: Copy) -> RigRevision:
    """Make a rig of its own from the newest state of this one."""
    return shown(duplicate_rig(work(), rig_id, json.rig_id, json.revision_id))


@blueprint.post("/rigs/<uuid:rig_id>/rename")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def rename(rig_id: UUID, json: NewName) -> RigRevision:
    """Give a rig another name."""
    return shown(rename_rig(work(), rig_id, json.id, json.name))


@blueprint.delete("/rigs/<uuid:rig_id>")
@spec.validate(resp=Response(HTTP_200=Gone), tags=["rigs"])
def throw_away(rig_id: UUID) -> Gone:
    """Put a rig out of sight; it can be brought back."""
    throw_rig_away(work(), rig_id)
    return Gone()


@blueprint.post("/rigs/<uuid:rig_id>/bring-back")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def bring_back(rig_id: UUID) -> RigRevision:
    """Bring a rig back that was thrown away."""
    return shown(bring_rig_back(work(), rig_id))


@blueprint.get("/rigs/<uuid:rig_id>/history")
@spec.validate(resp=Response(HTTP_200=History), tags=["rigs"])
def history(rig_id: UUID, query: Before) -> History:
    """Return revisions of a rig, newest first, each with what it changed."""
    rows = history_of(work(), rig_id, asking().writer, query.limit, query.before)
    entries = tuple(
        HistoryEntry(
            id=row.id,
            number=row.number,
            made_at=row.made_at,
            occasion=row.occasion,
            changes=tuple(c.text for c in changes),
            takes=takes,
        )
        for row, changes, takes in rows
    )
    return History(revisions=entries, more=bool(rows) and rows[-1][0].number > 1)


@blueprint.get("/rigs/<uuid:rig_id>/revisions/<uuid:revision_id>")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def revision(rig_id: UUID, revision_id: UUID) -> RigRevision:
    """Return one revision."""
    return shown(revision_of(work(), rig_id, revision_id))


@blueprint.get("/rigs/<uuid:rig_id>/compare/<uuid:old>/<uuid:new>")
@spec.validate(resp=Response(HTTP_200=Differences), tags=["rigs"])
def differences(rig_id: UUID, old: UUID, new: UUID) -> Differences:
    """Return what differs between two revisions of a rig."""
    changes = compare_revisions(work(), rig_id, old, new, asking().writer)
    return Differences(changes=tuple(ChangeView.of(c) for c in changes))


def _name(rig: Rig, ending: str) -> str:
    return f"{secure_filename(rig.name) or 'rig'}.{ending}"


@blueprint.get("/rigs/<uuid:rig_id>/rig.json")
@spec.validate(tags=["files"])
def json_file(rig_id: UUID) -> FlaskResponse:
    """Send the newest state as a rig file."""
    rig = head_of(work(), rig_id).document
    return sent_file(_name(rig, "rig.json"), rig_text(rig), "application/json")


@blueprint.get("/rigs/<uuid:rig_id>/drawing.svg")
@spec.validate(tags=["files"])
def svg_file(rig_id: UUID) -> FlaskResponse:
    """Send the drawing as SVG, always as an attachment."""
    rig = head_of(work(), rig_id).document
    return sent_file(_name(rig, "svg"), rig_svg(rig, asking().writer), "image/svg+xml")


@blueprint.get("/rigs/<uuid:rig_id>/code.svg")
@spec.validate(tags=["files"])
def code(rig_id: UUID) -> FlaskResponse:
    """Send the address of a rig as a code for a camera, for the printed card."""
    head_of(work(), rig_id)
    picture = BytesIO()
    made = segno.make(f"{request.host_url}rig/{rig_id}", micro=False, error="m")
    # A picture of its own needs the namespace: without it no browser shows it in an image.
    made.save(picture, kind="svg", omitsize=True, xmldecl=False, light="#FFFFFF")
    return FlaskResponse(picture.getvalue(), mimetype="image/svg+xml")


@blueprint.get("/rigs/<uuid:rig_id>/cut-sheet.csv")
@spec.validate(tags=["files"])
def csv_file(rig_id: UUID) -> FlaskResponse:
    """Send the cut sheet as CSV; `cells=semicolon` for spreadsheets with decimal commas."""
    rig = head_of(work(), rig_id).document
    return sent_table(_name(rig, "cut-sheet.csv"), cut_sheet_csv(rig))
