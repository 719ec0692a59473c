"""Is the process up, and is its database?"""

from __future__ import annotations

import time

from flask import Blueprint, Response
from sqlalchemy import text
from sqlalchemy.exc import SQLAlchemyError

from jarana.api.errors import problem
from jarana.api.schemas import Health
from jarana.api.security import database
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
the-database-does-not-answer = The database does not answer, or cannot be written.
""",
)

ROOM = (
    "set local work_mem = '64kB'",
    "select count(*) from (select repeat(md5(g::text), 32) as t from generate_series(1, 1000) g order by t offset 0) s",
)
"""Sorting a megabyte in little memory asks for that much room on the disk of the database, and leaves nothing behind."""
ROOM_EACH_S = 2.0
"""Room is asked for at most so often: who asks all the time is no burden."""
_room = {"at": -ROOM_EACH_S}
PULSE = "insert into pulse (id, at) values (1, now()) on conflict (id) do update set at = excluded.at"

blueprint = Blueprint("health", __name__)


@blueprint.get("/healthz")
def healthz() -> dict[str, str]:
    """Say that the process answers."""
    return Health(status="ok").model_dump()


@blueprint.get("/livez")
def livez() -> dict[str, str]:
    """Say that the process answers."""
    return Health(status="ok").model_dump()


@blueprint.get("/readyz")
def readyz() -> dict[str, str] | Response:
    """Say whether the database answers, can be written, and has room for more."""
    try:
        now = time.monotonic()
        asked = now - _room["at"] >= ROOM_EACH_S
        for statement in (PULSE, *(ROOM if asked else ())):
            database().execute(text(statement))
        _room["at"] = now if asked else _room["at"]
        database().commit()
    except SQLAlchemyError:
        return problem(503, say("the-database-does-not-answer"))
    return Health(status="ok").model_dump()
