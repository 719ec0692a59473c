"""Keep a rig: every save is a new, immutable revision on a known base."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import datetime
from typing import Literal
from uuid import UUID

from sqlalchemy.orm import Session

from jarana.core.rig.edits.whole import Rename
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.storage.repositories import Rigs
from jarana.storage.tables import RigRevisionRow, RigRow

Occasion = Literal["started", "changed", "tied", "restored", "imported", "duplicated", "renamed"]
"""What a revision was made for."""


@dataclass
class StaleBaseError(Exception):
    """The rig was changed elsewhere since `base`; carries the newest revision so that both can be offered."""

    newest: RigRevisionRow


class UnknownRigError(Exception):
    """There is no such rig of one's own."""


def keep_rig(
    session: Session,
    owner: UUID,
    rig_id: UUID,
    revision_id: UUID,
    base: UUID | None,
    document: Rig,
    occasion: Occasion = "changed",
) -> RigRevisionRow:
    """Save a revision and return it; a repeated send of the same id changes nothing.

    Parameters
    ----------
    rig_id, revision_id
        Made by the client; a rig that does not exist yet is made, with `base` None.
    base
        The revision the change was made on.

    Raises
    ------
    StaleBaseError
        When the rig has moved on since `base`.
    UnknownRigError
        When the rig is not one's own.
    """
    rigs = Rigs(session, owner)
    done = rigs.revision(revision_id)
    if done is not None and done.rig_id == rig_id:
        return done
    rig = rigs.get(rig_id, lock=True)
    if rig is None:
        if base is not None or rigs.taken(rig_id):
            raise UnknownRigError(str(rig_id))
        return rigs.add(rig_id, revision_id, document, occasion)
    newest = rigs.revision(rig.head_revision)
    if newest is not None and rig.head_revision != base:
        raise StaleBaseError(newest)
    return rigs.revise(rig, revision_id, document, occasion)


def rig_of(session: Session, owner: UUID, rig_id: UUID, deleted: bool = False) -> tuple[RigRow, RigRevisionRow]:
    """Return a rig of one's own, locked, with its newest revision; UnknownRigError when there is none."""
    rigs = Rigs(session, owner)
    rig = rigs.get(rig_id, lock=True, deleted=deleted)
    head = rigs.revision(rig.head_revision) if rig else None
    if rig is None or head is None:
        raise UnknownRigError(str(rig_id))
    return rig, head


def duplicate_rig(session: Session, owner: UUID, rig_id: UUID, new_id: UUID, revision_id: UUID) -> RigRevisionRow:
    """Make a rig of its own from the newest state of another; a repeated send changes nothing."""
    _, head = rig_of(session, owner, rig_id)
    name = f"{head.document.name[:110]}, copy"
    document = Rename(name=name).apply(head.document, Drawer())
    return keep_rig(session, owner, new_id, revision_id, None, document, "duplicated")


def rename_rig(session: Session, owner: UUID, rig_id: UUID, revision_id: UUID, name: str) -> RigRevisionRow:
    """Give a rig another name, on top of whatever is newest."""
    _, head = rig_of(session, owner, rig_id)
    if head.id == revision_id:
        return head
    document = Rename(name=name).apply(head.document, Drawer())
    return keep_rig(session, owner, rig_id, revision_id, head.id, document, "renamed")


def throw_rig_away(session: Session, owner: UUID, rig_id: UUID, now: datetime) -> None:
    """Put a rig out of sight; :func:`bring_rig_back` undoes it."""
    rig, _ = rig_of(session, owner, rig_id, deleted=True)
    rig.deleted_at = rig.deleted_at or now


def bring_rig_back(session: Session, owner: UUID, rig_id: UUID) -> RigRevisionRow:
    """Undo :func:`throw_rig_away`."""
    rig, head = rig_of(session, owner, rig_id, deleted=True)
    rig.deleted_at = None
    return head
