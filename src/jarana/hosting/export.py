"""Everything a person of a running demo has, as files in open formats."""

from __future__ import annotations

import json
from collections.abc import Mapping
from pathlib import Path

from werkzeug.utils import secure_filename

from jarana.core.documents import Document, written
from jarana.core.errors import InputError
from jarana.core.stock.kinds import kinds
from jarana.core.words import phrases
from jarana.formats.stock_csv import stock_csv
from jarana.hosting.address import database_address
from jarana.storage.database import make_engine, make_sessions
from jarana.storage.people import Anglers
from jarana.storage.work import Work

say = phrases(
    __name__,
    """
holds-something = holds something already; name a new folder
there-no = there is no such person
""",
)


MOST = 10_000
"""Rigs written."""


def export_to(folder: Path, data: Path, person: str) -> str:
    """Write a person's waters, rules, rigs and tackle into a folder; return what was written, a line.

    Raises
    ------
    InputError
        When the folder holds something, no demo runs on `data`, or there is no such person.
    """
    if folder.exists() and (not folder.is_dir() or any(folder.iterdir())):
        raise InputError.one("", str(folder), say("holds-something"))
    engine = make_engine(database_address(data))
    with make_sessions(engine)() as session:
        angler = Anglers(session).named(person)
        if angler is None:
            raise InputError.one("", person, say("there-no"))
        counts = _write(folder, Work(session, angler.id))
    engine.dispose()
    return f"{folder}: " + ", ".join(f"{n} {what}" for what, n in counts.items())


def _write(folder: Path, work: Work) -> dict[str, int]:
    mine = work.belongings
    heads = [work.rigs.revision(row.head_revision) for row in work.rigs.listed(MOST)]
    waters = {row.id: row.document for row in mine.reach_rows()}
    rules = {document.id: document for document in mine.rule_sets()}
    rigs = {f"{row.document.name}-{row.rig_id.hex[:6]}": row.document for row in heads if row}
    _documents(folder / "waters", waters)
    _documents(folder / "rules", rules)
    _documents(folder / "rigs", rigs)
    tackle = folder / "tackle"
    tackle.mkdir(parents=True, exist_ok=True)
    for key, kind in kinds().items():
        (tackle / f"{key}.csv").write_text(stock_csv(kind, mine.shelf(key)), encoding="utf-8")
    return {"waters": len(waters), "rules": len(rules), "rigs": len(rigs), "kinds of tackle": len(kinds())}


def _documents(folder: Path, documents: Mapping[str, Document]) -> None:
    folder.mkdir(parents=True, exist_ok=True)
    for name, document in documents.items():
        text = json.dumps(written(document), indent=1, ensure_ascii=False) + "\n"
        (folder / f"{secure_filename(name) or 'unnamed'}.json").write_text(text, encoding="utf-8")
