"""Short ways for tests to put a rig into a water, started or as it is."""

from __future__ import annotations

from datetime import date

from jarana.core.drift.document import Drift
from jarana.core.drift.nominal import nominal, story
from jarana.core.methods import methods
from jarana.core.methods.base import Started
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import Reading
from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.situation import Person, Setting, Situation
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import System
from jarana.core.water.reach import Reach
from jarana.demo.load import valley, valley_rules

REACHES, DRAWER = valley()
WATERS = {reach.id: reach for reach in REACHES}
RULES = {rules.id: rules for rules in valley_rules()}
TODAY = date(2026, 6, 1)


def setting(
    water: Reach,
    drawer: Drawer = DRAWER,
    rules: RuleSet | None = None,
    units: System = "metric",
    today: date = TODAY,
) -> Setting:
    """Return a setting; the demo's drawer unless another is given."""
    return Setting(water, drawer, rules, today, Person(units))


def fished(
    rig: Rig,
    water: Reach,
    drawer: Drawer = DRAWER,
    rules: RuleSet | None = None,
    units: System = "metric",
    today: date = TODAY,
) -> Situation:
    """Return a rig in a water."""
    return Situation(rig, setting(water, drawer, rules, units, today))


def begun(method: str, water: Reach, drawer: Drawer = DRAWER, rules: RuleSet | None = None) -> Started:
    """Return a rig of a method with its reasons."""
    return methods()[method].begin(setting(water, drawer, rules))


def started(method: str, water: Reach, drawer: Drawer = DRAWER) -> Rig:
    """Return a rig of a method."""
    return begun(method, water, drawer).rig


def drift(rig: Rig, water: Reach) -> Drift:
    """Return the nominal drift of a rig in a water."""
    return nominal(fished(rig, water))


def told(rig: Rig, water: Reach) -> str:
    """Return what is seen of it."""
    return story(fished(rig, water))


def read(
    key: str,
    rig: Rig,
    water: Reach,
    drawer: Drawer = DRAWER,
    rules: RuleSet | None = None,
    units: System = "metric",
    today: date = TODAY,
) -> Reading:
    """Return one reading of a rig in a water."""
    return reading_kinds()[key].read(fished(rig, water, drawer, rules, units, today))


def readings(rig: Rig, water: Reach, drawer: Drawer = DRAWER, rules: RuleSet | None = None) -> dict[str, Reading]:
    """Return every reading of a rig by key."""
    return {reading.key: reading for reading in readings_of(fished(rig, water, drawer, rules))}
