"""What was chosen for a rig and why, and what of it is not owned."""

from __future__ import annotations

from dataclasses import dataclass


@dataclass(frozen=True)
class Chosen:
    """A choice and its reason, one line."""

    part: str
    text: str


@dataclass(frozen=True)
class Missing:
    """What a method wants and the drawer has not; `nearest` is what is owned that comes nearest, or empty."""

    part: str
    what: str
    nearest: str
