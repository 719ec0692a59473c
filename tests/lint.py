"""The lint of sentences: words that do not belong to a water or a rig, figures written as nobody says them, and contradictions."""

from __future__ import annotations

import re
from collections.abc import Iterator

from jarana.core.drift.nominal import story
from jarana.core.errors import InputError
from jarana.core.methods import methods
from jarana.core.outcomes.band import told
from jarana.core.outcomes.tracks import members_of
from jarana.core.readings import reading_kinds, readings_of
from jarana.core.readings.base import Reading
from jarana.core.readings.with_band import told_by
from jarana.core.situation import Situation
from jarana.core.water.reach import Reach
from tests.fishing import fished, started

ON_A_LAKE = re.compile(r"\b(current|downstream|upstream|riffle|the stream)\b", re.IGNORECASE)
CENTIMETRES = re.compile(r"\b[1-9]\d{2,} cm\b")
LONE_DRY = re.compile(r"\b(nymph|dropper|team)\b", re.IGNORECASE)
FELT = re.compile(r"you feel everything", re.IGNORECASE)
UNFILLED = re.compile(r"\{|\}|\bnan\b|\binf\b|\bNone\b(?! of yours)")


def told_of(situation: Situation, members: int) -> tuple[Reading, ...]:
    """Return the readings of a situation, by shares of so many members (0: of the one nominal drift)."""
    readings = readings_of(situation)
    if not members:
        return readings
    tracks = members_of(situation, members)
    assert tracks is not None
    return told_by(situation, readings, told(tracks, situation))


def faults(situation: Situation, members: int) -> Iterator[str]:
    """Yield everything that is said wrongly of a rig in a water."""
    readings = {r.key: r for r in told_of(situation, members)}
    flies = [a for a in situation.rig.attachments if a.fly]
    lone = len(flies) == 1 and situation.rig.head.holds() == flies[0].id
    texts = [("story", story(situation))]
    for key, reading in readings.items():
        texts += [(key, reading.title), (key, reading.sentence)]
    for key, text in texts:
        if not situation.water.nature.flows and ON_A_LAKE.search(text):
            yield f"{key}: a river's word on a lake: {text}"
        if CENTIMETRES.search(text):
            yield f"{key}: more than a metre in centimetres: {text}"
        if lone and LONE_DRY.search(text):
            yield f"{key}: a lone dry has neither: {text}"
        if situation.head.floats and FELT.search(text):
            yield f"{key}: nobody feels everything through a float: {text}"
        if UNFILLED.search(text):
            yield f"{key}: not filled in: {text}"
        if text != text.strip() or "  " in text:
            yield f"{key}: spaces: {text!r}"
    yield from contradictions(situation, readings)
    swings = readings.get("swing")
    if swings and swings.title == "Does not come round" and "hangs at" in texts[0][1]:
        yield f"the story hangs it on the dangle, the reading says it does not come round: {texts[0][1]}"


def contradictions(situation: Situation, readings: dict[str, Reading]) -> Iterator[str]:
    """Yield readings that do not agree."""
    kinds = reading_kinds()
    bottom, zone, load = (readings.get(key) for key in ("bottom", "zone", "float_load"))
    if bottom and zone and "Rides in the zone" in bottom.title and zone.severity == "act":
        yield f"bottom rides in a zone that is not reached: {bottom.title} / {zone.title}"
    if bottom and "no drift" in bottom.title and "every drift" in bottom.sentence:
        yield f"bottom: {bottom.title} / {bottom.sentence}"
    if load and load.severity == "act" and load.title.startswith("Drowns"):
        for key in ("take_to_sign", "visible"):
            if key in readings:
                yield f"{key} is said under a drowned float"
    rakes, settle = readings.get("rakes"), readings.get("settle")
    if rakes and settle and rakes.title == "Keeps off the bed" and "on the bed" in settle.title.lower() and kinds:
        yield f"rakes and settle: {rakes.title} / {settle.title}"


def swept(reach: Reach, keys: tuple[str, ...] | None, members: int) -> Iterator[str]:
    """Yield everything wrongly said of the usual rigs of methods in a water."""
    for method in methods().values():
        if reach.kind not in method.waters or (keys is not None and method.key not in keys):
            continue
        try:
            situation = fished(started(method.key, reach), reach)
            yield from (f"{method.key} in {reach.depth_m:.2f} m: {f}" for f in faults(situation, members))
        except InputError:
            continue
