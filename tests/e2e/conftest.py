"""The built application on the production server, with a real PostgreSQL and a real browser."""

from __future__ import annotations

import os
import subprocess
import sys
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path
from uuid import uuid4

import pytest
from playwright.sync_api import Browser, BrowserContext, Page

from jarana.demo.load import NAME
from jarana.hosting.private_postgres import free_port
from jarana.ports.line_device import MICROMETER
from jarana.ports.standins.gauge import GaugeService
from jarana.ports.standins.line_device import LineDevice
from tests.conftest import VALLEY, Postgres
from tests.people import token_for

AXE = Path(__file__).parents[2] / "web" / "node_modules" / "axe-core" / "axe.min.js"
FLAGS = [
    "--no-sandbox", "--disable-gpu", "--disable-quic", "--no-first-run", "--disable-background-networking",
    "--disable-component-update", "--disable-sync",
]  # fmt: skip


@pytest.fixture(scope="session")
def browser_type_launch_args() -> dict[str, object]:
    return {"executable_path": "/usr/bin/chromium", "args": FLAGS}


class Site:
    """A running server over one database; can be killed and started again on the same port."""

    def __init__(self, database_url: str, log: Path | None = None) -> None:
        self.database_url, self.log = database_url, log
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        self.process: subprocess.Popen[bytes] | None = None
        self.micrometer = LineDevice(MICROMETER, 0.154e-3, 0.0015e-3).start()
        self.gauge = GaugeService().start()

    def start(self) -> None:
        environment = os.environ | {
            "JARANA_DATABASE_URL": self.database_url,
            "JARANA_SECRET_KEY": "e2e",
            "JARANA_PORT": str(self.port),
        }
        environment |= {"JARANA_MICROMETER": self.micrometer.address, "JARANA_GAUGE": self.gauge.address}
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

    def stop(self) -> None:
        assert self.process is not None
        self.process.terminate()
        self.process.wait(15)

    def token(self, empty: bool = False) -> str:
        """Return a token of a new angler with the whole valley (or nothing), so that tests share a server but no data."""
        return token_for(self.database_url, uuid4().hex, None if empty else NAME)


@pytest.fixture(scope="session")
def site(postgres: Postgres) -> Iterator[Site]:
    site = Site(postgres.copy("e2e", VALLEY))
    site.start()
    yield site
    site.stop()


def enter(context: BrowserContext, site: Site) -> Page:
    """Open the address the start command would print, and wait for the workbench."""
    page = context.new_page()
    page.goto(f"{site.address}/enter#{site.token()}")
    page.wait_for_selector("[data-testid=tank]")
    return page


@pytest.fixture
def bench(browser: Browser, site: Site) -> Iterator[Page]:
    """The workbench as the demo angler opens it, at 1280 x 800; no error may reach the console."""
    context = browser.new_context(
        viewport={"width": 1280, "height": 800}, color_scheme="light", reduced_motion="reduce"
    )
    page = enter(context, site)
    errors: list[str] = []
    page.on("pageerror", lambda error: errors.append(str(error)))
    yield page
    context.close()
    assert errors == []


def violations(page: Page) -> list[str]:
    """Return what axe finds against WCAG 2.2 AA."""
    page.evaluate(AXE.read_text())
    found = page.evaluate(
        "axe.run(document, {runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa']})"
        ".then(r => r.violations.map(v => v.id + ': ' + v.nodes.slice(0, 3).map(n => n.target + ' ' + n.failureSummary).join(' | ')))"
    )
    return list(found)
