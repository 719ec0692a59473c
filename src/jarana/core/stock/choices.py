"""What the choices of a column are called by those who read them; in documents and files they stand as keys."""

from __future__ import annotations

from collections.abc import Iterable, Mapping

from jarana.core.tables import TableRow
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
dry = dry
wet = wet
fine = fine
standard = standard
heavy = heavy
extra-heavy = extra heavy
nymph = nymph
jig = jig
olive = olive
brown = brown
black = black
hare = hare
red = red
pink = pink
cream = cream
orange = orange
imitation = imitation
attractor = attractor
anchor = anchor
searching = searching
tin = tin
copper = copper
lead = lead
putty = tungsten putty
forward = weight forward
double = double taper
level = level
shooting = shooting head
mono = tapered mono
fluorocarbon-leader = tapered fluorocarbon
sinking = sinking
braided = braided
foam = foam
yarn = yarn
ball = ball
nylon = nylon
fluorocarbon = fluorocarbon
yes = yes
no = no
""",
)

SAID = {
    "dry": say("dry"), "wet": say("wet"),
    "fine": say("fine"), "standard": say("standard"), "heavy": say("heavy"), "extra-heavy": say("extra-heavy"),
    "nymph": say("nymph"), "jig": say("jig"),
    "olive": say("olive"), "brown": say("brown"), "black": say("black"), "hare": say("hare"),
    "red": say("red"), "pink": say("pink"), "cream": say("cream"), "orange": say("orange"),
    "imitation": say("imitation"), "attractor": say("attractor"), "anchor": say("anchor"), "searching": say("searching"),
    "tin": say("tin"), "copper": say("copper"), "lead": say("lead"), "tungsten putty": say("putty"),
    "weight forward": say("forward"), "double": say("double"), "level": say("level"), "shooting head": say("shooting"),
    "tapered mono": say("mono"), "tapered fluorocarbon": say("fluorocarbon-leader"),
    "sinking": say("sinking"), "braided": say("braided"),
    "foam": say("foam"), "yarn": say("yarn"), "ball": say("ball"),
    "nylon": say("nylon"), "fluorocarbon": say("fluorocarbon"),
    "yes": say("yes"), "no": say("no"),
}  # fmt: skip
"""Words of the choices that are no row of a table, by key."""


def called(keys: Iterable[str]) -> dict[str, str]:
    """Return choices with what they are called, by key.

    Examples
    --------
    >>> called(("dry", "extra-heavy"))
    {'dry': 'dry', 'extra-heavy': 'extra heavy'}
    """
    return {key: SAID[key] for key in keys}


def named(table: Mapping[str, TableRow]) -> dict[str, str]:
    """Return the rows of a table as choices, by key, each with its name."""
    return {key: row.name for key, row in table.items()}
