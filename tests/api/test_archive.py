"""Everything a person keeps goes into one file and comes back, whole or not at all; nothing that is there is lost."""

from __future__ import annotations

import io
import json
import zipfile
from collections.abc import Callable
from typing import Any

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.formats.archive import MANIFEST, data_file
from jarana.usecases.archive import TABLES
from tests.api.conftest import enter

PLACES = (
    "/api/v1/reaches",
    "/api/v1/rigs",
    "/api/v1/drawer",
    "/api/v1/outings",
    "/api/v1/in-hand",
    "/api/v1/rule-sets",
    "/api/v1/stock/spools",
)


def archive(client: FlaskClient) -> bytes:
    answer = client.get("/api/v1/archive")
    assert answer.status_code == 200
    assert answer.mimetype == "application/zip"
    return bytes(answer.data)


def bring(client: FlaskClient, data: bytes, **args: str) -> Any:
    return client.post("/api/v1/archive", data=data, content_type="application/zip", query_string=args)


def rows(data: bytes, table: str) -> list[dict[str, Any]]:
    with zipfile.ZipFile(io.BytesIO(data)) as opened:
        return [json.loads(line) for line in opened.read(data_file(table)).splitlines()]


def changed(data: bytes, change: Callable[[dict[str, bytes]], object]) -> bytes:
    """Return an archive with its files changed, still a zip."""
    with zipfile.ZipFile(io.BytesIO(data)) as opened:
        files = {name: opened.read(name) for name in opened.namelist()}
    change(files)
    out = io.BytesIO()
    with zipfile.ZipFile(out, "w", zipfile.ZIP_DEFLATED) as written:
        for name, body in files.items():
            written.writestr(name, body)
    return out.getvalue()


@pytest.fixture
def whole(client: FlaskClient) -> bytes:
    return archive(client)


@pytest.fixture
def newcomer(app: Flask) -> FlaskClient:
    return enter(app, "Newcomer")


def test_what_is_restored_to_an_empty_drawer_is_equal_in_every_row_and_answer(
    client: FlaskClient, newcomer: FlaskClient, whole: bytes
) -> None:
    found = bring(newcomer, whole).json
    assert found["kept"] is True
    assert found["clashed"] == 0
    again = archive(newcomer)
    for table in (*TABLES, "person"):
        mine, theirs = rows(whole, table), rows(again, table)
        assert theirs == mine, table
        if table not in ("lesson", "person"):
            assert mine, table
            assert sum(found["added"].values()) >= len(mine)
    for place in PLACES:
        assert newcomer.get(place).json == client.get(place).json, place


def test_brought_twice_it_is_there_once(newcomer: FlaskClient, whole: bytes) -> None:
    bring(newcomer, whole)
    before = archive(newcomer)
    found = bring(newcomer, whole).json
    assert found["added"] == {}
    assert found["clashed"] == 0
    assert found["same"]["events"] == len(rows(whole, "event"))
    assert rows(archive(newcomer), "event") == rows(before, "event")


def test_a_try_tells_the_same_and_keeps_nothing(newcomer: FlaskClient, whole: bytes) -> None:
    empty = archive(newcomer)
    tried = bring(newcomer, whole, **{"try": "1"}).json
    assert tried["kept"] is False
    assert rows(archive(newcomer), "event") == rows(empty, "event") == []
    done = bring(newcomer, whole).json
    assert (done["added"], done["same"]) == (tried["added"], tried["same"])


