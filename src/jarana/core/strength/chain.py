"""The chain from reel to hook: every span, knot and hook, the weakest, and what goes with it."""

from __future__ import annotations

import math
from dataclasses import dataclass
from typing import Literal

from jarana.core.law import told_again
from jarana.core.rig.geometry import below_place, hooks_of, place, span_starts
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.strength.knots import WEAK_TAG, knot_efficiency, unlike_factor
from jarana.core.tackle.knot import Knot, usual_knot
from jarana.core.tackle.material import Material
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
mm-wet = { $d1_mm } mm { $short }, wet; { $strength_source }
wind-knot = wind knot in the { $name }
alone = the { $sorted } alone
no-fly = no fly
stopper = stopper of the { $label }
peg = peg of the { $label }
fly-line = { $short }, at the fly line
bend = { $short } on the bend of the { $role }
to = { $name }, { $name_2 } to { $name_3 }
knots-table-row = { $share } of { $short } { $mm }, knots table: { $which }, ± { $scatter } from tying to tying
hook = { $role } hook, { $label }
wire-mm-opens-hooks = wire { $wire_mm } mm opens, hooks table row { $size }
tags-knot = { $role }'s { $words }
flys-knot = { $role } fly's knot
keeps = { $name } keeps { $told }
girthed-link = girthed link
line-ring = line at the ring
and-the = {" "}and the{" "}
hooks = { $count ->
    [1] one fly
    [2] two flies
    [3] three flies
    [4] four flies
    [5] five flies
   *[other] { $count } flies
 }
""",
)


HOOK_SCATTER = 0.08
"""From hook to hook of one size and wire (guess)."""


@dataclass(frozen=True)
class Tied:
    """A knot by itself: which, in which family of line, and the share of the line it is said to keep."""

    knot: str
    family: Literal["nylon", "fluorocarbon"]
    share: float


@dataclass(frozen=True)
class StrengthLink:
    """One thing that can break.

    Attributes
    ----------
    kind, part
        What it is and which part of the rig.
    name
        As a person would call it.
    force
        N at which it goes, tied fairly and wet.
    loses
        Attachment ids lost when it goes.
    why
        How the force comes about.
    scatter
        How far it may be off from one tying to the next, standard deviation of the logarithm.
    tied
        The knot that goes, where it is one that is tied and can be pulled by itself.
    """

    kind: Literal["span", "joint", "tag", "eye", "hook"]
    part: str
    name: str
    force: float
    loses: tuple[str, ...]
    why: str
    scatter: float
    tied: Tied | None = None


@told_again
def strength_chain(rig: Rig) -> tuple[StrengthLink, ...]:
    """Return everything that can break, from the fly line to the hooks."""
    links: list[StrengthLink] = []
    for i, span in enumerate(rig.spans):
        below = _below(rig, i)
        links.append(_joint_link(rig, i, below))
        why = say("mm-wet", d1_mm=f"{span.d1_mm:.3g}", short=span.material.short, strength_source=span.strength_source)
        links.append(StrengthLink("span", span.id, span.name, span.wet_strength(), below, why, span.strength_scatter))
        links += _accidents(span, below)
    for attachment in rig.attachments:
        links.extend(_fly_links(rig, attachment))
    return tuple(links)


def weakest_link(links: tuple[StrengthLink, ...]) -> StrengthLink:
    """Return the link that goes first; of equals, the one that loses least."""
    return min(links, key=lambda link: (round(link.force, 3), len(link.loses)))


def _accidents(span: Span, below: tuple[str, ...]) -> list[StrengthLink]:
    if not span.wind_knot:
        return []
    name = say("wind-knot", name=span.name.lower())
    share = accident_share(span)
    knot = usual_knot("accident")
    told = _told(knot, share, span, span.d1_mm)
    return [StrengthLink("span", span.id, name, share * span.wet_strength(), below, told, _scatter(span, knot))]


def accident_share(span: Span) -> float:
    """Return the share of a span's strength that a wind knot leaves (knots table)."""
    return knot_efficiency(usual_knot("accident"), span.material)


