"""From rig and water to the chain: what holds the rig, which part is in the water, how it is moved, when it ends."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.hydro.water_properties import GRAM_FORCE
from jarana.core.engine.scenario import Dropper, FreeTop, HeldTop, PlacedBody, Scenario, Segment, Start, Stream, Top
from jarana.core.engine.steady import steady_natural
from jarana.core.errors import InputError, Note, SolverError
from jarana.core.rig.model import Attachment, Joint, Motion, Rig, Span
from jarana.core.tackle.float import Float
from jarana.core.tackle.fly_line import BENDING, line_parts
from jarana.core.tackle.hook import STEEL
from jarana.core.water.reach import Reach

LONGEST_DRIFT = 20.0
"""s: a contact drift is lifted out by then."""
LONGEST_FLOAT_DRIFT = 60.0
SHORTEST_DRIFT = 2.0
LAKE_SECONDS = 90.0
"""s of a retrieve or of a team left to settle."""
START_ANGLE = math.radians(5)
"""The rig lands straight upstream of its top, this far below the horizontal, rad."""
DROPPER_ANGLE = math.radians(25)
FRAME = 0.1
"""s between the states a drift on a river keeps."""
LAKE_FRAME = 0.5
SPACING = 0.03
"""Node spacing wanted on a leader, m."""
STILL_SPACING = 0.1
LEADER_SPACING = 0.06
"""The same behind a fly line in a river: within a centimetre of half of it (tests/core/methods)."""
LINE_SPACING = 0.2
BEFORE_FISH = 0.6
"""Share of a drift that lies upstream of the fish."""
BESIDE_DRY = 0.3
"""m of tippet that lies beside a dry fly with nothing below it and may sink: the part that is degreased."""
USUAL_NATURAL = 0.8
"""Natural pace as a share of the surface pace, where no settled shape is found."""
FIGURE_SPEED = 0.03
"""m/s of line a figure-of-eight takes in."""
STRIP_LENGTH, STRIP_SECONDS, PAUSE_SECONDS = 0.15, 1.0, 3.0
LIFT_HEIGHT, LIFT_SECONDS = 1.0, 3.0
INCH_LENGTH, INCH_SECONDS, INCH_PAUSE, INCH_FOR = 0.025, 0.5, 0.7, 60.0
"""Short strips straight up: m, s, s of rest, and s they go on for."""
INDUCED_HEIGHT, INDUCED_SECONDS, LIFTED_FROM = 0.5, 1.5, 0.6
"""m the tip is raised to make the flies rise, in s, from this share of the drift on."""
HELD_FROM, RAISED_HEIGHT = 0.55, 0.8
"""Share of a swing that goes with the water before the line is held; m the rod is raised at its end."""
ACROSS, TURNED_IN = math.radians(60), 5
"""Angle a line is cast at across the stream, rad, and in how many steps it turns downstream."""
STRIPPED_FROM = 0.15
"""Share of the swing after which a streamer is stripped."""
NUDGE_LENGTH, NUDGE_EVERY = 0.15, 35.0
"""m a float is moved, and s between."""
USED = 0.6
"""Share of a hackled dry's lift left after about twenty casts or a fish (tables of practice); foam keeps its own."""


@dataclass(frozen=True)
class Lowered:
    """A scenario, and the doubts that came up on the way to it; `begins_m` is where along the water it starts."""

    scenario: Scenario
    notes: tuple[Note, ...]
    begins_m: float


def top_span(rig: Rig) -> int:
    """Return the index of the first span under water when the rod holds the leader: the one below the sighter.

    Without a sighter it is the first span below the coloured part; without either, the last span.
    """
    marked = [i for i, s in enumerate(rig.spans) if s.material.look in ("sighter", "braid")]
    coloured = [i for i, s in enumerate(rig.spans) if s.material.look == "mono"]
    above = marked or coloured
    return min(above[-1] + 1 if above else 0, len(rig.spans) - 1)


def hung_from(rig: Rig) -> float:
    """Return how far down the leader its top is, m: sighter's end, float, dry fly, or 0 on a fly line."""
    head = rig.head
    if head.kind == "held":
        return sum(s.length for s in rig.spans[: top_span(rig)])
    if head.kind == "float":
        return rig.length - head.above_point_mm / 1000
    if head.kind == "dry fly":
        at = rig.attachment(head.fly).at
        if at.kind == "joint":
            return sum(s.length for s in rig.spans[: rig.joint_index(at.joint)])
        return max(rig.length - BESIDE_DRY, 0.0)
    return 0.0


