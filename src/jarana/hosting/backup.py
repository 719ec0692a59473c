"""``jarana backup | restore | backup-all | restore-all``: archives at a console, of one person or of all."""

from __future__ import annotations

import os
from collections.abc import Iterator
from contextlib import contextmanager
from pathlib import Path
from uuid import UUID

from sqlalchemy.orm import Session
from werkzeug.utils import secure_filename

from jarana.api.settings import database_url
from jarana.core.errors import InputError
from jarana.core.words import phrases
from jarana.formats.archive import ArchiveReader
from jarana.hosting.address import database_address
from jarana.storage.database import make_engine, make_sessions
from jarana.storage.people import Anglers
from jarana.storage.tables import AnglerRow
from jarana.storage.work import Work
from jarana.usecases.archive import Restored, restore_archive, write_archive

say = phrases(
    __name__,
    """
written = { $file }: everything of { $person }, { $size } bytes
of-whom = of { $person }, { $made_at }
here-already = here already: { $what }
holds-something = holds something already; name a new folder
no-folder = is no folder
there-no = there is no such person
there-already = is there already
more-that = and { $count } more that are others here
bytes = { $file }: { $person }, { $size } bytes
not-written = cannot be written: { $why }
not-read = cannot be read: { $why }
""",
)


MOST_PEOPLE = 10_000
ENDING = ".zip"


@contextmanager
def _session(data: Path | None) -> Iterator[Session]:
    """Yield a session on the database of a demo's folder, or on the one the environment names."""
    engine = make_engine(database_address(data) if data else database_url())
    try:
        with make_sessions(engine)() as session:
            yield session
    finally:
        engine.dispose()


def backup(file: Path, person: str, data: Path | None = None) -> str:
    """Write a person's archive; return a line that says so.

    Raises
    ------
    InputError
        When there is no such person, or a file of that name.
    """
    with _session(data) as session:
        size = _write(session, _named(session, person).id, file)
    return say("written", file=file, person=person, size=size)


def restore(file: Path, person: str, keep: bool, data: Path | None = None) -> list[str]:
    """Bring an archive back to a person, or tell what it would do; return what happened, a line each.

    Raises
    ------
    InputError
        When there is no such person or file, or the archive is not whole.
    """
    with _session(data) as session:
        return _told(_bring(session, _named(session, person), file, keep))


def backup_all(folder: Path, data: Path | None = None) -> list[str]:
    """Write an archive of every person into a folder; return a line each.

    Raises
    ------
    InputError
        When the folder holds something.
    """
    if folder.exists() and (not folder.is_dir() or any(folder.iterdir())):
        raise InputError.one("", str(folder), say("holds-something"))
    folder.mkdir(parents=True, exist_ok=True, mode=0o700)
    lines = []
    with _session(data) as session:
        people = [(angler.id, angler.name) for angler in Anglers(session).everybody(MOST_PEOPLE)]
        for k, (person, name) in enumerate(people):
            file = folder / f"{k:05d}-{secure_filename(name) or 'unnamed'}{ENDING}"
            lines.append(say("bytes", file=file.name, person=name, size=_write(session, person, file)))
    return lines


def restore_all(folder: Path, data: Path | None = None) -> list[str]:
    """Bring every archive of a folder back, each to the person it names, made where there is none; return what happened.

    Raises
    ------
    InputError
        When there is no such folder, or an archive is not whole: those before it are kept.
    """
    if not folder.is_dir():
        raise InputError.one("", str(folder), say("no-folder"))
    lines = []
    with _session(data) as session:
        for file in sorted(folder.glob(f"*{ENDING}")):
            with file.open("rb") as opened:
                name = ArchiveReader(opened).manifest.person
            people = Anglers(session)
            angler = people.named(name)
            if angler is None:
                angler = people.add(AnglerRow(name=name))
                session.commit()
            lines += [f"{file.name}: {name}", *(f"  {line}" for line in _told(_bring(session, angler, file, True)))]
    return lines


def _named(session: Session, person: str) -> AnglerRow:
    angler = Anglers(session).named(person)
    if angler is None:
        raise InputError.one("", person, say("there-no"))
    return angler


def _write(session: Session, person: UUID, file: Path) -> int:
    """Write an archive beside its place first: a file that is there is whole."""
    if file.exists():
        raise InputError.one("", str(file), say("there-already"))
    begun = file.with_name(file.name + ".part")
    try:
        with begun.open("wb") as out:
            write_archive(Work(session, person), out)
            out.flush()
            os.fsync(out.fileno())
        begun.rename(file)
    except OSError as error:
        raise InputError.one("", str(file), say("not-written", why=error.strerror)) from None
    finally:
        begun.unlink(missing_ok=True)
    return file.stat().st_size


def _bring(session: Session, angler: AnglerRow, file: Path, keep: bool) -> Restored:
    try:
        with file.open("rb") as opened:
            return restore_archive(Work(session, angler.id), opened, keep)
    except OSError as error:
        raise InputError.one("", str(file), say("not-read", why=error.strerror)) from None


def _told(found: Restored) -> list[str]:
    def counts(of: dict[str, int]) -> str:
        return ", ".join(f"{n} {what}" for what, n in of.items()) or "nothing"

    lines = [
        say("of-whom", person=found.person, made_at=f"{found.made_at:%Y-%m-%d %H:%M}"),
        f"{'brought' if found.kept else 'would bring'} {counts(found.added)}",
        say("here-already", what=counts(found.same)),
    ]
    lines += [f"{clash.what} {clash.id} {clash.why}" for clash in found.clashes]
    if found.clashed > len(found.clashes):
        lines.append(say("more-that", count=found.clashed - len(found.clashes)))
    return lines
