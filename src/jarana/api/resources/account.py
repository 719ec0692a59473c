"""Accounts: by invitation or openly, by password or by letter; and everything gone when one goes."""

from __future__ import annotations

from dataclasses import asdict
from datetime import UTC, datetime

import segno
from flask import Blueprint, abort, current_app, request
from flask_login import current_user, login_user, logout_user
from spectree import Response

from jarana.api.people_schemas import (
    AccountChange,
    AccountSeen,
    Doors,
    Invitation,
    JoinOpenly,
    JoinWith,
    LetterOnItsWay,
    MailAddress,
    RemoveMe,
    WordSignIn,
)
from jarana.api.schemas import Me
from jarana.api.security import Person, database, limiter, work
from jarana.api.spec import spec
from jarana.core.words import phrases
from jarana.storage.tables import AnglerRow
from jarana.usecases.account import (
    INVITED,
    WrongWordError,
    ask_again,
    ask_to_join,
    change_account,
    invite,
    join,
    remove,
    see_account,
    sign_in_word,
)
from jarana.usecases.letters import post
from jarana.usecases.passkeys import Page
from jarana.usecases.sign_in import begin_sitting

say = phrases(
    __name__,
    """
if-that-address-is-one = If that address is one we know, a letter is on its way to it.
a-letter-is-on-its = A letter is on its way to that address.
this-server-takes-no-new = This server takes no new people.
accounts-are-by-invitation-here = Accounts are by invitation here.
this-server-sends-no-letters = This server sends no letters; ask who runs it for a way in.
many-of-your-invitations-stand = Many of your invitations stand still unused; they run out after two weeks.
address-and-password-do-not = Address and password do not belong together.
that-invitation-was-used-or = That invitation was used, or is too old; ask for another.
""",
)

blueprint = Blueprint("account", __name__, url_prefix="/api/v1")
ON_ITS_WAY = say("if-that-address-is-one")
ASKED = say("a-letter-is-on-its")


def _mail() -> str:
    """Return which account is knocked at: guesses are counted for each."""
    sent = request.get_json(silent=True)
    mail = sent.get("mail") if isinstance(sent, dict) else None
    return f"mail {str(mail).strip().lower()[:254]}"


def page_here() -> Page:
    """Return the page that is open, as a passkey knows it."""
    host, _, port = request.host.rpartition(":")
    return Page(host if host and port.isdigit() else request.host, request.host_url.rstrip("/"))


def come_in_as(row: AnglerRow) -> Me:
    """Begin a sitting of its own: what a browser held before lets nobody in."""
    logout_user()
    login_user(Person(row, begin_sitting(database(), row.id, datetime.now(UTC))), remember=True)
    return Me(id=row.id, name=row.name)


@blueprint.get("/doors")
@spec.validate(resp=Response(HTTP_200=Doors), tags=["session"])
def doors() -> Doors:
    """Say how one gets in here."""
    return Doors(
        sign_up=current_app.config["SIGN_UP"],
        letters=current_app.config["MAIL"],
        passkeys=page_here().takes_passkeys,
    )


@blueprint.post("/sign-in/word")
@limiter.limit("20/minute")
@limiter.limit("10/hour", key_func=_mail)
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def by_word(json: WordSignIn) -> Me:
    """Sign in with mail address and password."""
    try:
        return come_in_as(sign_in_word(database(), json.mail, json.word))
    except WrongWordError:
        abort(401, say("address-and-password-do-not"))


@blueprint.post("/join")
@limiter.limit("10/minute")
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def join_with(json: JoinWith) -> Me:
    """Make an account by invitation, and sign in."""
    if current_app.config["SIGN_UP"] == "closed":
        abort(403, say("this-server-takes-no-new"))
    try:
        return come_in_as(join(database(), json.invitation, json.name, json.mail, json.word, datetime.now(UTC)))
    except WrongWordError:
        abort(401, say("that-invitation-was-used-or"))


@blueprint.post("/join/ask")
@limiter.limit("5/minute")
@limiter.limit("5/hour", key_func=_mail)
@spec.validate(resp=Response(HTTP_200=LetterOnItsWay), tags=["session"])
def join_openly(json: JoinOpenly) -> LetterOnItsWay:
    """Ask for an account where anybody may have one: a letter lets one in, whoever has that address already too."""
    if current_app.config["SIGN_UP"] != "open" or not current_app.config["MAIL"]:
        abort(403, say("accounts-are-by-invitation-here"))
    enter = f"{request.host_url}enter"
    secret = str(current_app.secret_key)
    post(database(), ask_to_join(database(), secret, json.name, json.mail, enter, datetime.now(UTC)))
    return LetterOnItsWay(says=ASKED)


@blueprint.post("/recover")
@limiter.limit("5/minute")
@limiter.limit("5/hour", key_func=_mail)
@spec.validate(resp=Response(HTTP_200=LetterOnItsWay), tags=["session"])
def recover(json: MailAddress) -> LetterOnItsWay:
    """Send a way in to who forgot their password; the answer is the same for everybody."""
    if not current_app.config["MAIL"]:
        abort(403, say("this-server-sends-no-letters"))
    post(database(), ask_again(database(), json.mail, f"{request.host_url}enter", datetime.now(UTC)))
    return LetterOnItsWay(says=ON_ITS_WAY)


@blueprint.get("/account")
@spec.validate(resp=Response(HTTP_200=AccountSeen), tags=["session"])
def account() -> AccountSeen:
    """Return one's account."""
    return AccountSeen.model_validate(asdict(see_account(work(), current_user.sitting)))


@blueprint.put("/account")
@limiter.limit("20/hour")
@spec.validate(resp=Response(HTTP_200=AccountSeen), tags=["session"])
def change(json: AccountChange) -> AccountSeen:
    """Keep name and mail address, and a new password where one is sent; every other browser is signed out then."""
    change_account(work(), current_user.sitting, json.name, json.mail, json.word, json.old)
    return AccountSeen.model_validate(asdict(see_account(work(), current_user.sitting)))


@blueprint.post("/account/invitations")
@limiter.limit("20/hour")
@spec.validate(resp=Response(HTTP_200=Invitation), tags=["session"])
def invitation() -> Invitation:
    """Make an invitation for one more person."""
    if current_app.config["SIGN_UP"] == "closed":
        abort(403, say("this-server-takes-no-new"))
    secret = invite(work())
    if secret is None:
        abort(409, say("many-of-your-invitations-stand"))
    address = f"{request.host_url}join#{secret}"
    picture = segno.make(address, micro=False, error="m").svg_data_uri(omitsize=True, dark="#0F2A33", light="#FFFFFF")
    return Invitation(address=address, picture=picture, days=INVITED.days)


@blueprint.post("/account/remove")
@limiter.limit("10/hour")
@spec.validate(resp=Response(HTTP_200=None), tags=["session"])
def go(json: RemoveMe) -> dict[str, str]:
    """Delete this person and everything that is theirs; take an archive first."""
    remove(work(), json.name)
    logout_user()
    return {}
