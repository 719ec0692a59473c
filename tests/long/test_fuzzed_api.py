"""The API against its own description, at length: more than ten thousand requests."""

from __future__ import annotations

import pytest
from flask import Flask
from flask.testing import FlaskClient

from tests.api.conftest import app, client, cookies, only_app
from tests.api.fuzz import answers_as_described

__all__ = ["app", "client", "cookies", "only_app"]
PARTS = 4


@pytest.mark.parametrize("place", range(PARTS))
def test_whatever_is_sent_is_answered_as_described(app: Flask, client: FlaskClient, place: int) -> None:
    answers_as_described(app, client, examples=80, part=(place, PARTS))
