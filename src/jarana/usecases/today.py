"""How a person asks: in which units they read and type, and which day it is where they are."""

from __future__ import annotations

from dataclasses import dataclass
from datetime import date, datetime
from zoneinfo import ZoneInfo, available_timezones

from jarana.core.errors import FaultList
from jarana.core.unit_rules import MARK, MARKS, QUANTITIES, WHOLE, known_units
from jarana.core.units import System, Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
a-time-zone-such-as = a time zone such as Europe/Vienna
or-one-of-these-with = { $all }; or one of these with changes: { $each }; { $mark }= { $all2 }
""",
)

LONGEST_NAME = 64


@dataclass(frozen=True)
class Asking:
    """Units and time zone of a request."""

    units: System = "metric"
    zone: str = "UTC"

    @property
    def writer(self) -> Writer:
        """Writes and reads in those units."""
        return Writer(self.units)

    def day(self, now: datetime) -> date:
        """Return the day it is there."""
        return now.astimezone(ZoneInfo(self.zone)).date()


def asking_of(units: str | None, zone: str | None) -> Asking:
    """Return how a person asks, from what a request says.

    Raises
    ------
    InputError
        Naming units or a zone that are not known.
    """
    faults = FaultList()
    known = check_units(units, faults) if units else "metric"
    if zone:
        faults.check(
            len(zone) <= LONGEST_NAME and zone in available_timezones(),
            "zone",
            zone,
            say("a-time-zone-such-as"),
        )
    faults.raise_if_any()
    return Asking(known, zone or "UTC")


def check_units(units: str, faults: FaultList) -> System:
    """Return a choice of units in its shortest words; what is none is a fault that names what may be chosen."""
    known = known_units(units)
    if known is None:
        each = "; ".join(f"{q.key}= {' '.join(o.key for o in q.options)}" for q in QUANTITIES)
        faults.add(
            "units",
            units[:LONGEST_NAME],
            say("or-one-of-these-with", all=", ".join(WHOLE), each=each, mark=MARK, all2=" ".join(MARKS)),
        )
    return known or "metric"
