"""Keep a person's own measures."""

from __future__ import annotations

from collections.abc import Sequence
from uuid import UUID

from pydantic import ValidationError
from sqlalchemy.orm import Session

from jarana.core.errors import FaultList, InputError
from jarana.core.sheet.measures import Measures
from jarana.core.units import parse
from jarana.storage.repositories import Anglers


def keep_measures(
    session: Session, owner: UUID, hand: str, forearm: str, chest: str, rod_marks: Sequence[str]
) -> Measures:
    """Read typed measures (bare: centimetres), keep them and return them; an empty text is a measure not set.

    Raises
    ------
    InputError
        Naming every measure that cannot be.
    """
    faults = FaultList()
    fields: dict[str, object] = {}
    for name, text in (("hand", hand), ("forearm", forearm), ("chest", chest)):
        with faults.under(""):
            fields[f"{name}_mm"] = round(parse("length", text, "cm", name) * 1000, 1) if text.strip() else None
    marks = []
    for i, text in enumerate(rod_marks):
        with faults.under(""):
            if text.strip():
                marks.append(round(parse("length", text, "cm", f"rod_marks[{i}]") * 1000, 1))
    faults.raise_if_any()
    for i, mark in enumerate(marks):
        faults.check(0 < mark <= 6000, f"rod_marks[{i}]", rod_marks[i], "a mark on the rod is above 0 and at most 6 m")
    faults.raise_if_any()
    try:
        measures = Measures.model_validate(fields | {"rod_marks_mm": sorted(marks)})
    except ValidationError as error:
        for e in error.errors():
            name = str(e["loc"][0]).removesuffix("_mm")
            faults.add(name, e.get("input"), e["msg"].replace("Input should be", "in millimetres, should be"))
        raise InputError(faults.faults) from None
    angler = Anglers(session).get(owner)
    if angler is not None:
        angler.measures = measures
    return measures
