"""The angler's drawer as edits and methods see it: everything owned that a rig can be made of."""

from __future__ import annotations

from datetime import date
from typing import ClassVar, Literal

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.model import Frozen, Key, Text
from jarana.core.tackle.bead import Bead, bead, beads
from jarana.core.tackle.dressing import Dressing
from jarana.core.tackle.float import Float
from jarana.core.tackle.fly import BodyColour, Fly, Wraps
from jarana.core.tackle.hook import Hook
from jarana.core.tackle.knot import Knot, KnotUse, knots, usual_knot
from jarana.core.tackle.leader import OwnedLeader
from jarana.core.tackle.line_strength import Told, wet_strength
from jarana.core.tackle.material import Material
from jarana.core.tackle.shot import Shot
from jarana.core.tackle.winder import Winder
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
your-own-fish = In { $family }, by { $fish } fish of yours that were on: { $share }.
your-own-pulls-n = Your own pulls in { $family }: { $share } ± { $spread }, n = { $n }.
with-bead = , { $mm } mm
with-turns = , { $n } turns
""",
)
FASTEST_MM_S = 260.0
"""mm/s at which no part of a fly line sinks faster (labels of the fastest lines)."""


class Measured(Frozen):
    """A figure measured n times: mean and sample spread."""

    mean: float = Field(gt=0, le=1e6)
    spread: float = Field(default=0, ge=0, le=1e6)
    n: int = Field(default=1, ge=1, le=1000)


class Spool(Document):
    """A spool: what is on it, how much is left.

    `diameter_mm` is what counts: the measured mean where there is one, else what the label says (`labelled_mm`).
    `strength_kg` is told dry or wet; `strength_measured` where a scale said it and not the label. `low_m` is the
    length that should stay on it.
    """

    TYPE: ClassVar[str] = "spool"
    VERSION: ClassVar[int] = 1

    id: Key
    number: int = Field(ge=0, le=100_000)
    label: Text
    material: Material
    diameter_mm: float = Field(gt=0.03, le=2)
    labelled_mm: float | None = Field(default=None, gt=0.03, le=2)
    measured: Measured | None = None
    strength_kg: float | None = Field(default=None, gt=0, le=60)
    strength_state: Literal["dry", "wet"] = "dry"
    pulled: Measured | None = None
    left_m: float = Field(ge=0, le=2000)
    low_m: float = Field(default=0, ge=0, le=2000)
    opened: date | None = None

    @property
    def told(self) -> Told:
        """What is known of its strength."""
        return Told(self.pulled.mean if self.pulled else None, self.strength_kg, self.strength_state)

    @property
    def wet_strength(self) -> float:
        """Force that breaks it wet and unknotted, N."""
        return wet_strength(self.material, self.diameter_mm / 1000, self.told)


class Timed(Frozen):
    """A fly timed in a jar: how fast it fell, the dressing's C that makes it so, and both spreads."""

    speed_mm_s: float = Field(gt=0, le=3000)
    spread_mm_s: float = Field(default=0, ge=0, le=3000)
    n: int = Field(ge=1, le=100)
    drag: float = Field(ge=0, le=20)
    drag_spread: float = Field(default=0, ge=0, le=1000)


class Weight(Frozen):
    """One weight of a pattern: its bead, its wraps, how many are in the box and how many should be; weighed or timed in a jar."""

    id: Key
    bead: Bead | None
    wraps: Wraps | None = None
    count: int = Field(ge=0, le=1000)
    low: int = Field(default=0, ge=0, le=1000)
    weighed_mg: float | None = Field(default=None, gt=0, le=20000)
    timed: Timed | None = None

    @property
    def kind(self) -> tuple[str, float, int]:
        """What makes it another weight of its pattern: the bead's metal and size, the turns of wire."""
        return (
            *((self.bead.material, self.bead.diameter_mm) if self.bead else ("", 0.0)),
            self.wraps.turns if self.wraps else 0,
        )


def timed_share(timed: Timed) -> float:
    """Return the spread of a timed drag as a share of it, at least the 5 % a stopwatch leaves and at most 2."""
    return min(max(timed.drag_spread / timed.drag if timed.drag > 0 else 0.3, 0.05), 2.0)


