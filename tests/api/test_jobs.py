"""What takes over a second is asked for, looked at, stopped; nobody's many hold up another's one."""

from __future__ import annotations

import time
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from uuid import UUID, uuid4

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import select, text

from jarana.core.errors import SolverError
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.storage.repositories import Jobs
from jarana.storage.tables import CaseRow, JobRow
from jarana.usecases import queue
from jarana.usecases.jobs import job_kinds
from tests.api.conftest import enter
from tests.waiting import found, work_waiting


@pytest.fixture
def asked(contact_rig: Rig, weir_run: Reach) -> dict[str, object]:
    return {"kind": "band", "rig": contact_rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json")}


def begun(client: FlaskClient, asked: dict[str, object]) -> str:
    return str(client.post("/api/v1/jobs", json=asked).json["id"])


def state(client: FlaskClient, job: str) -> str:
    return str(client.get(f"/api/v1/jobs/{job}").json["state"])


def test_a_band_is_found_with_its_readings_in_the_units_of_the_asker(
    client: FlaskClient, asked: dict[str, object]
) -> None:
    answer = client.post("/api/v1/jobs", json=asked, headers={"Jarana-Units": "imperial"})
    assert (answer.status_code, answer.json["state"], answer.json["steps"]) == (202, "waiting", 0)
    work_waiting(client.application)
    job = client.get(f"/api/v1/jobs/{answer.json['id']}").json
    assert job["found"]["band"]["members"] == 128
    assert "ft" in {reading["unit"] for reading in job["found"]["readings"]}


def test_both_schools_come_with_edits_the_bench_takes(client: FlaskClient, asked: dict[str, object]) -> None:
    rig, water = asked["rig"], asked["water"]
    sides = [s for q in found(client, "schools", rig=rig, water=water)["questions"] for s in q["sides"] if s["edits"]]
    assert sides
    for side in sides:
        bench = {"rig": rig, "water": water, "edits": side["edits"], "seq": 1}
        assert client.post("/api/v1/workbench", json=bench).status_code == 200


def test_a_job_belongs_to_who_asked_for_it(app: Flask, client: FlaskClient, asked: dict[str, object]) -> None:
    job = begun(client, asked)
    other = enter(app, "somebody else")
    assert other.get(f"/api/v1/jobs/{job}").status_code == 404
    assert other.delete(f"/api/v1/jobs/{job}").status_code == 404
    assert other.get(f"/api/v1/jobs/{uuid4()}").status_code == 404
    assert state(client, job) == "waiting"


def test_what_is_asked_for_wrongly_names_the_field_and_waits_nowhere(
    client: FlaskClient, asked: dict[str, object]
) -> None:
    for sent in (asked | {"kind": "nothing"}, {"kind": "band"}, asked | {"rig": {"name": 3}}):
        answer = client.post("/api/v1/jobs", json=sent)
        assert (answer.status_code, bool(answer.json["faults"])) == (422, True)
    with client.application.extensions["sessions"]() as session:
        assert session.scalars(text("SELECT count(*) FROM procrastinate_jobs")).one() == 0


def test_a_job_stopped_while_it_waits_is_not_run(client: FlaskClient, asked: dict[str, object]) -> None:
    job = begun(client, asked)
    assert client.delete(f"/api/v1/jobs/{job}").json["state"] == "stopped"
    work_waiting(client.application)
    seen = client.get(f"/api/v1/jobs/{job}").json
    assert (seen["state"], seen["steps"], seen["found"]) == ("stopped", 0, None)


def test_a_running_job_tells_how_far_it_is_and_stops_when_told(client: FlaskClient, asked: dict[str, object]) -> None:
    job, sessions = begun(client, asked), client.application.extensions["sessions"]
    with ThreadPoolExecutor(1) as worker:
        running = worker.submit(queue.work_off, sessions, UUID(job), 0.01)
        until = time.monotonic() + 20
        while not client.get(f"/api/v1/jobs/{job}").json["done"] and time.monotonic() < until:
            time.sleep(0.005)
        client.delete(f"/api/v1/jobs/{job}")
        running.result(20)
    seen = client.get(f"/api/v1/jobs/{job}").json
    assert (seen["state"], seen["steps"]) == ("stopped", 128)
    assert 0 < seen["done"] < 128


def test_a_job_nobody_looks_at_any_more_stops(client: FlaskClient, asked: dict[str, object]) -> None:
    job, sessions = begun(client, asked), client.application.extensions["sessions"]
    with sessions() as session:
        session.get(JobRow, UUID(job)).seen_at = datetime.now(UTC) - timedelta(seconds=queue.UNSEEN_SECONDS + 1)
        session.commit()
    queue.work_off(sessions, UUID(job), 0.01)
    assert state(client, job) == "stopped"


def test_a_job_is_begun_twice_at_most(client: FlaskClient, asked: dict[str, object]) -> None:
    job, sessions = begun(client, asked), client.application.extensions["sessions"]
    turns = []
    for _ in range(queue.TURNS + 1):
        with sessions() as session:
            turns.append(Jobs.of_worker(session, UUID(job), queue.TURNS) is not None)
            session.commit()
    assert turns == [True] * queue.TURNS + [False]
    seen = client.get(f"/api/v1/jobs/{job}").json
    assert (seen["state"], seen["found"]) == ("failed", None)
    assert "broken off twice" in seen["fault"]["detail"]


@pytest.mark.parametrize(
    ("error", "told", "kept"), [(SolverError("it did not settle", "scene"), "it did not settle. Case", 1), (KeyError("x"), "nothing of yours was lost", 0)]
)  # fmt: skip
def test_what_fails_says_so_and_a_solver_failure_is_kept(
    client: FlaskClient,
    asked: dict[str, object],
    monkeypatch: pytest.MonkeyPatch,
    error: Exception,
    told: str,
    kept: int,
) -> None:
    def fail(*_: object) -> None:
        raise error

    kind = job_kinds()["band"]
    monkeypatch.setitem(job_kinds(), "band", type(kind)(kind.key, kind.asked, kind.found, fail))
    job = begun(client, asked)
    work_waiting(client.application)
    seen = client.get(f"/api/v1/jobs/{job}").json
    assert seen["state"] == "failed"
    assert told in seen["fault"]["detail"]
    with client.application.extensions["sessions"]() as session:
        assert len(session.scalars(select(CaseRow)).all()) == kept


def test_only_so_many_wait_for_one_person(client: FlaskClient, asked: dict[str, object]) -> None:
    jobs = [begun(client, asked) for _ in range(queue.MOST_WAITING)]
    answer = client.post("/api/v1/jobs", json=asked)
    assert (answer.status_code, answer.headers["Retry-After"]) == (429, "5")
    client.delete(f"/api/v1/jobs/{jobs[0]}")
    assert client.post("/api/v1/jobs", json=asked).status_code == 202


@pytest.mark.parametrize(("more", "there"), [(queue.MOST_ENDED - 1, 200), (queue.MOST_ENDED, 404)])
def test_of_ended_jobs_the_newest_are_kept_without_what_was_asked(
    client: FlaskClient, asked: dict[str, object], more: int, there: int
) -> None:
    first = begun(client, asked)
    client.delete(f"/api/v1/jobs/{first}")
    with client.application.extensions["sessions"]() as session:
        row = session.get(JobRow, UUID(first))
        assert row.asked == {}
        session.execute(
            text(
                "INSERT INTO job (id, owner_id, kind, asked, units, zone, seen_at, state, turns, done, steps)"
                " SELECT gen_random_uuid(), owner_id, kind, asked, units, zone, now(), 'done', 1, 1, 1"
                " FROM job, generate_series(1, :n) WHERE id = :id"
            ),
            {"n": more, "id": first},
        )
        session.commit()
    begun(client, asked)
    assert client.get(f"/api/v1/jobs/{first}").status_code == there


@pytest.mark.parametrize(("ago", "written"), [(1.5, False), (2.5, True)])
def test_a_look_is_written_down_every_two_seconds(
    client: FlaskClient, asked: dict[str, object], ago: float, written: bool
) -> None:
    job, before = begun(client, asked), datetime.now(UTC) - timedelta(seconds=ago)
    with client.application.extensions["sessions"]() as session:
        session.get(JobRow, UUID(job)).seen_at = before
        session.commit()
    assert state(client, job) == "waiting"
    with client.application.extensions["sessions"]() as session:
        assert (session.get(JobRow, UUID(job)).seen_at != before) == written


def test_an_ended_job_is_forgotten_after_an_hour(client: FlaskClient, asked: dict[str, object]) -> None:
    old, new = begun(client, asked), begun(client, asked)
    with client.application.extensions["sessions"]() as session:
        session.execute(text("UPDATE job SET made_at = now() - interval '61 minutes' WHERE id = :id"), {"id": old})
        session.commit()
    begun(client, asked)
    assert client.get(f"/api/v1/jobs/{old}").status_code == 404
    assert state(client, new) == "waiting"
