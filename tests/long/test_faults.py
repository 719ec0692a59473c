"""Kill -9 of anything, at any time, in the middle of a thousand writes of every kind: nothing acknowledged is lost, nothing doubled."""

from __future__ import annotations

import json
import os
import random
import signal
import socket
import subprocess
import sys
import threading
import time
from collections import Counter
from collections.abc import Callable, Iterator
from http.client import HTTPException
from http.cookiejar import CookieJar
from pathlib import Path
from statistics import median
from typing import Any
from urllib.error import HTTPError, URLError
from urllib.request import HTTPCookieProcessor, Request, build_opener
from uuid import uuid4

import pytest

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.demo.load import load_demo
from jarana.hosting.private_postgres import PrivatePostgres
from jarana.storage.database import make_engine, make_sessions, migrate
from jarana.storage.roles import allow
from tests.conftest import VALLEY, WORD, Postgres
from tests.e2e.site import Site
from tests.people import demo_token

WRITES = 1000
KILL_EACH_S = 1.5
GIVE_UP_S = 60.0


class Writer:
    """Sends a thing until it is acknowledged, whatever is killed meanwhile, and remembers what was."""

    def __init__(self, site: Site, token: str) -> None:
        self.site = site
        self.browser = build_opener(HTTPCookieProcessor(CookieJar()))
        self.send("POST", "sign-in", {"token": token})

    def send(self, method: str, place: str, body: dict[str, Any] | None = None) -> Any:
        until = time.monotonic() + GIVE_UP_S
        while True:
            asked = Request(f"{self.site.address}/api/v1/{place}", method=method)
            if body is not None:
                asked.data = json.dumps(body).encode()
                asked.add_header("Content-Type", "application/json")
            try:
                with self.browser.open(asked, timeout=10) as answer:
                    return json.loads(answer.read() or b"{}")
            except HTTPError as error:
                if error.code in (429, 500, 502, 503) and time.monotonic() < until:
                    time.sleep(0.1)
                    continue
                raise AssertionError(f"{method} {place}: {error.code} {error.read()[:300]!r}") from None
            except (URLError, HTTPException, OSError, ValueError):
                assert time.monotonic() < until, f"{method} {place} was never answered"
                time.sleep(0.1)


class Chaos:
    """Kills something every now and then, and brings back what does not come back by itself."""

    def __init__(self, site: Site, postgres: PrivatePostgres) -> None:
        self.site, self.postgres, self.killed = site, postgres, Counter[str]()
        self.over = threading.Event()
        self.draw = random.Random(5)
        self.thread = threading.Thread(target=self._go)

    def _go(self) -> None:
        ways: list[tuple[str, Callable[[], None]]] = [
            ("a process of the server", self._child), ("the server", self._server), ("the database", self._database),
            ("all of it", self._all),
        ]  # fmt: skip
        while not self.over.wait(KILL_EACH_S):
            name, kill = self.draw.choice(ways)
            kill()
            self.killed[name] += 1

    def _child(self) -> None:
        children = self.site.children()
        if children:
            os.kill(self.draw.choice(children), signal.SIGKILL)

    def _server(self) -> None:
        assert self.site.process is not None
        os.killpg(self.site.process.pid, signal.SIGKILL)
        self.site.process.wait()
        self.site.start()

    def _database(self) -> None:
        head = int((self.postgres.folder / "cluster" / "postmaster.pid").read_text().splitlines()[0])
        os.kill(head, signal.SIGKILL)
        time.sleep(0.5)
        self.postgres.start()

    def _all(self) -> None:
        assert self.site.process is not None
        os.killpg(self.site.process.pid, signal.SIGKILL)
        self.site.process.wait()
        self._database()
        self.site.start()


@pytest.fixture
def own(tmp_path: Path) -> Iterator[tuple[Site, PrivatePostgres, str]]:
    """A site over a database that may be killed: with everything that keeps it whole."""
    postgres = PrivatePostgres(tmp_path / "postgres")
    owner = postgres.start()
    migrate(owner)
    url = allow(owner, WORD)
    engine = make_engine(url)
    with make_sessions(engine)() as session:
        load_demo(session)
        session.commit()
    engine.dispose()
    site = Site(url)
    site.start()
    yield site, postgres, url
    site.stop()
    postgres.forget()


