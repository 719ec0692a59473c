"""A log is read whole, or everything wrong in it is named."""

from __future__ import annotations

import json
from pathlib import Path

import pytest

from jarana.cli import main
from jarana.core.documents import written
from jarana.core.errors import InputError
from jarana.core.learn.water import Sight
from jarana.formats.log_csv import MOST_FAULTS, MOST_ROWS, read_log
from jarana.formats.rig_file import rig_text
from tests.fishing import WATERS, started

RIGS = ["a", "b"]


def test_codes_and_batches_are_read() -> None:
    text = "\ufeffrig,code,drifts,low,high\na,ticked,,,\nb,,6,2,3\n"
    assert read_log(text, RIGS).sights == [Sight(0, "ticked"), Sight(1, "", 6, 2, 3)]


def test_a_sounding_is_read_of_whatever_rig() -> None:
    log = read_log("rig,code,depth\n,sounded,0.95\na,ticked,\n", RIGS)
    assert (log.depths, log.sights) == ([0.95], [Sight(0, "ticked")])


@pytest.mark.parametrize(
    ("row", "says"),
    [
        ("c,ticked,,,", "line 2: rig"), ("a,danced,,,", "is one of nothing, ticked, dragging, sounded"), ("a,,6,2,", "whole numbers"),
        ("a,,6,4,3", "at most as many"), ("a,,61,0,1", "at most as many"), ("a,,-1,0,0", "whole numbers"),
        ("a,,٣,0,0", "whole numbers"), ("a,sounded,,,,0.09", "line 2: depth"), ("a,sounded,,,,nan", "line 2: depth"),
        ("a,sounded,,,,41", "0.1 to 40 m"),
    ],
)  # fmt: skip
def test_what_is_wrong_is_named_by_line(row: str, says: str) -> None:
    with pytest.raises(InputError, match=says):
        read_log(f"rig,code,drifts,low,high,depth\n{row}\n", RIGS)


def test_everything_wrong_is_named_at_once_but_not_without_end() -> None:
    with pytest.raises(InputError) as two:
        read_log("rig,code\nc,x\nd,y\n", RIGS)
    assert len(two.value.faults) == 2
    with pytest.raises(InputError) as many:
        read_log("rig,code\n" + "c,x\n" * 500, RIGS)
    assert len(many.value.faults) == MOST_FAULTS


def test_no_drift_and_too_many_are_refused() -> None:
    for text in ("", "rig,code\n", "rig,code\n" + "a,ticked\n" * (MOST_ROWS + 1)):
        with pytest.raises(InputError, match="events"):
            read_log(text, RIGS)


def test_a_log_is_learnt_from_at_the_command_line(tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    (tmp_path / "rigs").mkdir()
    rig = started("level-contact", WATERS["weir-run"])
    (tmp_path / "rigs" / "contact.json").write_text(rig_text(rig), encoding="utf-8")
    (tmp_path / "water.json").write_text(json.dumps(written(WATERS["weir-run"])), encoding="utf-8")
    (tmp_path / "log.csv").write_text("rig,code\n" + "contact,nothing\n" * 12, encoding="utf-8")
    arguments = ["--reach", str(tmp_path / "water.json"), "--rigs", str(tmp_path / "rigs")]
    assert main(["learn", "fit", *arguments, "--events", str(tmp_path / "log.csv")]) == 0
    found = json.loads(capsys.readouterr().out)
    assert (found["drifts"], found["touched"]) == (12, 0)
    assert found["index"][0] < -0.5
    assert {u["key"] for u in found["unknowns"]} >= {"hand", "depth", "pace"}
    water = WATERS["weir-run"].model_copy(update={"soundings": ()})
    (tmp_path / "water.json").write_text(json.dumps(written(water)), encoding="utf-8")
    (tmp_path / "log.csv").write_text(
        "rig,code,depth\n" + "contact,nothing,\n" * 12 + ",sounded,1.0\n", encoding="utf-8"
    )
    assert main(["learn", "fit", *arguments, "--events", str(tmp_path / "log.csv")]) == 0
    sounded = json.loads(capsys.readouterr().out)
    depth = next(u for u in sounded["unknowns"] if u["key"] == "depth")
    assert sounded["soundings"] == 1
    assert depth["mean"] == pytest.approx(1.0 / water.depth_m, abs=0.03)
    assert main(["learn", "fit", *arguments, "--events", str(tmp_path / "none.csv")]) != 0
