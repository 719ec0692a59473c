"""Compilation of the numeric kernels, with a cache that can never answer with old code.

numba's own cache looks only at the file of the outermost function: editing a law that a kernel calls would
keep giving the old numbers. So the cache lives in a directory named by a hash of every source file of the engine, and of nothing else: editing a
sentence compiles nothing.
"""

from __future__ import annotations

import hashlib
import os
import tempfile
from collections.abc import Callable
from pathlib import Path
from typing import Any, TypeVar, cast

import numba
from numba import config as numba_config

F = TypeVar("F", bound=Callable[..., object])


def source_hash(*folders: Path) -> str:
    """Return a hash of every source below some folders, and of the compiler's version."""
    digest = hashlib.sha256(numba.__version__.encode())
    for folder in folders:
        for path in sorted(folder.rglob("*.py")):
            digest.update(path.relative_to(folder.parent).as_posix().encode())
            digest.update(path.read_bytes())
    return digest.hexdigest()[:16]


def _cache_dir(version: str) -> str:
    """Return a directory only this user can write, outside the checkout."""
    for base in (Path.home() / ".cache", Path(tempfile.gettempdir()) / f"jarana-{os.getuid()}"):
        folder = base / "jarana" / f"kernels-{version}"
        try:
            folder.mkdir(parents=True, exist_ok=True, mode=0o700)
            if base.stat().st_uid == os.getuid() and os.access(folder, os.W_OK):
                return str(folder)
        except OSError:
            continue
    return tempfile.mkdtemp(prefix="jarana-kernels-")


ENGINE_VERSION = source_hash(Path(__file__).parent)
numba_config.CACHE_DIR = _cache_dir(ENGINE_VERSION)  # type: ignore[attr-defined]


OPTIONS: dict[str, Any] = {
    "cache": True,
    "nogil": True,
    "error_model": "numpy",
    "fastmath": {"contract", "arcp", "nsz", "reassoc"},
}
"""Kept on disk, released from the interpreter lock; sums and products may be written in another order, NaN are minded."""
HANDED: dict[str, Any] = {**OPTIONS, "_nrt": False}
"""And handed its arrays: the users of an array are not counted, which costs more than a short loop does."""


def compiled(function: F) -> F:
    """Compile `function` to machine code."""
    return cast("F", numba.njit(**OPTIONS)(function))


def loop(function: F) -> F:
    """Compile `function`, which works in the arrays it is handed and makes none."""
    return cast("F", numba.njit(**HANDED)(function))


def inlined(function: F) -> F:
    """Compile `function` so that its lines stand in every loop that calls it: such a loop can be run several at a time."""
    return cast("F", numba.njit(**HANDED, forceinline=True)(function))
