"""Keep a person's own measures."""

from __future__ import annotations

from collections.abc import Sequence

from pydantic import ValidationError

from jarana.core.errors import FaultList, InputError
from jarana.core.sheet.measures import Measures
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.worth.constants import check_habits, constants
from jarana.storage.work import Work
from jarana.usecases.marks import ChangedElsewhereError, mark_of
from jarana.usecases.today import check_units

say = phrases(
    __name__,
    """
a-mark-on-the-rod = a mark on the rod is above 0 and at most { $text }
""",
)


def measures_of(work: Work) -> Measures:
    """Return one's own measures; none set where nothing was kept."""
    angler = work.anglers.get(work.owner)
    return (angler.measures if angler else None) or Measures()


def lengths_mark(measures: Measures) -> str:
    """Return the mark of a person's lengths."""
    return mark_of(measures.model_copy(update={"habits": {}, "units": ""}))


def habits_mark(measures: Measures) -> str:
    """Return the mark of the constants a person replaced."""
    return mark_of(measures.habits)


def keep_measures(
    work: Work,
    hand: str,
    forearm: str,
    chest: str,
    rod_marks: Sequence[str],
    writer: Writer,
    base: str | None = None,
    turn: str = "",
) -> Measures:
    """Read typed measures, keep them and return them; an empty text is a measure not set. `base` marks the state that was seen.

    Raises
    ------
    InputError
        Naming every measure that cannot be.
    ChangedElsewhereError
        When they are not as they were seen any more.
    """
    faults = FaultList()
    fields: dict[str, object] = {}
    for name, text in (("hand", hand), ("forearm", forearm), ("chest", chest), ("turn", turn)):
        with faults.under(""):
            fields[f"{name}_mm"] = round(writer.read("short", text, name) * 1000, 1) if text.strip() else None
    marks = []
    for i, text in enumerate(rod_marks):
        with faults.under(""):
            if text.strip():
                marks.append(round(writer.read("short", text, f"rod_marks[{i}]") * 1000, 1))
    faults.raise_if_any()
    for i, mark in enumerate(marks):
        faults.check(
            0 < mark <= 6000,
            f"rod_marks[{i}]",
            rod_marks[i],
            say("a-mark-on-the-rod", text=writer.text("length", 6.0)),
        )
    faults.raise_if_any()
    try:
        measures = Measures.model_validate(fields | {"rod_marks_mm": sorted(marks)})
    except ValidationError as error:
        for e in error.errors():
            name = str(e["loc"][0]).removesuffix("_mm")
            limit = writer.limit("short", str(e["loc"][0]), e.get("ctx", {}))
            faults.add(name, "" if limit else e.get("input"), limit or e["msg"].replace("Input should be", "should be"))
        raise InputError(faults.faults) from None
    with work.writing():
        angler, before = work.belongings.lock(), measures_of(work)
        if base is not None and lengths_mark(before) != base:
            raise ChangedElsewhereError
        measures = measures.model_copy(update={"habits": before.habits, "units": before.units})
        if angler is not None:
            angler.measures = measures
    return measures


def keep_units(work: Work, units: str) -> str:
    """Keep what a person chose to read and type in, as its shortest text, and return it.

    Raises
    ------
    InputError
        Where it is no choice of units.
    """
    faults = FaultList()
    known = check_units(units, faults)
    faults.raise_if_any()
    with work.writing():
        angler = work.belongings.lock()
        if angler is not None:
            angler.measures = measures_of(work).model_copy(update={"units": known})
    return known


def keep_habits(work: Work, own: dict[str, float], base: str | None = None) -> Measures:
    """Keep the constants of worth a person replaced, all others as in the table, and return the measures with them.

    Raises
    ------
    InputError
        Naming every one that is not known or out of its range.
    ChangedElsewhereError
        When they are not as they were seen any more.
    """
    check_habits(own)
    changed = {key: value for key, value in own.items() if value != constants()[key].value}
    with work.writing():
        angler, before = work.belongings.lock(), measures_of(work)
        if base is not None and habits_mark(before) != base:
            raise ChangedElsewhereError
        measures = before.model_copy(update={"habits": changed})
        if angler is not None:
            angler.measures = measures
    return measures
