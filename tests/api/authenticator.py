"""An authenticator in software: what a phone answers when it is asked to make a passkey or to show one."""

from __future__ import annotations

import hashlib
import json
from typing import Any

import cbor2
from cryptography.hazmat.primitives import hashes
from cryptography.hazmat.primitives.asymmetric import ec
from webauthn.helpers import bytes_to_base64url

UP_AND_VERIFIED, WITH_KEY = 0x05, 0x40


class Authenticator:
    """One key of one page."""

    def __init__(self, rp: str = "localhost", origin: str = "http://localhost") -> None:
        self.rp, self.origin, self.id, self.signed = rp, origin, b"a key of a phone", 0
        self.key = ec.generate_private_key(ec.SECP256R1())

    def _said(self, what: str, options: dict[str, Any]) -> bytes:
        told = {"type": what, "challenge": options["challenge"], "origin": self.origin, "crossOrigin": False}
        return json.dumps(told).encode()

    def _data(self, flags: int) -> bytes:
        return hashlib.sha256(self.rp.encode()).digest() + bytes([flags]) + self.signed.to_bytes(4, "big")

    def _answer(self, **response: bytes) -> dict[str, Any]:
        name = bytes_to_base64url(self.id)
        told = {key: bytes_to_base64url(value) for key, value in response.items()}
        return {"id": name, "rawId": name, "type": "public-key", "response": told}

    def make(self, options: dict[str, Any]) -> dict[str, Any]:
        """Return the passkey that was asked for."""
        place = self.key.public_key().public_numbers()
        public = cbor2.dumps({1: 2, 3: -7, -1: 1, -2: place.x.to_bytes(32, "big"), -3: place.y.to_bytes(32, "big")})
        kept = bytes(16) + len(self.id).to_bytes(2, "big") + self.id + public
        made = {"fmt": "none", "attStmt": {}, "authData": self._data(UP_AND_VERIFIED | WITH_KEY) + kept}
        return self._answer(clientDataJSON=self._said("webauthn.create", options), attestationObject=cbor2.dumps(made))

    def show(self, options: dict[str, Any]) -> dict[str, Any]:
        """Return what proves that it is here."""
        self.signed += 1
        data, said = self._data(UP_AND_VERIFIED), self._said("webauthn.get", options)
        signature = self.key.sign(data + hashlib.sha256(said).digest(), ec.ECDSA(hashes.SHA256()))
        return self._answer(clientDataJSON=said, authenticatorData=data, signature=signature)
