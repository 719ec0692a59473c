"""Practice: how it went, and a guess; and questions of the log."""

from __future__ import annotations

from flask import Blueprint, abort, request
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.files import sent_table
from jarana.api.outing_schemas import GuessMade, GuessScored, LogAnswers
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.core.bank.practised import Progress
from jarana.core.words import phrases
from jarana.formats.answer_csv import answer_csv
from jarana.usecases.ask_log import answers
from jarana.usecases.practise import guess, progress

say = phrases(
    __name__,
    """
there-is-no-such-question = There is no such question.
""",
)

blueprint = Blueprint("practice", __name__, url_prefix="/api/v1")


@blueprint.get("/practice")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_200=Progress), tags=["outings"])
def how_it_went() -> Progress:
    """Return how practice went, by kind of exercise, and how many are left today."""
    return progress(work(), asking())


@blueprint.post("/practice")
@limiter.limit("120/minute")
@spec.validate(resp=Response(HTTP_200=GuessScored), tags=["outings"])
def made(json: GuessMade) -> GuessScored:
    """Hold a guess against its exercise, and write it down."""
    found = guess(work(), json.id, json.exercise, json.guess, asking())
    return GuessScored(scored=found, progress=progress(work(), asking()))


@blueprint.get("/log/answers")
@limiter.limit("120/minute")
@spec.validate(resp=Response(HTTP_200=LogAnswers), tags=["outings"])
def log_answers() -> LogAnswers:
    """Return the ready questions of the log with their answers; `water` narrows them to one."""
    return LogAnswers(answers=answers(work(), asking(), request.args.get("water", "")))


@blueprint.get("/log/answers/<key>.csv")
@limiter.limit("120/minute")
@spec.validate(tags=["files"])
def answer_file(key: str) -> FlaskResponse:
    """Send an answer's figures as CSV; `cells=semicolon` for spreadsheets with decimal commas."""
    found = next((a for a in answers(work(), asking(), request.args.get("water", "")) if a.key == key), None)
    if found is None:
        abort(404, say("there-is-no-such-question"))
    return sent_table(f"{key}.csv", answer_csv(found))
