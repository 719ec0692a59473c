"""A person's situation: their drawer, the rules of the water, their day, with a rig and a water they name."""

from __future__ import annotations

from jarana.core.learn.taught import carried
from jarana.core.rig.model import Rig
from jarana.core.situation import Person, Setting, Situation
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.keep_measures import measures_of
from jarana.usecases.today import Asking


def setting_of(work: Work, water: Reach, asking: Asking) -> Setting:
    """Return the setting of a water for a person, with what they learnt of it; the database is let go before anything is computed."""
    today = asking.day(work.now)
    with work.reading():
        drawer, rules = work.belongings.drawer(), work.belongings.rules_of(water)
        measures, row = measures_of(work), work.belongings.lesson_row(water.id)
    taught = carried(row.document, water, today) if row and row.used and row.document else None
    person = Person(units=asking.units, own=measures.lengths, habits=tuple(measures.habits.items()))
    return Setting(water=water, drawer=drawer, rules=rules, today=today, person=person, taught=taught)


def situation_of(work: Work, rig: Rig, water: Reach, asking: Asking) -> Situation:
    """Return the situation of a rig in a water for a person."""
    return Situation(rig, setting_of(work, water, asking))
