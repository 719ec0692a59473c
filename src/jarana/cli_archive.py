"""``jarana backup | restore | backup-all | restore-all``: everything a person keeps, as a file and back (docs/operations.md)."""

from __future__ import annotations

import argparse
import sys
from collections.abc import Callable
from pathlib import Path
from typing import Any

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
write-everything = write everything a person keeps as one archive
bring-archive = bring an archive back; what is here already stays
only-tell = only tell what it would do
write-archive = write an archive of every person into a new folder
bring-every = bring every archive of a folder back
folder-running = the folder of a running demo; without it JARANA_DATABASE_URL says where
""",
)


def add_archive_commands(commands: Any) -> None:
    """Add the commands."""
    backup = commands.add_parser("backup", help=say("write-everything"))
    restore = commands.add_parser("restore", help=say("bring-archive"))
    for parser in (backup, restore):
        parser.add_argument("file")
        parser.add_argument("--person", default="Demo", help="whose")
    restore.add_argument("--try", dest="tried", action="store_true", help=say("only-tell"))
    backup.set_defaults(run=_backup)
    restore.set_defaults(run=_restore)
    every = commands.add_parser("backup-all", help=say("write-archive"))
    back = commands.add_parser("restore-all", help=say("bring-every"))
    for parser in (every, back):
        parser.add_argument("folder")
    every.set_defaults(run=_backup_all)
    back.set_defaults(run=_restore_all)
    for parser in (backup, restore, every, back):
        parser.add_argument("--data", default=None, help=say("folder-running"))


def _lines(work: Callable[[], list[str]]) -> int:
    from jarana.core.errors import InputError
    from jarana.usecases.quota import FullError

    try:
        lines = work()
    except InputError as error:
        for fault in error.faults:
            print(f"{fault.path or fault.value}: {fault.reason}", file=sys.stderr)
        return 2
    except FullError as error:
        print(error, file=sys.stderr)
        return 2
    print("\n".join(lines))
    return 0


def _data(arguments: argparse.Namespace) -> Path | None:
    return Path(arguments.data) if arguments.data else None


def _backup(arguments: argparse.Namespace) -> int:
    from jarana.hosting.backup import backup

    return _lines(lambda: [backup(Path(arguments.file), arguments.person, _data(arguments))])


def _restore(arguments: argparse.Namespace) -> int:
    from jarana.hosting.backup import restore

    return _lines(lambda: restore(Path(arguments.file), arguments.person, not arguments.tried, _data(arguments)))


def _backup_all(arguments: argparse.Namespace) -> int:
    from jarana.hosting.backup import backup_all

    return _lines(lambda: backup_all(Path(arguments.folder), _data(arguments)))


def _restore_all(arguments: argparse.Namespace) -> int:
    from jarana.hosting.backup import restore_all

    return _lines(lambda: restore_all(Path(arguments.folder), _data(arguments)))
