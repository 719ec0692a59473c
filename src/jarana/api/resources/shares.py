"""Links by which others see one thing of one's own."""

from __future__ import annotations

from dataclasses import asdict
from datetime import UTC, datetime
from uuid import UUID

import segno
from flask import Blueprint, request
from spectree import Response

from jarana.api.people_schemas import LinkMade, Links, LinkSeen, NewLink, SharedSeen, Taken
from jarana.api.security import asking, database, limiter, work
from jarana.api.spec import spec
from jarana.usecases.share import Shared, list_links, open_link, share, take_back, take_into_mine

blueprint = Blueprint("shares", __name__, url_prefix="/api/v1")


@blueprint.get("/links")
@spec.validate(resp=Response(HTTP_200=Links), tags=["links"])
def links() -> Links:
    """Return one's links, newest first."""
    return _links()


@blueprint.post("/links")
@limiter.limit("60/hour")
@spec.validate(resp=Response(HTTP_200=LinkMade), tags=["links"])
def make(json: NewLink) -> LinkMade:
    """Make a link to a rig, a leader, a water or an outing; its address is told this once."""
    secret, row = share(work(), json.kind, json.subject, json.days, json.vague)
    address = f"{request.host_url}shared/{secret}"
    picture = segno.make(address, micro=False, error="m").svg_data_uri(omitsize=True, dark="#0F2A33", light="#FFFFFF")
    return LinkMade(address=address, picture=picture, link=LinkSeen.model_validate(asdict(row)))


@blueprint.delete("/links/<uuid:link_id>")
@spec.validate(resp=Response(HTTP_200=Links), tags=["links"])
def end(link_id: UUID) -> Links:
    """Take a link back: it shows nothing any more."""
    take_back(work(), link_id)
    return _links()


@blueprint.get("/shared/<secret>")
@limiter.limit("60/minute")
@spec.validate(resp=Response(HTTP_200=SharedSeen), tags=["links"])
def shown(secret: str) -> SharedSeen:
    """Return what a link shows; nobody need be signed in."""
    return _seen(open_link(database(), secret, datetime.now(UTC), asking()))


@blueprint.post("/shared/<secret>/take")
@limiter.limit("60/hour")
@spec.validate(resp=Response(HTTP_200=Taken), tags=["links"])
def take(secret: str) -> Taken:
    """Copy what a link shows into one's own; its name tells whose it was."""
    kind, key = take_into_mine(work(), secret, asking())
    return Taken(kind=kind, id=key)


def _links() -> Links:
    return Links(links=tuple(LinkSeen.model_validate(asdict(row)) for row in list_links(work())))


def _seen(found: Shared) -> SharedSeen:
    plain = {name: getattr(found, name) for name in SharedSeen.model_fields}
    return SharedSeen.model_validate(plain | {"parts": tuple(asdict(part) for part in found.parts)})
