"""The chain from reel to hook: every span, knot and hook, the weakest, and what goes with it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jarana.core.law import told_again
from jarana.core.rig.geometry import below_place, hooks_of, place, span_starts
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.strength.knots import WEAK_TAG, knot_efficiency, unlike_factor
from jarana.core.tackle.knot import Knot, usual_knot
from jarana.core.tackle.material import Material

COUNTED = {1: "one", 2: "two", 3: "three", 4: "four", 5: "five"}


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
    """

    kind: Literal["span", "joint", "tag", "eye", "hook"]
    part: str
    name: str
    force: float
    loses: tuple[str, ...]
    why: str


@told_again
def strength_chain(rig: Rig) -> tuple[StrengthLink, ...]:
    """Return everything that can break, from the fly line to the hooks."""
    links: list[StrengthLink] = []
    for i, span in enumerate(rig.spans):
        below = _below(rig, i)
        links.append(_joint_link(rig, i, below))
        why = f"{span.d1_mm:.3g} mm {span.material.short}, wet; {span.strength_source}"
        links.append(StrengthLink("span", span.id, span.name, span.wet_strength(), below, why))
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
    name = f"wind knot in the {span.name.lower()}"
    share = accident_share(span)
    told = _told(usual_knot("accident"), share, span, span.d1_mm)
    return [StrengthLink("span", span.id, name, share * span.wet_strength(), below, told)]


def accident_share(span: Span) -> float:
    """Return the share of a span's strength that a wind knot leaves (knots table)."""
    return knot_efficiency(usual_knot("accident"), span.material)


def told_loss(rig: Rig, ids: tuple[str, ...]) -> str:
    """Return what one loses, counted in hooks: ``one fly``, ``two flies``; the lead and beads alone where no hook goes."""
    count = hooks_of(rig, ids)
    if count == 0:
        words = {a.body.noun for a in rig.attachments if a.id in ids}
        return f"the {' and the '.join(sorted(words))} alone" if words else "no fly"
    return f"{COUNTED.get(count, str(count))} {'fly' if count == 1 else 'flies'}"


def _peg_links(rig: Rig, attachment: Attachment) -> list[StrengthLink]:
    """Return the peg of a bead in a span, or the stopper a last shot pulls off; a pinched shot costs no strength."""
    if attachment.body.kind == "shot" and attachment.at.kind == "point":
        last = rig.spans[-1]
        share = knot_efficiency(attachment.knot, last.material)
        return [StrengthLink("eye", attachment.id, f"stopper of the {attachment.body.label}", share * last.wet_strength(),
                             (attachment.id,), _told(attachment.knot, share, last))]  # fmt: skip
    if attachment.body.kind != "pegged bead" or attachment.at.kind != "span":
        return []
    index = rig.span_index(attachment.at.span)
    span = rig.spans[index]
    share = knot_efficiency(attachment.knot, span.material)
    lost = tuple(a for a in below_place(rig, place(rig, attachment)) if a != attachment.id)
    return [StrengthLink("eye", attachment.id, f"peg of the {attachment.body.label}", share * span.wet_strength(),
                         (attachment.id, *lost), _told(attachment.knot, share, span))]  # fmt: skip


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
        return StrengthLink("joint", joint.id, f"{(joint.loop or joint.knot).short.lower()}, at the fly line", share * lower_force, below,
                            _told(joint.loop or joint.knot, share, lower, lower.d0_mm))  # fmt: skip
    upper = rig.spans[index - 1]
    in_line = rig.in_line(joint.id)
    if in_line is not None:
        share = knot_efficiency(joint.knot, lower.material)
        name = f"{joint.knot.short.lower()} on the bend of the {rig.role(in_line)}"
        why = f"{_told(joint.knot, share, lower)}"
        return StrengthLink("joint", joint.id, name, share * lower_force, below, why)
    hung = tuple(a.id for a in rig.attachments if _hangs_at(a, joint.id))
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
    where = f"{name}, {upper.name.lower()} to {lower.name.lower()}"
    return StrengthLink(
        "joint",
        joint.id,
        where,
        force,
        below + hung if line is upper else below,
        _told(joint.knot, share, line, mm),
    )


def _told(knot: Knot, share: float, span: Span, mm: float | None = None) -> str:
    """Return what a knot leaves of a line, down to the row it comes from."""
    return f"{share:.0%} of {span.material.short} {mm or span.d0_mm:.3g}, knots table row {knot.key}"


def _fly_links(rig: Rig, attachment: Attachment) -> list[StrengthLink]:
    fly = attachment.fly
    if fly is None:
        return _peg_links(rig, attachment)
    role, at, knot = rig.role(attachment), attachment.at, attachment.knot
    lost: tuple[str, ...] = (attachment.id,)
    link = rig.link_of(attachment)
    if link is None:
        above = rig.joint_index(at.joint) - 1 if at.kind == "joint" else -1
        if at.kind == "joint":
            lost = (attachment.id, *_below(rig, above + 1))
        own = rig.spans[above]
    else:
        own = _own_line(rig, attachment, link[0], link[1])
    hook = StrengthLink("hook", attachment.id, f"{role} hook, {fly.label}", fly.hook.straighten_n, lost,
                        f"wire {fly.hook.wire_mm:.2f} mm opens, hooks table row {fly.hook.size}")  # fmt: skip
    share = knot_efficiency(knot, own.material)
    eye = StrengthLink("eye", attachment.id, f"{role} fly's knot", share * own.wet_strength(own.d1_mm), lost,
                       f"{knot.name.lower()} keeps {_told(knot, share, own, own.d1_mm)}")  # fmt: skip
    if link is None or at.kind != "joint":
        return [eye, hook]
    held, words = _tag_knot(rig, attachment)
    tag_share = knot_efficiency(held, own.material) * (WEAK_TAG if held.dropper_tag == "weak" else 1.0)
    tag = StrengthLink("tag", attachment.id, f"{role}'s {words}", tag_share * own.wet_strength(), lost,
                       f"{held.name.lower()}, {_told(held, tag_share, own)}")  # fmt: skip
    return [tag, eye, hook]


def _own_line(rig: Rig, attachment: Attachment, material: Material, mm: float) -> Span:
    """Return the line a fly hangs on as a span: of the spool above unless it has a material of its own."""
    at = attachment.at
    above = rig.spans[rig.joint_index(at.joint) - 1 if at.kind == "joint" else -1]
    own = above.model_copy(update={"material": material, "d0_mm": mm, "d1_mm": mm})
    foreign = attachment.link is not None and (attachment.link.material is not None or mm != above.d1_mm)
    return own.model_copy(update={"spool": None}) if foreign else own


def _tag_knot(rig: Rig, attachment: Attachment) -> tuple[Knot, str]:
    """Return the knot that holds a dropper's line to the main line, and what the line is called."""
    assert attachment.at.kind == "joint"
    joint = rig.joints[rig.joint_index(attachment.at.joint)]
    if attachment.school == "link":
        return usual_knot("girth"), "girthed link"
    return joint.knot, "line at the ring" if joint.ring else "tag"
