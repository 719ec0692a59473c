"""Does a fly find the bottom, and after how many metres?"""

from __future__ import annotations

from jarana.core.drift.document import Drift, FlyDrift
from jarana.core.drift.nominal import nominal
from jarana.core.methods import method_of
from jarana.core.outcomes.band import Band, Spread
from jarana.core.outcomes.shares import in_ten
from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.readings.depth_edits import depth_edits
from jarana.core.readings.zone import with_dry
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
finds-bottom-late = Finds the bottom late
finds-bottom = Finds the bottom
down-after-drift-s = The { $role } is down after { $metres } of a { $whole } drift, { $seconds } s after landing.
lies-stones = Lies on the stones
down-after-drags-drift = The { $role } is down after { $metres } and is on the bed for { $bed_share } of the drift.
touch-now-then = touch now and then
hold-bottom-all-time = hold the bottom all the time
found-means-within-bed = Found means within { $what } of the bed; metres are its own travel since it landed.
method-should-stones-drift = On this method it should { $touch }; here it is on the stones for { $bed_share } of the drift.
line-lie-bed-end = { $line_on_bed_m } of line lie on the bed at the end.
lines-drag-holds-up = The line's drag holds it up: normal drag of a thin cylinder on every link, not the sum of fly sink rates.
led-pace-surface-water = Led at { $lead } × the pace of the surface; the water near the bed is slower, so a rig that keeps up with the bubbles is pulled forward and up.
water-near-bed-slower = The water near the bed is slower than at the surface, so the top pulls the rig forward and up.
does-not-find-bottom = Does not find the bottom
comes-no-closer-than = The { $role } comes no closer than { $short } in the whole { $length_m } drift.
heavier-bead-finer-or = A heavier bead, a finer or longer tippet, or a slower lead brings it down.
finds-bottom-share = Finds the bottom on { $share }
rides-without = Rides in the zone without touching
touches-often = Touches on { $share }
comes-down-seldom = The { $role } is down on { $share } ({ $members } computed).
comes-down-at = The { $role } is down on { $share }, after { $low }–{ $high }.
comes-down-from = The { $role } is down on { $share }, from { $low } on.
lies-share = {" "}It lies on the stones { $lies } of the time.
""",
)

LATE = 0.4
"""Past this share of the drift the bottom comes late."""
TOO_LATE = 0.7
SELDOM = 0.05
"""Share of drifts below which it is as good as never."""
RIDES = 0.5
"""Share of a drift in the zone from which a rig need not touch."""
SOMEWHAT = 0.2
"""The same from which it is not said to miss the fish altogether."""
LYING = 0.1
"""Share of a drift on the stones that is told."""
NEAR_SHARE = 0.1
"""The zone stands on the bed where it begins within this share of the depth over it."""
PINNED = 0.5
"""On the stones for more than this share, a fly meant to tick is being dragged over them."""


def read(situation: Situation) -> Reading:
    """Judge the fly that finds the bottom first; methods differ on how often it should touch."""
    return tell(situation, nominal(situation))


def tell(situation: Situation, drift: Drift) -> Reading:
    """Write when a drift finds the bottom."""
    writer = situation.writer
    found = [f for f in drift.flies if f.metres_to_bottom is not None]
    if not found:
        return _missed(situation, drift, min(drift.flies, key=lambda f: f.least_height_m))
    fly = min(found, key=lambda f: f.metres_to_bottom or 0.0)
    metres = fly.metres_to_bottom or 0.0
    whole = max(drift.length_m - fly.entry_x_m, 1e-6)
    share = metres / whole
    severity: Severity = "act" if share > TOO_LATE else "look" if share > LATE else "fine"
    title = say("finds-bottom-late") if severity != "fine" else say("finds-bottom")
    seconds = fly.seconds_to_bottom or 0.0
    sentence = say(
        "down-after-drift-s",
        role=role_name(fly.role),
        metres=writer.text("travel", metres),
        whole=writer.text("travel", whole),
        seconds=f"{seconds:.0f}",
    )
    if severity == "fine" and method_of(situation.rig).touch == "now and then" and fly.bed_share > PINNED:
        severity, title = "look", say("lies-stones")
        sentence = say(
            "down-after-drags-drift",
            role=role_name(fly.role),
            metres=writer.text("travel", metres),
            bed_share=f"{fly.bed_share:.0%}",
        )
    touch = say("touch-now-then") if method_of(situation.rig).touch == "now and then" else say("hold-bottom-all-time")
    return make(
        "bottom",
        severity,
        title,
        sentence,
        writer.figure("travel", metres),
        value=metres,
        parts=(fly.id,),
        why=(
            say("found-means-within-bed", what=writer.text("short", 0.02)),
            say("method-should-stones-drift", touch=touch, bed_share=f"{fly.bed_share:.0%}"),
            say("line-lie-bed-end", line_on_bed_m=writer.text("short", drift.line_on_bed_m)),
            say("lines-drag-holds-up"),
        ),
    )


def _missed(situation: Situation, drift: Drift, fly: FlyDrift) -> Reading:
    writer = situation.writer
    short = writer.text("short", fly.least_height_m)
    pace = (
        say("led-pace-surface-water", lead=writer.number(situation.rig.motion.lead, 2))
        if situation.motion.leads and not situation.head.floats
        else say("water-near-bed-slower")
    )
    return make(
        "bottom",
        "act",
        say("does-not-find-bottom"),
        say(
            "comes-no-closer-than",
            role=role_name(fly.role),
            short=short,
            length_m=writer.text("travel", drift.length_m),
        ),
        writer.figure("short", fly.least_height_m),
        value=None,
        parts=(fly.id,),
        why=(
            pace,
            say("heavier-bead-finer-or"),
        ),
    )


def score(situation: Situation) -> float:
    """Return how far into the drift the bottom is found, past 2 where it never is; lying on it counts too."""
    drift = nominal(situation)
    found = [f for f in drift.flies if f.metres_to_bottom is not None]
    if not found:
        return 2.0 + min(f.least_height_m for f in drift.flies)
    fly = min(found, key=lambda f: f.metres_to_bottom or 0.0)
    pinned = max(fly.bed_share - PINNED, 0.0) if method_of(situation.rig).touch == "now and then" else 0.0
    return (fly.metres_to_bottom or 0.0) / max(drift.length_m, 1e-6) + 2 * pinned


def judge(situation: Situation, reading: Reading, band: Band) -> Reading:
    """Judge by the share of drifts that find the bottom, against how often the method wishes to touch it.

    Not to touch is no fault where a fly rides in the taking zone all the same.
    """
    writer, share = situation.writer, band.finds_bottom
    fly = max(band.flies, key=lambda f: f.touches)
    role = role_name(situation.rig.role(situation.rig.attachment(fly.id)))
    lies = max(f.bed_share for f in band.flies)
    wish = method_of(situation.rig).wish
    hooks = [f for f in band.flies if situation.rig.attachment(f.id).fly is not None]
    shares = with_dry(situation, {f.id: f.in_zone for f in hooks}) if situation.water.zone_known else {}
    inside = max(shares.values(), default=0.0)
    rides = inside >= RIDES
    severity: Severity = "fine"
    title = say("finds-bottom-share", share=in_ten(share))
    if share <= 0.0:
        title = say("does-not-find-bottom")
    if share < wish.least:
        severity = (
            "fine"
            if rides
            else "look"
            if share >= SELDOM or inside >= SOMEWHAT or not takes_near_bed(situation)
            else "act"
        )
        title = say("rides-without") if rides and share < SELDOM else title
    elif share > wish.most:
        severity, title = "look", say("touches-often", share=in_ten(share))
    elif lies > wish.lies:
        severity, title = "look", say("lies-stones")
    where = fly.metres_to_bottom
    early = early_and_late(fly.metres_to_bottom, share)
    if early is None:
        sentence = say("comes-down-seldom", share=in_ten(fly.touches), role=role, members=band.members)
    else:
        low, high = writer.figure("travel", early[0]), writer.figure("travel", early[1])
        sentence = (
            say("comes-down-from", role=role, share=in_ten(fly.touches), low=str(low))
            if low == high
            else say("comes-down-at", role=role, share=in_ten(fly.touches), low=low.digits, high=str(high))
        )
    if share and lies > LYING:
        sentence += say("lies-share", lies=f"{lies:.0%}")
    value = where.p50
    figure = writer.figure("travel", value) if value is not None else Figure(f"{share * 100:.0f}", "%")
    more = {
        "severity": severity,
        "title": title,
        "sentence": sentence,
        "value": value,
        "figure": figure.digits,
        "unit": figure.unit,
        "parts": (fly.id,),
    }
    return reading.model_copy(update=more)


def early_and_late(metres: Spread, share: float) -> tuple[float, float] | None:
    """Return between which figures the drifts that get there do: P10 and P90, or what is told of those that do."""
    told = [v for v in (metres.p10, metres.p50, metres.p90) if v is not None]
    return (told[0], told[-1]) if told and share > 0 else None


def takes_near_bed(situation: Situation) -> bool:
    """Say whether the fish take so near the bed that a rig ought to find it."""
    zone, depth = situation.water.zone, situation.fished.depth_m
    return bool(zone.heights(depth)[0] <= NEAR_SHARE * depth)


READING = ReadingKind("bottom", read, depth_edits, score, banded=("metres_to_bottom", "travel"), judge=judge, of="hung")
