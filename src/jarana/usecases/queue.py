"""The queue of jobs, in PostgreSQL: asked for with a row of one's own, worked off by processes of their own, looked at until done.

A person's jobs run one after another, so that nobody's many hold up another's one; long ones have a queue of their own, so that
nobody's day pack holds up an answer somebody looks at. A job whose worker was killed is run once
more. A job that nobody has looked at for a while stops.
"""

from __future__ import annotations

import asyncio
from collections.abc import Callable, Iterator, Sequence
from concurrent.futures import ThreadPoolExecutor
from concurrent.futures import TimeoutError as StillRunning
from contextlib import contextmanager, suppress
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

import structlog
from procrastinate import App, JobContext, PsycopgConnector
from procrastinate.tasks import Task
from sqlalchemy import make_url
from sqlalchemy.orm import Session, sessionmaker

from jarana.core.errors import InputError, SolverError
from jarana.core.model import Frozen
from jarana.core.watch import Watch
from jarana.core.words import phrases
from jarana.storage.jobs import Jobs
from jarana.storage.row_security import WORKER, acting_as
from jarana.storage.tables import JobRow
from jarana.storage.work import Work
from jarana.usecases.jobs import job_kinds
from jarana.usecases.keep_case import keep_case
from jarana.usecases.letters import letter_task
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
something-went-wrong-here-nothing = Something went wrong here; nothing of yours was lost. Try again.
some-values-cannot-be-used = Some values cannot be used as they are.
broken-off = The computation was broken off twice; it is not tried again.
case-has-been-kept-and = { $error }. Case { $case } has been kept and can be run again.
""",
)

QUICK, LONG = "jobs", "long"
BEHIND = -10
"""Priority of what has a first answer, where others have none."""
BUSY_SECONDS = 0.25
"""A job that waited so long for its turn, while others are at work, found all workers busy: what goes beyond a first answer is left
for later, then. Where nobody else is, it waited for the same person's job before it, and goes on."""
AT_IT_SECONDS = 6
"""Who asked for one like it so shortly before is at work on something, and will most likely ask for the next: so is what goes beyond
a first answer of theirs, where others are at work."""
LATER_SECONDS = 3
"""So much later: as people work, most of it is asked for otherwise by then and never computed."""
LOOK_SECONDS = 0.1
"""So often a running job tells how far it is and asks whether it should stop."""
UNSEEN_SECONDS = 20.0
"""Nobody looked at it for so long: nobody waits for it."""
KEPT = timedelta(hours=1)
"""So long an ended job can be looked at."""
HEARTBEAT_SECONDS = 1.0
DEAD_SECONDS = 5.0
"""A worker without a heartbeat for so long is dead."""
TURNS = 2
"""So often a job is begun at most: it may be what kills its workers."""
ENDING_SECONDS = 8.0
MOST_ENDED = 40
"""Ended jobs of one person that are kept, however young."""
MOST_WAITING = 20
"""Jobs of one person that wait or run."""

UNEXPECTED = {"detail": say("something-went-wrong-here-nothing")}

log = structlog.get_logger()


class UnknownJobError(Exception):
    """There is no such job of one's own."""


class TooManyJobsError(Exception):
    """As many jobs of this person wait as may."""


def begin_job(work: Work, asked: Frozen, asking: Asking, alone: bool = False) -> JobRow:
    """Ask for a job; it is begun as soon as a worker is free.

    One that is left `alone` goes on although nobody looks at it.

    Raises
    ------
    TooManyJobsError
        When so many of one's own wait already.
    """
    key: str = asked.kind  # type: ignore[attr-defined]
    with work.writing():
        waiting, ended, oldest = work.jobs.there()
        if ended > MOST_ENDED or (oldest is not None and oldest < work.now - KEPT):
            work.jobs.forget(work.now - KEPT, MOST_ENDED)
            waiting, *_ = work.jobs.there()
        if waiting >= MOST_WAITING:
            raise TooManyJobsError
        row = JobRow(
            id=uuid4(),
            owner_id=work.owner,
            kind=key,
            asked=asked.model_dump(mode="json"),
            units=asking.units,
            zone=asking.zone,
            seen_at=work.now + (KEPT if alone else timedelta()),
        )
        work.jobs.add(row)
        raw = work.session.connection().connection.driver_connection
        queue = LONG if job_kinds()[key].long else QUICK
        _task(_app()).configure(queue=queue, lock=f"{queue}:{work.owner}", connection=raw).defer(job=str(row.id))
    return row


