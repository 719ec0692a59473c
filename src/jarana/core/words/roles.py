"""What the things on a rig are called by where they hang: keys in documents and answers, names in sentences."""

from __future__ import annotations

from typing import Literal

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
point = point
tail = tail
dropper = dropper
top-dropper = top dropper
shot = shot
bead = bead
dry-fly = dry fly
float = float
fly-line = fly line
rod = rod
""",
)

Hangs = Literal["point", "tail", "dropper", "top dropper", "shot", "bead", "dry fly", "float", "fly line", "rod"]
"""Keys, as they stand in answers."""
NAMES = {
    "point": say("point"),
    "tail": say("tail"),
    "dropper": say("dropper"),
    "top dropper": say("top-dropper"),
    "shot": say("shot"),
    "bead": say("bead"),
    "dry fly": say("dry-fly"),
    "float": say("float"),
    "fly line": say("fly-line"),
    "rod": say("rod"),
}
"""By key; a role that is not among them is called as it is."""


def role_name(role: str) -> str:
    """Return what a role is called in a sentence.

    Examples
    --------
    >>> role_name("top dropper")
    'top dropper'
    """
    return NAMES.get(role, role)
