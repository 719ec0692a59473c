"""Knot cards: how a knot is tied, in three to five drawn steps. One file in tables/knot_cards adds one."""

from __future__ import annotations

import tomllib
from functools import cache
from typing import Any, Literal, get_args

from pydantic import Field

from jarana.core.model import Frozen, Key, Text
from jarana.core.tackle.material import TABLES
from jarana.core.words import phrases
from jarana.core.words.language import spoken

say = phrases(
    __name__,
    """
moisten-seat-test-wet = Moisten, seat, test: wet it, draw it down slowly, pull it hard by hand. Nippers, not teeth.
no-stroke = { $where }: “{ $text }” is no stroke: { $error }
""",
)

Line = Literal["line", "end", "other", "other-end"]
Mark = Literal["eye", "ring", "bead", "fly", "hook", "cut", "pull"]
LINES: tuple[str, ...] = get_args(Line)
MARKS: tuple[str, ...] = get_args(Mark)
GROUND = (120.0, 60.0)
"""Width and height of what a step is drawn on."""
SEAT = say("moisten-seat-test-wet")
Point = tuple[float, float]


class Stroke(Frozen):
    """One stroke: a smooth line through points, turns round one, or a mark.

    Attributes
    ----------
    points
        Of a line; of turns, from where to where; of a mark, its place (and for a pull, which way).
    turns, width
        How many turns and how wide they lie; a bead's diameter is its width.
    """

    role: Line | Mark
    points: tuple[Point, ...] = Field(min_length=1, max_length=24)
    turns: int = Field(default=0, ge=0, le=9)
    width: float = Field(default=0, ge=0, le=40)


class Step(Frozen):
    """One step: a sentence and its drawing."""

    says: Text
    strokes: tuple[Stroke, ...]


class KnotCard(Frozen):
    """A knot, or a way to hang a dropper (``school-...``), in steps."""

    key: Key
    name: Text
    steps: tuple[Step, ...] = Field(min_length=3, max_length=5)


@cache
def knot_cards() -> dict[str, KnotCard]:
    """Return every card by key.

    Raises
    ------
    ValueError
        When a file cannot be read; it names the file and the stroke.
    """
    cards = {}
    for path in sorted((TABLES / "knot_cards").glob("*.toml")):
        data = tomllib.loads(path.read_text(encoding="utf-8"))
        name, *says = (spoken(where, text) for where, text in card_words(data))
        steps = tuple(
            Step(says=said, strokes=tuple(_stroke(text, path.name) for text in frame["draw"]))
            for said, frame in zip(says, data["frame"], strict=True)
        )
        cards[data["key"]] = KnotCard(key=data["key"], name=name, steps=steps)
    return cards


def card_words(data: dict[str, Any]) -> list[tuple[str, str]]:
    """Return what is read on a card, its name first, under the names a language has it by."""
    key = f"card.{data['key']}"
    return [(f"{key}.name", data["name"]), *((f"{key}.{i}", f["says"]) for i, f in enumerate(data["frame"], 1))]


def _stroke(text: str, where: str) -> Stroke:
    """Return a stroke from ``end 10,20 30,40``, ``turns end 10,20 30,20 5 7`` or ``bead 60,30 12``."""
    try:
        word, *rest = text.split()
        turns, width = 0, 0.0
        if word == "turns":
            word, *rest = rest
            turns, width, rest = int(rest[-2]), float(rest[-1]), rest[:-2]
        elif word == "bead":
            width, rest = float(rest[-1]), rest[:-1]
        points = tuple((float(x), float(y)) for x, y in (pair.split(",") for pair in rest))
        return Stroke.model_validate({"role": word, "points": points, "turns": turns, "width": width})
    except ValueError as error:
        raise ValueError(say("no-stroke", where=where, text=text, error=error)) from None
