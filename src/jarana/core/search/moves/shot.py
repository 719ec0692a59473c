"""Another weight of a shot: the owned ones."""

from __future__ import annotations

from collections.abc import Iterator

from jarana.core.rig.edits.shot import SetShot
from jarana.core.search.moves.base import Coordinate, Move
from jarana.core.situation import Situation


def values(situation: Situation) -> Iterator[Move]:
    """Yield every owned weight for every shot."""
    owned = sorted({s.mass_mg for s in situation.drawer.shots if s.count > 0})
    for attachment in situation.rig.attachments:
        if attachment.body.kind == "shot":
            for mass in owned:
                if mass != attachment.body.mass_mg:
                    yield (SetShot(at=attachment.id, mass=f"{mass / 1000:g} g"),)


COORDINATE = Coordinate("shot", 2, values, first=True)
