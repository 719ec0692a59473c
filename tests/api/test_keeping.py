"""Waters, rigs and ties are kept: nothing is lost, nothing is doubled, nothing is another's."""

from __future__ import annotations

import json
import re
import uuid
from typing import Any

import pytest
import segno
from flask import Flask
from flask.testing import FlaskClient

from jarana.api.waited_for import GONE
from jarana.core.methods import methods
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.edits.spans import SetLength
from jarana.core.rig.edits.whole import SetLead
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.edits.figures import SetDepth
from jarana.core.water.reach import Reach
from tests.api.conftest import enter
from tests.fishing import DRAWER, started

DAY = "2026-11-25"


def new_id() -> str:
    return str(uuid.uuid4())


def save(client: FlaskClient, rig_id: str, rig: Rig, base: str | None) -> dict:
    sent = {"id": new_id(), "base": base, "rig": rig.model_dump(mode="json")}
    return client.post(f"/api/v1/rigs/{rig_id}/revisions", json=sent).json


def left(client: FlaskClient) -> dict[str, float]:
    return {s["id"]: s["left_m"] for s in client.get("/api/v1/drawer").json["drawer"]["spools"]}


def put(client: FlaskClient, reach: Reach, base: int | None, day: str = DAY):
    sent = {"reach": reach.model_dump(mode="json"), "base": base, "day": day}
    return client.put(f"/api/v1/reaches/{reach.id}", json=sent)


