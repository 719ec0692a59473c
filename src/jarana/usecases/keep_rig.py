"""Keep a rig: every save is a new, immutable revision on a known base."""

from __future__ import annotations

from collections.abc import Sequence
from contextlib import suppress
from dataclasses import dataclass
from itertools import pairwise
from typing import Literal
from uuid import UUID, uuid5

from jarana.core.documents import read, written
from jarana.core.documents.both import Both
from jarana.core.documents.change import Change
from jarana.core.errors import InputError
from jarana.core.journal.kinds.outing import Outing
from jarana.core.journal.kinds.revision import Revised
from jarana.core.rig.both import both
from jarana.core.rig.compare import compare
from jarana.core.rig.cost import WARM_C
from jarana.core.rig.edits.whole import Rename
from jarana.core.rig.model import Rig
from jarana.core.rig.rerig import rerig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.formats.rig_file import rig_from_text
from jarana.storage.tables import RigRevisionRow, RigRow
from jarana.storage.work import Work
from jarana.usecases.happen import happened
from jarana.usecases.quota import may_add

say = phrases(
    __name__,
    """
copy = { $called }, copy
is-the-id-of-a = is the id of a revision of another rig
""",
)

Occasion = Literal["started", "changed", "tied", "restored", "imported", "duplicated", "renamed", "at the water"]
"""What a revision was made for."""
COPY_OF = 110
"""Characters of a name a copy keeps."""
REMEMBERED = 60
"""Outings that are looked through for the waters a rig was fished in."""


@dataclass
class StaleBaseError(Exception):
    """The rig was changed elsewhere since `base`; carries the newest revision so that both can be offered."""

    newest: RigRevisionRow


class UnknownRigError(Exception):
    """There is no such rig of one's own."""


