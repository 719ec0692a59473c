"""Counts for limits, in PostgreSQL: every process on every machine counts together."""

from __future__ import annotations

import random
import time
from typing import Any

from limits.storage import Storage
from sqlalchemy import Engine, text
from sqlalchemy.exc import SQLAlchemyError

OVER = "(l.ends_at <= now() or l.ends_at > now() + make_interval(secs => :seconds))"
"""A window that has ended, or ends later than one begun now: the clock was set back, and nobody waits for it to come round."""
COUNT = text(
    "insert into limit_count as l (key, count, ends_at) values (:key, :n, now() + make_interval(secs => :seconds)) "
    f"on conflict (key) do update set count = case when {OVER} then :n else l.count + :n end, "
    f"ends_at = case when {OVER} then excluded.ends_at else l.ends_at end returning count"
)
SWEEP_SHARE = 0.005
"""So often what has run out is swept away."""
LONGEST_KEY = 300


class SharedLimits(Storage):
    """Fixed windows of time, one row for each; named ``postgres-limits://`` where the limiter is set up."""

    STORAGE_SCHEME = ["postgres-limits"]

    def __init__(self, uri: str | None = None, wrap_exceptions: bool = False, **options: Any) -> None:
        super().__init__(uri, wrap_exceptions)
        self.engine: Engine = options["engine"]

    @property
    def base_exceptions(self) -> type[Exception]:
        """What goes wrong where the database is away."""
        return SQLAlchemyError

    def _one(self, statement: Any, **values: Any) -> Any:
        with self.engine.begin() as connection:
            return connection.execute(statement, values).scalar()

    def incr(self, key: str, expiry: int, amount: int = 1) -> int:
        """Count, in a window of so many s, and return the count."""
        if random.random() < SWEEP_SHARE:
            self.reset(only_old=True)
        return int(self._one(COUNT, key=key[:LONGEST_KEY], n=amount, seconds=expiry))

    def get(self, key: str) -> int:
        """Return the count of a window that still runs."""
        query = text("select count from limit_count where key = :key and ends_at > now()")
        return int(self._one(query, key=key[:LONGEST_KEY]) or 0)

    def get_expiry(self, key: str) -> float:
        """Return when a window ends, s since the epoch; now where none runs."""
        query = text("select extract(epoch from ends_at) from limit_count where key = :key and ends_at > now()")
        return float(self._one(query, key=key[:LONGEST_KEY]) or time.time())

    def check(self) -> bool:
        """Say whether it can be counted."""
        try:
            return bool(self._one(text("select 1")) == 1)
        except SQLAlchemyError:
            return False

    def reset(self, only_old: bool = False) -> int | None:
        """Forget all windows, or those that have ended."""
        with self.engine.begin() as connection:
            done = connection.execute(text(f"delete from limit_count {'where ends_at <= now()' if only_old else ''}"))
        return done.rowcount

    def clear(self, key: str) -> None:
        """Forget a window."""
        with self.engine.begin() as connection:
            connection.execute(text("delete from limit_count where key = :key"), {"key": key[:LONGEST_KEY]})
