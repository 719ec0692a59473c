"""Two servers over one database, as on two machines: either is killed at any time, and nothing is lost or done twice."""

from __future__ import annotations

import os
import signal
import subprocess
import sys
import time
import urllib.error
import urllib.request
from collections.abc import Iterator
from pathlib import Path

import pytest

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.demo.load import NAME
from jarana.hosting.private_postgres import free_port
from tests.conftest import VALLEY, Postgres
from tests.people import token_for
from tests.waiting import Caller


class Machine:
    """A server with so many processes for requests and for jobs."""

    def __init__(self, url: str, log: Path, web: int, workers: int) -> None:
        self.port = free_port()
        self.address = f"http://127.0.0.1:{self.port}"
        environment = os.environ | {"JARANA_DATABASE_URL": url, "JARANA_SECRET_KEY": "two" * 16}
        with log.open("ab") as out:
            self.process = subprocess.Popen(
                [sys.executable, "-m", "jarana.cli", "serve", "--port", str(self.port), "--web", str(web), "--workers", str(workers)],
                env=environment, stdout=out, stderr=out, start_new_session=True,
            )  # fmt: skip

    def ready(self) -> None:
        until = time.monotonic() + 120
        while time.monotonic() < until:
            try:
                with urllib.request.urlopen(f"{self.address}/readyz", timeout=2):
                    return
            except OSError:
                time.sleep(0.1)
        raise AssertionError("not ready")

    def kill(self) -> None:
        """Take the plug out."""
        os.killpg(self.process.pid, signal.SIGKILL)
        self.process.wait(10)

    def stop(self) -> None:
        if self.process.poll() is None:
            self.process.terminate()
            self.process.wait(20)


@pytest.fixture
def url(postgres: Postgres) -> str:
    return postgres.copy("machines", VALLEY)


@pytest.fixture
def machines(url: str, tmp_path: Path) -> Iterator[list[Machine]]:
    made = [Machine(url, tmp_path / f"{k}.log", 1, 1) for k in range(2)]
    for machine in made:
        machine.ready()
    yield made
    for machine in made:
        machine.stop()


@pytest.mark.long
def test_either_of_two_machines_may_go_and_the_other_carries_on(
    machines: list[Machine], url: str, tmp_path: Path, contact_rig: Rig, weir_run: Reach
) -> None:
    one, two = machines
    me = Caller(one, token_for(url, "Two", NAME))
    reach = weir_run.model_dump(mode="json") | {"id": "copied-run"}
    assert me.at(one).call("PUT", "/api/v1/reaches/copied-run", {"reach": reach, "base": None})["number"] == 1
    assert [r["reach"]["id"] for r in me.at(two).call("GET", "/api/v1/reaches")["reaches"]].count("copied-run") == 1

    asked = {"kind": "band", "rig": contact_rig.model_dump(mode="json"), "water": reach}
    job = me.at(one).call("POST", "/api/v1/jobs", asked)["id"]
    me.at(two).until(job, "running", "done")
    one.kill()
    assert me.at(two).until(job, "done", "failed")["state"] == "done"
    with pytest.raises(urllib.error.URLError):
        me.at(one).call("GET", "/api/v1/reaches")

    again = Machine(url, tmp_path / "again.log", 1, 1)
    machines.append(again)
    again.ready()
    two.kill()
    assert me.at(again).call("GET", f"/api/v1/jobs/{job}")["state"] == "done"
    assert me.at(again).until(me.at(again).call("POST", "/api/v1/jobs", asked)["id"], "done")["found"]["kind"] == "band"
    me.at(again).call("POST", "/api/v1/sign-out", {})
    with pytest.raises(urllib.error.HTTPError):
        me.at(again).call("GET", "/api/v1/reaches")


@pytest.mark.long
def test_a_machine_may_do_jobs_alone_and_long_ones_hold_up_nobody(
    url: str, tmp_path: Path, contact_rig: Rig, weir_run: Reach
) -> None:
    """Two people's day packs are asked for first; a band of a third is there before either of them is."""
    web, jobs = Machine(url, tmp_path / "web.log", 1, 0), Machine(url, tmp_path / "jobs.log", 0, 2)
    try:
        web.ready()
        rig, water = contact_rig.model_dump(mode="json"), weir_run.model_dump(mode="json")
        packs = []
        for name in ("A", "B"):
            person = Caller(web, token_for(url, name, NAME))
            asked = {"kind": "pack", "rigs": [{"id": "r", "rig": rig}], "water": water, "whole": True}
            packs.append((person, person.at(web).call("POST", "/api/v1/jobs", asked)["id"]))
        packs[0][0].at(web).until(packs[0][1], "running")
        third = Caller(web, token_for(url, "C", NAME))
        band = third.at(web).call("POST", "/api/v1/jobs", {"kind": "band", "rig": rig, "water": water})["id"]
        assert third.at(web).until(band, "done", "failed")["state"] == "done"
        assert all(
            person.at(web).call("GET", f"/api/v1/jobs/{job}")["state"] in ("waiting", "running")
            for person, job in packs
        )
    finally:
        web.stop()
        jobs.stop()


@pytest.mark.long
def test_many_who_ask_at_once_all_get_their_answer(url: str, tmp_path: Path, contact_rig: Rig, weir_run: Reach) -> None:
    """First answers go before the rest of others' answers; nobody's rest is lost."""
    machine = Machine(url, tmp_path / "many.log", 1, 1)
    try:
        machine.ready()
        jobs = []
        for k in range(6):
            person = Caller(machine, token_for(url, f"many {k}", NAME))
            water = weir_run.model_dump(mode="json") | {"temperature_c": 9 + 0.1 * k}
            asked = {"kind": "band", "rig": contact_rig.model_dump(mode="json"), "water": water}
            jobs.append((person, person.at(machine).call("POST", "/api/v1/jobs", asked)["id"]))
        done = set()
        end = time.monotonic() + 240
        while len(done) < len(jobs) and time.monotonic() < end:
            # Each asks after their own, as pages do: what nobody asks after is broken off.
            for person, job in jobs:
                seen = person.at(machine).call("GET", f"/api/v1/jobs/{job}")
                assert seen["state"] not in ("failed", "stopped")
                if seen["state"] == "done":
                    assert seen["found"]["band"]["members"] == 128
                    done.add(job)
            time.sleep(0.2)
        assert len(done) == len(jobs)
    finally:
        machine.stop()
