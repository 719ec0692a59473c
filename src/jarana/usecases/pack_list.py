"""The pack list of some rigs, with the losses of one's own log."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from jarana.core.bank.packing import Packing, packing
from jarana.core.methods import method_of
from jarana.core.units import Writer
from jarana.storage.work import Work
from jarana.usecases.keep_measures import measures_of
from jarana.usecases.keep_outing import list_outings
from jarana.usecases.keep_rig import UnknownRigError
from jarana.usecases.today import Asking


def packing_of(work: Work, keys: Sequence[UUID], asking: Asking) -> Packing:
    """Return what goes along for rigs of one's own.

    Raises
    ------
    UnknownRigError
        When one of them is not.
    """
    with work.reading():
        drawer, measures = work.belongings.drawer(), measures_of(work)
        rigs = []
        for key in dict.fromkeys(keys):
            row = work.rigs.get(key)
            head = work.rigs.revision(row.head_revision) if row else None
            if head is None:
                raise UnknownRigError(str(key))
            rigs.append((head.document, method_of(head.document).name))
    outings = list_outings(work)
    losses = sum(len(o.lost) for o in outings) / len(outings) if outings else 0.0
    return packing(rigs, drawer, Writer(asking.units), measures, losses)
