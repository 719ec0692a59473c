"""The drawer as grids: edits, imports, the ledger; the jar and the measuring devices."""

from __future__ import annotations

import re
from collections.abc import Sequence
from typing import Any
from uuid import UUID, uuid4

from flask import Blueprint, current_app
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.files import sent_table
from jarana.api.schemas import Before
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.api.stock_schemas import (
    ChangeAnswer,
    CsvImport,
    CsvText,
    FileFault,
    JarRequest,
    Kinds,
    KindView,
    Ledger,
    Measurement,
    MeasureRequest,
    PreviewLine,
    PreviewView,
    RejectedView,
    RowView,
    Shelf,
    ShoppingList,
    StockChange,
    StockEdits,
    Touched,
    WantedView,
)
from jarana.core import units
from jarana.core.errors import Fault, FaultList, InputError
from jarana.core.stock.change import MOST_ROWS
from jarana.core.stock.jar_timing import JarTiming, time_fly
from jarana.core.stock.kind import StockKind
from jarana.core.stock.kinds import kinds
from jarana.core.words import phrases
from jarana.formats.stock_csv import MOST_BYTES, Read, stock_csv, template
from jarana.ports.line_device import DEVICES, DeviceAbsentError, measure
from jarana.storage.tables import EventRow
from jarana.usecases.keep_stock import (
    UnknownKindError,
    change_stock,
    import_stock,
    ledger_of,
    moved_of,
    preview_import,
    redo_change,
    shopping_of,
    undo_change,
)

say = phrases(
    __name__,
    """
from-to = from { $coldest } to { $warmest }
there-is-no-such-device = There is no such device here.
there-is-no-such-fly = there is no such fly
""",
)

blueprint = Blueprint("stock", __name__, url_prefix="/api/v1/stock")
JAR_WATER = (0.0, 30.0)
"""°C of water a fly is timed in."""
FIRST_LINES = 60


def _kind(key: str) -> StockKind[Any]:
    kind = kinds().get(key)
    if kind is None:
        raise UnknownKindError(key)
    return kind


def _answer(row: EventRow, new: Sequence[str] = ()) -> ChangeAnswer:
    belongings, writer = work().belongings, asking().writer
    by_kind: dict[str, list[str]] = {}
    for entry in moved_of(row).change.entries:
        by_kind.setdefault(entry.kind, []).append(entry.item)
    touched = []
    for key, items in by_kind.items():
        kind = kinds()[key]
        documents = [belongings.item(key, item) for item in items]
        rows = [RowView.of(kind, r, writer) for d in documents if d is not None for r in kind.rows(d)]
        touched.append(Touched(kind=key, items=tuple(items), rows=tuple(rows)))
    return ChangeAnswer(change=StockChange.of(row, writer), touched=tuple(touched), new=tuple(new))


@blueprint.get("/kinds")
@spec.validate(resp=Response(HTTP_200=Kinds), tags=["tackle"])
def all_kinds() -> Kinds:
    """Return every kind of tackle with its columns and what can be added from the reference tables."""
    devices: dict[str, str] = current_app.config["DEVICES"]
    return Kinds(
        kinds=tuple(KindView.of(kind) for kind in kinds().values()),
        devices=tuple(key for key, address in devices.items() if address),
        most_rows=MOST_ROWS,
        most_bytes=MOST_BYTES,
    )


@blueprint.get("/shopping")
@spec.validate(resp=Response(HTTP_200=ShoppingList), tags=["tackle"])
def shopping() -> ShoppingList:
    """Return what to buy: what runs low, and what one's rigs lack."""
    wanted, rigs = shopping_of(work(), asking().writer)
    return ShoppingList(wanted=tuple(WantedView.of(w, rigs) for w in wanted))


@blueprint.get("/<kind>")
@spec.validate(resp=Response(HTTP_200=Shelf), tags=["tackle"])
def shelf(kind: str) -> Shelf:
    """Return every row of a kind."""
    of, writer = _kind(kind), asking().writer
    rows = [
        RowView.of(of, row, writer)
        for item in sorted(work().belongings.shelf(kind), key=of.lies)
        for row in of.rows(item)
    ]
    return Shelf(kind=kind, rows=tuple(rows))


@blueprint.post("/<kind>/changes")
@spec.validate(resp=Response(HTTP_200=ChangeAnswer), tags=["tackle"])
def change(kind: str, json: StockEdits) -> ChangeAnswer:
    """Make edits to a kind of tackle, all or none."""
    row, new = change_stock(work(), json.id, _kind(kind), json.edits)
    return _answer(row, new)


@blueprint.get("/changes")
@spec.validate(resp=Response(HTTP_200=Ledger), tags=["tackle"])
def ledger(query: Before) -> Ledger:
    """Return the newest changes to the drawer."""
    rows = ledger_of(work(), query.limit + 1, query.before)
    writer = asking().writer
    changes = tuple(StockChange.of(row, writer) for row in rows[: query.limit])
    return Ledger(changes=changes, more=len(rows) > query.limit)


@blueprint.post("/changes/<uuid:change_id>/undo")
@spec.validate(resp=Response(HTTP_200=ChangeAnswer), tags=["tackle"])
def undo(change_id: UUID) -> ChangeAnswer:
    """Take a change back, whatever else was done since."""
    return _answer(undo_change(work(), change_id))


