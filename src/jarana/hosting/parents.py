"""A process that ends when the one that made it ends, however that was killed."""

from __future__ import annotations

import ctypes
import signal

SET_PARENT_DEATH_SIGNAL = 1
"""PR_SET_PDEATHSIG of the kernel's prctl."""


def end_with_parent() -> None:
    """Be told to end when the parent is gone: no server is left behind on a port."""
    ctypes.CDLL(None).prctl(SET_PARENT_DEATH_SIGNAL, signal.SIGTERM)