def see_job(work: Work, key: UUID) -> JobRow:
    """Return a job as it is now, and note that somebody looks at it.

    Raises
    ------
    UnknownJobError
        When there is none of one's own.
    """
    row = work.jobs.seen(key, work.now)
    work.session.commit()
    if row is None:
        raise UnknownJobError
    return row


def stop_job(work: Work, key: UUID) -> JobRow:
    """Ask a job to stop; one that has ended stays as it is.

    Raises
    ------
    UnknownJobError
        When there is none of one's own.
    """
    work.jobs.end(key, "stopped", work.now)
    return see_job(work, key)


def work_off(
    sessions: sessionmaker[Session],
    key: UUID,
    look: float = LOOK_SECONDS,
    again: Callable[[object, int], None] | None = None,
) -> None:
    """Do one job: computed in a thread, while this one tells how far it is and hears whether to stop.

    `again` puts it back into the queue, on a connection, behind others who wait for a first answer and so many seconds later;
    without it, it is done at once.
    """
    with _at_work(sessions) as session:
        row = Jobs.of_worker(session, key, TURNS, say("broken-off"))
        at_it = row is not None and Jobs(session, row.owner_id).asked_before(row, timedelta(seconds=AT_IT_SECONDS))
        session.commit()
    if row is None:
        return
    busy = row.found is None and (at_it or (_now() - row.made_at).total_seconds() > BUSY_SECONDS)
    watch = Watch((lambda: _crowded(sessions, row, busy)) if again else lambda: False, row.found is not None)
    with ThreadPoolExecutor(1) as alone, _at_work(sessions) as session:
        jobs = Jobs(session, row.owner_id)
        running = alone.submit(_computed, sessions, row, watch)
        told: object = None
        while True:
            try:
                ended = running.result(look)
            except StillRunning:
                first, told = (None, told) if watch.first is told else (watch.first, watch.first)
                shown = first.model_dump(mode="json") if isinstance(first, Frozen) else None
                if not jobs.tell(key, watch.done, watch.of, _now() - timedelta(seconds=UNSEEN_SECONDS), shown):
                    watch.stop()
                session.commit()
                continue
            jobs.tell(key, watch.done, watch.of)
            if watch.later and again:
                # Others wait for their first answer: the rest of this one is done behind them.
                shown = watch.first.model_dump(mode="json") if isinstance(watch.first, Frozen) else None
                jobs.put_back(key, shown)
                raw = session.connection().connection.driver_connection
                again(raw, LATER_SECONDS if busy else 0)
            else:
                jobs.end(key, *ended)
            session.commit()
            return


@contextmanager
def _at_work(sessions: sessionmaker[Session]) -> Iterator[Session]:
    """Yield a session that sees jobs of all people, and nothing else of anybody."""
    with sessions() as session, acting_as(session, WORKER):
        yield session


def _crowded(sessions: sessionmaker[Session], row: JobRow, busy: bool) -> bool:
    """Say whether others wait for a first answer; where all workers were busy, whether others are at work at all."""
    with _at_work(sessions) as session:
        return Jobs(session, row.owner_id).others_wait(row.kind, begun=busy)


