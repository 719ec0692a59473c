"""Everything a person owns, written as one archive and brought back: into an empty installation, or merged into what is there."""

from __future__ import annotations

import json
from collections.abc import Iterable, Iterator, Mapping
from dataclasses import dataclass, field
from datetime import date, datetime
from typing import IO, Any
from uuid import UUID

from pydantic import ValidationError
from sqlalchemy import Column, Table, insert, select, update
from sqlalchemy.exc import IntegrityError
from werkzeug.utils import secure_filename

from jarana.core.documents import read, written
from jarana.core.errors import InputError, path_of, shorten
from jarana.core.journal import Event, event_kinds
from jarana.core.stock.kinds import kinds
from jarana.core.words import phrases
from jarana.formats.archive import ArchiveReader, ArchiveWriter
from jarana.formats.schemas import SCHEMAS
from jarana.formats.stock_csv import stock_csv
from jarana.storage.documents import Document as DocumentColumn
from jarana.storage.tables import AnglerRow, Base, EventRow, RigRevisionRow, RigRow
from jarana.storage.work import Work
from jarana.usecases.keep_stock import lay_out_again
from jarana.usecases.quota import MOST, may_add

say = phrases(
    __name__,
    """
days-of-waters = days of waters
rule-sets = rule sets
revisions-of-rigs = revisions of rigs
other-here = is another here; the one that is here stays
other-order = another event of that device stands in its place here
no-such = is no { $what }
missing = is missing
other-id = is not the id of its document, { $own }
not-known = is not known
clashing = is there twice, or belongs to something that is not in the archive
measures = your own measures
""",
)
TABLES = ("reach", "reach_day", "lesson", "rule_set", "rig", "rig_revision", "event")
"""What is written, in the order it is brought back; the drawer is laid out anew from the events."""
CALLED = {
    "reach": "waters", "reach_day": say("days-of-waters"), "lesson": "lessons", "rule_set": say("rule-sets"), "rig": "rigs",
    "rig_revision": say("revisions-of-rigs"), "event": "events",
}  # fmt: skip
LEFT_OUT = {"event": ("undone",)}
"""Columns that are worked out anew."""
SAME_BY = {"reach": ("document",), "event": ("kind", "payload", "about", "undoes")}
"""Columns by which a row that is there is the same; all of them elsewhere."""
OWN_ID = ("reach", "rule_set")
"""Tables whose documents say their own id."""
AT_ONCE = 500
MOST_CLASHES = 200


@dataclass(frozen=True)
class Clash:
    """Something that is there and another in the archive: of which kind, which, and why it was left."""

    what: str
    id: str
    why: str


@dataclass
class Restored:
    """What was brought back: rows added, rows that were there already, by kind; and what clashed (so many are named)."""

    person: str
    made_at: datetime
    added: dict[str, int] = field(default_factory=dict)
    same: dict[str, int] = field(default_factory=dict)
    clashes: list[Clash] = field(default_factory=list)
    clashed: int = 0
    kept: bool = True

    def clash(self, table: str, key: object, why: str) -> None:
        """Note a clash."""
        self.clashed += 1
        if len(self.clashes) < MOST_CLASHES:
            self.clashes.append(Clash(CALLED.get(table, table), shorten(str(key)), why))


def write_archive(work: Work, out: IO[bytes]) -> None:
    """Write everything a person owns."""
    writer = ArchiveWriter(out)
    with work.reading():
        angler = work.anglers.get(work.owner)
        assert angler is not None
        for name in TABLES:
            writer.table(name, _rows(work, Base.metadata.tables[name]))
        writer.table("person", [_person(angler)])
        _readable(work, writer)
    writer.end(angler.name, work.now)


def _person(angler: AnglerRow) -> dict[str, Any]:
    return {
        "measures": written(angler.measures) if angler.measures else None,
        "water_in_hand": angler.water_in_hand,
        "rig_in_hand": str(angler.rig_in_hand) if angler.rig_in_hand else None,
    }


