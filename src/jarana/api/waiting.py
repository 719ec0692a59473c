"""Is anybody still waiting for this answer?"""

from __future__ import annotations

from collections.abc import Callable

from flask import request


def client_gone() -> Callable[[], bool]:
    """Return a check whether the browser has let go of this request, for work that can stop on the way.

    The server that buffers the request says so; behind one that does not, somebody always waits.
    """
    gone = request.environ.get("waitress.client_disconnected")
    return gone if callable(gone) else lambda: False
