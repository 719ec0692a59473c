"""Keep a computation that failed, with what it was asked, so that it can be run again."""

from __future__ import annotations

from typing import Any

from sqlalchemy.exc import SQLAlchemyError

from jarana.storage.work import Work


def keep_case(work: Work, key: str, message: str, asked: Any) -> bool:
    """Keep what a failed request asked for; say whether that could be done."""
    work.session.rollback()
    if not isinstance(asked, dict):
        return False
    try:
        with work.writing():
            work.cases.keep(key, message, asked)
    except SQLAlchemyError:
        return False
    return True
