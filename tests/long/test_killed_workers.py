"""A worker that is killed takes nothing with it."""

from __future__ import annotations

import os
import signal
from collections.abc import Iterator

import pytest

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.hosting.serve import PROCESSES
from tests.conftest import VALLEY, Postgres
from tests.e2e.site import Site
from tests.waiting import Caller


@pytest.fixture
def served(postgres: Postgres) -> Iterator[Site]:
    site = Site(postgres.copy("served", VALLEY))
    site.start()
    yield site
    site.stop()


def test_a_job_whose_worker_is_killed_is_run_once_more(contact_rig: Rig, weir_run: Reach, served: Site) -> None:
    person = Caller(served)
    asked = {"kind": "band", "rig": contact_rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json")}
    job = person.call("POST", "/api/v1/jobs", asked)["id"]
    person.until(job, "running")
    for worker in served.children()[PROCESSES:]:
        os.kill(worker, signal.SIGKILL)
    seen = person.until(job, "done", "failed", "stopped")
    assert seen["state"] == "done"
    assert person.call("POST", "/api/v1/jobs", asked)["state"] == "waiting"