def _columns(table: Table) -> list[Column[Any]]:
    left = LEFT_OUT.get(table.name, ())
    return [c for c in table.columns if c.name != "owner_id" and c.identity is None and c.name not in left]


def _rows(work: Work, table: Table) -> Iterator[dict[str, Any]]:
    columns = _columns(table)
    order = [table.c.place] if "place" in table.c else list(table.primary_key.columns)
    query = select(*columns).where(table.c.owner_id == work.owner).order_by(*order)
    for row in work.session.execute(query.execution_options(yield_per=AT_ONCE)):
        yield {c.name: _plain(c, value) for c, value in zip(columns, row, strict=True)}


def _plain(column: Column[Any], value: Any) -> Any:
    if isinstance(column.type, DocumentColumn):
        return None if value is None else written(value)
    if isinstance(value, UUID):
        return str(value)
    return value.isoformat() if isinstance(value, datetime | date) else value


def _readable(work: Work, writer: ArchiveWriter) -> None:
    mine = work.belongings
    documents: list[tuple[str, str, Any]] = [("waters", row.id, row.document) for row in mine.reach_rows()]
    documents += [("rules", rules.id, rules) for rules in mine.rule_sets()]
    documents += [("rigs", f"{rig.name}-{key.hex[:6]}", rig) for key, rig in work.rigs.documents(MOST["rigs"][-1])]
    for folder, name, document in documents:
        text = json.dumps(written(document), indent=1, ensure_ascii=False) + "\n"
        writer.text(f"{folder}/{secure_filename(name) or 'unnamed'}.json", text)
    for key, kind in kinds().items():
        writer.text(f"tackle/{key}.csv", stock_csv(kind, mine.shelf(key)))
    for name, schema in SCHEMAS.items():
        writer.text(f"schemas/{name}.json", json.dumps(schema(), indent=1))


def restore_archive(work: Work, file: IO[bytes], keep: bool = True) -> Restored:
    """Bring an archive back, all of it or nothing; without `keep` only tell what would be.

    What is there already stays; the same row is not added twice; what is another here is named.

    Raises
    ------
    InputError
        When it is no archive of ours, damaged, or something in it is not what it should be.
    FullError
        When it holds more than a person may keep.
    """
    reader = ArchiveReader(file)
    found = Restored(reader.manifest.person, reader.manifest.made_at, kept=keep)
    try:
        with work.writing():
            _bring(work, reader, found)
            if not keep:
                raise _Tried
    except _Tried:
        work.session.expunge_all()
    except IntegrityError:
        raise InputError.one("archive.data", "", say("clashing")) from None
    return found


class _Tried(Exception):
    """It was only tried."""


def _bring(work: Work, reader: ArchiveReader, found: Restored) -> None:
    for name in ("reach", "reach_day", "lesson", "rule_set"):
        _merge(work, Base.metadata.tables[name], reader, found)
    _rigs(work, reader, found)
    _events(work, reader, found)
    _in_hand(work, reader, found)
    for what, added in (
        ("waters", "reach"),
        ("rigs", "rig"),
        ("revisions", "rig_revision"),
        ("events", "event"),
    ):
        if found.added.get(CALLED[added]):
            may_add(work, what, 1)


def _merge(work: Work, table: Table, reader: ArchiveReader, found: Restored) -> None:
    keys = [c for c in table.primary_key.columns if c.name != "owner_id"]
    by = SAME_BY.get(table.name)
    mine = {}
    for row in _rows(work, table):
        mine[tuple(row[c.name] for c in keys)] = row
    fresh = []
    for row in _read(table, reader):
        plain = {c.name: _plain(c, row[c.name]) for c in _columns(table)}
        key = tuple(plain[c.name] for c in keys)
        there = mine.get(key)
        if there is None:
            mine[key] = plain
            fresh.append(row)
        elif all(there[n] == plain[n] for n in (by or plain)):
            _count(found.same, table.name)
        else:
            found.clash(table.name, " ".join(str(k) for k in key), say("other-here"))
    _add(work, table, fresh, found)


