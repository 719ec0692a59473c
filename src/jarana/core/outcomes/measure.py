"""What should I measure? Which unknown widens a figure most, and what a measurement of it would bring: from the members alone."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np

from jarana.core.engine.arrays import Floats
from jarana.core.engine.columns import AT_Z, FIRST_M
from jarana.core.outcomes.tracks import Tracks
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import DEPTH, DIAMETER, DRAG_1, HAND, LIFT, MASS_1, PACE, ROUGHNESS, deviates
from jarana.core.unknowns.spreads import spreads_of
from jarana.core.unknowns.table import unknowns
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
metres = the metres to the bottom
depth = how deep the { $role } rides
would = { $what } would narrow { $figure } from { $low }–{ $high } to { $then_low }–{ $then_high }.
nothing = No measurement would narrow { $figure } much: it is the hand and the water, from drift to drift.
""",
)
OF: dict[str, int] = {
    "pace": PACE, "depth": DEPTH, "roughness": ROUGHNESS, "mass": MASS_1, "drag": DRAG_1, "diameter": DIAMETER,
    "hand": HAND, "lift": LIFT,
}  # fmt: skip
"""Which dimension of the members each unknown is."""
LEAST_MEMBERS = 24
LEAST_SHARE = 0.1
"""Of the variance of a figure an unknown must make up before its measurement is offered."""
MEASURED_LEAVES = 0.15
"""Share of an unknown's own variance that is left once it has been measured, where the table says nothing."""
Z_80 = 1.2816


@dataclass(frozen=True)
class Gain:
    """An unknown, the share of a figure's variance it makes up, and the figure's P10 and P90 now and once it is measured."""

    key: str
    share: float
    now: tuple[float, float]
    then: tuple[float, float]


def gains(tracks: Tracks, situation: Situation, figure: Floats) -> tuple[Gain, ...]:
    """Return what measuring each unknown would bring to a figure of every member (NaN: none), most first.

    A regression on the members' own deviates, in ranks of the figure's spread: linear, its rest is the drift's own.
    """
    there = np.isfinite(figure)
    if there.sum() < LEAST_MEMBERS:
        return ()
    z = deviates()[tracks.members[there]]
    y = figure[there]
    low, high = (float(v) for v in np.percentile(y, (10, 90)))
    columns = np.column_stack([np.ones(len(y)), z])
    coefficients, *_ = np.linalg.lstsq(columns.T @ columns + np.eye(columns.shape[1]), columns.T @ y, rcond=None)
    whole = float(np.var(y))
    if whole <= 0:
        return ()
    measured = spreads_of(situation).measured
    rows = []
    for key, column in OF.items():
        row = unknowns()[key]
        if key in measured:
            continue
        part = min(float(coefficients[1 + column] ** 2) / whole, 1.0)
        left = (row.measured / row.sigma) ** 2 if row.measured is not None else MEASURED_LEAVES
        narrower = float(np.sqrt(max(1.0 - part * (1.0 - left), 0.0)))
        middle = float(np.median(y))
        then = (middle - (middle - low) * narrower, middle + (high - middle) * narrower)
        rows.append(Gain(key, part, (low, high), then))
    return tuple(sorted(rows, key=lambda g: -g.share))


def measures_told(tracks: Tracks, situation: Situation) -> tuple[str, ...]:
    """Return what to measure, a sentence for the figure that matters most: metres to the bottom, or the depth of the point.

    None where the figure is the same on nine drifts of ten, as it is written.
    """
    writer, rig = situation.writer, situation.rig
    if not tracks.names:
        return ()
    lowest = tracks.names.index(rig.point.id) if rig.point.id in tracks.names else 0
    metres = tracks.did[:, lowest, FIRST_M]
    if np.isfinite(metres).mean() > 0.5 and situation.water.nature.flows:
        figure, rule, name = metres, "travel", say("metres")
    else:
        half = tracks.at.shape[2] // 2
        figure = -tracks.at[:, lowest, half:, AT_Z].mean(axis=1)
        rule, name = "depth", say("depth", role=role_name(rig.role(rig.attachment(tracks.names[lowest]))))
    found = gains(tracks, situation, figure)
    if not found:
        return ()
    best = found[0]
    low, high = (writer.figure(rule, v) for v in best.now)
    if low.digits == high.digits:
        return ()
    row = unknowns()[best.key]
    if best.share < LEAST_SHARE or not row.measured_by:
        return (say("nothing", figure=name),)
    what = row.measured_by
    return (
        say(
            "would",
            what=what[0].upper() + what[1:],
            figure=name,
            low=low.digits,
            high=writer.text(rule, best.now[1]),
            then_low=writer.figure(rule, best.then[0]).digits,
            then_high=writer.text(rule, best.then[1]),
        ),
    )