def test_what_is_another_here_stays_and_is_named(client: FlaskClient, whole: bytes) -> None:
    water = next(r for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    renamed = water["reach"] | {"name": "Weir Run above"}
    sent = client.put("/api/v1/reaches/weir-run", json={"reach": renamed, "base": water["number"], "day": "2026-06-01"})
    assert sent.status_code == 200, sent.json
    found = bring(client, whole).json
    assert ("waters", "weir-run") in [(c["what"], c["id"]) for c in found["clashes"]]
    now = next(r for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    assert now["reach"]["name"] == "Weir Run above"


def test_a_rig_that_went_on_in_the_archive_goes_on_here(app: Flask, client: FlaskClient, whole: bytes) -> None:
    newcomer = enter(app, "Second machine")
    bring(newcomer, whole)
    rig = client.get("/api/v1/in-hand").json["rig"]
    head = client.get(f"/api/v1/rigs/{rig}").json
    sent = {"id": "5b1f6e0e-3f0c-4b37-9a53-00000000aaaa", "base": head["id"], "rig": head["rig"] | {"name": "Went on"}}
    assert client.post(f"/api/v1/rigs/{rig}/revisions", json=sent).status_code == 200
    found = bring(newcomer, archive(client)).json
    assert found["added"]["revisions of rigs"] == 1
    assert newcomer.get(f"/api/v1/rigs/{rig}").json["rig"]["name"] == "Went on"
    # And the other way round: what is newer here stays.
    assert bring(newcomer, whole).json["added"] == {}
    assert newcomer.get(f"/api/v1/rigs/{rig}").json["rig"]["name"] == "Went on"


def _row(table: str, **new: Any) -> Callable[[dict[str, bytes]], object]:
    def change(files: dict[str, bytes]) -> None:
        lines = files[data_file(table)].splitlines()
        files[data_file(table)] = b"\n".join([json.dumps(json.loads(lines[0]) | new).encode(), *lines[1:]])

    return change


def _manifest(**new: Any) -> Callable[[dict[str, bytes]], object]:
    def change(files: dict[str, bytes]) -> None:
        files[MANIFEST] = json.dumps(json.loads(files[MANIFEST]) | new).encode()

    return change


HOSTILE = {
    "no manifest": lambda f: f.pop(MANIFEST),
    "another's manifest": lambda f: f.update({MANIFEST: b"[1, 2]"}),
    "a deep manifest": lambda f: f.update({MANIFEST: b"[" * 100_000}),
    "a newer program's": _manifest(version=99),
    "a line left out": lambda f: f.update({data_file("event"): f[data_file("event")].partition(b"\n")[2]}),
    "no json": lambda f: f.update({data_file("reach"): b"\xff\xfe{}\n"}),
    "a list for a row": lambda f: f.update({data_file("reach"): b"[]\n"}),
    "an id that is none": _row("event", id="../../etc/passwd"),
    "a text for a number": _row("reach", number="1"),
    "a yes for a number": _row("reach", number=True),
    "a water with another's id": _row("reach", id="elsewhere"),
    "no water at all": _row("reach", document={"type": "reach", "version": 1}),
    "a water of a newer version": _row("reach", document={"type": "reach", "version": 99}),
    "an unknown kind of event": _row("event", kind="bribe"),
    "an event that holds something else": _row("event", payload={"type": "stock", "version": 1, "change": 3}),
    "a day of no water": _row("reach_day", reach_id="nowhere"),
    "a rig without its revision": _row("rig", head_revision="5b1f6e0e-3f0c-4b37-9a53-000000000000"),
    "flies that are numbers": _row("rig", flies=[1, 2]),
    "a zero in a name": _row("rig", name="a\0b"),
    "a name without an end": _row("rig", name="a" * 5000),
    "a bomb": lambda f: f.update({data_file("reach"): b" " * 30_000_000}),
}  # fmt: skip


QUICK = {
    "no manifest",
    "a newer program's",
    "a line left out",
    "an id that is none",
    "a text for a number",
    "a zero in a name",
    "a bomb",
}
"""One of each kind; the others are among the long tests."""


@pytest.mark.parametrize(
    "change",
    [pytest.param(made, id=name, marks=[] if name in QUICK else [pytest.mark.long]) for name, made in HOSTILE.items()],
)
def test_a_damaged_foreign_newer_or_hostile_archive_changes_nothing(
    newcomer: FlaskClient, whole: bytes, change: Callable[[dict[str, bytes]], object]
) -> None:
    answer = bring(newcomer, changed(whole, change))
    assert answer.status_code == 422, answer.data[:300]
    assert answer.json["faults"][0]["path"].startswith("archive")
    left = archive(newcomer)
    for table in TABLES:
        assert rows(left, table) == []
    assert newcomer.get("/api/v1/stock/spools").json["rows"] == []


@pytest.mark.parametrize("cut", [0, 1, 40, -1, -30])
def test_a_file_that_was_cut_short_or_flipped_changes_nothing(newcomer: FlaskClient, whole: bytes, cut: int) -> None:
    assert bring(newcomer, whole[:cut]).status_code in (415, 422)
    with zipfile.ZipFile(io.BytesIO(whole)) as opened:
        at = opened.getinfo(data_file("event")).header_offset + 200
    flipped = whole[:at] + bytes([whole[at] ^ 255]) + whole[at + 1 :]
    assert bring(newcomer, flipped).status_code == 422
    assert rows(archive(newcomer), "event") == []


def test_names_that_lead_elsewhere_are_not_followed(newcomer: FlaskClient, whole: bytes) -> None:
    found = bring(newcomer, changed(whole, lambda f: f.update({"../../tmp/planted": b"x", "/etc/planted": b"x"})))
    assert found.status_code == 200


def test_only_a_zip_is_taken_and_only_of_who_is_signed_in(
    stranger: FlaskClient, client: FlaskClient, whole: bytes
) -> None:
    assert bring(stranger, whole).status_code == 401
    assert stranger.get("/api/v1/archive").status_code == 401
    assert client.post("/api/v1/archive", data=whole, content_type="application/json").status_code == 415
