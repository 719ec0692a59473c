"""What the water looks like in section: depths, paces, the taking zone, and the cautions that go with them."""

from __future__ import annotations

from functools import lru_cache

import numpy as np

from jarana.core.caution import Caution, caution
from jarana.core.engine.hydro.stream import stream_speed
from jarana.core.law import Asked, Law, Range, listening
from jarana.core.model import Frozen
from jarana.core.units import Writer
from jarana.core.water.pacing import pace_of
from jarana.core.water.reach import LEFT_ALONE, WARM, Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
mean-water = Mean of the water
fish-up = At the fish, { $middle } up
""",
)

WADING = Law(
    "standing in a current",
    "flume tests of people: Jonkman & Penning-Rowsell (2008), stability lost from about 0.6 m²/s of depth x speed",
    {"depth_times_pace": Range(0.0, 2.0, "depth times pace, in square metres a second,")},
    "nobody was tested there: do not stand in it",
)
UNSTEADY = 0.6
"""m²/s: from here on a person of light build may be swept off their feet."""
THIGH = 0.75
"""m, about the thigh of a grown person."""
BOAT_WIND = 6.0
"""m/s from which a small boat or a float tube stays ashore (practice)."""
LEVEL_LENGTH = 12.0
"""m of a bed without soundings that are drawn."""
COLUMNS = 4
HEIGHTS = 5


class PaceArrow(Frozen):
    """The pace of the water at a depth."""

    depth_m: float
    pace_m_s: float


class Column(Frozen):
    """Paces from the surface down at one place along the water."""

    x_m: float
    paces: tuple[PaceArrow, ...]


class BedPoint(Frozen):
    """A corner of the bed, with the depths between which the fish take there."""

    x_m: float
    depth_m: float
    zone_top_m: float
    zone_end_m: float


class ThrowView(Frozen):
    """A throw, written for reading, and whether it disagrees with the others."""

    distance: str
    seconds: str
    speed: str
    outlier: bool


class Line(Frozen):
    """A name and a figure."""

    name: str
    figure: str


class Section(Frozen):
    """A reach drawn and read: SI for the drawing, text for the rest."""

    length_m: float
    deepest_m: float
    bed: tuple[BedPoint, ...]
    columns: tuple[Column, ...]
    fish_depth_m: float
    throws: tuple[ThrowView, ...]
    paced: str
    lines: tuple[Line, ...]
    cautions: tuple[Caution, ...]
    laws: tuple[Asked, ...] = ()


@lru_cache(maxsize=64)
def section_of(reach: Reach, writer: Writer) -> Section:
    """Return what the Water place draws and says of a reach."""
    with listening() as heard:
        section = _section(reach, writer)
    return section.model_copy(update={"laws": heard.rows})


def _section(reach: Reach, writer: Writer) -> Section:
    places = [s.x_m for s in reach.soundings] or [0.0, LEVEL_LENGTH]
    first, last = places[0], places[-1]
    corners = sorted({*places, *np.linspace(first, last, 17).tolist()})
    bed = tuple(_bed_point(reach, x) for x in corners)
    deepest = max(p.depth_m for p in bed)
    low, high = reach.zone.heights(reach.depth_m)
    middle = (low + high) / 2
    throws, paced = _paced(reach, writer)
    lines = [
        Line(name=say("mean-water"), figure=writer.text("speed", reach.bulk_pace)),
        Line(
            name=say("fish-up", middle=writer.text("short", middle)), figure=writer.text("speed", reach.pace_at(middle))
        ),
    ]
    return Section(
        length_m=last - first,
        deepest_m=deepest,
        bed=bed,
        columns=tuple(_column(reach, first + (last - first) * (k + 0.4) / COLUMNS) for k in range(COLUMNS)),
        fish_depth_m=reach.depth_m - middle,
        throws=throws,
        paced=paced,
        lines=tuple(() if reach.still else lines),
        cautions=_cautions(reach, deepest, writer),
    )


def _bed_point(reach: Reach, x: float) -> BedPoint:
    depth = reach.depth_at(x)
    low, high = reach.zone.heights(depth)
    return BedPoint(x_m=round(x, 3), depth_m=depth, zone_top_m=depth - high, zone_end_m=depth - low)


def _column(reach: Reach, x: float) -> Column:
    depth, surface = reach.depth_at(x), reach.surface_pace_at(x)
    if surface <= 0:
        return Column(x_m=x, paces=())
    heights = [depth * (1 - (k + 0.25) / HEIGHTS) for k in range(HEIGHTS)]
    return Column(
        x_m=round(x, 3),
        paces=tuple(
            PaceArrow(
                depth_m=round(depth - h, 3),
                pace_m_s=round(stream_speed(h, surface, depth, reach.roughness, reach.power_over(depth)), 4),
            )
            for h in heights
        ),
    )


def _paced(reach: Reach, writer: Writer) -> tuple[tuple[ThrowView, ...], str]:
    if not reach.paced:
        return (), ""
    pace = pace_of(reach.paced)
    rows = tuple(
        ThrowView(
            distance=writer.text("travel", throw.distance_m),
            seconds=f"{writer.number(throw.seconds, 1)} s",
            speed=writer.text("speed", speed),
            outlier=out,
        )
        for throw, speed, out in zip(reach.paced, pace.speeds, pace.outliers, strict=True)
    )
    mean, spread = writer.figure("speed", pace.mean), writer.figure("speed", pace.spread)
    return rows, f"{mean.digits} ± {spread.digits} {mean.unit}" if len(rows) > 1 else str(mean)


def suffers_warmth(reach: Reach) -> bool:
    """Say whether the fish of a water suffer from being played in warm water."""
    return reach.fish.species in ("trout", "grayling")


def _cautions(reach: Reach, deepest: float, writer: Writer) -> tuple[Caution, ...]:
    said = []
    fastest = max((lane.pace_m_s for lane in reach.lanes), default=reach.pace_m_s)
    if reach.nature.flows:
        WADING.ask(depth_times_pace=deepest * fastest)
    if reach.nature.flows and deepest * fastest >= UNSTEADY:
        said.append(caution("wading-pace", depth=writer.text("depth", deepest), pace=writer.text("speed", fastest)))
    elif reach.nature.flows and deepest > THIGH:
        said.append(caution("wading-deep"))
    if not reach.nature.flows and reach.wind_m_s >= BOAT_WIND:
        said.append(caution("boat-wind"))
    if reach.temperature_c >= WARM and suffers_warmth(reach):
        said.append(caution("warm-water", temperature=writer.text("temperature", reach.temperature_c)))
    elif reach.temperature_c <= 6:
        said.append(caution("cold-water"))
    for stretch in (o for o in reach.obstacles if o.kind == LEFT_ALONE):
        said.append(
            caution(
                "left-alone",
                begins=writer.text("travel", stretch.x_m),
                ends=writer.text("travel", stretch.x_m + stretch.length_m),
            )
        )
    return tuple(said)