@blueprint.post("/changes/<uuid:change_id>/redo")
@spec.validate(resp=Response(HTTP_200=ChangeAnswer), tags=["tackle"])
def redo(change_id: UUID) -> ChangeAnswer:
    """Make a change again that was taken back."""
    return _answer(redo_change(work(), change_id))


@blueprint.get("/<kind>/file.csv")
@spec.validate(tags=["files"])
def file(kind: str) -> FlaskResponse:
    """Send every row of a kind as CSV; `cells=semicolon` for spreadsheets with decimal commas."""
    table = _kind(kind)
    words = {"id", *(c.header for c in table.typed if c.kind not in ("figure", "count"))}
    return sent_table(f"{kind}.csv", stock_csv(table, work().belongings.shelf(kind)), words)


@blueprint.get("/<kind>/template.csv")
@spec.validate(tags=["files"])
def template_file(kind: str) -> FlaskResponse:
    """Send a header with two rows to write over."""
    return sent_table(f"{kind}-template.csv", template(_kind(kind)))


@blueprint.post("/<kind>/preview")
@limiter.limit("120/minute")
@spec.validate(resp=Response(HTTP_200=PreviewView), tags=["files"])
def preview(kind: str, json: CsvText) -> PreviewView:
    """Return what importing a file would do, and everything wrong with it; nothing is kept."""
    found, _ = preview_import(work(), _kind(kind), json.text, uuid4())
    read = found.read
    faults = tuple(_fault(read, fault) for fault in read.faults.faults)
    wrong = {fault.line for fault in faults}
    lines = [
        PreviewLine(line=line, cells=texts)
        for k, (line, texts) in enumerate(zip(read.lines, read.texts, strict=True))
        if k < FIRST_LINES or line in wrong
    ]
    return PreviewView(rows=len(read.lines), new=found.new, replaced=found.replaced, faults=faults, lines=tuple(lines))


@blueprint.post("/<kind>/import")
@limiter.limit("60/minute")
@spec.validate(resp=Response(HTTP_200=ChangeAnswer), tags=["files"])
def take(kind: str, json: CsvImport) -> ChangeAnswer:
    """Take a file into the drawer, all of it or nothing."""
    return _answer(import_stock(work(), json.id, _kind(kind), json.text))


def _fault(read: Read, fault: Fault) -> FileFault:
    match = re.match(r"rows\[(\d+)\]\.?(.*)", fault.path)
    if match:
        return FileFault(line=read.lines[int(match[1])], column=match[2], value=fault.value, reason=fault.reason)
    return FileFault(line=0, column=fault.path, value=fault.value, reason=fault.reason)


@blueprint.post("/flies/jar")
@spec.validate(resp=Response(HTTP_200=JarTiming), tags=["tackle"])
def jar(json: JarRequest) -> JarTiming:
    """Return a fly's own sink figure from drops in a jar, beside the computed one."""
    fly = work().belongings.drawer().fly(json.row)
    faults = FaultList()
    if not faults.check(fly is not None, "row", json.row, say("there-is-no-such-fly")) or fly is None:
        raise InputError(faults.faults)
    distance, temperature, seconds = 0.0, 12.0, []
    writer = asking().writer
    with faults.under(""):
        distance = writer.read("short", json.distance, "distance")
    with faults.under(""):
        temperature = writer.read("temperature", json.temperature, "temperature")
        coldest, warmest = (writer.text("temperature", t) for t in JAR_WATER)
        faults.check(
            JAR_WATER[0] <= temperature <= JAR_WATER[1],
            "temperature",
            json.temperature,
            say("from-to", coldest=coldest, warmest=warmest),
        )
    for k, text in enumerate(json.seconds):
        with faults.under(""):
            seconds.append(units.parse("time", text, "s", f"seconds[{k}]"))
    faults.raise_if_any()
    return time_fly(fly, distance, seconds, temperature, writer)


@blueprint.post("/measure/<device>")
@limiter.limit("60/minute")
@spec.validate(resp=Response(HTTP_200=Measurement), tags=["tackle"])
def measured(device: str, json: MeasureRequest) -> Measurement:
    """Take readings of the micrometer or the pull scale; what was rejected is named."""
    known = DEVICES.get(device)
    address = current_app.config["DEVICES"].get(device, "") if known else ""
    if known is None or not address:
        raise DeviceAbsentError(say("there-is-no-such-device"))
    sample, writer = measure(known, address, json.n), asking().writer
    unit, columns = known.unit, known.columns
    scale = units.UNITS[known.quantity][unit]
    mean = sample.mean
    figures = (f"{(mean or 0) / scale:.4g}", f"{sample.spread / scale:.3g}", str(len(sample.readings)))
    return Measurement(
        shown=writer.text(known.quantity, mean) if mean is not None else "",
        spread_shown=f"{sample.spread / scale:.3f} {unit}",
        n=len(sample.readings),
        readings=tuple(writer.text(known.quantity, r) for r in sample.readings),
        rejected=tuple(RejectedView(text=r.text, why=r.why) for r in sample.rejected),
        cells=dict(zip(columns, figures, strict=True)) if mean is not None else {},
    )
