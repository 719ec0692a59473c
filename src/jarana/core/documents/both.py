"""A document that was changed in two places since it was one: what each changed, and both changes in one where they fit."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Generic, TypeVar

from pydantic import ValidationError

from jarana.core.documents.change import Change

Doc = TypeVar("Doc")
Changes = tuple[Change, ...]


@dataclass(frozen=True)
class Both(Generic[Doc]):
    """What `mine` and `theirs` changed of their base; the document with both, None where that is none; what both changed.

    `clashes` are the changes of the other that would be lost: where both changed the same, mine stands in `made`.
    """

    made: Doc | None
    mine: Changes
    theirs: Changes
    clashes: Changes


def put_together(
    base: Doc,
    mine: Doc,
    theirs: Doc,
    merged: Callable[[], tuple[Doc, bool]],
    compare: Callable[[Doc, Doc], Changes],
) -> Both[Doc]:
    """Return two states of a document in one.

    What is lost is told by the document that comes of it: a change of the other that it does not show was overridden.

    Parameters
    ----------
    merged
        Returns the document with both changes, and whether they clash somewhere; raises ValidationError where that is none.
    compare
        Returns what differs between two states, in words.
    """
    ours, others = compare(base, mine), compare(base, theirs)
    try:
        made, clash = merged()
    except ValidationError:
        return Both(None, ours, others, others)
    kept = {(change.part, change.what, change.after) for change in compare(base, made)} if clash else set()
    return Both(made, ours, others, tuple(c for c in others if (c.part, c.what, c.after) not in kept) if clash else ())
