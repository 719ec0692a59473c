"""A rig as a JSON file: out as it is, in only when everything in it is right."""

from __future__ import annotations

import json
from typing import Any

from pydantic import ValidationError

from jarana.core.documents import upgraded
from jarana.core.errors import Fault, FaultList, InputError, path_of, shorten
from jarana.core.methods import methods
from jarana.core.rig.model import Rig

LARGEST = 400_000
"""Characters of a rig file; the largest rig of 24 spans and 8 flies takes about 40 000."""


def rig_text(rig: Rig) -> str:
    """Return a rig as the text of a file: its document, indented, keys in the order of the schema."""
    return json.dumps(rig.model_dump(mode="json"), indent=1, ensure_ascii=False) + "\n"


def rig_from_text(text: str) -> Rig:
    """Return the rig a file holds.

    Raises
    ------
    InputError
        Naming path and reason for everything wrong at once.
    """
    if len(text) > LARGEST:
        raise InputError.one("", f"{len(text)} characters", f"a rig file holds at most {LARGEST}")
    try:
        data: Any = json.loads(text.removeprefix("\ufeff"), parse_constant=_no_constant)
    except json.JSONDecodeError as error:
        where = f"line {error.lineno}, column {error.colno}"
        raise InputError.one(where, "", f"not JSON: {error.msg[:1].lower()}{error.msg[1:]}") from None
    except (RecursionError, ValueError) as error:
        raise InputError.one("", "", f"not JSON that can be read: {error}") from None
    if not isinstance(data, dict):
        raise InputError.one("", shorten(data), "a rig file holds one object")
    try:
        rig = Rig.model_validate(upgraded(Rig.TYPE, Rig.VERSION, data, missing=-1))
    except ValidationError as error:
        raise InputError([_fault(e) for e in error.errors(include_url=False)]) from None
    faults = FaultList()
    faults.check(rig.method in methods(), "method", rig.method, f"the methods known are: {', '.join(methods())}")
    faults.raise_if_any()
    return rig


def _no_constant(name: str) -> float:
    raise ValueError(f"{name} is not a number a rig can hold")


def _fault(error: Any) -> Fault:
    value = error.get("input")
    shown = "" if isinstance(value, dict | list) or value is None else shorten(value)
    message = error["msg"].removeprefix("Value error, ")
    return Fault(path_of(error["loc"]), shown, message[:1].lower() + message[1:])
