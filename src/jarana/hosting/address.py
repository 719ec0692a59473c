"""Where a running demo's database is: a file only its owner reads."""

from __future__ import annotations

from pathlib import Path

from jarana.core.errors import InputError
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-demo = no demo runs on this folder; start bin/demo first
""",
)


NAME = "database-address"


def keep_address(folder: Path, url: str) -> None:
    """Write down where the database of a data folder is."""
    path = folder / NAME
    path.touch(mode=0o600)
    path.write_text(url)


def forget_address(folder: Path) -> None:
    """Take the address away: nothing runs any more."""
    (folder / NAME).unlink(missing_ok=True)


def database_address(folder: Path) -> str:
    """Return where the database of a data folder is.

    Raises
    ------
    InputError
        When no demo runs on it.
    """
    path = folder / NAME
    if not path.exists():
        raise InputError.one("", str(folder), say("no-demo"))
    return path.read_text().strip()
