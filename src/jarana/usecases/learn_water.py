"""What the outings on a water taught: their drifts, with the rigs as they were fished, as a log to learn from; kept as a lesson."""

from __future__ import annotations

import json
from collections.abc import Sequence
from dataclasses import dataclass, field

from jarana.core.bank.outing import OutingView, in_order
from jarana.core.bank.taps import every_tap
from jarana.core.errors import InputError
from jarana.core.journal import Event, event_kinds, standing
from jarana.core.journal.kinds.batch import Batch
from jarana.core.journal.kinds.changed import Changed
from jarana.core.journal.kinds.drift import Drift
from jarana.core.journal.kinds.outing import Outing
from jarana.core.journal.kinds.seen import Seen
from jarana.core.learn.taught import lesson_of
from jarana.core.learn.water import Belief12, Learnt, Sight, learn
from jarana.core.rig.model import Rig
from jarana.core.situation import Setting, Situation
from jarana.core.tackle.drawer import Drawer
from jarana.core.watch import Watch
from jarana.core.water.reach import Reach
from jarana.storage.work import Work
from jarana.usecases.as_changed import as_changed
from jarana.usecases.keep_lesson import keep_lesson
from jarana.usecases.keep_outing import list_outings

MOST_OUTINGS = 12
"""Of a water, the newest, that are learnt from."""


def learnt_of(work: Work, setting: Setting, watch: Watch | None = None) -> tuple[Belief12, Learnt] | None:
    """Return what the outings on a water taught, and keep it as the lesson of the water; None where none tells.

    Raises
    ------
    Stopped
        When the watch was stopped.
    """
    plain = setting.plain
    outings = _counted(work, plain.water)
    log = log_of(work, plain, outings)
    found = learn(log.rigs, log.sights, watch, log.soundings) if log.sights else None
    lesson = None
    if found and found[1].drifts:
        depth = sum(o.depth_m * max(o.drifts, 1) for o in outings) / sum(max(o.drifts, 1) for o in outings)
        last = max(o.begun_at for o in outings).date()
        lesson = lesson_of(*found, log.rigs[0], depth, last)
    keep_lesson(work, plain.water.id, lesson)
    return found


def _counted(work: Work, water: Reach) -> list[OutingView]:
    """Return the outings on a water that are learnt from, newest first."""
    with work.reading():
        row = work.belongings.lesson_row(water.id)
        since = row.since if row else None
    mine = [o for o in list_outings(work) if o.water == water.id and not o.apart]
    return [o for o in mine if since is None or o.begun_at >= since][:MOST_OUTINGS]


@dataclass
class Log:
    """What the outings on a water tell.

    Attributes
    ----------
    rigs
        That were fished, each in the water as it was said to be then, its flies as they are measured by now.
    sights
        What was seen of them.
    soundings
        Depths that were sounded, each as a share of what was said.
    """

    rigs: list[Situation] = field(default_factory=list)
    sights: list[Sight] = field(default_factory=list)
    soundings: list[float] = field(default_factory=list)
    known: dict[str, int] = field(default_factory=dict)


def log_of(work: Work, setting: Setting, outings: Sequence[OutingView]) -> Log:
    """Return the log of outings on a water."""
    log = Log()
    for outing in outings:
        with work.reading():
            events = [row.event for row in work.journal.of_outing(outing.id)]
            documents = {a.revision: work.rigs.fished(a.revision) for a in outing.rigs}
        _read(outing, in_order(standing(events)), documents, setting, log)
    return log


def _read(
    outing: OutingView,
    events: Sequence[Event],
    documents: dict[str | None, Rig | None],
    setting: Setting,
    log: Log,
) -> None:
    depth, pace = outing.depth_m, outing.pace_m_s
    shown = depth
    edits: dict[tuple[int, int], tuple[dict[str, object], ...]] = {}
    for event in events:
        told = event_kinds()[event.kind].of(event) if event.kind in event_kinds() else None
        if isinstance(told, Outing):
            depth, pace = told.depth_m, told.pace_m_s
            shown = depth
        if isinstance(told, Seen):
            pace = told.pace_m_s if told.pace_m_s is not None else pace
            if told.depth_m and told.sounded:
                # What the drifts teach is how far off the depth was said to be, and so does a sounding: what was said stands.
                log.soundings.append(told.depth_m / depth)
            elif told.depth_m:
                depth *= told.depth_m / shown
            shown = told.depth_m or shown
        if isinstance(told, Changed) and told.made:
            edits[(told.rig, told.option)] = told.edits
        if not isinstance(told, Drift | Batch) or told.at.rig >= len(outing.rigs):
            continue
        base = documents.get(outing.rigs[told.at.rig].revision)
        change = edits.get((told.at.rig, told.at.option), ())
        if base is None or (told.at.option and not change):
            continue
        place = _place(base, change, setting, depth, pace, log)
        if place is None:
            continue
        if isinstance(told, Batch):
            log.sights.append(Sight(place, "", told.drifts, told.low, told.high))
        else:
            tap = every_tap().get(told.tap)
            if tap is not None and tap.ends and tap.shows in ("nothing", "ticked", "dragging"):
                log.sights.append(Sight(place, tap.shows))


def _place(
    base: Rig, change: tuple[dict[str, object], ...], setting: Setting, depth_m: float, pace_m_s: float, log: Log
) -> int | None:
    key = json.dumps([base.model_dump(mode="json"), list(change), depth_m, pace_m_s], sort_keys=True)
    if key not in log.known:
        rig = _edited(base, change, setting.drawer)
        if rig is None:
            return None
        water = setting.water
        pace = pace_m_s / water.pace_m_s if water.pace_m_s else 1.0
        there = water.scaled(pace if pace > 0 else 1.0, depth_m / water.depth_m)
        try:
            situation = Situation(rig, setting).with_water(there)
        except InputError:
            return None
        log.known[key] = len(log.rigs)
        log.rigs.append(situation)
    return log.known[key]


def _edited(base: Rig, change: tuple[dict[str, object], ...], drawer: Drawer) -> Rig | None:
    rig = as_changed(base, change, drawer)
    if rig is None:
        return None
    hung = (a if a.fly is None else a.model_copy(update={"body": drawer.as_measured(a.fly)}) for a in rig.attachments)
    return rig.rebuilt(attachments=tuple(hung))
