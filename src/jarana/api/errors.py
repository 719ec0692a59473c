"""The one place where exceptions become problem+json."""

from __future__ import annotations

import json
from http import HTTPStatus
from typing import Any
from uuid import uuid4

import structlog
from flask import Flask, Response, g, request
from psycopg import DataError
from pydantic import ValidationError
from sqlalchemy.exc import DBAPIError
from werkzeug.exceptions import HTTPException

from jarana.api.metrics import FAILURES
from jarana.api.security import again_in, work
from jarana.core.errors import Fault, InputError, SolverError, path_of, shorten
from jarana.core.search.valued import Stopped
from jarana.core.words import phrases
from jarana.ports.line_device import DeviceAbsentError
from jarana.usecases.club_roles import NotForYouError, UnknownClubError
from jarana.usecases.keep_case import keep_case
from jarana.usecases.keep_outing import UnknownOutingError
from jarana.usecases.keep_reach import UnknownReachError
from jarana.usecases.keep_rig import UnknownRigError
from jarana.usecases.keep_stock import UnknownChangeError, UnknownKindError
from jarana.usecases.marks import ChangedElsewhereError
from jarana.usecases.passkeys import UnknownPasskeyError
from jarana.usecases.queue import MOST_WAITING, TooManyJobsError, UnknownJobError
from jarana.usecases.quota import FullError
from jarana.usecases.share import UnknownLinkError
from jarana.usecases.tie_rig import UnknownTieError

say = phrases(
    __name__,
    """
some-values-cannot-be-used = Some values cannot be used as they are.
there-is-no-such-rig = There is no such rig of yours.
there-is-no-such-water = There is no such water of yours.
there-is-no-such-tie = There is no such tie of yours.
there-is-no-such-change = There is no such change of yours.
there-is-no-such-kind = There is no such kind of tackle.
there-is-no-such-outing = There is no such outing of yours.
this-was-changed-elsewhere-since = This was changed elsewhere since you opened it. Nothing was kept; look at it as it is now.
this-link-shows-nothing-it = This link shows nothing: it ran out, was taken back, or never was.
there-is-no-such-club = There is no such club of yours, or nothing like that in it.
that-is-for-those-who = That is for those who keep the club, or put things into it.
there-is-no-such-passkey = There is no such passkey of yours.
there-is-no-such-job = There is no such job of yours; an ended one is kept for an hour.
computations-of-yours-wait-already = { $most_waiting } computations of yours wait already; let some end first.
case-has-been-kept-and = Case { $case } has been kept and can be run again.
case = Case { $case }.
something-went-wrong-here-nothing = Something went wrong here; nothing of yours was lost. Try again.
this-installation-has-no-room = This installation has no room left: all is there to read, and nothing new is kept. Try later.
nobody-waits = Nobody waits for this any more.
holds-a-mark = holds a mark no store keeps
the-database-does-not-answer = The database does not answer; nothing of yours was lost. Try again in a moment.
""",
)

log = structlog.get_logger()
KINDS = {
    400: "malformed", 401: "sign-in", 403: "not-allowed", 404: "not-there", 405: "wrong-method", 409: "stale",
    412: "somebody-else", 413: "too-large", 415: "not-json", 422: "wrong-input", 429: "too-many", 500: "failed",
    503: "not-here", 507: "no-room",
}  # fmt: skip
"""Names of problems by the status they are answered with."""


NO_ROOM = ("53100", "25006", "58030")
"""States of PostgreSQL that tell of a full disk, or of one that takes no writes: disk_full, read_only_sql_transaction, io_error."""
MOST_FAULTS = 100
"""Faults that are named in an answer; nobody reads more, and who sends a list of a thousand wrong things is not sent them back."""


def problem(status: int, detail: str, faults: list[Fault] | None = None, kind: str = "", **more: Any) -> Response:
    """Return a problem+json answer; `faults` map to fields on screen, `kind` names the problem (docs/formats.md)."""
    body = {
        "type": f"urn:jarana:problem:{kind or KINDS.get(status, 'other')}",
        "title": HTTPStatus(status).phrase,
        "status": status,
        "detail": detail,
        "request_id": g.get("request_id", ""),
        "faults": [{"path": f.path, "value": f.value, "reason": f.reason} for f in (faults or [])[:MOST_FAULTS]],
        **more,
    }
    return Response(json.dumps(body), status=status, mimetype="application/problem+json")


def faults_of(error: ValidationError) -> list[Fault]:
    """Return a validation error as faults; the tag pydantic puts after ``edits[i]`` is left out of the path."""
    faults = []
    for e in error.errors(include_url=False):
        where = e["loc"]
        parts = tuple(part for k, part in enumerate(where) if not (k >= 2 and where[k - 2] == "edits"))
        value = e.get("input")
        shown = "" if isinstance(value, dict | list) or value is None else shorten(value)
        message = e["msg"].removeprefix("Value error, ")
        faults.append(Fault(path_of(parts), shown, message[:1].lower() + message[1:]))
    return faults