def test_a_day_is_a_copy_that_later_days_leave_alone(client: FlaskClient, weir_run: Reach) -> None:
    kept = next(r for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    low = SetDepth(value="0.7").apply(weir_run)
    first = put(client, low, kept["number"], "2026-11-25")
    assert first.status_code == 200, first.json
    second = put(client, weir_run, first.json["number"], "2026-11-26")
    assert second.json["number"] == kept["number"] + 2
    days = {d["day"]: d["reach"]["depth_m"] for d in client.get("/api/v1/reaches/weir-run/days").json["days"]}
    assert days["2026-11-25"] == 0.7
    assert days["2026-11-26"] == 0.9


def test_two_windows_on_one_water_are_both_offered(client: FlaskClient, weir_run: Reach) -> None:
    number = next(r["number"] for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    assert put(client, SetDepth(value="0.7").apply(weir_run), number).status_code == 200
    stale = put(client, SetDepth(value="0.8").apply(weir_run), number)
    assert stale.status_code == 409
    assert stale.json["newest"]["reach"]["depth_m"] == 0.7
    assert put(client, SetDepth(value="0.7").apply(weir_run), number).status_code == 200


def test_a_water_is_made_thrown_away_and_brought_back(client: FlaskClient, weir_run: Reach) -> None:
    made = weir_run.model_copy(update={"id": "new-one", "name": "New"})
    assert put(client, made, None).json["number"] == 1
    assert client.delete("/api/v1/reaches/new-one").status_code == 200
    assert "new-one" not in [r["reach"]["id"] for r in client.get("/api/v1/reaches").json["reaches"]]
    assert put(client, made, None).status_code == 422
    assert client.post("/api/v1/reaches/new-one/bring-back").json["reach"]["name"] == "New"
    assert client.get("/api/v1/reaches/nowhere/days").status_code == 404


def test_a_rule_set_that_is_not_one_s_own_is_refused(client: FlaskClient, weir_run: Reach) -> None:
    answer = put(client, weir_run.model_copy(update={"rules": "nobody-s"}), 2)
    assert answer.json["faults"][0]["path"] == "reach.rules"
    sets = client.get("/api/v1/rule-sets").json["rule_sets"]
    assert "at most 2 flies" in sets[-1]["said"]


def test_a_water_is_worked_on_without_a_rig(client: FlaskClient, weir_run: Reach) -> None:
    sent = {"water": weir_run.model_dump(mode="json"), "edits": [{"op": "set_depth", "value": "4 ft"}], "seq": 3}
    answer = client.post("/api/v1/water", json=sent).json
    assert answer["water"]["depth_m"] == pytest.approx(1.2192)
    assert answer["section"]["lines"][0]["name"] == "Mean of the water"
    sent["edits"] = [{"op": "set_depth", "value": "deep"}, {"op": "step_bead", "at": "point", "heavier": True}]
    assert client.post("/api/v1/water", json=sent).status_code == 422


def test_history_reads_as_what_was_changed(client: FlaskClient, contact_rig: Rig, drawer: Drawer) -> None:
    rig_id = new_id()
    first = save(client, rig_id, contact_rig, None)
    heavier = StepBead(at="point", heavier=True).apply(contact_rig, drawer)
    second = save(client, rig_id, heavier, first["id"])
    rows = client.get(f"/api/v1/rigs/{rig_id}/history").json["revisions"]
    assert [r["number"] for r in rows] == [2, 1]
    assert rows[0]["changes"] == ["point bead 2.8 → 3.3 mm"]
    assert [r["takes"] for r in rows] == ["1 knot, 1.4 min, 0.06 m of line", ""]
    told = client.get(f"/api/v1/rigs/{rig_id}/compare/{second['id']}/{first['id']}?units=imperial").json["changes"]
    assert told[0]["said"] == "point bead 3.3 → 2.8 mm"
    back = client.get(f"/api/v1/rigs/{rig_id}/revisions/{first['id']}").json
    assert back["hash"] == first["hash"]
    other = new_id()
    save(client, other, contact_rig, None)
    assert client.get(f"/api/v1/rigs/{other}/revisions/{first['id']}").status_code == 404


def test_changes_made_here_and_elsewhere_are_told_and_put_in_one(
    client: FlaskClient, contact_rig: Rig, drawer: Drawer
) -> None:
    rig_id = new_id()
    first = save(client, rig_id, contact_rig, None)
    heavier = StepBead(at="point", heavier=True).apply(contact_rig, drawer)
    second = save(client, rig_id, heavier, first["id"])
    mine = SetLength(span="tippet", value="1 m").apply(contact_rig, drawer)
    address = f"/api/v1/rigs/{rig_id}/both"
    found = client.post(address, json={"base": first["id"], "rig": mine.model_dump(mode="json")}).json
    assert found["newest"]["id"] == second["id"]
    assert [c["said"] for c in found["theirs"]] == ["point bead 2.8 → 3.3 mm"]
    assert [c["said"] for c in found["mine"]] == ["tippet 0.83 → 1.00 m"]
    assert found["clashes"] == []
    kept = Rig.model_validate(found["rig"])
    assert kept == SetLength(span="tippet", value="1 m").apply(heavier, drawer)
    other = new_id()
    save(client, other, contact_rig, None)
    elsewhere = client.post(f"/api/v1/rigs/{other}/both", json={"base": first["id"], "rig": found["rig"]})
    assert elsewhere.status_code == 404


def test_rigs_are_duplicated_renamed_thrown_away_and_brought_back(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id, copy_id = new_id(), new_id()
    first = save(client, rig_id, contact_rig, None)
    body = {"rig_id": copy_id, "revision_id": new_id()}
    copied = client.post(f"/api/v1/rigs/{rig_id}/duplicate", json=body).json
    assert copied["rig"]["name"].endswith(", copy")
    assert client.post(f"/api/v1/rigs/{rig_id}/duplicate", json=body).json["id"] == copied["id"]
    named = client.post(f"/api/v1/rigs/{rig_id}/rename", json={"id": new_id(), "name": "Dusk rig"}).json
    assert (named["number"], named["base"]) == (2, first["id"])
    assert client.delete(f"/api/v1/rigs/{rig_id}").status_code == 200
    listed = [r["id"] for r in client.get("/api/v1/rigs").json["rigs"]]
    assert rig_id not in listed
    assert copy_id in listed
    assert client.get(f"/api/v1/rigs/{rig_id}").status_code == 404
    assert client.post(f"/api/v1/rigs/{rig_id}/bring-back").json["rig"]["name"] == "Dusk rig"


def test_everything_in_the_drawer_is_kept(client: FlaskClient, drawer: Drawer) -> None:
    kept = client.get("/api/v1/drawer").json["drawer"]
    assert {k: len(v) for k, v in kept.items()} == {k: len(v) for k, v in drawer.model_dump().items()}


@pytest.mark.parametrize("method", sorted(methods()))
def test_every_method_starts_from_the_stored_drawer(client: FlaskClient, weir_run: Reach, method: str) -> None:
    sent = {"rig_id": new_id(), "revision_id": new_id(), "method": method, "water": weir_run.model_dump(mode="json")}
    made = client.post("/api/v1/rigs/start", json=sent)
    assert made.status_code == 200, made.json
    bench = client.post("/api/v1/workbench", json={"rig": made.json["rig"], "water": sent["water"], "seq": 1})
    assert bench.status_code == 200, bench.json


def test_a_method_starts_a_rig_for_a_water(client: FlaskClient, weir_run: Reach) -> None:
    sent = {"rig_id": new_id(), "revision_id": new_id(), "method": "level-contact"}
    sent["water"] = weir_run.model_dump(mode="json")
    assert client.post("/api/v1/rigs/start", json=sent).json["occasion"] == "started"
    assert client.post("/api/v1/rigs/start", json=sent | {"method": "dynamite"}).json["faults"][0]["path"] == "method"


def test_a_rig_file_out_and_in_has_the_same_hash(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id = new_id()
    first = save(client, rig_id, contact_rig, None)
    sent = client.get(f"/api/v1/rigs/{rig_id}/rig.json")
    assert sent.headers["Content-Disposition"].startswith("attachment")
    made = client.post(
        "/api/v1/rigs/import", json={"rig_id": new_id(), "revision_id": new_id(), "text": sent.get_data(as_text=True)}
    ).json
    assert made["hash"] == first["hash"]
    for name, kind in (("drawing.svg", "image/svg+xml"), ("cut-sheet.csv", "text/csv")):
        answer = client.get(f"/api/v1/rigs/{rig_id}/{name}")
        assert answer.mimetype == kind
        assert "attachment" in answer.headers["Content-Disposition"]


def test_a_bad_rig_file_makes_nothing(client: FlaskClient, contact_rig: Rig) -> None:
    before = len(client.get("/api/v1/rigs").json["rigs"])
    data = contact_rig.model_dump(mode="json") | {"colour": 1}
    data["spans"][0]["length_mm"] = 0
    sent = {"rig_id": new_id(), "revision_id": new_id(), "text": json.dumps(data)}
    answer = client.post("/api/v1/rigs/import", json=sent)
    assert answer.status_code == 422
    assert {f["path"] for f in answer.json["faults"]} == {"spans[0].length_mm", "colour"}
    assert len(client.get("/api/v1/rigs").json["rigs"]) == before


def tie(client: FlaskClient, rig_id: str, rig: Rig, base: str, tie_id: str, revision: str):
    sent = {"id": tie_id, "revision_id": revision, "base": base, "rig": rig.model_dump(mode="json")}
    return client.post(f"/api/v1/rigs/{rig_id}/ties", json=sent)


def test_tying_takes_the_line_once_and_taking_it_back_returns_it(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id, tie_id, revision = new_id(), new_id(), new_id()
    first = save(client, rig_id, contact_rig, None)
    before = left(client)
    sheet = client.post("/api/v1/sheet", json={"rig": contact_rig.model_dump(mode="json")}).json
    done = tie(client, rig_id, contact_rig, first["id"], tie_id, revision).json
    assert done["revision"]["occasion"] == "tied"
    again = tie(client, rig_id, contact_rig, first["id"], tie_id, revision).json
    assert again["taken"] == done["taken"]
    after = left(client)
    for pull in sheet["pulls"]:
        assert before[pull["spool_id"]] - after[pull["spool_id"]] == pytest.approx(pull["needed_mm"] / 1000)
    assert client.get(f"/api/v1/rigs/{rig_id}/ties/last").json["tie"]["id"] == tie_id
    for _ in range(2):
        assert client.post(f"/api/v1/ties/{tie_id}/undo").json["undone"]
        assert left(client) == before
    assert client.get(f"/api/v1/rigs/{rig_id}/ties/last").json["tie"] is None
    stale = tie(client, rig_id, contact_rig, first["id"], new_id(), new_id())
    assert stale.status_code == 409
    assert left(client) == before


def test_a_spool_is_never_taken_below_nothing(client: FlaskClient, contact_rig: Rig) -> None:
    rig_id = new_id()
    long = contact_rig.replace_span(4, length_mm=15000)
    base = save(client, rig_id, long, None)["id"]
    for _ in range(3):
        base = tie(client, rig_id, long, base, new_id(), new_id()).json["revision"]["id"]
    assert left(client)["spool-9"] == 0


def test_nobody_undoes_another_s_tie_or_reads_their_waters(app: Flask, client: FlaskClient, contact_rig: Rig) -> None:
    rig_id, tie_id = new_id(), new_id()
    first = save(client, rig_id, contact_rig, None)
    tie(client, rig_id, contact_rig, first["id"], tie_id, new_id())
    other = enter(app, "Somebody")
    assert other.post(f"/api/v1/ties/{tie_id}/undo", json={}).status_code == 404
    assert other.get(f"/api/v1/rigs/{rig_id}/history").status_code == 404
    assert other.get(f"/api/v1/rigs/{rig_id}/rig.json").status_code == 404
    assert other.get("/api/v1/reaches/weir-run/days").status_code == 404
    assert other.delete("/api/v1/reaches/weir-run").status_code == 404
    assert other.get("/api/v1/rule-sets").json["rule_sets"] == []


def test_measures_are_typed_in_any_unit_and_every_wrong_one_is_named(client: FlaskClient) -> None:
    kept = client.put("/api/v1/measures", json={"hand": "8 in", "forearm": "46", "chest": ""}).json["measures"]
    assert kept["hand_mm"] == pytest.approx(203.2)
    assert kept["chest_mm"] is None
    answer = client.put("/api/v1/measures", json={"hand": "x", "forearm": "5 cm", "rod_marks": ["0", "9 m"]})
    assert [f["path"] for f in answer.json["faults"]] == ["hand"]
    answer = client.put("/api/v1/measures", json={"hand": "20", "forearm": "5 cm"})
    assert [f["path"] for f in answer.json["faults"]] == ["forearm"]
    assert client.get("/api/v1/measures").json["measures"] == kept
    assert client.put("/api/v1/measures", json={"turn": "3 cm"}).json["faults"][0]["path"] == "turn"


def test_a_depth_is_sounded_by_turns_of_the_reel(client: FlaskClient) -> None:
    client.put("/api/v1/measures", json={"turn": "25 cm"})
    water = next(r["reach"] for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    edit = {"op": "set_sounding", "at": "9", "line": "12 turns", "above": "1.8 m"}
    told = client.post("/api/v1/water", json={"water": water, "edits": [edit], "seq": 1})
    assert told.status_code == 200, told.json
    (row,) = [s for s in told.json["water"]["soundings"] if s["x_m"] == 9]
    assert row["depth_m"] == pytest.approx(12 * 0.25 - 1.8)


@pytest.mark.parametrize(("gone", "status"), [(True, 503), (False, 200)])
def test_what_to_try_is_computed_for_who_waits_and_for_nobody_else(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach, gone: bool, status: int
) -> None:
    heavy = contact_rig.replace_attachment(contact_rig.point.id, body=contact_rig.attachments[0].body)
    body = {"rig": heavy.model_dump(mode="json"), "water": weir_run.model_dump(mode="json"), "seq": 1}
    answer = client.post("/api/v1/workbench/tries", json=body, environ_overrides={GONE: lambda: gone})
    assert answer.status_code == status


def test_tries_are_computed_edits_that_better_the_reading(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach
) -> None:
    pulled = SetLead(lead=1.15).apply(contact_rig, DRAWER)
    sent = {"rig": pulled.model_dump(mode="json"), "water": weir_run.model_dump(mode="json"), "seq": 5}
    answer = client.post("/api/v1/workbench/tries", json=sent).json
    assert answer["seq"] == 5
    offered = [t for r in answer["readings"] for t in r["tries"] if r["severity"] != "fine"]
    assert offered
    chosen = max(offered, key=lambda t: t["minutes"] or 0.0)
    done = client.post("/api/v1/workbench", json=sent | {"edits": [chosen["edit"], *chosen["more"]]}).json
    assert done["rig"] != sent["rig"]


def test_rules_are_written_down_checked_by_field_thrown_away_and_brought_back(app: Flask, client: FlaskClient) -> None:
    good = {"name": "Lower beats", "source": "the club's book", "checked": "2026-04-30", "most_flies": "2", "longest": "20 ft",
            "least_distance": "50", "seasons": [{"method": "sweep", "first": "04-01", "last": "09-30"}]}  # fmt: skip
    made = client.put("/api/v1/rule-sets/lower", json=good)
    assert made.status_code == 200, made.json
    assert made.json["rules"]["least_distance_m"] == 0.5
    assert made.json["rules"]["longest_m"] == pytest.approx(6.096)
    wrong = good | {"name": " ", "checked": "spring", "most_flies": "some", "least_distance": "a foot or so",
                    "seasons": [{"method": "magic", "first": "x", "last": "09-30"}]}  # fmt: skip
    told = client.put("/api/v1/rule-sets/lower", json=wrong)
    assert told.status_code == 422
    assert {f["path"] for f in told.json["faults"]} >= {
        "name",
        "checked",
        "most_flies",
        "least_distance",
        "seasons[0].method",
    }
    late = good | {"seasons": [{"method": "sweep", "first": "4th", "last": "09-30"}], "most_flies": "99"}
    assert {f["path"] for f in client.put("/api/v1/rule-sets/lower", json=late).json["faults"]} == {
        "seasons[0].first",
        "most_flies",
    }
    names = [r["rules"]["id"] for r in client.delete("/api/v1/rule-sets/lower").json["rule_sets"]]
    assert "lower" not in names
    assert client.put("/api/v1/rule-sets/lower", json=good).status_code == 200
    assert "lower" in [r["rules"]["id"] for r in client.get("/api/v1/rule-sets").json["rule_sets"]]
    other = enter(app, "somebody with other rules")
    assert other.get("/api/v1/rule-sets").json["rule_sets"] == []


def test_what_would_fit_a_rig_to_its_water_is_edits_that_can_be_done(client: FlaskClient, weir_run: Reach) -> None:
    level = weir_run.model_copy(update={"soundings": (), "lanes": (), "fish_at_m": 0.0})
    rig = started("level-contact", level).model_dump(mode="json")
    deeper = level.model_copy(update={"depth_m": 1.4}).model_dump(mode="json")
    told = client.post("/api/v1/workbench/refit", json={"rig": rig, "water": deeper}).json
    assert told["changes"]
    assert "knot" in told["takes"]
    answer = client.post("/api/v1/workbench", json={"rig": rig, "water": deeper, "edits": told["edits"], "seq": 1}).json
    assert answer["differs"] == ""
    again = client.post("/api/v1/workbench/refit", json={"rig": answer["rig"], "water": deeper}).json
    assert (again["changes"], again["takes"]) == ([], "")


def test_the_card_carries_a_code_that_opens_the_rig(app: Flask, client: FlaskClient) -> None:
    rig = client.get("/api/v1/rigs").json["rigs"][0]["id"]
    answer = client.get(f"/api/v1/rigs/{rig}/code.svg")
    assert answer.mimetype == "image/svg+xml"
    made = segno.make(f"http://localhost/rig/{rig}", micro=False, error="m")
    dark = re.findall(r' d="([^"]+)"', made.svg_inline(omitsize=True))
    assert dark[0] in answer.data.decode()
    assert enter(app, "somebody").get(f"/api/v1/rigs/{rig}/code.svg").status_code == 404


RULES = {"name": "Lower beats", "source": "the club's book", "checked": "2026-04-30"}
LAST_WRITES = [
    ("rule-sets/lower", RULES | {"most_flies": "2"}, RULES | {"most_flies": "3"}),
    ("measures", {"hand": "20 cm"}, {"hand": "21 cm"}),
    ("habits", {"habits": {"cycle-held": 9}}, {"habits": {"cycle-held": 8}}),
]


@pytest.mark.parametrize(("place", "mine", "theirs"), LAST_WRITES, ids=[p for p, _, _ in LAST_WRITES])
def test_what_was_changed_elsewhere_is_not_written_over_unseen(
    client: FlaskClient, place: str, mine: dict[str, Any], theirs: dict[str, Any]
) -> None:
    def put(sent: dict[str, Any], base: str | None) -> Any:
        return client.put(f"/api/v1/{place}", json=sent | ({} if base is None else {"base": base}))

    first = "" if place.startswith("rule") else client.get(f"/api/v1/{place}").json["mark"]
    seen = put(mine, first).json["mark"]
    now = put(theirs, seen).json["mark"]
    assert now != seen
    late = put(mine, seen)
    assert late.status_code == 409
    assert "changed elsewhere" in late.json["detail"]
    assert put(theirs, now).status_code == 200
    # Who says nothing of what was seen knows what is written over.
    assert put(mine, None).status_code == 200


def test_lengths_and_constants_do_not_stand_in_each_others_way(client: FlaskClient) -> None:
    lengths, constants = client.get("/api/v1/measures").json["mark"], client.get("/api/v1/habits").json["mark"]
    assert client.put("/api/v1/measures", json={"hand": "20 cm", "base": lengths}).status_code == 200
    assert client.put("/api/v1/habits", json={"habits": {"cycle-held": 9}, "base": constants}).status_code == 200
    assert client.get("/api/v1/measures").json["measures"]["hand_mm"] == 200


def test_rules_that_were_thrown_away_elsewhere_are_not_as_they_were_seen(client: FlaskClient) -> None:
    seen = client.put("/api/v1/rule-sets/lower", json=RULES | {"base": ""}).json["mark"]
    client.delete("/api/v1/rule-sets/lower")
    assert client.put("/api/v1/rule-sets/lower", json=RULES | {"base": seen}).status_code == 409
    assert client.put("/api/v1/rule-sets/lower", json=RULES | {"base": ""}).status_code == 200


def test_a_water_changed_here_and_elsewhere_is_told_and_put_in_one(client: FlaskClient, weir_run: Reach) -> None:
    number = next(r["number"] for r in client.get("/api/v1/reaches").json["reaches"] if r["reach"]["id"] == "weir-run")
    there = put(client, SetDepth(value="0.7").apply(weir_run), number).json
    mine = weir_run.model_copy(update={"wind_m_s": 5.0})
    body = {"base": weir_run.model_dump(mode="json"), "reach": mine.model_dump(mode="json")}
    found = client.post("/api/v1/reaches/weir-run/both", json=body).json
    assert found["newest"] == there
    assert [c["said"] for c in found["theirs"]] == ["depth 0.90 → 0.70 m"]
    assert (found["reach"]["depth_m"], found["reach"]["wind_m_s"]) == (0.7, 5.0)
    assert found["clashes"] == []
    assert client.post("/api/v1/reaches/nowhere/both", json=body).json["faults"] != []
    gone = {key: value | {"id": "nowhere"} for key, value in body.items()}
    assert client.post("/api/v1/reaches/nowhere/both", json=gone).status_code == 404
