"""A computation of a request that ends once nobody waits for its answer any more."""

from __future__ import annotations

from flask import request

from jarana.core.watch import Watch

GONE = "waitress.client_disconnected"
"""What the server tells of a request: whether its client has hung up."""


class WhileWaitedFor(Watch):
    """The watch of the request that is answered: stopped when its client has hung up; made in the request's own thread."""

    def __init__(self) -> None:
        super().__init__()
        self._gone = request.environ.get(GONE, bool)

    @property
    def stopped(self) -> bool:
        """Whether nobody waits."""
        return super().stopped or bool(self._gone())
