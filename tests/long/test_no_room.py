"""A disk without room keeps what is there to be read, says so, and takes writes again once there is room."""

from __future__ import annotations

import subprocess
from collections.abc import Iterator
from pathlib import Path
from tempfile import mkdtemp

import pytest

from jarana.api.app import create_app
from jarana.api.settings import Settings
from jarana.demo.load import load_demo
from jarana.hosting.private_postgres import TEST_SETTINGS, PostgresFailedError, PrivatePostgres
from jarana.storage.database import make_engine, make_sessions, migrate
from tests.api.conftest import enter

SIZE = "70m"


@pytest.fixture
def small() -> Iterator[Path]:
    """A disk of its own, of which there is little, where the database's own user reaches it."""
    folder = Path(mkdtemp(prefix="jarana-small-"))
    folder.chmod(0o755)
    if (
        subprocess.run(["mount", "-t", "tmpfs", "-o", f"size={SIZE}", "tmpfs", str(folder)], check=False).returncode
        != 0
    ):
        folder.rmdir()
        pytest.skip("no disk of its own can be made here")
    yield folder
    subprocess.run(["umount", "-l", str(folder)], check=False)
    folder.rmdir()


def fill(folder: Path) -> Path:
    """Leave no room."""
    filler = folder / "filler"
    subprocess.run(["dd", "if=/dev/zero", f"of={filler}", "bs=64k"], check=False, stderr=subprocess.DEVNULL)
    return filler


def test_reads_go_on_writes_say_so_and_all_is_well_once_there_is_room(small: Path, tmp_path: Path) -> None:
    server = PrivatePostgres(small / "postgres", TEST_SETTINGS)
    url = server.start()
    try:
        migrate(url)
        engine = make_engine(url)
        with make_sessions(engine)() as session:
            load_demo(session)
        client = enter(create_app(Settings(url, "test-secret", web=tmp_path, limits=False)), None)
        filler = fill(small)
        refused, kept = 0, ""
        for k in range(60):
            found = client.get("/api/v1/reaches")
            assert found.status_code == 200
            row = found.json["reaches"][0]
            sent = {"reach": row["reach"] | {"name": f"{k} {'y' * 80}"}, "base": row["number"]}
            answer = client.put(f"/api/v1/reaches/{row['reach']['id']}", json=sent)
            assert answer.status_code in (200, 507), answer.data
            if answer.status_code == 507:
                refused += 1
                assert "no room left" in answer.json["detail"]
            else:
                kept = sent["reach"]["name"]
        assert refused > 0
        assert client.get("/readyz").status_code == 503
        assert client.get("/livez").status_code == 200
        filler.unlink()
        assert client.get("/readyz").status_code == 200
        row = client.get("/api/v1/reaches").json["reaches"][0]
        assert row["reach"]["name"] == kept or not kept
        sent = {"reach": row["reach"] | {"name": "room"}, "base": row["number"]}
        assert client.put(f"/api/v1/reaches/{row['reach']['id']}", json=sent).status_code == 200
        engine.dispose()
    finally:
        server.stop()


def test_a_server_that_cannot_begin_says_why_and_begins_once_there_is_room(small: Path) -> None:
    server = PrivatePostgres(small / "postgres", TEST_SETTINGS)
    server.start()
    server.stop()
    filler = fill(small)
    with pytest.raises(PostgresFailedError, match="No space left on device"):
        server.start()
    filler.unlink()
    server.start()
    server.stop()
