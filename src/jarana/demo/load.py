"""Load the invented valley for the demo angler, once, through the same doors as anyone's data."""

from __future__ import annotations

import tomllib
from datetime import date, timedelta
from pathlib import Path
from uuid import UUID, uuid5

from sqlalchemy.orm import Session

from jarana.core.methods import methods
from jarana.core.rig.edits.stance import SetStance
from jarana.core.rules.rule_set import RuleSet
from jarana.core.situation import Setting
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.edits.figures import SetDepth, SetTemperature, SetWord
from jarana.core.water.reach import Reach
from jarana.demo.season import load_season
from jarana.formats.stock_csv import drawer_of
from jarana.storage.people import Anglers
from jarana.storage.tables import AnglerRow
from jarana.storage.work import Work
from jarana.usecases.in_hand import take_in_hand
from jarana.usecases.keep_reach import keep_reach
from jarana.usecases.keep_rig import keep_rig
from jarana.usecases.keep_stock import import_stock

HERE = Path(__file__).parent
NAME = "Demo"
RIGS = (
    ("buoyant-point", "oskel-north"),
    ("sweep", "oskel-north"),
    ("lake-suspended", "oskel-north"),
    ("lake-team", "oskel-north"),
    ("jig-over-ledge", "mill-throat"),
    ("short-and-led", "mill-throat"),
    ("shot-below", "mill-throat"),
    ("swung", "alder-flats"),
    ("dry-fly", "alder-flats"),
    ("dry-and-nymph", "alder-flats"),
    ("float-pair", "sluice-meadow"),
    ("level-contact", "weir-run"),
)
"""Methods and the waters their demo rigs were made for; the last is in hand at the start."""
HELD_HIGH = SetStance(tip="2.6 m")
"""The rig in hand is held too high: today it misses the bottom by a little."""
NAMESPACE = UUID("5b1f6e0e-3f0c-4b37-9a53-1d2a64c6a1c4")


def valley() -> tuple[tuple[Reach, ...], Drawer]:
    """Return the waters and the drawer of the invented valley."""
    data = tomllib.loads((HERE / "valley.toml").read_text(encoding="utf-8"))
    reaches = tuple(Reach.model_validate(row) for row in data["reach"])
    return reaches, drawer_of({key: stock_file(key) for key in kinds()})


def stock_file(kind: str) -> str:
    """Return the demo stock of a kind as CSV, as anybody might import it."""
    return (HERE / "stock" / f"{kind}.csv").read_text(encoding="utf-8")


def valley_rules() -> tuple[RuleSet, ...]:
    """Return the invented rule sets."""
    data = tomllib.loads((HERE / "valley.toml").read_text(encoding="utf-8"))
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
    work = Work(session, angler.id)
    reaches, drawer = valley()
    today = date.today()
    with work.writing():
        for key, kind in kinds().items():
            import_stock(work, uuid5(NAMESPACE, f"{angler.id} {key}"), kind, stock_file(key))
        for rules in valley_rules():
            work.belongings.keep_rule_set(rules)
        session.flush()
        for reach in reaches:
            kept = keep_reach(work, _last_month(reach), None, today - timedelta(days=24))
            keep_reach(work, reach, kept.number, today)
    by_id = {reach.id: reach for reach in reaches}
    kept_rigs = []
    for k, (method, water) in enumerate(RIGS):
        rig = methods()[method].start(Setting(by_id[water], drawer, today=today))
        if (method, water) == RIGS[-1]:
            rig = HELD_HIGH.apply(rig, drawer)
        rig_id, revision = (uuid5(NAMESPACE, f"{angler.id} rig {k} {part}") for part in ("rig", "revision"))
        # One unit of work each, so that the last one started is the newest.
        keep_rig(Work(session, angler.id), rig_id, revision, None, rig, "started")
        kept_rigs.append((rig_id, revision, rig.name, by_id[water]))
    load_season(Work(session, angler.id), kept_rigs, uuid5(NAMESPACE, str(angler.id)))
    take_in_hand(Work(session, angler.id), RIGS[-1][1], None)
    return angler
