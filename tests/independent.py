"""Drifts of a water nobody knows exactly, made apart from the product's members: plain random numbers, eddies as a path made by
recursion in time, the fine mesh.

It shares the laws and the sizes of the spreads, and nothing of :mod:`jarana.core.unknowns`.
"""

from __future__ import annotations

import math
from dataclasses import dataclass, replace
from itertools import pairwise

import numpy as np

from jarana.core.drift.lower import Lowered, lower
from jarana.core.engine.chain import ChainRun, Steps, run
from jarana.core.engine.ground import bed_under
from jarana.core.engine.hydro.terminal_speed import Body
from jarana.core.engine.scenario import Eddies, HeldTop, Scenario, Stream, Top
from jarana.core.situation import Situation

PACE, DEPTH, ROUGH, MASS, DRAG, DIAMETER, LIFT = 0.10, 0.07, 0.7, 0.10, 0.30, 0.07, 0.10
HAND_DAY, HAND_DRIFT, COUNT = 0.05, 0.08, 0.05
ENTRY_DEG, SLACK_M = 25.0, 0.3
EDDY_S = 0.02
FINE = 1.25
FINE_STEPS = Steps(0.005, 0.015, 1.0)
FINE_STILL = Steps(0.01, 0.03, 0.5, 0.05, 0.1)


@dataclass(frozen=True)
class Figures:
    """What a drift gives, by fly: metres to the first touch (inf: never), depth at seconds, place across at seconds."""

    metres: dict[str, float]
    depth: dict[tuple[str, float], float]
    across: dict[tuple[str, float], float]


def figures(situation: Situation, seed: int, seconds: tuple[float, ...]) -> Figures:
    """Return one drift."""
    random = np.random.default_rng([20261126, seed])

    def spread(sigma: float) -> float:
        return math.exp(sigma * random.standard_normal())

    pace, depth, rough, diameter = spread(PACE), spread(DEPTH), spread(ROUGH), spread(DIAMETER)
    lift, hand = spread(LIFT), spread(HAND_DAY) * spread(HAND_DRIFT)
    count, taken = spread(COUNT), spread(HAND_DRIFT)
    water = situation.water.scaled(pace, depth)
    rig = situation.rig
    if not water.nature.flows:
        rig = rig.rebuilt(motion=rig.motion.model_copy(update={"count_s": min(rig.motion.count_s * count, 240.0)}))
    lowered = lower(Situation(rig, replace(situation.setting, water=water)))
    scenario = _other(lowered, rough, diameter, lift, random)
    led = water.nature.flows and not (situation.head.floats or situation.head.on_line)
    scenario = replace(scenario, top=_hand(scenario, hand if led else 1.0, taken, led, random))
    if water.nature.flows and not situation.head.on_line:
        scenario = _entry(lowered, scenario, random)
    if not water.still:
        scenario = replace(scenario, eddies=_eddies(scenario, random))
    chain = run(scenario, FINE_STILL if water.still else FINE_STEPS, FINE)
    return _told(chain, scenario, situation, seconds)


def _other(lowered: Lowered, rough: float, diameter: float, lift: float, random: np.random.Generator) -> Scenario:
    scenario = lowered.scenario
    stream, rho = scenario.stream, scenario.water.density
    stream = replace(stream, roughness=min(stream.roughness * rough, 0.2 * stream.depth))

    def body(b: Body, floats: bool) -> Body:
        if floats or b.volume * rho > b.mass:
            bears = b.mass / rho
            return replace(b, volume=bears + (b.volume - bears) * lift)
        return replace(
            b,
            mass=b.mass * math.exp(MASS * random.standard_normal()),
            drag_area=b.drag_area * math.exp(DRAG * random.standard_normal()),
        )

    main = []
    for segment in scenario.main:
        density = segment.density
        if segment.bending > 0 and density > rho:
            density = rho + (density - rho) * lift
        main.append(
            replace(
                segment,
                diameter_top=segment.diameter_top * diameter,
                diameter_end=segment.diameter_end * diameter,
                density=density,
            )
        )
    return replace(
        scenario,
        stream=stream,
        main=tuple(main),
        bodies=tuple(replace(b, body=body(b.body, b.floats)) for b in scenario.bodies),
        droppers=tuple(
            replace(
                d,
                body=body(d.body, False),
                segment=replace(
                    d.segment,
                    diameter_top=d.segment.diameter_top * diameter,
                    diameter_end=d.segment.diameter_end * diameter,
                ),
            )
            for d in scenario.droppers
        ),
    )


