"""Jobs: what takes over a second is asked for, looked at while it runs, and stopped when it is not wanted any more."""

from __future__ import annotations

from uuid import UUID

from flask import Blueprint
from spectree import Response

from jarana.api.job_schemas import JobRequest, JobView
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.usecases.queue import begin_job, see_job, stop_job

blueprint = Blueprint("jobs", __name__, url_prefix="/api/v1")


@blueprint.post("/jobs")
@limiter.limit("300/minute")
@spec.validate(resp=Response(HTTP_202=JobView), tags=["jobs"])
def begin(json: JobRequest) -> tuple[JobView, int]:
    """Ask for what takes a while: how sure a drift is, or both schools; look at its address until it has ended."""
    return JobView.of(begin_job(work(), json.root, asking())), 202


@blueprint.get("/jobs/<uuid:job_id>")
@limiter.limit("2400/minute")
@spec.validate(resp=Response(HTTP_200=JobView), tags=["jobs"])
def see(job_id: UUID) -> JobView:
    """Return how far a job is, or what was found; one that nobody looks at for 20 s stops."""
    return JobView.of(see_job(work(), job_id))


@blueprint.delete("/jobs/<uuid:job_id>")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=JobView), tags=["jobs"])
def stop(job_id: UUID) -> JobView:
    """Stop a job; one that has ended stays as it is."""
    return JobView.of(stop_job(work(), job_id))
