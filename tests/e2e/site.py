"""A running server for tests: the production one, over a database of its own."""

from __future__ import annotations

import os
import subprocess
import sys
import time
import urllib.request
from pathlib import Path
from uuid import uuid4

from sqlalchemy import text

from jarana.demo.load import NAME
from jarana.hosting.private_postgres import free_port
from jarana.ports.line_device import MICROMETER
from jarana.ports.standins.gauge import GaugeService
from jarana.ports.standins.line_device import LineDevice
from jarana.storage.database import make_engine
from tests.people import token_for


class Site:
    """A running server over one database; can be killed and started again on the same port."""

    def __init__(self, database_url: str, log: Path | None = None, **settings: str) -> None:
        self.database_url, self.log, self.settings = database_url, log, settings
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | None = None
        self.micrometer = LineDevice(MICROMETER, 0.154e-3, 0.0015e-3).start()
        self.gauge = GaugeService().start()

    def start(self) -> None:
        environment = os.environ | {
            "JARANA_DATABASE_URL": self.database_url,
            "JARANA_SECRET_KEY": "e2e" * 16,
            "JARANA_PORT": str(self.port),
        }
        environment |= {"JARANA_MICROMETER": self.micrometer.address, "JARANA_GAUGE": self.gauge.address}
        environment |= self.settings
        told = self.log.open("ab") if self.log else subprocess.DEVNULL
        self.process = subprocess.Popen(
            [sys.executable, "-m", "jarana.hosting.serve"],
            env=environment, stdout=subprocess.DEVNULL, stderr=told, start_new_session=True,
        )  # fmt: skip
        until = time.monotonic() + 120
        while time.monotonic() < until:
            try:
                with urllib.request.urlopen(f"{self.address}/readyz", timeout=2):
                    return
            except OSError:
                time.sleep(0.1)
        raise AssertionError("the server did not become ready")

    def children(self) -> list[int]:
        """Return the server's processes in the order they were made."""
        assert self.process is not None
        told = Path(f"/proc/{self.process.pid}/task/{self.process.pid}/children").read_text()
        return sorted(int(pid) for pid in told.split())

    def stop(self) -> None:
        assert self.process is not None
        self.process.terminate()
        self.process.wait(15)

    def token(self, empty: bool = False) -> str:
        """Return a token of a new angler with the whole valley (or nothing), so that tests share a server but no data.

        Twenty a minute may come in from an address; here each comes as if from another.
        """
        engine = make_engine(self.database_url)
        with engine.begin() as line:
            line.execute(text("delete from limit_count where key like '%session.sign_in%'"))
        engine.dispose()
        return token_for(self.database_url, uuid4().hex, None if empty else NAME)
