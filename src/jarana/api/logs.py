"""Structured logs, one JSON object a line."""

from __future__ import annotations

import contextlib
import json
import logging
import os
import sys
from collections.abc import MutableMapping
from pathlib import Path
from typing import Any

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
        logger_factory=structlog.WriteLoggerFactory(file=sys.stderr),
        cache_logger_on_first_use=True,
    )
