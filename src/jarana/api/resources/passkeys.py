"""Passkeys: made, looked at, taken away; and coming in by one."""

from __future__ import annotations

import time
from datetime import UTC, datetime

from flask import Blueprint, abort, session
from spectree import Response

from jarana.api.people_schemas import PasskeyMade, PasskeyOptions, PasskeySeen, PasskeyShown, PasskeysSeen
from jarana.api.resources.account import come_in_as, page_here
from jarana.api.schemas import Me
from jarana.api.security import database, limiter, work
from jarana.api.spec import spec
from jarana.core.words import phrases
from jarana.usecases.passkeys import (
    CHALLENGE_S,
    Page,
    add,
    challenge,
    come_in,
    options_to_add,
    options_to_come_in,
    passkeys,
    take_away,
)

say = phrases(
    __name__,
    """
a-passkey-belongs-to-a = A passkey belongs to a name: open Jarana by its name, not by the number of the machine.
that-took-too-long-try = That took too long; try again.
that-passkey-lets-nobody-in = That passkey lets nobody in here.
""",
)

blueprint = Blueprint("passkeys", __name__, url_prefix="/api/v1")
ASKED = "passkey"
"""Where the browser's session keeps what was asked."""


def _page() -> Page:
    page = page_here()
    if not page.takes_passkeys:
        abort(403, say("a-passkey-belongs-to-a"))
    return page


def _ask() -> str:
    asked = challenge()
    session[ASKED] = [asked, int(time.time())]
    return asked


def _asked() -> str:
    kept = session.pop(ASKED, None)
    if not isinstance(kept, list) or time.time() - kept[1] > CHALLENGE_S:
        abort(401, say("that-took-too-long-try"))
    return str(kept[0])


@blueprint.get("/passkeys")
@spec.validate(resp=Response(HTTP_200=PasskeysSeen), tags=["session"])
def all_passkeys() -> PasskeysSeen:
    """Return one's passkeys, and whether this page takes any."""
    return _seen()


def _seen() -> PasskeysSeen:
    rows = tuple(
        PasskeySeen(id=row.id, name=row.name, made_at=row.made_at, used_at=row.used_at) for row in passkeys(work())
    )
    return PasskeysSeen(passkeys=rows, here=page_here().takes_passkeys)


@blueprint.post("/passkeys/ask")
@limiter.limit("20/minute")
@spec.validate(resp=Response(HTTP_200=PasskeyOptions), tags=["session"])
def ask_for_one() -> PasskeyOptions:
    """Return what a browser needs to make a passkey."""
    return PasskeyOptions(options=options_to_add(work(), _page(), _ask()))


@blueprint.post("/passkeys")
@limiter.limit("20/minute")
@spec.validate(resp=Response(HTTP_200=PasskeysSeen), tags=["session"])
def keep_one(json: PasskeyMade) -> PasskeysSeen:
    """Keep a passkey a browser made."""
    add(work(), _page(), _asked(), json.credential, json.name)
    return _seen()


@blueprint.delete("/passkeys/<string:passkey_id>")
@limiter.limit("60/minute")
@spec.validate(resp=Response(HTTP_200=PasskeysSeen), tags=["session"])
def take_one_away(passkey_id: str) -> PasskeysSeen:
    """Forget a passkey: it lets nobody in any more."""
    take_away(work(), passkey_id)
    return _seen()


@blueprint.post("/sign-in/passkey/ask")
@limiter.limit("20/minute")
@spec.validate(resp=Response(HTTP_200=PasskeyOptions), tags=["session"])
def ask_who() -> PasskeyOptions:
    """Return what a browser needs to let somebody choose a passkey of this page."""
    return PasskeyOptions(options=options_to_come_in(_page(), _ask()))


@blueprint.post("/sign-in/passkey")
@limiter.limit("20/minute")
@spec.validate(resp=Response(HTTP_200=Me), tags=["session"])
def by_passkey(json: PasskeyShown) -> Me:
    """Sign in with a passkey."""
    row = come_in(database(), _page(), _asked(), json.credential, datetime.now(UTC))
    if row is None:
        abort(401, say("that-passkey-lets-nobody-in"))
    return come_in_as(row)
