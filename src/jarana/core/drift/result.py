"""The drift result: complete enough to play without a connection, keyed by what it was computed from."""

from __future__ import annotations

import math
from typing import Literal

import numpy as np

from jarana.core.compiled import ENGINE_VERSION
from jarana.core.drift.chain import ChainRun, run
from jarana.core.drift.lower import contact_drift
from jarana.core.errors import Note
from jarana.core.hydro.sphere_drag import SPHERE_DRAG
from jarana.core.model import Frozen, content_hash
from jarana.core.rig.model import Rig
from jarana.core.water.reach import Reach

ON_THE_BED = 0.02
"""A fly at or below this height has found the bottom, m."""
TOUCHING = 0.005
"""A fly at or below this height is on the stones, m."""
SLACK_TENSION = -5e-4
"""Below this least tension (N) a link was pushed and depths are not to be trusted to the centimetre."""
MOST_DRAWN = 18
"""Nodes of the main line kept for drawing."""


class FlyDrift(Frozen):
    """What one fly does in a drift; SI.

    Attributes
    ----------
    node
        Which drawn node it is.
    entry_x_m
        Where it lands, from the origin of the drift.
    metres_to_bottom
        Travel from its entry until it is within 2 cm of the bed; None when it never is.
    seconds_to_bottom
        When that is.
    least_height_m
        The closest it comes to the bed.
    first_in_zone_s, share_in_zone
        When it first is in the taking zone, and for what share of the drift.
    drag_m_s
        Mean speed over the water around it in the second half, downstream positive, while it is off the bed.
    settled_depth_m
        Depth at the end.
    bed_share
        Share of the drift on the stones.
    contacts
        How often it came down onto them.
    """

    id: str
    role: str
    node: int
    entry_x_m: float
    metres_to_bottom: float | None
    seconds_to_bottom: float | None
    least_height_m: float
    first_in_zone_s: float | None
    share_in_zone: float
    drag_m_s: float
    settled_depth_m: float
    bed_share: float
    contacts: int


class DriftNote(Frozen):
    """A doubt to be shown beside the figures."""

    key: str
    text: str


class PaceAt(Frozen):
    """The pace of the water at a depth."""

    depth_m: float
    pace_m_s: float


class Drift(Frozen):
    """A drift, version 1. Positions are whole millimetres per frame and drawn node, x from the first entry.

    Attributes
    ----------
    key
        Hash of rig, water and engine.
    axis
        Rivers read against metres drifted.
    times_s
        (frames,).
    x_mm, z_mm
        (frames, drawn nodes); z up from the surface.
    lines
        Polylines over drawn nodes: the main line first, then the droppers.
    flies
        From the top down.
    pull_n
        Mean pull at the top in the second half.
    """

    version: Literal[1] = 1
    key: str
    engine: str
    axis: Literal["metres", "seconds"] = "metres"
    depth_m: float
    length_m: float
    zone_low_m: float
    zone_high_m: float
    times_s: tuple[float, ...]
    x_mm: tuple[tuple[int, ...], ...]
    z_mm: tuple[tuple[int, ...], ...]
    lines: tuple[tuple[int, ...], ...]
    paces: tuple[PaceAt, ...]
    flies: tuple[FlyDrift, ...]
    pull_n: float
    notes: tuple[DriftNote, ...]


def drift_key(rig: Rig, reach: Reach) -> str:
    """Return the hash a drift is known by."""
    return content_hash(rig, reach, ENGINE_VERSION)


def simulate(rig: Rig, reach: Reach) -> Drift:
    """Compute the drift of a rig in a reach.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    SolverError
        When the computation failed; it carries the scenario.
    """
    chain = run(contact_drift(rig, reach))
    shift = -min(float(chain.x[0, n]) for n in chain.mesh.body_node)
    nodes, lines = _drawn(chain)
    x = np.rint((chain.x[:, nodes] + shift) * 1000).astype(int)
    z = np.rint(chain.z[:, nodes] * 1000).astype(int)
    heights = np.linspace(0.06, 1.0, 9) * reach.depth_m
    half = len(chain.times) // 2
    low, high = reach.zone.heights(reach.depth_m)
    order = {a.id: i for i, a in enumerate(rig.attachments)}
    flies = [_fly(chain, name, rig.role(rig.attachment(name)), nodes, shift, reach) for name in chain.mesh.names]
    return Drift(
        key=drift_key(rig, reach),
        engine=ENGINE_VERSION,
        depth_m=reach.depth_m,
        length_m=round(float(x.max()) / 1000, 3),
        zone_low_m=low,
        zone_high_m=high,
        times_s=tuple(round(float(t), 3) for t in chain.times),
        x_mm=tuple(tuple(row) for row in x.tolist()),
        z_mm=tuple(tuple(row) for row in z.tolist()),
        lines=lines,
        paces=tuple(
            PaceAt(depth_m=round(float(reach.depth_m - h), 4), pace_m_s=round(reach.pace_at(h), 4)) for h in heights
        ),
        flies=tuple(sorted(flies, key=lambda f: order[f.id])),
        pull_n=float(chain.pull[half:].mean()),
        notes=tuple(DriftNote(key=n.key, text=n.text) for n in _notes(chain, reach)),
    )


