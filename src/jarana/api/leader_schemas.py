"""What goes over the wire about leaders."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.leader.cast import Cast, Stroke
from jarana.core.leader.spec import LeaderDesign, LeaderSpec, schools
from jarana.core.model import Frozen, Key, Typed
from jarana.core.rig.edits.leader import UseLeader
from jarana.core.rig.model import Rig
from jarana.core.tackle.knot import knots
from jarana.core.tackle.packet import changes_until_extended, packets, tip_now
from jarana.core.units import Writer
from jarana.core.water.reach import Reach
from jarana.core.words import phrases
from jarana.usecases.design_leader import Designed

say = phrases(
    __name__,
    """
tip-now-after-four-fly = Tip now { $text }; after four fly changes tied straight to it { $text2 }. Tie tippet or a ring on{ " " }
within-changes = within { $changes } changes.
times-as-stiff = { $number } times as stiff
""",
)


class LeaderRequest(Frozen):
    """What a leader is designed from; an empty text leaves a figure to the rig in hand and the school.

    `spools` are the ids that may be used: every one of one's own where nothing is said, the reference ladder where it is empty.
    """

    rig: Rig
    water: Reach
    school: Key | Literal[""] = ""
    total: Typed = ""
    tippet: Typed = ""
    tippet_length: Typed = ""
    wind: Typed = ""
    stroke: Stroke = "usual"
    joint: Key | Literal[""] = ""
    ring: bool = False
    optimise: bool = True
    shares: tuple[float, float, float] | None = None
    packet: Key | str = Field(default="", max_length=64)
    cut_to: Typed = ""
    spools: tuple[Key, ...] | None = Field(default=None, max_length=2000)
    quarter_inch: bool = False
    seq: int = Field(default=0, ge=0, le=2**53)


class SectionShown(Frozen):
    """A section as it is read."""

    length: str
    diameter: str
    cut: str
    holds: str
    hinge: str


class LeaderAnswer(Frozen):
    """A leader, what it would do on the rig, and the edit that puts it there."""

    spec: LeaderSpec
    design: LeaderDesign
    shown: tuple[SectionShown, ...]
    total: str
    tippet: str
    sag: str
    weakest: str
    cast: Cast | None
    edit: UseLeader
    rig: Rig | None
    kept: tuple[str, ...]
    trouble: str
    packet: str
    seq: int

    @classmethod
    def of(cls, made: Designed, seq: int, writer: Writer) -> LeaderAnswer:
        """Return a designed leader as the screen needs it."""
        leader = made.leader
        shown = tuple(
            SectionShown(
                length=writer.text("length", s.length_mm / 1000),
                diameter=writer.text("diameter", s.d0_mm / 1000)
                + ("" if s.d0_mm == s.d1_mm else f" → {writer.text('diameter', s.d1_mm / 1000)}"),
                cut=writer.text("length", s.cut_mm / 1000),
                holds=writer.text("force", j.holds_n),
                hinge=say("times-as-stiff", number=writer.number(j.stiffness, 1)) if j.stiffness else "",
            )
            for s, j in zip(leader.sections, leader.joints, strict=True)
        )
        return cls(
            spec=made.spec,
            design=leader,
            shown=shown,
            total=writer.text("length", leader.total_mm / 1000),
            tippet=writer.text("diameter", made.spec.tippet_mm / 1000),
            sag=writer.text("short", leader.sag_m) if leader.sag_m is not None else "",
            weakest=f"{leader.weakest}, {writer.text('force', leader.weakest_n)}",
            cast=made.cast,
            edit=made.edit,
            rig=made.rig,
            kept=made.kept,
            trouble=made.trouble,
            packet=_packet_words(made.spec, writer),
            seq=seq,
        )


def _packet_words(spec: LeaderSpec, writer: Writer) -> str:
    packet = spec.packet
    if packet is None:
        return ""
    tip, later = tip_now(packet), tip_now(packet, 4)
    changes = changes_until_extended(packet)
    return say(
        "tip-now-after-four-fly", text=writer.text("diameter", tip / 1000), text2=writer.text("diameter", later / 1000)
    ) + ("now." if changes < 1 else say("within-changes", changes=changes))


class SchoolView(Frozen):
    """A school of leader."""

    key: str
    name: str
    kind: str
    about: str


class PacketView(Frozen):
    """A ready-made leader."""

    key: str
    name: str
    coated: bool


class KnotName(Frozen):
    """A knot between two lines."""

    key: str
    name: str


class LeaderBook(Frozen):
    """Schools, ready-made leaders, knots."""

    schools: tuple[SchoolView, ...]
    packets: tuple[PacketView, ...]
    joints: tuple[KnotName, ...]

    @classmethod
    def whole(cls) -> LeaderBook:
        """Return everything there is."""
        return cls(
            schools=tuple(SchoolView(key=s.key, name=s.name, kind=s.kind, about=s.about) for s in schools().values()),
            packets=tuple(
                PacketView(key=p.key, name=p.name, coated=p.material.family == "coated") for p in packets().values()
            ),
            joints=tuple(KnotName(key=k.key, name=k.name) for k in knots().values() if "line" in k.joins),
        )
