"""Start a rig from a method, for a water, from a person's own tackle."""

from __future__ import annotations

from uuid import UUID

from sqlalchemy.orm import Session

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.methods.base import Started
from jarana.core.units import System, Writer
from jarana.core.water.reach import Reach
from jarana.storage.repositories import Belongings
from jarana.storage.tables import RigRevisionRow
from jarana.usecases.keep_rig import keep_rig


def start_rig(
    session: Session, owner: UUID, rig_id: UUID, revision_id: UUID, method: str, water: Reach, units: System = "metric"
) -> tuple[RigRevisionRow, Started]:
    """Return the first revision of a new rig of a method, with its reasons; a repeated send changes nothing.

    Raises
    ------
    InputError
        When there is no such method.
    """
    found = methods().get(method)
    if found is None:
        raise InputError.one("method", method, f"the methods known are: {', '.join(methods())}")
    belongings = Belongings(session, owner)
    rules = next((r for r in belongings.rule_sets() if r.id == water.rules), None) if water.rules else None
    started = found.begin(belongings.drawer(), water, Writer(units), rules)
    return keep_rig(session, owner, rig_id, revision_id, None, started.rig, "started"), started
