"""Start a rig from a method, for a water, from a person's own tackle."""

from __future__ import annotations

from uuid import UUID

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.methods.base import Started
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.storage.tables import RigRevisionRow
from jarana.storage.work import Work
from jarana.usecases.keep_rig import keep_rig
from jarana.usecases.situations import setting_of
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
the-methods-known-are = the methods known are: { $all }
""",
)


def start_rig(
    work: Work, rig_id: UUID, revision_id: UUID, method: str, water: Reach, asking: Asking, rig: Rig | None = None
) -> tuple[RigRevisionRow, Started]:
    """Return the first revision of a new rig of a method, with its reasons; a repeated send changes nothing.

    Raises
    ------
    InputError
        When there is no such method, or this water asks for a rig that cannot be tied.
    """
    found = methods().get(method)
    if found is None:
        raise InputError.one("method", method, say("the-methods-known-are", all=", ".join(methods())))
    if rig is not None:
        made = rig.rebuilt(method=method)
        return keep_rig(work, rig_id, revision_id, None, made, "started"), Started(made, (), ())
    started = found.begin(setting_of(work, water, asking))
    return keep_rig(work, rig_id, revision_id, None, started.rig, "started"), started
