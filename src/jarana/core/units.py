"""People's units and SI: the only place that knows an inch.

Whatever a person types is read here ("5x", ".006in", "0,15", "2 lb", "6 ft 6", "9' 6\\"", "1.8m"); a bare
number takes the field's own unit. Everything a person reads is written here too, by the same rules the
screen is sent, so a figure in a sentence and a figure in a drawing never disagree.
"""

from __future__ import annotations

import math
import re
from collections.abc import Mapping
from dataclasses import dataclass
from decimal import ROUND_HALF_UP, Decimal
from fractions import Fraction
from typing import Literal

from jarana.core.errors import InputError
from jarana.core.unit_rules import GRAIN, INCH, POUND, STANDARD_GRAVITY, Rule, Units, units_of
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
at-least = at least
more-than = more than
at-most = at most
less-than = less than
cannot-be-read = not a { $kind } that can be read; try { $examples }
""",
)

INCHES_OF_X = "in"
"""A diameter with a unit of its own among X numbers is told in inches."""
ZERO_X = 0.011
"""in: an X number is a diameter, d = 0.011 in − X/1000 in; never a strength."""

Kind = Literal["length", "diameter", "force", "mass", "speed", "temperature", "time"]
System = str
"""A choice of units (:func:`jarana.core.unit_rules.units_of`)."""

UNITS: dict[Kind, dict[str, float]] = {
    "length": {"m": 1.0, "cm": 0.01, "mm": 0.001, "ft": 12 * INCH, "in": INCH, "yd": 36 * INCH},
    "diameter": {"mm": 0.001, "in": INCH, "thou": INCH / 1000, "um": 1e-6, "m": 1.0, "cm": 0.01},
    "force": {
        "N": 1.0,
        "kg": STANDARD_GRAVITY,
        "g": STANDARD_GRAVITY / 1000,
        "lb": POUND * STANDARD_GRAVITY,
        "oz": POUND * STANDARD_GRAVITY / 16,
    },
    "mass": {"kg": 1.0, "g": 0.001, "mg": 1e-6, "lb": POUND, "oz": POUND / 16, "gr": GRAIN},
    "speed": {
        "m/s": 1.0,
        "cm/s": 0.01,
        "mm/s": 0.001,
        "km/h": 1 / 3.6,
        "ft/s": 12 * INCH,
        "in/s": INCH,
        "mph": 1609.344 / 3600,
    },
    "temperature": {"°C": 1.0, "°F": 5 / 9},
    "time": {"h": 3600.0, "min": 60.0, "s": 1.0},
}
SPELLINGS = {
    '"': "in", "''": "in", "inch": "in", "inches": "in", "'": "ft", "foot": "ft", "feet": "ft", "yards": "yd",
    "yard": "yd", "metre": "m", "metres": "m", "meter": "m", "meters": "m", "µm": "um", "μm": "um",
    "lbs": "lb", "pound": "lb", "pounds": "lb", "kgf": "kg", "grains": "gr", "n": "N", "fps": "ft/s", "ips": "in/s", "sec": "s",
    "secs": "s", "second": "s", "seconds": "s", "minutes": "min", "minute": "min",
    "c": "°C", "f": "°F", "°c": "°C", "°f": "°F", "kph": "km/h", "kmh": "km/h",
}  # fmt: skip
NUMBER = re.compile(r"(?P<whole>\d+)[ ]+(?P<frac>\d+/\d+)|(?P<only>\d+/\d+)|(?P<dec>\d+(?:[.,]\d*)?|[.,]\d+)")
POINT = re.compile(r"(?<=\d)\.(?=\d)")
GLYPHS = {"¼": ".25", "½": ".5", "¾": ".75"}
"""Quarters, as figures are written and may be typed back."""
GLYPH = re.compile(r"(\d*) ?([¼½¾])")
EXAMPLES: dict[Kind, str] = {
    "length": "0.52, 52 cm, 1' 8\", 6 ft 6",
    "diameter": "0.12, 5x, .006in",
    "force": "1.2 kg, 2 lb, 9 N",
    "mass": "0.6 kg, 1 lb 4 oz, 120 mg",
    "speed": "0.6, 60 cm/s, 2 ft/s",
    "temperature": "9, 48 °F",
    "time": "8.1, 8.1 s, 1 min 20",
}
LONGEST_TEXT = 40


def parse(kind: Kind, text: str, bare: str, path: str = "value") -> float:
    """Return what a person typed, in SI.

    Parameters
    ----------
    kind
        What is wanted.
    text
        At most 40 characters.
    bare
        Unit of a bare number.
    path
        The field named when the text cannot be read.

    Raises
    ------
    InputError
        With an example of what would do.

    Examples
    --------
    >>> round(parse("diameter", "5x", "mm") * 1000, 4)
    0.1524
    >>> round(parse("length", "1' 8\\"", "m"), 3), parse("length", "0,15", "m")
    (0.508, 0.15)
    """
    shown = text.strip()
    wrong = InputError.one(path, shown, say("cannot-be-read", kind=kind, examples=EXAMPLES[kind]))
    if not shown or len(shown) > LONGEST_TEXT:
        raise wrong
    plain = shown.replace("’", "'").replace("′", "'").replace("″", '"').replace("”", '"').replace("“", '"')
    plain = GLYPH.sub(lambda found: (found.group(1) or "0") + GLYPHS[found.group(2)], plain)
    sign = 1.0
    if plain[0] in "-−":
        sign, plain = -1.0, plain[1:].strip()
    if kind == "diameter" and (x := re.fullmatch(r"(0*)(\d+(?:[.,]\d+)?)\s*[xX]", plain)):
        number = float(x.group(2).replace(",", "."))
        inches = ZERO_X + number / 1000 if x.group(1) and number > 0 else ZERO_X - number / 1000
        if inches <= 0 or sign < 0:
            raise wrong
        return inches * INCH
    total, last, position = 0.0, "", 0
    units = UNITS[kind]
    for _ in range(3):
        match = NUMBER.match(plain, position)
        if match is None:
            raise wrong
        number = _number(match, wrong)
        unit_match = re.compile(r"\s*([^\d\s.,]*)\s*").match(plain, match.end())
        word = unit_match.group(1) if unit_match else ""
        position = unit_match.end() if unit_match else match.end()
        unit = _unit(word, units) if word else _next_down(last, bare)
        if unit not in units or (last and units[unit] >= units[last]):
            raise wrong
        total += number * units[unit]
        last = unit
        if position >= len(plain):
            offset = -32 * 5 / 9 if unit == "°F" else 0.0
            return sign * total + offset
    raise wrong


def _number(match: re.Match[str], wrong: InputError) -> float:
    try:
        if match.group("whole"):
            return float(int(match.group("whole")) + Fraction(match.group("frac")))
        if match.group("only"):
            return float(Fraction(match.group("only")))
    except ZeroDivisionError:
        raise wrong from None
    return float(match.group("dec").replace(",", "."))


def _unit(word: str, units: dict[str, float]) -> str:
    if word in units:
        return word
    low = word.lower()
    return SPELLINGS.get(low, low)


def _next_down(last: str, bare: str) -> str:
    """``6 ft 6`` means six more inches; ``2 lb 4`` four more ounces."""
    return {"ft": "in", "lb": "oz", "m": "cm", "min": "s"}.get(last, bare if not last else "")


STOUTEST_X = -40
"""Tenths of X: what is stouter than 04X nobody tells in X."""


def x_number(diameter: float) -> str:
    """Return a diameter (m) as people say it in X: ``5X``, ``5½X``, ``01X``; what is stouter than 04X in inches, ``0.022 in``.

    To a tenth; halves as halves.

    Examples
    --------
    >>> x_number(0.1524e-3), x_number(0.3048e-3), x_number(0.1397e-3), x_number(0.16e-3), x_number(0.55e-3)
    ('5X', '01X', '5½X', '4.7X', '0.022 in')
    """
    return _x_text(diameter / INCH)


def _x_text(inches: float) -> str:
    tenths = math.floor((ZERO_X - inches) * 10000 + 0.5)
    if tenths < STOUTEST_X:
        return f"{half_up(inches, 3)} in"
    whole, part = divmod(abs(tenths), 10)
    said = {0: f"{whole}", 5: f"{whole}½"}.get(part, f"{whole}.{part}")
    return f"{said.removeprefix('0') if part == 5 else said}X" if tenths >= 0 else f"0{said}X"


def feet_inches(length: float) -> str:
    """Return a length (m) as feet and inches to the nearest quarter: ``1' 8"``, ``7¾"``."""
    return _feet_text(length / INCH)


def _feet_text(inches: float) -> str:
    quarters = math.floor(abs(inches) * 4 + 0.5)
    sign = "−" if inches < 0 and quarters else ""
    feet, rest = divmod(quarters, 48)
    whole, quarter = divmod(rest, 4)
    part = ("", "¼", "½", "¾")[quarter]
    small = f"{whole or ('' if part else 0)}{part}″"
    if not feet:
        return sign + small
    return sign + (f"{feet}′" if not rest else f"{feet}′ {small}")


def _part_text(inches: float) -> str:
    """Return inches to the nearest 64th, shortened: ``1/8″``, ``7/64″``, ``1 1/4″``."""
    parts = math.floor(abs(inches) * 64 + 0.5)
    whole, rest = divmod(parts, 64)
    small = Fraction(rest, 64)
    told = " ".join(str(part) for part in (whole, small) if part) or "0"
    return f"{'−' if inches < 0 and parts else ''}{told}″"


@dataclass(frozen=True)
class Figure:
    """A figure ready to be read: its digits, and its unit apart."""

    digits: str
    unit: str

    def __str__(self) -> str:
        """``3.40 m``; forms that carry their unit inside stand alone."""
        return f"{self.digits} {self.unit}".strip()


KIND_OF_RULE: dict[str, Kind] = {
    "length": "length", "short": "length", "pull": "length", "travel": "length", "near": "length", "depth": "length", "tag": "length", "diameter": "diameter",
    "bead": "diameter", "force": "force", "fish": "mass", "fly_mass": "mass", "mg": "mass", "speed": "speed",
    "wind": "speed", "sink": "speed", "temperature": "temperature",
}  # fmt: skip
"""What a figure written by a rule is."""
OWN_LENGTH = re.compile(r"(\d{1,4}(?:[.,]\d{1,4})?) {1,3}([A-Za-z]{2,10})")
BARE_NUMBER = re.compile(r"[-−]?(\d+([.,]\d*)?|[.,]\d+)")
FIELD_UNITS = (("_m_s", 1.0), ("_mm", 0.001), ("_mg", 1e-6), ("_kg", 1.0), ("_m", 1.0), ("_c", 1.0))
"""SI of a document's field by the end of its name."""
LIMITS = {"ge": say("at-least"), "gt": say("more-than"), "le": say("at-most"), "lt": say("less-than")}


THIRD_DECIMAL = 0.0015
"""mm: a diameter that is farther than this from its second decimal shows the third."""


def half_up(value: float, decimals: int) -> str:
    """Return a figure with so many decimals; a tie goes away from nought, as the screen writes it too. Never ``-0``.

    Examples
    --------
    >>> half_up(0.25, 1), half_up(-0.25, 1), half_up(1.005, 2), half_up(-0.001, 2)
    ('0.3', '-0.3', '1.00', '0.00')
    """
    exact = Decimal(value).quantize(Decimal(1).scaleb(-decimals), ROUND_HALF_UP)
    return f"{exact + 0:.{decimals}f}" if exact else f"{0:.{decimals}f}"


@dataclass(frozen=True)
class Writer:
    """Writes SI values in a person's units, and reads what the person types in a field that is written so.

    `own` are lengths a person measures with, by name, m: ``2 rods``, ``1.5 hands``.
    """

    system: System = "metric"
    own: tuple[tuple[str, float], ...] = ()

    @property
    def units(self) -> Units:
        """What was chosen."""
        return units_of(self.system)

    @property
    def rules(self) -> Mapping[str, Rule]:
        """How each kind of figure is written."""
        return self.units.rules

    def number(self, value: float, decimals: int) -> str:
        """Return a number that is the same in all units, with the person's decimal mark.

        Examples
        --------
        >>> Writer("metric,mark=comma").number(-1.25, 1), Writer().number(3, 0)
        ('−1,3', '3')
        """
        return half_up(value, decimals).replace("-", "−").replace(".", self.units.mark)

    def marked(self, text: str) -> str:
        """Return a sentence that was written without the person, with their decimal mark in its numbers.

        Examples
        --------
        >>> Writer("metric,mark=comma").marked("1.5 g on 0.12 mm. 3 more.")
        '1,5 g on 0,12 mm. 3 more.'
        """
        return text if self.units.mark == "." else POINT.sub(self.units.mark, text)

    def figure(self, what: str, si: float) -> Figure:
        """Return a value in the rule called `what` (``length``, ``diameter``, ``force``, …)."""
        rule = self.rules[what]
        value = (si + rule.offset) * rule.factor
        if rule.form == "x":
            return Figure(_x_text(value).replace(".", self.units.mark), "")
        if rule.form == "feet_inches":
            return Figure(_feet_text(value * 12), "")
        if rule.form == "sixty_fourths":
            return Figure(_part_text(value), "")
        decimals = rule.decimals
        if rule.unit == "mm" and decimals == 2 and abs(float(half_up(value, 2)) - value) > THIRD_DECIMAL:
            decimals = 3
        return Figure(self.number(value, decimals), rule.unit)

    def text(self, what: str, si: float) -> str:
        """Return the same as one text: ``3.40 m``; what is short is told as a length from a metre on.

        Examples
        --------
        >>> Writer().text("short", 0.5), Writer().text("short", 1.36)
        ('50 cm', '1.36 m')
        """
        return str(self.figure(self._told(what, si), si))

    def between(self, what: str, low: float, high: float) -> str:
        """Return two values with their unit once: ``60–90 cm``, ``0.60–1.80 m``.

        Examples
        --------
        >>> Writer().between("short", 0.6, 0.9), Writer().between("short", 0.6, 1.8)
        ('60–90 cm', '0.60–1.80 m')
        """
        rule = self._told(what, high)
        return f"{self.figure(rule, low).digits}–{self.figure(rule, high)}"

    def _told(self, what: str, si: float) -> str:
        longer = self.rules[what].length_from
        return what if longer is None or abs(si) < longer else "length"

    def read(self, what: str, text: str, path: str = "value") -> float:
        """Return what was typed in a field written by the rule `what`, SI; a bare number is in the unit the field shows.

        Raises
        ------
        InputError
            With an example of what would do.

        Examples
        --------
        >>> round(Writer("imperial").read("short", "2"), 4), Writer().read("short", "2")
        (0.0508, 0.02)
        >>> round(Writer("x").read("diameter", "5") * 1000, 4)
        0.1524
        >>> Writer(own=(("rod", 3.2),)).read("depth", "2 rods")
        6.4
        """
        rule = self.rules[what]
        laid = self._laid(text) if KIND_OF_RULE[what] == "length" else None
        if laid is not None:
            return laid
        if rule.form == "x" and BARE_NUMBER.fullmatch(text.strip()):
            text = f"{text.strip()}X"
        bare = INCHES_OF_X if rule.form == "x" else rule.unit
        return parse(KIND_OF_RULE[what], text, bare, path)

    def _laid(self, text: str) -> float | None:
        """Return so many of one's own lengths, m; None where the text is no such thing."""
        found = OWN_LENGTH.fullmatch(text.strip()) if self.own and len(text) <= LONGEST_TEXT else None
        if found is None:
            return None
        word = found[2].lower()
        length = dict(self.own).get(word, dict(self.own).get(word.removesuffix("s")))
        return None if length is None else float(found[1].replace(",", ".")) * length

    def limit(self, what: str, field: str, context: Mapping[str, object]) -> str:
        """Return the limit a document's field broke, in the person's units; empty where none is told.

        Parameters
        ----------
        what
            The rule it is written by.
        field
            Its name, with the unit at its end (``length_mm``).
        context
            The limits as a validator tells them: ``{"ge": 20}``.
        """
        factor = next((f for ending, f in FIELD_UNITS if field.endswith(ending)), 1.0)
        told = [
            f"{words} {self.text(what, float(value) * factor)}"
            for key, words in LIMITS.items()
            if isinstance(value := context.get(key), int | float)
        ]
        return " and ".join(told)
