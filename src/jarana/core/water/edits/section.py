"""Edits of the bed in section, of lanes and obstacles, and of the throws the pace comes from."""

from __future__ import annotations

from typing import Any, Literal

from pydantic import Field

from jarana.core.errors import FaultList, InputError
from jarana.core.model import Text, Typed
from jarana.core.units import Writer, parse
from jarana.core.water.edits.base import RULES, WaterEdit, rows, typed
from jarana.core.water.edits.figures import paced
from jarana.core.water.pacing import pace_of, throws_checked
from jarana.core.water.reach import ObstacleKind, Reach, Throw
from jarana.core.water.sounding import depth_from_line
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
there-no-such-sounding = there is no such sounding
there-no-such-lane = there is no such lane
as-deep-as-the-fish = the fish hold in this lane: it is as deep as their water, which is set above
there-no-such-obstacle = there is no such obstacle
there-no-such-row = there is no such row
there-no-such-throw = there is no such throw
""",
)

FIRST_LENGTH = 10.0
"""m of level bed that the first sounding is put into."""
NEXT_PLACE = 4.0
"""m farther along a sounding is put when no place is given."""


class SetSounding(WaterEdit):
    """Put a sounding at a place, a new one when `index` is None; kept in order along the water.

    The depth is typed, or comes from a weight let down on `line` from `above` the water.
    """

    op: Literal["set_sounding"] = "set_sounding"
    index: int | None = Field(default=None, ge=0, le=39)
    at: Typed | None = None
    depth: Typed | None = None
    line: Typed | None = None
    above: Typed = "0"
    slope_deg: float = Field(default=0, ge=0, le=60)
    name: Text | None = None

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new bed."""
        faults = FaultList()
        table: list[dict[str, Any]] = rows(reach.soundings)
        if not table:
            table = [{"x_m": x, "depth_m": reach.depth_m, "name": ""} for x in (0.0, FIRST_LENGTH)]
        index = self.index
        if index is not None and index >= len(table):
            raise InputError.one("index", index, say("there-no-such-sounding"))
        at = typed("travel", writer, faults, "at", self.at) if self.at is not None else None
        if index is None:
            at = table[-1]["x_m"] + NEXT_PLACE if at is None else at
            index = next((i for i, row in enumerate(table) if abs(row["x_m"] - at) < 0.005), None)
            if index is None:
                table.append({"x_m": at, "depth_m": reach.depth_at(at), "name": ""})
                index = len(table) - 1
        row = table[index]
        if at is not None:
            row["x_m"] = at
        if self.line is not None:
            out = typed("length", writer, faults, "line", self.line)
            above = typed("length", writer, faults, "above", self.above)
            with faults.under(""):
                row["depth_m"] = round(depth_from_line(out, above, self.slope_deg, writer), 3)
        elif self.depth is not None:
            row["depth_m"] = typed("depth", writer, faults, "depth", self.depth)
        if self.name is not None:
            row["name"] = self.name.strip()
        faults.raise_if_any()
        placed: dict[str, object] = (
            {} if reach.soundings else {"fish_at_m": min(max(reach.fish_at_m, 1.0), FIRST_LENGTH)}
        )
        return placed | {"soundings": sorted(table, key=lambda r: r["x_m"])}


