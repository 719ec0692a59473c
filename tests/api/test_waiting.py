"""Work that nobody waits for stops, and slow clients hold nobody up."""

from __future__ import annotations

import json
import socket
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from tests.conftest import VALLEY, Postgres
from tests.e2e.conftest import Site

SLOW = 200


@pytest.fixture
def served(postgres: Postgres, tmp_path: Path) -> Iterator[Site]:
    """The production server on a database of its own, its log kept."""
    site = Site(postgres.copy("served", VALLEY), tmp_path / "server.log")
    site.start()
    yield site
    site.stop()


def cookie_of(site: Site) -> str:
    """Sign in and return the session's cookie."""
    body = json.dumps({"token": site.token()}).encode()
    ask = urllib.request.Request(
        f"{site.address}/api/v1/sign-in", data=body, headers={"Content-Type": "application/json"}
    )
    with urllib.request.urlopen(ask) as answer:
        return next(v for v in answer.headers.get_all("Set-Cookie") if v.startswith("jarana=")).split(";")[0]


def test_a_band_let_go_of_ends_before_it_is_done(contact_rig: Rig, weir_run: Reach, served: Site) -> None:
    """On the production server: the socket is closed, and the server says so long before a band takes."""
    body = json.dumps(
        {"rig": contact_rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json"), "seq": 1}
    ).encode()
    head = (
        f"POST /api/v1/workbench/band HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {cookie_of(served)}\r\n"
        f"Content-Type: application/json\r\nContent-Length: {len(body)}\r\n\r\n"
    )
    with socket.create_connection(("127.0.0.1", served.port)) as wire:
        wire.sendall(head.encode() + body)
        time.sleep(0.15)
    until = time.monotonic() + 20
    while "/api/v1/workbench/band" not in served.log.read_text() and time.monotonic() < until:
        time.sleep(0.05)
    row = next(json.loads(r) for r in served.log.read_text().splitlines() if "/api/v1/workbench/band" in r)
    assert row["status"] == 409


@pytest.mark.parametrize(
    "half",
    [b"GET /readyz HTTP/1.1\r\nHost: 127.", b"POST /api/v1/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900\r\n\r\n{", b""],
    ids=["half a header", "half a body", "nothing"],
)  # fmt: skip
def test_two_hundred_connections_that_trickle_hold_nobody_up(half: bytes, served: Site) -> None:
    """A server that gives each of them a thread answers nobody; the answer is waited for, not timed."""
    wires = [socket.create_connection(("127.0.0.1", served.port)) for _ in range(SLOW)]
    try:
        for wire in wires:
            if half:
                wire.sendall(half)
        for _ in range(20):
            with urllib.request.urlopen(f"{served.address}/readyz", timeout=5) as answer:
                assert answer.status == 200
    finally:
        for wire in wires:
            wire.close()
