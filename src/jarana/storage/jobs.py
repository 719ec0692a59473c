"""A person's jobs as they are kept."""

from __future__ import annotations

from datetime import datetime, timedelta
from typing import Any
from uuid import UUID

from sqlalchemy import delete, func, select, update
from sqlalchemy.orm import Session, defer

from jarana.storage.tables import ENDED, JobRow

SEEN_AGAIN = timedelta(seconds=2)
"""So long after a look at a job the next is written down."""


class Jobs:
    """A person's jobs: what was asked for, how far it is, what was found."""

    def __init__(self, session: Session, owner: UUID) -> None:
        self.session, self.owner = session, owner

    def add(self, row: JobRow) -> None:
        """Add a job."""
        self.session.add(row)
        self.session.flush()

    def there(self) -> tuple[int, int, datetime | None]:
        """Return how many wait or run, how many have ended, and when the oldest of them all was asked for."""
        ended = JobRow.state.in_(ENDED)
        counts = func.count().filter(~ended), func.count().filter(ended), func.min(JobRow.made_at)
        waiting, over, oldest = self.session.execute(select(*counts).where(JobRow.owner_id == self.owner)).one()
        return int(waiting), int(over), oldest

    def seen(self, key: UUID, now: datetime) -> JobRow | None:
        """Return a job, noting that somebody looked at it: written down every two seconds, not at each look."""
        query = select(JobRow).where(JobRow.owner_id == self.owner, JobRow.id == key).options(defer(JobRow.asked))
        row = self.session.scalars(query.execution_options(populate_existing=True)).first()
        if row is not None and now - row.seen_at > SEEN_AGAIN:
            self.session.execute(
                update(JobRow).where(JobRow.owner_id == self.owner, JobRow.id == key).values(seen_at=now)
            )
        return row

    def tell(
        self,
        key: UUID,
        done: int,
        steps: int,
        unseen_since: datetime | None = None,
        first: dict[str, Any] | None = None,
    ) -> bool:
        """Tell how far a job is, and a first answer; return whether it still runs and, where told, was looked at since."""
        change = update(JobRow).where(JobRow.owner_id == self.owner, JobRow.id == key, JobRow.state == "running")
        told: dict[str, Any] = {"done": done, "steps": steps} | ({"found": first} if first is not None else {})
        seen = self.session.scalar(change.values(**told).returning(JobRow.seen_at))
        return seen is not None and (unseen_since is None or seen > unseen_since)

    def end(self, key: UUID, state: str, now: datetime, found: dict[str, Any] | None = None) -> None:
        """End a job, unless it has ended; what was asked is not needed any more."""
        change = update(JobRow).where(JobRow.owner_id == self.owner, JobRow.id == key, JobRow.state.not_in(ENDED))
        self.session.execute(change.values(state=state, ended_at=now, found=found, asked={}))

    def put_back(self, key: UUID, found: dict[str, Any] | None) -> None:
        """Let a job that has its first answer wait again, or go on waiting with the one it had; it was not begun in vain."""
        change = update(JobRow).where(JobRow.owner_id == self.owner, JobRow.id == key, JobRow.state == "running")
        told = {} if found is None else {"found": found}
        self.session.execute(change.values(state="waiting", turns=JobRow.turns - 1, done=0, steps=0, **told))

    def others_wait(self, kind: str, begun: bool = False) -> bool:
        """Say whether somebody else waits for a first answer of a kind; with `begun`, or is being given one."""
        query = select(JobRow.id).where(
            JobRow.owner_id != self.owner,
            JobRow.kind == kind,
            JobRow.state.in_(("waiting", "running") if begun else ("waiting",)),
            func.coalesce(func.jsonb_typeof(JobRow.found), "null") == "null",
        )
        return self.session.scalars(query.limit(1)).first() is not None

    def asked_before(self, row: JobRow, within: timedelta) -> bool:
        """Say whether one of the same kind was asked for not longer before a job than so."""
        query = select(JobRow.id).where(
            JobRow.owner_id == self.owner,
            JobRow.kind == row.kind,
            JobRow.made_at < row.made_at,
            JobRow.made_at >= row.made_at - within,
        )
        return self.session.scalars(query.limit(1)).first() is not None

    def forget(self, before: datetime, most: int) -> None:
        """Delete what was asked for before a time, and of what has ended all but the newest `most`."""
        mine = JobRow.owner_id == self.owner
        newest = select(JobRow.id).where(mine, JobRow.state.in_(ENDED)).order_by(JobRow.made_at.desc()).limit(most)
        gone = (JobRow.made_at < before) | (JobRow.state.in_(ENDED) & JobRow.id.not_in(newest))
        self.session.execute(delete(JobRow).where(mine, gone))

    @staticmethod
    def counted(session: Session) -> list[tuple[str, str, int]]:
        """Return how many jobs of all people wait and run, by kind and state."""
        query = select(JobRow.kind, JobRow.state, func.count()).where(JobRow.state.not_in(ENDED))
        return [(kind, state, int(n)) for kind, state, n in session.execute(query.group_by(JobRow.kind, JobRow.state))]

    @staticmethod
    def longest_wait(session: Session) -> float:
        """Return how long the job of anybody that waits longest has waited, s."""
        query = select(func.extract("epoch", func.now() - func.min(JobRow.made_at))).where(JobRow.state == "waiting")
        return max(float(session.scalar(query) or 0.0), 0.0)

    @staticmethod
    def of_worker(session: Session, key: UUID, turns: int, why: str) -> JobRow | None:
        """Return a job for a worker to run; None where it has ended, or was begun `turns` times: then it has failed, and `why` is told."""
        row = session.get(JobRow, key, with_for_update=True)
        if row is None or row.state in ENDED:
            return None
        if row.turns >= turns:
            row.state = "failed"
            row.found = {"detail": why}
            return None
        row.turns += 1
        row.state = "running"
        return row
