"""Cells of a CSV a spreadsheet will not take for a formula, and back."""

from __future__ import annotations

import unicodedata

STARTS = "=+-@\t\r"


def _formula(text: str) -> bool:
    """Say whether a spreadsheet might take a text for a formula: wide forms and marks without width are looked through."""
    for mark in text:
        plain = unicodedata.normalize("NFKC", mark)
        if plain[:1] in STARTS and plain:
            return True
        if mark != "'" and unicodedata.category(mark) not in ("Cf", "Cc", "Zs", "Mn"):
            return False
    return False


def quoted(text: str) -> str:
    """Return a text a spreadsheet will not take for a formula: an apostrophe stands before it.

    Examples
    --------
    >>> quoted("=1+1"), quoted("olive"), unquoted(quoted("'=1"))
    ("'=1+1", 'olive', "'=1")
    >>> quoted("\uff1d1+1")[0], quoted("\\u200b=1")[0]
    ("'", "'")
    """
    return f"'{text}" if _formula(text) else text


def unquoted(text: str) -> str:
    """Return the text :func:`quoted` was given."""
    return text[1:] if text.startswith("'") and _formula(text) else text
