"""What docs/security.md promises is tested, and what is built in is known."""

from __future__ import annotations

import json
import re
from pathlib import Path

import pytest

from tests.notices import ROOT, notice, python_packages, web_packages

LIST = (ROOT / "docs" / "security.md").read_text(encoding="utf-8")
NAMED = sorted(set(re.findall(r"`(test_\w+\.py)::(test_\w+)`", LIST)))
GOOD = (
    "MIT",
    "ISC",
    "BSD",
    "Apache",
    "Python",
    "PSF",
    "Mozilla",
    "MPL",
    "OFL",
    "Unlicense",
    "Zope",
    "LGPL",
    "0BSD",
    "CC0",
    "Zlib",
)


@pytest.mark.parametrize(("file", "name"), NAMED)
def test_a_test_that_is_named_exists(file: str, name: str) -> None:
    found = [there.read_text(encoding="utf-8") for there in (ROOT / "tests").rglob(file)]
    assert any(re.search(rf"^def {name}\(", text, re.MULTILINE) for text in found)


def test_every_line_of_the_list_names_a_test_or_stands_on_the_one_before() -> None:
    rows = [line for line in LIST.splitlines() if line.startswith("| ")][1:]
    assert len(rows) > 25
    assert all("::test_" in row for row in rows)


def test_every_part_is_pinned_by_its_hash() -> None:
    for lock in ("app.txt", "dev.txt"):
        blocks = re.split(r"\n(?=[A-Za-z0-9])", (ROOT / "requirements" / lock).read_text())
        pins = [b for b in blocks if re.match(r"[A-Za-z0-9._-]+==", b)]
        assert len(pins) > 30
        assert all("--hash=sha256:" in b for b in pins)
    packages = json.loads((ROOT / "web" / "package-lock.json").read_text())["packages"]
    own = {path: row for path, row in packages.items() if path and not row.get("link") and not row.get("inBundle")}
    assert all(row.get("integrity", "").startswith("sha") for row in own.values())


def test_the_notice_names_every_part_with_a_licence_that_lets_us() -> None:
    assert (ROOT / "NOTICE").read_text(encoding="utf-8") == notice()
    for name, licence in (python_packages() | web_packages()).items():
        assert licence == "see its files" or any(good in licence for good in GOOD), (name, licence)
    assert (ROOT / "LICENSE").exists()


def test_every_document_of_ours_that_is_linked_exists() -> None:
    for file in (ROOT / "README.md", *sorted((ROOT / "docs").glob("*.md"))):
        for target in re.findall(r"\]\((?!http|#)([^)#\s]+)", file.read_text(encoding="utf-8")):
            assert (file.parent / Path(target)).exists(), (file.name, target)