def told_loss(rig: Rig, ids: tuple[str, ...]) -> str:
    """Return what one loses, counted in hooks: ``one fly``, ``two flies``; the lead and beads alone where no hook goes."""
    count = hooks_of(rig, ids)
    if count == 0:
        words = {role_name(a.body.noun) for a in rig.attachments if a.id in ids}
        return say("alone", sorted=say("and-the").join(sorted(words))) if words else say("no-fly")
    return say("hooks", count=count)


def _peg_links(rig: Rig, attachment: Attachment) -> list[StrengthLink]:
    """Return the peg of a bead in a span, or the stopper a last shot pulls off; a pinched shot costs no strength."""
    if attachment.body.kind == "shot" and attachment.at.kind == "point":
        last = rig.spans[-1]
        share = knot_efficiency(attachment.knot, last.material)
        return [StrengthLink("eye", attachment.id, say("stopper", label=attachment.body.label), share * last.wet_strength(),
                             (attachment.id,), _told(attachment.knot, share, last), _scatter(last, attachment.knot))]  # fmt: skip
    if attachment.body.kind != "pegged bead" or attachment.at.kind != "span":
        return []
    index = rig.span_index(attachment.at.span)
    span = rig.spans[index]
    share = knot_efficiency(attachment.knot, span.material)
    lost = tuple(a for a in below_place(rig, place(rig, attachment)) if a != attachment.id)
    return [StrengthLink("eye", attachment.id, say("peg", label=attachment.body.label), share * span.wet_strength(),
                         (attachment.id, *lost), _told(attachment.knot, share, span), _scatter(span, attachment.knot))]  # fmt: skip


def _hangs_at(attachment: Attachment, joint_id: str) -> bool:
    return attachment.at.kind == "joint" and attachment.at.joint == joint_id


def _below(rig: Rig, index: int) -> tuple[str, ...]:
    """Return what is on or below span `index` (not what hangs from the joint above it)."""
    return below_place(rig, span_starts(rig)[index])


def _joint_link(rig: Rig, index: int, below: tuple[str, ...]) -> StrengthLink:
    joint, lower = rig.joints[index], rig.spans[index]
    lower_force = lower.wet_strength(lower.d0_mm)
    if index == 0:
        share = knot_efficiency(joint.knot, lower.material)
        if joint.loop:
            share *= knot_efficiency(joint.loop, lower.material)
        return StrengthLink("joint", joint.id, say("fly-line", short=(joint.loop or joint.knot).short.lower()), share * lower_force, below,
                            _told(joint.loop or joint.knot, share, lower, lower.d0_mm),
                            _scatter(lower, joint.knot, *([joint.loop] if joint.loop else [])),
                            None if joint.loop else _tied(joint.knot, lower))  # fmt: skip
    upper = rig.spans[index - 1]
    in_line = rig.in_line(joint.id)
    if in_line is not None:
        share = knot_efficiency(joint.knot, lower.material)
        name = say("bend", short=joint.knot.short.lower(), role=role_name(rig.role(in_line)))
        why = f"{_told(joint.knot, share, lower)}"
        return StrengthLink(
            "joint",
            joint.id,
            name,
            share * lower_force,
            below,
            why,
            _scatter(lower, joint.knot),
            _tied(joint.knot, lower),
        )
    hung = tuple(key for a in rig.attachments if _hangs_at(a, joint.id) for key in (a.id, *rig.behind(a.id)))
    upper_share, lower_share = (
        knot_efficiency(joint.knot, upper.material),
        knot_efficiency(joint.knot, lower.material),
    )
    if joint.ring is None:
        factor = unlike_factor(upper.material, upper.d1_mm, lower.material, lower.d0_mm)
        upper_share, lower_share = upper_share * factor, lower_share * factor
    upper_force = upper_share * upper.wet_strength(upper.d1_mm)
    force, share, line = min(
        (upper_force, upper_share, upper),
        (lower_share * lower_force, lower_share, lower),
        key=lambda row: row[0],
    )
    mm = upper.d1_mm if line is upper else lower.d0_mm
    name = "ring" if joint.ring else joint.knot.short.lower()
    where = say("to", name=name, name_2=upper.name.lower(), name_3=lower.name.lower())
    return StrengthLink(
        "joint",
        joint.id,
        where,
        force,
        below + hung if line is upper else below,
        _told(joint.knot, share, line, mm),
        _scatter(line, joint.knot),
        _tied(joint.knot, line),
    )


