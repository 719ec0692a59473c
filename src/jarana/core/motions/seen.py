"""What a drift showed, as a motion tells it, and the words of movements: every one measured, none supposed."""

from __future__ import annotations

from dataclasses import dataclass

import numpy as np
from numpy.typing import NDArray

from jarana.core.heads.base import HeadPart
from jarana.core.rig.pull import LONGEST_RETRIEVE_S, HandPull
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
on-the-bed = { " " }on the bed
sinks = sinks to
comes-up = comes up to
stays = stays at
stays-2 = stays on it
ticks-along = ticks along it
keeps-just-over = keeps just over it
down-after = The { $role } is down after { $found_m } and { $touch }
comes-keeps-off-bed = The { $role } comes to { $deep } and keeps { $least_height } off the bed
rides = ; the { $role } rides { $off } { $side } it
above = above
below = below
beside = ; the { $role } beside it
water-slower-down-there = : the water is slower down there
it-the-by = {""}. It { $what ->
    [trails] trails
   *[ahead] runs ahead of
 } the { $noun } by { $rides }{ $why }
bed-falls-away-before = {" "}The bed falls { $step } away before { $ends }.
hung = {" "}After { $seconds } s the line's mark is at the tip; the rod lifts the { $role } from { $before } to { $top }; held, it { $then }.
adrift = {" "}The boat comes after at { $boat }: { $gains ->
    [yes] the hand is faster, the flies come nearer by { $by } in a minute
   *[no] the hand takes in no more than the boat gives, the line hangs slack
 }.
never-hung = {" "}The line's mark does not come to the tip within { $longest } minutes: nothing hangs.
falls-over-edge = falls over the edge
sinks-little-behind = sinks a little behind it
rides-out-over = rides out over it
bed-falls-away-before-2 = {" "}The bed falls { $step } away before { $ends }, and the { $role } { $does }.
""",
)

Floats = NDArray[np.float64]
SAME_M = 0.04
"""A change of depth smaller than this is none."""
WOBBLE_M = 0.02
"""A rise and fall smaller than this is not told."""
STEP_M = 0.25
"""A bed that falls by more than this at once is a ledge."""
STAYS_SHARE = 0.5
"""On the bed for this share of the drift or more it stays there rather than ticks along it."""


@dataclass(frozen=True)
class SeenFly:
    """One thing that hangs on the rig: its depths and heights over the bed frame by frame, m, and what came of them."""

    role: str
    depth: Floats
    height: Floats
    x: Floats
    found_m: float | None
    bed_share: float
    least_height: float
    rides: float
    settled: float
    settled_s: float
    lies: bool


@dataclass(frozen=True)
class Seen:
    """A drift as it is told: times s, flies from the top down, the bed's corners (x, depth), what holds it, what is asked of it."""

    times: Floats
    flies: tuple[SeenFly, ...]
    bed: tuple[tuple[float, float], ...]
    head: HeadPart
    flows: bool
    count_s: float
    pulls: tuple[HandPull, ...]
    writer: Writer
    marks: dict[str, tuple[float, float]]
    wants_hang: bool = False
    boat: float = 0.0
    hand: float = 0.0
    pace: float = 0.0
    """Of the surface, m/s."""
    round_s: float | None = None
    """When a line that swings is below the rod, s; None where it does not come round."""

    @property
    def end(self) -> SeenFly:
        """The lowest on the line."""
        return self.flies[-1]

    def frame(self, time: float) -> int:
        """Return the frame at a time, s."""
        return min(int(np.searchsorted(self.times, time - 1e-9)), len(self.times) - 1)

    def at(self, fly: SeenFly, time: float) -> float:
        """Return a fly's depth at a time, m."""
        return float(fly.depth[self.frame(time)])

    def between(self, fly: SeenFly, mark: str) -> Floats:
        """Return a fly's depths in a phase, m."""
        begins, ends = self.marks[mark]
        first = self.frame(begins)
        return fly.depth[first : max(self.frame(ends), first + 1) + 1]

    def deep(self, depth: float) -> str:
        """Write a depth."""
        return self.writer.text("depth", depth)

    def before_hang(self, fly: SeenFly) -> float:
        """Return its depth when the hand stops at the mark; where nothing hangs, what it settles at, m."""
        return self.at(fly, self.marks["hang"][0]) if "hang" in self.marks else fly.settled

    def hang(self) -> str:
        """Tell what the hang does to the highest fly, or that its mark never comes; nothing where none was wanted."""
        if not self.wants_hang:
            return ""
        if "hang" not in self.marks:
            return say("never-hung", longest=f"{LONGEST_RETRIEVE_S / 60:.0f}")
        high = min(self.flies, key=self.before_hang)
        top = float(self.between(high, "hang").min())
        return say(
            "hung",
            seconds=f"{self.marks['hang'][0]:.0f}",
            role=role_name(high.role),
            before=self.deep(self.before_hang(high)),
            top=self.deep(top),
            then=moved(top, float(high.depth[-1]), self.writer),
        )

    def adrift(self) -> str:
        """Tell what the hand makes of a boat that drifts after the flies; nothing at anchor."""
        if self.boat <= 0.0:
            return ""
        gains = self.hand - self.boat
        by = self.writer.text("travel", max(gains, 0.0) * 60.0)
        return say("adrift", boat=self.writer.text("speed", self.boat), gains="yes" if gains > 0 else "no", by=by)

    def each(self) -> str:
        """Return every fly with the depth it ends at; what lies on the bed is said to."""
        return ", ".join(
            f"{role_name(f.role)} {self.deep(self.before_hang(f))}{say('on-the-bed') if f.lies else ''}"
            for f in self.flies
        )


