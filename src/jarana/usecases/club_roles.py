"""Who may what in a club."""

from __future__ import annotations

from typing import Literal
from uuid import UUID

from jarana.storage.clubs import Clubs
from jarana.storage.work import Work

Role = Literal["keeper", "member", "guest"]
KEEPER, GUEST = "keeper", "guest"


class UnknownClubError(Exception):
    """One is in no such club, or it has no such person or thing."""


class NotForYouError(Exception):
    """One's role in a club does not let one do this."""


def allowed(work: Work, key: UUID, role: str = "") -> None:
    """Raise unless one is in a club, and its keeper where that is asked, else no guest."""
    me = Clubs(work.session, work.owner).me(key, lock=True)
    if me is None:
        raise UnknownClubError
    if (role and me.role != role) or (not role and me.role == GUEST):
        raise NotForYouError
