"""One person's many, and slow clients, hold nobody up."""

from __future__ import annotations

import json
import socket
import time
import urllib.request

import pytest

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from tests.e2e.site import Site
from tests.waiting import Caller

SLOW = 200
TRIES = "/api/v1/workbench/tries"


@pytest.mark.long
def test_a_person_with_one_job_does_not_wait_for_all_of_a_person_with_many(
    contact_rig: Rig, weir_run: Reach, site: Site
) -> None:
    many, one = Caller(site), Caller(site)
    water = weir_run.model_dump(mode="json")
    finds = [{"kind": "find", "water": water | {"temperature_c": 9.0 + 0.1 * k}} for k in range(8)]
    theirs = [many.call("POST", "/api/v1/jobs", find)["id"] for find in finds]
    asked = {"kind": "band", "rig": contact_rig.model_dump(mode="json"), "water": water}
    one.until(one.call("POST", "/api/v1/jobs", asked)["id"], "done")
    assert many.call("GET", f"/api/v1/jobs/{theirs[-1]}")["state"] == "waiting"
    for job in theirs:
        many.call("DELETE", f"/api/v1/jobs/{job}")


@pytest.mark.parametrize(
    "half",
    [b"GET /readyz HTTP/1.1\r\nHost: 127.", b"POST /api/v1/sign-in HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 900\r\n\r\n{", b""],
    ids=["half a header", "half a body", "nothing"],
)  # fmt: skip
def test_two_hundred_connections_that_trickle_hold_nobody_up(half: bytes, site: Site) -> None:
    """A server that gives each of them a thread answers nobody; the answer is waited for, not timed."""
    wires = [socket.create_connection(("127.0.0.1", site.port)) for _ in range(SLOW)]
    try:
        for wire in wires:
            if half:
                wire.sendall(half)
        for _ in range(20):
            with urllib.request.urlopen(f"{site.address}/readyz", timeout=5) as answer:
                assert answer.status == 200
    finally:
        for wire in wires:
            wire.close()


def test_what_nobody_waits_for_any_more_is_not_computed_to_its_end(
    contact_rig: Rig, weir_run: Reach, site: Site
) -> None:
    caller, log = Caller(site), site.log
    assert log is not None
    before = len(log.read_bytes())

    def hang_up(depth: float, after_s: float) -> None:
        water = weir_run.model_dump(mode="json") | {"depth_m": depth, "soundings": []}
        body = json.dumps({"rig": contact_rig.model_dump(mode="json"), "water": water, "seq": 1}).encode()
        head = (
            f"POST {TRIES} HTTP/1.1\r\nHost: 127.0.0.1:{site.port}\r\nContent-Type: application/json\r\n"
            f"Cookie: {caller.cookie}\r\nContent-Length: {len(body)}\r\n\r\n"
        )
        with socket.create_connection(("127.0.0.1", site.port)) as wire:
            wire.sendall(head.encode() + body)
            time.sleep(after_s)

    def given_up() -> bool:
        told = [json.loads(line) for line in log.read_bytes()[before:].splitlines() if TRIES.encode() in line]
        return any(line["status"] == 503 for line in told)

    # Before it is begun, or once it is done, nobody can hang up: whichever of them falls between tells.
    for k in range(30):
        hang_up(1.2 + 0.05 * k, 0.05 * (1 + k % 10))
        end = time.monotonic() + 3
        while not given_up() and time.monotonic() < end:
            time.sleep(0.1)
        if given_up():
            return
    raise AssertionError(log.read_text()[-2000:])
