"""Leaders over the API and the command line: the same answer, typed in any unit, faults by field."""

from __future__ import annotations

import json
from pathlib import Path

import pytest
from flask.testing import FlaskClient

from jarana.cli import main
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.demo.load import valley
from tests.fishing import started


@pytest.fixture
def dry(drawer: Drawer) -> Rig:
    flats = next(r for r in valley()[0] if r.id == "alder-flats")
    return started("dry-and-nymph", flats, drawer)


def ask(client: FlaskClient, rig: Rig, water: Reach, **more: object):
    sent = {"rig": rig.model_dump(mode="json"), "water": water.model_dump(mode="json"), **more}
    return client.post("/api/v1/leader", json=sent)


def test_a_leader_is_designed_for_the_rig_in_hand_and_put_on_it(client: FlaskClient, dry: Rig, weir_run: Reach) -> None:
    made = ask(client, dry, weir_run, school="all-round", total="9 ft", tippet="5x").json
    assert made["design"]["total_mm"] == 2745
    assert made["trouble"] == ""
    assert sum(s["length_mm"] for s in made["rig"]["spans"]) == pytest.approx(
        2745 + sum(s.length_mm for s in dry.spans if s.name in made["kept"])
    )
    bench = client.post(
        "/api/v1/workbench",
        json={
            "rig": dry.model_dump(mode="json"),
            "water": weir_run.model_dump(mode="json"),
            "edits": [made["edit"]],
            "seq": 1,
        },
    )
    assert bench.status_code == 200, bench.json
    assert bench.json["rig"] == made["rig"]
    assert "turnover" in {r["key"] for r in bench.json["readings"]}


def test_every_school_of_the_book_designs_a_leader(client: FlaskClient, dry: Rig, weir_run: Reach) -> None:
    schools = [school["key"] for school in client.get("/api/v1/leader/book").json["schools"]]
    made = [ask(client, dry, weir_run, school=key).json["rig"]["spans"] for key in schools]
    assert len({str([span["length_mm"] for span in spans]) for spans in made}) > len(schools) // 2


def test_everything_typed_wrong_is_named_by_its_field(client: FlaskClient, dry: Rig, weir_run: Reach) -> None:
    wrong = ask(client, dry, weir_run, total="long", tippet="9 mm", wind="a gale", shares=[0.9, 0.9, 0.9])
    assert wrong.status_code == 422
    assert {f["path"] for f in wrong.json["faults"]} == {"total", "tippet", "wind", "shares"}


def test_spools_left_out_are_not_used_and_none_of_ones_own_means_the_ladder(
    client: FlaskClient, dry: Rig, weir_run: Reach
) -> None:
    own = [s["id"] for s in client.get("/api/v1/drawer").json["drawer"]["spools"]]
    without = ask(client, dry, weir_run, spools=[i for i in own if i != "spool-17"]).json
    assert not without["design"]["fits"]
    assert all(s["spool_id"] != "spool-17" for s in without["design"]["sections"])
    ladder = ask(client, dry, weir_run, spools=[]).json
    assert ladder["design"]["fits"]
    assert all(s["spool_id"].startswith("ladder") for s in ladder["design"]["sections"])


def test_a_packet_is_cut_back_to_a_diameter(client: FlaskClient, dry: Rig, weir_run: Reach) -> None:
    made = ask(client, dry, weir_run, school="packet", packet="2.7-0.18", cut_to="0.22", total="3.4 m").json
    assert "Tip now 0.22 mm" in made["packet"]
    assert made["rig"]["joints"][1]["knot"]["key"] == "one-piece"


def test_command_line_and_api_give_the_same_leader(
    client: FlaskClient, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    spec = {"school": "soft", "total_mm": 4000, "tippet_mm": 0.127}
    path = tmp_path / "spec.json"
    path.write_text(json.dumps(spec))
    assert main(["leader", "design", str(path)]) == 0
    assert json.loads(capsys.readouterr().out) == client.post("/api/v1/leader/design", json=spec).json
    assert main(["leader", "design", "--draw", str(path)]) == 0
    assert capsys.readouterr().out.startswith("<svg")


@pytest.mark.parametrize(
    "text", ['{"total_mm": -3, "tippet_mm": 9}', "{", '{"school": "x"}', '{"feathers": 1}', '{"total_mm": NaN}', "[]"]
)
def test_a_bad_specification_ends_with_two_and_names_what_is_wrong(
    text: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    path = tmp_path / "bad.json"
    path.write_text(text)
    assert main(["leader", "design", str(path)]) == 2
    told = capsys.readouterr()
    assert told.out == ""
    assert told.err
    assert "Traceback" not in told.err
