"""Signing in with a one-time token, and who is signed in."""

from __future__ import annotations

from datetime import UTC, datetime

from flask import Blueprint, abort
from flask_login import current_user, login_user, logout_user
from spectree import Response

from jarana.api.schemas import InHandView, Me, TakeInHand, Token
from jarana.api.security import Person, database, limiter, work
from jarana.api.spec import spec
from jarana.usecases.in_hand import in_hand, take_in_hand
from jarana.usecases.sign_in import begin_sitting, end_sittings, spend_token

blueprint = Blueprint("session", __name__, url_prefix="/api/v1")


@blueprint.post("/sign-in")
@limiter.limit("20/minute")
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def sign_in(json: Token) -> Me:
    """Spend a one-time token and start a session."""
    now = datetime.now(UTC)
    row = spend_token(database(), json.token, now)
    if row is None:
        abort(
            401,
            "This address has been used or is too old; take the newest one that the start command printed.",
        )
    login_user(Person(row, begin_sitting(database(), row.id, now)), remember=True)
    return Me(id=row.id, name=row.name)


@blueprint.post("/sign-out")
@spec.validate(resp=Response(HTTP_200=None), tags=["session"])
def sign_out() -> dict[str, str]:
    """Sign this browser out: its cookies let nobody in any more, kept copies of them included."""
    end_sittings(database(), current_user.angler_id, datetime.now(UTC), current_user.sitting)
    logout_user()
    return {}


@blueprint.post("/sign-out-everywhere")
@spec.validate(resp=Response(HTTP_200=None), tags=["session"])
def sign_out_everywhere() -> dict[str, str]:
    """Sign every browser of this person out, this one too."""
    end_sittings(database(), current_user.angler_id, datetime.now(UTC))
    logout_user()
    return {}


@blueprint.get("/in-hand")
@spec.validate(resp=Response(HTTP_200=InHandView), tags=["session"])
def held() -> InHandView:
    """Return today's water and the rig in hand, the person's own whatever browser they sit at."""
    now = in_hand(work())
    return InHandView(water=now.water, rig=now.rig)


@blueprint.put("/in-hand")
@spec.validate(resp=Response(HTTP_200=InHandView), tags=["session"])
def take(json: TakeInHand) -> InHandView:
    """Take a water, a rig, or both in hand."""
    now = take_in_hand(work(), json.water, json.rig)
    return InHandView(water=now.water, rig=now.rig)


@blueprint.get("/me")
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def me() -> Me:
    """Say who is signed in."""
    return Me(id=current_user.angler_id, name=current_user.name)
