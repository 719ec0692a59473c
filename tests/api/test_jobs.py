"""What takes over a second is asked for, looked at, stopped; nobody's many hold up another's one."""

from __future__ import annotations

import time
from collections.abc import Callable
from concurrent.futures import ThreadPoolExecutor
from datetime import UTC, datetime, timedelta
from typing import Any
from uuid import UUID, uuid4

import pytest
from flask import Flask
from flask.testing import FlaskClient
from sqlalchemy import select, text

from jarana.core.errors import SolverError
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from jarana.storage.jobs import Jobs
from jarana.storage.tables import CaseRow, JobRow
from jarana.usecases import queue
from jarana.usecases.jobs import job_kinds
from tests.api.conftest import enter
from tests.people import operating
from tests.waiting import found, work_waiting


@pytest.fixture
def asked(contact_rig: Rig, weir_run: Reach) -> dict[str, object]:
    """A rig nobody has asked about: its drifts are kept nowhere."""
    rig = contact_rig.model_copy(update={"name": f"rig {uuid4().hex[:8]}"})
    return {"kind": "band", "rig": rig.model_dump(mode="json"), "water": weir_run.model_dump(mode="json")}


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


def test_ones_own_rigs_are_told_in_a_water_and_nobody_elses(
    app: Flask, client: FlaskClient, asked: dict[str, object]
) -> None:
    mine = client.get("/api/v1/rigs").json["rigs"][:2]
    wanted = [*(r["revision"] for r in mine), str(uuid4())]
    rigs = found(client, "rigs-here", water=asked["water"], revisions=wanted)["rigs"]
    assert [r["revision"] for r in rigs] == wanted[:2]
    for row, one in zip(mine, rigs, strict=True):
        assert len(one["here"]["rides"]) == len(row["flies"])
        assert one["here"]["worth"]["minutes"] >= 0
    other = enter(app, "whose rigs these are not")
    assert found(other, "rigs-here", 0, water=asked["water"], revisions=wanted)["rigs"] == []
    for wrong in ([], [str(uuid4())] * 25):
        sent = {"kind": "rigs-here", "water": asked["water"], "revisions": wrong}
        assert client.post("/api/v1/jobs", json=sent).status_code == 422


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
    with operating(client.application.extensions["sessions"]) as session:
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
    assert seen["state"] == "stopped"
    assert 0 < seen["done"] <= seen["steps"]


def test_a_job_nobody_looks_at_any_more_stops(client: FlaskClient, asked: dict[str, object]) -> None:
    job, sessions = begun(client, asked), client.application.extensions["sessions"]
    with operating(sessions) as session:
        session.get(JobRow, UUID(job)).seen_at = datetime.now(UTC) - timedelta(seconds=queue.UNSEEN_SECONDS + 1)
        session.commit()
    queue.work_off(sessions, UUID(job), 0.01)
    assert state(client, job) == "stopped"


def test_a_job_is_begun_twice_at_most(client: FlaskClient, asked: dict[str, object]) -> None:
    job, sessions = begun(client, asked), client.application.extensions["sessions"]
    turns = []
    for _ in range(queue.TURNS + 1):
        with operating(sessions) as session:
            turns.append(Jobs.of_worker(session, UUID(job), queue.TURNS, "twice") is not None)
            session.commit()
    assert turns == [True] * queue.TURNS + [False]
    seen = client.get(f"/api/v1/jobs/{job}").json
    assert (seen["state"], seen["found"]) == ("failed", None)
    assert seen["fault"]["detail"] == "twice"


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
    with operating(client.application.extensions["sessions"]) as session:
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
    with operating(client.application.extensions["sessions"]) as session:
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
    with operating(client.application.extensions["sessions"]) as session:
        session.get(JobRow, UUID(job)).seen_at = before
        session.commit()
    assert state(client, job) == "waiting"
    with operating(client.application.extensions["sessions"]) as session:
        assert (session.get(JobRow, UUID(job)).seen_at != before) == written


def test_an_ended_job_is_forgotten_after_an_hour(client: FlaskClient, asked: dict[str, object]) -> None:
    old, new = begun(client, asked), begun(client, asked)
    with operating(client.application.extensions["sessions"]) as session:
        session.execute(text("UPDATE job SET made_at = now() - interval '61 minutes' WHERE id = :id"), {"id": old})
        session.commit()
    begun(client, asked)
    assert client.get(f"/api/v1/jobs/{old}").status_code == 404
    assert state(client, new) == "waiting"