def _rigs(work: Work, reader: ArchiveReader, found: Restored) -> None:
    """Bring rigs with their revisions: new ones, and what is newer than here of those that are here."""
    rigs, revisions = Base.metadata.tables["rig"], Base.metadata.tables["rig_revision"]
    heads = {row.id: row.head_revision for row in work.session.execute(_own(work, RigRow.id, RigRow.head_revision))}
    known = {row.id for row in work.session.execute(_own(work, RigRevisionRow.id))}
    theirs = {row["id"]: row for row in _read(rigs, reader)}
    older: dict[UUID, int] = {}
    numbers: dict[UUID, int] = {}
    for row in reader.rows("rig_revision"):
        key, rig = _value(revisions.c.id, row), _value(revisions.c.rig_id, row)
        numbers[rig] = numbers.get(rig, 0) + 1
        if heads.get(rig) == key:
            older[rig] = int(_value(revisions.c.number, row))
    take: dict[UUID, int] = {}
    for rig, row in theirs.items():
        if rig not in heads:
            take[rig] = 0
        elif heads[rig] == row["head_revision"] or row["head_revision"] in known:
            _count(found.same, "rig")
            found.same[CALLED["rig_revision"]] = found.same.get(CALLED["rig_revision"], 0) + numbers.get(rig, 0)
        elif rig in older:
            take[rig] = older[rig]
            values = {k: v for k, v in row.items() if k != "id"}
            work.session.execute(update(rigs).where(rigs.c.owner_id == work.owner, rigs.c.id == rig).values(**values))
        else:
            found.clash("rig", row["name"], say("other-here"))
    _add(work, rigs, [row for rig, row in theirs.items() if rig in take and rig not in heads], found)
    _add(
        work,
        revisions,
        (r for r in _read(revisions, reader) if r["rig_id"] in take and r["number"] > take[r["rig_id"]]),
        found,
    )


def _events(work: Work, reader: ArchiveReader, found: Restored) -> None:
    table = Base.metadata.tables["event"]
    by = SAME_BY["event"]
    mine = {row["id"]: row for row in _rows(work, table)}
    places = {(row["device"], row["seq"]) for row in mine.values()}
    fresh, ours = [], set(mine)
    for row in _read(table, reader):
        plain = {c.name: _plain(c, row[c.name]) for c in _columns(table)}
        there = mine.get(plain["id"])
        if there is not None:
            if all(there[n] == plain[n] for n in by):
                _count(found.same, "event")
            else:
                found.clash("event", plain["id"], say("other-here"))
        elif (row["device"], row["seq"]) in places or plain["id"] in ours:
            found.clash("event", plain["id"], say("other-order"))
        else:
            places.add((row["device"], row["seq"]))
            ours.add(plain["id"])
            _checked(row)
            fresh.append(row | {"undone": False})
    _add(work, table, fresh, found)
    if fresh:
        _stand(work)
        lay_out_again(work)


def _checked(row: Mapping[str, Any]) -> None:
    """Say whether an event is one that is known here."""
    try:
        event = Event.model_validate({k: row[k] for k in Event.model_fields if k in row})
        event_kinds()[event.kind].of(event)
    except KeyError:
        raise InputError.one("archive.data.event.kind", str(row["kind"]), say("not-known")) from None
    except ValidationError as error:
        first = error.errors()[0]
        raise InputError.one(f"archive.data.event.{path_of(first['loc'])}", first["input"], first["msg"]) from None


