"""What a leader is designed from, and what the design says; the JSON of ``jarana leader design``."""

from __future__ import annotations

from functools import cache
from pathlib import Path
from typing import Literal

from pydantic import Field, model_validator

from jarana.core.law import Asked
from jarana.core.leader.cast import Cast, Stroke
from jarana.core.leader.hinge import Grade
from jarana.core.model import Frozen, Key, Text
from jarana.core.tables import TableRow, load_table
from jarana.core.tackle.drawer import Spool
from jarana.core.tackle.knot import Knot, usual_knot
from jarana.core.tackle.material import Material
from jarana.core.tackle.packet import Packet
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
shares-make-one-whole = the shares make one whole
""",
)

MOST_SPOOLS = 400
Kind = Literal["taper", "contact", "tapered contact", "level", "sinking", "packet"]
Group = Literal["butt", "step", "tippet", "sighter", "packet"]
RoundTo = Literal["5 mm", "quarter inch"]
STRONGEST_M_S = 15.0
"""A leader is designed against no stronger head wind, m/s."""

TABLES = Path(__file__).parent / "tables"


class School(TableRow):
    """A school of leader: shares of butt, step-down and tippet."""

    kind: Kind
    butt: float
    step: float
    tippet: float
    about: str


@cache
def schools() -> dict[str, School]:
    """Return the schools by key."""
    return load_table(TABLES / "schools.toml", School)


class CastFly(Frozen):
    """A fly as a cast leader feels it; `above_point_mm` says where it hangs."""

    name: Text
    mass_mg: float = Field(gt=0, le=20000)
    drag_area_mm2: float = Field(ge=0, le=2000)
    above_point_mm: float = Field(default=0, ge=0, le=12000)


class Shares(Frozen):
    """Butt, step-down and tippet as shares of the whole."""

    butt: float = Field(ge=0.05, le=0.95)
    step: float = Field(ge=0, le=0.9)
    tippet: float = Field(ge=0.02, le=0.9)

    @model_validator(mode="after")
    def _whole(self) -> Shares:
        if abs(self.butt + self.step + self.tippet - 1) > 0.005:
            raise ValueError(say("shares-make-one-whole"))
        return self


class LeaderSpec(Frozen):
    """What a leader is designed from, millimetres.

    Attributes
    ----------
    spools
        What may be used; the reference ladder where there is none.
    tippet_length_mm
        Of the last section; by the school's share where nothing is given.
    most_rods
        Longest leader in rod lengths, where a rule or a habit says so.
    tolerance
        How far the optimiser may move a share.
    """

    version: Literal[1] = 1
    school: Key = "all-round"
    shares: Shares | None = None
    total_mm: float = Field(default=2700, ge=600, le=15000)
    line_class: int = Field(default=5, ge=0, le=15)
    line_tip_mm: float = Field(default=0.95, ge=0.25, le=3)
    rod_mm: float = Field(default=2750, ge=600, le=6000)
    tippet_mm: float = Field(default=0.15, ge=0.06, le=0.6)
    tippet_length_mm: float | None = Field(default=None, ge=150, le=8000)
    spools: tuple[Spool, ...] = Field(default=(), max_length=MOST_SPOOLS)
    packet: Packet | None = None
    round_to: RoundTo = "5 mm"
    largest_step_mm: float = Field(default=0.05, ge=0.01, le=0.3)
    largest_ratio: float = Field(default=1.34, ge=1.05, le=3)
    least_section_mm: float = Field(default=150, ge=40, le=1000)
    most_rods: float | None = Field(default=None, ge=0.3, le=6)
    joint: Key = Field(default_factory=lambda: usual_knot("step").key)
    ring: bool = False
    tolerance: float = Field(default=0.05, ge=0, le=0.2)
    flies: tuple[CastFly, ...] = Field(default=(), max_length=5)
    wind_m_s: float = Field(default=0, ge=0, le=STRONGEST_M_S)
    stroke: Stroke = "usual"


class LeaderSection(Frozen):
    """A section: which spool, how thick, how long finished and cut."""

    group: Group
    name: str
    spool_id: str | None
    spool: str
    material: Material
    d0_mm: float
    d1_mm: float
    length_mm: float
    cut_mm: float
    strength_n: float


class LeaderJoint(Frozen):
    """The joint above a section: its knot and why, the step there and how stiff the two sides are."""

    knot: Knot
    loop: Knot | None = None
    ring: bool = False
    why: str
    step_mm: float
    ratio: float
    stiffness: float
    hinge: Grade
    holds_n: float


class Use(Frozen):
    """Metres a spool gives up."""

    spool_id: str
    name: str
    metres: float
    left_m: float
    short: bool


class LeaderDesign(Frozen):
    """A leader: sections from the fly line down that make up the total exactly, and what it is worth.

    `fits` where no rule is broken; `broken` names those that are, `missing` the diameters that would mend it.
    """

    school: str
    total_mm: float
    fits: bool
    broken: tuple[str, ...]
    missing: tuple[str, ...]
    sections: tuple[LeaderSection, ...]
    joints: tuple[LeaderJoint, ...]
    uses: tuple[Use, ...]
    cast: Cast | None
    cast_note: str
    sag_m: float | None
    weakest_n: float
    weakest: str
    remarks: tuple[str, ...] = ()
    laws: tuple[Asked, ...] = ()
