"""Signing in with a one-time token, and who is signed in."""

from __future__ import annotations

from datetime import UTC, datetime

from flask import Blueprint, abort
from flask_login import current_user, login_user, logout_user
from spectree import Response

from jarana.api.schemas import Me, Token
from jarana.api.security import Person, database, limiter
from jarana.api.spec import spec
from jarana.usecases.sign_in import spend_token

blueprint = Blueprint("session", __name__, url_prefix="/api")


@blueprint.post("/sign-in")
@limiter.limit("20/minute")
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def sign_in(json: Token) -> Me:
    """Spend a one-time token and start a session."""
    session = database()
    row = spend_token(session, json.token, datetime.now(UTC))
    session.commit()
    if row is None:
        abort(
            401,
            "This address has been used or is too old; take the newest one that the start command printed.",
        )
    login_user(Person(row), remember=True)
    return Me(id=row.id, name=row.name)


@blueprint.post("/sign-out")
@spec.validate(resp=Response(HTTP_200=None), tags=["session"])
def sign_out() -> dict[str, str]:
    """End this session."""
    logout_user()
    return {}


@blueprint.get("/me")
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def me() -> Me:
    """Say who is signed in."""
    return Me(id=current_user.angler_id, name=current_user.name)
