"""Cells of a CSV a spreadsheet will not take for a formula, and back."""

from __future__ import annotations

import re

QUOTED = re.compile(r"'*[=+\-@\t\r]")


def quoted(text: str) -> str:
    """Return a text a spreadsheet will not take for a formula: an apostrophe stands before it.

    Examples
    --------
    >>> quoted("=1+1"), quoted("olive"), unquoted(quoted("'=1"))
    ("'=1+1", 'olive', "'=1")
    """
    return f"'{text}" if QUOTED.match(text) else text


def unquoted(text: str) -> str:
    """Return the text :func:`quoted` was given."""
    return text[1:] if text.startswith("'") and QUOTED.match(text) else text
