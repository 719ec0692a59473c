from __future__ import annotations

from collections.abc import Iterator
from datetime import UTC, datetime
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.app import create_app
from jarana.api.settings import Settings
from jarana.demo.load import load_demo
from jarana.storage.database import make_engine, make_sessions
from jarana.storage.tables import AnglerRow
from jarana.usecases.sign_in import make_token


@pytest.fixture
def app(database_url: str, tmp_path: Path) -> Iterator[Flask]:
    app = create_app(Settings(database_url, "test-secret", web=tmp_path, limits=False))
    yield app
    app.extensions["sessions"].kw["bind"].dispose()


@pytest.fixture
def stranger(app: Flask) -> FlaskClient:
    """Somebody who is not signed in."""
    return app.test_client()


def enter(app: Flask, name: str | None) -> FlaskClient:
    """Return a client signed in as the demo angler (None) or as a new person of that name."""
    engine = make_engine(app.extensions["sessions"].kw["bind"].url)
    with make_sessions(engine)() as session:
        if name is None:
            angler = load_demo(session)
        else:
            angler = AnglerRow(name=name)
            session.add(angler)
            session.flush()
        token = make_token(session, angler.id, datetime.now(UTC))
        session.commit()
    engine.dispose()
    client = app.test_client()
    assert client.post("/api/sign-in", json={"token": token}).status_code == 200
    return client


@pytest.fixture
def client(app: Flask) -> FlaskClient:
    """The demo angler, signed in."""
    return enter(app, None)