def keep_rig(
    work: Work, rig_id: UUID, revision_id: UUID, base: UUID | None, document: Rig, occasion: Occasion = "changed"
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
    with work.writing():
        done = work.rigs.revision(revision_id)
        if done is not None:
            if done.rig_id != rig_id:
                raise InputError.one("id", str(revision_id), say("is-the-id-of-a"))
            return done
        rig = work.rigs.get(rig_id, lock=True)
        may_add(work, "revisions")
        if rig is None:
            may_add(work, "rigs")
            if base is not None or work.rigs.get(rig_id, deleted=True) is not None:
                raise UnknownRigError(str(rig_id))
            row = work.rigs.add(rig_id, revision_id, document, occasion)
        else:
            newest = work.rigs.revision(rig.head_revision)
            if newest is not None and rig.head_revision != base:
                raise StaleBaseError(newest)
            row = work.rigs.revise(rig, revision_id, document, occasion)
        told = Revised(rig=rig_id, revision=revision_id, base=base, number=row.number, occasion=occasion)
        happened(work, uuid5(revision_id, "revision"), "revision", written(told), about=rig_id)
        return row


def head_of(work: Work, rig_id: UUID) -> RigRevisionRow:
    """Return the newest revision of a rig of one's own; UnknownRigError when there is none."""
    rig = work.rigs.get(rig_id)
    head = work.rigs.revision(rig.head_revision) if rig else None
    if head is None:
        raise UnknownRigError(str(rig_id))
    return head


def revision_of(work: Work, rig_id: UUID, revision_id: UUID) -> RigRevisionRow:
    """Return a revision of a rig of one's own; UnknownRigError when there is none."""
    row = work.rigs.revision(revision_id)
    if row is None or row.rig_id != rig_id:
        raise UnknownRigError(str(revision_id))
    return row


def list_rigs(work: Work, most: int, after: int) -> Sequence[RigRow]:
    """Return rigs, newest first, so many after so many others."""
    return work.rigs.listed(most, after)


def waters_of(work: Work) -> dict[UUID, dict[str, str]]:
    """Return the waters each rig was fished in, names by id, the last first, from the newest outings."""
    found: dict[UUID, dict[str, str]] = {}
    for row in work.journal.newest("outing", REMEMBERED):
        if row.undone:
            continue
        outing = read(Outing, row.payload)
        for along in outing.rigs:
            with suppress(ValueError):
                found.setdefault(UUID(along.id), {}).setdefault(outing.water, outing.water_name)
    return found


def history_of(
    work: Work, rig_id: UUID, writer: Writer, most: int, before: int | None
) -> list[tuple[RigRevisionRow, tuple[Change, ...], str]]:
    """Return revisions of a rig, newest first, each with what it changed of the one before and the knots and time that took.

    Minutes are those of warm hands: nobody kept the weather of the day.
    """
    head_of(work, rig_id)
    rows = list(work.rigs.history(rig_id, most + 1, before))
    told = [
        (
            row,
            compare(older.document, row.document, writer),
            rerig(older.document, row.document, WARM_C, 0.0, writer).cost.told(writer),
        )
        for row, older in pairwise(rows)
    ]
    return [*told, *([(rows[-1], (), "")] if rows and len(rows) <= most else [])]


def both_of(work: Work, rig_id: UUID, base: UUID, mine: Rig, writer: Writer) -> tuple[RigRevisionRow, Both[Rig]]:
    """Return the newest revision of a rig, and what it and a state of one's own changed since a revision, in one.

    Raises
    ------
    UnknownRigError
        When there is no such rig or revision of one's own.
    """
    newest = head_of(work, rig_id)
    return newest, both(revision_of(work, rig_id, base).document, mine, newest.document, writer)


def compare_revisions(work: Work, rig_id: UUID, old: UUID, new: UUID, writer: Writer) -> tuple[Change, ...]:
    """Return what differs between two revisions of a rig."""
    return compare(revision_of(work, rig_id, old).document, revision_of(work, rig_id, new).document, writer)


def import_rig(work: Work, rig_id: UUID, revision_id: UUID, text: str) -> RigRevisionRow:
    """Make a rig of a file; everything wrong with it is named by path, and then nothing is made."""
    return keep_rig(work, rig_id, revision_id, None, rig_from_text(text), "imported")


def _locked(work: Work, rig_id: UUID, deleted: bool = False) -> tuple[RigRow, RigRevisionRow]:
    rig = work.rigs.get(rig_id, lock=True, deleted=deleted)
    head = work.rigs.revision(rig.head_revision) if rig else None
    if rig is None or head is None:
        raise UnknownRigError(str(rig_id))
    return rig, head


def duplicate_rig(work: Work, rig_id: UUID, new_id: UUID, revision_id: UUID) -> RigRevisionRow:
    """Make a rig of its own from the newest state of another; a repeated send changes nothing."""
    with work.writing():
        _, head = _locked(work, rig_id)
        name = say("copy", called=head.document.name[:COPY_OF])
        document = Rename(name=name).apply(head.document, Drawer())
        return keep_rig(work, new_id, revision_id, None, document, "duplicated")


def rename_rig(work: Work, rig_id: UUID, revision_id: UUID, name: str) -> RigRevisionRow:
    """Give a rig another name, on top of whatever is newest."""
    with work.writing():
        _, head = _locked(work, rig_id)
        if head.id == revision_id:
            return head
        document = Rename(name=name).apply(head.document, Drawer())
        return keep_rig(work, rig_id, revision_id, head.id, document, "renamed")


def throw_rig_away(work: Work, rig_id: UUID) -> None:
    """Put a rig out of sight; :func:`bring_rig_back` undoes it."""
    with work.writing():
        rig, _ = _locked(work, rig_id, deleted=True)
        rig.deleted_at = rig.deleted_at or work.now


def bring_rig_back(work: Work, rig_id: UUID) -> RigRevisionRow:
    """Undo :func:`throw_rig_away`."""
    with work.writing():
        rig, head = _locked(work, rig_id, deleted=True)
        rig.deleted_at = None
        return head
