"""The fly box: a row is one weight of a pattern."""

from __future__ import annotations

from collections.abc import Collection, Hashable, Sequence
from functools import lru_cache
from typing import Literal, get_args

from jarana.core.engine.hydro.terminal_speed import terminal_speed
from jarana.core.engine.hydro.water_properties import LIFT_WATER_C, water_at
from jarana.core.errors import FaultList, InputError
from jarana.core.stock import titles
from jarana.core.stock.choices import called, named
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.tackle.bead import bead, beads
from jarana.core.tackle.drawer import FlyPattern, Role, Timed, Weight
from jarana.core.tackle.dressing import dressing, dressings
from jarana.core.tackle.fly import WRAP_METALS, BodyColour, Fly, Wraps
from jarana.core.tackle.hook import WIRE_CLASSES, Hook, hook, hooks, wire_of
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-pattern = Pattern
title-hook = Hook
title-wire = Wire
title-bend = Bend
title-barbless = Barbless
title-dressing = Dressing
title-colour = Colour
title-looks = Looks
title-role = Role
title-bead = Bead
title-turns = Turns
title-weighed = Weighed
title-falls = Falls
title-timed = Timed
one = fly
carries = Carries
times-timed = Times timed
fly-box = Fly box
no-flies-yet-add = No flies yet. Add patterns in the weights you own: Jarana only ties on what is in the box.
in-your-words = Its colours, in your own words.
stands-for = Stands for
insect-and-stage = The insect and stage, or the fish, it is taken for.
empty-no-bead = Empty for no bead.
bead = Bead of
wire-under-dressing = Of wire under the dressing.
wire = Wrap wire
of = Wrapped in
told-when-fewer-left = Told when fewer are left.
weighed-or-sum-parts = Weighed, or the sum of its parts.
alone-still-water-12 = Alone, in still water of 12 °C.
jar = In a jar.
timed = ± timed
own-drag = Own drag
c-dressing-from-jar = C of the dressing, from the jar.
drag = ± drag
what-dressed-dry-holds = What a dressed dry holds up, grams-force.
pattern-has-bead-already = this pattern has that bead already
mm = {" "}{ $mm } mm
turns-of-wire = , { $n } turns
pattern-has-every-size = this pattern has every size of bead already
mm-tungsten = { $mm } mm tungsten
no-bead = no bead
timed-fall-drag-go = a timed fall and its drag go together: time it in the jar
""",
)

COLOURS = get_args(BodyColour)
USUAL_WRAP = (0.4, "tin")
"""mm and metal of wire nobody told."""
MORE_TURNS = 4
"""A wrapped fly's duplicate has so many turns more."""
USUAL_BEAD = {20: 2.0, 18: 2.3, 16: 2.5, 14: 3.0, 12: 3.5, 10: 4.0, 8: 5.0}
"""mm, tungsten; the usual bead for a hook (tables/hooks.toml has the hooks)."""


