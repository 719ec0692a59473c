"""Two states of a document that began as one: what only one of them changed is taken from it, what both changed is a clash.

Parts are known by their ids, whatever place they have got. What a part is made of is merged field by field and no deeper: half
of one fly and half of another is no fly. The rule is the usual one of three states (Khanna, Kunal and Pierce, FSTTCS 2007).
"""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

State = dict[str, Any]
Path = tuple[str, ...]
GONE = object()
"""A part, or a field, that is not there."""
DEEP = 2
"""Fields of the document, and of its parts; what lies below is taken whole."""


def merge(base: State, mine: State, theirs: State, opened: Sequence[str] = ()) -> tuple[State, tuple[Path, ...]]:
    """Return what both changed of a state, and where they clash; there `mine` stands.

    Parameters
    ----------
    base, mine, theirs
        Documents as they are written, of one type and version.
    opened
        Fields that are opened to their own fields; lists of parts with an ``id`` always are.

    Examples
    --------
    >>> merge({"a": 1, "b": 1}, {"a": 2, "b": 1}, {"a": 1, "b": 3})
    ({'a': 2, 'b': 3}, ())
    >>> parts = [[{"id": "tippet", "mm": mm, "knot": knot}] for mm, knot in ((80, "a"), (70, "a"), (60, "b"))]
    >>> merge(*({"spans": p} for p in parts))
    ({'spans': [{'id': 'tippet', 'mm': 70, 'knot': 'b'}]}, (('spans', 'tippet', 'mm'),))
    """
    clashes: list[Path] = []
    return _fields(base, mine, theirs, (), opened, clashes), tuple(clashes)


def _fields(base: State, mine: State, theirs: State, path: Path, opened: Sequence[str], clashes: list[Path]) -> State:
    made: State = {}
    for name in [*mine, *(n for n in theirs if n not in mine)]:
        old, ours, other = (state.get(name, GONE) for state in (base, mine, theirs))
        value = _value(old, ours, other, (*path, name), opened, clashes)
        if value is not GONE:
            made[name] = value
    return made


def _value(old: Any, ours: Any, other: Any, path: Path, opened: Sequence[str], clashes: list[Path]) -> Any:
    if ours == other or other == old:
        return ours
    if ours == old:
        return other
    if _is_parts(old) and _is_parts(ours) and _is_parts(other):
        return _parts(old, ours, other, path, clashes)
    deep = (len(path) == 1 and path[0] in opened) or (len(path) == DEEP and _is_part(ours))
    if deep and all(isinstance(value, dict) for value in (old, ours, other)):
        return _fields(old, ours, other, path, (), clashes)
    clashes.append(path)
    return ours


def _parts(old: list[State], ours: list[State], other: list[State], path: Path, clashes: list[Path]) -> list[State]:
    """Return parts in the order of whoever changed it: added, taken away, put elsewhere."""
    before, mine, theirs = ({part["id"]: part for part in parts} for parts in (old, ours, other))
    order = _value(list(before), list(mine), list(theirs), path, (), clashes)
    left_out = [
        any(key not in order and part != before.get(key) for key, part in side.items()) for side in (mine, theirs)
    ]
    if any(left_out) and path not in clashes:
        # One took away what the other changed.
        clashes.append(path)
        order = list(mine)
    return [
        _value(before.get(key, GONE), mine.get(key, GONE), theirs.get(key, GONE), (*path, key), (), clashes)
        if key in mine and key in theirs
        else mine.get(key) or theirs[key]
        for key in order
    ]


def _is_part(value: Any) -> bool:
    return isinstance(value, dict) and "id" in value


def _is_parts(value: Any) -> bool:
    return isinstance(value, list) and bool(value) and all(_is_part(part) for part in value)
