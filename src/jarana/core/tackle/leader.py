"""Leaders one owns ready made: tapered, sinking, braided; what is left of them, and the spans a rig has when one is on."""

from __future__ import annotations

from itertools import pairwise
from typing import ClassVar, Literal

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.engine.hydro.terminal_speed import density_for_level_sink
from jarana.core.engine.hydro.water_properties import water_at
from jarana.core.model import Frozen, Key, Text
from jarana.core.tackle.material import Material, materials
from jarana.core.words import phrases

Made = Literal["tapered mono", "tapered fluorocarbon", "sinking", "braided"]
MATERIAL: dict[Made, str] = {
    "tapered mono": "nylon-butt", "tapered fluorocarbon": "fluorocarbon", "sinking": "coated", "braided": "floating-braid",
}  # fmt: skip
"""The row of the materials table each is made of."""
say = phrases(
    __name__,
    """
butt = butt
taper = taper
tip = tip
""",
)
PIECES = {"butt": say("butt"), "taper": say("taper"), "tip": say("tip")}
"""What a piece of a leader is called in a rig."""
SINKS: Made = "sinking"
"""The kind that has a sink rate."""
LABEL_C = 15.0
"""°C of the water a sink rate is labelled in."""
LEAST_PIECE_M = 0.02
"""m: a shorter piece of a leader that was cut back is left out."""


class Piece(Frozen):
    """A piece of a leader: what it is called, its diameters at both ends, mm, and its length, m."""

    name: Literal["butt", "taper", "tip"]
    d0_mm: float
    d1_mm: float
    length: float


def piece_called(leader: OwnedLeader, place: int) -> str:
    """Return what a piece of a leader is called as a span: the first as the whole leader."""
    return leader.name if place == 0 else f"{leader.name}, {PIECES[leader.pieces()[place].name]}"


class OwnedLeader(Document):
    """A ready-made leader in the wallet.

    Attributes
    ----------
    butt_m, tip_m
        How much of it is level at either end; the rest is taper.
    sink_mm_s
        Level sink as labelled or timed; None where it floats or nobody said.
    strength_kg
        Of its tip, as labelled.
    cut_m
        Cut off its tip already.
    suits
        What it is for, in the person's words.
    """

    TYPE: ClassVar[str] = "leader"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text
    made: Made = "tapered mono"
    length_m: float = Field(gt=0.2, le=12)
    butt_mm: float = Field(gt=0.1, le=2)
    tip_mm: float = Field(gt=0.05, le=2)
    butt_m: float = Field(default=0.0, ge=0, le=10)
    tip_m: float = Field(default=0.0, ge=0, le=10)
    sink_mm_s: float | None = Field(default=None, gt=0, le=400)
    strength_kg: float | None = Field(default=None, gt=0, le=60)
    cut_m: float = Field(default=0.0, ge=0, le=12)
    count: int = Field(default=1, ge=0, le=1000)
    low: int = Field(default=0, ge=0, le=1000)
    suits: Text = ""

    @property
    def material(self) -> Material:
        """Its material; one that sinks by a label has the density its thick end then needs."""
        row = materials()[MATERIAL[self.made]]
        if self.sink_mm_s is None:
            return row
        density = density_for_level_sink(self.butt_mm / 1000, self.sink_mm_s / 1000, water_at(LABEL_C))
        return row.model_copy(update={"density_kg_m3": round(density, 1)})

    @property
    def left_m(self) -> float:
        """What is left of it, m."""
        return max(self.length_m - self.cut_m, 0.0)

    def told_of(self, piece: Piece) -> float | None:
        """Return the labelled strength of a piece, kg: known of a level tip alone."""
        return self.strength_kg if piece.name == "tip" and piece.d0_mm == piece.d1_mm else None

    def diameter_at(self, down: float) -> float:
        """Return its diameter so far below its butt's end, mm: level, straight taper, level.

        Examples
        --------
        >>> packet = OwnedLeader(id="a", name="a", length_m=3.0, butt_mm=0.5, tip_mm=0.2, butt_m=1.0, tip_m=1.0)
        >>> packet.diameter_at(0.5), round(packet.diameter_at(1.5), 3), packet.diameter_at(2.9)
        (0.5, 0.35, 0.2)
        """
        taper = self.length_m - self.butt_m - self.tip_m
        share = (down - self.butt_m) / taper if taper > 0 else float(down >= self.butt_m)
        return self.butt_mm + (self.tip_mm - self.butt_mm) * min(max(share, 0.0), 1.0)

    def pieces(self) -> tuple[Piece, ...]:
        """Return the pieces of what is left: butt, taper, tip."""
        ends = [
            0.0,
            min(self.butt_m, self.left_m),
            min(max(self.length_m - self.tip_m, self.butt_m), self.left_m),
            self.left_m,
        ]
        rows = []
        for name, (a, b) in zip(("butt", "taper", "tip"), pairwise(ends), strict=True):
            if b - a >= LEAST_PIECE_M:
                d0, d1 = (round(self.diameter_at(m), 4) for m in (a, b))
                rows.append(Piece(name=name, d0_mm=d0, d1_mm=d1, length=round(b - a, 4)))
        return tuple(rows)
