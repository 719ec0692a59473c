"""What several methods call the same parts of a rig."""

from __future__ import annotations

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
butt = Butt
taper = Taper
clear = Clear
sighter = Sighter
tippet = Tippet
deep = deep
point = Point
dropper = Dropper
top-fly = Top fly
middle-fly = Middle fly
fly = Fly
hook = Hook
dry = Dry
float = Float
tail = Tail
shot = Shot
emerger = Emerger
""",
)
BUTT, TAPER, CLEAR, SIGHTER, TIPPET = say("butt"), say("taper"), say("clear"), say("sighter"), say("tippet")
DEEP = say("deep")
"""What speaks for or against several of them."""
PARTS = {
    "point": say("point"), "dropper": say("dropper"), "top-fly": say("top-fly"), "middle-fly": say("middle-fly"),
    "fly": say("fly"), "hook": say("hook"), "dry": say("dry"), "float": say("float"), "tail": say("tail"), "shot": say("shot"),
    "emerger": say("emerger"),
}  # fmt: skip
"""What hangs there, by its id."""


def part_called(part: str) -> str:
    """Return what a part is called at the beginning of a reason.

    Examples
    --------
    >>> part_called("top-fly")
    'Top fly'
    """
    return PARTS.get(part, part.replace("-", " ").capitalize())
