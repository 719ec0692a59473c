"""A rig as a JSON file: out as it is, in only when everything in it is right."""

from __future__ import annotations

import json
from typing import Any

from pydantic import ValidationError

from jarana.core.documents import upgraded
from jarana.core.errors import Fault, FaultList, InputError, path_of, shorten
from jarana.core.methods import methods
from jarana.core.rig.model import Rig
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
the-methods-known-are = the methods known are: { $all }
is-not-a-number-a = { $called } is not a number a rig can hold
characters = { $text } characters
a-rig-file-holds-at = a rig file holds at most { $largest }
line-column = line { $lineno }, column { $colno }
a-rig-file-holds-one = a rig file holds one object
not-json = not JSON: { $lower }{ $msg }
not-json-that-can-be = not JSON that can be read: { $error }
""",
)

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
        raise InputError.one("", say("characters", text=len(text)), say("a-rig-file-holds-at", largest=LARGEST))
    try:
        data: Any = json.loads(text.removeprefix("\ufeff"), parse_constant=_no_constant)
    except json.JSONDecodeError as error:
        where = say("line-column", lineno=error.lineno, colno=error.colno)
        raise InputError.one(where, "", say("not-json", lower=error.msg[:1].lower(), msg=error.msg[1:])) from None
    except (RecursionError, ValueError) as error:
        raise InputError.one("", "", say("not-json-that-can-be", error=error)) from None
    if not isinstance(data, dict):
        raise InputError.one("", shorten(data), say("a-rig-file-holds-one"))
    try:
        rig = Rig.model_validate(upgraded(Rig.TYPE, Rig.VERSION, data, missing=-1))
    except ValidationError as error:
        raise InputError([_fault(e) for e in error.errors(include_url=False)]) from None
    faults = FaultList()
    faults.check(rig.method in methods(), "method", rig.method, say("the-methods-known-are", all=", ".join(methods())))
    faults.raise_if_any()
    return rig


def _no_constant(name: str) -> float:
    raise ValueError(say("is-not-a-number-a", called=name))


def _fault(error: Any) -> Fault:
    value = error.get("input")
    shown = "" if isinstance(value, dict | list) or value is None else shorten(value)
    message = error["msg"].removeprefix("Value error, ")
    return Fault(path_of(error["loc"]), shown, message[:1].lower() + message[1:])
