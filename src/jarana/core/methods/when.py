"""When a method suits a water: what speaks for it and against it, a sentence each."""

from __future__ import annotations

from collections.abc import Callable
from dataclasses import dataclass
from itertools import pairwise

from jarana.core.water.reach import COLD_C, LIVELY_C, Reach

Test = Callable[[Reach], bool]
THIN_M, SHALLOW_M, DEEP_M, ANCHOR_M = 0.35, 0.7, 1.2, 6.0
FAST, SLOW, PULLS = 0.6, 0.3, 0.15
"""m/s: a fast and a slow surface, and a difference of lanes that pulls a line."""
SWINGS = 0.14
"""m/s from which on a line of 8.6 m is below the rod within a minute (computed; a test drifts it on both sides)."""
LEDGE_M, LEDGE_IN_M, LEDGE_NEAR_M = 0.35, 8.0, 5.0
"""A ledge falls by so much within so many metres, so near the fish."""
CLUTTERED = 0.3
"""Obstructions along so much of the drift."""
WITHIN_ROD_M = 8.0
TOP_M, BED_M = 0.35, 0.15


@dataclass(frozen=True)
class Says:
    """One condition: how much it weighs (against when negative), what it says, and when it holds."""

    weight: int
    text: str
    holds: Test


@dataclass(frozen=True)
class Fit:
    """How a water speaks: the sum of the weights, what speaks for it and what against it."""

    score: int
    pros: tuple[str, ...]
    cons: tuple[str, ...]


def judged(says: tuple[Says, ...], reach: Reach) -> Fit:
    """Return how a water speaks for a method."""
    held = [s for s in says if s.holds(reach)]
    return Fit(
        sum(s.weight for s in held),
        tuple(s.text for s in sorted(held, key=lambda s: -s.weight) if s.weight > 0),
        tuple(s.text for s in sorted(held, key=lambda s: s.weight) if s.weight < 0),
    )


def either(*tests: Test) -> Test:
    """Return a test that holds where one of several does."""
    return lambda reach: any(test(reach) for test in tests)


def both(*tests: Test) -> Test:
    """Return a test that holds where all of several do."""
    return lambda reach: all(test(reach) for test in tests)


def thin(reach: Reach) -> bool:
    """Hardly water over the stones: one fly fishes better."""
    return reach.nature.flows and reach.depth_m < THIN_M


def shallow(reach: Reach) -> bool:
    """To the knee."""
    return reach.depth_m < SHALLOW_M


def deep(reach: Reach) -> bool:
    """Past the thigh."""
    return reach.depth_m >= DEEP_M


def very_deep(reach: Reach) -> bool:
    """Deep enough to fish straight down from a boat."""
    return reach.depth_m >= ANCHOR_M


def fast(reach: Reach) -> bool:
    """Quicker than a walk."""
    return reach.pace_m_s >= FAST


def slow(reach: Reach) -> bool:
    """Slower than a stroll."""
    return reach.pace_m_s <= SLOW


def hardly_flows(reach: Reach) -> bool:
    """Too slow to bring a line round."""
    return reach.pace_m_s < SWINGS


def clear(reach: Reach) -> bool:
    """Every stone can be seen."""
    return reach.clarity == "clear"


def coloured(reach: Reach) -> bool:
    """Tinged or coloured."""
    return reach.clarity != "clear"


def wary(reach: Reach) -> bool:
    """Fished hard."""
    return reach.wariness == "high"


def windy(reach: Reach) -> bool:
    """A wave, or a line that is blown about."""
    return reach.wind_m_s >= 4


def calm(reach: Reach) -> bool:
    """Glass, or nearly."""
    return reach.looks == "glass"


def near(reach: Reach) -> bool:
    """Within the reach of the rod."""
    return reach.off_m <= WITHIN_ROD_M


def far(reach: Reach) -> bool:
    """Beyond the reach of the rod."""
    return not near(reach)


def on_top(reach: Reach) -> bool:
    """Fish take on top or in the film."""
    _, high = reach.zone.heights(reach.depth_m)
    return reach.depth_m - high <= 0.02 and reach.zone.high_m - reach.zone.low_m <= TOP_M


def high_in_water(reach: Reach) -> bool:
    """The zone ends near the surface."""
    _, high = reach.zone.heights(reach.depth_m)
    return reach.depth_m - high <= TOP_M


def at_the_bed(reach: Reach) -> bool:
    """The zone begins on the stones."""
    low, _ = reach.zone.heights(reach.depth_m)
    return low < BED_M


def mid_water(reach: Reach) -> bool:
    """Neither on top nor on the stones."""
    return not at_the_bed(reach) and not on_top(reach)


def thick_zone(reach: Reach) -> bool:
    """The zone is a metre thick or more: the layer is not known."""
    low, high = reach.zone.heights(reach.depth_m)
    return high - low >= 1.0


def narrow_zone(reach: Reach) -> bool:
    """The zone is known to within a metre."""
    return not thick_zone(reach)


def lanes_pull(reach: Reach) -> bool:
    """A lane between the rod and the fish goes at another pace."""
    between = reach.lanes[: reach.fish_lane] if reach.lanes else ()
    return any(abs(lane.pace_m_s - reach.pace_m_s) >= PULLS for lane in between)


def snaggy(reach: Reach) -> bool:
    """Boulders, weed or branches take flies."""
    return bool(reach.snags) or reach.bed in ("boulder", "weed")


def overgrown(reach: Reach) -> bool:
    """Branches, snags, weed along a good part of the drift: one fly fishes better."""
    return reach.nature.flows and sum(o.length_m for o in reach.snags) > CLUTTERED * reach.drift_m


def cold(reach: Reach) -> bool:
    """Fish sit tight."""
    return reach.temperature_c <= COLD_C


def warm(reach: Reach) -> bool:
    """Fish move for a fly."""
    return reach.temperature_c >= LIVELY_C


def even(reach: Reach) -> bool:
    """One depth and pace along the drift."""
    depths = [s.depth_m for s in reach.soundings]
    return not depths or max(depths) - min(depths) <= 0.3


def ledge(reach: Reach) -> bool:
    """The bed falls away where the fish are."""
    rows = [s for s in reach.soundings if abs(s.x_m - reach.fish_at_m) <= LEDGE_NEAR_M]
    return any(b.depth_m - a.depth_m >= LEDGE_M and b.x_m - a.x_m <= LEDGE_IN_M for a, b in pairwise(rows))


def big_fish(reach: Reach) -> bool:
    """Fish that eat fish."""
    return reach.fish.mass_kg >= 1.0
