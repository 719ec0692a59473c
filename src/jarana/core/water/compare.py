"""What differs between two states of a water, in words: ``depth 1.20 → 1.30 m``."""

from __future__ import annotations

from collections.abc import Iterator
from itertools import zip_longest

from jarana.core.documents.change import Change
from jarana.core.units import Writer
from jarana.core.water.called import called
from jarana.core.water.edits.base import RULES
from jarana.core.water.reach import Lane, Obstacle, Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
name = name
river = river
kind = kind of water
depth = depth
pace = pace
far = how far off
drift = length of a drift
holds = where the fish hold
bed = bed
stones = stones
temperature = temperature
zone = taking zone
from-bed = { $band } up from the bed
from-surface = { $band } down from the surface
not-known = not known
fish = fish
weight = weight of the fish
wind = wind
blows = it blows
surface = surface
light = light
clarity = clarity
wariness = wariness
about = about
as-usual = as usual
by-the-wind = by the wind
by-kind = by the bed
rules = rules
gauge = gauge
reading = reading of the gauge
paced = paced
throws = { $n ->
    [one] one throw
   *[other] { $n } throws
}
sounding = sounding at { $place }
lane = lane { $number }
lane-told = { $name }, { $width } wide, { $pace }
lane-deep = { $name }, { $width } wide, { $pace }, { $depth } deep
obstacle = { $kind } at { $place }
obstacle-told = { $length } long, { $height } high
more = and more
other = changed
changed = { $n ->
    [one] one change
   *[other] { $n } changes
}
""",
)
MOST_ROWS = 3
"""Rows of one list that are told one by one."""
NAMES = {
    "depth_m": say("depth"), "pace_m_s": say("pace"), "rules": say("rules"), "paced": say("paced"), "zone": say("zone"),
    "fish": say("fish"), "gauged": say("reading"), "temperature_c": say("temperature"), "wind_m_s": say("wind"),
}  # fmt: skip
"""Of fields that may differ by less than is written of them."""
SAME_RISE = 1e-4
"""m: soundings that all rose by as much as the depth are no change of their own."""


def compare(before: Reach, after: Reach, writer: Writer) -> tuple[Change, ...]:
    """Return every difference between two states of a water, in a person's units."""
    mark = writer.marked
    told = tuple(
        Change(part=part, what=mark(what), before=mark(old), after=mark(new))
        for part, what, old, new in _rows(before, after, writer)
        if old != new
    )
    # What no text shows (a thousandth of a depth, other rules, one of two stones at one place) is said to be there.
    parts = {change.part for change in told} | ({"soundings"} if _risen(before, after) else set())
    if "zone" in parts:
        parts.add("zone_known")
    silent = [f for f in Reach.model_fields if f not in parts and getattr(before, f) != getattr(after, f)]
    return (*told, *(Change(part=f, what=NAMES.get(f, say("more")), before="", after=say("other")) for f in silent))


def _rows(before: Reach, after: Reach, writer: Writer) -> Iterator[tuple[str, str, str, str]]:
    """Yield part, what of it, and how it read before and after, whether or not it differs."""

    def figures(*fields: tuple[str, str]) -> Iterator[tuple[str, str, str, str]]:
        for field, what in fields:
            old, new = (writer.text(RULES[field], getattr(reach, field)) for reach in (before, after))
            yield field, what, old, new

    def words(*fields: tuple[str, str, str]) -> Iterator[tuple[str, str, str, str]]:
        for field, what, none in fields:
            old, new = (str(value) if (value := getattr(r, field)) else none for r in (before, after))
            yield field, what, old, new

    def choices(*fields: tuple[str, str, str]) -> Iterator[tuple[str, str, str, str]]:
        for field, what, none in fields:
            old, new = (called(value) if (value := getattr(r, field)) else none for r in (before, after))
            yield field, what, old, new

    yield from words(("name", say("name"), ""), ("river", say("river"), ""))
    yield from choices(("kind", say("kind"), ""))
    yield from figures(
        ("depth_m", say("depth")), ("pace_m_s", say("pace")), ("off_m", say("far")), ("drift_m", say("drift")),
        ("fish_at_m", say("holds")), ("temperature_c", say("temperature")), ("wind_m_s", say("wind")),
    )  # fmt: skip
    if not _risen(before, after):
        yield from _few("soundings", _sounded(before, after, writer))
    yield from _few("lanes", _lanes(before, after, writer))
    yield from _few("obstacles", _obstacles(before, after, writer))
    if len(before.paced) != len(after.paced):
        yield "paced", say("paced"), _throws(before), _throws(after)
    yield "bed", say("bed"), before.bed_kind.name, after.bed_kind.name
    yield "stones_m", say("stones"), _stones(before, writer), _stones(after, writer)
    yield "zone", say("zone"), _zone(before, writer), _zone(after, writer)
    yield "fish", say("fish"), before.fish.species, after.fish.species
    yield "fish", say("weight"), writer.text("fish", before.fish.mass_kg), writer.text("fish", after.fish.mass_kg)
    yield from choices(
        ("blows", say("blows"), say("as-usual")), ("surface", say("surface"), say("by-the-wind")), ("light", say("light"), ""),
        ("clarity", say("clarity"), ""), ("wariness", say("wariness"), ""),
    )  # fmt: skip
    yield from words(("about", say("about"), ""), ("gauge", say("gauge"), ""))
    yield "gauged", say("reading"), _reading(before), _reading(after)