def looked_at(client: FlaskClient, job: str, want: Callable[[dict[str, Any]], bool]) -> dict[str, Any]:
    until = time.monotonic() + 180
    while time.monotonic() < until:
        seen = client.get(f"/api/v1/jobs/{job}").json
        if want(seen):
            return dict(seen)
        time.sleep(0.05)
    raise AssertionError(seen)


def test_a_first_answer_is_shown_while_the_last_is_computed(client: FlaskClient, asked: dict[str, object]) -> None:
    job, sessions = begun(client, asked), client.application.extensions["sessions"]
    with ThreadPoolExecutor(1) as worker:
        running = worker.submit(queue.work_off, sessions, UUID(job), 0.01)
        first = looked_at(client, job, lambda seen: bool(seen["found"]))
        assert first["found"]["band"]["members"] in (32, 128)
        running.result(60)
    last = client.get(f"/api/v1/jobs/{job}").json
    assert (last["state"], last["found"]["band"]["members"]) == ("done", 128)
    assert last["found"]["worth"]["minutes"] > 0


@pytest.mark.long
def test_a_find_answers_with_rigs_of_several_methods_and_a_ladder_with_cells(
    client: FlaskClient, asked: dict[str, object]
) -> None:
    def worked(sent: dict[str, object]) -> dict[str, Any]:
        job, sessions = begun(client, sent), client.application.extensions["sessions"]
        with ThreadPoolExecutor(1) as worker:
            running = worker.submit(queue.work_off, sessions, UUID(job), 0.01)
            last = looked_at(client, job, lambda seen: seen["state"] in ("done", "failed"))
            running.result(60)
        return last

    wanted = {"kind": "find", "water": asked["water"], "hand": asked["rig"], "methods": ["level-contact", "float-pair"]}
    found = worked(wanted)["found"]["found"]
    assert {r["method"] for r in found["rigs"]} <= {"level-contact", "float-pair"}
    assert found["settled"]
    assert found["rigs"][0]["worth_min_per_hour"] > 0
    assert all(r["rides"] and r["knots"] is not None for r in found["rigs"])
    table = worked(asked | {"kind": "ladder"})["found"]["ladder"]
    assert len(table["cells"]) == len(table["rows"])
    made = worked({"kind": "start", "method": "level-contact", "water": asked["water"]})["found"]
    assert made["started"]["worth"]["minutes"] > 0 or made["declined"]["reason"]
    elsewhere = worked({"kind": "start", "method": "lake-team", "water": asked["water"]})["found"]
    assert "lake" in elsewhere["declined"]["reason"]
    assert worked({"kind": "start", "method": "nobody", "water": asked["water"]})["state"] == "failed"


def test_constants_of_worth_are_replaced_within_their_ranges_and_put_back(client: FlaskClient) -> None:
    rows = {r["key"]: r for r in client.get("/api/v1/habits").json["habits"]}
    row = rows["cycle-held"]
    assert (row["own"], row["low"] <= row["value"] <= row["high"]) == (None, True)
    mine = client.put("/api/v1/habits", json={"habits": {"cycle-held": 9}}).json["habits"]
    assert next(r for r in mine if r["key"] == "cycle-held")["own"] == 9
    refused = client.put("/api/v1/habits", json={"habits": {"cycle-held": 900, "nobody": 1}})
    assert refused.status_code == 422
    assert {f["path"] for f in refused.json["faults"]} == {"habits.cycle-held", "habits.nobody"}
    client.put("/api/v1/measures", json={"hand": "20"})
    assert next(r for r in client.get("/api/v1/habits").json["habits"] if r["key"] == "cycle-held")["own"] == 9
    back = client.put("/api/v1/habits", json={"habits": {}}).json["habits"]
    assert all(r["own"] is None for r in back)


def test_a_rig_that_was_found_is_kept_as_the_first_of_its_own(client: FlaskClient, asked: dict[str, object]) -> None:
    sent = {
        "rig_id": str(uuid4()), "revision_id": str(uuid4()), "method": "level-contact", "water": asked["water"], "rig": asked["rig"],
    }  # fmt: skip
    kept = client.post("/api/v1/rigs/start", json=sent).json
    assert kept["rig"]["name"] == asked["rig"]["name"]  # type: ignore[index]
    assert client.get(f"/api/v1/rigs/{sent['rig_id']}").json["rig"] == kept["rig"]


def test_the_way_from_one_rig_to_another_is_told_in_steps(client: FlaskClient, asked: dict[str, object]) -> None:
    same = client.post(
        "/api/v1/workbench/rerig", json={"before": asked["rig"], "after": asked["rig"], "water": asked["water"]}
    )
    assert (same.json["cost"]["knots"], same.json["steps"]) == (0, [])


