"""The browser's fixtures, here too; and every test here is long."""

from __future__ import annotations

from pathlib import Path

import pytest

from tests.e2e.conftest import bench, browser_type_launch_args, windows

__all__ = ["bench", "browser_type_launch_args", "windows"]


@pytest.hookimpl(tryfirst=True)
def pytest_collection_modifyitems(items: list[pytest.Item]) -> None:
    """Mark what lies here as long, before what is not asked for is left out."""
    for item in items:
        if Path(__file__).parent in item.path.parents:
            item.add_marker("long")