def _few(part: str, rows: list[tuple[str, str, str]]) -> Iterator[tuple[str, str, str, str]]:
    """Yield the first rows of a list that differ, and how many more do."""
    differ = [row for row in rows if row[1] != row[2]]
    for row in differ[:MOST_ROWS]:
        yield part, *row
    if len(differ) > MOST_ROWS:
        yield part, say("more"), "", say("changed", n=len(differ) - MOST_ROWS)


def _risen(before: Reach, after: Reach) -> bool:
    """Say whether all soundings rose by as much as the depth: that is no change of their own."""
    if len(before.soundings) != len(after.soundings):
        return False
    rise = after.depth_m - before.depth_m
    return all(
        a.x_m == b.x_m and abs(b.depth_m - a.depth_m - rise) < SAME_RISE
        for a, b in zip(before.soundings, after.soundings, strict=True)
    )


def _sounded(before: Reach, after: Reach, writer: Writer) -> list[tuple[str, str, str]]:
    old, new = ({s.x_m: writer.text("depth", s.depth_m) for s in reach.soundings} for reach in (before, after))
    return [
        (say("sounding", place=writer.text("travel", x)), old.get(x, ""), new.get(x, "")) for x in sorted(old | new)
    ]


def _lanes(before: Reach, after: Reach, writer: Writer) -> list[tuple[str, str, str]]:
    both = enumerate(zip_longest(before.lanes, after.lanes), 1)
    return [(say("lane", number=i), _lane(a, writer), _lane(b, writer)) for i, (a, b) in both]


def _lane(lane: Lane | None, writer: Writer) -> str:
    if lane is None:
        return ""
    width, pace = writer.text("travel", lane.width_m), writer.text("speed", lane.pace_m_s)
    if lane.depth_m is None:
        return say("lane-told", name=lane.name, width=width, pace=pace)
    return say("lane-deep", name=lane.name, width=width, pace=pace, depth=writer.text("depth", lane.depth_m))


def _throws(reach: Reach) -> str:
    return say("throws", n=len(reach.paced)) if reach.paced else ""


def _reading(reach: Reach) -> str:
    return f"{reach.gauged.at:%Y-%m-%d %H:%M}" if reach.gauged else ""


def _obstacles(before: Reach, after: Reach, writer: Writer) -> list[tuple[str, str, str]]:
    """Return what stands there by kind and place."""

    def told(reach: Reach) -> dict[str, str]:
        return {
            say("obstacle", kind=called(o.kind), place=writer.text("travel", o.x_m)): _size(o, writer)
            for o in reach.obstacles
        }

    old, new = told(before), told(after)
    return [(what, old.get(what, ""), new.get(what, "")) for what in dict.fromkeys((*old, *new))]


def _size(obstacle: Obstacle, writer: Writer) -> str:
    length, height = writer.text("travel", obstacle.length_m), writer.text("depth", obstacle.height_m)
    return say("obstacle-told", length=length, height=height)


def _stones(reach: Reach, writer: Writer) -> str:
    return say("by-kind") if reach.stones_m is None else writer.text("short", reach.stones_m)


def _zone(reach: Reach, writer: Writer) -> str:
    if not reach.zone_known:
        return say("not-known")
    band = writer.between("short", reach.zone.low_m, reach.zone.high_m)
    return say("from-bed", band=band) if reach.zone.datum == "bed" else say("from-surface", band=band)
