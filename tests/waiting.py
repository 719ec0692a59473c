"""Jobs in tests: asked for over the wire, worked off by a worker of the test's own."""

from __future__ import annotations

import json
import time
import urllib.request
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from copy import copy
from typing import Any, Protocol, cast

from flask import Flask
from flask.testing import FlaskClient

from jarana.usecases.queue import work_queue
from tests.e2e.site import Site


def work_waiting(app: Flask, meanwhile: Callable[[], object] = lambda: None) -> None:
    """Work off what waits; in a thread, since a browser's event loop may run in this one. `meanwhile` is done each second."""
    sessions = app.extensions["sessions"]
    url = sessions.kw["bind"].url.render_as_string(hide_password=False)
    with ThreadPoolExecutor(1) as alone:
        working = alone.submit(work_queue, url, sessions, wait=False)
        while True:
            try:
                return working.result(timeout=1.0)
            except TimeoutError:
                meanwhile()


def found(client: FlaskClient, kind: str, least: int = 1, **asked: Any) -> dict[str, Any]:
    """Ask for a job, have it done in so many steps at least, and return what was found."""
    begun = client.post("/api/v1/jobs", json={"kind": kind} | asked)
    assert begun.status_code == 202, begun.json
    address = f"/api/v1/jobs/{begun.json['id']}"
    # What nobody asks after is broken off: a slow one is asked after, as a page does.
    work_waiting(client.application, lambda: client.get(address))
    job = client.get(address).json
    assert job["state"] == "done", job
    assert job["done"] == job["steps"] >= least
    return job["found"]


class Server(Protocol):
    """A server at an address."""

    address: str


class Caller:
    """Somebody signed in to a running server, without a browser; of a site's own where no token is given."""

    def __init__(self, site: Server, token: str = "") -> None:
        self.site, self.cookie = site, ""
        own = token or cast(Site, site).token()
        answer = self._open("POST", "/api/v1/sign-in", {"token": own})
        self.cookie = next(v for v in answer.headers.get_all("Set-Cookie") if v.startswith("jarana=")).split(";")[0]

    def _open(self, method: str, path: str, body: object = None) -> Any:
        sent = None if body is None else json.dumps(body).encode()
        ask = urllib.request.Request(
            f"{self.site.address}{path}",
            data=sent,
            method=method,
            headers={"Content-Type": "application/json", "Cookie": self.cookie},
        )
        return urllib.request.urlopen(ask, timeout=20)

    def call(self, method: str, path: str, body: object = None) -> Any:
        """Return the JSON of an answer."""
        with self._open(method, path, body) as answer:
            return json.loads(answer.read())

    def at(self, other: Server) -> Caller:
        """Return the same person at another server of the same database."""
        there = copy(self)
        there.site = other
        return there

    def until(self, job: str, *states: str, seconds: float = 60) -> dict[str, Any]:
        """Look at a job until it is in one of these states."""
        end = time.monotonic() + seconds
        while time.monotonic() < end:
            seen: dict[str, Any] = self.call("GET", f"/api/v1/jobs/{job}")
            if seen["state"] in states:
                return seen
            time.sleep(0.02)
        raise AssertionError(f"still {seen['state']}")
