"""How each kind of figure is written, and what a person may choose of it: whole systems, or each quantity on its own.

People mix: line in X, weights in kilogrammes; depths in metres, fish in pounds; a comma where others write a point. What is
chosen travels as one short text (``metric``, ``imperial,fish=kg,mark=comma``), the same in a header, a job and a document.
A new way of writing a quantity is one more :class:`Option` in its row.
"""

from __future__ import annotations

from dataclasses import dataclass
from functools import lru_cache
from types import MappingProxyType
from typing import Literal

from jarana.core.words import phrases

say = phrases(
    __name__,
    """
of-line = Thickness of line
of-length = Lengths of line
of-depth = Depth and drift
of-strength = Strength of line and knots
of-fish = Weight of fish
of-flies = Weight of flies and shot
of-bead = Beads
of-pace = Pace of the water
of-wind = Wind
of-temperature = Temperature
grains = grains
parts-of-an-inch = parts of an inch
numbers = Numbers
point = point
comma = comma
""",
)

INCH = 0.0254
"""m, exact (international yard and pound agreement, 1959)."""
POUND = 0.45359237
"""kg, exact (same agreement)."""
GRAIN = POUND / 7000
"""kg, exact (same agreement)."""
STANDARD_GRAVITY = 9.80665
"""m/s² (3rd CGPM, 1901): a force is typed and read as the mass it holds up."""
FOOT = 12 * INCH
LONGEST_KEY = 160
"""Characters of a choice of units; every quantity on its own takes fewer."""
A_METRE = 0.995
"""m from which nobody tells a length in centimetres."""


@dataclass(frozen=True)
class Rule:
    """How one kind of figure is written: ``shown = (si + offset)·factor`` with so many decimals, then the unit.

    `form` is ``decimal``, ``feet_inches`` (to a quarter inch), ``sixty_fourths`` (of an inch, shortened) or ``x``. From
    `length_from` on, SI, a text is told as a length. `step`, SI, is what a button or an arrow key adds: round in the unit; 0 where
    nothing is stepped.
    """

    unit: str
    factor: float
    decimals: int
    form: Literal["decimal", "feet_inches", "sixty_fourths", "x"] = "decimal"
    offset: float = 0.0
    length_from: float | None = None
    step: float = 0.0


@dataclass(frozen=True)
class Option:
    """One way of writing a quantity: its name on the button, and the rule of each kind of figure that is one."""

    key: str
    name: str
    rules: dict[str, Rule]


@dataclass(frozen=True)
class Quantity:
    """What may be chosen on its own; `example` is a kind of figure and a value in SI that show it."""

    key: str
    name: str
    example: tuple[str, float]
    options: tuple[Option, ...]


