"""A dry by itself is read against where the fish take; a step that is offered names all it changes."""

from __future__ import annotations

import pytest

from jarana.core.drift.nominal import hooked
from jarana.core.readings import reading_kinds
from jarana.core.readings.on_top import READING
from jarana.core.readings.zone import GOOD, POOR, at_top
from jarana.core.rig.compare import compare
from jarana.core.rig.edits.stance import SetStance
from jarana.core.search.moves.base import moved
from jarana.core.search.tries import tries
from jarana.core.water.reach import TakingZone
from tests.core.readings.test_shares import band, fly, judged
from tests.coverage import water
from tests.fishing import fished, started

ZONE = reading_kinds()["zone"]
RUN = water(0.9, 0.62)
DRY = started("dry-fly", RUN)


def over(low: float, high: float, datum: str) -> tuple[float, str, str]:
    """How much a dry is where they take, and what is said of it."""
    there = fished(
        DRY, RUN.model_copy(update={"zone": TakingZone.model_validate({"low_m": low, "high_m": high, "datum": datum})})
    )
    reading = READING.read(there)
    assert reading.value == at_top(there)
    return at_top(there), reading.severity, reading.title


def test_over_fish_at_the_bed_a_dry_is_said_to_be_above_them_and_over_rising_fish_not() -> None:
    assert over(0.0, 0.3, "bed") == (0.0, "act", "They take under the top")
    assert over(0.0, 0.2, "surface") == (1.0, "fine", "They take at the top")


def test_where_the_depth_decides_whether_the_zone_reaches_the_top_it_is_told_in_shares() -> None:
    """A zone counted from the bed, up to near the surface of a depth that is known to some tenths."""
    seen = set()
    for high in (0.76, 0.78, 0.8, 0.82, 0.84, 0.86, 0.88, 0.9, 0.95, 1.0, 1.1):
        share, severity, _ = over(0.0, high, "bed")
        assert severity == ("fine" if share >= GOOD else "look" if share >= POOR else "act")
        seen.add(severity)
    assert seen == {"act", "look", "fine"}


def test_a_dry_with_something_below_it_is_read_by_what_hangs_there() -> None:
    below = fished(started("dry-and-nymph", RUN), RUN)
    assert not READING.speaks(below)
    assert reading_kinds()["zone"].speaks(below)
    alone = fished(DRY, RUN)
    assert READING.speaks(alone)
    assert not READING.speaks(fished(DRY, RUN.model_copy(update={"zone_known": False})))
    assert not READING.speaks(fished(started("level-contact", RUN), RUN))


@pytest.mark.parametrize(("low", "high", "datum", "rides"), [(0.0, 0.3, "surface", True), (0.0, 0.3, "bed", False)])
def test_a_dry_that_rides_where_they_take_is_in_the_zone_whatever_hangs_below_it(
    low: float, high: float, datum: str, rides: bool
) -> None:
    zone = TakingZone.model_validate({"low_m": low, "high_m": high, "datum": datum})
    both = fished(started("dry-and-nymph", RUN), RUN.model_copy(update={"zone": zone}))
    nominal = reading_kinds()["zone"].read(both)
    assert nominal.sentence.startswith("Dry") is rides
    of = band(fly(in_zone=0.1), all_in_zone=0.1)
    for key in ("zone", "bottom"):
        told = judged(key, both, of)
        assert (told.severity == "fine") is rides
    told = judged("zone", both, of)
    assert (told.value == 1.0) is rides
    # What is told of the dry has no band of the nymph's beside it.
    assert ("point" in told.parts) is not rides


def test_where_nobody_knows_the_zone_the_depths_that_are_tried_are_told_and_no_share() -> None:
    unknown = fished(started("level-contact", RUN), RUN.model_copy(update={"zone_known": False}))
    reading, flies, writer = ZONE.read(unknown), hooked(unknown), unknown.writer
    dropper, point = (next(f for f in flies if f.id == name) for name in ("dropper", "point"))
    assert (reading.severity, reading.title) == ("look", "Where they take is not known")
    assert f"point {writer.text('depth', point.settled_depth_m)}" in reading.sentence.lower()
    assert f"dropper {writer.text('depth', dropper.settled_depth_m)}" in reading.sentence.lower()
    assert reading.sentence[0].isupper()
    assert reading.value == pytest.approx(point.settled_depth_m - dropper.settled_depth_m)
    assert reading.figure == writer.figure("depth", reading.value or 0.0).digits
    assert set(reading.parts) == {"dropper", "point"}
    assert reading.why == ("The figure is how far the highest and the deepest fly are apart.",)
    assert ZONE.score is not None
    assert ZONE.score(unknown) == 0.0


def test_the_zone_tells_from_which_second_each_fly_is_in_it_and_how_near_counts() -> None:
    at_bed = fished(started("level-contact", RUN), RUN)
    reading = ZONE.read(at_bed)
    first = next(f for f in hooked(at_bed) if f.id == "point")
    assert first.first_in_zone_s is not None
    assert reading.value == max(f.share_in_zone for f in hooked(at_bed))
    assert f"point from {at_bed.writer.number(first.first_in_zone_s, 1)} s" in reading.why[1]
    assert at_bed.writer.text("short", RUN.nature.near_m) in reading.why[0]
    assert ZONE.score is not None
    assert ZONE.score(at_bed) == pytest.approx(1.0 - (reading.value or 0.0))


def test_two_ways_to_lay_the_same_slack_are_told_apart() -> None:
    here = fished(DRY, RUN)
    offered = [t.name for r in tries(here).readings for t in r.tries]
    assert len(offered) == len(set(offered))


@pytest.mark.parametrize("lay", ["pile", "serpentine"])
def test_how_the_line_is_laid_is_told_beside_its_slack(lay: str) -> None:
    straight = moved(fished(DRY, RUN), (SetStance(lay="straight", slack="0.2 m"),))
    assert straight is not None
    then = moved(straight, (SetStance(lay=lay, slack="0.9 m"),))
    assert then is not None
    told = [c.text for c in compare(straight.rig, then.rig, straight.writer)]
    assert any(text.startswith("slack") for text in told)
    assert f"line laid straight → {lay}" in told


@pytest.mark.parametrize("key", ["dry-fly", "dry-and-emerger"])
def test_a_dry_over_fish_at_the_bed_is_told_that_nothing_owned_betters_it_and_which_method_would(key: str) -> None:
    """Whether its readings hang on the drift or not: what is worth nothing is not mended by a third of a minute."""
    found = tries(fished(started(key, RUN), RUN))
    assert "0 good minutes" in found.nothing_fits
    first = found.would[0]
    assert first.method not in ("", key)
    assert first.minutes > max([found.minutes, *(w.minutes for w in found.would[1:])])


def test_a_dry_over_rising_fish_is_not_told_so() -> None:
    rising = RUN.model_copy(
        update={"zone": TakingZone.model_validate({"low_m": 0.0, "high_m": 0.2, "datum": "surface"})}
    )
    found = tries(fished(DRY, rising))
    assert (found.nothing_fits, found.would) == ("", ())
    assert found.minutes > 1.0