class Flies(StockKind[FlyPattern]):
    """Patterns and the weights each is tied in."""

    key, title, one, order, drawer = "flies", say("fly-box"), say("one"), 2, "patterns"
    empty = say("no-flies-yet-add")
    document = FlyPattern
    amounts = ("count",)
    glance = ("pattern", "hook", "bead", "count")
    beside = (
        "wire", "bend", "barbless", "looks", "role", "stands_for", "metal", "turns", "wrap", "wrap_metal", "low", "weighed", "timed_spread", "drops", "drag", "drag_spread", "lift"
    )  # fmt: skip
    columns = (
        Column("pattern", say("title-pattern"), required=True, shared=True),
        Column(
            "hook",
            say("title-hook"),
            "choice",
            choices={key: key for key in sorted(hooks(), key=lambda key: hooks()[key].size)},
            required=True,
            shared=True,
        ),
        Column("wire", say("title-wire"), "choice", choices=called(WIRE_CLASSES), shared=True),
        Column("bend", say("title-bend"), "choice", choices=called(("nymph", "jig")), shared=True),
        Column("barbless", say("title-barbless"), "yes", shared=True),
        Column("dressing", say("title-dressing"), "choice", choices=named(dressings()), required=True, shared=True),
        Column("colour", say("title-colour"), "choice", choices=called(COLOURS), shared=True),
        Column("looks", say("title-looks"), shared=True, about=say("in-your-words")),
        Column("role", say("title-role"), "choice", choices=called(get_args(Role)), shared=True),
        Column("stands_for", say("stands-for"), shared=True, about=say("insect-and-stage")),
        Column(
            "bead", say("title-bead"), "figure", "mm", "diameter", "bead", least=1, most=8, about=say("empty-no-bead")
        ),
        Column("metal", say("bead"), "choice", choices=named(beads())),
        Column("turns", say("title-turns"), "count", most=60, about=say("wire-under-dressing")),
        Column("wrap", say("wire"), "figure", "mm", "diameter", "bead", least=0.1, most=1.5),
        Column("wrap_metal", say("of"), "choice", choices=called(WRAP_METALS)),
        Column("count", titles.HAVE, "count", most=1000),
        Column("low", titles.KEEP, "count", most=1000, about=say("told-when-fewer-left")),
        Column("weighed", say("title-weighed"), "figure", "mg", "mass", "mg", least=0.5, most=20000),
        Column("mass", titles.MASS, "figure", "mg", "mass", "mg", computed=True, about=say("weighed-or-sum-parts")),
        Column(
            "falls",
            say("title-falls"),
            "figure",
            "mm/s",
            "speed",
            "sink",
            computed=True,
            about=say("alone-still-water-12"),
        ),
        Column("timed", say("title-timed"), "figure", "mm/s", "speed", "sink", least=1, most=3000, about=say("jar")),
        Column("timed_spread", say("timed"), "figure", "mm/s", "speed", "sink", most=1000),
        Column("drops", say("times-timed"), "count", most=100),
        Column("drag", say("own-drag"), "figure", most=20, about=say("c-dressing-from-jar")),
        Column("drag_spread", say("drag"), "figure", most=20),
        Column("lift", say("carries"), "figure", "gf", most=10, shared=True, about=say("what-dressed-dry-holds")),
    )

    def rows(self, item: FlyPattern) -> list[Row]:
        """Return a row for each weight."""
        return [Row(w.id, item.id, _cells(item, w), low=w.count < w.low) for w in item.weights]

    def build(self, item: str, rows: Sequence[Row], others: Collection[FlyPattern]) -> FlyPattern:
        """Return the pattern of its rows, lightest first."""
        first = rows[0].cells
        size = hooks()[words(first, "hook")].size
        try:
            dressed = dressing(words(first, "dressing"), size)
        except InputError as error:
            raise InputError.one("dressing", words(first, "dressing"), error.faults[0].reason) from None
        made = hook(size, words(first, "wire", "standard"), _bend(first), first.get("barbless") is True)
        weights = sorted((_weight(row, made) for row in rows), key=_added)
        beads_of = [w.kind for w in weights]
        faults = FaultList()
        faults.check(len(set(beads_of)) == len(beads_of), "bead", "", say("pattern-has-bead-already"))
        faults.raise_if_any()
        return self.made(
            id=item,
            name=words(first, "pattern"),
            hook=made,
            dressing=dressed,
            colour=words(first, "colour", "olive"),
            looks=words(first, "looks"),
            role=words(first, "role") or None,
            stands_for=words(first, "stands_for"),
            weights=weights,
            lift_gf=number(first, "lift"),
        )

    def name(self, cells: Cells) -> str:
        """Return ``Slim olive #16 2.5 mm``, ``Leech #8, 12 turns``."""
        mm, turns = number(cells, "bead"), number(cells, "turns")
        added = (say("mm", mm=f"{mm:g}") if mm else "") + (say("turns-of-wire", n=f"{turns:g}") if turns else "")
        return f"{words(cells, 'pattern')} #{words(cells, 'hook')}{added}"

    def lies(self, item: FlyPattern) -> tuple[object, ...]:
        """By name, then by hook from the biggest."""
        return item.name.casefold(), item.hook.size, item.id

    def row_ids(self, item: FlyPattern) -> list[str]:
        """Return the ids of its weights."""
        return [w.id for w in item.weights]

    def group(self, cells: Cells) -> Hashable:
        """Return what makes rows weights of one pattern: name, hook and dressing."""
        return (
            words(cells, "pattern").casefold(),
            words(cells, "hook"),
            words(cells, "wire", "standard"),
            _bend(cells),
            cells.get("barbless") is True,
            words(cells, "dressing"),
        )

    def group_of(self, item: FlyPattern) -> Hashable:
        """Return the same of a pattern."""
        hook_ = item.hook
        named = (item.name.casefold(), hook_.label, wire_of(hook_))
        return (*named, hook_.bend, hook_.barbless, item.dressing.key)

    def same_row(self, cells: Cells, item: FlyPattern) -> str | None:
        """Return the weight of that bead and of as many turns."""
        mm, metal = number(cells, "bead"), words(cells, "metal", "tungsten")
        kind = (*((metal, mm) if mm else ("", 0.0)), int(number(cells, "turns") or 0))
        return next((w.id for w in item.weights if w.kind == kind), None)

    def copied(self, row: Row, others: Collection[FlyPattern]) -> tuple[str | None, Cells]:
        """Return the same pattern with the next bead it has not got, none in the box yet; a wrapped one with more turns."""
        cells = {c.key: row.cells.get(c.key) for c in self.typed}
        cells |= dict.fromkeys(("weighed", "timed", "timed_spread", "drops", "drag", "drag_spread"))
        pattern = next(p for p in others if p.id == row.item)
        now = number(cells, "bead") or 0.0
        if number(cells, "turns") and not now:
            most = max(w.wraps.turns for w in pattern.weights if w.wraps)
            return row.item, cells | {"turns": most + MORE_TURNS, "count": 0}
        metal = words(cells, "metal") or "tungsten"
        owned = {w.bead.diameter_mm for w in pattern.weights if w.bead and w.bead.material == metal}
        sizes = [s for s in beads()[metal].sizes_mm if s not in owned]
        if not sizes:
            raise InputError.one("bead", "", say("pattern-has-every-size"))
        ahead = [s for s in sizes if s > now]
        nearest = min(ahead or sizes, key=lambda s: abs(s - (now or USUAL_BEAD.get(pattern.hook.size, 2.5))))
        return row.item, cells | {"bead": nearest, "metal": metal, "count": 0}

    def references(self) -> list[Reference]:
        """Return every dressing on every hook it is tied on, with the usual bead where it has one."""
        found = []
        for key, row in dressings().items():
            for size in row.mass_mg:
                mm = USUAL_BEAD.get(hooks()[size].size) if row.beaded else None
                cells = {"pattern": row.name.capitalize(), "hook": size, "dressing": key, "count": "3"}
                if mm:
                    cells |= {"bead": f"{mm:g}", "metal": "tungsten"}
                if row.lift_gf and not row.lift_lasts:
                    cells["wire"] = "fine"
                note = say("mm-tungsten", mm=f"{mm:g}") if mm else say("no-bead")
                found.append(
                    Reference(f"{key}-{size.replace('/', '-')}", f"{row.name.capitalize()} #{size}", note, cells)
                )
        return found


