"""The start command touches nothing that is not its own, and finds a port."""

from __future__ import annotations

import socket
from pathlib import Path

import pytest

from jarana.hosting.demo_run import FIRST_PORT, MARKER, own_folder, pick_port, reset


def test_a_folder_with_other_things_in_it_is_left_alone(tmp_path: Path) -> None:
    (tmp_path / "letters.txt").write_text("dear")
    with pytest.raises(SystemExit, match="holds something else"):
        own_folder(tmp_path)
    with pytest.raises(SystemExit, match="not Jarana's"):
        reset(tmp_path, lambda _question: "yes")
    assert (tmp_path / "letters.txt").exists()


def test_a_folder_that_cannot_be_written_is_said_to_be(tmp_path: Path) -> None:
    (tmp_path / "file").touch()
    with pytest.raises(SystemExit, match=r"file/data cannot be written \(not a directory\).*--data"):
        own_folder(tmp_path / "file" / "data")


def test_a_new_folder_is_marked_and_known_again(tmp_path: Path) -> None:
    made = own_folder(tmp_path / "data")
    assert (made / MARKER).exists()
    assert own_folder(made) == made


@pytest.mark.parametrize("answer", ["", "no", "y"])
def test_starting_over_asks_and_takes_only_yes(tmp_path: Path, answer: str) -> None:
    folder = own_folder(tmp_path / "data")
    with pytest.raises(SystemExit, match="Nothing was deleted"):
        reset(folder, lambda _question: answer)
    assert folder.exists()
    reset(folder, lambda _question: "yes")
    assert not folder.exists()
    reset(folder, lambda _question: "yes")


def test_a_taken_port_gives_way_to_the_next_free_one(capsys: pytest.CaptureFixture[str]) -> None:
    with socket.socket() as taken:
        taken.bind(("127.0.0.1", 0))
        taken.listen()
        port = taken.getsockname()[1]
        assert pick_port(port) > port
    assert f"Port {port} is taken" in capsys.readouterr().out
    assert FIRST_PORT <= pick_port(FIRST_PORT) < FIRST_PORT + 50
