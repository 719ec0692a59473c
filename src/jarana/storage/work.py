"""A unit of work: what one person reads and changes in one go, all of it or nothing."""

from __future__ import annotations

from collections.abc import Callable, Iterator
from contextlib import contextmanager
from datetime import UTC, datetime
from functools import cached_property
from uuid import UUID

from sqlalchemy.orm import Session

from jarana.storage.jobs import Jobs
from jarana.storage.people import Anglers
from jarana.storage.repositories import Belongings, Cases, Gauges, Journal, Rigs
from jarana.storage.row_security import act_for

HERE = "here"
"""The device the server itself writes as."""


class Work:
    """One person's unit of work on one session.

    Parameters
    ----------
    session
        Its transactions are begun and ended here, nowhere else.
    owner
        Whose data it may touch.
    clock
        Says what time it is.
    """

    def __init__(
        self, session: Session, owner: UUID, clock: Callable[[], datetime] = lambda: datetime.now(UTC)
    ) -> None:
        self.session, self.owner, self.clock = session, owner, clock
        act_for(session, owner)
        self.belongings = Belongings(session, owner)
        self.rigs = Rigs(session, owner)
        self.journal = Journal(session, owner)
        self.anglers = Anglers(session)
        self.gauges = Gauges(session)
        self.cases = Cases(session, owner)
        self.jobs = Jobs(session, owner)
        self._depth = 0

    @cached_property
    def now(self) -> datetime:
        """The time of this work, the same from its beginning to its end."""
        return self.clock()

    @contextmanager
    def writing(self) -> Iterator[Work]:
        """Change things: one change of a person at a time, kept when the outermost of such blocks ends well."""
        outermost = self._depth == 0
        self._depth += 1
        try:
            if outermost:
                self.belongings.lock()
            yield self
            if outermost:
                self.session.commit()
        except BaseException:
            if outermost:
                self.session.rollback()
            raise
        finally:
            self._depth -= 1

    @contextmanager
    def reading(self) -> Iterator[Work]:
        """Read things, and let go of the database before anything is computed from them."""
        yield self
        if self._depth == 0:
            self.session.rollback()
