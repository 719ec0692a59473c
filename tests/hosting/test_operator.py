"""What an operator does at a console: people, migrations, secrets in files, and what is wrong."""

from __future__ import annotations

import contextlib
import json
from pathlib import Path

import pytest
from sqlalchemy import text

from jarana.api.logs import LARGEST, Unfailing, keep_errors
from jarana.api.settings import Settings, told
from jarana.cli import main
from jarana.hosting.doctor import LAST_ERRORS, look, report
from jarana.storage.database import make_engine, make_sessions
from jarana.usecases.sign_in import spend_token
from tests.conftest import VALLEY, Postgres


@pytest.fixture
def url(postgres: Postgres, monkeypatch: pytest.MonkeyPatch, tmp_path: Path) -> str:
    address = postgres.copy("operated", VALLEY, owned=True)
    file = tmp_path / "address"
    file.write_text(address + "\n")
    monkeypatch.setenv("JARANA_DATABASE_URL_FILE", str(file))
    monkeypatch.setenv("JARANA_SECRET_KEY", "s" * 40)
    monkeypatch.setenv("JARANA_ERRORS", str(tmp_path / "errors.jsonl"))
    return address


def test_a_person_is_added_let_in_once_and_listed(url: str, capsys: pytest.CaptureFixture[str]) -> None:
    from datetime import UTC, datetime

    assert main(["user", "add", "Somebody"]) == 0
    token = capsys.readouterr().out.split("\n")[0].removeprefix("/enter#")
    with make_sessions(make_engine(url))() as session:
        let_in = spend_token(session, token, datetime.now(UTC))
        assert let_in is not None
        assert let_in[0].name == "Somebody"
        assert spend_token(session, token, datetime.now(UTC)) is None
    assert main(["user", "add", "Somebody"]) == 2
    assert main(["user", "add", " "]) == 2
    assert main(["user", "list"]) == 0
    assert "Somebody" in capsys.readouterr().out.splitlines()
    assert main(["user", "let-in", "Nobody"]) == 2
    assert main(["user", "sign-out", "Nobody"]) == 2
    assert main(["user", "let-in", "Somebody"]) == 0
    assert main(["user", "sign-out", "Somebody"]) == 0


def test_migrating_twice_changes_nothing_and_makes_the_role_that_is_wished(
    url: str, capsys: pytest.CaptureFixture[str], worker_id: str
) -> None:
    assert main(["migrate"]) == 0
    assert main(["migrate", "--role", f"jarana_run_{worker_id}"]) == 0
    address = capsys.readouterr().out.strip().splitlines()[-1]
    with make_engine(address).connect() as connection:
        assert connection.execute(text("select current_user")).scalar_one() == f"jarana_run_{worker_id}"
    assert main(["migrate", "--role", "no role"]) == 2


def test_a_secret_stands_in_a_file_or_the_start_says_which_file_is_missing(
    url: str, monkeypatch: pytest.MonkeyPatch, tmp_path: Path
) -> None:
    assert Settings.from_environment().database_url == url
    monkeypatch.setenv("JARANA_SECRET_KEY_FILE", str(tmp_path / "none"))
    with pytest.raises(SystemExit, match="JARANA_SECRET_KEY_FILE names"):
        told("JARANA_SECRET_KEY")
    monkeypatch.delenv("JARANA_DATABASE_URL_FILE")
    monkeypatch.delenv("JARANA_DATABASE_URL", raising=False)
    monkeypatch.delenv("JARANA_SECRET_KEY_FILE")
    with pytest.raises(SystemExit, match="says where the database is"):
        Settings.from_environment()


def test_the_doctor_tells_what_is_wrong_and_shows_the_last_errors(
    url: str, tmp_path: Path, monkeypatch: pytest.MonkeyPatch
) -> None:
    found = {f.text: f.well for f in look(tmp_path)}
    assert found["the database can be written"]
    assert not found["the application's role is a superuser"]
    assert not found["0 workers live"]
    assert found["no errors are written down"]
    for k in range(LAST_ERRORS + 2):
        keep_errors(
            None, "", {"level": "error", "event": "unexpected", "request_id": f"r{k}", "exception": "x\nKeyError: 'k'"}
        )
    keep_errors(None, "", {"level": "info", "event": "request"})
    told_ = report(look(tmp_path))
    assert f"{LAST_ERRORS + 2} errors in" in told_
    assert "WRONG   unexpected r6 KeyError: 'k'" in told_
    assert "r1 " not in told_
    monkeypatch.setenv("JARANA_SECRET_KEY", "short")
    assert main(["doctor", "--data", str(tmp_path)]) == 1
    with make_engine(url).begin() as connection:
        connection.execute(text("update alembic_version set version_num = '0009'"))
    assert any("jarana migrate" in f.text and not f.well for f in look(tmp_path))


def test_the_doctor_says_that_the_database_is_away(url: str, tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    (tmp_path / "address").write_text("postgresql+psycopg://nobody@127.0.0.1:1/none")
    lines = [f.text for f in look(tmp_path) if not f.well]
    assert any(line.startswith("the database: ") for line in lines)


def test_a_log_that_cannot_be_written_stops_nobody() -> None:
    full = open("/dev/full", "w", buffering=1)  # noqa: PTH123, SIM115  a file that never has room
    with pytest.raises(OSError, match="No space left"):
        full.write("a line\n")
    log = Unfailing(full)
    assert log.write("a line\n") == len("a line\n")
    log.flush()
    with contextlib.suppress(OSError):
        full.close()


def test_a_long_file_of_errors_is_put_aside(tmp_path: Path, monkeypatch: pytest.MonkeyPatch) -> None:
    file = tmp_path / "errors.jsonl"
    monkeypatch.setenv("JARANA_ERRORS", str(file))
    file.write_text("x" * (LARGEST + 1))
    keep_errors(None, "", {"level": "critical", "event": "new"})
    assert json.loads(file.read_text())["event"] == "new"
    assert file.stat().st_mode & 0o077 == 0
    assert (tmp_path / "errors.before.jsonl").exists()
