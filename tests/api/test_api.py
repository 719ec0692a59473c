"""The API on a real PostgreSQL: contracts, refusals, ownership."""

from __future__ import annotations

import uuid
from concurrent.futures import ThreadPoolExecutor

import pytest
from alembic import command
from flask import Flask
from flask.testing import FlaskClient

from jarana.core.rig.edits.whole import Rename
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.storage.database import alembic_config, make_engine, make_sessions
from jarana.storage.tables import CaseRow
from tests.api.conftest import enter
from tests.fishing import DRAWER, drift, started
from tests.people import operating


def body(rig: Rig, reach: Reach, *edits: dict, **more: object) -> dict:
    return {
        "rig": rig.model_dump(mode="json"),
        "water": reach.model_dump(mode="json"),
        "edits": list(edits),
        "seq": 7,
    } | more


def test_one_call_serves_the_workbench(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    answer = client.post(
        "/api/v1/workbench", json=body(contact_rig, weir_run, {"op": "step_bead", "at": "point", "heavier": True})
    )
    assert answer.status_code == 200, answer.json
    data = answer.json
    assert data["seq"] == 7
    assert data["rig"]["attachments"][1]["body"]["bead"]["diameter_mm"] == 3.3
    assert {"drift", "readings", "section", "strength", "water"} <= set(data)


def test_every_wrong_edit_is_named_and_none_counts(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    edits = ({"op": "set_length", "span": "tippet", "value": "abc"}, {"op": "set_depth", "value": "900"})
    answer = client.post("/api/v1/workbench", json=body(contact_rig, weir_run, *edits))
    assert answer.status_code == 422
    assert answer.mimetype == "application/problem+json"
    assert [f["path"] for f in answer.json["faults"]] == ["edits[0].value", "edits[1].value"]


@pytest.mark.parametrize(
    ("change", "path"),
    [
        ({"edits": [{"op": "fly_away"}]}, "edits[0]"),
        ({"edits": [{"op": "set_length", "span": "x"}]}, "edits[0].value"),
        ({"seq": -1}, "seq"),
        ({"rig": {}}, "rig.name"),
        ({"extra": 1}, "extra"),
        ({"edits": [{"op": "set_lead", "lead": 1}] * 60}, "edits"),
    ],
)
def test_a_malformed_request_is_refused_by_field(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach, change: dict, path: str
) -> None:
    answer = client.post("/api/v1/workbench", json=body(contact_rig, weir_run) | change)
    assert answer.status_code == 422
    assert path in [f["path"] for f in answer.json["faults"]]


@pytest.mark.parametrize(
    ("data", "kind", "status"),
    [
        ("{", "application/json", 400),
        ("x=1", "text/plain", 415),
        ("[" * 100000, "application/json", 400),
        ("[]", "application/json", 422),
        (None, None, 422),
    ],
)
def test_what_is_not_json_of_the_right_kind_is_refused(client: FlaskClient, data: str, kind: str, status: int) -> None:
    answer = client.post("/api/v1/workbench", data=data, content_type=kind)
    assert answer.status_code == status
    assert answer.mimetype == "application/problem+json"


def test_a_nul_in_a_text_is_refused_before_it_reaches_the_store(client: FlaskClient, contact_rig: Rig) -> None:
    rig = contact_rig.model_dump(mode="json") | {"name": "a\x00b"}
    answer = client.post(f"/api/v1/rigs/{uuid.uuid4()}/revisions", json={"id": str(uuid.uuid4()), "rig": rig})
    assert answer.status_code == 422


def test_a_token_lets_in_once(app: Flask, client: FlaskClient, stranger: FlaskClient) -> None:
    assert client.get("/api/v1/me").json["name"] == "Demo"
    assert stranger.get("/api/v1/me").status_code == 401
    assert stranger.post("/api/v1/sign-in", json={"token": "x" * 32}).status_code == 401


def test_a_spent_token_is_refused(app: Flask) -> None:
    from datetime import UTC, datetime

    from jarana.demo.load import load_demo
    from jarana.usecases.sign_in import make_token, spend_token

    with operating(app.extensions["sessions"]) as session:
        token = make_token(session, load_demo(session).id, datetime.now(UTC))
        assert spend_token(session, token, datetime.now(UTC)) is not None
        assert spend_token(session, token, datetime.now(UTC)) is None


def save(client: FlaskClient, rig_id: uuid.UUID, rig: Rig, base: str | None, revision: uuid.UUID | None = None):
    sent = {"id": str(revision or uuid.uuid4()), "base": base, "rig": rig.model_dump(mode="json")}
    return client.post(f"/api/v1/rigs/{rig_id}/revisions", json=sent)


def test_a_revision_sent_twice_is_kept_once(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id, revision = uuid.uuid4(), uuid.uuid4()
    first = save(client, rig_id, contact_rig, None, revision).json
    again = save(client, rig_id, contact_rig, None, revision).json
    assert first == again
    assert first["number"] == 1
    second = save(client, rig_id, contact_rig, first["id"]).json
    assert (second["number"], second["base"]) == (2, first["id"])


def test_a_stale_base_answers_409_with_the_newest(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id = uuid.uuid4()
    first = save(client, rig_id, contact_rig, None).json
    second = save(client, rig_id, contact_rig, first["id"]).json
    stale = save(client, rig_id, contact_rig.model_copy(update={"name": "other"}), first["id"])
    assert stale.status_code == 409
    assert stale.json["newest"]["id"] == second["id"]
    assert client.get(f"/api/v1/rigs/{rig_id}").json["id"] == second["id"]


def test_nobody_reads_or_writes_another_s(app: Flask, client: FlaskClient, contact_rig: Rig) -> None:
    rig_id = uuid.uuid4()
    mine = save(client, rig_id, contact_rig, None).json
    other = enter(app, "Somebody")
    assert other.get(f"/api/v1/rigs/{rig_id}").status_code == 404
    assert save(other, rig_id, contact_rig, mine["id"]).status_code == 404
    assert other.get("/api/v1/rigs").json["rigs"] == []
    # Ids belong to their owner: the same id is somebody else's own rig, and mine stays as it is.
    assert save(other, rig_id, Rename(name="theirs").apply(contact_rig, DRAWER), None).status_code == 200
    assert client.get(f"/api/v1/rigs/{rig_id}").json["rig"]["name"] == contact_rig.name
    assert other.get("/api/v1/drawer").json["drawer"]["spools"] == []
    assert other.get("/api/v1/reaches").json["reaches"] == []


def test_without_signing_in_nothing_is_told(stranger: FlaskClient) -> None:
    for path in ("/api/v1/rigs", "/api/v1/drawer", "/api/v1/reaches", "/api/v1/openapi.json"):
        answer = stranger.get(path)
        assert answer.status_code == 401
        assert answer.mimetype == "application/problem+json"


def test_other_sites_and_unknown_hosts_are_kept_out(client: FlaskClient) -> None:
    assert client.post("/api/v1/sign-out", json={}, headers={"Sec-Fetch-Site": "cross-site"}).status_code == 403
    assert client.post("/api/v1/sign-out", json={}, headers={"Origin": "http://evil.test"}).status_code == 403
    assert client.get("/api/v1/me", headers={"Host": "evil.test"}).status_code == 400


def test_every_answer_carries_the_security_headers(stranger: FlaskClient) -> None:
    headers = stranger.get("/healthz").headers
    policy = headers["Content-Security-Policy"]
    assert "script-src 'self';" in policy
    assert "unsafe-inline" not in policy.split("script-src")[1].split(";")[0]
    assert headers["X-Content-Type-Options"] == "nosniff"
    assert stranger.get("/readyz").json == {"status": "ok"}


def test_wrong_methods_and_paths_of_the_api_are_problems(client: FlaskClient) -> None:
    assert client.delete("/api/v1/workbench").status_code == 405
    assert client.get("/api/v1/nothing").status_code == 404
    assert client.get("/api/v1/nothing").mimetype == "application/problem+json"


def test_a_failed_computation_keeps_its_scenario_and_says_so(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach, valley_url: str, monkeypatch
) -> None:
    from jarana.core.errors import SolverError

    def fail(*_arguments: object) -> None:
        raise SolverError("the chain did not come to an answer", "scenario")

    monkeypatch.setattr("jarana.core.search.bench.nominal", fail)
    answer = client.post("/api/v1/workbench", json=body(contact_rig, weir_run))
    assert answer.status_code == 500
    assert len(answer.json["case"]) == 12
    assert "can be run again" in answer.json["detail"]
    engine = make_engine(valley_url)
    with operating(make_sessions(engine)) as session:
        case = session.get(CaseRow, answer.json["case"])
        assert case is not None
        assert Rig.model_validate(case.situation["rig"]) == contact_rig
    engine.dispose()


def test_the_migrations_make_what_the_tables_say(database_url: str) -> None:
    command.check(alembic_config(database_url))


def test_units_and_zone_come_with_the_request_and_wrong_ones_are_named(client: FlaskClient) -> None:
    answer = client.get("/api/v1/rule-sets", headers={"Jarana-Units": "cubits", "Jarana-Zone": "Nowhere/Land"})
    assert answer.status_code == 422
    assert [f["path"] for f in answer.json["faults"]] == ["units", "zone"]
    metric = client.get("/api/v1/rule-sets").json["rule_sets"]
    feet = client.get("/api/v1/rule-sets", headers={"Jarana-Units": "imperial"}).json["rule_sets"]
    assert any(" cm " in line for r in metric for line in r["said"])
    assert not any(" cm " in line for r in feet for line in r["said"])


def test_a_bare_number_is_in_the_unit_its_field_shows(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    edits = (
        {"op": "set_tag", "at": "dropper", "value": "4"},
        {"op": "set_depth", "value": "3"},
        {"op": "set_zone", "high": "10"},
    )
    sent = body(contact_rig, weir_run, *edits)
    made = client.post("/api/v1/workbench", json=sent, headers={"Jarana-Units": "imperial"}).json
    tag = next(a for a in made["rig"]["attachments"] if a["id"] == "dropper")["link"]["length_mm"]
    assert tag == pytest.approx(101.6)
    assert made["water"]["depth_m"] == pytest.approx(0.9144)
    assert made["water"]["zone"]["high_m"] == pytest.approx(0.254)
    wrong = body(contact_rig, weir_run, {"op": "set_length", "span": "tippet", "value": "0.02"})
    told = client.post("/api/v1/workbench", json=wrong, headers={"Jarana-Units": "imperial"}).json["faults"][0]
    assert "mm" not in told["reason"]
    assert "″" in told["reason"]


def test_today_s_water_and_the_rig_in_hand_belong_to_the_person(app: Flask, client: FlaskClient) -> None:
    first = client.get("/api/v1/in-hand").json
    assert first["water"] == "weir-run"
    other_rig = client.get("/api/v1/rigs").json["rigs"][3]["id"]
    taken = client.put("/api/v1/in-hand", json={"water": "oskel-north", "rig": other_rig}).json
    assert (taken["water"], taken["rig"]) == ("oskel-north", other_rig)
    rig = client.get(f"/api/v1/rigs/{other_rig}").json["rig"]
    flies = [a["body"]["pattern"] for a in rig["attachments"] if a["body"]["kind"] == "fly"]
    assert taken["told"] == [rig["name"], "Oskel Water, north shore", ", ".join(flies)]
    assert enter(app, None).get("/api/v1/in-hand").json == taken
    client.delete(f"/api/v1/rigs/{other_rig}")
    assert client.get("/api/v1/in-hand").json["rig"] not in (None, other_rig)
    assert enter(app, "new here").get("/api/v1/in-hand").json == {"water": None, "rig": None, "told": []}
    assert client.put("/api/v1/in-hand", json={"water": "nowhere"}).status_code == 404


def test_lists_come_in_pages(client: FlaskClient) -> None:
    whole = client.get("/api/v1/rigs").json
    assert not whole["more"]
    first = client.get("/api/v1/rigs?limit=5").json
    rest = client.get("/api/v1/rigs?limit=50&after=5").json
    assert first["more"]
    assert first["rigs"] + rest["rigs"] == whole["rigs"]
    ledger = client.get("/api/v1/stock/changes").json["changes"]
    newest = client.get("/api/v1/stock/changes?limit=2").json
    assert newest["more"]
    older = client.get(f"/api/v1/stock/changes?before={newest['changes'][-1]['place']}").json["changes"]
    assert newest["changes"] + older == ledger


@pytest.mark.parametrize("method", ["level-contact", "three-in-line", "shot-below", "pegged-bead"])
def test_a_water_no_rig_fits_is_a_fault_in_words_not_a_failure(
    client: FlaskClient, weir_run: Reach, method: str
) -> None:
    deep = weir_run.model_copy(update={"depth_m": 12.0, "pace_m_s": 0.05, "lanes": (), "soundings": (), "paced": ()})
    ids = {"rig_id": str(uuid.uuid4()), "revision_id": str(uuid.uuid4())}
    sent = ids | {"method": method, "water": deep.model_dump(mode="json")}
    answer = client.post("/api/v1/rigs/start", json=sent)
    assert answer.status_code == 422
    assert answer.json["faults"][0]["path"] == "water.depth"


@pytest.mark.parametrize("kind", ["revision", "tie", "stock"])
def test_equal_sends_at_once_have_one_effect_and_one_answer(app: Flask, contact_rig: Rig, kind: str) -> None:
    ids = {name: str(uuid.uuid4()) for name in ("rig", "one", "two")}
    document = contact_rig.model_dump(mode="json")
    path, sent = {
        "revision": (f"/api/v1/rigs/{ids['rig']}/revisions", {"id": ids["one"], "rig": document}),
        "tie": (f"/api/v1/rigs/{ids['rig']}/ties", {"id": ids["one"], "revision_id": ids["two"], "rig": document}),
        "stock": (
            "/api/v1/stock/spools/changes",
            {"id": ids["one"], "edits": [{"op": "add", "reference": "fluorocarbon-6x"}]},
        ),
    }[kind]
    clients = [enter(app, None) for _ in range(6)]

    def send(client: FlaskClient) -> tuple[int, object]:
        answer = client.post(path, json=sent)
        told = answer.json
        return answer.status_code, told.get("id") or told["change"]["id"]

    with ThreadPoolExecutor(6) as pool:
        answers = list(pool.map(send, clients))
    assert set(answers) == {(200, ids["one"])}
    if kind == "stock":
        spools = clients[0].get("/api/v1/stock/spools").json["rows"]
        assert len(spools) == 23


def test_a_drift_is_sent_as_its_first_frame_and_steps(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    sent = {
        "rig": contact_rig.model_dump(mode="json"),
        "water": weir_run.model_dump(mode="json"),
        "edits": [],
        "seq": 1,
    }
    answer = client.post("/api/v1/workbench", json=sent).json
    whole = drift(contact_rig, weir_run)
    assert answer["drift"]["x_mm"][0] == list(whole.x_mm[0])
    for key, frames in (("x_mm", whole.x_mm), ("z_mm", whole.z_mm)):
        assert [sum(column) for column in zip(*answer["drift"][key], strict=True)] == list(frames[-1])
    assert answer["drift"]["laws"] == []
    assert {row["law"] for row in answer["laws"]} >= {row.law for row in whole.laws}


def test_losses_and_names_are_told_by_the_server_in_hooks(client: FlaskClient, weir_run: Reach) -> None:
    rig = started("pegged-bead", weir_run)
    sent = {"rig": rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json"), "edits": [], "seq": 1}
    answer = client.post("/api/v1/workbench", json=sent).json
    whole = next(link for link in answer["strength"] if len(link["loses"]) == len(rig.attachments))
    assert whole["lost"] == "two flies"
    assert answer["roles"] == {a.id: rig.role(a) for a in rig.attachments}
    assert set(answer["roles"].values()) == {"shot", "bead", "dropper", "point"}
