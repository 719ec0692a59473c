"""Engine, sessions and migrations."""

from __future__ import annotations

from pathlib import Path
from typing import Any, TypeVar

from alembic import command
from alembic.config import Config
from sqlalchemy import Engine, Select, create_engine
from sqlalchemy.orm import Session, sessionmaker

LONGEST_IDLE_MS = 60_000
"""A transaction in which nothing happens for so long is ended by the server."""
Query = TypeVar("Query", bound="Select[Any]")
MIGRATIONS = Path(__file__).parent / "migrations"


def make_engine(url: str, **more: Any) -> Engine:
    """Return an engine that checks its connections before use; what is written is in no log, nor in an error's text."""
    idle = f"-c idle_in_transaction_session_timeout={LONGEST_IDLE_MS}"
    return create_engine(
        url,
        pool_pre_ping=True,
        pool_size=4,
        max_overflow=4,
        hide_parameters=True,
        connect_args={"options": idle},
        **more,
    )


def make_sessions(engine: Engine) -> sessionmaker[Session]:
    """Return a maker of sessions whose objects stay readable after a commit."""
    return sessionmaker(engine, expire_on_commit=False)


def held(query: Query) -> Query:
    """Return a query that locks what it finds, and reads it as it is then, whatever was read of it before."""
    return query.with_for_update().execution_options(populate_existing=True)


def alembic_config(url: str) -> Config:
    """Return Alembic's configuration for a database."""
    config = Config()
    config.set_main_option("script_location", str(MIGRATIONS))
    config.attributes["url"] = url
    return config


def migrate(url: str) -> None:
    """Bring a database to the newest schema."""
    command.upgrade(alembic_config(url), "head")
