"""The drawer over the API: all or nothing, nothing lost, everything undone, nothing of another's."""

from __future__ import annotations

import json
import uuid
from collections.abc import Iterator
from pathlib import Path

import pytest
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.app import create_app
from jarana.api.settings import Settings
from jarana.core.rig.edits.leader import PutOnLeader
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.formats.cells import BOM
from jarana.ports.line_device import MICROMETER, PULL_SCALE
from jarana.ports.standins.gauge import GaugeService
from jarana.ports.standins.line_device import LineDevice
from tests.api.conftest import enter
from tests.api.test_keeping import left, save

KINDS = ["spools", "flies", "lines", "leaders", "rods", "floats", "winders", "shot", "rings", "reels", "knots"]
ROW = {"pattern": "Grey one", "hook": "16", "dressing": "slim", "bead": "2.5", "count": "3"}


def new_id() -> str:
    return str(uuid.uuid4())


def rows(client: FlaskClient, kind: str) -> dict[str, dict]:
    return {r["id"]: r for r in client.get(f"/api/v1/stock/{kind}").json["rows"]}


def change(client: FlaskClient, kind: str, *edits: dict, change_id: str | None = None):
    return client.post(f"/api/v1/stock/{kind}/changes", json={"id": change_id or new_id(), "edits": list(edits)})


def counts(client: FlaskClient) -> dict[str, int]:
    return {w["id"]: w["count"] for p in client.get("/api/v1/drawer").json["drawer"]["patterns"] for w in p["weights"]}


def everything(client: FlaskClient) -> str:
    return json.dumps(client.get("/api/v1/drawer").json, sort_keys=True)


def test_the_demo_stock_is_complete(client: FlaskClient) -> None:
    drawer = client.get("/api/v1/drawer").json["drawer"]
    sizes = {key: len(drawer[key]) for key in ("spools", "patterns", "rods", "lines", "floats", "leaders", "winders")}
    assert sizes == {"spools": 22, "patterns": 62, "rods": 3, "lines": 6, "floats": 8, "leaders": 3, "winders": 2}
    assert [k["key"] for k in client.get("/api/v1/stock/kinds").json["kinds"]] == KINDS


def test_a_row_is_added_typed_duplicated_and_thrown_away_and_each_is_undone(client: FlaskClient) -> None:
    before = everything(client)
    made = change(client, "flies", {"op": "add", "cells": ROW}).json
    (row,) = made["new"]
    assert rows(client, "flies")[row]["name"] == "Grey one #16 2.5 mm"
    typed = change(client, "flies", {"op": "set", "rows": [row], "cells": {"count": "9"}}).json
    twice = change(client, "flies", {"op": "duplicate", "rows": [row]}).json
    gone = change(client, "flies", {"op": "throw_away", "rows": [row]}).json
    assert row not in rows(client, "flies")
    for done in (gone, twice, typed, made):
        assert client.post(f"/api/v1/stock/changes/{done['change']['id']}/undo", json={}).json["change"]["undone"]
    assert everything(client) == before
    again = client.post(f"/api/v1/stock/changes/{made['change']['id']}/redo", json={}).json
    assert not again["change"]["undone"]
    assert row in rows(client, "flies")


def test_what_a_rig_is_tied_of_that_was_thrown_away_is_on_the_shopping_list_with_the_rig(client: FlaskClient) -> None:
    assert client.get("/api/v1/stock/shopping").json["wanted"] == []
    gone = change(client, "spools", {"op": "throw_away", "rows": list(rows(client, "spools"))}).json
    wanted = client.get("/api/v1/stock/shopping").json["wanted"]
    assert {w["kind"] for w in wanted} == {"spools"}
    assert all(w["parts"] for w in wanted)
    client.post(f"/api/v1/stock/changes/{gone['change']['id']}/undo", json={})
    assert client.get("/api/v1/stock/shopping").json["wanted"] == []


def test_a_change_sent_twice_is_made_once(client: FlaskClient) -> None:
    sent = new_id()
    edit = {"op": "add", "reference": "fluorocarbon-6x"}
    first = change(client, "spools", edit, change_id=sent).json
    assert change(client, "spools", edit, change_id=sent).json["change"] == first["change"]
    assert len(rows(client, "spools")) == 23


def test_edits_are_all_or_none_and_everything_wrong_is_named(client: FlaskClient) -> None:
    before = everything(client)
    answer = change(
        client,
        "spools",
        {"op": "set", "rows": ["spool-1"], "cells": {"left": "5"}},
        {"op": "set", "rows": ["spool-2"], "cells": {"left": "many", "diameter": "40"}},
        {"op": "set", "rows": ["nobody"], "cells": {"left": "3"}},
    )
    assert answer.status_code == 422
    assert {f["path"] for f in answer.json["faults"]} == {"edits[1].left", "edits[1].diameter", "edits[2].rows"}
    assert everything(client) == before


