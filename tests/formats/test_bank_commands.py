"""`jarana plan simulate` and `jarana pack`, as a script runs them."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from jarana.cli import main
from jarana.core.documents import written
from jarana.demo.load import stock_file
from jarana.formats.rig_file import rig_text
from tests.fishing import WATERS, started


@pytest.fixture
def folder(tmp_path: Path) -> Path:
    (tmp_path / "tackle").mkdir()
    for kind in ("flies", "spools", "rods", "lines", "floats"):
        (tmp_path / "tackle" / f"{kind}.csv").write_text(stock_file(kind), encoding="utf-8")
    (tmp_path / "water.json").write_text(json.dumps(written(WATERS["weir-run"])), encoding="utf-8")
    (tmp_path / "rig.json").write_text(rig_text(started("level-contact", WATERS["weir-run"])), encoding="utf-8")
    return tmp_path


def scene(folder: Path, **more: object) -> Path:
    told = {"reach": "water.json", "tackle": "tackle", "rig": "rig.json", "drifts": 6, "waters": 2, "seed": 4} | more
    path = folder / "scene.json"
    path.write_text(json.dumps(told), encoding="utf-8")
    return path


@pytest.mark.long
def test_a_scene_is_simulated_and_told_by_who_decides(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    assert main(["plan", "simulate", str(scene(folder)), "--quiet"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert set(found["good_drifts"]) == {"plan", "known", "leave", "bead", "slower_bead"}
    assert set(found["se"]) == set(found["changes"]) == set(found["good_drifts"])
    assert found["waters"] == 2


def test_a_reach_may_stand_in_the_scene_itself(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    inside = scene(folder, reach=written(WATERS["weir-run"]))
    assert main(["plan", "simulate", str(inside), "--quiet"]) == 0
    assert json.loads(capsys.readouterr().out)["waters"] == 2


@pytest.mark.parametrize(
    ("more", "says"),
    [
        ({"waters": 1}, "waters"),
        ({"rig": "", "method": "dancing"}, "the methods known are"),
        ({"reach": "nowhere.json"}, "there is no such file"),
        ({"drifts": 3}, "drifts"),
        ({"colour": "red"}, "colour"),
    ],
)
def test_a_scene_that_cannot_be_says_what_is_wrong(
    folder: Path, capsys: pytest.CaptureFixture[str], more: dict[str, object], says: str
) -> None:
    assert main(["plan", "simulate", str(scene(folder, **more)), "--quiet"]) != 0
    assert says in capsys.readouterr().err


@pytest.mark.long
def test_a_pack_is_written_of_rig_files(folder: Path, capsys: pytest.CaptureFixture[str]) -> None:
    arguments = [
        "pack",
        str(folder / "rig.json"),
        "--reach",
        str(folder / "water.json"),
        "--tackle",
        str(folder / "tackle"),
    ]
    assert main([*arguments, "--planned"]) == 0
    found = json.loads(capsys.readouterr().out)
    assert found["rigs"][0]["id"] == "rig"
    assert found["whole"] is False
    assert found["rigs"][0]["plan"]["kind"] == "touch"
