"""What is sent and answered of a water that was changed in two places."""

from __future__ import annotations

from jarana.api.rig_schemas import ChangeView
from jarana.api.schemas import KeptReach
from jarana.core.model import Frozen
from jarana.core.water.reach import Reach


class MyWater(Frozen):
    """A water as it is here, and as it was when its changes began."""

    base: Reach
    reach: Reach


class BothWatersView(Frozen):
    """What was changed here and elsewhere since then; `reach` has both, None where that is no water. Where both changed the same,
    mine stands in it, and `clashes` says what of theirs is lost; `newest` is what to go on from."""

    newest: KeptReach
    reach: Reach | None
    mine: tuple[ChangeView, ...]
    theirs: tuple[ChangeView, ...]
    clashes: tuple[ChangeView, ...]