def test_a_bulk_edit_goes_into_all_its_rows(client: FlaskClient) -> None:
    ids = ["spool-7", "spool-8", "spool-9"]
    answer = change(client, "spools", {"op": "set", "rows": ids, "cells": {"low": "8 m"}}).json
    assert {r["id"] for r in answer["touched"][0]["rows"]} == set(ids)
    spools = {s["id"]: s["low_m"] for s in client.get("/api/v1/drawer").json["drawer"]["spools"]}
    assert {spools[k] for k in ids} == {8.0}


def test_a_file_is_previewed_without_a_trace_and_taken_in_whole(client: FlaskClient) -> None:
    before = everything(client)
    text = "pattern;hook;dressing;bead [mm];count\nOne;16;slim;2,5;3\nTwo;16;slim;3,0;2\n"
    seen = client.post("/api/v1/stock/flies/preview", json={"text": text}).json
    assert (seen["rows"], seen["new"], seen["faults"]) == (2, 2, [])
    assert everything(client) == before
    took = client.post("/api/v1/stock/flies/import", json={"id": new_id(), "text": text}).json
    assert sum("One" in r["name"] for r in rows(client, "flies").values()) == 1
    client.post(f"/api/v1/stock/changes/{took['change']['id']}/undo", json={})
    assert everything(client) == before


HOSTILE = [
    "pattern,hook,dressing\nGood,16,slim\nBad,99,slim\n",
    "pattern,hook,dressing\n=cmd()\0,16,slim\n",
    "pattern,hook,dressing\n" + "A" * 1_000_000 + ",16,slim\n",
    "pattern,hook,dressing\n" + '"' + "A,16,slim\n" * 2000,
    "\x00\x01\x02",
    "pattern,hook,dressing\n" + "f,16,slim\n" * 10_000,
    "ÿþp\x00a\x00t\x00",
]


@pytest.mark.parametrize("text", HOSTILE)
def test_a_hostile_file_leaves_the_stock_as_it_was(client: FlaskClient, text: str) -> None:
    before = everything(client)
    seen = client.post("/api/v1/stock/flies/preview", json={"text": text})
    took = client.post("/api/v1/stock/flies/import", json={"id": new_id(), "text": text})
    assert took.status_code == 422
    assert seen.status_code == 422 or seen.json["faults"]
    assert everything(client) == before
    raw = client.post("/api/v1/stock/flies/import", data=b'{"text": "\xff\xfe"}', content_type="application/json")
    assert raw.status_code == 400


@pytest.mark.parametrize("kind", KINDS)
def test_what_is_saved_as_a_file_fills_an_empty_drawer_with_the_same(
    app: Flask, client: FlaskClient, kind: str
) -> None:
    saved = client.get(f"/api/v1/stock/{kind}/file.csv").get_data(as_text=True)
    other = enter(app, f"new person {kind}")
    assert rows(other, kind) == {}
    took = other.post(f"/api/v1/stock/{kind}/import", json={"id": new_id(), "text": saved})
    assert took.status_code == 200, took.json
    assert other.get(f"/api/v1/stock/{kind}/file.csv").get_data(as_text=True) == saved
    assert other.get(f"/api/v1/stock/{kind}/template.csv").status_code == 200
    semicolons = client.get(f"/api/v1/stock/{kind}/file.csv?cells=semicolon").get_data(as_text=True)
    assert semicolons.startswith(BOM)
    assert semicolons.splitlines()[0].count(";") == saved.splitlines()[0].count(",")
    assert client.get(f"/api/v1/stock/{kind}/template.csv?cells=semicolon").get_data(as_text=True).startswith(BOM)
    third = enter(app, f"a spreadsheet's {kind}")
    took = third.post(f"/api/v1/stock/{kind}/import", json={"id": new_id(), "text": semicolons})
    assert took.status_code == 200, took.json
    assert third.get(f"/api/v1/stock/{kind}/file.csv").get_data(as_text=True) == saved


def test_tying_takes_the_flies_and_taking_it_back_returns_them(client: FlaskClient, contact_rig: Rig) -> None:
    before, metres = counts(client), left(client)
    rig_id, tie_id = new_id(), new_id()
    base = save(client, rig_id, contact_rig, None)["id"]
    sent = {"id": tie_id, "revision_id": new_id(), "base": base, "rig": contact_rig.model_dump(mode="json")}
    tie = client.post(f"/api/v1/rigs/{rig_id}/ties", json=sent).json
    out = [f["weight"] for f in tie["flies_out"]]
    assert len(out) == 2
    assert all(counts(client)[w] == before[w] - 1 for w in out)
    lost = client.post(f"/api/v1/ties/{tie_id}/flies", json={"id": new_id(), "lost": [out[0]]}).json
    assert [f["weight"] for f in lost["flies_out"]] == [out[1]]
    assert client.post(f"/api/v1/ties/{tie_id}/flies", json={"id": new_id(), "lost": [out[0]]}).status_code == 422
    client.post(f"/api/v1/ties/{tie_id}/flies", json={"id": new_id(), "back": [out[1]]})
    assert counts(client)[out[1]] == before[out[1]]
    assert counts(client)[out[0]] == before[out[0]] - 1
    assert client.post(f"/api/v1/ties/{tie_id}/undo").json["flies_out"] == []
    assert counts(client) == before
    assert left(client) == metres


