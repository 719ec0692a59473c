"""From rig and water to the chain: which part is in the water, how it is led, when the drift ends."""

from __future__ import annotations

import math

from jarana.core.drift.scenario import Dropper, HeldTop, PlacedBody, Scenario, Segment, Start, Stream
from jarana.core.rig.model import Rig, Span
from jarana.core.water.reach import Reach

LONGEST_DRIFT = 20.0
"""s: a contact drift is lifted out by then."""
SHORTEST_DRIFT = 2.0
START_ANGLE = math.radians(5)
"""The rig lands straight upstream of the sighter, this far below the horizontal, rad."""
DROPPER_ANGLE = math.radians(25)
FRAME = 0.1
"""s between the states a drift keeps."""
SPACING = 0.03
"""Node spacing wanted on a leader, m."""


def top_span(rig: Rig) -> int:
    """Return the index of the first span under water: the one below the sighter's lower end.

    Without a sighter it is the first span below the coloured part; without either, the last span.
    """
    marked = [i for i, s in enumerate(rig.spans) if s.material.look == "sighter"]
    coloured = [i for i, s in enumerate(rig.spans) if s.material.look == "mono"]
    above = marked or coloured
    return min(above[-1] + 1 if above else 0, len(rig.spans) - 1)


def held_length(rig: Rig) -> float:
    """Return the length of leader held off the water above the top of the chain, m."""
    return sum(s.length for s in rig.spans[: top_span(rig)])


def drift_seconds(rig: Rig, reach: Reach) -> float:
    """Return how long the drift lasts, s: the reach's drift length at the pace it is led, at most 20 s."""
    pace = rig.motion.lead * reach.pace_m_s
    seconds = LONGEST_DRIFT if pace <= 0 else reach.drift_m / pace
    return min(max(seconds, SHORTEST_DRIFT), LONGEST_DRIFT)


def _segment(span: Span) -> Segment:
    return Segment(
        length=span.length,
        diameter_top=span.d0_mm / 1000,
        diameter_end=span.d1_mm / 1000,
        density=span.material.density_kg_m3,
        spacing=SPACING,
    )


def contact_drift(rig: Rig, reach: Reach) -> Scenario:
    """Return the scenario of a contact drift (methods 4 to 6 of the trade).

    The lower end of the sighter stays at the surface and is led at ``lead x`` the surface pace; everything
    below it is the chain. It starts straight upstream, 5° down, moving with the water. Bodies carry the ids
    of their attachments.
    """
    first = top_span(rig)
    spans = rig.spans[first:]
    joints = {joint.id: i for i, joint in enumerate(rig.joints)}
    segments = [_segment(s) for s in spans]
    arc = [0.0]
    for span in spans:
        arc.append(arc[-1] + span.length)
    bodies, droppers = [], []
    for attachment in rig.attachments:
        body = attachment.body.body(attachment.id)
        at = attachment.at
        line = rig.link_of(attachment)
        if at.kind == "point":
            bodies.append(PlacedBody(body, arc[-1]))
        elif at.kind == "span":
            s = arc[max(rig.span_index(at.span) - first, 0)] + at.mm / 1000
            bodies.append(PlacedBody(body, min(max(s, 0.01), arc[-1])))
        elif line is not None:
            material, mm, length = line
            segment = Segment(length / 1000, mm / 1000, mm / 1000, material.density_kg_m3, SPACING)
            if at.kind == "bend":
                segments.append(segment)
                bodies.append(PlacedBody(body, arc[-1] + length / 1000))
            elif at.kind == "joint" and joints[at.joint] > first:
                droppers.append(Dropper(arc[joints[at.joint] - first], segment, body, DROPPER_ANGLE))
            else:
                droppers.append(Dropper(min(0.01, arc[-1]), segment, body, DROPPER_ANGLE))
    seconds = drift_seconds(rig, reach)
    frames = max(2, round(seconds / FRAME))
    return Scenario(
        water=reach.water,
        stream=Stream(reach.pace_m_s, reach.depth_m, reach.bed_kind.roughness),
        main=tuple(segments),
        bodies=tuple(bodies),
        droppers=tuple(droppers),
        top=HeldTop(0.0, 0.0, ((0.0, rig.motion.lead * reach.pace_m_s, 0.0),)),
        start=Start(angle=START_ANGLE, direction=-1, moves_with_water=True),
        times=tuple(seconds * k / frames for k in range(frames + 1)),
    )
