"""One's own waters."""

from __future__ import annotations

from flask import Blueprint
from spectree import Response

from jarana.api.schemas import Reaches
from jarana.api.security import database, owner
from jarana.api.spec import spec
from jarana.storage.repositories import Belongings

blueprint = Blueprint("reaches", __name__, url_prefix="/api")


@blueprint.get("/reaches")
@spec.validate(resp=Response(HTTP_200=Reaches), tags=["water"])
def reaches() -> Reaches:
    """Return every reach."""
    return Reaches(reaches=Belongings(database(), owner()).reaches())
