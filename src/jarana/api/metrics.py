"""What can be seen from outside: counts and latencies of requests, the queue, the pool, computations that failed.

The processes of a server write into one folder (``PROMETHEUS_MULTIPROC_DIR``), so that any of them tells of all.
"""

from __future__ import annotations

import hmac
import os
import time

from flask import Blueprint, Flask, Response, abort, current_app, g, request
from prometheus_client import CONTENT_TYPE_LATEST, CollectorRegistry, Counter, Gauge, Histogram, generate_latest
from prometheus_client import REGISTRY as OWN
from prometheus_client.multiprocess import MultiProcessCollector

from jarana.api.security import database
from jarana.storage.jobs import Jobs
from jarana.storage.row_security import WORKER, acting_as

BUCKETS = (0.01, 0.025, 0.05, 0.1, 0.2, 0.4, 0.8, 1.5, 3.0, 6.0, 12.0)
"""s."""
HERE = ("127.0.0.1", "::1")
REQUESTS = Counter("jarana_requests", "Requests answered", ("endpoint", "method", "status"))
SECONDS = Histogram("jarana_request_seconds", "How long an answer took", ("endpoint",), buckets=BUCKETS)
FAILURES = Counter("jarana_failures", "What failed: a computation (solver), or unexpectedly", ("kind",))
blueprint = Blueprint("metrics", __name__)


def count(app: Flask) -> None:
    """Count every answer of an application."""

    @app.after_request
    def _count(answer: Response) -> Response:
        endpoint = request.endpoint or "none"
        REQUESTS.labels(endpoint, request.method, answer.status_code).inc()
        SECONDS.labels(endpoint).observe(time.perf_counter() - g.get("begun", time.perf_counter()))
        return answer


def _may_read() -> bool:
    token = current_app.config["METRICS_TOKEN"]
    if token:
        return hmac.compare_digest(request.headers.get("Authorization", ""), f"Bearer {token}")
    return request.remote_addr in HERE and "X-Forwarded-For" not in request.headers


@blueprint.get("/metrics")
def metrics() -> Response:
    """Return the metrics as text; there are none for whoever may not read them."""
    if not _may_read():
        abort(404)
    shared = os.environ.get("PROMETHEUS_MULTIPROC_DIR")
    now = CollectorRegistry()
    if shared:
        MultiProcessCollector(now)  # type: ignore[no-untyped-call]
    waiting = Gauge("jarana_jobs", "Jobs that wait or run", ("kind", "state"), registry=now)
    oldest = Gauge("jarana_oldest_job_seconds", "How long the job that waits longest has waited", registry=now)
    with acting_as(database(), WORKER):
        for kind, state, number in Jobs.counted(database()):
            waiting.labels(kind, state).set(number)
        oldest.set(Jobs.longest_wait(database()))
    pool = Gauge("jarana_pool_connections", "Connections of the process that answers, in use", registry=now)
    pool.set(current_app.extensions["engine"].pool.checkedout())
    text = generate_latest(now) + (b"" if shared else generate_latest(OWN))
    return Response(text, content_type=CONTENT_TYPE_LATEST)
