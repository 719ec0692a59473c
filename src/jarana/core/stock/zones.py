"""How a fly line sinks, as a person writes it: ``floating``, or lengths with their sink from the tip back."""

from __future__ import annotations

import re
from collections.abc import Sequence

from jarana.core import units
from jarana.core.errors import InputError
from jarana.core.tackle.drawer import SinkZone
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
most-lengths = at most { $most_zones } lengths
m-mm-s = { $length_m } m at { $sink_mm_s } mm/s
floating-or-lengths-4 = floating, { $known }, or lengths as “4 m at 3 in/s; 20 m at type 5”
sinks-5-260-mm = sinks of 5 to 260 mm/s over lengths up to 40 m
""",
)

WORDS = {
    "just-subsurface": 13.0,
    "intermediate": 32.0,
    "type 3": 76.0,
    "type 5": 127.0,
    "type 6": 152.0,
    "type 7": 184.0,
}
"""mm/s, the middle of what such labels mean (tables of sink labels)."""
WHOLE_LINE_M = 30.0
MOST_ZONES = 6


def read_zones(text: str) -> tuple[SinkZone, ...]:
    """Return the sinking lengths of a line; none for ``floating``.

    Examples
    --------
    >>> read_zones("floating"), read_zones("intermediate")[0].sink_mm_s
    ((), 32.0)
    >>> [(z.length_m, z.sink_mm_s) for z in read_zones("4 m at 3 in/s; 6 m at type 5; 20 m at 7.5 cm/s")]
    [(4.0, 76.2), (6.0, 127.0), (20.0, 75.0)]
    """
    word = text.strip().casefold()
    if word in ("", "floating"):
        return ()
    parts = [p.strip() for p in word.split(";") if p.strip()]
    if len(parts) > MOST_ZONES:
        raise InputError.one("sinks", text, say("most-lengths", most_zones=MOST_ZONES))
    return tuple(_zone(part, text) for part in parts)


def write_zones(zones: Sequence[SinkZone]) -> str:
    """Return the same as text, so that it reads back: in m and mm/s."""
    if not zones:
        return "floating"
    return "; ".join(say("m-mm-s", length_m=f"{z.length_m:g}", sink_mm_s=f"{z.sink_mm_s:g}") for z in zones)


def _zone(part: str, whole: str) -> SinkZone:
    length, at, sink = part.rpartition(" at ")
    try:
        metres = units.parse("length", length, "m") if at else WHOLE_LINE_M
        named = WORDS.get(sink.strip())
        in_mm = re.fullmatch(r"([\d.]+)\s*mm/s", sink.strip())
        speed = named or (float(in_mm[1]) if in_mm else units.parse("speed", sink, "in/s") * 1000)
    except (InputError, ValueError):
        known = ", ".join(WORDS)
        reason = say("floating-or-lengths-4", known=known)
        raise InputError.one("sinks", whole, reason) from None
    if not 5 <= speed <= 260 or not 0 < metres <= 40:
        raise InputError.one("sinks", whole, say("sinks-5-260-mm"))
    return SinkZone(length_m=float(f"{metres:.6g}"), sink_mm_s=float(f"{speed:.6g}"))
