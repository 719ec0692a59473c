"""Words of the trade and of this product: what each means, in the person's units, where it is met, and what shows it.

One table for the screens, for the search by name and for docs/glossary.md. A figure in a meaning is asked of the rule it
belongs to, so that both always say the same.
"""

from __future__ import annotations

import re
from functools import cache
from pathlib import Path

from jarana.core.drift.course import SAME_DEPTH, SAME_SHARE
from jarana.core.model import Frozen
from jarana.core.readings.settle import PLUMB_DEG
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.knot import usual_knot
from jarana.core.units import Writer

PUT = re.compile(r"\{ ([a-z_]+) \}")


class WordRow(TableRow):
    """A word of the table: other words it is looked for by, its meaning, the places it is met in, and its drawing.

    `code` marks a word that is met in the code alone.
    """

    also: tuple[str, ...] = ()
    text: str
    places: tuple[str, ...] = ()
    figure: str = ""
    code: bool = False


class Word(Frozen):
    """A word as it is told: its meaning in the person's units; `figure` is ``drawing:part``, empty where nothing is drawn."""

    key: str
    name: str
    also: tuple[str, ...]
    text: str
    places: tuple[str, ...]
    figure: str


@cache
def word_rows() -> dict[str, WordRow]:
    """Return every word of the table by its key."""
    return load_table(Path(__file__).parent / "words.toml", WordRow)


def glossary(writer: Writer) -> tuple[Word, ...]:
    """Return the words people meet, by the alphabet."""
    rows = sorted((r for r in word_rows().values() if not r.code), key=lambda r: r.name.lower())
    return tuple(
        Word(key=r.key, name=r.name, also=r.also, text=meaning(r, writer), places=r.places, figure=r.figure)
        for r in rows
    )


def meaning(row: WordRow, writer: Writer) -> str:
    """Return what a word means, its figures written in."""
    figures = {
        "settled": writer.text("short", SAME_DEPTH),
        "settled_share": f"{SAME_SHARE:.0%}".replace("%", " %"),
        "plumb": f"{PLUMB_DEG:g}°",
        "wind_knot": f"{usual_knot('accident').nylon:.0%}".replace("%", " %"),
    }
    return PUT.sub(lambda found: figures[found.group(1)], row.text)


def glossary_page() -> str:
    """Return docs/glossary.md: the words people meet, then those of the code."""
    lines = ["# Glossary", "", "Made from `core/glossary/words.toml` by `bin/generate`.", ""]
    for title, code in (("Words of the trade and of the screens", False), ("Words of the code", True)):
        rows = sorted((r for r in word_rows().values() if r.code == code), key=lambda r: r.name.lower())
        lines += [f"## {title}", "", "| word | meaning |", "|---|---|"]
        lines += [f"| {r.name} | {meaning(r, Writer())} |" for r in rows]
        lines.append("")
    return "\n".join(lines)