@lru_cache(maxsize=4096)
def falls(fly: Fly) -> float:
    """Return how fast a fly falls alone in still water of 12 °C, mm/s; negative when it floats."""
    return round(terminal_speed(fly.body("fly"), water_at(LIFT_WATER_C)) * 1000, 1)


def _cells(item: FlyPattern, weight: Weight) -> Cells:
    fly, timed = item.tied(weight), weight.timed
    return {
        "pattern": item.name,
        "hook": item.hook.label,
        "wire": wire_of(item.hook),
        "bend": item.hook.bend,
        "barbless": item.hook.barbless,
        "dressing": item.dressing.key,
        "colour": item.colour,
        "looks": item.looks,
        "role": item.role or "",
        "stands_for": item.stands_for,
        "bead": weight.bead.diameter_mm if weight.bead else None,
        "metal": weight.bead.material if weight.bead else None,
        "turns": weight.wraps.turns if weight.wraps else None,
        "wrap": weight.wraps.wire_mm if weight.wraps else None,
        "wrap_metal": weight.wraps.metal if weight.wraps else None,
        "count": weight.count,
        "low": weight.low or None,
        "weighed": weight.weighed_mg,
        "mass": round(fly.mass * 1e6, 2),
        "falls": falls(fly),
        "timed": timed.speed_mm_s if timed else None,
        "timed_spread": timed.spread_mm_s if timed else None,
        "drops": timed.n if timed else None,
        "drag": timed.drag if timed else None,
        "drag_spread": timed.drag_spread if timed else None,
        "lift": item.lift_gf,
    }


def _added(weight: Weight) -> float:
    """Return what bead and wire add, kg."""
    return (weight.bead.mass if weight.bead else 0.0) + (weight.wraps.mass if weight.wraps else 0.0)


def _wraps(cells: Cells, on: Hook) -> Wraps | None:
    turns = int(number(cells, "turns") or 0)
    if not turns:
        return None
    metal = words(cells, "wrap_metal", USUAL_WRAP[1])
    return Wraps(
        turns=turns,
        wire_mm=number(cells, "wrap") or USUAL_WRAP[0],
        under_mm=on.wire_mm,
        density_kg_m3=WRAP_METALS[metal],
    )


def _weight(row: Row, on: Hook) -> Weight:
    cells, faults = row.cells, FaultList()
    mm, metal = number(cells, "bead"), words(cells, "metal", "tungsten")
    timed, drag = number(cells, "timed"), number(cells, "drag")
    faults.check((timed is None) == (drag is None), "drag", "", say("timed-fall-drag-go"))
    faults.raise_if_any()
    return Weight(
        id=row.id,
        bead=bead(metal, mm) if mm else None,
        wraps=_wraps(cells, on),
        count=int(number(cells, "count") or 0),
        low=int(number(cells, "low") or 0),
        weighed_mg=number(cells, "weighed"),
        timed=Timed(
            speed_mm_s=timed,
            spread_mm_s=number(cells, "timed_spread") or 0.0,
            n=max(1, int(number(cells, "drops") or 1)),
            drag=drag,
            drag_spread=number(cells, "drag_spread") or 0.0,
        )
        if timed and drag is not None
        else None,
    )


def _bend(cells: Cells) -> Literal["nymph", "jig"]:
    return "jig" if cells.get("bend") == "jig" else "nymph"


KIND = Flies()
