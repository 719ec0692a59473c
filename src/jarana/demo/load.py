"""Load the invented valley for the demo angler, once, through the same doors as anyone's data."""

from __future__ import annotations

import tomllib
from datetime import date, timedelta
from pathlib import Path
from typing import Any
from uuid import UUID, uuid5

from sqlalchemy.orm import Session

from jarana.core.methods import methods
from jarana.core.rules.rule_set import RuleSet
from jarana.core.tackle.bead import bead
from jarana.core.tackle.drawer import Drawer, FlyLine, FlyPattern, Rod, Spool, Weight
from jarana.core.tackle.dressing import dressing
from jarana.core.tackle.float import float_of
from jarana.core.tackle.hook import hook
from jarana.core.tackle.material import materials
from jarana.core.water.edits.figures import SetDepth, SetTemperature, SetWord
from jarana.core.water.reach import Reach
from jarana.storage.repositories import Anglers, Belongings
from jarana.storage.tables import AnglerRow
from jarana.usecases.keep_reach import keep_reach
from jarana.usecases.keep_rig import keep_rig

NAME = "Demo"
RIGS = (
    ("sweep", "oskel-north"),
    ("lake-team", "oskel-north"),
    ("float-pair", "oskel-north"),
    ("shot-below", "mill-throat"),
    ("dry-and-nymph", "alder-flats"),
    ("float-pair", "sluice-meadow"),
    ("level-contact", "weir-run"),
)
"""Methods and the waters their demo rigs were made for; the last is in hand at the start."""
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
        floats=tuple(float_of(key) for key in data["floats"]),
    )
    return reaches, drawer


def _pattern(row: dict[str, Any]) -> FlyPattern:
    bare = (Weight(id=f"{row['id']}-bare", bead=None, count=row["bare"]),) if "bare" in row else ()
    weights = bare + tuple(
        Weight(id=f"{row['id']}-{size.replace('.', '')}", bead=bead("tungsten", float(size)), count=count)
        for size, count in row.get("beads", {}).items()
    )
    return FlyPattern(
        id=row["id"],
        name=row["name"],
        hook=hook(row["hook"], row.get("wire", "standard"), row.get("bend", "nymph")),
        dressing=dressing(row["dressing"], row["hook"]),
        colour=row["colour"],
        weights=weights,
        lift_gf=row.get("lift_gf"),
    )


def valley_rules() -> tuple[RuleSet, ...]:
    """Return the invented rule sets."""
    data = tomllib.loads((Path(__file__).parent / "valley.toml").read_text(encoding="utf-8"))
    return tuple(RuleSet.model_validate(row) for row in data["rules"])


def _last_month(reach: Reach) -> Reach:
    """Return a reach as it was on an earlier day: a hand higher, tinged, a little warmer."""
    higher = SetDepth(value=f"{reach.depth_m + 0.08:.2f} m").apply(reach)
    warmer = SetTemperature(value=f"{reach.temperature_c + 2:g}").apply(higher)
    return SetWord(field="clarity", value="tinged").apply(warmer)


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
    for rules in valley_rules():
        belongings.keep_rule_set(rules)
    session.flush()
    today = date.today()
    for reach in reaches:
        kept = keep_reach(session, belongings, _last_month(reach), None, today - timedelta(days=24))
        keep_reach(session, belongings, reach, kept.number, today)
    session.commit()
    by_id = {reach.id: reach for reach in reaches}
    for k, (method, water) in enumerate(RIGS):
        rig = methods()[method].start(drawer, by_id[water])
        rig_id, revision = (uuid5(NAMESPACE, f"{angler.id} rig {k} {part}") for part in ("rig", "revision"))
        keep_rig(session, angler.id, rig_id, revision, None, rig, "started")
        # One transaction each, so that the last one started is the newest.
        session.commit()
    return angler
