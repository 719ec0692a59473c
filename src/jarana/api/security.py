"""Who may ask, from where, and what a browser may do with the answer."""

from __future__ import annotations

import math
import time
from datetime import UTC, datetime
from uuid import UUID, uuid4

import structlog
from flask import Flask, Response, abort, current_app, g, request
from flask import session as cookie
from flask_limiter import Limiter
from flask_limiter.util import get_remote_address
from flask_login import LoginManager, UserMixin, current_user
from sqlalchemy.orm import Session

from jarana.core.words import phrases
from jarana.storage.tables import AnglerRow
from jarana.storage.work import Work
from jarana.usecases.sign_in import sitting_person
from jarana.usecases.today import Asking, asking_of

say = phrases(
    __name__,
    """
not-signed-in = You are not signed in here.
somebody-else = Somebody else is signed in here by now; nothing was kept.
sent-from-another-site = Sent from another site.
send-json = Send JSON.
the-json-is-nested-too = The JSON is nested too deeply.
""",
)

CONTENT_POLICY = (
    "default-src 'self'; script-src 'self'; style-src 'self' 'unsafe-inline'; img-src 'self' data: blob:; "
    "font-src 'self'; connect-src 'self'; object-src 'none'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'"
)
HEADERS = {
    "Content-Security-Policy": CONTENT_POLICY,
    "X-Content-Type-Options": "nosniff",
    "Referrer-Policy": "no-referrer",
    "Permissions-Policy": "camera=(), microphone=(), geolocation=(self), publickey-credentials-get=(self), publickey-credentials-create=(self)",
    "Cross-Origin-Opener-Policy": "same-origin",
    "Cross-Origin-Resource-Policy": "same-origin",
}
OPEN = {
    "session.sign_in",
    "shares.shown",
    "account.doors",
    "account.by_word",
    "passkeys.ask_who",
    "passkeys.by_passkey",
    "account.join_with",
    "account.join_openly",
    "account.recover",
    "health.healthz",
    "health.livez",
    "health.readyz",
    "metrics.metrics",
    "pages.page",
    "pages.asset",
    "book.book",
}
"""Endpoints that need no one signed in."""
FILES = {"archive.bring"}
"""Endpoints that take a file of their own kind."""
UNITS_HEADER, ZONE_HEADER = "Jarana-Units", "Jarana-Zone"
"""In which units a person reads and types, and their time zone."""
PERSON_HEADER = "Jarana-Person"
"""Whose an answer is; a request that carries it is refused where it is somebody else's browser by now."""
BODY_METHODS = {"POST", "PUT", "PATCH"}


def who() -> str:
    """Return whose requests are counted together: a person's wherever they sit, else an address's."""
    if request.endpoint != "session.sign_in" and current_user.is_authenticated:
        return f"person {current_user.angler_id}"
    return str(get_remote_address())


limiter = Limiter(who, default_limits=[])


def again_in() -> int:
    """Return after how many s the limit that was just met lets one ask again."""
    met = limiter.current_limit
    return max(math.ceil(met.reset_at - time.time()), 1) if met else 1


log = structlog.get_logger()


class Person(UserMixin):  # type: ignore[misc]
    """The person signed in at one browser, as Flask-Login wants them."""

    def __init__(self, row: AnglerRow, sitting: UUID) -> None:
        self.angler_id, self.name, self.sitting = row.id, row.name, sitting
        self.row = row
        """Held, so that the session knows them for the rest of the request without asking again."""

    def get_id(self) -> str:
        """Whose and which sitting it is: the server knows whether it has ended."""
        return f"{self.angler_id}:{self.sitting}"


def database() -> Session:
    """Return this request's database session."""
    if "database" not in g:
        g.database = current_app.extensions["sessions"]()
    session: Session = g.database
    return session


def owner() -> UUID:
    """Return whose data this request may touch."""
    person: Person = current_user._get_current_object()
    return person.angler_id


def work() -> Work:
    """Return this request's unit of work, for the person who asks."""
    if "work" not in g:
        g.work = Work(database(), owner())
    made: Work = g.work
    return made


def asking() -> Asking:
    """Return how the person asks: units and zone of the request's headers, or of its address where a file is sent."""
    units = request.headers.get(UNITS_HEADER) or request.args.get("units")
    return asking_of(units, request.headers.get(ZONE_HEADER))


def guard(app: Flask) -> None:
    """Put sign-in, cross-site and content checks before every request, and headers after it."""
    logins = LoginManager(app)

    @logins.user_loader  # type: ignore[untyped-decorator]
    def _load(key: str) -> Person | None:
        angler_id, _, sitting = key.partition(":")
        try:
            sits = UUID(sitting)
            found = sitting_person(database(), sits, UUID(angler_id), datetime.now(UTC))
        except ValueError:
            return None
        if found is None:
            return None
        row, anew = found
        if anew:
            # What the browser holds has an end of its own: it is given it anew with this answer.
            cookie["_remember"] = "set"
        return Person(row, sits)

    limiter.init_app(app)

    @app.before_request
    def _begin() -> None:
        g.request_id = uuid4().hex[:16]
        g.begun = time.perf_counter()
        structlog.contextvars.clear_contextvars()
        structlog.contextvars.bind_contextvars(request_id=g.request_id)
        request.host  # noqa: B018  an unknown host name is refused here
        if "\0" in request.path or any("\0" in text for _, text in request.args.items(multi=True)):
            abort(404)

    @app.before_request
    def _same_site() -> None:
        if request.method in BODY_METHODS or request.method == "DELETE":
            site = request.headers.get("Sec-Fetch-Site")
            origin = request.headers.get("Origin")
            if site not in (None, "same-origin", "none"):
                abort(403, say("sent-from-another-site"))
            if site is None and origin is not None and origin != request.host_url.rstrip("/"):
                abort(403, say("sent-from-another-site"))

    @app.before_request
    def _json_only() -> None:
        bare = not request.content_length and not request.mimetype
        if request.method in BODY_METHODS and request.path.startswith("/api/") and request.url_rule and not bare:
            if request.endpoint in FILES:
                return
            if request.mimetype != "application/json":
                abort(415, say("send-json"))
            try:
                request.get_json()
            except RecursionError:
                abort(400, say("the-json-is-nested-too"))

    @app.before_request
    def _signed_in() -> None:
        if request.endpoint in OPEN or request.endpoint is None:
            return
        if not current_user.is_authenticated:
            abort(401, say("not-signed-in"))
        g.person = str(owner())
        if request.headers.get(PERSON_HEADER, g.person) != g.person:
            abort(412, say("somebody-else"))

    @app.after_request
    def _headers(answer: Response) -> Response:
        for name, value in HEADERS.items():
            answer.headers.setdefault(name, value)
        answer.headers["X-Request-Id"] = g.get("request_id", "")
        if request.path.startswith("/api/"):
            answer.headers["Cache-Control"] = "no-store"
            if "person" in g:
                answer.headers[PERSON_HEADER] = g.person
        took = time.perf_counter() - g.get("begun", time.perf_counter())
        if request.path not in ("/healthz", "/livez", "/readyz", "/metrics"):
            log.info(
                "request",
                method=request.method,
                path=request.path,
                status=answer.status_code,
                ms=round(took * 1000, 1),
            )
        return answer

    @app.teardown_request
    def _close(_error: BaseException | None) -> None:
        session = g.pop("database", None)
        if session is not None:
            session.close()
