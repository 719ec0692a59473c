"""One's own rigs and their revisions."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.errors import problem
from jarana.api.schemas import NewRevision, RigRevision, Rigs, RigSummary, Stale
from jarana.api.security import database, owner
from jarana.api.spec import spec
from jarana.storage.repositories import Rigs as RigRepository
from jarana.storage.tables import RigRevisionRow
from jarana.usecases.keep_rig import StaleBaseError, UnknownRigError, keep_rig

blueprint = Blueprint("rigs", __name__, url_prefix="/api")


def _shown(row: RigRevisionRow) -> RigRevision:
    return RigRevision(
        rig_id=row.rig_id,
        id=row.id,
        base=row.base_id,
        number=row.number,
        made_at=row.made_at,
        rig=row.document,
    )


@blueprint.get("/rigs")
@spec.validate(resp=Response(HTTP_200=Rigs), tags=["rigs"])
def rigs() -> Rigs:
    """Return every rig, newest first."""
    rows = RigRepository(database(), owner()).heads()
    return Rigs(
        rigs=tuple(
            RigSummary(id=r.rig_id, name=r.document.name, revision=r.id, number=r.number, made_at=r.made_at)
            for r in rows
        )
    )


@blueprint.get("/rigs/<uuid:rig_id>")
@spec.validate(resp=Response(HTTP_200=RigRevision), tags=["rigs"])
def rig(rig_id: UUID) -> RigRevision:
    """Return the newest revision of a rig."""
    repository = RigRepository(database(), owner())
    row = repository.get(rig_id)
    head = repository.revision(row.head_revision) if row else None
    if head is None:
        raise UnknownRigError(str(rig_id))
    return _shown(head)


@blueprint.post("/rigs/<uuid:rig_id>/revisions")
@spec.validate(resp=Response(HTTP_200=RigRevision, HTTP_409=Stale), tags=["rigs"])
def revise(rig_id: UUID, json: NewRevision) -> RigRevision | FlaskResponse:
    """Save a revision; a stale base answers 409 with the newest, a repeated id changes nothing."""
    session = database()
    try:
        row = keep_rig(session, owner(), rig_id, json.id, json.base, json.rig)
    except StaleBaseError as stale:
        newest = _shown(stale.newest).model_dump(mode="json")
        return problem(409, "This rig was changed elsewhere since you opened it.", newest=newest)
    session.commit()
    session.refresh(row)
    return _shown(row)