def test_a_leader_that_is_on_leaves_the_wallet_once_and_comes_back(client: FlaskClient, contact_rig: Rig) -> None:
    drawer = Drawer.model_validate(client.get("/api/v1/drawer").json["drawer"])
    owned = drawer.leaders[0]
    rig = PutOnLeader(leader=owned.id).apply(contact_rig, drawer, Writer())
    rig_id, first, second = new_id(), new_id(), new_id()

    def tie(tie_id: str, base: str) -> dict:
        sent = {"id": tie_id, "revision_id": new_id(), "base": base, "rig": rig.model_dump(mode="json")}
        return client.post(f"/api/v1/rigs/{rig_id}/ties", json=sent).json

    def have() -> int:
        now = client.get("/api/v1/drawer").json["drawer"]["leaders"]
        return next(row["count"] for row in now if row["id"] == owned.id)

    one = tie(first, save(client, rig_id, rig, None)["id"])
    assert one["leaders"] == [owned.name]
    assert have() == owned.count - 1
    again = tie(second, one["revision"]["id"])
    assert again["leaders"] == []
    assert have() == owned.count - 1
    client.post(f"/api/v1/ties/{second}/undo")
    assert client.post(f"/api/v1/ties/{first}/undo").json["leaders"] == []
    assert have() == owned.count


def test_a_tie_can_be_taken_back_from_the_ledger(client: FlaskClient, contact_rig: Rig) -> None:
    before = left(client)
    rig_id, tie_id = new_id(), new_id()
    base = save(client, rig_id, contact_rig, None)["id"]
    sent = {"id": tie_id, "revision_id": new_id(), "base": base, "rig": contact_rig.model_dump(mode="json")}
    client.post(f"/api/v1/rigs/{rig_id}/ties", json=sent)
    newest = client.get("/api/v1/stock/changes").json["changes"][0]
    assert newest["why"] == f"tied {contact_rig.name}"
    assert any(m["amount"].startswith("−") for m in newest["moves"])
    client.post(f"/api/v1/stock/changes/{newest['id']}/undo", json={})
    assert left(client) == before
    assert client.get(f"/api/v1/rigs/{rig_id}/ties/last").json["tie"] is None


def test_nobody_reads_or_changes_anothers_drawer(app: Flask, client: FlaskClient) -> None:
    made = change(client, "spools", {"op": "add", "reference": "fluorocarbon-6x"}).json
    other = enter(app, "somebody else")
    assert rows(other, "spools") == {}
    assert other.post(f"/api/v1/stock/changes/{made['change']['id']}/undo", json={}).status_code == 404
    assert change(other, "spools", {"op": "throw_away", "rows": ["spool-1"]}).status_code == 422
    same_id = change(other, "spools", {"op": "add", "reference": "fluorocarbon-6x"}, change_id=made["change"]["id"])
    assert same_id.status_code == 200
    assert len(rows(other, "spools")) == 1
    assert client.get("/api/v1/stock/feathers").status_code == 404


def test_a_jar_names_every_drop_that_cannot_be(client: FlaskClient) -> None:
    sent = {"row": "resin-quill-28", "distance": "25 cm", "temperature": "15", "seconds": ["0.5", "fast", "0.6 s"]}
    answer = client.post("/api/v1/stock/flies/jar", json=sent)
    assert [f["path"] for f in answer.json["faults"]] == ["seconds[1]"]
    good = client.post("/api/v1/stock/flies/jar", json=sent | {"seconds": ["0.5", "0.52"]}).json
    used = change(client, "flies", {"op": "set", "rows": ["resin-quill-28"], "cells": good["cells"]})
    assert used.status_code == 200
    fly = next(p for p in client.get("/api/v1/drawer").json["drawer"]["patterns"] if p["id"] == "resin-quill-25")
    assert next(w for w in fly["weights"] if w["id"] == "resin-quill-28")["timed"]["n"] == 2


@pytest.fixture
def devices() -> Iterator[tuple[LineDevice, LineDevice, GaugeService]]:
    started = (
        LineDevice(MICROMETER, 0.154e-3, 0.0015e-3).start(),
        LineDevice(PULL_SCALE, 18.6, 0.5).start(),
        GaugeService().start(),
    )
    yield started
    for device in started:
        device.stop()


