"""Structured logs, one JSON object a line."""

from __future__ import annotations

import contextlib
import json
import logging
import os
import sys
from collections.abc import MutableMapping
from pathlib import Path
from typing import Any, TextIO

import structlog

GRAVE = ("error", "critical")
LARGEST = 2_000_000
"""bytes; a longer file of errors is put aside."""


def keep_errors(_logger: Any, _name: str, event: MutableMapping[str, Any]) -> MutableMapping[str, Any]:
    """Write what went wrong into the file JARANA_ERRORS names, too, for ``jarana doctor``; never in the way of the log."""
    name = os.environ.get("JARANA_ERRORS", "")
    if name and event.get("level") in GRAVE:
        with contextlib.suppress(OSError, ValueError):
            path = Path(name)
            if path.exists() and path.stat().st_size > LARGEST:
                path.replace(path.with_suffix(".before.jsonl"))
            path.touch(mode=0o600)
            with path.open("a", encoding="utf-8") as out:
                out.write(json.dumps(event, default=str) + "\n")
    return event


class Unfailing:
    """A stream for logs: a line that cannot be written (a full disk, a pipe nobody reads) is dropped, and who wrote it goes on."""

    def __init__(self, stream: TextIO) -> None:
        self._stream = stream

    def write(self, text: str) -> int:
        """Write a line, or drop it."""
        with contextlib.suppress(OSError, ValueError):
            self._stream.write(text)
        return len(text)

    def flush(self) -> None:
        """Pass it on, where that can be done."""
        with contextlib.suppress(OSError, ValueError):
            self._stream.flush()


def log_json(level: int = logging.INFO) -> None:
    """Write every event as JSON to standard error, with time, level and request id."""
    structlog.configure(
        processors=[
            structlog.contextvars.merge_contextvars,
            structlog.processors.add_log_level,
            structlog.processors.TimeStamper(fmt="iso", utc=True),
            structlog.processors.format_exc_info,
            keep_errors,
            structlog.processors.JSONRenderer(),
        ],
        wrapper_class=structlog.make_filtering_bound_logger(level),
        logger_factory=structlog.WriteLoggerFactory(file=Unfailing(sys.stderr)),  # type: ignore[arg-type]
        cache_logger_on_first_use=True,
    )
