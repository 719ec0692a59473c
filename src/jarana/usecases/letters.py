"""Letters go out behind the answer: kept in the queue until the mail server has taken them, asked again where it is away."""

from __future__ import annotations

import structlog
from procrastinate import App, PsycopgConnector, RetryStrategy
from procrastinate.tasks import Task
from sqlalchemy.orm import Session

from jarana.ports.mail import Letter, NotSentError, send

QUEUE = "jobs"
TRIES = RetryStrategy(max_attempts=8, exponential_wait=2, retry_exceptions={NotSentError})
"""Over some four minutes; who still has none asks again."""
log = structlog.get_logger()


def post(session: Session, letter: Letter | None) -> None:
    """Put a letter into the queue and commit; None, to nobody, takes as long."""
    raw = session.connection().connection.driver_connection
    told = letter or Letter("", "", "")
    task = letter_task(App(connector=PsycopgConnector()))
    task.configure(connection=raw).defer(to=told.to, subject=told.subject, text=told.text)
    session.commit()


def letter_task(app: App, server: str = "", sender: str = "") -> Task[..., None, ...]:
    """Return the task that sends, of an application of the queue."""

    def run(to: str, subject: str, text: str) -> None:
        if not to or not server:
            return
        try:
            send(server, sender, Letter(to, subject, text))
        except NotSentError as error:
            log.warning("letter not sent", why=str(error))
            raise

    return app.task(queue=QUEUE, name="jarana.letter", retry=TRIES)(run)
