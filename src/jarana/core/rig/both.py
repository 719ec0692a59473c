"""A rig that was changed in two places since one revision: what each changed, and both changes in one where they fit."""

from __future__ import annotations

from pydantic import ValidationError

from jarana.core.documents import written
from jarana.core.documents.merge import merge
from jarana.core.model import Frozen
from jarana.core.rig.compare import Change, compare
from jarana.core.rig.model import Rig
from jarana.core.units import Writer

OPENED = ("motion", "stance")
"""What is fished and how one stands are many small choices: each is taken from whoever made it."""


class Both(Frozen):
    """What `mine` and `theirs` changed of their base; the rig with both, None where that is no rig; what both changed.

    `clashes` are the changes of the other that would be lost: where both changed the same, mine stands in `rig`.
    """

    rig: Rig | None
    mine: tuple[Change, ...]
    theirs: tuple[Change, ...]
    clashes: tuple[Change, ...]


def both(base: Rig, mine: Rig, theirs: Rig, writer: Writer) -> Both:
    """Return two states of a rig in one.

    What is lost is told by the rig that comes of it: a change of the other that it does not show was overridden.
    """
    changed = compare(base, theirs, writer)
    made, clashes = merge(written(base), written(mine), written(theirs), OPENED)
    try:
        rig = Rig.model_validate(made)
    except ValidationError:
        return Both(rig=None, mine=compare(base, mine, writer), theirs=changed, clashes=changed)
    kept = {(change.part, change.what, change.after) for change in compare(base, rig, writer)}
    lost = tuple(c for c in changed if (c.part, c.what, c.after) not in kept) if clashes else ()
    return Both(rig=rig, mine=compare(base, mine, writer), theirs=changed, clashes=lost)
