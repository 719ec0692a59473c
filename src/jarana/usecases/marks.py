"""Marks of documents that have no number: who changes one says which state was seen, so that the last write loses nobody's."""

from __future__ import annotations

from jarana.core.model import content_hash

LENGTH = 16


class ChangedElsewhereError(Exception):
    """It was changed since the state somebody saw."""


def mark_of(document: object) -> str:
    """Return the mark of a document's state; of none, an empty one."""
    return "" if document is None else content_hash(document)[:LENGTH]


def expect(document: object, base: str | None) -> None:
    """Say whether a document is still as it was seen; without a base nothing is expected of it.

    Raises
    ------
    ChangedElsewhereError
        When it is not.
    """
    if base is not None and mark_of(document) != base:
        raise ChangedElsewhereError