def test_what_has_a_first_answer_lets_others_go_before_it_and_is_finished_behind_them(
    client: FlaskClient, app: Flask, asked: dict[str, object], monkeypatch: pytest.MonkeyPatch
) -> None:
    monkeypatch.setattr(queue, "BUSY_SECONDS", 600.0)
    sessions, put_back = app.extensions["sessions"], []

    def again(_connection: object, later: int) -> None:
        put_back.append(later)

    other = enter(app, "Somebody")
    mine, theirs = begun(client, asked), begun(other, asked)
    for _ in range(2 * queue.TURNS):
        queue.work_off(sessions, UUID(mine), 0.01, again=again)
        seen = client.get(f"/api/v1/jobs/{mine}").json
        assert (seen["state"], seen["found"]["band"]["members"]) == ("waiting", 32)
    assert put_back == [0] * 2 * queue.TURNS
    queue.work_off(sessions, UUID(theirs), 0.01, again=again)
    assert state(other, theirs) == "done"
    queue.work_off(sessions, UUID(mine), 0.01, again=again)
    assert client.get(f"/api/v1/jobs/{mine}").json["found"]["band"]["members"] == 128
    assert len(put_back) == 2 * queue.TURNS


@pytest.mark.parametrize(
    ("waited", "others", "put"),
    [
        (queue.BUSY_SECONDS - 0.2, True, []),
        (queue.BUSY_SECONDS + 1.0, True, [queue.LATER_SECONDS]),
        # It waited for one's own job before it: nobody else is in the way.
        (queue.BUSY_SECONDS + 1.0, False, []),
    ],
)
def test_one_that_waited_for_its_turn_gets_its_first_answer_and_the_rest_later_all_at_once(
    client: FlaskClient, app: Flask, asked: dict[str, object], waited: float, others: bool, put: list[int],
    monkeypatch: pytest.MonkeyPatch,
) -> None:  # fmt: skip
    sessions, put_back = app.extensions["sessions"], []
    job = begun(client, asked)
    theirs = begun(enter(app, "Somebody"), asked) if others else ""
    with operating(sessions) as session:
        made = session.get(JobRow, UUID(job)).made_at
        if theirs:
            session.get(JobRow, UUID(theirs)).state = "running"
            session.commit()
    monkeypatch.setattr(queue, "_now", lambda: made + timedelta(seconds=waited))
    queue.work_off(sessions, UUID(job), 0.01, again=lambda _, later: put_back.append(later))
    assert put_back == put
    seen = client.get(f"/api/v1/jobs/{job}").json
    assert (seen["state"], seen["found"]["band"]["members"]) == (("waiting", 32) if put else ("done", 128))
    if put:
        queue.work_off(sessions, UUID(job), 0.01, again=lambda _, later: put_back.append(later))
        assert put_back == put
        assert client.get(f"/api/v1/jobs/{job}").json["found"]["band"]["members"] == 128


@pytest.mark.parametrize(
    ("before", "others", "put"),
    [
        (queue.AT_IT_SECONDS - 0.5, True, [queue.LATER_SECONDS]),
        (queue.AT_IT_SECONDS + 0.5, True, []),
        (queue.AT_IT_SECONDS - 0.5, False, []),
    ],
)
def test_who_asked_for_one_shortly_before_gets_the_rest_later_where_others_are_at_work(
    client: FlaskClient, app: Flask, asked: dict[str, object], before: float, others: bool, put: list[int],
    monkeypatch: pytest.MonkeyPatch,
) -> None:  # fmt: skip
    sessions, put_back = app.extensions["sessions"], []
    earlier, job = begun(client, asked), begun(client, asked)
    client.delete(f"/api/v1/jobs/{earlier}")
    theirs = begun(enter(app, "Somebody"), asked) if others else ""
    with operating(sessions) as session:
        made = session.get(JobRow, UUID(job)).made_at
        session.get(JobRow, UUID(earlier)).made_at = made - timedelta(seconds=before)
        if theirs:
            session.get(JobRow, UUID(theirs)).state = "running"
        session.commit()
    monkeypatch.setattr(queue, "_now", lambda: made)
    queue.work_off(sessions, UUID(job), 0.01, again=lambda _, later: put_back.append(later))
    assert put_back == put
    seen = client.get(f"/api/v1/jobs/{job}").json
    assert (seen["state"], seen["found"]["band"]["members"]) == (("waiting", 32) if put else ("done", 128))
