"""From a situation to the chain: which part of the line is out, what holds and moves it, how it lies, when it ends."""

from __future__ import annotations

import math
from dataclasses import dataclass, replace

import numpy as np

from jarana.core.drift.laid import laid
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.scenario import (
    AIR,
    Dropper,
    FreeTop,
    HeldTop,
    Lane,
    Mend,
    PlacedBody,
    Scenario,
    Segment,
    Start,
    Stream,
    Wind,
)
from jarana.core.engine.steady import steady_natural
from jarana.core.errors import InputError, Note, SolverError
from jarana.core.motions.base import Moves, Ride
from jarana.core.motions.stood import Stood
from jarana.core.rig.geometry import joint_place, place, span_starts
from jarana.core.rig.model import Joint, Rig, Span
from jarana.core.situation import Situation
from jarana.core.tackle.fly_line import BENDING, line_parts
from jarana.core.tackle.hook import STEEL
from jarana.core.tackle.material import Material
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
more-line-let-down = More line is let down than the water is deep: { $spare } of it lies on the bed at the start.
ring = ring { $id }
cast-too-long = cast that way it would be { $long } of line; at most { $most } can be fished
""",
)

HELD_UP = "held-up"
"""Name of the body that floats in the line, where no attachment is it."""
DROPPER_ANGLE = math.radians(25)
FRAME = 0.1
"""s between the states a drift on a river keeps."""
LAKE_FRAME = 0.5
STILL_SPACING = 0.1
"""Node spacing wanted in still water, m."""
AIR_SPACING, LINE_SPACING = 0.15, 0.2
"""The same on a leader above the water or afloat on it, and on a fly line."""
BEFORE_FISH = 0.6
"""Share of a drift that lies upstream of the fish."""
USUAL_NATURAL = 0.8
"""Natural pace as a share of the surface pace, where no settled shape is found."""
NEAREST = 0.01
"""m: nothing hangs nearer to the top than this."""
TOO_LONG = 0.05
"""m of line more than the water is deep that is told."""
MENDED_FROM, MENDED_TO = 0.1, 0.75
"""Shares of the line out between which a mend lays it over (practice: the line, not the end of the leader)."""
LANE_BLEND = 0.3
"""m over which one lane goes over into the next (starting value)."""
LONGEST_CAST_M = 60.0
"""No longer line is laid out, m: far more than anybody casts."""
SPARE_LINE = 0.05
"""m of fly line outside the tip that are none."""


@dataclass(frozen=True)
class Lowered:
    """A scenario, and the doubts that came up on the way to it.

    Attributes
    ----------
    begins_m
        Where along the water it starts.
    hold_m
        How far from the top the rig is held up or led: the float, the dry, the sighter's lower end; 0 where it is the top.
    stood
        Where the rod is; None where the chain begins in the water.
    line_m
        Length of fly line from the top on, before the leader.
    """

    scenario: Scenario
    notes: tuple[Note, ...]
    begins_m: float
    hold_m: float = 0.0
    stood: Stood | None = None
    line_m: float = 0.0


def drift_seconds(situation: Situation) -> float:
    """Return how long a drift or a retrieve lasts, s."""
    return situation.motion.seconds(situation.ride())


def lower(situation: Situation, refine: float = 1.0) -> Lowered:
    """Return the scenario of a situation; `refine` is how finely the pace at which it goes along by itself is looked for.

    River: the chain begins at the rod tip, the line lies across the water as it was cast, moving with it. Lake, and a float
    that is led: it begins where the rig is held up. Bodies carry the ids of their attachments.

    Raises
    ------
    InputError
        When the rig cannot be fished so in this water.
    """
    if situation.stood is None:
        return hanging(situation, refine)
    return _from_the_tip(situation, situation.stood, refine)


def hanging(situation: Situation, refine: float = 1.0) -> Lowered:
    """Return the scenario of what hangs in the water, its top where the rig is held up, in the plane of the stream."""
    rig, water, head = situation.rig, situation.setting.fished, situation.head
    motion, ride = situation.motion, situation.ride()
    segments, bodies, droppers = _hang(rig, head.hangs_from(rig), STILL_SPACING if water.still else head.spacing)
    begins = _begins(water)
    notes: list[Note] = []
    if head.on_line:
        line, notes = _fly_line(situation, head.line_out(), motion.lies_flat())
        segments, bodies, droppers = _behind(line, segments, bodies, droppers)
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
        times=_times(situation),
        bed_profile=_profile(water, begins),
        wind=Wind(*water.wind_vector),
        air=AIR,
    )
    return Lowered(replace(scenario, top=_led_top(situation, scenario, refine)), tuple(notes), begins)


def moved_otherwise(lowered: Lowered, situation: Situation, refine: float) -> Lowered | None:
    """Return the scenario of a rig that is moved otherwise than one that is alike but for what hangs on it, from the other's.

    None where it lies otherwise at the start, too, or goes along by itself in the water, as what hangs on it does.
    """
    scenario, stood = lowered.scenario, situation.stood
    top: HeldTop | FreeTop
    if stood is not None:
        top = _tip(situation, stood, refine)
    elif situation.motion.needs_natural_pace or situation.motion.lies(situation.ride()) != scenario.start:
        return None
    else:
        top = _led_top(situation, scenario, refine)
    if isinstance(top, FreeTop) or isinstance(scenario.top, FreeTop) or top.reserve != scenario.top.reserve:
        return None
    return replace(lowered, scenario=replace(scenario, top=top, times=_times(situation)))


def _led_top(situation: Situation, scenario: Scenario, refine: float) -> HeldTop | FreeTop:
    """Return what holds the top in the water, and how it is moved."""
    return _top(situation, scenario, driven(situation, situation.ride(lambda: natural_pace(scenario, refine))))


def _tip(situation: Situation, stood: Stood, refine: float) -> HeldTop:
    """Return the rod tip, and how it is moved."""
    moves = driven(situation, situation.ride(lambda: _led_pace(situation, refine))) or Moves()
    return HeldTop(stood.tip[0], stood.tip[2], moves.moves, moves.takes, stood.tip[1], moves.reserve)


def _from_the_tip(situation: Situation, stood: Stood, refine: float) -> Lowered:
    """Return the whole chain from the rod tip on, in space."""
    rig, water, head = situation.rig, situation.setting.fished, situation.head
    holds = head.holds()
    held = place(rig, rig.attachment(holds)) if holds is not None else head.hangs_from(rig)
    below = rig.length - held
    way = laid(rig, stood, water.off_m, head.line_out() + rig.length if head.on_line else None, below)
    if way.length_m > LONGEST_CAST_M:
        said = say(
            "cast-too-long",
            long=situation.writer.text("travel", way.length_m),
            most=situation.writer.text("travel", LONGEST_CAST_M),
        )
        raise InputError.one("rig.stance.angle_deg", "", said)
    out = rig.length if 0.0 < way.length_m - rig.length <= SPARE_LINE else way.length_m
    hold = 0.0 if head.on_line else max(out - below, NEAREST)
    begins = _begins(water) - way.at(hold)[0] if water.soundings else 0.0
    segments, bodies, droppers = _hang(rig, max(rig.length - out, 0.0), head.spacing)
    notes: list[Note] = []
    spare = out - rig.length
    if spare > SPARE_LINE:
        line, notes = _fly_line(situation, spare, False)
        segments, bodies, droppers = _behind(line, segments, bodies, droppers)
    floats = head.free_top(rig, water.water)
    segments = _coarser(segments, hold, afloat=floats is not None)
    if floats is not None:
        bodies = [b for b in bodies if b.body.name != holds]
        bodies.append(_floating(floats, holds or HELD_UP, min(hold, out)))
    stance = rig.stance
    mends = (
        (Mend(stance.mend_s, MENDED_FROM * out, MENDED_TO * out, stance.mend_m),)
        if stance.mend_m and (head.floats or head.on_line)
        else ()
    )
    scenario = Scenario(
        water=water.water,
        stream=_lanes(water, begins),
        main=tuple(segments),
        bodies=tuple(bodies),
        droppers=tuple(droppers),
        top=_tip(situation, stood, refine),
        start=Start(path=way.path, moves_with_water=True),
        times=_times(situation),
        bed_profile=_profile(water, begins),
        wind=Wind(*water.wind_vector),
        air=AIR,
        mends=mends,
    )
    return Lowered(scenario, tuple(notes), begins, hold, stood, spare if spare > SPARE_LINE else 0.0)


def _led_pace(situation: Situation, refine: float) -> float:
    """Return how fast the place where a rig is held goes along when nothing but the water pulls at it, m/s."""
    top = hanging(situation, refine).scenario.top
    return top.velocity(0.0)[0] if isinstance(top, HeldTop) else 0.0


def _floating(top: FreeTop, name: str, s: float) -> PlacedBody:
    """Return what holds the rig up as a body in the line."""
    body = Body(top.mass, top.volume, 0.0, top.drag_area, name)
    return PlacedBody(body, s, True, top.support)


def _coarser(segments: list[Segment], hold: float, afloat: bool) -> list[Segment]:
    """Space the nodes of the leader above what holds it wider, and let it lie where a float or a dry holds the rig up."""
    out, s = [], 0.0
    for segment in segments:
        above = s + segment.length <= hold + 1e-6
        if above and not segment.bending and segment.spacing < AIR_SPACING:
            segment = replace(segment, spacing=AIR_SPACING, greased=segment.greased or afloat)
        s += segment.length
        out.append(segment)
    return out


def _fly_line(situation: Situation, out: float, flat: bool) -> tuple[list[Segment], list[Note]]:
    """Return so much of the fly line, from the tip on; only what sinks is given its stiffness (it would fold without)."""
    parts, notes = line_parts(situation.rig.line, out, situation.setting.fished.water)
    angle = 0.0 if flat else None
    line = [
        Segment(
            p.length, p.diameter, p.diameter, p.density, LINE_SPACING, p.greased, 0.0 if p.greased else BENDING, angle
        )
        for p in parts
    ]
    return line, notes


def _behind(
    line: list[Segment], segments: list[Segment], bodies: list[PlacedBody], droppers: list[Dropper]
) -> tuple[list[Segment], list[PlacedBody], list[Dropper]]:
    """Return line and leader as one chain."""
    out = sum(s.length for s in line)
    angle = line[0].angle if line else None
    return (
        [*line, *(replace(s, angle=angle) for s in segments)],
        [replace(b, s=b.s + out) for b in bodies],
        [replace(d, s=d.s + out) for d in droppers],
    )


def _times(situation: Situation) -> tuple[float, ...]:
    lake = not situation.setting.fished.nature.flows
    seconds = drift_seconds(situation)
    frames = max(2, round(seconds / (LAKE_FRAME if lake else FRAME)))
    return tuple((seconds * np.arange(frames + 1) / frames).tolist())


def _begins(water: Reach) -> float:
    """Return where along an uneven bed a drift begins, m."""
    uneven = bool(water.soundings) and water.nature.flows
    return max(water.fish_at_m - BEFORE_FISH * water.drift_m, 0.0) if uneven else 0.0


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


def driven(situation: Situation, ride: Ride) -> Moves | None:
    """Return what the hand does: as it is meant, and as fast as it was learnt to lead."""
    moves, taught = situation.motion.drive(ride), situation.setting.taught
    return moves.faster(taught.hand) if moves and taught and situation.led else moves


def _top(situation: Situation, scenario: Scenario, moves: Moves | None) -> HeldTop | FreeTop:
    """Return what holds the top and how it is moved; what floats and is left alone drifts by itself."""
    free = situation.head.free_top(situation.rig, scenario.water)
    if free is not None and (moves is None or situation.head.holds() is not None or situation.stood is not None):
        return free
    return HeldTop(0.0, 0.0, moves.moves, moves.takes) if moves is not None else HeldTop()


def natural_pace(scenario: Scenario, refine: float = 1.0) -> float:
    """Return the speed at which a rig goes along when nobody pulls it, m/s; a third of the nodes tells it to 0.3 %."""
    level = replace(scenario, bed_profile=(), top=HeldTop())
    try:
        return steady_natural(level, refine).speed
    except SolverError:
        return USUAL_NATURAL * scenario.stream.surface_speed


def _stream(water: Reach, begins: float) -> Stream:
    uneven = bool(water.soundings) and water.nature.flows
    depth = water.depth_at(begins) if uneven else water.depth_m
    pace = water.surface_pace_at(begins) if uneven else water.pace_m_s
    return Stream(pace, depth, water.roughness, water.power_over(depth))


def _lanes(water: Reach, begins: float) -> Stream:
    """Return the stream with its lanes across, each at its share of the depth where the drift begins."""
    plain = _stream(water, begins)
    if len(water.lanes) < 2:
        return plain
    deeper, faster = plain.depth / water.depth_m, plain.surface_speed / water.pace_m_s if water.pace_m_s else 1.0
    depths = [(lane.depth_m or water.depth_m) * deeper for lane in water.lanes]
    lanes = tuple(
        Lane(lane.pace_m_s * faster, depth, power=water.power_over(depth))
        for lane, depth in zip(water.lanes, depths, strict=True)
    )
    return replace(plain, lanes=lanes, edges=water.lane_edges, blend=LANE_BLEND)


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


def _link(line: tuple[Material, float, float] | None, spacing: float) -> Segment:
    assert line is not None
    material, mm, length = line
    return Segment(length / 1000, mm / 1000, mm / 1000, material.density_kg_m3, spacing)


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
    for attachment in sorted(rig.attachments, key=lambda a: a.at.kind == "bend" and place(rig, a)):
        s = place(rig, attachment) - start
        if attachment.id == rig.head.holds() or s < -1e-9:
            continue
        body, line = attachment.body.body(attachment.id), rig.link_of(attachment)
        root = rig.root(attachment)
        if attachment.at.kind == "bend" and root.at.kind == "joint":
            continue
        if line is None:
            if attachment.at.kind != "joint" or s > 1e-9:
                bodies.append(PlacedBody(body, min(max(s, NEAREST), below)))
            continue
        segment = _link(line, spacing)
        if attachment.at.kind == "bend":
            segments.append(segment)
            bodies.append(PlacedBody(body, s))
        else:
            tails = [rig.attachment(key) for key in rig.behind(attachment.id)]
            beyond = tuple((_link(rig.link_of(t), spacing), t.body.body(t.id)) for t in tails)
            droppers.append(Dropper(max(s, min(NEAREST, below)), segment, body, DROPPER_ANGLE, beyond=beyond))
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
