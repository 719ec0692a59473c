"""What a rig says of itself, from the command line: the same as the screen."""

from __future__ import annotations

import json
from pathlib import Path

import jsonschema_rs
import pytest

from jarana.cli import main
from jarana.core.rig.model import Rig
from jarana.core.stock.kinds import kinds
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.demo.load import stock_file
from jarana.formats.rig_file import rig_text
from jarana.usecases.report_rig import report_schema
from jarana.usecases.work_on_rig import work_on_rig


def test_a_report_says_what_the_screen_says(
    contact_rig: Rig, weir_run: Reach, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    rig, reach = tmp_path / "r.rig.json", tmp_path / "reach.json"
    rig.write_text(rig_text(contact_rig))
    reach.write_text(weir_run.model_dump_json())
    assert main(["rig", "report", str(rig), "--reach", str(reach)]) == 0
    told = json.loads(capsys.readouterr().out)
    bench = work_on_rig(contact_rig, weir_run, [], Drawer(), "metric")
    assert told["readings"] == [json.loads(r.model_dump_json()) for r in bench.readings]
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
    jsonschema_rs.validate(report_schema(), told)
    owned = next(r for r in told["readings"] if r["key"] == "owned")
    assert owned["title"] == "All from your own tackle"


def test_a_file_of_no_kind_of_tackle_is_named(
    contact_rig: Rig, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    rig, tackle = tmp_path / "r.rig.json", tmp_path / "tackle"
    rig.write_text(rig_text(contact_rig))
    tackle.mkdir()
    (tackle / "waders.csv").write_text("id,name\n1,mine\n")
    (tackle / "rods.csv").write_text("id,name\n")
    assert main(["rig", "report", str(rig), "--tackle", str(tackle)]) == 2
    assert "waders" in capsys.readouterr().err


@pytest.mark.parametrize("text", ["{", '{"version": 2}', "[]"])
def test_a_bad_rig_ends_with_two(text: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "bad.json"
    path.write_text(text)
    assert main(["rig", "report", str(path)]) == 2
    assert capsys.readouterr().err
