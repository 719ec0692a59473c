"""What is seen in the tank, in a sentence or two."""

from __future__ import annotations

import numpy as np

from jarana.core.drift.lower import HELD_FROM, LIFTED_FROM
from jarana.core.drift.result import Drift, FlyDrift
from jarana.core.rig.model import Rig
from jarana.core.units import Writer

SAME_M = 0.04
"""A change of depth smaller than this is none."""
WOBBLE_M = 0.02


def story(rig: Rig, drift: Drift, writer: Writer) -> str:
    """Return what the drift shows, by how the rig is held and moved."""
    if not drift.flies:
        return "The dry rides on the surface; only its tippet is in the water."
    end = drift.flies[-1]
    depth = _depths(drift, end)
    times = np.array(drift.times_s)
    kind, river = rig.motion.kind, drift.axis == "metres"
    if river and rig.head.kind != "float" and kind == "swing":
        held = int(np.searchsorted(times, HELD_FROM * times[-1]))
        deepest, last = float(depth[: held + 1].max()), float(depth[-1])
        if rig.head.kind == "fly line":
            hung = float(depth[int(0.84 * len(depth))])
            return (
                f"On the tight line the {end.role} sinks to {writer.text('depth', deepest)} as it swings across, hangs at "
                f"{writer.text('depth', hung)} on the dangle, and comes up to {writer.text('depth', last)} as the rod is raised."
            )
        return (
            f"The {end.role} goes with the water to {writer.text('depth', deepest)}; the line is held, it swings up "
            f"to {writer.text('depth', last)} below the rod, then it dangles."
        )
    if river and kind == "lift" and rig.head.kind == "held":
        before = float(depth[int(np.searchsorted(times, LIFTED_FROM * times[-1]))])
        return (
            f"Led to {writer.text('depth', before)}, then the tip is raised: the {end.role} climbs "
            f"{writer.text('short', max(before - float(depth[int(0.9 * len(depth))]), 0.0))} as a fly that is about to hatch."
        )
    if river and kind == "strip":
        return f"Across the stream it comes to {writer.text('depth', float(depth.max()))}; stripped up against the water it ends at {writer.text('depth', float(depth[-1]))}."
    if river:
        return _river(drift, end, depth, writer)
    return _lake(rig, drift, writer)


def _river(drift: Drift, end: FlyDrift, depth: np.ndarray, writer: Writer) -> str:
    ledge = ""
    if len(drift.bed) > 2:
        rises = [(b.x_m, b.depth_m - a.depth_m) for a, b in zip(drift.bed, drift.bed[1:], strict=False)]
        at, step = max(rises, key=lambda row: row[1])
        if step > 0.25:
            ledge = f" The bed falls {writer.text('short', step)} away before {writer.text('travel', at)}, and it falls over the edge."
    if end.metres_to_bottom is not None:
        touch = "ticks along it" if end.bed_share < 0.5 else "stays on it"
        text = f"The {end.role} is down after {writer.text('travel', end.metres_to_bottom)} and {touch}"
    else:
        text = f"The {end.role} comes to {writer.text('depth', float(depth.max()))} and keeps {writer.text('short', end.least_height_m)} off the bed"
    others = [f for f in drift.flies if f is not end]
    if others:
        top = min(others, key=lambda f: f.settled_depth_m)
        off = end.settled_depth_m - top.settled_depth_m
        side = "above" if off >= 0 else "below"
        name = top.role
        text += (
            f"; the {name} rides {writer.text('short', abs(off))} {side} it"
            if abs(off) > 0.01
            else f"; the {name} beside it"
        )
    if drift.head in ("float", "dry fly"):
        lag = -end.rides_m
        if abs(lag) > SAME_M:
            what = "trails" if lag > 0 else "runs ahead of"
            text += f". It {what} the {'dry' if drift.head == 'dry fly' else 'float'} by {writer.text('short', abs(lag))}: the water is slower down there"
    return text + "." + ledge


def _lake(rig: Rig, drift: Drift, writer: Writer) -> str:
    flies = drift.flies
    each = ", ".join(f"{f.role} {writer.text('depth', f.settled_depth_m)}" for f in flies)
    settled = max(f.settled_s for f in flies)
    kind = rig.motion.kind
    if rig.head.kind == "float":
        moved = " Every move of the float lifts them a little." if kind == "nudge" else ""
        return f"The team swings down under its float and hangs after {settled:.0f} s: {each}.{moved}"
    depths = {f.id: _depths(drift, f) for f in flies}
    if kind == "still":
        return f"Left alone it goes on sinking: {each} after {drift.times_s[-1]:.0f} s."
    count = int(np.searchsorted(np.array(drift.times_s), rig.motion.count_s))
    if kind == "inch":
        fly = flies[-1]
        return f"Straight down; inch by inch the {fly.role} climbs from {writer.text('depth', float(depths[fly.id].max()))} to {writer.text('depth', float(depths[fly.id][-1]))}."
    counted = ", ".join(
        f"{f.role} {writer.text('depth', float(depths[f.id][min(count, len(drift.times_s) - 1)]))}" for f in flies
    )
    text = f"Counted down {rig.motion.count_s:.0f} s ({counted}); then "
    if kind == "figure":
        return text + f"the slow hand holds it: {each} in the end."
    high = min(flies, key=lambda f: f.settled_depth_m)
    swings = _swing(depths[high.id], count)
    if kind == "strip":
        dives = (
            f" The {high.role} dives and rises {writer.text('short', swings)} with every strip and pause."
            if swings > WOBBLE_M
            else ""
        )
        return text + f"stripped: {each} in the end.{dives}"
    return text + f"stripped, lifted and hung: {each} in the end; takes come on the hang."


def _swing(depth: np.ndarray, after: int) -> float:
    """Return the mean rise and fall of a depth between its turns after a frame, m."""
    rest = depth[after:]
    if len(rest) < 3:
        return 0.0
    turns = [
        rest[0],
        *(b for a, b, c in zip(rest, rest[1:], rest[2:], strict=False) if (b - a) * (c - b) < 0),
        rest[-1],
    ]
    return float(np.mean(np.abs(np.diff(np.array(turns))))) if len(turns) > 3 else 0.0


def _depths(drift: Drift, fly: FlyDrift) -> np.ndarray:
    """Return a fly's depths frame by frame, m."""
    return -np.array([row[fly.node] for row in drift.z_mm]) / 1000