class SetLane(WaterEdit):
    """Change a lane, or add one beyond the others when `index` is None."""

    op: Literal["set_lane"] = "set_lane"
    index: int | None = Field(default=None, ge=0, le=8)
    name: Text | None = None
    width: Typed | None = None
    pace: Typed | None = None
    depth: Typed | None = None

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new lanes; the throws are put aside when the pace over the fish changes."""
        faults = FaultList()
        table: list[dict[str, Any]] = rows(reach.lanes)
        index = self.index
        if index is None:
            if not table:
                table = [{"name": "main", "width_m": max(reach.off_m, 1.0), "pace_m_s": reach.pace_m_s}]
            table.append(
                {"name": ("near", "far", "beyond")[min(len(table), 2)], "width_m": 2.0, "pace_m_s": reach.pace_m_s}
            )
            index = len(table) - 1
        elif index >= len(table):
            raise InputError.one("index", index, say("there-no-such-lane"))
        row = table[index]
        if self.name is not None:
            row["name"] = self.name.strip()
        if self.width is not None:
            row["width_m"] = typed("travel", writer, faults, "width", self.width)
        if self.pace is not None:
            row["pace_m_s"] = typed("speed", writer, faults, "pace", self.pace)
        if self.depth is not None:
            if index == reach.fish_lane:
                faults.add("depth", self.depth, say("as-deep-as-the-fish"))
            row["depth_m"] = typed("depth", writer, faults, "depth", self.depth) if self.depth.strip() else None
        faults.raise_if_any()
        own = self.pace is not None and (not reach.lanes or index == reach.fish_lane)
        changed: dict[str, object] = {"lanes": table}
        return changed | ({"paced": []} if own else {})


class SetObstacle(WaterEdit):
    """Change an obstacle, or add one when `index` is None."""

    op: Literal["set_obstacle"] = "set_obstacle"
    index: int | None = Field(default=None, ge=0, le=19)
    kind: ObstacleKind | None = None
    at: Typed | None = None
    length: Typed | None = None
    height: Typed | None = None

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the new obstacles."""
        faults = FaultList()
        table: list[dict[str, Any]] = rows(reach.obstacles)
        if self.index is None:
            table.append(
                {"kind": "weed", "x_m": reach.fish_at_m, "length_m": 1.0, "height_m": round(reach.depth_m / 3, 2)}
            )
        elif self.index >= len(table):
            raise InputError.one("index", self.index, say("there-no-such-obstacle"))
        row = table[-1 if self.index is None else self.index]
        if self.kind is not None:
            row["kind"] = self.kind
        for field, name in (("at", "x_m"), ("length", "length_m"), ("height", "height_m")):
            text = getattr(self, field)
            if text is not None:
                row[name] = typed(RULES[name], writer, faults, field, text)
        faults.raise_if_any()
        return {"obstacles": table}


class DropRow(WaterEdit):
    """Take a sounding, a lane or an obstacle away; a bed of fewer than two soundings is level again."""

    op: Literal["drop_row"] = "drop_row"
    of: Literal["soundings", "lanes", "obstacles"]
    index: int = Field(ge=0, le=39)

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the list without the row."""
        table = rows(getattr(reach, self.of))
        if self.index >= len(table):
            raise InputError.one("index", self.index, say("there-no-such-row"))
        del table[self.index]
        return {self.of: [] if self.of == "soundings" and len(table) < 2 else table}


class AddThrow(WaterEdit):
    """Time another leaf ; the surface pace is the mean of the throws that agree.

    One throw is one edit, so that two sent close together are both kept.
    """

    op: Literal["add_throw"] = "add_throw"
    distance: Typed
    seconds: Typed

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the throws with one more, and the pace they give."""
        faults = FaultList()
        distance = typed("travel", writer, faults, "distance", self.distance)
        seconds = _seconds(faults, self.seconds)
        faults.raise_if_any()
        throws_checked(distance, seconds, writer)
        return _paced_by(reach, [*reach.paced, Throw(distance_m=distance, seconds=seconds)])


class DropThrow(WaterEdit):
    """Take a throw away; the pace stays as it was after the last one."""

    op: Literal["drop_throw"] = "drop_throw"
    index: int = Field(ge=0, le=29)

    def changes(self, reach: Reach, writer: Writer) -> dict[str, object]:
        """Return the throws without it, and the pace they give."""
        if self.index >= len(reach.paced):
            raise InputError.one("index", self.index, say("there-no-such-throw"))
        return _paced_by(reach, [t for i, t in enumerate(reach.paced) if i != self.index])


def _seconds(faults: FaultList, text: str) -> float:
    with faults.under(""):
        return round(parse("time", text, "s", "seconds"), 4)
    return 1.0


def _paced_by(reach: Reach, throws: list[Throw]) -> dict[str, object]:
    kept: dict[str, object] = {"paced": [t.model_dump() for t in throws]}
    return kept | (paced(reach, round(pace_of(throws).mean, 4)) if throws else {})
