"""What runs seldom can be run: the tests of bin/long are found with all they ask for."""

from __future__ import annotations

import subprocess
import sys
from pathlib import Path

ROOT = Path(__file__).parents[1]


def test_every_slow_test_is_found(tmp_path: Path) -> None:
    command = [sys.executable, "-m", "pytest", "-n", "0", "--setup-plan", "-q", "-m", ""]
    command += [f"--basetemp={tmp_path / 'own'}", "tests/long"]
    found = subprocess.run(command, cwd=ROOT, capture_output=True, text=True, check=False, timeout=300)
    assert found.returncode == 0, found.stdout + found.stderr
    for path in (ROOT / "tests" / "long").glob("test_*.py"):
        assert path.name in found.stdout
