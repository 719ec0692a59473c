"""Every version of every document that was ever written is read, and means what it meant."""

from __future__ import annotations

import importlib
import json
import pkgutil
from collections.abc import Iterator
from pathlib import Path
from typing import Any

import pytest

import jarana.core
import jarana.formats
from jarana.core.documents import Document, read, written
from jarana.core.documents.envelope import upgrades
from jarana.core.errors import InputError

SAMPLES = Path(__file__).parents[2] / "samples" / "documents"


def _below(kind: type[Document]) -> Iterator[type[Document]]:
    for below in kind.__subclasses__():
        yield below
        yield from _below(below)


def _kinds() -> dict[str, type[Document]]:
    for package in (jarana.core, jarana.formats):
        for module in pkgutil.walk_packages(package.__path__, f"{package.__name__}."):
            importlib.import_module(module.name)
    return {kind.TYPE: kind for kind in _below(Document) if "TYPE" in vars(kind)}


KINDS = _kinds()
FIRST = {name: min([v for n, v in upgrades() if n == name], default=kind.VERSION) for name, kind in KINDS.items()}
VERSIONS = [(name, v) for name, kind in sorted(KINDS.items()) for v in range(FIRST[name], kind.VERSION + 1)]


def sample(name: str, version: int) -> dict[str, Any]:
    return dict(json.loads((SAMPLES / f"{name}-{version}.json").read_text(encoding="utf-8")))


def test_there_is_a_sample_of_every_version_of_every_document_and_no_other() -> None:
    assert {path.stem for path in SAMPLES.glob("*.json")} == {f"{name}-{version}" for name, version in VERSIONS}


@pytest.mark.parametrize(("name", "version"), VERSIONS)
def test_a_document_of_any_version_means_what_its_newest_sample_means(name: str, version: int) -> None:
    kind = KINDS[name]
    assert written(read(kind, sample(name, version))) == sample(name, kind.VERSION)


@pytest.mark.parametrize(("name", "version"), VERSIONS)
def test_an_upgrade_leaves_the_values_it_was_given_as_they_are(name: str, version: int) -> None:
    given = sample(name, version)
    read(KINDS[name], given)
    assert given == sample(name, version)


@pytest.mark.parametrize("name", sorted(KINDS))
def test_a_document_of_a_newer_program_is_refused_by_its_version(name: str) -> None:
    newer = sample(name, KINDS[name].VERSION) | {"version": KINDS[name].VERSION + 1}
    with pytest.raises(InputError, match="version"):
        read(KINDS[name], newer)


def test_no_step_leads_past_the_newest_version_or_from_nowhere() -> None:
    for name, start in upgrades():
        assert name in KINDS
        assert start < KINDS[name].VERSION
