"""Work that nobody waits for stops."""

from __future__ import annotations

import json
import socket
import time
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest

from jarana.api.waiting import closed
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from tests.e2e.conftest import Site


@pytest.fixture
def served(database_url: str, tmp_path: Path) -> Iterator[Site]:
    """The production server on a database of its own, its log kept."""
    site = Site(database_url, tmp_path / "server.log")
    site.start()
    yield site
    site.stop()


def cookie_of(site: Site) -> str:
    """Sign in and return the session's cookie."""
    body = json.dumps({"token": site.token()}).encode()
    ask = urllib.request.Request(f"{site.address}/api/sign-in", data=body, headers={"Content-Type": "application/json"})
    with urllib.request.urlopen(ask) as answer:
        return next(v for v in answer.headers.get_all("Set-Cookie") if v.startswith("jarana=")).split(";")[0]


@pytest.fixture
def pair():
    here, there = socket.socketpair()
    here.setblocking(False)
    yield here, there
    here.close()
    there.close()


def test_an_open_connection_is_waited_on_even_with_something_on_it(pair) -> None:
    here, there = pair
    assert not closed(here)
    there.send(b"more")
    assert not closed(here)
    assert here.recv(4) == b"more"


def test_a_closed_one_is_not(pair) -> None:
    here, there = pair
    there.close()
    assert closed(here)
    here.close()
    assert closed(here)


def test_a_band_let_go_of_ends_before_it_is_done(contact_rig: Rig, weir_run: Reach, served: Site) -> None:
    """On the production server: the socket is closed, and the server says so long before a band takes."""
    body = json.dumps(
        {"rig": contact_rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json"), "seq": 1}
    ).encode()
    head = (
        f"POST /api/workbench/band HTTP/1.1\r\nHost: 127.0.0.1\r\nCookie: {cookie_of(served)}\r\n"
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
