"""Ready-made tapers: how thick they are anywhere, where they are so thick, and what fly changes leave of them."""

from __future__ import annotations

from functools import cache
from pathlib import Path

from pydantic import Field

from jarana.core.errors import InputError
from jarana.core.model import Frozen, Key, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.material import Material, materials
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
mm-thick = it is { $thin } to { $thick } mm thick
""",
)

TABLES = Path(__file__).parent / "tables"
CHANGE_MM = 100.0
"""Line a fly change costs: the knot, its stub and what is held while tying."""
EXTEND_AT = 1.25
"""When its tip has grown by so much of what it was, tie tippet or a ring on instead of cutting further."""


class PacketRow(TableRow):
    """A ready-made leader of the table."""

    material: str
    butt_mm: float
    tip_mm: float
    butt_m: float
    taper_m: float
    tip_m: float


class Packet(Frozen):
    """A ready-made taper: level butt, straight taper, level tip. `cut_m` was cut off its tip already."""

    key: Key
    name: Text
    material: Material
    butt_mm: float = Field(gt=0.1, le=2)
    tip_mm: float = Field(gt=0.05, le=2)
    butt_m: float = Field(ge=0, le=10)
    taper_m: float = Field(gt=0, le=10)
    tip_m: float = Field(ge=0, le=10)
    cut_m: float = Field(default=0, ge=0, le=20)

    @property
    def new_length(self) -> float:
        """As it came, m."""
        return self.butt_m + self.taper_m + self.tip_m

    @property
    def length(self) -> float:
        """What is left, m."""
        return max(self.new_length - self.cut_m, 0.0)


@cache
def packets() -> dict[str, Packet]:
    """Return the ready-made leaders of the table."""
    rows = load_table(TABLES / "packets.toml", PacketRow)
    return {k: Packet(**(r.model_dump() | {"material": materials()[r.material]})) for k, r in rows.items()}


def diameter_at(packet: Packet, place: float) -> float:
    """Return the diameter (mm) so many metres from the butt's end of a packet as it came.

    Examples
    --------
    >>> round(diameter_at(packets()["2.7-0.18"], 1.875), 3)
    0.355
    """
    share = (place - packet.butt_m) / packet.taper_m
    return packet.butt_mm + (packet.tip_mm - packet.butt_mm) * min(max(share, 0.0), 1.0)


def place_of(packet: Packet, diameter_mm: float) -> float:
    """Return where (m from the butt's end) a packet is so thick: the thinnest such place of its taper.

    Raises
    ------
    InputError
        When it is nowhere so thick.
    """
    thin, thick = sorted((packet.tip_mm, packet.butt_mm))
    if not thin - 1e-9 <= diameter_mm <= thick + 1e-9:
        raise InputError.one("diameter", f"{diameter_mm:g}", say("mm-thick", thin=f"{thin:g}", thick=f"{thick:g}"))
    if abs(diameter_mm - packet.tip_mm) < 1e-9:
        return packet.new_length
    return packet.butt_m + packet.taper_m * (diameter_mm - packet.butt_mm) / (packet.tip_mm - packet.butt_mm)


def cut_back(packet: Packet, metres: float) -> Packet:
    """Return a packet with more cut off its tip."""
    return packet.model_copy(update={"cut_m": min(packet.cut_m + metres, packet.new_length)})


def tip_now(packet: Packet, changes: int = 0, each_mm: float = CHANGE_MM) -> float:
    """Return the diameter (mm) of its tip after so many more fly changes tied straight to it."""
    left = max(packet.length - changes * each_mm / 1000, 0.0)
    return diameter_at(packet, left)


def changes_until_extended(packet: Packet, each_mm: float = CHANGE_MM) -> int:
    """Return after how many fly changes its tip has grown so thick that tippet or a ring should be tied on."""
    limit = min(packet.tip_mm * EXTEND_AT, packet.butt_mm)
    spare = packet.length - place_of(packet, limit)
    return max(int(spare * 1000 / each_mm + 1e-9), 0)
