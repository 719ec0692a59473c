"""Makes the demo angler's season: ``python -m jarana.demo.make_season`` writes ``season.csv`` beside this file.

Twenty-four outings over the valley's waters. Each water hides what it is: a depth, a pace, a hand, things a little other than
written, drawn once; the drifts are the engine's, with eddies, entries and a hand of their own. What is tapped is what the drift
shows; what was said of it is what the plan said then. So there is something to learn, and a truth to hold it against.
"""

from __future__ import annotations

import csv
from dataclasses import dataclass
from pathlib import Path

import numpy as np

from jarana.core.learn.belief import Belief
from jarana.core.learn.draws import KEPT, hidden_draw
from jarana.core.learn.family import Family, by_takes, family, fish_depths
from jarana.core.learn.options import Option, options_of
from jarana.core.learn.shown import near, shown
from jarana.core.methods import methods
from jarana.core.outcomes.tracks import Tracks, evaluate
from jarana.core.situation import Setting, Situation
from jarana.core.unknowns.deviates import DEPTH, HAND
from jarana.core.unknowns.drifts import SEARCH_GRID
from jarana.demo.load import HELD_HIGH, RIGS, valley
from jarana.demo.season import COLUMNS, FILE

SEED = 2026
OUTINGS = 24
LANES = ("near", "main", "far")
HIDDEN = {
    "weir-run": (HAND, 2.2),
    "sluice-meadow": (DEPTH, 1.5),
    "mill-throat": (DEPTH, -0.6),
    "oskel-north": (DEPTH, 0.0),
}
"""What is off most at each water that is fished, in its spreads: one leads too fast here, it is deeper there."""
FISHED = (11, 10, 5, 3)
"""Which of the demo's rigs."""
TAKES_EACH = 0.16
"""Takes in a drift that is good all the way."""
FISH_DEEPER = 1.15


@dataclass
class Beat:
    """A rig in its water with what it hides, and what is believed of it."""

    rig: int
    situation: Situation
    stays: np.ndarray
    table: Family | None


def beats(random: np.random.Generator) -> list[Beat]:
    """Return the waters that are fished, each with its own truth."""
    reaches, drawer = valley()
    by_id = {reach.id: reach for reach in reaches}
    made = []
    for index in FISHED:
        method, water = RIGS[index]
        setting = Setting(by_id[water], drawer)
        rig = methods()[method].start(setting)
        if index == len(RIGS) - 1:
            rig = HELD_HIGH.apply(rig, drawer)
        situation = Situation(rig, setting)
        stays = 0.3 * random.standard_normal(KEPT)
        column, off = HIDDEN[water]
        stays[column] = off
        options = [Option(situation, (), "")] if by_takes(situation) else options_of(situation)[:1]
        made.append(Beat(index, situation, stays, family(options, members=128)))
    return made


def outing(beat: Beat, number: int, days: int, random: np.random.Generator) -> list[list[object]]:
    """Return the rows of an outing."""
    drifts = int(random.integers(20, 34))
    draw = hidden_draw(beat.stays, random, drifts)
    (tracks,) = evaluate([beat.situation], range(drifts), SEARCH_GRID, draw=draw) or [None]
    assert tracks is not None
    belief = Belief.begun(beat.table) if beat.table else None
    start = int(random.integers(7, 19)) * 3600 + int(random.integers(0, 3600))
    clock = float(start)
    rows: list[list[object]] = []
    step, lane = 1, "main"
    takes = by_takes(beat.situation)
    chances = _chances(tracks, beat.situation, takes)
    one = shown(tracks, beat.situation)
    for k in range(tracks.count):
        if k and k % 6 == 0:
            step, lane = step + 1, LANES[int(random.integers(0, 3))]
        said = 1.0 - float(belief.family.codes["nothing"][0] @ belief.p) if belief and not takes else None
        took = random.random() < chances[k]
        tap = (
            "take"
            if took
            else "dragging"
            if one.dragged[k]
            else "ticked"
            if one.touched[k] and not takes
            else "nothing"
        )
        second = (
            float(one.first_s[k])
            if tap in ("ticked", "dragging")
            else float(tracks.times[k, -1]) * 0.6
            if took
            else None
        )
        rows.append(_row(number, days, beat.rig, clock, "drift", tap, second, lane, step, said))
        if took:
            ended = str(random.choice(["landed", "landed", "missed", "pulled out", "broke"]))
            size = round(float(random.normal(31, 6))) if ended == "landed" else None
            rows.append(_row(number, days, beat.rig, clock + 1, "take", ended, second, lane, step, None, size))
        if belief and tap != "take":
            belief = belief.saw(0, tap, second)
        clock += float(tracks.times[k, -1]) + float(random.uniform(12, 30)) + (150 if took else 0)
    rows.append(_row(number, days, beat.rig, clock, "ended", "", None, lane, step, None))
    return rows


def _chances(tracks: Tracks, situation: Situation, takes: bool) -> np.ndarray:
    if not takes:
        return TAKES_EACH * shown(tracks, situation).good
    depths, _ = fish_depths(situation)
    fish = min(float(depths[len(depths) // 2]) * FISH_DEEPER, situation.water.depth_m)
    there = near(tracks, situation, np.array([fish]))[:, :, 0]
    return np.asarray(1.0 - np.exp(-0.3 * np.trapezoid(there, tracks.times, axis=1) / tracks.times[:, -1]))


def _row(
    number: int, days: int, rig: int, clock: float, kind: str, what: str, second: float | None, lane: str, step: int,
    said: float | None, size: float | None = None,
) -> list[object]:  # fmt: skip
    return [
        number, days, rig, round(clock), kind, what, "" if second is None else f"{second:.1f}", lane, step,
        "" if said is None else f"{said:.3f}", "" if size is None else f"{size:g}",
    ]  # fmt: skip


def make_season(path: Path = FILE, seed: int = SEED) -> None:
    """Write the season."""
    random = np.random.default_rng(seed)
    there = beats(random)
    with path.open("w", encoding="utf-8", newline="") as file:
        write = csv.writer(file, lineterminator="\n")
        write.writerow(COLUMNS)
        for number in range(OUTINGS):
            beat = there[(0, 1, 0, 2, 3, 0)[number % 6]]
            write.writerows(outing(beat, number, 200 - 8 * number, random))


if __name__ == "__main__":
    make_season()
