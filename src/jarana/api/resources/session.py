"""Signing in with a one-time token, and who is signed in."""

from __future__ import annotations

from datetime import UTC, datetime

import segno
from flask import Blueprint, abort, current_app, request
from flask_login import current_user, login_user, logout_user
from spectree import Response

from jarana.api.schemas import ChosenUnits, InHandView, Me, PhoneCode, TakeInHand, Token
from jarana.api.security import Person, database, limiter, work
from jarana.api.spec import spec
from jarana.core.words import phrases
from jarana.usecases.in_hand import in_hand, take_in_hand
from jarana.usecases.keep_measures import keep_units, measures_of
from jarana.usecases.open_join import begin_account
from jarana.usecases.sign_in import PHONE_LIFE, begin_sitting, end_sittings, make_phone_code, spend_token

say = phrases(
    __name__,
    """
this-address-has-been-used = This address has been used or is too old; take the newest one that the start command printed.
""",
)

OWN_HOSTS = ("127.0.0.1", "localhost", "[::1]")
blueprint = Blueprint("session", __name__, url_prefix="/api/v1")


def _guessable() -> bool:
    """Say whether what is sent could be guessed: digits, not a token."""
    sent = request.get_json(silent=True)
    token = sent.get("token") if isinstance(sent, dict) else None
    return isinstance(token, str) and token.isdigit()


@blueprint.post("/sign-in")
@limiter.limit("20/minute")
@limiter.limit("5/minute", exempt_when=lambda: not _guessable())
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def sign_in(json: Token) -> Me:
    """Spend a one-time token and start a session."""
    now = datetime.now(UTC)
    found = spend_token(database(), json.token, now)
    joined = None if found else begin_account(database(), str(current_app.secret_key), json.token, now)
    found = (joined, True) if joined is not None else found
    if found is None:
        abort(
            401,
            say("this-address-has-been-used"),
        )
    row, by_letter = found
    login_user(Person(row, begin_sitting(database(), row.id, now, by_letter)), remember=True)
    return Me(id=row.id, name=row.name)


@blueprint.post("/phone")
@limiter.limit("10/minute")
@spec.validate(resp=Response(HTTP_200=PhoneCode), tags=["session"])
def phone() -> PhoneCode:
    """Make what lets a phone in as this person: an address as a picture, and six digits, once each and for some minutes."""
    token, digits = make_phone_code(database(), current_user.angler_id, datetime.now(UTC))
    enter = f"{request.host_url}enter"
    address = f"{enter}?phone#{token}"
    picture = segno.make(address, micro=False, error="m").svg_data_uri(omitsize=True, dark="#0F2A33", light="#FFFFFF")
    return PhoneCode(
        address=address,
        enter=enter,
        picture=picture,
        digits=digits,
        minutes=round(PHONE_LIFE.total_seconds() / 60),
        reachable=request.host.partition(":")[0] not in OWN_HOSTS,
    )


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
    return InHandView(water=now.water, rig=now.rig, told=now.told)


@blueprint.put("/in-hand")
@spec.validate(resp=Response(HTTP_200=InHandView), tags=["session"])
def take(json: TakeInHand) -> InHandView:
    """Take a water, a rig, or both in hand."""
    now = take_in_hand(work(), json.water, json.rig)
    return InHandView(water=now.water, rig=now.rig, told=now.told)


@blueprint.get("/me")
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def me() -> Me:
    """Say who is signed in."""
    return Me(id=current_user.angler_id, name=current_user.name, units=measures_of(work()).units)


@blueprint.put("/me/units")
@spec.validate(resp=Response(HTTP_200=ChosenUnits), tags=["session"])
def set_units(json: ChosenUnits) -> ChosenUnits:
    """Keep what one reads and types in, for every browser of one's own."""
    return ChosenUnits(units=keep_units(work(), json.units))
