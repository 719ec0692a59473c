"""Keep a rig: every save is a new, immutable revision on a known base."""

from __future__ import annotations

from dataclasses import dataclass
from uuid import UUID

from sqlalchemy.orm import Session

from jarana.core.rig.model import Rig
from jarana.storage.repositories import Rigs
from jarana.storage.tables import RigRevisionRow


@dataclass
class StaleBaseError(Exception):
    """The rig was changed elsewhere since `base`; carries the newest revision so that both can be offered."""

    newest: RigRevisionRow


class UnknownRigError(Exception):
    """There is no such rig of one's own."""


def keep_rig(
    session: Session, owner: UUID, rig_id: UUID, revision_id: UUID, base: UUID | None, document: Rig
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
        return rigs.add(rig_id, revision_id, document)
    newest = rigs.revision(rig.head_revision)
    if newest is not None and rig.head_revision != base:
        raise StaleBaseError(newest)
    return rigs.revise(rig, revision_id, document)
