"""What of a rig is stepped on a ladder, and its rungs: every weight of it that is owned, and those sold beside them."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.errors import InputError
from jarana.core.rig.model import Attachment, Rig
from jarana.core.situation import Situation
from jarana.core.tackle.bead import bead, beads
from jarana.core.tackle.drawer import MEASURED
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.shot import Shot, shots
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
bead = { $bead } bead
no-bead = no bead
shot = { $weight } shot
turns = { $n ->
    [one] 1 turn
   *[other] { $n } turns
}
no-ladder = Nothing of this rig can be made heavier or lighter.
""",
)
HEAVIEST = 16
"""Beads of a pattern that are rungs at most, lightest first."""


@dataclass(frozen=True)
class Rung:
    """A weight that can be put on: in words, the body, how big it is drawn (mm), whether it is owned, and in a figure."""

    text: str
    body: Fly | Shot
    size: float
    owned: bool
    figure: str = ""


def nothing_to_step(rig: Rig) -> InputError:
    """Return that nothing of a rig can be made heavier or lighter."""
    return InputError.one("rig", rig.name, say("no-ladder"))


def rungs_of(situation: Situation) -> tuple[Attachment, list[Rung]]:
    """Return what is stepped, the shot or else the point fly, and every weight of it, lightest first."""
    rig, writer = situation.rig, situation.writer
    shot = next((a for a in rig.attachments if a.body.kind == "shot"), None)
    if shot is not None:
        return shot, _shots(situation, shot, writer)
    point = rig.point
    if point.fly is None or point.id == rig.head.holds():
        raise nothing_to_step(rig)
    return point, _beads(situation, point.fly, writer)


def _shots(situation: Situation, attachment: Attachment, writer: Writer) -> list[Rung]:
    assert isinstance(attachment.body, Shot)
    owned = {round(s.mass_mg, 1) for s in situation.drawer.shots if s.count > 0}
    sold = {round(row.mass_g * 1000, 1) for row in shots().values()}
    made = []
    for mass in sorted(owned | sold):
        body = attachment.body.model_copy(update={"mass_mg": mass})
        weight = writer.text("fly_mass", mass * 1e-6)
        made.append(Rung(say("shot", weight=weight), body, body.diameter * 1000, mass in owned, weight))
    return made


def _beads(situation: Situation, fly: Fly, writer: Writer) -> list[Rung]:
    """Return every weight of the pattern that is owned, and beads as they are sold beside them, by mass."""
    pattern = next((p for p in situation.drawer.patterns if p.id == fly.pattern_id), None)
    owned = [pattern.tied(w) for w in pattern.weights if w.count] if pattern else []
    material = fly.bead.material if fly.bead else next(iter(beads()))
    have = {(f.bead.material, f.bead.diameter_mm) for f in owned if f.bead}
    sold = [
        fly.model_copy(update={"bead": bead(material, size), "wraps": None, "source": None, **MEASURED})
        for size in (beads()[material].sizes_mm if material in beads() else ())
        if (material, size) not in have
    ]
    flies = sorted((*owned, *sold), key=lambda f: (f.mass, f not in owned))[:HEAVIEST]
    wide = [f.bead.diameter_mm if f.bead else 0.0 for f in flies]
    figures = [writer.figure("bead", mm / 1000).digits if mm else "" for mm in wide]
    return [
        Rung(_weight(f, writer), f, mm, f in owned, figure) for f, mm, figure in zip(flies, wide, figures, strict=True)
    ]


def _weight(fly: Fly, writer: Writer) -> str:
    if fly.bead:
        return say("bead", bead=writer.text("bead", fly.bead.diameter_mm / 1000))
    return say("turns", n=fly.wraps.turns) if fly.wraps and fly.wraps.turns else say("no-bead")
