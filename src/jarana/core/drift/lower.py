"""From a situation to the chain: which part is in the water, what holds and moves it, when it ends."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.scenario import AIR, Dropper, HeldTop, PlacedBody, Scenario, Segment, Start, Stream, Top, Wind
from jarana.core.engine.steady import steady_natural
from jarana.core.errors import Note, SolverError
from jarana.core.rig.geometry import joint_place, place, span_starts
from jarana.core.rig.model import Joint, Rig, Span
from jarana.core.situation import Situation
from jarana.core.tackle.fly_line import BENDING, line_parts
from jarana.core.tackle.hook import STEEL
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
more-line-let-down = More line is let down than the water is deep: { $spare } of it lies on the bed at the start.
ring = ring { $id }
""",
)

DROPPER_ANGLE = math.radians(25)
FRAME = 0.1
"""s between the states a drift on a river keeps."""
LAKE_FRAME = 0.5
STILL_SPACING = 0.1
"""Node spacing wanted in still water, m."""
LINE_SPACING = 0.2
BEFORE_FISH = 0.6
"""Share of a drift that lies upstream of the fish."""
USUAL_NATURAL = 0.8
"""Natural pace as a share of the surface pace, where no settled shape is found."""
NEAREST = 0.01
"""m: nothing hangs nearer to the top than this."""
TOO_LONG = 0.05
"""m of line more than the water is deep that is told."""


@dataclass(frozen=True)
class Lowered:
    """A scenario, and the doubts that came up on the way to it; `begins_m` is where along the water it starts."""

    scenario: Scenario
    notes: tuple[Note, ...]
    begins_m: float


def drift_seconds(situation: Situation) -> float:
    """Return how long a drift or a retrieve lasts, s."""
    return situation.motion.seconds(situation.ride())


def lower(situation: Situation) -> Lowered:
    """Return the scenario of a situation.

    River: the top goes along and the rig lands straight upstream of it, moving with the water. Lake: the rig lies out
    straight on the surface. Bodies carry the ids of their attachments.

    Raises
    ------
    InputError
        When the rig cannot be fished so in this water.
    """
    rig, water, head = situation.rig, situation.setting.fished, situation.head
    motion, ride = situation.motion, situation.ride()
    lake = not water.nature.flows
    segments, bodies, droppers = _hang(rig, head.hangs_from(rig), STILL_SPACING if water.still else head.spacing)
    seconds = motion.seconds(ride)
    frames = max(2, round(seconds / (LAKE_FRAME if lake else FRAME)))
    uneven = bool(water.soundings) and not lake
    begins = max(water.fish_at_m - BEFORE_FISH * water.drift_m, 0.0) if uneven else 0.0
    notes: list[Note] = []
    if head.on_line:
        parts, notes = line_parts(rig.line, head.line_out(), water.water)
        flat = 0.0 if motion.lies_flat() else None
        line = [
            Segment(p.length, p.diameter, p.diameter, p.density, LINE_SPACING, p.greased, BENDING, flat) for p in parts
        ]
        out = sum(s.length for s in line)
        segments = [*line, *(replace(s, angle=flat) for s in segments)]
        bodies = [replace(b, s=b.s + out) for b in bodies]
        droppers = [replace(d, s=d.s + out) for d in droppers]
    lies = motion.lies(ride)
    notes += _laid(lies, segments, water, situation)
    scenario = Scenario(
        water=water.water,
        stream=_stream(water, begins),
        main=tuple(segments),
        bodies=tuple(bodies),
        droppers=tuple(droppers),
        top=HeldTop(),
        start=lies,
        times=tuple(seconds * k / frames for k in range(frames + 1)),
        bed_profile=_profile(water, begins),
        wind=Wind(water.wind_along),
        air=AIR,
    )
    return Lowered(replace(scenario, top=_top(situation, scenario)), tuple(notes), begins)


def _laid(lies: Start, segments: list[Segment], water: Reach, situation: Situation) -> list[Note]:
    """Say that line let straight down is longer than the water is deep: the rest of it is laid on the bed."""
    if lies.angle < math.pi / 4:
        return []
    spare = sum(s.length for s in segments) - water.depth_m
    if spare <= TOO_LONG:
        return []
    writer = situation.writer
    text = say("more-line-let-down", spare=writer.text("length", spare))
    return [Note("laid", text)]


def _top(situation: Situation, scenario: Scenario) -> Top:
    """Return what holds the top and how it is moved; what floats and is left alone drifts by itself."""
    moves = situation.motion.drive(situation.ride(lambda: natural_pace(scenario)))
    free = situation.head.free_top(situation.rig, scenario.water)
    if free is not None and (moves is None or situation.head.holds() is not None):
        return free
    if moves is None:
        return HeldTop()
    return HeldTop(0.0, 0.0, tuple((t, vx, 0.0, vz) for t, vx, vz in moves.moves), moves.takes)


def natural_pace(scenario: Scenario) -> float:
    """Return the speed at which a rig goes along when nobody pulls it, m/s."""
    level = replace(scenario, bed_profile=(), top=HeldTop())
    try:
        return steady_natural(level).speed
    except SolverError:
        return USUAL_NATURAL * scenario.stream.surface_speed


def _stream(water: Reach, begins: float) -> Stream:
    uneven = bool(water.soundings) and water.nature.flows
    depth = water.depth_at(begins) if uneven else water.depth_m
    pace = water.surface_pace_at(begins) if uneven else water.pace_m_s
    return Stream(pace, depth, water.bed_kind.roughness)


def _profile(water: Reach, begins: float) -> tuple[tuple[float, float], ...]:
    """Return the bed along the drift, its x from where the drift begins; none for a level bed or a lake."""
    if not water.soundings or not water.nature.flows:
        return ()
    return tuple((s.x_m - begins, s.depth_m) for s in water.soundings)


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
    for arc, span in zip(span_starts(rig), rig.spans, strict=False):
        left = arc + span.length - start
        if left > 1e-9:
            length = min(left, span.length)
            share = 1.0 - length / span.length
            segments.append(_segment(span, length, span.d0_mm + share * (span.d1_mm - span.d0_mm), spacing))
    below = rig.length - start
    bodies, droppers = [], []
    for attachment in rig.attachments:
        s = place(rig, attachment) - start
        if attachment.id == rig.head.holds() or s < -1e-9:
            continue
        body, line = attachment.body.body(attachment.id), rig.link_of(attachment)
        if line is None:
            if attachment.at.kind != "joint" or s > 1e-9:
                bodies.append(PlacedBody(body, min(max(s, NEAREST), below)))
            continue
        material, mm, length = line
        segment = Segment(length / 1000, mm / 1000, mm / 1000, material.density_kg_m3, spacing)
        if attachment.at.kind == "bend":
            segments.append(segment)
            bodies.append(PlacedBody(body, s))
        else:
            droppers.append(Dropper(max(s, min(NEAREST, below)), segment, body, DROPPER_ANGLE))
    for joint in rig.joints:
        s = joint_place(rig, joint.id) - start
        if joint.ring and NEAREST < s < below:
            bodies.append(PlacedBody(_ring(joint), s))
    return segments, bodies, droppers


def _ring(joint: Joint) -> Body:
    """Return a ring as a small steel torus whose wire is a quarter of its width."""
    assert joint.ring is not None
    mass, across = joint.ring.mass_mg * 1e-6, joint.ring.diameter_mm / 1000
    return Body(
        mass=mass, volume=mass / STEEL, drag_area=1.2 * across * across * math.pi / 8, name=say("ring", id=joint.id)
    )
