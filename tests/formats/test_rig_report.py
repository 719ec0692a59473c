"""What a rig says of itself, from the command line: the same as the screen."""

from __future__ import annotations

import json
import shlex
import subprocess
import sys
from pathlib import Path

import jsonschema_rs
import pytest

from jarana.cli import main
from jarana.core.readings.base import ORDER
from jarana.core.readings.with_band import readings_with_band
from jarana.core.rig.model import Rig
from jarana.core.search.bench import work_on_rig
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.demo.load import stock_file
from jarana.formats.rig_file import rig_text
from jarana.formats.schemas import SCHEMAS
from tests.fishing import fished


def test_a_report_says_what_the_screen_says(
    contact_rig: Rig, weir_run: Reach, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    rig, reach = tmp_path / "r.rig.json", tmp_path / "reach.json"
    rig.write_text(rig_text(contact_rig))
    reach.write_text(weir_run.model_dump_json())
    assert main(["rig", "report", str(rig), "--reach", str(reach)]) == 0
    told = json.loads(capsys.readouterr().out)
    situation = fished(contact_rig, weir_run, Drawer())
    bench = work_on_rig(situation)
    shares = readings_with_band(situation)
    assert shares is not None
    screen = {r.key: r for r in bench.readings} | {r.key: r for r in shares[1]}
    plain = {key: json.loads(r.model_copy(update={"laws": ()}).model_dump_json()) for key, r in screen.items()}
    assert {reading["key"]: reading | {"laws": []} for reading in told["readings"]} == plain
    worst = [ORDER[reading["severity"]] for reading in told["readings"]]
    assert worst == sorted(worst)
    assert told["members"] == shares[0].members
    assert told["worth"]["p10"] <= told["worth"]["minutes"] <= told["worth"]["p90"]
    assert len(told["strength"]) == len(bench.strength)
    assert main(["rig", "report", str(rig)]) == 0


def test_a_report_keeps_to_its_schema_and_knows_a_drawer_from_its_files(
    contact_rig: Rig, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    rig, tackle = tmp_path / "r.rig.json", tmp_path / "tackle"
    rig.write_text(rig_text(contact_rig))
    tackle.mkdir()
    for kind in kinds():
        (tackle / f"{kind}.csv").write_text(stock_file(kind))
    assert main(["rig", "report", str(rig), "--tackle", str(tackle)]) == 0
    told = json.loads(capsys.readouterr().out)
    jsonschema_rs.validate(SCHEMAS["report"](), told)
    owned = next(r for r in told["readings"] if r["key"] == "owned")
    assert owned["title"] == "All from your own tackle"


def test_a_file_of_no_kind_of_tackle_is_passed_over_by_name(
    contact_rig: Rig, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    rig, tackle = tmp_path / "r.rig.json", tmp_path / "tackle"
    rig.write_text(rig_text(contact_rig))
    tackle.mkdir()
    (tackle / "waders.csv").write_text("id,name\n1,mine\n")
    (tackle / "rods.csv").write_text(stock_file("rods"))
    assert main(["rig", "report", str(rig), "--tackle", str(tackle)]) == 0
    assert "waders.csv: passed over" in capsys.readouterr().err


def test_a_missing_file_or_folder_is_named_as_what_it_is(
    contact_rig: Rig, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    rig = tmp_path / "r.rig.json"
    rig.write_text(rig_text(contact_rig))
    for option, name, why in (
        ("--tackle", "/nowhere", "there is no such folder"),
        ("--reach", "nofile.json", "there is no such file"),
        ("--rules", str(tmp_path), "is a folder"),
    ):
        assert main(["rig", "report", str(rig), option, name]) == 2
        told = capsys.readouterr().err
        assert name[:40] in told
        assert why in told
    assert main(["rig", "report", "/nowhere.json"]) == 2
    assert "/nowhere.json; there is no such file" in capsys.readouterr().err


def test_a_reader_that_has_seen_enough_is_no_fault() -> None:
    command = [sys.executable, "-m", "jarana.cli", "schema", "rig"]
    done = subprocess.run(f"{shlex.join(command)} | head -n 1", shell=True, capture_output=True, text=True, check=False)
    assert done.stdout == "{\n"
    assert done.stderr == ""


@pytest.mark.parametrize("text", ["{", '{"version": 2}', "[]"])
def test_a_bad_rig_ends_with_two(text: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "bad.json"
    path.write_text(text)
    assert main(["rig", "report", str(path)]) == 2
    assert capsys.readouterr().err
