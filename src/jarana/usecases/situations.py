"""A person's situation: their drawer, the rules of the water, their day, with a rig and a water they name."""

from __future__ import annotations

from jarana.core.rig.model import Rig
from jarana.core.situation import Person, Setting, Situation
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.keep_measures import measures_of
from jarana.usecases.today import Asking


def setting_of(work: Work, water: Reach, asking: Asking) -> Setting:
    """Return the setting of a water for a person; the database is let go before anything is computed."""
    with work.reading():
        drawer, rules = work.belongings.drawer(), work.belongings.rules_of(water)
        measures = measures_of(work)
    person = Person(units=asking.units, own=measures.lengths, habits=tuple(measures.habits.items()))
    return Setting(water=water, drawer=drawer, rules=rules, today=asking.day(work.now), person=person)


def situation_of(work: Work, rig: Rig, water: Reach, asking: Asking) -> Situation:
    """Return the situation of a rig in a water for a person."""
    return Situation(rig, setting_of(work, water, asking))