@pytest.fixture
def equipped(
    valley_url: str, tmp_path: Path, devices: tuple[LineDevice, LineDevice, GaugeService]
) -> Iterator[FlaskClient]:
    micrometer, scale, gauge = devices
    app = create_app(
        Settings(
            valley_url, "s", web=tmp_path, limits=False, micrometer=micrometer.address, scale=scale.address,
            gauge=gauge.address,
        )
    )  # fmt: skip
    yield enter(app, None)
    app.extensions["sessions"].kw["bind"].dispose()


def test_a_spool_is_measured_and_what_was_rejected_is_named(
    equipped: FlaskClient, devices: tuple[LineDevice, LineDevice, GaugeService]
) -> None:
    devices[0].fault, devices[0].every = "garbled", 3
    found = equipped.post("/api/v1/stock/measure/micrometer", json={"n": 5}).json
    assert found["n"] == 5
    assert {r["why"] for r in found["rejected"]} == {"garbled"}
    used = change(equipped, "spools", {"op": "set", "rows": ["spool-13"], "cells": found["cells"]})
    assert used.status_code == 200
    spool = next(s for s in equipped.get("/api/v1/drawer").json["drawer"]["spools"] if s["id"] == "spool-13")
    assert spool["measured"]["n"] == 5
    assert 0.15 < spool["diameter_mm"] < 0.158
    pulled = equipped.post("/api/v1/stock/measure/scale", json={"n": 3}).json
    assert 1.7 < float(pulled["cells"]["pulled"]) < 2.1
    devices[0].stop()
    assert equipped.post("/api/v1/stock/measure/micrometer", json={"n": 5}).status_code in (200, 503)


def test_without_a_configured_device_or_gauge_that_is_said(client: FlaskClient) -> None:
    assert client.post("/api/v1/stock/measure/micrometer", json={"n": 3}).status_code == 503
    assert client.post("/api/v1/stock/measure/127.0.0.1:22", json={"n": 3}).status_code == 503
    assert client.get("/api/v1/gauges").json == {"stations": [], "trouble": "no gauge service is configured"}
    assert client.get("/api/v1/gauges/tavrin-bridge").json["reading"] is None


def test_the_last_good_gauge_reading_stands_and_is_marked(
    equipped: FlaskClient, devices: tuple[LineDevice, LineDevice, GaugeService]
) -> None:
    good = equipped.get("/api/v1/gauges/tavrin-bridge").json
    assert good["trouble"] == ""
    assert 0 <= good["age_s"] <= 16 * 60
    for fault in ("garbled", "gone"):
        devices[2].fault = fault  # type: ignore[assignment]
        stale = equipped.get("/api/v1/gauges/tavrin-bridge").json
        assert stale["reading"] == good["reading"]
        assert stale["trouble"]
    devices[2].fault = "none"
    assert equipped.get("/api/v1/gauges/tavrin-bridge").json["trouble"] == ""
    assert equipped.get("/api/v1/gauges/..%2fetc").json.get("reading") is None


def test_wear_is_written_down_and_a_new_piece_comes_off_its_spool(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id, tie_id = new_id(), new_id()
    base = save(client, rig_id, contact_rig, None)["id"]
    sent = {"id": tie_id, "revision_id": new_id(), "base": base, "rig": contact_rig.model_dump(mode="json")}
    tie = client.post(f"/api/v1/rigs/{rig_id}/ties", json=sent).json
    point = tie["worn"][-1]
    assert point["changes"] == 0 or point["changes"] >= 1
    url = f"/api/v1/ties/{tie_id}/wear"
    cut = client.post(url, json={"id": new_id(), "kind": "cut back", "span": point["span"], "lost": "10 cm"}).json
    assert cut["worn"][-1]["left"] != point["left"]
    wrong = client.post(url, json={"id": new_id(), "kind": "cut back", "span": point["span"], "lost": "9 m"})
    assert wrong.status_code == 422
    assert "there are only" in wrong.json["faults"][0]["reason"]
    assert client.post(url, json={"id": new_id(), "kind": "retied", "span": "nothing"}).status_code == 422
    before = left(client)
    renewal = new_id()
    new = client.post(url, json={"id": renewal, "kind": "renewed", "span": point["span"]}).json
    assert new["worn"][-1]["left"] == point["left"]
    assert left(client)["spool-9"] < before["spool-9"]
    again = client.post(f"{url}/{renewal}/undo").json
    assert again["worn"][-1]["left"] == cut["worn"][-1]["left"]
    assert left(client) == before
    knot = client.post(url, json={"id": new_id(), "kind": "wind knot", "span": point["span"]}).json
    assert knot["worn"][-1]["knotted"]
    assert client.post(f"/api/v1/ties/{tie_id}/undo").json["wear"] == []
