"""The start command keeps what it started: a database that is killed, a start that is broken off, a command that is killed."""

from __future__ import annotations

import os
import secrets
import shutil
import signal
import subprocess
import sys
import time
from collections.abc import Callable, Iterator
from pathlib import Path

import psycopg
import pytest

from jarana.hosting.demo_run import keep_short
from jarana.hosting.private_postgres import TEST_SETTINGS, PostgresFailedError, PrivatePostgres


def soon(is_so: Callable[[], bool], seconds: float = 20.0) -> bool:
    until = time.monotonic() + seconds
    while time.monotonic() < until:
        if is_so():
            return True
        time.sleep(0.05)
    return False


@pytest.fixture
def server(tmp_path: Path) -> Iterator[PrivatePostgres]:
    made = PrivatePostgres(tmp_path / secrets.token_hex(4), TEST_SETTINGS)
    yield made
    made.forget()


def asked(url: str, what: str) -> object:
    with psycopg.connect(url.replace("+psycopg", "")) as connection:
        row = connection.execute(what).fetchone()
        assert row is not None
        return row[0]


def test_a_first_start_that_was_killed_is_begun_anew_and_a_killed_database_comes_back_at_its_address(
    server: PrivatePostgres,
) -> None:
    broken = server.folder / "making"
    broken.mkdir(parents=True)
    (broken / "PG_VERSION").write_text("15\n")
    (server.folder / "password").write_text("half")
    url = server.start()
    assert asked(url, "select 1") == 1
    assert asked(url, "show log_parameter_max_length") == "0"
    assert not broken.exists()
    assert (server.folder / "postgres.log").stat().st_mode & 0o077 == 0
    pid = int((server.cluster / "postmaster.pid").read_text().split()[0])
    os.kill(pid, signal.SIGKILL)
    assert soon(lambda: not server.runs())
    assert server.start() == url
    assert asked(url, "select 1") == 1


@pytest.mark.skipif(os.getuid() != 0, reason="only root starts a database as somebody else")
def test_a_folder_made_anew_under_an_old_path_finds_nothing_another_left(tmp_path: Path) -> None:
    tmp_path.chmod(0o700)
    folder = tmp_path / "postgres"
    first = PrivatePostgres(folder, TEST_SETTINGS)
    with psycopg.connect(first.start().replace("+psycopg", "")) as connection:
        connection.execute("create table kept (fish int)")
    first.stop()
    again = PrivatePostgres(folder, TEST_SETTINGS)
    anew = None
    try:
        assert again.folder == first.folder
        assert asked(again.start(), "select count(*) from kept") == 0
        again.stop()
        shutil.rmtree(folder)
        anew = PrivatePostgres(folder, TEST_SETTINGS)
        assert asked(anew.start(), "select to_regclass('kept')") is None
    finally:
        again.forget()
        if anew is not None:
            anew.forget()
            assert not anew.folder.exists()


@pytest.mark.skipif(os.getuid() != 0, reason="only root starts a database as somebody else")
@pytest.mark.parametrize("named", ["", "..", "/", "0123456789ab/..", "0123456789AB"])
def test_a_name_that_is_no_clusters_is_refused_and_nothing_is_deleted_by_it(tmp_path: Path, named: str) -> None:
    folder = tmp_path / "postgres"
    folder.mkdir()
    (folder / "elsewhere").write_text(named)
    with pytest.raises(PostgresFailedError, match="should name a folder"):
        PrivatePostgres(folder, TEST_SETTINGS).forget()
    assert folder.exists()


def test_a_log_is_begun_anew_only_when_it_is_long_and_whoever_writes_goes_on(tmp_path: Path) -> None:
    log = tmp_path / "server.log"
    with log.open("ab", buffering=0) as writing:
        writing.write(b"a" * 10)
        keep_short(log, most=10)
        assert log.read_bytes() == b"a" * 10
        writing.write(b"b")
        keep_short(log, most=10)
        writing.write(b"c")
    assert log.read_bytes() == b"c"
    assert (tmp_path / "server.before.log").read_bytes() == b"a" * 10 + b"b"


PARENT = """
import subprocess, sys, time
from jarana.hosting.parents import end_with_parent
child = subprocess.Popen([sys.executable, "-c", "import time; time.sleep(60)"], start_new_session=True, preexec_fn=end_with_parent)
print(child.pid, flush=True)
time.sleep(60)
"""


def test_a_server_ends_with_the_command_that_started_it_even_when_that_is_killed() -> None:
    parent = subprocess.Popen([sys.executable, "-c", PARENT], stdout=subprocess.PIPE, text=True)
    assert parent.stdout is not None
    child = int(parent.stdout.readline())
    parent.kill()
    parent.wait()
    parent.stdout.close()
    assert soon(lambda: ended(child))


def ignores(process: int, number: signal.Signals) -> bool:
    """Say whether a process ignores a signal."""
    status = Path(f"/proc/{process}/status").read_text()
    (mask,) = (row.split()[1] for row in status.splitlines() if row.startswith("SigIgn:"))
    return bool(int(mask, 16) >> (number - 1) & 1)


def ended(process: int) -> bool:
    """Say whether a process is no more."""
    status = Path(f"/proc/{process}/stat")
    return not status.exists() or status.read_text().rpartition(")")[2].split()[0] == "Z"


WORKER = """
import time
from jarana.core.search.lanes import Helper
from jarana.hosting.serve import _beside
print(Helper(_beside).process.pid, flush=True)
time.sleep(60)
"""


def test_the_process_beside_a_worker_ends_with_it_even_when_that_is_killed_and_not_by_a_key() -> None:
    worker = subprocess.Popen([sys.executable, "-c", WORKER], stdout=subprocess.PIPE, text=True)
    assert worker.stdout is not None
    beside = int(worker.stdout.readline())
    assert soon(lambda: ignores(beside, signal.SIGINT))
    worker.kill()
    worker.wait()
    worker.stdout.close()
    assert soon(lambda: ended(beside))


STUBBORN = """
import signal, time
from jarana.hosting.serve import keep_up
def stubborn():
    signal.signal(signal.SIGTERM, signal.SIG_IGN)
    print("up", flush=True)
    time.sleep(60)
raise SystemExit(keep_up([stubborn], grace=1))
"""


def test_a_server_ends_in_time_whatever_its_processes_are_busy_with() -> None:
    server = subprocess.Popen([sys.executable, "-c", STUBBORN], stdout=subprocess.PIPE, text=True)
    assert server.stdout is not None
    assert server.stdout.readline() == "up\n"
    server.terminate()
    assert server.wait(10) == 0
    server.stdout.close()
