"""Kill rates of the core's packages: every package mutated alone, judged by the tests that speak of it.

    python -m tests.mutate [package ...] [package/module ...] [--turn] [--sample N] [--workers N]

Prints a line per package: mutants, killed, share; with a sample, of so many drawn at random, and those that lived. Compiled kernels are not mutated (their numbers are held by the
reference cases). Works on a copy under build/, so that a stop leaves the source as it is.
"""

from __future__ import annotations

import argparse
import json
import os
import random
import shutil
import subprocess
import sys
from collections import Counter
from collections.abc import Iterator
from datetime import date
from pathlib import Path

ROOT = Path(__file__).parents[1]
PACKAGES = {
    "strength": ("src/jarana/core/strength/*.py", ["tests/core/strength", "tests/core/readings"]),
    "rules": ("src/jarana/core/rules/*.py", ["tests/core/rules"]),
    "leader": ("src/jarana/core/leader/*.py", ["tests/core/leader"]),
    "tackle": ("src/jarana/core/tackle/*.py", ["tests/core/tackle", "tests/core/strength"]),
    "readings": ("src/jarana/core/readings/*.py", ["tests/core/readings"]),
    "unknowns": ("src/jarana/core/unknowns/*.py", ["tests/core/unknowns"]),
    "outcomes": ("src/jarana/core/outcomes/*.py", ["tests/core/outcomes", "tests/core/readings/test_shares.py"]),
    "worth": ("src/jarana/core/worth/*.py", ["tests/core/worth"]),
    "learn": ("src/jarana/core/learn/*.py", ["tests/core/learn"]),
    "search": (
        "src/jarana/core/search/*.py",
        [
            "tests/core/search",
            "tests/core/readings/test_tries.py",
            "tests/core/methods/test_questions.py",
            "tests/formats/test_search_commands.py",
            "tests/formats/test_rig_report.py",
        ],
    ),
    "moves": (
        "src/jarana/core/search/moves/*.py",
        ["tests/core/search/test_moves.py", "tests/core/search/test_cells.py"],
    ),
    "limits": ("src/jarana/core/engine/limits.py", ["tests/core/engine/test_limits.py"]),
    "units": ("src/jarana/core/units.py", ["tests/core/test_units.py"]),
    "unit_rules": ("src/jarana/core/unit_rules.py", ["tests/core/test_units.py"]),
    "documents": ("src/jarana/core/documents/*.py", ["tests/core/documents"]),
    "rig": ("src/jarana/core/rig/*.py", ["tests/core/rig"]),
    "water": ("src/jarana/core/water/*.py", ["tests/core/water"]),
    "stock": ("src/jarana/core/stock/*.py", ["tests/core/stock", "tests/formats"]),
}
NONE, SEED = "nothing-is-called-so", 11
COPIED = ("src", "tests", "docs", "demo", "pyproject.toml", "README.md", "web/src/model")


def settings(only: str, tests: list[str]) -> str:
    """Return the tool's settings for a package."""
    chosen = json.dumps([t for t in tests if (ROOT / t).exists()])
    return f"""
[tool.mutmut]
source_paths = ["src/jarana"]
only_mutate = [{json.dumps(only)}]
pytest_add_cli_args_test_selection = {chosen}
pytest_add_cli_args = ["-p", "no:xdist", "-p", "no:randomly", "-x"]
also_copy = ["tests", "docs", "demo", "README.md"]
"""


def kill(package: str, workers: int, sample: int) -> tuple[Counter[str], list[str]]:
    """Mutate a package and return how many mutants came to which end, and which lived. A sample of 0 is all of them."""
    room, _, module = package.partition("/")
    only, tests = PACKAGES[room]
    only = only.replace("*.py", f"{module}.py") if module else only
    where = ROOT / "build" / "mutants" / package.replace("/", "-")
    shutil.rmtree(where, ignore_errors=True)
    for name in COPIED:
        source = ROOT / name
        if source.is_dir():
            shutil.copytree(source, where / name, ignore=shutil.ignore_patterns("__pycache__", "node_modules"))
        elif source.exists():
            (where / name).parent.mkdir(parents=True, exist_ok=True)
            shutil.copy(source, where / name)
    project = where / "pyproject.toml"
    project.write_text(project.read_text() + settings(only, tests))
    command = [str(Path(sys.executable).parent / "mutmut"), "run", "--max-children", str(workers)]
    temporary = where / "tmp"
    temporary.mkdir()
    environment = os.environ | {"PYTEST_DEBUG_TEMPROOT": str(temporary)}
    with (where / "log").open("w") as log:
        if sample:
            # Nothing is of that name: they are made and the tests that meet each are noted.
            subprocess.run([*command, NONE], cwd=where, env=environment, stdout=log, stderr=log, check=False)
            names = sorted(name for name, _ in _codes(where))
            command += random.Random(SEED).sample(names, min(sample, len(names)))
        subprocess.run(command, cwd=where, env=environment, stdout=log, stderr=log, check=False)
    ends: Counter[str] = Counter()
    lived = []
    for name, code in _codes(where):
        if code is None and sample:
            continue
        ends["not run" if code is None else "untested" if code == 33 else "alive" if code == 0 else "killed"] += 1
        if code in (0, 33):
            lived.append(name)
    return ends, lived


def _codes(where: Path) -> Iterator[tuple[str, int | None]]:
    for meta in (where / "mutants").rglob("*.meta"):
        yield from json.loads(meta.read_text())["exit_code_by_key"].items()


def whose_turn(day: date) -> str:
    """Return the package that is asked on a day: each in its turn."""
    return list(PACKAGES)[day.toordinal() % len(PACKAGES)]


def main() -> None:
    """Print the kill rate of each package asked for."""
    asked = argparse.ArgumentParser(description="kill rates of the core's packages")
    asked.add_argument("packages", nargs="*", default=list(PACKAGES))
    asked.add_argument("--turn", action="store_true", help="only the package whose turn it is today")
    asked.add_argument("--sample", type=int, default=0, help="only so many of each, drawn at random")
    asked.add_argument("--workers", type=int, default=2)
    options = asked.parse_args()
    for package in [whose_turn(date.today())] if options.turn else options.packages:
        ends, lived = kill(package, options.workers, options.sample)
        judged = ends["killed"] + ends["alive"] + ends["untested"]
        share = ends["killed"] / judged if judged else 0.0
        print(f"{package:10} {judged:5} mutants, {share:6.1%} killed  {dict(ends)}", flush=True)
        if options.sample:
            print("\n".join(f"    {name}" for name in lived), flush=True)


if __name__ == "__main__":
    main()
