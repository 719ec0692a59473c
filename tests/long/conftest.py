"""The browser's fixtures, here too."""

from __future__ import annotations

from tests.e2e.conftest import bench, browser_type_launch_args, windows

__all__ = ["bench", "browser_type_launch_args", "windows"]