def moved(before: float, after: float, writer: Writer, sinks: str = say("sinks"), rises: str = say("comes-up")) -> str:
    """Return how a depth changed: ``sinks to 1.20 m``, ``comes up to 0.40 m`` or ``stays at 0.80 m``."""
    verb = sinks if after > before + SAME_M else rises if after < before - SAME_M else say("stays")
    return f"{verb} {writer.text('depth', after)}"


def beat(seen: Seen, fly: SeenFly, begins: float, whole: float) -> tuple[float, float]:
    """Return the mean fall and the mean rise of a fly within each beat of a hand from a time on, m.

    A track that only sinks falls in every beat and rises in none.
    """
    falls, rises, t = [], [], begins
    while t + whole <= seen.times[-1] + 1e-9:
        part = fly.depth[seen.frame(t) : seen.frame(t + whole) + 1]
        steps = np.diff(part)
        falls.append(float(steps[steps > 0].sum()))
        rises.append(float(-steps[steps < 0].sum()))
        t += whole
    return (float(np.mean(falls)), float(np.mean(rises))) if falls else (0.0, 0.0)


def drift_told(seen: Seen) -> str:
    """Return a drift down a river: does it find the bed, how do the others ride, does it trail its float, a ledge."""
    end, writer = seen.end, seen.writer
    if end.found_m is not None:
        touch = (
            say("stays-2")
            if end.bed_share >= STAYS_SHARE
            else say("ticks-along")
            if end.bed_share > 0
            else say("keeps-just-over")
        )
        text = say("down-after", role=role_name(end.role), found_m=writer.text("travel", end.found_m), touch=touch)
    else:
        text = say(
            "comes-keeps-off-bed",
            role=role_name(end.role),
            deep=seen.deep(float(end.depth.max())),
            least_height=writer.text("short", end.least_height),
        )
    others = seen.flies[:-1]
    if others:
        top = min(others, key=lambda f: f.settled)
        off = end.settled - top.settled
        side = say("above") if off >= 0 else say("below")
        text += (
            say("rides", role=role_name(top.role), off=writer.text("short", abs(off)), side=side)
            if abs(off) > 0.01
            else say("beside", role=role_name(top.role))
        )
    if seen.head.floats and abs(end.rides) > SAME_M:
        what = "trails" if end.rides < 0 else "ahead"
        slower = end.rides < 0 and seen.pace > 0 and end.bed_share < STAYS_SHARE
        why = say("water-slower-down-there") if slower else ""
        text += say(
            "it-the-by", what=what, noun=role_name(seen.head.noun), rides=writer.text("short", abs(end.rides)), why=why
        )
    return f"{text}.{_ledge(seen)}"


def _ledge(seen: Seen) -> str:
    rises = [(a[0], b[0], b[1] - a[1]) for a, b in zip(seen.bed, seen.bed[1:], strict=False)]
    if len(seen.bed) < 3 or not rises:
        return ""
    begins, ends, step = max(rises, key=lambda row: row[2])
    if step <= STEP_M:
        return ""
    end, writer = seen.end, seen.writer
    before = end.depth[(end.x >= begins - 1.0) & (end.x <= begins)]
    after = end.depth[end.x >= ends]
    if not len(before) or not len(after):
        return say("bed-falls-away-before", step=writer.text("short", step), ends=writer.text("travel", ends))
    fell = float(after.max() - before.mean())
    does = (
        say("falls-over-edge")
        if fell > 0.5 * step
        else say("sinks-little-behind")
        if fell > SAME_M
        else say("rides-out-over")
    )
    return say(
        "bed-falls-away-before-2",
        step=writer.text("short", step),
        ends=writer.text("travel", ends),
        role=role_name(end.role),
        does=does,
    )
