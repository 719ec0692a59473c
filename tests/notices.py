"""What the product ships of others, with their licences, from what is installed: ``python -m tests.notices`` prints NOTICE."""

from __future__ import annotations

import json
import re
from importlib.metadata import PackageNotFoundError, metadata
from pathlib import Path

ROOT = Path(__file__).parents[1]
CLASSIFIER = "License :: OSI Approved :: "
HEAD = """Jarana stands on the work of others. What runs with it, and under which licence:

"""


def python_packages() -> dict[str, str]:
    """Return the packages the application installs, with their licences."""
    pinned = re.findall(r"^([A-Za-z0-9._-]+)==", (ROOT / "requirements" / "app.txt").read_text(), re.MULTILINE)
    found = {}
    for name in pinned:
        try:
            told = metadata(name)
        except PackageNotFoundError:
            continue
        classified = [c.removeprefix(CLASSIFIER) for c in told.get_all("Classifier") or [] if c.startswith(CLASSIFIER)]
        licence = told.get("License-Expression") or ", ".join(classified) or (told.get("License") or "").strip()
        found[name] = licence.splitlines()[0][:80] if licence else "see its files"
    return found


def web_packages() -> dict[str, str]:
    """Return the packages that are built into the screens, with their licences."""
    lock = json.loads((ROOT / "web" / "package-lock.json").read_text())
    return {
        path.removeprefix("node_modules/"): str(row.get("license", "see its files"))
        for path, row in lock["packages"].items()
        if path and not row.get("dev") and not row.get("optional") and "/node_modules/" not in path
    }


def notice() -> str:
    """Return the text of NOTICE."""
    parts = []
    for title, rows in (("The server (PyPI)", python_packages()), ("The screens (npm)", web_packages())):
        parts.append(f"{title}\n" + "\n".join(f"  {name}: {rows[name]}" for name in sorted(rows, key=str.lower)))
    return HEAD + "\n\n".join(parts) + "\n"


if __name__ == "__main__":
    print(notice(), end="")
