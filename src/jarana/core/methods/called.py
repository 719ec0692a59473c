"""What several methods call the same parts of a rig."""

from __future__ import annotations

from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
butt = Butt
taper = Taper
clear = Clear
sighter = Sighter
tippet = Tippet
deep = deep
top-fly = top fly
middle-fly = middle fly
fly = fly
hook = hook
dry = dry
emerger = emerger
""",
)
BUTT, TAPER, CLEAR, SIGHTER, TIPPET = say("butt"), say("taper"), say("clear"), say("sighter"), say("tippet")
DEEP = say("deep")
"""What speaks for or against several of them."""
PARTS = {
    "top-fly": say("top-fly"), "middle-fly": say("middle-fly"), "fly": say("fly"), "hook": say("hook"), "dry": say("dry"),
    "emerger": say("emerger"),
}  # fmt: skip
"""What hangs there, by its id, where that is no role."""


def part_called(part: str) -> str:
    """Return what something that hangs is called: by its id, else as its role.

    Examples
    --------
    >>> part_called("top-fly"), part_called("point")
    ('top fly', 'point')
    """
    return PARTS.get(part) or role_name(part).replace("-", " ")
