"""What the files of a room call what they add, for rooms that only know its key: methods and ways of moving say it when they are loaded."""

from __future__ import annotations

_called: dict[tuple[str, str], str] = {}


def call(kind: str, key: str, name: str) -> None:
    """Say what something of a kind is called by those who read it."""
    _called[kind, key] = name


def called(kind: str, key: str) -> str:
    """Return what something is called; its key, in words, where nobody has said it.

    Examples
    --------
    >>> called("nothing", "no-such-thing")
    'no such thing'
    """
    return _called.get((kind, key), key.replace("-", " "))