def _computed(sessions: sessionmaker[Session], row: JobRow, watch: Watch) -> tuple[str, datetime, dict[str, object]]:
    kind = job_kinds()[row.kind]
    with sessions() as session:
        work = Work(session, row.owner_id)
        try:
            asked = kind.asked.model_validate(row.asked)
            found = kind.run(work, asked, Asking(row.units, row.zone), watch)
        except InputError as error:
            faults = [{"path": f.path, "value": f.value, "reason": f.reason} for f in error.faults]
            return "failed", _now(), {"detail": say("some-values-cannot-be-used"), "faults": faults}
        except SolverError as error:
            case = uuid4().hex[:12]
            log.error("solver", case=case, scenario=repr(error.scenario))
            keep_case(work, case, str(error), row.asked)
            return "failed", _now(), {"detail": say("case-has-been-kept-and", error=error, case=case)}
        except Exception:
            log.exception("unexpected", job=str(row.id))
            return "failed", _now(), dict(UNEXPECTED)
    if found is None:
        return "stopped", _now(), {}
    return "done", _now(), found.model_dump(mode="json")


def _break_off(sessions: sessionmaker[Session], key: UUID) -> None:
    """Tell whoever waits for a job that it failed: what kept it has failed itself."""
    with _at_work(sessions) as session:
        row = session.get(JobRow, key)
        if row is not None:
            Jobs(session, row.owner_id).end(key, "failed", _now(), dict(UNEXPECTED))
            session.commit()


def _now() -> datetime:
    return datetime.now(UTC)


def _app(url: str = "") -> App:
    """Return the library's side of the queue; without an address one that only writes jobs on a connection it is given."""
    return App(connector=PsycopgConnector(conninfo=_plain(url)) if url else PsycopgConnector())


def _plain(url: str) -> str:
    return make_url(url).set(drivername="postgresql").render_as_string(hide_password=False)


def _task(app: App, sessions: sessionmaker[Session] | None = None, leaves: bool = True) -> Task[..., None, ...]:
    """Return what works off a job; `leaves` it for later where others wait, or does all of it at once."""

    def run(context: JobContext, job: str) -> None:
        assert sessions is not None

        def again(connection: object, later: int) -> None:
            # An application that works cannot write on a plain connection: one of its own does.
            task = _task(_app()).configure(
                queue=QUICK, lock=context.job.lock, priority=BEHIND, connection=connection,
                schedule_in={"seconds": later} if later else None,
            )  # fmt: skip
            task.defer(job=job)

        try:
            work_off(sessions, UUID(job), again=again if leaves else None)
        except Exception:
            log.exception("unexpected", job=job)
            _break_off(sessions, UUID(job))
            raise

    return app.task(queue=QUICK, name="jarana.job", pass_context=True)(run)


def work_queue(
    url: str,
    sessions: sessionmaker[Session],
    wait: bool = True,
    queues: Sequence[str] = (QUICK, LONG),
    mail: tuple[str, str] = ("", ""),
) -> None:
    """Work off jobs of some queues until told to end; without `wait` only those that wait now. `mail`: by which server, from whom."""
    asyncio.run(_worker(url, sessions, wait, queues, mail))


async def _worker(
    url: str, sessions: sessionmaker[Session], wait: bool, queues: Sequence[str], mail: tuple[str, str]
) -> None:
    app = _app(url)
    _task(app, sessions, leaves=wait)
    letter_task(app, *mail)
    async with app.open_async():
        rescuing = asyncio.create_task(_rescue(app, sessions)) if wait else None
        await app.run_worker_async(
            queues=list(queues),
            wait=wait,
            delete_jobs="always",
            fetch_job_polling_interval=HEARTBEAT_SECONDS,
            update_heartbeat_interval=HEARTBEAT_SECONDS,
            stalled_worker_timeout=DEAD_SECONDS,
            shutdown_graceful_timeout=ENDING_SECONDS,
            install_signal_handlers=wait,
        )
        if rescuing is not None:
            rescuing.cancel()
            with suppress(asyncio.CancelledError):
                await rescuing


async def _rescue(app: App, sessions: sessionmaker[Session], every: float = HEARTBEAT_SECONDS) -> None:
    """Give the jobs of dead workers to living ones; a database that is away is asked again."""
    while True:
        await asyncio.sleep(every)
        try:
            for job in await app.job_manager.get_stalled_jobs(seconds_since_heartbeat=DEAD_SECONDS):
                log.warning("job of a dead worker", job=job.task_kwargs.get("job"))
                await app.job_manager.retry_job(job)
        except Exception:
            log.exception("unexpected")