def still(reach: Reach) -> bool:
    """Say whether the water does not move."""
    return reach.pace_m_s <= 0


def drift_seconds(rig: Rig, reach: Reach) -> float:
    """Return how long it lasts, s: the reach's drift length at the pace it goes, or a minute and a half of lake."""
    if still(reach):
        return LAKE_SECONDS
    held = rig.head.kind == "held"
    pace = (rig.motion.lead if held and rig.motion.kind == "led" else 1.0) * reach.pace_m_s
    longest = LONGEST_DRIFT if held else LONGEST_FLOAT_DRIFT
    seconds = longest if pace <= 0 else reach.drift_m / pace
    return min(max(seconds, SHORTEST_DRIFT), longest)


def lower(rig: Rig, reach: Reach) -> Lowered:
    """Return the scenario of a rig fished in a reach.

    River: the top goes along and the rig lands straight upstream of it, moving with the water. Lake: the rig lies out
    straight on the surface. Bodies carry the ids of their attachments.

    Raises
    ------
    InputError
        When the rig cannot be fished so in this water.
    """
    start = hung_from(rig)
    on_line = LEADER_SPACING if rig.head.kind == "fly line" else SPACING
    segments, bodies, droppers = _hang(rig, start, STILL_SPACING if still(reach) else on_line)
    seconds = drift_seconds(rig, reach)
    frames = max(2, round(seconds / (LAKE_FRAME if still(reach) else FRAME)))
    uneven = bool(reach.soundings) and not still(reach)
    begins = max(reach.fish_at_m - BEFORE_FISH * reach.drift_m, 0.0) if uneven else 0.0
    notes: list[Note] = []
    lies = Start(0.0, 1, False) if still(reach) else Start(START_ANGLE, -1, True)
    if rig.head.kind == "fly line":
        parts, notes = line_parts(rig.line, rig.head.out_mm / 1000, reach.water)
        flat = None if rig.motion.kind == "inch" else 0.0
        line = [
            Segment(p.length, p.diameter, p.diameter, p.density, LINE_SPACING, p.greased, BENDING, flat) for p in parts
        ]
        out = sum(s.length for s in line)
        segments = [*line, *(replace(s, angle=flat) for s in segments)]
        bodies = [replace(b, s=b.s + out) for b in bodies]
        droppers = [replace(d, s=d.s + out) for d in droppers]
        lies = _lies(rig, reach)
    scenario = Scenario(
        water=reach.water,
        stream=_stream(reach, begins),
        main=tuple(segments),
        bodies=tuple(bodies),
        droppers=tuple(droppers),
        top=HeldTop(),
        start=lies,
        times=tuple(seconds * k / frames for k in range(frames + 1)),
        bed_profile=_profile(reach, begins),
    )
    return Lowered(replace(scenario, top=_top(rig, reach, scenario, seconds)), tuple(notes), begins)


def _lies(rig: Rig, reach: Reach) -> Start:
    """Return how a rig on a fly line lies at the start.

    In a lake out straight, or straight down where it was let down; in a river upstream of the rod for a drift, else down
    and across, and it moves with the water.
    """
    if still(reach):
        return Start(math.pi / 2, 1, False) if rig.motion.kind == "inch" else Start(0.0, 1, False)
    return Start(0.0, -1 if rig.motion.kind in ("natural", "led") else 1, True)


def _stream(reach: Reach, begins: float) -> Stream:
    blows = {"upstream": -1.0, "downstream": 1.0, "away from you": 1.0, "towards you": -1.0, "across": 0.0}
    uneven = bool(reach.soundings) and not still(reach)
    depth = reach.depth_at(begins) if uneven else reach.depth_m
    pace = reach.surface_pace_at(begins) if uneven else reach.pace_m_s
    return Stream(pace, depth, reach.bed_kind.roughness, wind=blows[reach.blows] * reach.wind_m_s)


def _profile(reach: Reach, begins: float) -> tuple[tuple[float, float], ...]:
    """Return the bed along the drift, its x from where the drift begins; none for a level bed or a still water."""
    if not reach.soundings or still(reach):
        return ()
    return tuple((s.x_m - begins, s.depth_m) for s in reach.soundings)


def _segment(span: Span, length: float, d0_mm: float, spacing: float) -> Segment:
    return Segment(
        length=length,
        diameter_top=d0_mm / 1000,
        diameter_end=span.d1_mm / 1000,
        density=span.material.density_kg_m3,
        spacing=spacing,
        greased=span.dressing == "greased",
    )


