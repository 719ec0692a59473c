"""What goes into the bag for the rigs of a day: spools, flies, what holds them up, leaders; and labels for winders tied beforehand."""

from __future__ import annotations

from collections import Counter
from collections.abc import Sequence

from jarana.core.model import Frozen
from jarana.core.rig.model import Rig
from jarana.core.sheet.cut_list import Cut, cuts_of
from jarana.core.sheet.measures import Measures
from jarana.core.sheet.tie_sheet import fly_name
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
spools = Spools
flies = Flies
holds = What holds them up, and weights
leaders = Leaders
rods = Rods and lines
line-left = { $left } on it
too-little = only { $left } on it
none-yours = none of yours
in-box = { $owned } in the box
only-in-box = only { $owned } in the box
rod = { $length } rod, { $line }
dropper = { $fly } on { $tag }
point = { $fly } at the point
of = { $line } { $length }
""",
)
RETIES = 2
"""Times the pieces under the sighter are tied anew (practice: two re-ties of the end of each rig)."""
LEAST_OF_A_FLY = 3
"""Flies of a kind that go along, whatever is expected to be lost (practice)."""
ENDS = 2
"""Pieces at the end of a rig that are tied anew."""
FLIES_A_LOSS = 2
"""Of a fly so many losses are carried beside what is tied on."""


class PackLine(Frozen):
    """A thing to take: how much of it, its name, and what is said of it; `lacking` where there is not enough."""

    amount: str
    name: str
    note: str
    lacking: bool = False


class PackGroup(Frozen):
    """Things of a kind."""

    name: str
    rows: tuple[PackLine, ...]


class WinderLabel(Frozen):
    """The label of a winder: the rig's name, its pieces from the top, and its flies from the top."""

    name: str
    method: str
    pieces: tuple[str, ...]
    flies: tuple[str, ...]
    whole: str


class Packing(Frozen):
    """A pack list and its labels."""

    groups: tuple[PackGroup, ...]
    labels: tuple[WinderLabel, ...]


def packing(
    rigs: Sequence[tuple[Rig, str]], drawer: Drawer, writer: Writer, measures: Measures, losses: float = 0.0
) -> Packing:
    """Return what goes along for some rigs, each with the name of its method.

    Parameters
    ----------
    losses
        Flies lost in an outing, by one's own log; 0 where there is none.
    """
    documents = [rig for rig, _ in rigs]
    groups = (
        PackGroup(name=say("rods"), rows=_rods(documents, writer)),
        PackGroup(name=say("leaders"), rows=_leaders(documents, drawer)),
        PackGroup(name=say("spools"), rows=_spools(documents, drawer, writer, measures)),
        PackGroup(name=say("flies"), rows=_flies(documents, drawer, writer, losses)),
        PackGroup(name=say("holds"), rows=_holds(documents, writer)),
    )
    labels = tuple(_label(rig, method, writer) for rig, method in rigs)
    return Packing(groups=tuple(g for g in groups if g.rows), labels=labels)


def _rods(rigs: Sequence[Rig], writer: Writer) -> tuple[PackLine, ...]:
    counted = Counter(say("rod", length=writer.text("length", r.rod.length), line=r.line.name) for r in rigs)
    return tuple(PackLine(amount="1", name=name, note="") for name in counted)


def _leaders(rigs: Sequence[Rig], drawer: Drawer) -> tuple[PackLine, ...]:
    wanted = sum((rig.ready for rig in rigs), Counter[str]())
    rows = []
    for key, n in wanted.items():
        owned = drawer.leader(key) or drawer.winder(key)
        name = owned.name if owned else key
        rows.append(PackLine(amount=str(n), name=name, note="" if owned else say("none-yours"), lacking=owned is None))
    return tuple(rows)


def _spools(rigs: Sequence[Rig], drawer: Drawer, writer: Writer, measures: Measures) -> tuple[PackLine, ...]:
    needed: dict[tuple[str | None, str], float] = {}
    for rig in rigs:
        cuts = cuts_of(rig, writer, measures)
        for cut in cuts:
            times = 1 + (RETIES if cut in _ends(rig, cuts) else 0)
            key = cut.spool_id, f"{cut.line}, {cut.spool}"
            needed[key] = needed.get(key, 0.0) + times * cut.cut_mm
    return tuple(_spool(key, name, mm, drawer, writer) for (key, name), mm in needed.items())


def _ends(rig: Rig, cuts: tuple[Cut, ...]) -> tuple[Cut, ...]:
    """Return the pieces that are tied anew: the last of the line, and the droppers' own."""
    spans = {span.id for span in rig.spans}
    main = [cut for cut in cuts if cut.part in spans]
    return (*main[-ENDS:], *(cut for cut in cuts if cut.part not in spans))


def _spool(key: str | None, name: str, mm: float, drawer: Drawer, writer: Writer) -> PackLine:
    spool = drawer.spool(key) if key else None
    amount = writer.text("length", mm / 1000)
    if spool is None:
        return PackLine(amount=amount, name=name, note=say("none-yours"), lacking=True)
    left = writer.text("length", spool.left_m)
    short = spool.left_m * 1000 < mm
    return PackLine(
        amount=amount, name=name, note=say("too-little" if short else "line-left", left=left), lacking=short
    )


def _flies(rigs: Sequence[Rig], drawer: Drawer, writer: Writer, losses: float) -> tuple[PackLine, ...]:
    on: Counter[tuple[str, str | None]] = Counter()
    for rig in rigs:
        for attachment in rig.attachments:
            if attachment.fly is not None:
                on[fly_name(attachment, writer), attachment.fly.source] += 1
    owned = {w.id: w.count for p in drawer.patterns for w in p.weights}
    each = FLIES_A_LOSS * losses / max(sum(on.values()), 1)
    rows = []
    for (name, source), n in on.items():
        wanted = max(LEAST_OF_A_FLY, n + -(-each // 1))
        count = owned.get(source or "", 0)
        note = say("in-box" if count >= wanted else "only-in-box", owned=count) if source else say("none-yours")
        rows.append(PackLine(amount=f"{wanted:.0f}", name=name, note=note, lacking=count < wanted))
    return tuple(rows)


def _holds(rigs: Sequence[Rig], writer: Writer) -> tuple[PackLine, ...]:
    names = Counter(
        name
        for rig in rigs
        for name in (
            *(fly_name(a, writer) for a in rig.attachments if a.fly is None),
            *([rig.head.described(rig, writer)] if rig.head.is_float and rig.head.holds() is None else []),
        )
    )
    return tuple(PackLine(amount=str(n), name=name, note="") for name, n in names.items())


def _label(rig: Rig, method: str, writer: Writer) -> WinderLabel:
    pieces = tuple(
        say(
            "of",
            line=f"{s.material.name} {writer.text('diameter', s.d0_mm / 1000)}",
            length=writer.text("length", s.length_mm / 1000),
        )
        for s in rig.spans
        if s.ready is None
    )
    flies = []
    for a in rig.attachments:
        if a.fly is None:
            continue
        name = fly_name(a, writer)
        tag = a.link.length_mm / 1000 if a.link else 0.0
        flies.append(say("dropper", fly=name, tag=writer.text("short", tag)) if tag else say("point", fly=name))
    return WinderLabel(
        name=rig.name, method=method, pieces=pieces, flies=tuple(flies), whole=writer.text("length", rig.length)
    )
