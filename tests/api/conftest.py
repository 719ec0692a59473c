from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.app import create_app
from jarana.api.settings import Settings
from tests.people import demo_token, token_for


@pytest.fixture
def app(valley_url: str, tmp_path: Path) -> Iterator[Flask]:
    app = create_app(Settings(valley_url, "test-secret", web=tmp_path, limits=False))
    yield app
    app.extensions["sessions"].kw["bind"].dispose()


@pytest.fixture
def stranger(app: Flask) -> FlaskClient:
    """Somebody who is not signed in."""
    return app.test_client()


def enter(app: Flask, name: str | None) -> FlaskClient:
    """Return a client signed in as the demo angler (None) or as a new person of that name."""
    url = app.extensions["sessions"].kw["bind"].url.render_as_string(hide_password=False)
    token = demo_token(url) if name is None else token_for(url, name)
    client = app.test_client()
    assert client.post("/api/v1/sign-in", json={"token": token}).status_code == 200
    return client


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    """The demo angler, signed in."""
    return enter(app, None)
