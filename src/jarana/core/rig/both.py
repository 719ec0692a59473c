"""A rig that was changed in two places since one revision, in one where both changes fit."""

from __future__ import annotations

from jarana.core.documents import written
from jarana.core.documents.both import Both, put_together
from jarana.core.documents.merge import merge
from jarana.core.rig.compare import compare
from jarana.core.rig.model import Rig
from jarana.core.units import Writer

OPENED = ("motion", "stance")
"""What is fished and how one stands are many small choices: each is taken from whoever made it."""


def both(base: Rig, mine: Rig, theirs: Rig, writer: Writer) -> Both[Rig]:
    """Return two states of a rig in one."""

    def merged() -> tuple[Rig, bool]:
        made, clashes = merge(written(base), written(mine), written(theirs), OPENED)
        return Rig.model_validate(made), bool(clashes)

    return put_together(base, mine, theirs, merged, lambda a, b: compare(a, b, writer))
