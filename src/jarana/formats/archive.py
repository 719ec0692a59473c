"""Everything a person owns as one file: a zip of JSON lines, with readable copies, schemas and a page that says what is what.

Read with bounds: nothing is unpacked to disk, no name of the zip is followed, and what is larger than it says is not read.
"""

from __future__ import annotations

import json
import zipfile
import zlib
from collections.abc import Iterable, Iterator, Mapping
from datetime import datetime
from typing import IO, Annotated, Any, ClassVar

from pydantic import Field, ValidationError

from jarana.core.documents import Document, read, written
from jarana.core.errors import InputError, shorten
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-zip = is no archive of ours
damaged = is damaged: { $what }
too-many = holds more than { $most } files
too-large = holds more than { $most } MB
other = is no archive of ours: it holds no { $name }
newer = is of a version that is not known here; a newer program wrote it
long-line = line { $line } is longer than { $most } kB
no-json = line { $line } is no row
counts = holds { $found } rows where it says { $told }
about = Everything one person keeps in Jarana.
  manifest.json says what is in it and of which version.
  data/ holds the rows, a JSON document a line: this is what is read when the archive is brought back.
  waters/, rules/, rigs/ and tackle/ hold the same as files one can read and bring in one by one; they are not read back.
  schemas/ says what the documents look like.
""",
)
MANIFEST = "manifest.json"
MOST_FILES = 20_000
MOST_BYTES = 150_000_000
"""Of everything that is read, unpacked."""
LONGEST_LINE = 2_000_000
CHUNK = 1 << 16


class Manifest(Document):
    """What an archive says of itself: whose it is, when it was made, how many rows of what."""

    TYPE: ClassVar[str] = "archive"
    VERSION: ClassVar[int] = 1

    made_at: datetime
    person: str = Field(max_length=120)
    rows: dict[str, Annotated[int, Field(ge=0, le=1_000_000_000)]]


def data_file(table: str) -> str:
    """Return the name of the file of a table's rows."""
    return f"data/{table}.jsonl"


class ArchiveWriter:
    """Writes an archive, a row at a time."""

    def __init__(self, out: IO[bytes]) -> None:
        self._zip = zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED, compresslevel=6)
        self.rows: dict[str, int] = {}

    def table(self, table: str, rows: Iterable[Mapping[str, Any]]) -> None:
        """Write the rows of a table."""
        count = 0
        with self._zip.open(data_file(table), "w") as file:
            for row in rows:
                file.write(json.dumps(row, ensure_ascii=False, separators=(",", ":")).encode() + b"\n")
                count += 1
        self.rows[table] = count

    def text(self, name: str, text: str) -> None:
        """Write a file that is for people."""
        self._zip.writestr(name, text)

    def end(self, person: str, made_at: datetime) -> None:
        """Say what was written, and close."""
        manifest = Manifest(made_at=made_at, person=person, rows=self.rows)
        self.text(MANIFEST, json.dumps(written(manifest), indent=1, ensure_ascii=False))
        self.text("README.txt", say("about"))
        self._zip.close()


class ArchiveReader:
    """Reads an archive; nothing of it is trusted.

    Raises
    ------
    InputError
        When it is none of ours, damaged, of a newer version, or too large.
    """

    def __init__(self, file: IO[bytes]) -> None:
        try:
            self._zip = zipfile.ZipFile(file)
        except (zipfile.BadZipFile, OSError, ValueError, NotImplementedError):
            raise _fault(say("no-zip")) from None
        self._left = MOST_BYTES
        if len(self._zip.infolist()) > MOST_FILES:
            raise _fault(say("too-many", most=str(MOST_FILES)))
        self._names = {i.filename: i for i in self._zip.infolist()}
        if MANIFEST not in self._names:
            raise _fault(say("other", name=MANIFEST))
        try:
            self.manifest = read(Manifest, json.loads(self._whole(MANIFEST)))
        except InputError:
            raise _fault(say("newer")) from None
        except (ValueError, ValidationError, RecursionError, AttributeError, TypeError):
            raise _fault(say("other", name=MANIFEST)) from None

    def rows(self, table: str) -> Iterator[dict[str, Any]]:
        """Yield the rows of a table."""
        name = data_file(table)
        told, count = self.manifest.rows.get(table, 0), 0
        for line in self._lines(name) if name in self._names else ():
            count += 1
            try:
                row = json.loads(line)
            except (ValueError, RecursionError):
                row = None
            if not isinstance(row, dict):
                raise _fault(say("no-json", line=str(count)), name)
            yield row
        if count != told:
            raise _fault(say("counts", found=str(count), told=str(told)), name)

    def _whole(self, name: str) -> bytes:
        return b"".join(self._chunks(name))

    def _lines(self, name: str) -> Iterator[bytes]:
        rest, number = b"", 1
        for chunk in self._chunks(name):
            *lines, rest = (rest + chunk).split(b"\n")
            for line in lines:
                number += 1
                yield line
            if len(rest) > LONGEST_LINE:
                raise _fault(say("long-line", line=str(number), most=str(LONGEST_LINE // 1000)), name)
        if rest.strip():
            yield rest

    def _chunks(self, name: str) -> Iterator[bytes]:
        try:
            with self._zip.open(self._names[name]) as file:
                while chunk := file.read(CHUNK):
                    self._left -= len(chunk)
                    if self._left < 0:
                        raise _fault(say("too-large", most=str(MOST_BYTES // 1_000_000)))
                    yield chunk
        except (
            zipfile.BadZipFile,
            zlib.error,
            EOFError,
            OSError,
            NotImplementedError,
            RuntimeError,
            ValueError,
        ) as error:
            raise _fault(say("damaged", what=shorten(str(error))), name) from None


def _fault(reason: str, name: str = "") -> InputError:
    return InputError.one("archive" + (f".{name}" if name else ""), "", reason)
