"""An outing as GeoJSON (RFC 7946): a feature for every drift, batch and take, with its place only where that is wished."""

from __future__ import annotations

import json
from collections.abc import Sequence
from typing import Any

from jarana.core.journal import Event, event_kinds, standing
from jarana.core.journal.kinds.batch import Batch
from jarana.core.journal.kinds.drift import Drift
from jarana.core.journal.kinds.outing import Outing
from jarana.core.journal.kinds.take import Take


def outing_geojson(events: Sequence[Event], places: bool) -> str:
    """Return a feature collection; without `places`, or where none was noted, a feature's geometry is null."""
    rigs: tuple[str, ...] = ()
    features = []
    for event in standing(events):
        told = event_kinds()[event.kind].of(event) if event.kind in event_kinds() else None
        if isinstance(told, Outing):
            rigs = tuple(rig.name for rig in told.rigs)
        if isinstance(told, Drift | Batch | Take):
            features.append(_feature(event, told, rigs, places))
    return json.dumps({"type": "FeatureCollection", "features": features}, ensure_ascii=False)


def _feature(event: Event, told: Drift | Batch | Take, rigs: tuple[str, ...], places: bool) -> dict[str, Any]:
    at = told.at
    point = [at.lon, at.lat] if places and at.lon is not None and at.lat is not None else None
    more: dict[str, Any]
    if isinstance(told, Drift):
        more = {"drifts": 1, "ended": told.tap, "second": told.second}
    elif isinstance(told, Batch):
        more = {"drifts": told.drifts, "touched": [told.low, told.high], "takes": told.takes}
    else:
        more = {"fly": told.fly, "ended": told.ended, "species": told.species, "cm": told.cm, "second": told.second}
    known = {k: v for k, v in more.items() if v not in (None, "")}
    return {
        "type": "Feature",
        "id": str(event.id),
        "geometry": {"type": "Point", "coordinates": point} if point else None,
        "properties": {
            "at": event.at.isoformat(),
            "kind": event.kind,
            "rig": rigs[at.rig] if at.rig < len(rigs) else "",
            "lane": at.lane,
            "step": at.step,
            **known,
        },
    }
