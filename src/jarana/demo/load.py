"""Load the invented valley for the demo angler, once, through the same doors as anyone's data."""

from __future__ import annotations

import tomllib
from pathlib import Path
from typing import Any
from uuid import UUID, uuid5

from sqlalchemy.orm import Session

from jarana.core.methods import methods
from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import Drawer, FlyLine, FlyPattern, Rod, Spool, Weight
from jarana.core.tackle.dressing import dressing
from jarana.core.tackle.hook import hook
from jarana.core.tackle.material import materials
from jarana.core.water.reach import Reach
from jarana.storage.repositories import Anglers, Belongings
from jarana.storage.tables import AnglerRow
from jarana.usecases.keep_rig import keep_rig

NAME = "Demo"
NAMESPACE = UUID("5b1f6e0e-3f0c-4b37-9a53-1d2a64c6a1c4")


def valley() -> tuple[tuple[Reach, ...], Drawer]:
    """Return the waters and the drawer of the invented valley."""
    data = tomllib.loads((Path(__file__).parent / "valley.toml").read_text(encoding="utf-8"))
    reaches = tuple(Reach.model_validate(row) for row in data["reach"])
    spools = tuple(
        Spool.model_validate({**row, "id": f"spool-{row['number']}", "material": materials()[row["material"]]})
        for row in data["spool"]
    )
    drawer = Drawer(
        spools=spools,
        patterns=tuple(_pattern(row) for row in data["fly"]),
        rods=tuple(Rod.model_validate(row) for row in data["rod"]),
        lines=tuple(FlyLine.model_validate(row) for row in data["line"]),
    )
    return reaches, drawer


def _pattern(row: dict[str, Any]) -> FlyPattern:
    weights = tuple(
        Weight(id=f"{row['id']}-{size.replace('.', '')}", bead=bead("tungsten", float(size)), count=count)
        for size, count in row["beads"].items()
    )
    return FlyPattern(
        id=row["id"],
        name=row["name"],
        hook=hook(row["hook"], row.get("wire", "standard"), row.get("bend", "nymph")),
        dressing=dressing(row["dressing"], row["hook"]),
        colour=row["colour"],
        weights=weights,
    )


def load_demo(session: Session, name: str = NAME) -> AnglerRow:
    """Return the demo angler (or one of another name), with the valley loaded the first time."""
    anglers = Anglers(session)
    angler = anglers.named(name)
    if angler is not None:
        return angler
    angler = anglers.add(AnglerRow(name=name))
    belongings = Belongings(session, angler.id)
    reaches, drawer = valley()
    belongings.keep_drawer(drawer)
    for reach in reaches:
        belongings.keep_reach(reach)
    rig = methods()["level-contact"].start(drawer, next(r for r in reaches if r.id == "weir-run"))
    keep_rig(
        session,
        angler.id,
        uuid5(NAMESPACE, f"{angler.id} rig"),
        uuid5(NAMESPACE, f"{angler.id} 1"),
        None,
        rig,
    )
    session.commit()
    return angler