def _scatter(line: Span, *tied: Knot) -> float:
    """Return the scatter of knots in a line: its own and theirs, independent of one another."""
    return math.hypot(line.strength_scatter, *(knot.scatter for knot in tied))


def _tied(knot: Knot, line: Span) -> Tied | None:
    """Return a knot by itself; None for what leaves the line unbroken and is not pulled."""
    if "unbroken" in knot.uses:
        return None
    family: Literal["nylon", "fluorocarbon"] = "fluorocarbon" if line.material.family == "fluorocarbon" else "nylon"
    return Tied(knot.key, family, knot_efficiency(knot, line.material))


def _told(knot: Knot, share: float, span: Span, mm: float | None = None) -> str:
    """Return what a knot leaves of a line, down to the row it comes from."""
    return say(
        "knots-table-row",
        share=f"{share:.0%}",
        short=span.material.short,
        mm=f"{mm or span.d0_mm:.3g}",
        which=knot.short.lower(),
        scatter=f"{knot.scatter:.0%}",
    )


def _fly_links(rig: Rig, attachment: Attachment) -> list[StrengthLink]:
    fly = attachment.fly
    if fly is None:
        return _peg_links(rig, attachment)
    role, at, knot = role_name(rig.role(attachment)), attachment.at, attachment.knot
    lost: tuple[str, ...] = (attachment.id, *rig.behind(attachment.id))
    link = rig.link_of(attachment)
    if link is None:
        above = rig.joint_index(at.joint) - 1 if at.kind == "joint" else -1
        if at.kind == "joint":
            lost = (*lost, *_below(rig, above + 1))
        own = rig.spans[above]
    else:
        own = _own_line(rig, attachment, link[0], link[1])
    hook = StrengthLink("hook", attachment.id, say("hook", role=role_name(role), label=fly.label), fly.hook.straighten_n, lost,
                        say("wire-mm-opens-hooks", wire_mm=f"{fly.hook.wire_mm:.2f}", size=fly.hook.label), HOOK_SCATTER)  # fmt: skip
    share = knot_efficiency(knot, own.material)
    eye = StrengthLink("eye", attachment.id, say("flys-knot", role=role_name(role).removesuffix(" fly")), share * own.wet_strength(own.d1_mm), lost,
                       say("keeps", name=knot.name.lower(), told=_told(knot, share, own, own.d1_mm)), _scatter(own, knot), _tied(knot, own))  # fmt: skip
    if link is None or at.kind != "joint":
        return [eye, hook]
    held, words = _tag_knot(rig, attachment)
    tag_share = knot_efficiency(held, own.material) * (WEAK_TAG if held.dropper_tag == "weak" else 1.0)
    tag = StrengthLink("tag", attachment.id, say("tags-knot", role=role_name(role), words=words), tag_share * own.wet_strength(), lost,
                       f"{held.name.lower()}, {_told(held, tag_share, own)}", _scatter(own, held), _tied(held, own))  # fmt: skip
    return [tag, eye, hook]


def _own_line(rig: Rig, attachment: Attachment, material: Material, mm: float) -> Span:
    """Return the line a fly hangs on as a span: of the spool above unless it has a material of its own."""
    above = rig.span_above(attachment)
    own = above.model_copy(update={"material": material, "d0_mm": mm, "d1_mm": mm})
    root = rig.root(attachment)
    foreign = (attachment.link is not None and attachment.link.material is not None) or mm != above.d1_mm
    foreign = foreign or (root.link is not None and root.link.material is not None)
    return own.model_copy(update={"spool": None}) if foreign else own


def _tag_knot(rig: Rig, attachment: Attachment) -> tuple[Knot, str]:
    """Return the knot that holds a dropper's line to the main line, and what the line is called."""
    assert attachment.at.kind == "joint"
    joint = rig.joints[rig.joint_index(attachment.at.joint)]
    if attachment.school == "link":
        return usual_knot("girth"), say("girthed-link")
    return joint.knot, say("line-ring") if joint.ring else "tag"
