"""The application factory."""

from __future__ import annotations

import json
from functools import cache

from flask import Flask, Response
from flask_compress import Compress
from werkzeug.middleware.proxy_fix import ProxyFix

from jarana.api.errors import add_error_handlers
from jarana.api.logs import log_json
from jarana.api.metrics import blueprint as metrics
from jarana.api.metrics import count
from jarana.api.resources import blueprints
from jarana.api.security import guard
from jarana.api.settings import Settings
from jarana.api.spec import openapi, spec
from jarana.storage import limits as _limits  # noqa: F401  makes the shared counts known
from jarana.storage.database import make_engine, make_sessions
from jarana.usecases.sign_in import SITTING_LIFE

COMPRESSED = [
    "text/html", "text/css", "text/csv", "text/plain", "text/javascript", "application/javascript", "application/json",
    "application/problem+json", "image/svg+xml",
]  # fmt: skip
LARGEST_BODY = 2_000_000
"""bytes."""


def create_app(settings: Settings | None = None) -> Flask:
    """Return the application; without settings they come from the environment."""
    settings = settings or Settings.from_environment()
    log_json()
    app = Flask("jarana", static_folder=None)
    app.config.update(
        SECRET_KEY=settings.secret_key,
        TRUSTED_HOSTS=list(settings.hosts),
        MAX_CONTENT_LENGTH=LARGEST_BODY,
        SESSION_COOKIE_SECURE=settings.behind_tls,
        REMEMBER_COOKIE_SECURE=settings.behind_tls,
        SESSION_COOKIE_HTTPONLY=True,
        SESSION_COOKIE_SAMESITE="Lax",
        SESSION_COOKIE_NAME=settings.cookie,
        REMEMBER_COOKIE_NAME=f"{settings.cookie}_stay",
        REMEMBER_COOKIE_HTTPONLY=True,
        REMEMBER_COOKIE_SAMESITE="Lax",
        REMEMBER_COOKIE_DURATION=SITTING_LIFE,
        RATELIMIT_ENABLED=settings.limits,
        WEB=settings.web,
        COMPRESS_ALGORITHM=["br", "gzip"],
        COMPRESS_ALGORITHM_STREAMING=["br", "gzip"],
        COMPRESS_MIMETYPES=COMPRESSED,
        DEVICES={"micrometer": settings.micrometer, "scale": settings.scale},
        GAUGE=settings.gauge,
        MAIL=bool(settings.mail),
        SIGN_UP=settings.sign_up,
    )
    if settings.behind_tls:
        app.wsgi_app = ProxyFix(app.wsgi_app, x_for=1, x_proto=1, x_host=1)  # type: ignore[method-assign]
    engine = make_engine(settings.database_url)
    app.extensions |= {"engine": engine, "sessions": make_sessions(engine)}
    # Counts have connections of their own: a request that holds one must never wait for a second of the same.
    app.config.update(
        RATELIMIT_STORAGE_URI="postgres-limits://", RATELIMIT_STORAGE_OPTIONS={"engine": make_engine(settings.database_url, isolation_level="AUTOCOMMIT")},
        RATELIMIT_IN_MEMORY_FALLBACK_ENABLED=True, METRICS_TOKEN=settings.metrics_token,
    )  # fmt: skip
    guard(app)
    count(app)
    Compress(app)
    add_error_handlers(app)
    for blueprint in blueprints():
        app.register_blueprint(blueprint)
    app.register_blueprint(metrics)
    spec.register(app)

    @cache
    def described() -> str:
        return json.dumps(openapi(app))

    @app.get("/api/v1/openapi.json")
    def _description() -> Response:
        return Response(described(), mimetype="application/json")

    return app
