"""What every kind of job tells of itself."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from typing import Generic, TypeVar

from pydantic import BaseModel

from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.today import Asking

Asked = TypeVar("Asked", bound=BaseModel)
Found = TypeVar("Found", bound=BaseModel)


class RigInWater(Frozen):
    """A rig in a water: what most jobs are asked about."""

    rig: Rig
    water: Reach


@dataclass(frozen=True)
class JobKind(Generic[Asked, Found]):
    """A kind of work that takes over a second.

    Attributes
    ----------
    key
        Its name in the API; `asked` and `found` carry it as their `kind`.
    asked, found
        What is asked and what is answered.
    run
        Does it for a person; None when the watch stopped it. It may run twice (after a killed worker) and must not mind.
    long
        It takes so long that nobody waits before the screen: it has a queue of its own, behind what somebody waits for.
    """

    key: str
    asked: type[Asked]
    found: type[Found]
    run: Callable[[Work, Asked, Asking, Watch], Found | None]
    long: bool = False