Role = Literal["imitation", "attractor", "anchor", "searching"]
"""What a fly is for in a team."""


class FlyPattern(Document):
    """A pattern with the weights it is tied in, lightest first.

    `role` is what it is for in a team, `stands_for` the insect and stage it is taken for, `looks` its colours in the
    person's own words; `colour` is how it is drawn.
    """

    TYPE: ClassVar[str] = "fly-pattern"
    VERSION: ClassVar[int] = 3

    id: Key
    name: Text
    hook: Hook
    dressing: Dressing
    colour: BodyColour = "olive"
    looks: Text = ""
    role: Role | None = None
    stands_for: Text = ""
    weights: tuple[Weight, ...] = Field(max_length=500)
    lift_gf: float | None = Field(default=None, gt=0, le=10)

    def tied(self, weight: Weight) -> Fly:
        """Return the fly of one of its weights."""
        return Fly(
            pattern=self.name,
            source=weight.id,
            pattern_id=self.id,
            hook=self.hook,
            bead=weight.bead,
            wraps=weight.wraps,
            dressing=self.dressing,
            colour=self.colour,
            lift_gf=self.lift_gf,
            weighed_mg=weight.weighed_mg,
            timed_drag=weight.timed.drag if weight.timed else None,
            timed_spread=timed_share(weight.timed) if weight.timed else 0.3,
        )


NET_SPARE = 0.4
"""m an angler reaches beyond the rod's length with arm and net (practice)."""


class Rod(Document):
    """A rod: length, line class, class of its tip where that is another, and the greatest steady pull put on through it."""

    TYPE: ClassVar[str] = "rod"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text
    length_mm: float = Field(gt=500, le=6000)
    line_class: int = Field(ge=0, le=15)
    tip_class: int | None = Field(default=None, ge=0, le=15)
    steady_pull_n: float = Field(gt=0, le=60)

    @property
    def length(self) -> float:
        """m."""
        return self.length_mm / 1000

    @property
    def netting_reach(self) -> float:
        """How far from the tip ring a fish is still netted, m: the rod's length and :data:`NET_SPARE`."""
        return self.length + NET_SPARE


class SinkZone(Frozen):
    """A length of sinking line and its label: level sink, mm/s."""

    length_m: float = Field(gt=0, le=40)
    sink_mm_s: float = Field(ge=5, le=FASTEST_MM_S)


class FlyLine(Document):
    """A fly line: its tip is what the leader is joined to.

    `zones` are its sinking lengths from the tip back; none for a floating line. `hang_m` is its mark, from the tip.
    """

    TYPE: ClassVar[str] = "fly-line"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text
    tip_mm: float = Field(gt=0.2, le=3)
    line_class: int = Field(default=5, ge=0, le=15)
    zones: tuple[SinkZone, ...] = Field(default=(), max_length=6)
    taper: Literal["weight forward", "double", "level", "shooting head"] = "weight forward"
    head_m: float | None = Field(default=None, gt=0, le=40)
    hang_m: float | None = Field(default=None, gt=0, le=40)


class OwnedShot(Document):
    """Split shot of a size in the box."""

    TYPE: ClassVar[str] = "shot"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text
    mass_mg: float = Field(gt=0, le=10000)
    material: Literal["tin", "tungsten putty", "lead"] = "tin"
    count: int = Field(default=0, ge=0, le=10000)
    low: int = Field(default=0, ge=0, le=10000)


class OwnedRing(Document):
    """Small rings of a size in the box."""

    TYPE: ClassVar[str] = "ring"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text
    diameter_mm: float = Field(gt=0.5, le=10)
    mass_mg: float = Field(gt=0, le=1000)
    strength_kg: float | None = Field(default=None, gt=0, le=100)
    count: int = Field(default=0, ge=0, le=10000)
    low: int = Field(default=0, ge=0, le=10000)


class Reel(Document):
    """A reel: thin leaders slip behind an open frame."""

    TYPE: ClassVar[str] = "reel"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text
    caged: bool = False
    note: Text = ""


STEADIEST_HAND = 0.03
"""No hand ties alike more closely than this, as a share."""
OWN_PULLS = 3
"""From so many pulls on, a person's own figure for a knot wins over the table."""


