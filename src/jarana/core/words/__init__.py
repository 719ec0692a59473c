"""The one catalogue of what is said: every sentence and label, written beside the rule it speaks for, collected here.

A module gives its words once (:func:`phrases`) and says them by name. They are Fluent messages: what is put in is a name or a
figure that was written before (so that it reads the same everywhere), plurals are the message's. ``jarana words`` prints the
whole catalogue; tests/core/test_words.py sees to it that every message is said, with just what it asks for.
"""

from __future__ import annotations

from collections.abc import Callable
from functools import cached_property

from fluent.runtime import FluentBundle, FluentResource
from fluent.syntax import FluentSerializer, parse
from fluent.syntax.ast import Junk, Message, Placeable, StringLiteral, TextElement, VariableReference
from fluent.syntax.visitor import Visitor

from jarana.core.words.language import SETTING, language

Say = Callable[..., str]
Piece = tuple[str, bool]
"""A text as it stands, or the name of what is put there."""
_given: dict[str, str] = {}


class Phrases:
    """The words of a module; read when the first of them is said."""

    def __init__(self, module: str, text: str) -> None:
        self.module, self.text = module, in_the_language(module, text)

    @cached_property
    def messages(self) -> dict[str, Message]:
        """Every message by its name."""
        return {entry.id.name: entry for entry in parse(self.text).body if isinstance(entry, Message)}

    @cached_property
    def bundle(self) -> FluentBundle:
        """What evaluates messages that choose."""
        bundle = FluentBundle([language().code], use_isolating=False)
        bundle.add_resource(FluentResource(self.text))
        return bundle

    @cached_property
    def pieces(self) -> dict[str, tuple[Piece, ...] | None]:
        """Messages that choose nothing, as their pieces: most are, and are put together without being evaluated."""
        return {name: _pieces(message) for name, message in self.messages.items()}

    def say(self, name: str, given: dict[str, str | int]) -> str:
        """Return a message with what is put in."""
        pieces = self.pieces[name]
        if pieces is not None:
            return "".join([str(given[text]) if put else text for text, put in pieces])
        pattern = self.bundle.get_message(name).value
        assert pattern is not None
        said, faults = self.bundle.format_pattern(pattern, given)
        if faults:
            raise faults[0]
        return str(said)


def in_the_language(module: str, text: str) -> str:
    """Return the messages of a module with those the language has in the place of the English ones."""
    own = language().core.get(module)
    if not own:
        return text
    english = {entry.id.name: entry for entry in parse(text).body if isinstance(entry, Message)}
    for name in own.keys() & english.keys():
        _check(f"core.{module}.{name}", own[name], english[name])
    rows = (
        f"{name} = {indented(own[name])}" if name in own else FluentSerializer().serialize_entry(entry)
        for name, entry in english.items()
    )
    return "\n".join(rows)


def _check(where: str, pattern: str, english: Message) -> None:
    """Stop where a pattern of a language is none, or asks for what the sentence is not given."""
    (entry, *more) = parse(f"it = {indented(pattern)}\n").body
    if more or not isinstance(entry, Message):
        raise SystemExit(f"{SETTING}: {where} is no Fluent pattern: {pattern[:80]!r}")
    asked = sorted(_asks(entry) - _asks(english))
    if asked:
        raise SystemExit(f"{SETTING}: {where} asks for {', '.join(asked)}, which it is not given")


def _asks(message: Message) -> set[str]:
    """Return the names a message is given by."""
    found: set[str] = set()

    class Names(Visitor):
        def visit_VariableReference(self, node: VariableReference) -> None:
            found.add(node.id.name)

    Names().visit(message)
    return found


def indented(pattern: str) -> str:
    """Return a pattern so that its further lines belong to its message."""
    return pattern.replace("\n", "\n    ")


def _pieces(message: Message) -> tuple[Piece, ...] | None:
    found: list[Piece] = []
    for element in message.value.elements if message.value else ():
        inner = element.expression if isinstance(element, Placeable) else element
        if isinstance(inner, TextElement | StringLiteral):
            text = inner.parse()["value"] if isinstance(inner, StringLiteral) else inner.value
            found.append((text, False))
        elif isinstance(inner, VariableReference):
            found.append((inner.id.name, True))
        else:
            return None
    return tuple(found)


def phrases(module: str, text: str) -> Say:
    """Give the words of a module; returns what says one of them.

    Parameters
    ----------
    module
        ``__name__``; names need to be unique within it.
    text
        Fluent messages, one a line.

    Examples
    --------
    >>> say = phrases("jarana.example", "lost = You lose { $flies ->\\n   [one] one fly\\n  *[other] { $flies } flies\\n }.")
    >>> say("lost", flies=1), say("lost", flies=3)
    ('You lose one fly.', 'You lose 3 flies.')
    """
    _given[module] = text
    mine = Phrases(module, text)

    def say(name: str, /, **given: str | int) -> str:
        return mine.say(name, given)

    return say


def catalogue() -> dict[str, dict[str, Message]]:
    """Return every message that was given, by module and name.

    Raises
    ------
    ValueError
        When a line of a module is no message.
    """
    found = {}
    for module, text in sorted(_given.items()):
        body = parse(text).body
        junk = [(entry.content or "").strip() for entry in body if isinstance(entry, Junk)]
        if junk:
            raise ValueError(f"{module}: {junk[0]!r} is no message")
        found[module] = {entry.id.name: entry for entry in body if isinstance(entry, Message)}
    return found
