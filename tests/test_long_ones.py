"""What runs seldom can be run: the tests of bin/long can be read, and all they ask for is there."""

from __future__ import annotations

from collections.abc import Callable, Iterable, Iterator
from importlib import import_module
from inspect import signature
from pathlib import Path
from types import ModuleType

import pytest
from _pytest.fixtures import FixtureFunctionDefinition

LONG = sorted((Path(__file__).parent / "long").glob("test_*.py"))
KEPT_BY_PYTEST = {"browser", "monkeypatch", "request", "tmp_path", "tmp_path_factory"}


def made_in(module: ModuleType) -> set[str]:
    """Return what a module has for tests to ask for."""
    return {name for name, value in vars(module).items() if isinstance(value, FixtureFunctionDefinition)}


def rows_of(test: Callable[..., object]) -> Iterator[str]:
    """Yield what a test is handed row by row."""
    for mark in getattr(test, "pytestmark", ()):
        if mark.name == "parametrize":
            names: str | Iterable[str] = mark.args[0]
            yield from [name.strip() for name in names.split(",")] if isinstance(names, str) else names


@pytest.mark.parametrize("path", LONG, ids=lambda path: path.stem)
def test_every_slow_test_is_found_and_all_it_asks_for(path: Path) -> None:
    module = import_module(f"tests.long.{path.stem}")
    there = KEPT_BY_PYTEST.union(
        *(made_in(m) for m in (module, *map(import_module, ("tests.conftest", "tests.long.conftest"))))
    )
    tests = {name: test for name, test in vars(module).items() if name.startswith("test_") and callable(test)}
    assert tests
    for name, test in tests.items():
        assert set(signature(test).parameters) - set(rows_of(test)) <= there, name
