"""Heads of columns that several kinds of tackle have."""

from __future__ import annotations

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
have = Have
keep = Keep
mass = Mass
diameter = Diameter
line = Line
length = Length
tip = Tip
sinks = Sinks
strength = Strength
class = Class
label = Label
material = Material
""",
)
HAVE = say("have")
KEEP = say("keep")
MASS = say("mass")
DIAMETER = say("diameter")
LINE = say("line")
LENGTH = say("length")
TIP = say("tip")
SINKS = say("sinks")
STRENGTH = say("strength")
CLASS = say("class")
LABEL = say("label")
MATERIAL = say("material")
