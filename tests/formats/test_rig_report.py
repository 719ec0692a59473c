"""What a rig says of itself, from the command line: the same as the screen."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from jarana.cli import main
from jarana.core.rig.model import Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.water.reach import Reach
from jarana.formats.rig_file import rig_text
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


@pytest.mark.parametrize("text", ["{", '{"version": 2}', "[]"])
def test_a_bad_rig_ends_with_two(text: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    path = tmp_path / "bad.json"
    path.write_text(text)
    assert main(["rig", "report", str(path)]) == 2
    assert capsys.readouterr().err