class KnotTest(Document):
    """What a knot keeps of the dry line's strength as one ties it oneself, in one kind of line: by own pull tests, or by fish.

    Attributes
    ----------
    n
        Times it was pulled.
    fish
        That were on and told it, where nobody pulled.
    """

    TYPE: ClassVar[str] = "knot-test"
    VERSION: ClassVar[int] = 2

    id: Key
    knot: Key
    family: Literal["nylon", "fluorocarbon"] = "nylon"
    share: float = Field(gt=0.1, le=1)
    spread: float = Field(default=0, ge=0, le=1)
    n: int = Field(ge=0, le=1000)
    fish: int = Field(default=0, ge=0, le=9999)

    @property
    def counts(self) -> bool:
        """Whether it counts instead of the table: pulled often enough, or told by fish."""
        return self.n >= OWN_PULLS or self.fish > 0


MEASURED: dict[str, float | None] = {"weighed_mg": None, "timed_drag": None, "timed_spread": 0.3}
"""What of a fly is measured, and what stands there where nobody did."""


def called(fly: Fly) -> str:
    """Return a fly's name that tells it from the other weights of its pattern: with its bead and its turns of wire.

    Figures are millimetres, whatever a person reads elsewhere: a name stays what it is.
    """
    bead = say("with-bead", mm=f"{fly.bead.diameter_mm:g}") if fly.bead else ""
    turns = say("with-turns", n=str(fly.wraps.turns)) if fly.wraps and fly.wraps.turns else ""
    return f"{fly.label}{bead}{turns}"


def spelt(name: str) -> str:
    """Return a name without what people spell differently."""
    return "".join(c for c in name.casefold() if c.isalnum())


