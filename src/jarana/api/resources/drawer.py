"""One's own tackle."""

from __future__ import annotations

from flask import Blueprint
from spectree import Response

from jarana.api.schemas import DrawerView
from jarana.api.security import work
from jarana.api.spec import spec

blueprint = Blueprint("drawer", __name__, url_prefix="/api/v1")


@blueprint.get("/drawer")
@spec.validate(resp=Response(HTTP_200=DrawerView), tags=["tackle"])
def drawer() -> DrawerView:
    """Return spools, fly patterns, rods and lines."""
    return DrawerView(drawer=work().belongings.drawer())