def _hand(scenario: Scenario, hand: float, taken: float, led: bool, random: np.random.Generator) -> Top:
    top = scenario.top
    if not isinstance(top, HeldTop):
        return top
    slack = SLACK_M * random.random() if led else 0.0
    moves: list[tuple[float, float, float, float]] = []
    for t, vx, vy, vz in top.moves:
        moves.append((t, vx * hand - (slack if t < 1.0 else 0.0), vy, vz))
    if led and not any(abs(m[0] - 1.0) < 1e-9 for m in moves):
        last = [m for m in moves if m[0] < 1.0][-1]
        moves.append((1.0, last[1] + slack, last[2], last[3]))
    return replace(top, moves=tuple(sorted(moves)), takes=tuple((t, v * taken) for t, v in top.takes))


def _entry(lowered: Lowered, scenario: Scenario, random: np.random.Generator) -> Scenario:
    """Let what hangs below where the rig is held fall in at an angle, on its own way: the path's last leg is turned."""
    path = [np.array(p) for p in scenario.start.path]
    if len(path) < 2:
        start = scenario.start
        long = scenario.length
        steepest = math.asin(min(1.0, 0.6 * scenario.stream.depth / long))
        angle = min(math.radians(ENTRY_DEG) * random.random(), steepest)
        return replace(scenario, start=replace(start, angle=angle))
    below = scenario.length - lowered.hold_m
    angle = min(
        math.radians(ENTRY_DEG) * random.random(), math.asin(min(1.0, 0.6 * scenario.stream.depth / max(below, 1e-6)))
    )
    # Walk down the way to where the rig is held, and go on from there straight, down at that angle.
    left, kept = lowered.hold_m, [path[0]]
    out = np.array([-1.0, 0.0])
    for a, b in pairwise(path):
        leg = float(np.linalg.norm(b - a))
        flat = (b - a)[:2]
        if np.linalg.norm(flat) > 1e-9:
            out = flat / np.linalg.norm(flat)
        if leg >= left - 1e-9:
            kept.append(a + (b - a) * min(left / leg, 1.0))
            flat = path[-1][:2] - kept[-1][:2]
            if np.linalg.norm(flat) > 1e-9:
                out = flat / np.linalg.norm(flat)
            break
        left -= leg
        kept.append(b)
    hold = kept[-1]
    end = hold + below * np.array([out[0] * math.cos(angle), out[1] * math.cos(angle), -math.sin(angle)])
    corners = [tuple(float(v) for v in p) for p in kept] + [tuple(float(v) for v in end)]
    apart = [corners[0]] + [b for a, b in pairwise(corners) if math.dist(a, b) > 1e-6]
    return replace(scenario, start=replace(scenario.start, path=tuple(apart)))


def _eddies(scenario: Scenario, random: np.random.Generator) -> Eddies:
    stream: Stream = scenario.stream
    turn = stream.depth / stream.surface_speed
    rows = math.ceil(scenario.times[-1] / EDDY_S) + 4
    path = np.zeros((rows, 2))
    for column, time in ((0, turn), (1, 0.5 * turn)):
        keep = math.exp(-EDDY_S / time)
        value = random.standard_normal()
        for row in range(rows):
            path[row, column] = value
            value = keep * value + math.sqrt(1 - keep * keep) * random.standard_normal()
    return Eddies(path, np.array([EDDY_S, EDDY_S]))


def _told(chain: ChainRun, scenario: Scenario, situation: Situation, seconds: tuple[float, ...]) -> Figures:
    metres, depths, across = {}, {}, {}
    for attachment in situation.rig.attachments:
        if attachment.id not in chain.mesh.names:
            continue
        x, depth, _, _ = chain.track(attachment.id)
        y = chain.y[:, chain.node_of(attachment.id)]
        height = bed_under(scenario, x, y) - depth
        low = np.flatnonzero(height <= 0.02)
        metres[attachment.id] = abs(float(x[low[0]] - x[0])) if len(low) else math.inf
        for s in seconds:
            depths[attachment.id, s] = float(np.interp(s, chain.times, depth))
            across[attachment.id, s] = float(np.interp(s, chain.times, y))
    return Figures(metres, depths, across)