def unfit_texts(body: object) -> list[Fault]:
    """Return the texts of a body that no store keeps, for they hold the mark of number 0."""
    faults: list[Fault] = []
    left: list[tuple[tuple[int | str, ...], Any]] = [((), body)]
    while left:
        where, value = left.pop()
        if isinstance(value, dict):
            left += [((*where, key), below) for key, below in value.items()]
        elif isinstance(value, list):
            left += [((*where, i), below) for i, below in enumerate(value)]
        elif isinstance(value, str) and "\0" in value:
            faults.append(Fault(path_of(where), shorten(value), say("holds-a-mark")))
    return faults[::-1]


def wrong_input(error: InputError) -> Response:
    """422 with everything wrong at once."""
    return problem(422, say("some-values-cannot-be-used"), error.faults)


def add_error_handlers(app: Flask) -> None:
    """Map every exception the use cases raise."""

    @app.errorhandler(InputError)
    def _input(error: InputError) -> Response:
        return wrong_input(error)

    @app.errorhandler(UnknownRigError)
    def _unknown(error: UnknownRigError) -> Response:
        return problem(404, say("there-is-no-such-rig"))

    @app.errorhandler(UnknownReachError)
    def _unknown_water(error: UnknownReachError) -> Response:
        return problem(404, say("there-is-no-such-water"))

    @app.errorhandler(UnknownTieError)
    def _unknown_tie(error: UnknownTieError) -> Response:
        return problem(404, say("there-is-no-such-tie"))

    @app.errorhandler(UnknownChangeError)
    def _unknown_change(error: UnknownChangeError) -> Response:
        return problem(404, say("there-is-no-such-change"))

    @app.errorhandler(UnknownKindError)
    def _unknown_kind(error: UnknownKindError) -> Response:
        return problem(404, say("there-is-no-such-kind"))

    @app.errorhandler(UnknownOutingError)
    def _unknown_outing(error: UnknownOutingError) -> Response:
        return problem(404, say("there-is-no-such-outing"))

    @app.errorhandler(ChangedElsewhereError)
    def _changed(error: ChangedElsewhereError) -> Response:
        return problem(409, say("this-was-changed-elsewhere-since"))

    @app.errorhandler(UnknownLinkError)
    def _unknown_link(error: UnknownLinkError) -> Response:
        return problem(404, say("this-link-shows-nothing-it"))

    @app.errorhandler(UnknownClubError)
    def _unknown_club(error: UnknownClubError) -> Response:
        return problem(404, say("there-is-no-such-club"))

    @app.errorhandler(NotForYouError)
    def _not_for_you(error: NotForYouError) -> Response:
        return problem(403, say("that-is-for-those-who"))

    @app.errorhandler(UnknownPasskeyError)
    def _unknown_passkey(error: UnknownPasskeyError) -> Response:
        return problem(404, say("there-is-no-such-passkey"))

    @app.errorhandler(UnknownJobError)
    def _unknown_job(error: UnknownJobError) -> Response:
        return problem(404, say("there-is-no-such-job"))

    @app.errorhandler(TooManyJobsError)
    def _many_jobs(error: TooManyJobsError) -> Response:
        answer = problem(429, say("computations-of-yours-wait-already", most_waiting=MOST_WAITING))
        answer.headers["Retry-After"] = "5"
        return answer

    @app.errorhandler(FullError)
    def _full(error: FullError) -> Response:
        return problem(422, str(error), kind="full")

    @app.errorhandler(DeviceAbsentError)
    def _absent(error: DeviceAbsentError) -> Response:
        return problem(503, str(error))

    @app.errorhandler(SolverError)
    def _solver(error: SolverError) -> Response:
        case = uuid4().hex[:12]
        log.error("solver", case=case, scenario=repr(error.scenario))
        FAILURES.labels("solver").inc()
        kept = keep_case(work(), case, str(error), request.get_json(silent=True))
        told = say("case-has-been-kept-and", case=case) if kept else say("case", case=case)
        return problem(500, f"{error}. {told}", kind="solver", case=case)

    @app.errorhandler(Stopped)
    def _hung_up(error: Stopped) -> Response:
        return problem(503, say("nobody-waits"))

    @app.errorhandler(HTTPException)
    def _http(error: HTTPException) -> Response | HTTPException:
        if not request.path.startswith("/api/"):
            return error
        answer = problem(error.code or 500, error.description or error.name)
        for name, value in error.get_headers(request.environ):
            if name.lower() in ("allow", "retry-after"):
                answer.headers[name] = value
        if error.code == 429:
            answer.headers.setdefault("Retry-After", str(again_in()))
        return answer

    @app.errorhandler(DBAPIError)
    def _database(error: DBAPIError) -> Response:
        state = getattr(error.orig, "sqlstate", None) or ""
        if isinstance(error.orig, DataError) and (unfit := unfit_texts(request.get_json(silent=True))):
            return wrong_input(InputError(unfit))
        if state in NO_ROOM:
            log.error("no room", sqlstate=state)
            return problem(507, say("this-installation-has-no-room"))
        if error.connection_invalidated or not state:
            log.error("database away", why=type(error.orig).__name__)
            answer = problem(503, say("the-database-does-not-answer"))
            answer.headers["Retry-After"] = "2"
            return answer
        return _any(error)

    @app.errorhandler(Exception)
    def _any(error: Exception) -> Response:
        log.exception("unexpected")
        FAILURES.labels("unexpected").inc()
        return problem(500, say("something-went-wrong-here-nothing"))