QUANTITIES: tuple[Quantity, ...] = (
    Quantity("line", say("of-line"), ("diameter", 0.1524e-3), (
        Option("mm", "mm", {"diameter": Rule("mm", 1000.0, 2)}),
        Option("in", "in", {"diameter": Rule("in", 1 / INCH, 4)}),
        Option("x", "X", {"diameter": Rule("X", 1 / INCH, 1, "x")}),
    )),
    Quantity("length", say("of-length"), ("length", 2.744), (
        Option("m", "m, cm", {
            "length": Rule("m", 1.0, 2, step=0.1), "short": Rule("cm", 100.0, 0, length_from=A_METRE, step=0.05), "pull": Rule("cm", 100.0, 1),
            "tag": Rule("mm", 1000.0, 0),
        }),
        Option("ft", "ft, in", {
            "length": Rule("ft", 1 / FOOT, 0, "feet_inches", step=6 * INCH),
            "short": Rule("in", 1 / INCH, 1, length_from=A_METRE, step=2 * INCH),
            "pull": Rule("in", 1 / INCH, 1), "tag": Rule("in", 1 / INCH, 2),
        }),
    )),
    Quantity("depth", say("of-depth"), ("depth", 0.9), (
        Option("m", "m", {"depth": Rule("m", 1.0, 2, step=0.05), "travel": Rule("m", 1.0, 1, step=0.5), "near": Rule("m", 1.0, 1)}),
        Option("ft", "ft", {"depth": Rule("ft", 1 / FOOT, 1, step=0.2 * FOOT), "travel": Rule("ft", 1 / FOOT, 0, step=2 * FOOT), "near": Rule("ft", 1 / FOOT, 1)}),
    )),
    Quantity("strength", say("of-strength"), ("force", 1.2 * STANDARD_GRAVITY), (
        Option("kg", "kg", {"force": Rule("kg", 1 / STANDARD_GRAVITY, 2)}),
        Option("lb", "lb", {"force": Rule("lb", 1 / (POUND * STANDARD_GRAVITY), 1)}),
    )),
    Quantity("fish", say("of-fish"), ("fish", 0.6), (
        Option("kg", "kg", {"fish": Rule("kg", 1.0, 1)}),
        Option("lb", "lb", {"fish": Rule("lb", 1 / POUND, 1)}),
    )),
    Quantity("flies", say("of-flies"), ("fly_mass", 0.25e-3), (
        Option("g", "g", {"fly_mass": Rule("g", 1000.0, 2), "mg": Rule("mg", 1e6, 1)}),
        Option("gr", say("grains"), {"fly_mass": Rule("gr", 1 / GRAIN, 1), "mg": Rule("gr", 1 / GRAIN, 2)}),
    )),
    Quantity("bead", say("of-bead"), ("bead", 3.2e-3), (
        Option("mm", "mm", {"bead": Rule("mm", 1000.0, 1)}),
        Option("in", say("parts-of-an-inch"), {"bead": Rule("in", 1 / INCH, 0, "sixty_fourths")}),
    )),
    Quantity("pace", say("of-pace"), ("speed", 0.62), (
        Option("m", "m/s", {"speed": Rule("m/s", 1.0, 2, step=0.05), "sink": Rule("cm/s", 100.0, 1)}),
        Option("ft", "ft/s", {"speed": Rule("ft/s", 1 / FOOT, 1, step=0.2 * FOOT), "sink": Rule("in/s", 1 / INCH, 1)}),
    )),
    Quantity("wind", say("of-wind"), ("wind", 4.0), (
        Option("m", "m/s", {"wind": Rule("m/s", 1.0, 0)}),
        Option("km", "km/h", {"wind": Rule("km/h", 3.6, 0)}),
        Option("mi", "mph", {"wind": Rule("mph", 3600 / 1609.344, 0)}),
    )),
    Quantity("temperature", say("of-temperature"), ("temperature", 9.0), (
        Option("c", "°C", {"temperature": Rule("°C", 1.0, 0, step=1.0)}),
        Option("f", "°F", {"temperature": Rule("°F", 9 / 5, 0, offset=32 * 5 / 9, step=2 * 5 / 9)}),
    )),
)  # fmt: skip
WHOLE: dict[str, tuple[str, ...]] = {
    "metric": ("mm", "m", "m", "kg", "kg", "g", "mm", "m", "m", "c"),
    "imperial": ("in", "ft", "ft", "lb", "lb", "g", "mm", "ft", "mi", "f"),
    "x": ("x", "ft", "ft", "lb", "lb", "g", "mm", "ft", "mi", "f"),
}
"""The option of each quantity, in their order: what many people read."""
MARKS = {"point": ".", "comma": ","}
MARK = "mark"
"""What a choice of the decimal mark is called."""
MARKS_TOLD = say("numbers"), {"point": say("point"), "comma": say("comma")}
"""How that choice and each of its marks are told."""


@dataclass(frozen=True)
class Units:
    """What a choice of units comes to."""

    key: str
    name: str
    chosen: MappingProxyType[str, str]
    rules: MappingProxyType[str, Rule]
    mark: str

    def __reduce__(self) -> tuple[object, tuple[str]]:
        """Travel as the key."""
        return units_of, (self.key,)


def _read(key: str) -> tuple[str, dict[str, str]]:
    base, *changes = key.split(",")
    if base not in WHOLE or len(key) > LONGEST_KEY:
        raise KeyError(key)
    told = dict(zip((q.key for q in QUANTITIES), WHOLE[base], strict=True)) | {MARK: "point"}
    for change in changes:
        name, _, option = change.partition("=")
        offered = MARKS if name == MARK else {o.key for q in QUANTITIES if q.key == name for o in q.options}
        if option not in offered:
            raise KeyError(key)
        told[name] = option
    return base, told


def _key(base: str, told: dict[str, str]) -> str:
    plain = _read(base)[1]
    return ",".join([base, *(f"{name}={option}" for name, option in told.items() if option != plain[name])])


@lru_cache(256)
def units_of(key: str) -> Units:
    """Return what a choice comes to; its own key is the shortest way of saying it, from the system it is nearest to.

    Raises
    ------
    KeyError
        When the text is no choice of units.

    Examples
    --------
    >>> units_of("metric,fish=lb,mark=comma").rules["fish"].unit, units_of("imperial,line=x").key
    ('lb', 'x')
    """
    asked, told = _read(key)
    bases = [asked, *(base for base in WHOLE if base != asked)]
    shortest = min((_key(base, told) for base in bases), key=lambda text: text.count(","))
    rules: dict[str, Rule] = {}
    names = {}
    for quantity in QUANTITIES:
        option = next(o for o in quantity.options if o.key == told[quantity.key])
        rules |= option.rules
        names[quantity.key] = option.name
    name = " · ".join(names[part].split(",")[0] for part in ("line", "length", "strength"))
    return Units(shortest, name, MappingProxyType(told), MappingProxyType(rules), MARKS[told[MARK]])


def known_units(key: str) -> str | None:
    """Return the shortest text of a choice of units; None where it is none."""
    try:
        return units_of(key).key if key else None
    except KeyError:
        return None
