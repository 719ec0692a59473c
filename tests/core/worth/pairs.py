"""Reads the pairs of rigs practitioners preferred one of, and puts them into their waters."""

from __future__ import annotations

import json
from pathlib import Path
from typing import Any

from jarana.core.heads.dry_fly import DryFlyHead
from jarana.core.heads.float import FloatHead
from jarana.core.heads.fly_line import FlyLineHead
from jarana.core.heads.held import HeldHead
from jarana.core.methods import methods
from jarana.core.rig.model import AtBend, AtJoint, AtPoint, Attachment, Joint, Link, Motion, Rig, Span
from jarana.core.rig.stance import Stance
from jarana.core.situation import Situation
from jarana.core.tackle.material import materials
from jarana.core.tackle.shot import shot_of
from jarana.core.water.reach import Fish, Lane, Reach, TakingZone
from tests.fishing import DRAWER, setting

PAIRS: list[dict[str, Any]] = json.loads(Path(__file__).with_name("pairs.json").read_text(encoding="utf-8"))["pairs"]


def water_of(told: dict[str, Any]) -> Reach:
    """Return the water of a scene."""
    lanes = tuple(
        Lane(name=f"lane {i}", width_m=w["width_m"], pace_m_s=w["pace_m_s"]) for i, w in enumerate(told["lanes"])
    )
    return Reach(
        id="scene",
        name="Scene",
        river="",
        kind=told["kind"],
        depth_m=told["depth_m"],
        pace_m_s=told["pace_m_s"],
        bed=told["bed"],
        temperature_c=told["temperature_c"],
        zone=TakingZone(**told["zone"]),
        off_m=told["off_m"],
        wariness=told["wariness"],
        wind_m_s=told["wind_m_s"],
        blows=told["blows"] if told["kind"] == "river" else None,
        drift_m=told["drift_m"],
        fish=Fish(mass_kg=told["fish_kg"]),
        clarity=told["clarity"],
        lanes=lanes,
    )


def rig_of(told: dict[str, Any], water: Reach) -> Rig:
    """Return the rig of a scene: its spans and flies, tied as its method ties them."""
    kit = methods()[told["method"]].start(setting(water))
    eye = kit.point.knot
    joint = kit.joints[-1].knot
    spans = tuple(
        Span(
            id=s["id"],
            name=s["id"],
            material=materials()[s["line"]],
            d0_mm=s["mm"],
            d1_mm=s["mm"],
            length_mm=s["m"] * 1000,
        )
        for s in told["spans"]
    )
    joints = tuple(Joint(id=f"j-{s.id}", knot=kit.joints[0].knot if i == 0 else joint) for i, s in enumerate(spans))
    attachments = []
    for fly in told["flies"]:
        body = DRAWER.fly(fly["drawer"]) if fly["drawer"] else shot_of(SHOT[fly["what"]])
        assert body is not None, fly
        where = {"point": AtPoint(), "joint": AtJoint(joint=fly["joint"] or "-"), "bend": AtBend(attachment="point")}[
            fly["at"]
        ]
        head = told["head"]
        link = None
        if fly["at"] == "joint" and not (head["kind"] == "dry fly" and head.get("fly") == fly["id"]):
            link = Link(length_mm=120)
        if fly["at"] == "bend":
            link = Link(length_mm=500)
        attachments.append(
            Attachment(
                id=fly["id"],
                at=where,
                school="point" if fly["at"] == "point" else "tag",
                link=link,
                knot=eye,
                body=body,
            )
        )
    head = told["head"]
    line = kit.line
    if head["kind"] == "held":
        made: Any = HeldHead()
    elif head["kind"] == "float":
        body = next(f for f in DRAWER.floats if f.name == head["name"])
        made = FloatHead.set_above(body, list(spans), head["above_point_m"] * 1000)
    elif head["kind"] == "dry fly":
        made = DryFlyHead(fly=head["fly"])
    else:
        line = next(row for row in DRAWER.lines if row.id == head["line"])
        made = FlyLineHead(out_mm=head["out_m"] * 1000)
    return kit.rebuilt(
        spans=spans, joints=joints, attachments=tuple(attachments), head=made, line=line, motion=Motion(**told["motion"]), method=told["method"],
        checks=(), stance=MENDED if water.nature.flows and made.floats else Stance(),
    )  # fmt: skip


MENDED = Stance(lay="reach", mend_m=1.0, mend_s=2.0)
"""As a float and a dry are fished: laid upstream and mended. The scenes say nothing of it; unmended, their floats are dragged."""
SHOT = {"shot No 3": "no-3"}


def pair_of(scene: dict[str, Any]) -> tuple[Situation, Situation]:
    """Return the better and the worse rig of a scene in its water."""
    water = water_of(scene["water"])
    return tuple(Situation(rig_of(scene[side], water), setting(water)) for side in ("better", "worse"))  # type: ignore[return-value]
