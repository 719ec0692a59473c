"""Every example in a docstring of the core and the formats gives what it says."""

from __future__ import annotations

import doctest
import importlib
import pkgutil

import pytest

import jarana.core
import jarana.formats

MODULES = [
    module.name
    for package in (jarana.core, jarana.formats)
    for module in pkgutil.walk_packages(package.__path__, f"{package.__name__}.")
]
WITH_EXAMPLES = [
    name
    for name in MODULES
    if any(test.examples for test in doctest.DocTestFinder().find(importlib.import_module(name)))
]


@pytest.mark.parametrize("name", WITH_EXAMPLES)
def test_the_examples_hold(name: str) -> None:
    result = doctest.testmod(importlib.import_module(name), optionflags=doctest.NORMALIZE_WHITESPACE)
    assert result.attempted > 0
    assert result.failed == 0


def test_the_laws_have_examples() -> None:
    assert len(WITH_EXAMPLES) >= 10
