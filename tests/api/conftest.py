from __future__ import annotations

from collections.abc import Iterator
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.app import create_app
from jarana.api.security import limiter
from jarana.api.settings import Settings
from tests.conftest import VALLEY, Postgres
from tests.people import demo_token, token_for


@pytest.fixture(scope="session")
def only_app(postgres: Postgres) -> Flask:
    """The application of a worker: putting its routes together takes longer than most tests."""
    return create_app(Settings(postgres.put_back("valley", VALLEY), "test-secret", web=Path(), limits=False))


@pytest.fixture(scope="session")
def cookies(only_app: Flask, postgres: Postgres) -> dict[str, str]:
    """What a browser of the demo angler keeps once signed in; it stays good whenever rows are put back."""
    postgres.put_back("valley", VALLEY)
    client = enter(only_app, None)
    postgres.remember("valley")
    return {cookie.key: cookie.value for name in ("jarana", "jarana_stay") if (cookie := client.get_cookie(name))}


def at_work(app: Flask, url: str, web: Path) -> Iterator[Flask]:
    """Have an application that is kept work over a database and a folder of one test's own."""
    assert app.extensions["engine"].url.render_as_string(hide_password=False) == url
    app.config["WEB"] = web
    limiter.enabled = False  # there is one for all applications of a process, as the last of them wanted it
    yield app


@pytest.fixture
def app(only_app: Flask, valley_url: str, tmp_path: Path) -> Iterator[Flask]:
    """The application of the worker, for one test."""
    yield from at_work(only_app, valley_url, tmp_path)


@pytest.fixture
def own_app(postgres: Postgres, tmp_path: Path) -> Iterator[Flask]:
    """The application over a database that is made for one test, to be spoilt as a whole."""
    app = create_app(Settings(postgres.copy("own", VALLEY), "test-secret", web=tmp_path, limits=False))
    yield app
    app.extensions["engine"].dispose()


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
def client(cookies: dict[str, str], app: Flask) -> FlaskClient:
    """The demo angler, signed in."""
    client = app.test_client()
    for name, value in cookies.items():
        client.set_cookie(name, value)
    return client
