"""Leaders designed from one's own spools."""

from __future__ import annotations

from flask import Blueprint
from spectree import Response

from jarana.api.leader_schemas import LeaderAnswer, LeaderBook, LeaderRequest
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.core.leader.design import design
from jarana.core.leader.spec import LeaderDesign, LeaderSpec
from jarana.usecases.design_leader import Asked, design_leader
from jarana.usecases.situations import situation_of

blueprint = Blueprint("leader", __name__, url_prefix="/api/v1/leader")


@blueprint.get("/book")
@spec.validate(resp=Response(HTTP_200=LeaderBook), tags=["leader"])
def book() -> LeaderBook:
    """Return the schools and the ready-made leaders."""
    return LeaderBook.whole()


@blueprint.post("")
@limiter.limit("1200/minute")
@spec.validate(resp=Response(HTTP_200=LeaderAnswer), tags=["leader"])
def leader(json: LeaderRequest) -> LeaderAnswer:
    """Design a leader for the rig in hand."""
    situation = situation_of(work(), json.rig, json.water, asking())
    asked = Asked(**json.model_dump(exclude={"rig", "water", "seq", "shares", "spools"}), shares=json.shares,
                  spools=json.spools)  # fmt: skip
    return LeaderAnswer.of(design_leader(situation, asked), json.seq, situation.writer)


@blueprint.post("/design")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=LeaderDesign), tags=["leader"])
def bare(json: LeaderSpec) -> LeaderDesign:
    """Design a leader from a whole specification, as ``jarana leader design`` does."""
    return design(json, asking().writer)
