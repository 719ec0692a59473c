"""An installation is gone, and everything of everybody comes back on an empty one."""

from __future__ import annotations

import zipfile
from pathlib import Path

import pytest

from jarana.cli import main
from tests.conftest import VALLEY, Postgres
from tests.people import token_for

DATA = "data/"


def rows(file: Path) -> dict[str, bytes]:
    with zipfile.ZipFile(file) as opened:
        return {name: opened.read(name) for name in opened.namelist() if name.startswith(DATA)}


@pytest.fixture
def url(postgres: Postgres, monkeypatch: pytest.MonkeyPatch) -> str:
    address = postgres.copy("lost", VALLEY)
    monkeypatch.setenv("JARANA_DATABASE_URL", address)
    token_for(address, "Somebody / else", like="Demo")
    return address


def test_all_people_come_back_on_an_empty_installation(
    url: str, postgres: Postgres, tmp_path: Path, monkeypatch: pytest.MonkeyPatch, capsys: pytest.CaptureFixture[str]
) -> None:
    assert main(["backup-all", str(tmp_path / "before")]) == 0
    monkeypatch.setenv("JARANA_DATABASE_URL", postgres.copy("found"))
    assert main(["restore-all", str(tmp_path / "before")]) == 0
    assert "brought" in capsys.readouterr().out
    assert main(["backup-all", str(tmp_path / "after")]) == 0
    names = sorted(f.name for f in (tmp_path / "before").iterdir())
    assert names == sorted(f.name for f in (tmp_path / "after").iterdir())
    assert len(names) == 2
    for name in names:
        assert rows(tmp_path / "before" / name) == rows(tmp_path / "after" / name)


def test_one_persons_archive_is_tried_and_then_brought_back(
    url: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]
) -> None:
    file = tmp_path / "mine.zip"
    assert main(["backup", str(file)]) == 0
    token_for(url, "Newcomer")
    assert main(["restore", str(file), "--person", "Newcomer", "--try"]) == 0
    assert "would bring" in capsys.readouterr().out
    assert main(["restore", str(file), "--person", "Newcomer"]) == 0
    assert "here already: nothing" in capsys.readouterr().out
    assert main(["restore", str(file), "--person", "Newcomer"]) == 0
    assert "brought nothing" in capsys.readouterr().out


def test_what_cannot_be_done_is_said(url: str, tmp_path: Path, capsys: pytest.CaptureFixture[str]) -> None:
    file = tmp_path / "mine.zip"
    file.write_bytes(b"not a zip")
    for command, said in (
        (["backup", str(file)], "is there already"),
        (["backup", str(tmp_path / "no" / "folder.zip")], "cannot be written"),
        (["backup", str(tmp_path / "new.zip"), "--person", "Nobody"], "no such person"),
        (["restore", str(tmp_path / "none.zip")], "cannot be read"),
        (["restore", str(file)], "is no archive of ours"),
        (["backup-all", str(tmp_path)], "holds something already"),
        (["restore-all", str(tmp_path / "none")], "is no folder"),
    ):
        assert main(command) == 2, command
        assert said in capsys.readouterr().err, command
    assert not list(tmp_path.glob("*.part"))
