"""The nominal drift of a situation, computed once however many ask for it, and what follows from it."""

from __future__ import annotations

from collections import OrderedDict
from concurrent.futures import Future
from threading import Lock

import numpy as np

from jarana.core.drift.document import Drift, FlyDrift
from jarana.core.drift.result import drift_key, simulate
from jarana.core.motions.seen import Seen, SeenFly
from jarana.core.rig.pull import mean_pace
from jarana.core.situation import Situation
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
dry-rides-surface-only = The dry rides on the surface; only its tippet is in the water.
dry-drifts-then-drags = The dry drifts in its own water for { $seconds } s, { $way }; then the line draws it { $slip } out of it.
dry-moved-then-drifts = The line moves the dry at first; from { $begins } s on it drifts in its own water for { $seconds } s, { $way }.
dry-drifts-all = The dry drifts in its own water all { $seconds } s.
""",
)

MOST_KEPT = 96
"""Drifts kept in a process; one takes about 200 kB."""
_kept: OrderedDict[str, Future[Drift]] = OrderedDict()
_lock = Lock()


def nominal(situation: Situation) -> Drift:
    """Return the drift of a situation; who asks while another computes it waits for that answer.

    Raises
    ------
    InputError
        When the rig cannot be put into the water.
    SolverError
        When the computation failed.
    """
    key = drift_key(situation)
    with _lock:
        waited = _kept.get(key)
        mine = waited is None
        future = waited or Future()
        if mine:
            _kept[key] = future
        _kept.move_to_end(key)
        while len(_kept) > MOST_KEPT:
            _kept.popitem(last=False)
    if mine:
        try:
            future.set_result(simulate(situation))
        except BaseException as error:
            with _lock:
                _kept.pop(key, None)
            future.set_exception(error)
            raise
    return future.result()


def hooked(situation: Situation) -> tuple[FlyDrift, ...]:
    """Return what of the drift has a hook: flies, not shot or beads."""
    rig = situation.rig
    return tuple(f for f in nominal(situation).flies if rig.attachment(f.id).fly is not None)


def story(situation: Situation) -> str:
    """Return what the drift shows, in a sentence or two, by how the rig is moved."""
    drift = nominal(situation)
    if not drift.flies:
        return _dry_alone(situation, drift)
    return situation.motion.story(seen_of(situation, drift))


def _dry_alone(situation: Situation, drift: Drift) -> str:
    """Return how long a dry by itself drifts freely."""
    across, writer = drift.across, situation.writer
    if across is None or across.slip_m is None:
        return say("dry-rides-surface-only")
    if across.drag_free_s is None:
        return say("dry-drifts-all", seconds=f"{drift.times_s[-1]:.0f}")
    if across.freed:
        begins, seconds = across.freed
        return say(
            "dry-moved-then-drifts",
            begins=writer.number(begins, 1),
            seconds=writer.number(seconds, 1),
            way=writer.text("travel", seconds * situation.fished.pace_m_s),
        )
    return say(
        "dry-drifts-then-drags",
        seconds=writer.number(across.drag_free_s, 1),
        way=writer.text("travel", across.drag_free_s * situation.fished.pace_m_s),
        slip=writer.text("travel", across.slip_m),
    )


def seen_of(situation: Situation, drift: Drift) -> Seen:
    """Return a drift as its motion tells it; its flies, and shot or beads only where no fly is in the water."""
    x, z = np.array(drift.x_mm) / 1000, np.array(drift.z_mm) / 1000
    corners = tuple((b.x_m, b.depth_m) for b in drift.bed)
    places, depths = [c[0] for c in corners], [c[1] for c in corners]
    told = [f for f in drift.flies if situation.rig.attachment(f.id).fly is not None] or list(drift.flies)
    ride = situation.ride()
    return Seen(
        times=np.array(drift.times_s),
        flies=tuple(
            SeenFly(
                role=f.role,
                depth=-z[:, f.node],
                height=np.interp(x[:, f.node], places, depths) + z[:, f.node],
                x=x[:, f.node],
                found_m=f.metres_to_bottom,
                bed_share=f.bed_share,
                least_height=f.least_height_m,
                rides=f.rides_m,
                settled=f.settled_depth_m,
                settled_s=f.settled_s,
                lies=f.course == "on the bed",
            )
            for f in told
        ),
        bed=corners,
        head=situation.head,
        flows=situation.water.nature.flows,
        count_s=situation.rig.motion.count_s,
        pulls=situation.rig.motion.pulls,
        writer=situation.writer,
        marks={p.name: (p.begins, p.ends) for p in situation.motion.phases(ride)},
        wants_hang=situation.motion.hang_of(ride) is not None,
        boat=0.0 if ride.flows else ride.boat,
        hand=mean_pace(ride.pulls or situation.motion.pulls),
        pace=situation.fished.pace_m_s,
        round_s=drift.across.dangle_s if drift.across else None,
    )
