"""Spools of line."""

from __future__ import annotations

from collections.abc import Collection, Sequence
from datetime import date

from jarana.core import units
from jarana.core.errors import FaultList
from jarana.core.stock import titles
from jarana.core.stock.choices import called, named
from jarana.core.stock.column import Cells, Column
from jarana.core.stock.kind import Reference, Row, StockKind, number, words
from jarana.core.stock.label import diameter_for, read_label
from jarana.core.tackle.drawer import Measured, Spool
from jarana.core.tackle.material import Material, dry_strength, materials
from jarana.core.tackle.sold import new_spool_m, sold
from jarana.core.unit_rules import STANDARD_GRAVITY
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
title-number = No.
title-measured = Measured
title-left = Left
title-opened = Opened
title-pulled = Pulled
kind = Spools
one = spool
no-spools-yet-add = No spools yet. Add the ones you tie with most: butt, sighter and two or three tippets make a rig.
how-you-tell-them = How you tell them apart; counted up by itself.
printed-5x-0-14 = As printed: 5X, 0.14, 4 lb. Diameter and strength are read from it.
label-says = Label says
measured = ± measured
spread-measured-ones = Spread of the measured ones.
n-measured = Times measured
how-often-was-measured = How often it was measured.
whether-strength-told-dry = Whether the strength is told dry or wet.
breaks-wet = Breaks wet
wet-unknotted = Wet and unknotted.
told-when-less-left = Told when less is left.
scale-dry = On a scale, dry.
pulled = ± pulled
n-pulled = Times pulled
strength-is = Strength is
diameter-x-number-or = a diameter, an X number or a strength is wanted
mm-about-kg = { $mm } mm, about { $kg } kg
""",
)

X_SIZES = (0, 1, 2, 3, 4, 5, 6, 7, 8)


class Spools(StockKind[Spool]):
    """Spools: the label, what was measured, what is left."""

    key, title, one, order, drawer = "spools", say("kind"), say("one"), 1, "spools"
    empty = say("no-spools-yet-add")
    document = Spool
    amounts = ("left_m",)
    glance = ("number", "label", "left")
    beside = ("spread", "n", "state", "low", "opened", "pulled", "pulled_spread", "pulled_n")
    columns = (
        Column("number", say("title-number"), "count", least=0, most=99_999, about=say("how-you-tell-them")),
        Column("label", titles.LABEL, about=say("printed-5x-0-14")),
        Column("material", titles.MATERIAL, "choice", choices=named(materials()), required=True),
        Column("diameter", say("label-says"), "figure", "mm", "diameter", "diameter", least=0.04, most=1.5),
        Column("measured", say("title-measured"), "figure", "mm", "diameter", "diameter", least=0.04, most=1.5),
        Column(
            "spread",
            say("measured"),
            "figure",
            "mm",
            "diameter",
            "diameter",
            most=0.2,
            about=say("spread-measured-ones"),
        ),
        Column("n", say("n-measured"), "count", most=999, about=say("how-often-was-measured")),
        Column("strength", titles.STRENGTH, "figure", "kg", "force", "force", least=0.05, most=60),
        Column(
            "state",
            say("strength-is"),
            "choice",
            choices=called(("dry", "wet")),
            about=say("whether-strength-told-dry"),
        ),
        Column(
            "breaks", say("breaks-wet"), "figure", "kg", "force", "force", computed=True, about=say("wet-unknotted")
        ),
        Column("left", say("title-left"), "figure", "m", "length", "travel", required=True, most=2000),
        Column("low", titles.KEEP, "figure", "m", "length", "travel", most=2000, about=say("told-when-less-left")),
        Column("opened", say("title-opened"), "date"),
        Column(
            "pulled", say("title-pulled"), "figure", "kg", "force", "force", least=0.05, most=60, about=say("scale-dry")
        ),
        Column("pulled_spread", say("pulled"), "figure", "kg", "force", "force", most=20),
        Column("pulled_n", say("n-pulled"), "count", most=999),
    )

    def drawn(self, item: Spool) -> tuple[object, ...]:
        """Return its place in the drawer."""
        return (item.number, item.id)

    def rows(self, item: Spool) -> list[Row]:
        """Return the one row of a spool."""
        measured, pulled = item.measured, item.pulled
        cells: Cells = {
            "number": item.number,
            "label": item.label,
            "material": item.material.key,
            "diameter": item.labelled_mm if measured else item.diameter_mm,
            "measured": measured.mean if measured else None,
            "spread": measured.spread if measured else None,
            "n": measured.n if measured else None,
            "strength": item.strength_kg,
            "state": item.strength_state,
            "breaks": wet_kg(item),
            "left": item.left_m,
            "low": item.low_m or None,
            "opened": item.opened,
            "pulled": pulled.mean if pulled else None,
            "pulled_spread": pulled.spread if pulled else None,
            "pulled_n": pulled.n if pulled else None,
        }
        return [Row(item.id, item.id, cells, low=item.left_m < item.low_m)]

    def build(self, item: str, rows: Sequence[Row], others: Collection[Spool]) -> Spool:
        """Return the spool of a row; what the label says fills what was left empty."""
        cells = rows[0].cells
        label = words(cells, "label")
        material = materials()[words(cells, "material")]
        said_mm, said_kg = read_label(label)
        strength = number(cells, "strength") or said_kg
        labelled = number(cells, "diameter") or said_mm
        measured, pulled = (
            _measured(cells, "measured", "spread", "n"),
            _measured(cells, "pulled", "pulled_spread", "pulled_n"),
        )
        if labelled is None and measured is None and strength:
            labelled = diameter_for(material, strength)
        faults = FaultList()
        faults.check(bool(labelled or measured), "diameter", label, say("diameter-x-number-or"))
        faults.raise_if_any()
        counts = measured.mean if measured else labelled
        no = number(cells, "number")
        return self.made(
            id=item,
            number=int(no) if no is not None else 1 + max((s.number for s in others), default=0),
            label=label or f"{material.short} {counts:g}",
            material=material,
            diameter_mm=counts,
            labelled_mm=labelled,
            measured=measured,
            strength_kg=strength,
            strength_state=words(cells, "state", "dry"),
            pulled=pulled,
            left_m=number(cells, "left"),
            low_m=number(cells, "low") or 0.0,
            opened=_day(cells),
        )

    def name(self, cells: Cells) -> str:
        """Return ``9 · fluorocarbon 0.12``."""
        return f"{words(cells, 'number')} · {words(cells, 'label')}"

    def references(self) -> list[Reference]:
        """Return every material in its usual diameters, X numbers for the tippets."""
        found = []
        for key, sizes in sold().items():
            material = materials()[key]
            for mm in sizes.mm:
                found.append(_reference(material, f"{mm:.2f}", mm))
            if sizes.x_numbers:
                for x in X_SIZES:
                    found.append(_reference(material, f"{x}X", units.parse("diameter", f"{x}x", "mm") * 1000))
        return found


def wet_kg(spool: Spool) -> float:
    """Return what a spool holds wet and unknotted, kg."""
    return round(spool.wet_strength / STANDARD_GRAVITY, 3)


def _reference(material: Material, size: str, mm: float) -> Reference:
    kg = dry_strength(material, mm / 1000) / STANDARD_GRAVITY
    cells = {
        "label": f"{material.short} {size}",
        "material": material.key,
        "diameter": f"{mm:.6g}",
        "left": f"{new_spool_m(material.key):g}",
    }
    return Reference(
        f"{material.key}-{size.lower()}",
        f"{material.name} {size}",
        say("mm-about-kg", mm=f"{mm:.3f}", kg=f"{kg:.1f}"),
        cells,
    )


def _measured(cells: Cells, mean: str, spread: str, n: str) -> Measured | None:
    value = number(cells, mean)
    if value is None:
        return None
    return Measured(mean=value, spread=number(cells, spread) or 0.0, n=int(number(cells, n) or 1))


def _day(cells: Cells) -> date | None:
    value = cells.get("opened")
    return value if isinstance(value, date) else None


KIND = Spools()
