"""What the choices of a water are called by those who read them; in documents and files they stand as keys."""

from __future__ import annotations

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
river = river
lake = lake
upstream = upstream
downstream = downstream
towards-you = towards you
away-from-you = away from you
from-your-left = from your left
from-your-right = from your right
glass = glass
ripple = ripple
wave = wave
bright = bright
even = even
low = low
clear = clear
tinged = tinged
coloured = coloured
usual = usual
high = high
weed = weed
boulder = boulder
snag = snag
branch = branch
undercut = undercut
left-alone = left alone
""",
)

SAID = {
    "river": say("river"), "lake": say("lake"),
    "upstream": say("upstream"), "downstream": say("downstream"), "towards you": say("towards-you"),
    "away from you": say("away-from-you"), "from your left": say("from-your-left"), "from your right": say("from-your-right"),
    "glass": say("glass"), "ripple": say("ripple"), "wave": say("wave"),
    "bright": say("bright"), "even": say("even"), "low": say("low"),
    "clear": say("clear"), "tinged": say("tinged"), "coloured": say("coloured"),
    "usual": say("usual"), "high": say("high"),
    "weed": say("weed"), "boulder": say("boulder"), "snag": say("snag"), "branch": say("branch"), "undercut": say("undercut"),
    "left alone": say("left-alone"),
}  # fmt: skip
"""Of kinds of water, where the wind blows, how the surface looks, the light, clarity, wariness, and what stands in the water."""


def called(choice: str) -> str:
    """Return what a choice of a water is called; a word of one's own is called as it is.

    Examples
    --------
    >>> called("left alone"), called("stirred by cattle")
    ('left alone', 'stirred by cattle')
    """
    return SAID.get(choice, choice)
