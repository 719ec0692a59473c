"""Scenes the bank plan is held against: a method in a water of the valley, and how far its depth is off what is written."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.search.start import Best, start
from jarana.core.situation import Setting, Situation
from tests.fishing import DRAWER, WATERS


@dataclass(frozen=True)
class Scene:
    """A method in a water; `depth` and `pace` are shares of the valley's, `off` how far the depth is off."""

    name: str
    method: str
    water: str
    depth: float = 1.0
    pace: float = 1.0
    off: float = 0.0
    sounded: bool = True

    def situation(self) -> Situation:
        """Return its rig, as it is started there, in its water."""
        water = WATERS[self.water].scaled(self.pace, self.depth)
        if not self.sounded:
            water = water.model_copy(update={"soundings": ()})
        setting = Setting(water, DRAWER)
        found = start(methods()[self.method], setting)
        if isinstance(found, Best):
            return Situation(found.started.rig, setting)
        try:
            return Situation(methods()[self.method].start(setting), setting)
        except InputError:
            raise AssertionError(f"{self.name}: nothing can be tied") from None


SCENES = (
    Scene("contact", "level-contact", "weir-run", sounded=False),
    Scene("contact, deeper and faster", "level-contact", "weir-run", 1.35, 1.3, sounded=False),
    Scene("short and led", "short-and-led", "mill-throat", sounded=False),
    Scene("float pair", "float-pair", "weir-run", sounded=False),
    Scene("float pair, deeper and slower", "float-pair", "weir-run", 1.3, 0.7, sounded=False),
    Scene("lake team", "lake-team", "oskel-north"),
    Scene("lake team, shallower", "lake-team", "oskel-north", 0.6),
    Scene("swing", "swung", "weir-run"),
)
WRONG = (
    Scene("contact, 15 % deeper", "level-contact", "weir-run", off=0.15, sounded=False),
    Scene("float pair, 15 % deeper", "float-pair", "weir-run", off=0.15, sounded=False),
)
