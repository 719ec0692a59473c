"""Waiting for what is outside no longer than one has patience for, however it drips."""

from __future__ import annotations

import threading
from collections.abc import Callable
from typing import TypeVar

Answer = TypeVar("Answer")
PATIENCE_SECONDS = 2.0
"""So long anything outside is waited for, all in all."""
MOST_AT_ONCE = 16
"""Askings that go on at once, those nobody waits for any more included."""

_places = threading.BoundedSemaphore(MOST_AT_ONCE)


def within(seconds: float, ask: Callable[[], Answer]) -> Answer:
    """Return what `ask` returns, asked in a thread of its own; after `seconds` nobody waits for it any more.

    Raises
    ------
    TimeoutError
        When it took longer, or when too many askings that took longer still go on.
    Exception
        Whatever `ask` raised.
    """
    if not _places.acquire(blocking=False):
        raise TimeoutError("too many wait already")
    found: list[Answer] = []
    trouble: list[BaseException] = []

    def run() -> None:
        try:
            found.append(ask())
        except BaseException as error:
            trouble.append(error)
        finally:
            _places.release()

    asking = threading.Thread(target=run, daemon=True)
    asking.start()
    asking.join(seconds)
    if trouble:
        raise trouble[0]
    if not found:
        raise TimeoutError(f"no answer within {seconds:g} s")
    return found[0]
