"""Is the process up, and is its database?"""

from __future__ import annotations

from flask import Blueprint, Response
from sqlalchemy import text
from sqlalchemy.exc import SQLAlchemyError

from jarana.api.errors import problem
from jarana.api.schemas import Health
from jarana.api.security import database

blueprint = Blueprint("health", __name__)


@blueprint.get("/healthz")
def healthz() -> dict[str, str]:
    """Say that the process answers."""
    return Health(status="ok").model_dump()


@blueprint.get("/readyz")
def readyz() -> dict[str, str] | Response:
    """Say whether the database answers too."""
    try:
        database().execute(text("select 1"))
    except SQLAlchemyError:
        return problem(503, "The database does not answer.")
    return Health(status="ok").model_dump()
