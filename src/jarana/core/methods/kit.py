"""A rig put together from a drawer: every choice with its reason, and what is not owned named with the nearest that is.

A method asks a kit for what it wants. Where the drawer has it, the rig is made of it; where it has not, the rig is made of the
table's, without a source, and the lack is written down.
"""

from __future__ import annotations

import math
from collections.abc import Callable
from typing import Literal

from jarana.core.engine.hydro.terminal_speed import line_weight
from jarana.core.engine.hydro.water_properties import GRAM_FORCE, LIFT_WATER_C, water_at
from jarana.core.errors import InputError
from jarana.core.heads.float import FARTHEST_MM, FloatHead
from jarana.core.heads.held import HeldHead
from jarana.core.methods.box import in_box, nearest_fly, owned_fly, stands_for, tied_on
from jarana.core.methods.called import part_called
from jarana.core.methods.chosen import Chosen, Missing
from jarana.core.rig.model import (
    LONGEST_SPAN_MM,
    AtJoint,
    AtPoint,
    AtSpan,
    Attachment,
    Head,
    Joint,
    Link,
    Motion,
    Rig,
    Ring,
    Span,
    SpoolRef,
)
from jarana.core.rig.stance import Stance
from jarana.core.situation import Setting
from jarana.core.strength.tippet import tippet_range
from jarana.core.tackle.bead import bead, beads
from jarana.core.tackle.drawer import FlyLine, Rod, SinkZone, Spool
from jarana.core.tackle.dressing import Use, dressing, dressings_for
from jarana.core.tackle.float import Float, float_of, floats
from jarana.core.tackle.fly import Fly
from jarana.core.tackle.hook import hook, size_label
from jarana.core.tackle.knot import Knot, KnotUse
from jarana.core.tackle.material import materials
from jarana.core.tackle.pegged_bead import PeggedBead
from jarana.core.tackle.shot import Shot, shot_of, shots
from jarana.core.water.kinds.base import Way
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
thin-level-line = thin level line
floating-line = floating line
intermediate-line = intermediate line
multi-density-sinking-line = multi-density sinking line
very-fast-sinking-line = very fast sinking line
would-long-no-span = { $name } would be that long here; no span is longer than { $most }
spool = spool { $number }
not-yours = not yours
you-own = ; you own { $listed }
current = #{ $size } and { $mass_kg }{ $where }{ $have }
in-current = {" "}in this current
pattern = { $name } pattern
bead = , { $bead_mm } bead
fly = { $name } fly #{ $size }{ $with_bead }
stands-for = it stands for { $what }, which is about
bead-2 = , { $diameter_mm } bead
bears-g = { $part }: { $label }, bears { $lift_gf } g
shot = Shot: { $name }
g-shot = a { $grams } g shot
sits-right-g-lift = sits right at { $wanted } g of lift
float-bears-g = a float that bears { $wanted } g
float-g = Float: { $name }, { $lift_gf } g
float-would-set-so = the float would be set so far above the point; at most { $most } can be fished
weight = a { $name }, { $line_class }-weight
rod-weight-line = a rod for a { $line_class }-weight line
weight-2 = a { $line_class }-weight
small-ring = a small ring
""",
)

NEAR_DIAMETER = 0.2
"""A spool within this share of what is wanted will do."""
SITS_RIGHT = 0.62
"""Share of its lift a float is loaded to where it shows a take best."""
SLANT = 0.6
"""By so much more, for each m/s of surface pace, a rig pulls than it weighs: its line slants (starting value)."""
FLOAT_OFF = 2.5
"""A float with so many times what is wanted, or so much less, is not the one."""
PULL_BY_CLASS = {3: 3.5, 4: 5.0, 5: 7.0, 6: 9.0, 8: 12.0}
"""N in a steady bend, by the largest class it holds for (force on the tippet, tables of practice)."""
LineKind = Literal["thin", "floating", "just under", "many zones", "down"]
LINES: dict[LineKind, tuple[str, Callable[[FlyLine], bool], tuple[SinkZone, ...]]] = {
    "thin": (say("thin-level-line"), lambda line: line.tip_mm <= 0.75, ()),
    "floating": (say("floating-line"), lambda line: not line.zones and line.tip_mm > 0.75, ()),
    "just under": (
        say("intermediate-line"),
        lambda line: len(line.zones) == 1 and line.zones[0].sink_mm_s < 45,
        (SinkZone(length_m=30, sink_mm_s=32),),
    ),
    "many zones": (
        say("multi-density-sinking-line"),
        lambda line: len(line.zones) >= 2,
        (SinkZone(length_m=4, sink_mm_s=75), SinkZone(length_m=6, sink_mm_s=127), SinkZone(length_m=20, sink_mm_s=75)),
    ),
    "down": (
        say("very-fast-sinking-line"),
        lambda line: len(line.zones) == 1 and line.zones[0].sink_mm_s > 150,
        (SinkZone(length_m=30, sink_mm_s=184),),
    ),
}  # fmt: skip
"""Kinds of fly line: what one is called, which owned ones are of it, and the zones of the reference one."""


class Kit:
    """A rig while it is put together, from the line down."""

    def __init__(self, setting: Setting, rod_class: int, way: Callable[[bool], Way]) -> None:
        self.setting = setting
        self.drawer, self.reach, self.writer = setting.drawer, setting.water, setting.writer
        self.head_wind = max(self.reach.head_wind(way(self.reach.nature.flows)), 0.0)
        self.spans: list[Span] = []
        self.joints: list[Joint] = []
        self.attachments: list[Attachment] = []
        self.choices: list[Chosen] = []
        self.missing: list[Missing] = []
        self.rod = self._rod(rod_class)

    def section(
        self,
        key: str,
        name: str,
        wanted: tuple[str, ...],
        mm: float,
        length_mm: float,
        *,
        knot: KnotUse = "step",
        dressed: str = "none",
        ring: bool = False,
        because: str = "",
    ) -> Span:
        """Add a level section of the first of these materials owned near a diameter, tied to the one above."""
        length = max(round(length_mm / 10) * 10, 20)
        if length > LONGEST_SPAN_MM:
            asked, most = (self.writer.text("length", mm_ / 1000) for mm_ in (length, LONGEST_SPAN_MM))
            raise InputError.one("water.depth", asked, say("would-long-no-span", name=name.lower(), most=most))
        found = self.spool(wanted, mm, length)
        material = found.material if found else materials()[wanted[0]]
        diameter = found.diameter_mm if found else mm
        span = Span(
            id=key,
            name=name,
            material=material,
            d0_mm=diameter,
            d1_mm=diameter,
            length_mm=length,
            spool=SpoolRef.of(found) if found else None,
            dressing=dressed,
        )
        if found is None:
            self.lacks(key, f"{material.name.lower()} {self.mm(mm)}", self.nearest_spool(wanted, mm))
        where = say("spool", number=found.number) if found else say("not-yours")
        self.says(key, f"{name}: {self.mm(diameter)} {material.short}, {where}", because)
        self.tie_joint(key, knot, ring)
        self.spans.append(span)
        return span

    def tippet(
        self,
        key: str,
        name: str,
        fly: Fly,
        usual_mm: float,
        length_mm: float,
        wanted: tuple[str, ...] = ("fluorocarbon", "copolymer", "nylon-tippet"),
        *,
        knot: KnotUse = "joint",
        ring: bool = False,
        dressed: str = "degreased",
    ) -> Span:
        """Add a tippet: the method's usual size, stouter where the fish in this current asks for more."""
        fish = self.reach.fish
        span = tippet_range(fly, self.reach, self.rod, materials()[wanted[0]])
        least = span.fish_least * 1000
        mm = usual_mm if least <= usual_mm * 1.15 else min(least, usual_mm * 1.6)
        owned = sorted({s.diameter_mm for s in self.drawer.spools if s.material.key in wanted})
        told = any("you own" in c.text for c in self.choices)
        have = say("you-own", listed=_listed([self.mm(d) for d in owned])) if owned and not told else ""
        where = "" if self.reach.still else say("in-current")
        because = say(
            "current", size=fly.hook.label, mass_kg=self.writer.text("fish", fish.mass_kg), where=where, have=have
        )
        return self.section(key, name, wanted, mm, length_mm, knot=knot, ring=ring, dressed=dressed, because=because)

    def fly(self, part: str, use: Use, size: int, bead_mm: float = 0.0, because: str = "") -> Fly:
        """Return the owned fly nearest to a use, a hook size and a bead (0: none)."""
        found = owned_fly(self.drawer, self.reach, dressings_for(use), size, bead_mm)
        if found is None:
            row = tied_on(dressings_for(use), size)
            metal = bead(next(iter(beads())), bead_mm) if bead_mm else None
            made = Fly(
                pattern=say("pattern", name=row.name),
                hook=hook(size, barbless=self.setting.rules is not None and self.setting.rules.barbless),
                bead=metal,
                dressing=dressing(row.key, size),
                lift_gf=row.lift_gf,
            )
            with_bead = say("bead", bead_mm=self.writer.text("bead", bead_mm / 1000)) if bead_mm else ""
            self.lacks(
                part,
                say("fly", name=row.name, size=size_label(size), with_bead=with_bead),
                nearest_fly(self.drawer, size, bead_mm),
            )
            found = made
        owned = next((p for p in self.drawer.patterns if p.id == found.pattern_id), None)
        if owned is not None and stands_for(owned, self.reach):
            eaten = say("stands-for", what=owned.stands_for)
            because = f"{because}; {eaten}" if because else eaten
        weight = (
            say("bead-2", diameter_mm=self.writer.text("bead", found.bead.diameter_mm / 1000)) if found.bead else ""
        )
        self.says(part, f"{part_called(part).capitalize()}: {found.label}{weight}", because)
        return found

    def dry(self, part: str, size: int, least_gf: float = 0.0, because: str = "") -> Fly:
        """Return the owned dry fly nearest to a size that bears at least so much, grams-force."""
        floating = dressings_for("floating")
        fits = [
            p
            for p in self.drawer.patterns
            if (p.lift_gf or 0.0) >= max(least_gf, 1e-9) and p.dressing.key in floating and in_box(p)
        ]
        if not fits:
            return self.fly(part, "floating", size, because=because)
        found = min(fits, key=lambda p: (abs(p.hook.size - size), floating.index(p.dressing.key)))
        fly = found.tied(next(w for w in found.weights if w.count))
        self.says(
            part,
            say("bears-g", part=part_called(part).capitalize(), label=fly.label, lift_gf=f"{found.lift_gf:g}"),
            because,
        )
        return fly

    def point(self, body: Fly | Shot, knot: KnotUse = "eye", key: str = "point") -> None:
        """Tie a fly, or a shot against its stopper, to the end."""
        self.attachments.append(Attachment(id=key, at=AtPoint(), school="point", knot=self.knot(knot), body=body))

    def dropper(
        self, key: str, above: str, fly: Fly, tag_mm: float, *, school: str = "tag", knot: KnotUse = "eye"
    ) -> None:
        """Hang a fly at the joint above a section; school ``bend`` sets it in the line."""
        link = None if school == "bend" else Link(length_mm=tag_mm)
        self.attachments.append(
            Attachment(id=key, at=AtJoint(joint=f"j-{above}"), school=school, link=link, knot=self.knot(knot), body=fly)
        )

    def on_span(self, key: str, span: str, mm: float, body: Shot | PeggedBead) -> None:
        """Pinch a shot on, or peg a bead to, a section so many millimetres below its upper end."""
        knot: KnotUse = "peg" if body.kind == "pegged bead" else "stopper"
        self.attachments.append(
            Attachment(id=key, at=AtSpan(span=span, mm=mm), school="point", knot=self.knot(knot), body=body)
        )

    def shot(self, part: str, grams: float, because: str = "") -> Shot:
        """Return the owned shot nearest to a weight."""
        owned = [s for s in self.drawer.shots if s.count > 0 and s.material != "lead"]
        if owned:
            found = min(owned, key=lambda s: abs(s.mass_mg - grams * 1000))
            if 0.5 < found.mass_mg / (grams * 1000) < 2:
                self.says(part, say("shot", name=found.name), because)
                return Shot(name=found.name, mass_mg=found.mass_mg)
        key = min(shots(), key=lambda k: abs(shots()[k].mass_g - grams))
        self.lacks(part, say("g-shot", grams=f"{grams:.2g}"), "")
        return shot_of(key)

    def float_for(
        self, bodies: tuple[Fly | Shot, ...], line_mm: float, density: float, below_mm: float, current: float = 1.0,
        because: str = "",
    ) -> Float:  # fmt: skip
        """Return the owned float whose lift suits the weight in water of what hangs below it.

        `current` is how many times that weight the rig pulls where the line lies long in fast water.
        """
        water = water_at(LIFT_WATER_C)
        current *= 1 + SLANT * self.reach.pace_m_s
        weight = sum(b.body("b").submerged_weight(water) for b in bodies)
        weight += line_weight(line_mm / 1000, density, water) * below_mm / 1000
        wanted = max(current * max(weight, 0.0) / SITS_RIGHT / GRAM_FORCE, 1e-3)

        def off(lift: float) -> float:
            return abs(math.log(lift / wanted))

        found = min(self.drawer.floats, key=lambda f: off(f.lift_gf), default=None)
        because = because or say("sits-right-g-lift", wanted=f"{wanted:.1f}")
        if found is None or (off(found.lift_gf) > math.log(FLOAT_OFF) and found.lift_gf < wanted):
            self.lacks("float", say("float-bears-g", wanted=f"{wanted:.1f}"), found.name if found else "")
            key = min(floats(), key=lambda k: off(floats()[k].lift_gf))
            found = float_of(key).model_copy(update={"id": f"table-{key}"})
        self.says("float", say("float-g", name=found.name, lift_gf=f"{found.lift_gf:g}"), because)
        return found

    def float_head(
        self, bodies: tuple[Fly | Shot, ...], tippet: Span, below_mm: float, current: float = 1.0
    ) -> FloatHead:
        """Return the owned float that suits what hangs below it, set so far above the point."""
        if below_mm > FARTHEST_MM:
            asked, most = (self.writer.text("length", mm / 1000) for mm in (below_mm, FARTHEST_MM))
            raise InputError.one("water.depth", asked, say("float-would-set-so", most=most))
        body = self.float_for(bodies, tippet.d0_mm, tippet.material.density_kg_m3, below_mm, current)
        return FloatHead.set_above(body, self.spans, round(below_mm / 10) * 10)

    def line(self, kind: LineKind) -> FlyLine:
        """Return the owned line of a kind nearest to the rod's class; the reference one where there is none."""
        name, fits, zones = LINES[kind]
        line_class = self.rod.line_class
        owned = [row for row in self.drawer.lines if fits(row)]
        if owned:
            return min(owned, key=lambda row: abs(row.line_class - line_class))
        self.lacks(
            "line",
            say("weight", name=name, line_class=line_class),
            self.drawer.lines[0].name if self.drawer.lines else "",
        )
        tip = 0.55 if kind == "thin" else 0.95
        return FlyLine(id="table-line", name=name, tip_mm=tip, line_class=line_class, zones=zones)

    def rig(
        self,
        name: str,
        method: str,
        line: FlyLine,
        head: Head | None = None,
        motion: Motion | None = None,
        stance: Stance | None = None,
    ) -> Rig:
        """Return the whole rig, its flies from the top down."""
        order = {j.id: i for i, j in enumerate(self.joints)}
        spans = {s.id: i for i, s in enumerate(self.spans)}

        def place(a: Attachment) -> tuple[float, float]:
            if a.at.kind == "joint":
                return order[a.at.joint], 0.0
            if a.at.kind == "span":
                return spans[a.at.span], 1.0 + a.at.mm
            return 99.0, float(a.at.kind == "bend")

        return Rig(
            name=name,
            method=method,
            head=head or HeldHead(),
            rod=self.rod,
            line=line,
            spans=tuple(self.spans),
            joints=tuple(self.joints),
            attachments=tuple(sorted(self.attachments, key=place)),
            motion=motion or Motion(),
            stance=stance or Stance(),
        )

    def spool(self, wanted: tuple[str, ...], mm: float, length_mm: float = 0.0) -> Spool | None:
        """Return the owned spool of the first of these materials near a diameter, one with enough on it first."""
        for material in wanted:
            fits = [s for s in self.drawer.spools
                    if s.material.key == material and abs(s.diameter_mm - mm) <= NEAR_DIAMETER * mm]  # fmt: skip
            enough = [s for s in fits if s.left_m * 1000 >= length_mm + 400]
            if fits:
                return min(enough or fits, key=lambda s: abs(s.diameter_mm - mm))
        return None

    def knot(self, use: KnotUse) -> Knot:
        """Return the knot for a use, with the person's own pull tests."""
        return self.drawer.usual_knot(use)

    def mm(self, diameter_mm: float) -> str:
        """Write a diameter."""
        return self.writer.text("diameter", diameter_mm / 1000)

    def says(self, part: str, what: str, because: str = "") -> None:
        """Write a choice down."""
        self.choices.append(Chosen(part, self.writer.marked(f"{what}{' – ' + because if because else ''}.")))

    def lacks(self, part: str, what: str, nearest: str) -> None:
        """Write down what is not owned."""
        self.missing.append(Missing(part, self.writer.marked(what), nearest))

    def forgets(self, part: str) -> None:
        """Take back what was written down of a part: it is chosen otherwise, or not at all."""
        self.choices = [c for c in self.choices if c.part != part]
        self.missing = [m for m in self.missing if m.part != part]

    def leaves(self, parts: set[str], text: str) -> None:
        """Write down that parts are left off after all: they are neither chosen nor lacking."""
        for part in parts:
            self.forgets(part)
        if all(c.text != text for c in self.choices):
            self.choices.append(Chosen("flies", text))

    def _rod(self, line_class: int) -> Rod:
        """Return the rod nearest to a line class; the reference one where there is none."""
        if self.drawer.rods:
            return min(self.drawer.rods, key=lambda r: (abs(r.line_class - line_class), -r.length_mm))
        self.missing.append(Missing("rod", say("rod-weight-line", line_class=line_class), ""))
        pull = next((n for c, n in PULL_BY_CLASS.items() if line_class <= c), 12.0)
        return Rod(
            id="table-rod",
            name=say("weight-2", line_class=line_class),
            length_mm=3000,
            line_class=line_class,
            steady_pull_n=pull,
        )

    def told(self, rig: Rig) -> list[Chosen]:
        """Return the choices from the line down: sections, what holds the rig up, then the flies."""
        order = {s.id: i for i, s in enumerate(rig.spans)} | {a.id: 100 + i for i, a in enumerate(rig.attachments)}
        return sorted(self.choices, key=lambda c: order.get(c.part, 50))

    def tie_joint(self, key: str, knot: KnotUse, ring: bool) -> None:
        """Add the joint above the next span; the first is the leader's loop on the fly line's."""
        if not self.spans:
            self.joints.append(Joint(id="j-line", knot=self.knot("handshake"), loop=self.knot("leader loop")))
            return
        owned = next(iter(self.drawer.rings), None)
        made = Ring(diameter_mm=owned.diameter_mm, mass_mg=owned.mass_mg) if owned else Ring()
        if ring and owned is None:
            self.lacks(f"j-{key}", say("small-ring"), "")
        self.joints.append(Joint(id=f"j-{key}", knot=self.knot(knot), ring=made if ring else None))

    def nearest_spool(self, wanted: tuple[str, ...], mm: float) -> str:
        """Name the owned spool nearest to a diameter, of these materials where there is one."""
        rows = [s for s in self.drawer.spools if s.material.key in wanted] or list(self.drawer.spools)
        found = min(rows, key=lambda s: abs(s.diameter_mm - mm), default=None)
        return f"{found.label}, {self.mm(found.diameter_mm)}" if found else ""


def _listed(words: list[str]) -> str:
    return " and ".join([", ".join(words[:-1]), words[-1]] if len(words) > 1 else words)
