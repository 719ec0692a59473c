"""Limits are counted by all processes together, in windows that end."""

from __future__ import annotations

import time

import pytest
from sqlalchemy import text

from jarana.api.app import create_app
from jarana.api.settings import Settings
from jarana.storage.database import make_engine
from jarana.storage.limits import LONGEST_KEY, SharedLimits
from tests.conftest import Postgres
from tests.people import demo_token


@pytest.fixture
def counts(postgres: Postgres) -> SharedLimits:
    return SharedLimits(engine=make_engine(postgres.copy("limits")))


def test_two_counters_of_one_database_count_together(counts: SharedLimits) -> None:
    other = SharedLimits(engine=make_engine(counts.engine.url.render_as_string(hide_password=False)))
    assert [counts.incr("a", 60), other.incr("a", 60), counts.incr("b", 60), counts.incr("a", 60, 3)] == [1, 2, 1, 5]
    assert (other.get("a"), other.get("none")) == (5, 0)
    assert time.time() + 50 < counts.get_expiry("a") < time.time() + 70


def test_a_window_that_has_ended_is_counted_anew_and_swept_away(counts: SharedLimits) -> None:
    counts.incr("a", 0)
    assert counts.get("a") == 0
    assert counts.incr("a", 60) == 1
    counts.incr("b", 0)
    assert counts.reset(only_old=True) == 1
    assert counts.get("a") == 1
    counts.clear("a")
    assert counts.get("a") == 0
    assert counts.check()


def test_a_long_key_is_counted_by_its_beginning(counts: SharedLimits) -> None:
    assert counts.incr("k" * 1000, 60) == 1
    assert counts.incr("k" * LONGEST_KEY, 60) == 2


def test_the_limit_of_a_person_holds_across_servers_and_says_when_to_ask_again(postgres: Postgres) -> None:
    url = postgres.copy("limited", "valley")
    servers = [create_app(Settings(url, "test-secret")).test_client() for _ in range(2)]
    for server in servers:
        assert server.post("/api/v1/sign-in", json={"token": demo_token(url)}).status_code == 200
    answers = [servers[k % 2].post("/api/v1/phone") for k in range(11)]
    assert [a.status_code for a in answers] == [200] * 10 + [429]
    assert 1 <= int(answers[-1].headers["Retry-After"]) <= 61


@pytest.mark.parametrize(("ahead", "count"), [(59, 6), (3600, 1)], ids=["a window that runs", "the clock was set back"])
def test_nobody_waits_for_a_clock_that_was_set_back_to_come_round_again(
    counts: SharedLimits, ahead: int, count: int
) -> None:
    counts.incr("a", 60, 5)
    with counts.engine.begin() as connection:
        connection.execute(
            text("update limit_count set ends_at = now() + make_interval(secs => :ahead)"), {"ahead": ahead}
        )
    assert counts.incr("a", 60) == count
    assert counts.get_expiry("a") < time.time() + 61