def _hang(rig: Rig, start: float, spacing: float) -> tuple[list[Segment], list[PlacedBody], list[Dropper]]:
    """Return segments, bodies and droppers of everything below `start` m down the leader."""
    segments: list[Segment] = []
    arc, joint_arc = 0.0, {}
    for joint, span in zip(rig.joints, rig.spans, strict=True):
        joint_arc[joint.id] = arc
        left = arc + span.length - start
        if left > 1e-9:
            length = min(left, span.length)
            share = 1.0 - length / span.length
            segments.append(_segment(span, length, span.d0_mm + share * (span.d1_mm - span.d0_mm), spacing))
        arc += span.length
    below = arc - start
    dry = rig.head.fly if rig.head.kind == "dry fly" else None
    bodies, droppers = [], []
    for attachment in rig.attachments:
        if attachment.id == dry:
            continue
        body = attachment.body.body(attachment.id)
        at, line = attachment.at, rig.link_of(attachment)
        if at.kind == "point":
            bodies.append(PlacedBody(body, below))
        elif at.kind == "span":
            s = joint_arc[rig.joints[rig.span_index(at.span)].id] + at.mm / 1000 - start
            if s > -1e-9:
                bodies.append(PlacedBody(body, min(max(s, 0.01), below)))
        elif at.kind == "joint" and line is None:
            if joint_arc[at.joint] - start > 1e-9:
                bodies.append(PlacedBody(body, joint_arc[at.joint] - start))
        elif line is not None:
            material, mm, length = line
            segment = Segment(length / 1000, mm / 1000, mm / 1000, material.density_kg_m3, spacing)
            if at.kind == "bend":
                segments.append(segment)
                bodies.append(PlacedBody(body, below + length / 1000))
            elif at.kind == "joint" and joint_arc[at.joint] - start > -1e-9:
                s = max(joint_arc[at.joint] - start, min(0.01, below))
                droppers.append(Dropper(s, segment, body, DROPPER_ANGLE))
    for joint in rig.joints:
        s = joint_arc[joint.id] - start
        if joint.ring and 0.01 < s < below:
            bodies.append(PlacedBody(_ring(joint), s))
    return segments, bodies, droppers


def _ring(joint: Joint) -> Body:
    """Return a ring as a small steel torus whose wire is a quarter of its width."""
    assert joint.ring is not None
    mass, across = joint.ring.mass_mg * 1e-6, joint.ring.diameter_mm / 1000
    return Body(mass=mass, volume=mass / STEEL, drag_area=1.2 * across * across * math.pi / 8, name=f"ring {joint.id}")


def _top(rig: Rig, reach: Reach, scenario: Scenario, seconds: float) -> Top:
    head, motion = rig.head, rig.motion
    if head.kind == "float":
        if still(reach):
            return _nudged(seconds) if motion.kind == "nudge" else free_float(head.body)
        if motion.kind == "led":
            # Held back (or led) on a tight line, the float goes at the angler's pace.
            return HeldTop(0.0, 0.0, ((0.0, reach.pace_m_s * motion.lead, 0.0),))
        return free_float(head.body)
    if head.kind == "dry fly":
        return _dry(rig.attachment(head.fly), scenario, head.used)
    if still(reach):
        return HeldTop(0.0, 0.0, *_retrieve(motion.kind, motion.count_s, seconds))
    if head.kind == "fly line":
        return HeldTop(0.0, 0.0, *_across(motion, reach.pace_m_s, seconds))
    if motion.kind == "natural":
        return HeldTop(0.0, 0.0, ((0.0, natural_pace(scenario), 0.0),))
    lead = reach.pace_m_s * motion.lead
    if motion.kind == "swing":
        return HeldTop(0.0, 0.0, ((0.0, lead, 0.0), (HELD_FROM * seconds, 0.0, 0.0)))
    if motion.kind == "lift":
        begins = LIFTED_FROM * seconds
        rises = ((begins, lead, INDUCED_HEIGHT / INDUCED_SECONDS), (begins + INDUCED_SECONDS, lead, 0.0))
        return HeldTop(0.0, 0.0, ((0.0, lead, 0.0), *rises))
    return HeldTop(0.0, 0.0, ((0.0, lead, 0.0),))