def _drawn(chain: ChainRun) -> tuple[list[int], tuple[tuple[int, ...], ...]]:
    """Return the nodes kept for drawing and the polylines over them."""
    parent = chain.mesh.parent
    kept_bodies = {int(n) for n in chain.mesh.body_node}
    children: dict[int, list[int]] = {}
    for node in range(1, len(parent)):
        children.setdefault(int(parent[node]), []).append(node)
    paths: list[list[int]] = []
    starts = [(0, 0)]
    while starts:
        begin, first = starts.pop(0)
        path = [begin] if begin == first else [begin, first]
        node = path[-1]
        while children.get(node):
            below = children[node]
            starts.extend((node, other) for other in below[1:])
            node = below[0]
            path.append(node)
        paths.append(path)
    joints = {path[0] for path in paths[1:]}
    every = max(1, len(paths[0]) // MOST_DRAWN)
    nodes: list[int] = []
    lines = []
    for path in paths:
        kept = [n for k, n in enumerate(path) if k % every == 0 or n in kept_bodies or n in joints or n == path[-1]]
        for n in kept:
            if n not in nodes:
                nodes.append(n)
        lines.append(tuple(nodes.index(n) for n in kept))
    return nodes, tuple(lines)


def _fly(chain: ChainRun, name: str, role: str, nodes: list[int], shift: float, reach: Reach) -> FlyDrift:
    x, depth, vx, _ = chain.track(name)
    height = reach.depth_m - depth
    times = chain.times
    node = int(chain.mesh.body_node[chain.mesh.names.index(name)])
    low, high = reach.zone.heights(reach.depth_m)
    inside = (height >= low - 1e-9) & (height <= high + 1e-9)
    if reach.zone.datum == "bed" and low <= 0:
        inside |= height < 0
    steps = np.diff(times)
    half = len(times) // 2
    drifting = [k for k in range(half, len(times)) if height[k] > ON_THE_BED]
    drag = [float(vx[k]) - reach.pace_at(float(height[k])) for k in drifting]
    touching = height <= TOUCHING
    bottom = _first_crossing(times, x, height)
    return FlyDrift(
        id=name,
        role=role,
        node=nodes.index(node),
        entry_x_m=float(x[0] + shift),
        metres_to_bottom=None if bottom is None else float(bottom[1] - x[0]),
        seconds_to_bottom=None if bottom is None else bottom[0],
        least_height_m=max(float(height.min()), 0.0),
        first_in_zone_s=float(times[int(np.argmax(inside))]) if inside.any() else None,
        share_in_zone=float(steps[inside[1:]].sum() / times[-1]),
        drag_m_s=math.fsum(drag) / len(drag) if drag else 0.0,
        settled_depth_m=min(float(depth[-1]), reach.depth_m),
        bed_share=float(steps[touching[1:]].sum() / times[-1]),
        contacts=int((touching[1:] & ~touching[:-1]).sum()),
    )


def _first_crossing(times: np.ndarray, x: np.ndarray, height: np.ndarray) -> tuple[float, float] | None:
    """Return when and where a height first falls to ``ON_THE_BED``, between frames by straight line."""
    low = np.flatnonzero(height <= ON_THE_BED)
    if len(low) == 0:
        return None
    k = int(low[0])
    if k == 0:
        return float(times[0]), float(x[0])
    part = (height[k - 1] - ON_THE_BED) / (height[k - 1] - height[k])
    return float(times[k - 1] + part * (times[k] - times[k - 1])), float(x[k - 1] + part * (x[k] - x[k - 1]))


def _notes(chain: ChainRun, reach: Reach) -> list[Note]:
    notes = []
    if chain.least_tension < SLACK_TENSION:
        notes.append(Note("slack", "Part of the line goes slack on the way; depths there are good to about 10 cm."))
    water = reach.water
    speed = float(np.hypot(chain.vx, chain.vz).max())
    for bead in {float(d) for d in chain.mesh.body_bead}:
        notes += SPHERE_DRAG.notes(re=speed * bead / water.kinematic_viscosity)
    return notes
