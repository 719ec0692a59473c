"""A file of all words: the English ones, to be filled in, or all of them disguised, to find what was not taken from it."""

from __future__ import annotations

import importlib
import json
import pkgutil
import re
import tomllib
from collections.abc import Iterator
from pathlib import Path

from fluent.syntax import FluentParser, FluentSerializer
from fluent.syntax.ast import Message, Resource, TextElement
from fluent.syntax.visitor import Visitor

import jarana.core
from jarana.core.tables import PLACED, table_words
from jarana.core.tackle.knot_card import card_words
from jarana.core.words import catalogue, indented
from jarana.core.words.language import Language

ROOMS = ("jarana.core", "jarana.formats", "jarana.usecases", "jarana.api")
"""Packages whose modules say something to people."""
SCREEN = Path(__file__).parent / "screen.json"
"""The patterns of the screen in English, collected from its source by ``bin/generate``."""
VOWELS = str.maketrans("aeiouyAEIOUY", "áéíóúýÁÉÍÓÚÝ")


def english() -> Language:
    """Return everything that is said, in English."""
    for room in ROOMS:
        package = importlib.import_module(room)
        for module in pkgutil.walk_packages(package.__path__, f"{room}."):
            importlib.import_module(module.name)
    core = {
        module: {name: _pattern(message) for name, message in messages.items()}
        for module, messages in catalogue().items()
    }
    return Language(core=core, tables=dict(sorted(_of_the_tables())), screen={text: text for text in screen_words()})


def fluent_text(words: Language) -> str:
    """Return the sentences of the core as Fluent, by module."""
    return "\n".join(
        f"## {module}\n" + "".join(f"{name} = {indented(text)}\n" for name, text in rows.items())
        for module, rows in words.core.items()
    )


def screen_words() -> tuple[str, ...]:
    """Return the patterns of the screen, in English."""
    return tuple(json.loads(SCREEN.read_text(encoding="utf-8")))


def disguised(words: Language) -> Language:
    """Return a language in which every vowel has an accent and the first of a long word stands twice: readable, and seen at once."""
    return Language(
        code="en-XA",
        name="Disguised",
        core={
            module: {name: _disguised_fluent(text) for name, text in rows.items()}
            for module, rows in words.core.items()
        },
        tables={name: _around(PLACED, text) for name, text in words.tables.items()},
        screen={name: disguised_icu(text) for name, text in words.screen.items()},
    )


def disguise(text: str) -> str:
    """Return a text disguised.

    Examples
    --------
    >>> disguise("The depth of 5 m")
    'Thé déépth óf 5 m'
    """
    longer = re.sub(r"\b([^\W\d_]*?)([aeiou])(?=[^\W\d_]{3,}\b)", r"\1\2\2", text)
    return longer.translate(VOWELS)


def disguised_icu(pattern: str) -> str:
    """Return an ICU pattern whose texts are disguised; its names, selectors and quoted signs stay.

    Examples
    --------
    >>> disguised_icu("{n, plural, one {# row} other {# rows}} of {whole}")
    '{n, plural, one {# rów} other {# róws}} óf {whole}'
    """
    out, at = [], 0
    while at < len(pattern):
        opens = pattern.find("{", at)
        if opens < 0:
            out.append(disguise(pattern[at:]))
            break
        out.append(disguise(pattern[at:opens]))
        closes = _end_of(pattern, opens)
        out.append(_argument(pattern[opens : closes + 1]))
        at = closes + 1
    return "".join(out)


def _end_of(pattern: str, opens: int) -> int:
    """Return where the brace that stands at a place is closed; the end where it never is."""
    deep = 0
    for at in range(opens, len(pattern)):
        deep += {"{": 1, "}": -1}.get(pattern[at], 0)
        if deep == 0:
            return at
    return len(pattern) - 1


def _argument(text: str) -> str:
    """Return an argument with the texts of its cases disguised."""
    inside = text[1:-1]
    head, *rest = inside.split(",", 2)
    if len(rest) < 2:
        return text
    out, at, cases = [], 0, rest[1]
    while (opens := cases.find("{", at)) >= 0:
        closes = _end_of(cases, opens)
        out += [cases[at : opens + 1], disguised_icu(cases[opens + 1 : closes]), "}"]
        at = closes + 1
    return "{" + head + "," + rest[0] + "," + "".join(out) + cases[at:] + "}"


def _around(placed: re.Pattern[str], text: str) -> str:
    """Return a text disguised around what is put into it."""
    out, at = [], 0
    for found in placed.finditer(text):
        out += [disguise(text[at : found.start()]), found.group()]
        at = found.end()
    return "".join([*out, disguise(text[at:])])


class _Texts(Visitor):
    def visit_TextElement(self, node: TextElement) -> None:
        node.value = disguise(node.value)


def _pattern(message: Message) -> str:
    """Return what stands behind the name of a message."""
    text: str = FluentSerializer().serialize(Resource([message]))
    return text.split("=", 1)[1].strip()


def _disguised_fluent(text: str) -> str:
    (message,) = FluentParser().parse(f"it = {indented(text)}\n").body
    assert isinstance(message, Message)
    _Texts().visit(message)
    return _pattern(message)


def _of_the_tables() -> Iterator[tuple[str, str]]:
    """Yield the name and the English text of every word of a reference table."""
    for path in sorted(Path(jarana.core.__path__[0]).rglob("*.toml")):
        data = tomllib.loads(path.read_text(encoding="utf-8"))
        yield from card_words(data) if "frame" in data else table_words(path, data.get("row", []))
