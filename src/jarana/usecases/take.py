"""Something of another's copied into one's own, its source told in the name."""

from __future__ import annotations

from functools import singledispatch
from uuid import uuid4

from jarana.core.rig.model import Rig
from jarana.core.rules.rule_set import RuleSet
from jarana.core.stock.change import Entries, Entry
from jarana.core.tackle.leader import OwnedLeader
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.storage.work import Work
from jarana.usecases.keep_reach import keep_reach
from jarana.usecases.keep_rig import keep_rig
from jarana.usecases.keep_stock import keep_entries
from jarana.usecases.today import Asking

say = phrases(
    __name__,
    """
taken-from = { $name } (from { $whose })
why-taken = taken over: { $name }
""",
)
LEADERS = "leaders"
"""The kind of tackle leaders are."""
LONGEST_NAME, LONGEST_SOURCE = 80, 20


def named_after(name: str, whose: str) -> str:
    """Return what a copy is called: what it was, and whose."""
    return say("taken-from", name=name[:LONGEST_NAME], whose=whose[:LONGEST_SOURCE])


@singledispatch
def take(thing: object, mine: Work, name: str, asking: Asking) -> str:
    """Keep a copy of a rig, a water, a rule set or a leader under a new id of one's own; return that."""
    raise TypeError(type(thing))


@take.register
def _rig(thing: Rig, mine: Work, name: str, asking: Asking) -> str:
    key = uuid4()
    keep_rig(mine, key, uuid4(), None, thing.rebuilt(name=name), "imported")
    return str(key)


@take.register
def _water(thing: Reach, mine: Work, name: str, asking: Asking) -> str:
    key = _key()
    copy = thing.model_copy(update={"id": key, "name": name, "rules": None})
    keep_reach(mine, Reach.model_validate(copy.model_dump()), None, asking.day(mine.now))
    return key


@take.register
def _rules(thing: RuleSet, mine: Work, name: str, asking: Asking) -> str:
    key = _key()
    with mine.writing():
        mine.belongings.keep_rule_set(thing.model_copy(update={"id": key, "name": name}))
    return key


@take.register
def _leader(thing: OwnedLeader, mine: Work, name: str, asking: Asking) -> str:
    key = _key()
    copy = thing.model_copy(update={"id": key, "name": name, "count": 0, "cut_m": 0.0})
    entry = Entry(kind=LEADERS, item=key, before=None, after=copy.model_dump(mode="json"))
    keep_entries(mine, uuid4(), say("why-taken", name=name), Entries(entries=(entry,)))
    return key


def _key() -> str:
    return f"taken-{uuid4().hex[:12]}"
