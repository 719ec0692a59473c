"""Passkeys (WebAuthn): a key on a phone or a desk that lets its person in; here only its public half is kept."""

from __future__ import annotations

import ipaddress
import re
import secrets
from collections.abc import Mapping
from dataclasses import dataclass
from datetime import datetime
from typing import Any

from sqlalchemy.orm import Session
from webauthn import (
    generate_authentication_options,
    generate_registration_options,
    verify_authentication_response,
    verify_registration_response,
)
from webauthn.helpers import base64url_to_bytes, bytes_to_base64url, options_to_json_dict
from webauthn.helpers.exceptions import WebAuthnException
from webauthn.helpers.structs import (
    AuthenticatorSelectionCriteria,
    PublicKeyCredentialDescriptor,
    ResidentKeyRequirement,
    UserVerificationRequirement,
)

from jarana.core.errors import InputError
from jarana.core.words import phrases
from jarana.storage.people import Anglers, Passkeys
from jarana.storage.tables import AnglerRow, PasskeyRow
from jarana.storage.work import Work

say = phrases(
    __name__,
    """
no-good = is no passkey of this page
enough = { $most } passkeys are enough; take one away first
there = is kept already
unnamed = a passkey
""",
)
KEY = re.compile(r"[A-Za-z0-9_-]{1,400}")
"""The id of a passkey, as it goes over the wire."""
MOST = 20
MOST_NAME = 60
CHALLENGE_S = 300
"""s in which a page asks for a passkey and has it."""
SURE = UserVerificationRequirement.REQUIRED
"""A finger, a face or a code each time: a passkey is all one needs to come in."""


class UnknownPasskeyError(Exception):
    """There is no such passkey of this person."""


@dataclass(frozen=True)
class Page:
    """Where a passkey is asked for: the name it belongs to, and the address of the page."""

    name: str
    origin: str

    @property
    def takes_passkeys(self) -> bool:
        """Whether a passkey can belong to it: to a name, never to the number of a machine."""
        try:
            ipaddress.ip_address(self.name.strip("[]"))
        except ValueError:
            return True
        return False


def challenge() -> str:
    """Return what a passkey is to sign, once."""
    return bytes_to_base64url(secrets.token_bytes(32))


def options_to_add(work: Work, page: Page, asked: str) -> dict[str, Any]:
    """Return what a browser needs to make a passkey for the person."""
    angler = work.anglers.get(work.owner)
    assert angler is not None
    known = [PublicKeyCredentialDescriptor(id=base64url_to_bytes(row.id)) for row in _mine(work)]
    options = generate_registration_options(
        rp_id=page.name,
        rp_name="Jarana",
        user_id=work.owner.bytes,
        user_name=angler.mail or angler.name,
        user_display_name=angler.name,
        challenge=base64url_to_bytes(asked),
        authenticator_selection=AuthenticatorSelectionCriteria(
            resident_key=ResidentKeyRequirement.REQUIRED, user_verification=SURE
        ),
        exclude_credentials=known,
    )
    return dict(options_to_json_dict(options))


def add(work: Work, page: Page, asked: str, credential: Mapping[str, Any], name: str) -> None:
    """Keep a passkey that a browser made.

    Raises
    ------
    InputError
        When it was made for another page, for something else that was asked, or there are enough.
    """
    try:
        made = verify_registration_response(
            credential=dict(credential),
            expected_challenge=base64url_to_bytes(asked),
            expected_rp_id=page.name,
            expected_origin=page.origin,
            require_user_verification=True,
        )
    except (WebAuthnException, ValueError, TypeError, KeyError):
        raise InputError.one("credential", "", say("no-good")) from None
    with work.writing():
        work.belongings.lock()
        mine = _mine(work)
        if len(mine) >= MOST:
            raise InputError.one("credential", "", say("enough", most=str(MOST)))
        key = bytes_to_base64url(made.credential_id)
        if Passkeys(work.session).get(key) is not None:
            raise InputError.one("credential", "", say("there"))
        told = "".join(c for c in name.strip() if c.isprintable())[:MOST_NAME]
        row = PasskeyRow(
            id=key, angler_id=work.owner, public_key=made.credential_public_key, signed=made.sign_count,
            name=told or say("unnamed"), made_at=work.now,
        )  # fmt: skip
        Passkeys(work.session).add(row)


def passkeys(work: Work) -> list[PasskeyRow]:
    """Return one's passkeys, newest first."""
    with work.reading():
        return _mine(work)


def _mine(work: Work) -> list[PasskeyRow]:
    return list(Passkeys(work.session).of(work.owner))


def take_away(work: Work, key: str) -> None:
    """Forget a passkey of one's own: it lets nobody in any more.

    Raises
    ------
    UnknownPasskeyError
        When there is none.
    """
    with work.writing():
        if not Passkeys(work.session).remove(work.owner, key):
            raise UnknownPasskeyError(key)


def options_to_come_in(page: Page, asked: str) -> dict[str, Any]:
    """Return what a browser needs to let somebody choose a passkey of this page."""
    options = generate_authentication_options(
        rp_id=page.name, challenge=base64url_to_bytes(asked), user_verification=SURE
    )
    return dict(options_to_json_dict(options))


def come_in(session: Session, page: Page, asked: str, credential: Mapping[str, Any], now: datetime) -> AnglerRow | None:
    """Return the person a passkey lets in; None where it is not kept, signed something else, or was copied.

    A key that counts its uses and tells fewer than before is not the one that was kept.
    """
    keys = Passkeys(session)
    key = str(credential.get("id", ""))
    row = keys.get(key) if KEY.fullmatch(key) else None
    if row is None:
        return None
    try:
        found = verify_authentication_response(
            credential=dict(credential),
            expected_challenge=base64url_to_bytes(asked),
            expected_rp_id=page.name,
            expected_origin=page.origin,
            credential_public_key=row.public_key,
            credential_current_sign_count=row.signed,
            require_user_verification=True,
        )
    except (WebAuthnException, ValueError, TypeError, KeyError):
        return None
    keys.used(row, found.new_sign_count, now)
    angler = Anglers(session).get(row.angler_id)
    session.commit()
    return angler
