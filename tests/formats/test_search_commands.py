"""The search from the command line: JSON out, 3 where a method does not suit, faults named by file and field."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from jarana.cli import main
from jarana.core.rig.edits.flies import StepBead
from jarana.core.rig.model import Rig
from jarana.core.stock.kinds import kinds
from jarana.demo.load import stock_file
from jarana.formats.rig_file import rig_text
from tests.coverage import water
from tests.fishing import DRAWER


@pytest.fixture(scope="module")
def files(tmp_path_factory: pytest.TempPathFactory, contact_rig: Rig) -> Path:
    folder = tmp_path_factory.mktemp("search")
    tackle = folder / "tackle"
    tackle.mkdir()
    for kind in kinds():
        (tackle / f"{kind}.csv").write_text(stock_file(kind))
    for name, reach in (("run", water(0.9, 0.62)), ("lake", water(3.5, 0.0, "lake", off_m=12.0))):
        (folder / f"{name}.json").write_text(reach.model_dump_json())
    (folder / "hand.rig.json").write_text(rig_text(contact_rig))
    (folder / "other.rig.json").write_text(rig_text(StepBead(at="point", heavier=True).apply(contact_rig, DRAWER)))
    return folder


def asked(
    files: Path, capsys: pytest.CaptureFixture[str], *words: str, reach: str = "run"
) -> tuple[int, dict[str, object]]:
    told = [str(files / w) if (files / w).exists() else w for w in words]
    code = main([*told, "--reach", str(files / f"{reach}.json"), "--tackle", str(files / "tackle")])
    out = capsys.readouterr().out
    return code, json.loads(out) if out else {}


def test_start_prints_a_rig_with_reasons_worth_and_readings(files: Path, capsys: pytest.CaptureFixture[str]) -> None:
    code, told = asked(files, capsys, "start", "level-contact")
    assert code == 0
    Rig.model_validate(told["rig"])
    assert told["reasons"]
    assert told["worth"]["minutes"] > 0  # type: ignore[index]
    assert not [r for r in told["readings"] if r["severity"] == "act"]  # type: ignore[attr-defined]


def test_start_declines_with_3_and_says_why(files: Path, capsys: pytest.CaptureFixture[str]) -> None:
    code, told = asked(files, capsys, "start", "level-contact", reach="lake")
    assert code == 3
    assert told["reason"]
    assert "what_would" in told


def test_find_prints_rigs_of_two_methods_best_first(files: Path, capsys: pytest.CaptureFixture[str]) -> None:
    code, told = asked(
        files,
        capsys,
        "find",
        "--method",
        "level-contact",
        "--method",
        "float-pair",
        "--rig",
        str(files / "hand.rig.json"),
    )
    assert code == 0
    rigs = told["rigs"]
    assert isinstance(rigs, list)
    assert len({r["method"] for r in rigs}) == 2
    assert rigs[0]["worth_min_per_hour"] >= 0.95 * rigs[1]["worth_min_per_hour"]
    assert {"rig", "method", "worth_min_per_hour", "factors", "gives_up", "knots"} <= set(rigs[0])
    assert {"nothing_fits", "what_would"} <= set(told)


def test_tries_ladder_and_rerig_print_theirs(files: Path, capsys: pytest.CaptureFixture[str]) -> None:
    hand = str(files / "hand.rig.json")
    code, told = asked(files, capsys, "tries", "--rig", hand)
    assert (code, "readings" in told) == (0, True)
    code, told = asked(files, capsys, "ladder", "--rig", hand)
    assert (code, bool(told["cells"])) == (0, True)
    code, told = asked(files, capsys, "rerig", "hand.rig.json", "other.rig.json")
    assert (code, told["cost"]["knots"]) == (0, 1)  # type: ignore[index]


@pytest.mark.parametrize(
    ("words", "named"),
    [
        (("start", "nobody"), "method"),
        (("find", "--method", "nobody"), "method"),
        (("tries", "--rig", "/nowhere"), "/nowhere"),
    ],
)
def test_what_is_asked_wrongly_is_named(
    files: Path, capsys: pytest.CaptureFixture[str], words: tuple[str, ...], named: str
) -> None:
    assert main([*words, "--reach", str(files / "run.json")]) == 2
    assert named in capsys.readouterr().err