def _nudged(seconds: float) -> HeldTop:
    """Return a float moved a hand at times: from rest, at the surface."""
    moves, t = [(0.0, 0.0, 0.0)], NUDGE_EVERY
    while t + 1.0 < seconds:
        moves += [(t, -NUDGE_LENGTH, 0.0), (t + 1.0, 0.0, 0.0)]
        t += NUDGE_EVERY
    return HeldTop(0.0, 0.0, tuple(moves))


def _across(
    motion: Motion, pace: float, seconds: float
) -> tuple[tuple[tuple[float, float, float], ...], tuple[tuple[float, float], ...]]:
    """Return the moves of the end of a fly line in a river, told in the upright plane of the line.

    A drift goes with the water. A swing is held on a tight line that turns from `ACROSS` to straight downstream: the water
    runs along the line at ``U cos(angle)``, so in water of pace U the tip goes at ``U (1 - cos(angle))``, slower and slower;
    then it dangles, and the rod is raised. Strips are taken in on the way.
    """
    held = HELD_FROM * seconds
    if motion.kind in ("natural", "led"):
        return ((0.0, pace * (motion.lead if motion.kind == "led" else 1.0), 0.0),), ()
    turns = []
    for k in range(TURNED_IN):
        angle = ACROSS * (1 - (k + 0.5) / TURNED_IN)
        turns.append((held * k / TURNED_IN, pace * (1 - math.cos(angle)), 0.0))
    if motion.kind == "strip":
        return (*turns, (held, 0.0, 0.0)), _strips(STRIPPED_FROM * seconds, seconds)
    raised = 0.85 * seconds
    return (*turns, (held, 0.0, 0.0), (raised, 0.0, RAISED_HEIGHT / (0.15 * seconds))), ()


def natural_pace(scenario: Scenario) -> float:
    """Return the speed at which a rig goes along when nobody pulls it, m/s."""
    level = replace(scenario, bed_profile=(), top=HeldTop())
    try:
        return steady_natural(level).speed
    except SolverError:
        return USUAL_NATURAL * scenario.stream.surface_speed


def free_float(body: Float) -> FreeTop:
    """Return a float that drifts by itself."""
    return FreeTop(body.radius, body.mass, drag_area=body.drag_area)


def _dry(attachment: Attachment, scenario: Scenario, used: bool) -> FreeTop:
    """Return a dry fly as a float: a sphere of its volume, its hackle bearing what buoyancy does not."""
    fly = attachment.fly
    if fly is None or fly.lift_gf is None:
        raise InputError.one("rig.head.fly", attachment.id, "a dry fly with a lift of its own is wanted")
    body: Body = fly.body(attachment.id)
    radius = (3 * body.volume / (4 * math.pi)) ** (1 / 3)
    bare = FreeTop(radius, body.mass)
    lift = fly.lift_gf * (USED if used and not fly.dressing.lift_lasts else 1.0)
    support = max(lift * GRAM_FORCE - bare.lift(scenario.water), 0.0)
    return FreeTop(radius, body.mass, drag_area=body.drag_area, support=support)


def _retrieve(
    kind: str, count: float, seconds: float
) -> tuple[tuple[tuple[float, float, float], ...], tuple[tuple[float, float], ...]]:
    """Return the moves of the tip and the line taken in, after a count-down of `count` s."""
    still_tip = ((0.0, 0.0, 0.0),)
    begins = max(count, 0.01)
    if kind in ("figure", "natural", "led", "swing"):
        return still_tip, ((0.0, 0.0), (begins, FIGURE_SPEED))
    if kind == "inch":
        return still_tip, _strips(begins, min(seconds, begins + INCH_FOR), INCH_LENGTH, INCH_SECONDS, INCH_PAUSE)
    if kind == "strip":
        return still_tip, _strips(begins, seconds)
    if kind == "lift":
        takes = _strips(begins, max(seconds * 0.7, begins))
        lift = max(seconds * 0.7, takes[-1][0], begins)
        return ((0.0, 0.0, 0.0), (lift, 0.0, LIFT_HEIGHT / LIFT_SECONDS), (lift + LIFT_SECONDS, 0.0, 0.0)), takes
    return still_tip, ()


def _strips(
    begins: float, ends: float, length: float = STRIP_LENGTH, taken: float = STRIP_SECONDS, pause: float = PAUSE_SECONDS
) -> tuple[tuple[float, float], ...]:
    """Return line taken in strip by strip, a pause after each."""
    takes, t = [(0.0, 0.0)], begins
    while t < ends:
        takes += [(t, length / taken), (t + taken, 0.0)]
        t += taken + pause
    return tuple(takes)
