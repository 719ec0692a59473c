"""Is anybody still waiting for this answer?"""

from __future__ import annotations

import select
import socket
from collections.abc import Callable

from flask import request


def client_gone() -> Callable[[], bool]:
    """Return a check whether the browser has let go of this request, for work that can stop on the way.

    It looks at the request's own socket; behind a server that hands none out, somebody always waits.
    """
    wire = request.environ.get("gunicorn.socket")
    return (lambda: closed(wire)) if isinstance(wire, socket.socket) else (lambda: False)


def closed(wire: socket.socket) -> bool:
    """Return whether the other end of a connection is closed, without taking anything off it."""
    try:
        readable, _, _ = select.select([wire], [], [], 0)
        return bool(readable) and wire.recv(1, socket.MSG_PEEK) == b""
    except BlockingIOError:
        return False
    except (OSError, ValueError):
        return True
