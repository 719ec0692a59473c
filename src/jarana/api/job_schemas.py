"""What goes over the wire about jobs."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Literal, Union
from uuid import UUID

from pydantic import Field, RootModel

from jarana.api.schemas import FaultView
from jarana.core.model import Frozen
from jarana.storage.tables import JobRow
from jarana.usecases.jobs import job_kinds
from jarana.usecases.jobs.base import RigInWater

if TYPE_CHECKING:
    AnyAsked = RigInWater
    AnyFound = Frozen
else:
    AnyAsked = Annotated[Union[(*(k.asked for k in job_kinds().values()),)], Field(discriminator="kind")]
    AnyFound = Annotated[Union[(*(k.found for k in job_kinds().values()),)], Field(discriminator="kind")]


class JobRequest(RootModel[AnyAsked]):
    """What is asked for, told apart by its `kind`."""


class JobFault(Frozen):
    """Why a job failed.

    Attributes
    ----------
    detail
        In a sentence.
    faults
        Values that cannot be used.
    """

    detail: str
    faults: tuple[FaultView, ...] = ()


class JobView(Frozen):
    """A job as it is now.

    Attributes
    ----------
    id
        Where it is looked at: ``/api/v1/jobs/{id}``.
    kind
        What was asked for.
    state
        waiting, running, done, failed or stopped; the last three stay.
    done, steps
        Steps that are done, and all there are: 0 until it is known.
    found
        The answer, once it is done; before that a first answer, where there is one.
    fault
        Why it failed.
    """

    id: UUID
    kind: str
    state: Literal["waiting", "running", "done", "failed", "stopped"]
    done: int
    steps: int
    found: AnyFound | None = None
    fault: JobFault | None = None

    @classmethod
    def of(cls, row: JobRow) -> JobView:
        """Show a job."""
        answered = row.state == "done" or (row.state in ("waiting", "running") and row.found)
        told = {"found": row.found} if answered else {"fault": row.found} if row.state == "failed" else {}
        progress = {"done": row.done, "steps": row.steps}
        return cls.model_validate({"id": row.id, "kind": row.kind, "state": row.state} | progress | told)
