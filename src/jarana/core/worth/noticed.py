"""Would a take be noticed, and are the fish still there to take? By what holds the rig, the distance, and how they are frightened."""

from __future__ import annotations

import math

import numpy as np

from jarana.core.engine.afloat import SUPPORT_DEPTH
from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_Z, PULL, TAKEN
from jarana.core.engine.hydro.water_properties import GRAVITY, LIFT_WATER_C, water_at
from jarana.core.heads.sight import seen_to
from jarana.core.outcomes.tracks import Tracks
from jarana.core.rig.geometry import span_starts
from jarana.core.situation import Situation
from jarana.core.worth.accepted import apart, is_moved, lies
from jarana.core.worth.constants import Habits

SITS_LIGHT, SITS_HEAVY = 0.4, 0.85
"""Loads, as shares of its lift, between which a float shows takes best (practice)."""
BROKEN_M_S = 0.7
"""Pace from which the surface is broken enough for a heavily loaded float (guess); a wave breaks it too."""
LOW_LIGHT_M, WAVE_HIDES_M, BRIGHT_M = 1.0, 1.0, 0.5
"""m by which fish are frightened from nearer in low light and under a wave, from farther on a bright day (guesses)."""
WIND_ON_M = 1.5
"""m of leader on which the wind pulls between tip and sighter."""
AIR = 1.2
CYLINDER_IN_AIR = 1.1
"""Air's density, kg/m³, and the drag coefficient of a line in it."""


def load_of(tracks: Tracks, situation: Situation) -> Floats | None:
    """Return the load of a float or a dry, as a share of its lift, (k, times), from how deep it sits; None without one.

    Above 1 it is under.
    """
    top = situation.head.free_top(situation.rig, situation.water.water)
    if top is None:
        return None
    water = water_at(LIFT_WATER_C)
    if tracks.led:
        return np.asarray(np.maximum(tracks.at[:, -1, :, PULL], 0.0) / max(top.lift(water), 1e-9))
    z, r = tracks.at[:, -1, :, AT_Z], top.radius
    under = np.clip(r - z, 0.0, 2.0 * r)
    borne = water.density * water.gravity * math.pi * under * under * (3.0 * r - under) / 3.0
    borne += top.support * np.clip(-z / SUPPORT_DEPTH, 0.0, 1.0)
    lift = top.lift(water)
    load = (borne - top.mass * water.gravity) / max(lift, 1e-9)
    return np.asarray(np.where(z < -(r + 2.0 * SUPPORT_DEPTH), 1.5, np.clip(load, 0.0, 1.0)))


def sits(load: Floats, situation: Situation, habits: Habits) -> Floats:
    """Return the share of takes a float shows by its load."""
    broken = situation.fished.pace_m_s >= BROKEN_M_S or situation.fished.looks == "wave"
    heavy = 0.85 if broken else 1.0
    light = (1.0 - habits["float-light"]) + habits["float-light"] / SITS_LIGHT * load
    shown = np.where(load < SITS_LIGHT, light, np.where(load > SITS_HEAVY, heavy, 1.0))
    return np.asarray(np.where(load >= 1.0, habits["float-under"], shown))


def noticed(tracks: Tracks, situation: Situation, habits: Habits) -> Floats:
    """Return the share of takes that is noticed, (k, times)."""
    head, water = situation.head, situation.fished
    if head.on_line:
        return _on_line(tracks, situation, habits)
    sign = head.sign(situation.rig)
    if head.floats:
        assert sign is not None
        far = seen_to(sign.size, habits["sight"], water.looks == "wave", water.light == "low")
        seen = 1.0 / (1.0 + (water.off_m / (1.25 * far)) ** 6)
        load = load_of(tracks, situation)
        assert load is not None
        if head.is_float:
            return np.asarray(seen * sits(load, situation, habits))
        return np.asarray(seen * np.where(load >= 1.0, habits["float-under"], 1.0))
    pull = np.maximum(tracks.at[:, -1, :, PULL], 0.0)
    idle = idle_pull(situation)
    felt = habits["felt-least"] + (1.0 - habits["felt-least"]) * pull**2 / (pull**2 + idle**2)
    return np.asarray(felt * (1.0 - habits["felt-apart"] * apart(situation, habits)))


def _on_line(tracks: Tracks, situation: Situation, habits: Habits) -> Floats:
    taken = np.gradient(tracks.at[:, -1, :, TAKEN], axis=1)
    moved = np.abs(taken) > 1e-6
    if situation.motion.swings:
        moved = np.ones_like(moved)
    elif is_moved(situation):
        # Between two pulls the hand is still on the line.
        moved = np.maximum.accumulate(moved, axis=1)
    felt = np.where(moved, habits["felt-moved"], habits["felt-sinking"])
    return np.asarray(felt * np.where(lies(tracks.at[:, -2]), habits["felt-on-bed"], 1.0))


def idle_pull(situation: Situation) -> float:
    """Return the pull at which a held leader only just tells anything, N: half a metre of its own weight, and the wind on it."""
    rig, water = situation.rig, situation.fished
    held = situation.head.hangs_from(rig)
    above = [span for start, span in zip(span_starts(rig), rig.spans, strict=False) if start < held] or list(rig.spans)
    thick = max(span.d0_mm for span in above[-3:]) / 1000
    weight = 0.5 * above[0].material.density_kg_m3 * GRAVITY * math.pi / 4.0 * thick * thick
    along, across = water.wind_vector
    wind = 0.0 if along > abs(across) else 0.5 * water.wind_m_s
    return math.hypot(weight, 0.5 * AIR * CYLINDER_IN_AIR * thick * WIND_ON_M * wind * wind)


def not_frightened(situation: Situation, habits: Habits) -> float:
    """Return the share of fish that neither the angler nor the fall of the flies has frightened."""
    water, rig = situation.fished, situation.rig
    near = habits[f"near-{water.wariness}"]
    near -= 1.5 if water.pace_m_s > 0.7 else 0.0
    near -= {"clear": 0.0, "tinged": 0.8, "coloured": 2.0}[water.clarity]
    near -= 0.5 if water.depth_m > 1.0 else 0.0
    near -= {"low": LOW_LIGHT_M, "even": 0.0, "bright": -BRIGHT_M}[water.light]
    near -= WAVE_HIDES_M if water.looks == "wave" and not water.nature.flows else 0.0
    stays = 1.0 / (1.0 + math.exp(-min(max(water.off_m - near, -40.0), 40.0)))
    if water.clarity != "clear":
        return stays
    heaviest = max(a.body.body(a.id).mass for a in rig.attachments) * 1000
    top = rig.head.free_top(rig, water.water)
    if top is not None and rig.head.is_float:
        heaviest = max(heaviest, top.mass * 1000)
    bears = habits[f"plop-{water.wariness}"] * max(1.0, water.depth_m / 0.6)
    bears *= 1.0 + 2.0 * max(water.pace_m_s - 0.5, 0.0)
    return stays / (1.0 + (heaviest / bears) ** 2)