def test_a_thousand_writes_survive_whatever_is_killed(
    own: tuple[Site, PrivatePostgres, str], contact_rig: Rig, weir_run: Reach
) -> None:
    site, postgres, url = own
    writer = Writer(site, demo_token(url))
    chaos = Chaos(site, postgres)
    rig, head = str(uuid4()), None
    water, number = weir_run.model_copy(update={"id": "killed-run", "name": "Killed run"}), None
    revisions, links, rods, events = [], [], [], []
    device = f"phone-{uuid4().hex[:8]}"
    first = writer.send("GET", "stock/shot")["rows"][0]["id"]
    chaos.thread.start()
    try:
        for k in range(WRITES):
            turn = k % 5
            if turn == 0:
                made = str(uuid4())
                document = contact_rig.model_copy(update={"name": f"rig {k}"}).model_dump(mode="json")
                writer.send("POST", f"rigs/{rig}/revisions", {"id": made, "base": head, "rig": document})
                head = made
                revisions.append(made)
            elif turn == 1:
                # Sent again after a lost answer it meets itself: the same document changes nothing.
                water = water.model_copy(update={"name": f"Killed run {k}"})
                sent = {"reach": water.model_dump(mode="json"), "base": number, "day": "2026-06-01"}
                number = writer.send("PUT", "reaches/killed-run", sent)["number"]
            elif turn == 2:
                change = str(uuid4())
                writer.send(
                    "POST", "stock/shot/changes", {"id": change, "edits": [{"op": "duplicate", "rows": [first]}]}
                )
                rods.append(change)
            elif turn == 3:
                links.append(
                    writer.send("POST", "links", {"kind": "rig", "subject": rig})["link"]["id"]
                ) if k < 500 else None
            else:
                told: dict[str, Any] = {
                    "at": {"rig": 0, "option": 0, "lane": "main", "step": 1},
                    "tap": "nothing",
                    "second": None,
                }
                if not events:
                    told = {
                        "water": "weir-run",
                        "water_name": "Weir Run",
                        "rigs": [{"id": "r1", "name": "Short and led"}],
                    }
                    told |= {"depth_m": 0.9, "pace_m_s": 0.62}
                kind = "drift" if events else "outing"
                event = {
                    "id": str(uuid4()), "device": device, "seq": len(events), "at": "2026-06-01T08:00:00Z", "kind": kind,
                    "about": events[0] if events else None, "payload": {"type": kind, "version": 1} | told,
                }  # fmt: skip
                kept = writer.send("POST", "events", {"events": [event]})
                assert kept["kept"] == [event["id"]], kept
                events.append(event["id"])
    finally:
        chaos.over.set()
        chaos.thread.join()
    assert sum(chaos.killed.values()) > 10, chaos.killed
    print(f"killed: {dict(chaos.killed)}")
    history: list[str] = []
    before = None
    while True:
        page = writer.send("GET", f"rigs/{rig}/history" + (f"?before={before}" if before else ""))["revisions"]
        if not page:
            break
        history += [r["id"] for r in page]
        before = page[-1]["number"]
    assert sorted(history) == sorted(revisions)
    kept_water = next(r for r in writer.send("GET", "reaches")["reaches"] if r["reach"]["id"] == "killed-run")
    assert kept_water["reach"]["name"] == water.name
    assert kept_water["number"] == WRITES // 5
    assert len(writer.send("GET", "stock/shot")["rows"]) == len(rods) + 6
    assert set(links) <= {link["id"] for link in writer.send("GET", "links")["links"]}
    page = writer.send("GET", f"outings/{events[0]}")
    assert page["outing"]["drifts"] == len(events) - 1
    assert [e["id"] for e in page["events"]] == events


def test_a_migration_that_was_killed_is_begun_anew(postgres: Postgres) -> None:
    url = postgres.copy("interrupted", "template0", owned=True)
    again = [sys.executable, "-c", f"from jarana.storage.database import migrate; migrate({url!r})"]
    for wait in (0.6, 1.0, 1.4, 1.8, 2.2):
        begun = subprocess.Popen(again, stderr=subprocess.DEVNULL)
        time.sleep(wait)
        begun.kill()
        begun.wait()
    assert subprocess.run(again, check=False).returncode == 0
    migrate(url)


def test_two_hundred_slow_connections_hold_nobody_up(postgres: Postgres) -> None:
    site = Site(postgres.copy("slow", VALLEY))
    site.start()
    slow: list[socket.socket] = []
    try:
        writer = Writer(site, site.token())
        for k in range(200):
            one = socket.create_connection(("127.0.0.1", site.port), timeout=5)
            one.sendall(
                b""
                if k % 2
                else b"POST /api/v1/workbench HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 100000\r\nX-Dri"
            )
            slow.append(one)
        took = []
        for _ in range(20):
            begun = time.perf_counter()
            writer.send("GET", "me")
            took.append(time.perf_counter() - begun)
        print(f"with 200 slow connections: median {median(took) * 1000:.0f} ms, slowest {max(took) * 1000:.0f}")
        assert max(took) < 1.0
    finally:
        for one in slow:
            one.close()
        site.stop()