def _stand(work: Work) -> None:
    """Work out anew which events stand: an undo takes back what it names, unless it was taken back itself."""
    rows = work.session.execute(
        _own(work, EventRow.id, EventRow.undoes, EventRow.undone).order_by(EventRow.place)
    ).all()
    undone: set[UUID] = set()
    for row in reversed(rows):
        if row.undoes is not None and row.id not in undone:
            undone.add(row.undoes)
    for row in rows:
        if (row.id in undone) != row.undone:
            change = update(EventRow).where(EventRow.owner_id == work.owner, EventRow.id == row.id)
            work.session.execute(change.values(undone=row.id in undone))
    work.session.expire_all()


def _in_hand(work: Work, reader: ArchiveReader, found: Restored) -> None:
    angler = work.anglers.get(work.owner)
    assert angler is not None
    table = Base.metadata.tables["angler"]
    for row in reader.rows("person"):
        values = {n: _value(table.c[n], row, "person") for n in ("measures", "water_in_hand", "rig_in_hand")}
        if angler.measures is None:
            angler.measures = values["measures"]
        elif values["measures"] is not None and values["measures"] != angler.measures:
            found.clash("person", say("measures"), say("other-here"))
        angler.water_in_hand = angler.water_in_hand or values["water_in_hand"]
        angler.rig_in_hand = angler.rig_in_hand or values["rig_in_hand"]


def _own(work: Work, *columns: Any) -> Any:
    return select(*columns).where(columns[0].class_.owner_id == work.owner)


def _add(work: Work, table: Table, rows: Iterable[Mapping[str, Any]], found: Restored) -> None:
    some: list[dict[str, Any]] = []

    def write() -> None:
        if some:
            work.session.execute(insert(table), some)
            found.added[CALLED[table.name]] = found.added.get(CALLED[table.name], 0) + len(some)
            some.clear()

    for row in rows:
        some.append(dict(row) | {"owner_id": work.owner})
        if len(some) >= AT_ONCE:
            write()
    write()


def _count(counts: dict[str, int], table: str) -> None:
    counts[CALLED[table]] = counts.get(CALLED[table], 0) + 1


def _read(table: Table, reader: ArchiveReader) -> Iterator[dict[str, Any]]:
    """Yield the rows of a table, each value read as what its column holds."""
    columns = _columns(table)
    for row in reader.rows(table.name):
        values = {c.name: _value(c, row) for c in columns}
        own = getattr(values.get("document"), "id", values.get("id"))
        if "id" in values and str(own) != str(values["id"]) and table.name in OWN_ID:
            raise InputError.one(f"archive.data.{table.name}.id", str(values["id"]), say("other-id", own=str(own)))
        yield values


def _value(column: Column[Any], row: Mapping[str, Any], of: str = "") -> Any:
    place = f"archive.data.{of or column.table.name}.{column.name}"
    if column.name not in row:
        raise InputError.one(place, "", say("missing"))
    value = row[column.name]
    if value is None and column.nullable:
        return None
    try:
        if isinstance(column.type, DocumentColumn):
            return read(column.type.model, value)
        kind = column.type.python_type
        if kind is UUID:
            return UUID(value)
        if kind in (datetime, date):
            return kind.fromisoformat(value)
        if not isinstance(value, list | dict if column.name in ("payload", "flies") else kind) or (
            kind is int and isinstance(value, bool)
        ):
            raise TypeError
        if column.name == "flies" and not all(isinstance(fly, str) for fly in value):
            raise TypeError
        length = getattr(column.type, "length", None)
        if isinstance(value, str) and ((length and len(value) > length) or "\0" in value):
            raise TypeError
    except InputError as error:
        raise error.under(place) from None
    except ValidationError as error:
        first = error.errors()[0]
        where = path_of(first["loc"])
        raise InputError.one(f"{place}.{where}" if where else place, first["input"], first["msg"]) from None
    except (TypeError, ValueError, AttributeError, RecursionError):
        raise InputError.one(place, value, say("no-such", what=column.name)) from None
    return value