class Drawer(Frozen):
    """Everything owned that a rig can be made of."""

    spools: tuple[Spool, ...] = ()
    patterns: tuple[FlyPattern, ...] = ()
    rods: tuple[Rod, ...] = ()
    lines: tuple[FlyLine, ...] = ()
    floats: tuple[Float, ...] = ()
    shots: tuple[OwnedShot, ...] = ()
    rings: tuple[OwnedRing, ...] = ()
    leaders: tuple[OwnedLeader, ...] = ()
    winders: tuple[Winder, ...] = ()
    reels: tuple[Reel, ...] = ()
    knot_tests: tuple[KnotTest, ...] = ()

    @property
    def empty(self) -> bool:
        """Whether nothing is owned that a rig is made of."""
        return not (self.spools or self.patterns or self.rods or self.lines or self.floats)

    def knot(self, key: str) -> Knot | None:
        """Return a knot of the table, with the person's own pull tests where there are enough of them, or what fish told of it."""
        knot = knots().get(key)
        if knot is None:
            return None
        # What was pulled counts before what fish told.
        for test in sorted(self.knot_tests, key=lambda t: t.n >= OWN_PULLS):
            if test.knot == key and test.counts:
                share = f"{test.share:.0%}"
                told = (
                    say("your-own-pulls-n", family=test.family, share=share, spread=f"{test.spread:.0%}", n=test.n)
                    if test.n >= OWN_PULLS
                    else say("your-own-fish", family=test.family, share=share, fish=test.fish)
                )
                remark = f"{knot.remark} {told}".strip()
                scatter = max(test.spread / test.share, STEADIEST_HAND)
                knot = knot.model_copy(update={test.family: test.share, "remark": remark, "scatter": scatter})
        return knot

    def usual_knot(self, use: KnotUse) -> Knot:
        """Return the table's knot for a use, with the person's own pull tests."""
        knot = usual_knot(use)
        return self.knot(knot.key) or knot

    def spool(self, key: str) -> Spool | None:
        """Return a spool by id."""
        return next((s for s in self.spools if s.id == key), None)

    def nearest_spool(self, material: str, diameter_mm: float, within_mm: float = 0.004) -> Spool | None:
        """Return the owned spool of a material whose diameter is that one."""
        fits = [s for s in self.spools if s.material.key == material and abs(s.diameter_mm - diameter_mm) <= within_mm]
        return min(fits, key=lambda s: abs(s.diameter_mm - diameter_mm), default=None)

    def leader(self, key: str) -> OwnedLeader | None:
        """Return a leader of the wallet by id."""
        return next((row for row in self.leaders if row.id == key), None)

    def winder(self, key: str) -> Winder | None:
        """Return a winder by id."""
        return next((row for row in self.winders if row.id == key), None)

    def fly_called(self, name: str) -> Fly | None:
        """Return the fly of the box of a name (:func:`called`), however it is spelt."""
        wanted = spelt(name)
        flies = (p.tied(w) for p in self.patterns for w in p.weights)
        return next((f for f in flies if spelt(called(f)) == wanted), None)

    def shot(self, shot: Shot) -> OwnedShot | None:
        """Return the size of the box that a shot is of: by name and, to a milligram, mass."""
        return next((s for s in self.shots if s.name == shot.name and abs(s.mass_mg - shot.mass_mg) < 1), None)

    def next_spool(self, material: str, diameter_mm: float, finer: bool) -> Spool | None:
        """Return the next finer or stouter owned spool of a material."""
        same = [s for s in self.spools if s.material.key == material]
        if finer:
            fits = [s for s in same if s.diameter_mm < diameter_mm - 1e-6]
            return max(fits, key=lambda s: s.diameter_mm, default=None)
        fits = [s for s in same if s.diameter_mm > diameter_mm + 1e-6]
        return min(fits, key=lambda s: s.diameter_mm, default=None)

    def pattern(self, key: str | None) -> FlyPattern | None:
        """Return a pattern by id."""
        return next((p for p in self.patterns if p.id == key), None)

    def fly(self, weight_id: str) -> Fly | None:
        """Return the fly of a weight in the box."""
        for pattern in self.patterns:
            for weight in pattern.weights:
                if weight.id == weight_id:
                    return pattern.tied(weight)
        return None

    def as_measured(self, fly: Fly) -> Fly:
        """Return a fly as its weight in the box is weighed and timed by now; as it is where that is not in the box."""
        now = self.fly(fly.source) if fly.source else None
        if now is None or (now.pattern_id, now.bead, now.wraps) != (fly.pattern_id, fly.bead, fly.wraps):
            return fly
        return fly.model_copy(update={key: getattr(now, key) for key in MEASURED})

    def next_bead(self, fly: Fly, heavier: bool) -> Fly | None:
        """Return the same fly with the next bead up or down: from the box, else as sold, not owned.

        A fly without a bead gives way to the next weight of its pattern in the box that has none either: more turns of wire.
        None when there is no such one.
        """
        if fly.bead is None:
            return self._next_wrapped(fly, heavier)
        now = fly.bead.diameter_mm
        pattern = self.pattern(fly.pattern_id)
        owned = [w for w in (pattern.weights if pattern else ()) if w.bead and w.bead.material == fly.bead.material]
        rows = {w.bead.diameter_mm: w.id for w in owned if w.bead}
        row = beads().get(fly.bead.material)
        sold = row.sizes_mm if row is not None else ()
        sizes = sorted(set(rows) | {s for s in sold if not rows or s > max(rows) or s < min(rows)})
        ahead = [s for s in sizes if (s > now + 1e-6 if heavier else s < now - 1e-6)]
        if not ahead:
            return None
        size = min(ahead) if heavier else max(ahead)
        made = fly.bead.model_copy(update={"diameter_mm": size}) if row is None else bead(fly.bead.material, size)
        ready = self.fly(rows[size]) if size in rows else None
        own = {key: getattr(ready, key) if ready else unmeasured for key, unmeasured in MEASURED.items()}
        return fly.model_copy(update={"bead": made, "source": rows.get(size), **own})

    def _next_wrapped(self, fly: Fly, heavier: bool) -> Fly | None:
        pattern = self.pattern(fly.pattern_id)
        bare = [pattern.tied(w) for w in pattern.weights if w.bead is None] if pattern else []
        ahead = [f for f in bare if (f.mass > fly.mass + 1e-9 if heavier else f.mass < fly.mass - 1e-9)]
        return min(ahead, key=lambda f: abs(f.mass - fly.mass), default=None)
