"""The language everything is said in: English, or what a file says instead (docs/decisions/0038).

A language is one file of JSON: its `code` (``de``) and `name`, and three books of words. `core` has Fluent patterns by module and
message, `tables` the words of the reference tables by ``file.row.column``, `screen` ICU patterns by the English ones. What a file
does not say is said in English. ``jarana words --file`` writes one to be filled in; ``JARANA_LANGUAGE`` names the one to be read.
"""

from __future__ import annotations

import os
from functools import cache
from pathlib import Path

from pydantic import BaseModel, ConfigDict, Field, ValidationError

ENGLISH = "en"
SETTING = "JARANA_LANGUAGE"
LARGEST = 4_000_000
"""Bytes of a file of words, at most."""


class Language(BaseModel):
    """The words of a language; what is not among them is said in English."""

    model_config = ConfigDict(frozen=True, extra="forbid")

    code: str = Field(default=ENGLISH, pattern=r"^[a-z]{2,3}(-[A-Za-z0-9]{2,8})*$")
    name: str = Field(default="English", max_length=60)
    core: dict[str, dict[str, str]] = {}
    tables: dict[str, str] = {}
    screen: dict[str, str] = {}

    @property
    def is_english(self) -> bool:
        """Whether nothing is said otherwise."""
        return not (self.core or self.tables or self.screen)


def read_language(path: Path) -> Language:
    """Return the language of a file.

    Raises
    ------
    SystemExit
        Naming the file and what is wrong with it: the program cannot speak without its words.
    """
    try:
        if path.stat().st_size > LARGEST:
            raise SystemExit(f"{SETTING} names {path}, which is larger than {LARGEST // 1_000_000} MB")
        return Language.model_validate_json(path.read_bytes())
    except OSError as error:
        raise SystemExit(f"{SETTING} names {path}, which cannot be read: {error.strerror}") from None
    except ValidationError as error:
        first = error.errors()[0]
        where = ".".join(str(part) for part in first["loc"]) or "it"
        raise SystemExit(f"{SETTING} names {path}, which is no file of words: {where}: {first['msg']}") from None


@cache
def language() -> Language:
    """Return the language of this process."""
    named = os.environ.get(SETTING, "").strip()
    return read_language(Path(named)) if named else Language()


def spoken(name: str, english: str) -> str:
    """Return a text of a reference table in the language; it is called ``file.row.column``."""
    return language().tables.get(name, english)
