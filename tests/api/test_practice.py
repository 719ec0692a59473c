"""Practice over the wire: due exercises, a guess written down once, questions of the log."""

from __future__ import annotations

import csv
import io
from typing import Any
from uuid import uuid4

from flask import Flask
from flask.testing import FlaskClient

from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach
from tests.api.conftest import enter
from tests.waiting import found


def exercises(client: FlaskClient, rig: Rig, water: Reach) -> list[dict[str, Any]]:
    asked = {"rig": rig.model_dump(mode="json"), "water": water.model_dump(mode="json")}
    return list(found(client, "practice", **asked)["exercises"])


def test_a_guess_is_written_down_once_and_the_kind_comes_last_afterwards(
    client: FlaskClient, app: Flask, contact_rig: Rig, weir_run: Reach
) -> None:
    first = exercises(client, contact_rig, weir_run)
    assert len(first) >= 4
    one = next(e for e in first if e["control"] == "depth")
    body = {"id": str(uuid4()), "exercise": one, "guess": one["p50"]}
    for _ in range(2):
        answer = client.post("/api/v1/practice", json=body).json
        assert answer["scored"]["widths"] == 0
    progress = client.get("/api/v1/practice").json
    assert progress["left"] == 4
    assert [k["times"] for k in progress["kinds"] if k["kind"] == "depth"] == [1]
    assert exercises(client, contact_rig, weir_run)[-1]["kind"] == "depth"
    assert enter(app, "Somebody").get("/api/v1/practice").json["left"] == 5


def test_every_exercise_that_is_set_can_be_guessed_at_a_figure_and_a_choice(
    client: FlaskClient, contact_rig: Rig, weir_run: Reach
) -> None:
    due = exercises(client, contact_rig, weir_run)
    assert {"depth", "choice"} <= {one["control"] for one in due}
    for one in due:
        right = one["best"][0] if one["control"] == "choice" else one["p50"]
        answer = client.post("/api/v1/practice", json={"id": str(uuid4()), "exercise": one, "guess": right})
        assert answer.status_code == 200, (one["kind"], answer.json)
        assert answer.json["scored"]["widths"] == 0, one["kind"]


def test_a_guess_that_cannot_be_is_refused_by_name(client: FlaskClient, contact_rig: Rig, weir_run: Reach) -> None:
    one = exercises(client, contact_rig, weir_run)[0]

    def refused(**more: Any) -> str:
        answer = client.post("/api/v1/practice", json={"id": str(uuid4()), "exercise": one, "guess": 0.0} | more)
        assert answer.status_code == 422, answer.json
        return str(answer.json["faults"][0]["path"])

    assert refused(guess=1e5) == "guess"
    assert refused(exercise=one | {"kind": "none"}) == "exercise.kind"
    assert refused(exercise=one | {"control": "choice", "choices": ["a"], "best": [3]}) == "exercise.best"
    assert refused(exercise=one | {"control": "choice", "choices": ["a"], "best": [-2]}) == "exercise.best"
    assert refused(exercise=one | {"rule": "paces"}) == "exercise.rule"


def test_the_log_answers_ready_questions_with_their_figures_as_csv(client: FlaskClient, app: Flask) -> None:
    answers = {a["key"]: a for a in client.get("/api/v1/log/answers").json["answers"]}
    assert {"weight", "finer", "month", "level"} <= set(answers)
    month = answers["month"]
    season = client.get("/api/v1/season").json
    assert sum(r["drifts"] for r in month["rows"]) == season["drifts"]
    assert sum(r["hits"] for r in month["rows"]) == season["takes"]
    rows = list(csv.DictReader(io.StringIO(client.get("/api/v1/log/answers/month.csv").text)))
    assert [(r["name"], int(r["took"])) for r in rows] == [(r["name"], r["hits"]) for r in month["rows"]]
    one = client.get("/api/v1/log/answers?water=weir-run").json["answers"]
    assert sum(r["drifts"] for a in one if a["key"] == "month" for r in a["rows"]) < season["drifts"]
    assert client.get("/api/v1/log/answers/none.csv").status_code == 404
    other = enter(app, "Somebody").get("/api/v1/log/answers").json["answers"]
    assert all(a["rows"] == [] for a in other)
