"""Is the process up, and is its database?"""

from __future__ import annotations

from flask import Blueprint, Response
from sqlalchemy import text
from sqlalchemy.exc import SQLAlchemyError

from jarana.api.errors import problem
from jarana.api.schemas import Health
from jarana.api.security import database

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
    """Say whether the database answers and can be written."""
    try:
        database().execute(text(PULSE))
        database().commit()
    except SQLAlchemyError:
        return problem(503, "The database does not answer, or cannot be written.")
    return Health(status="ok").model_dump()
