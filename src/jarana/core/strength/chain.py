"""The chain from reel to hook: every span, knot and hook, the weakest, and what goes with it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jarana.core.rig.model import Attachment, Rig
from jarana.core.strength.knots import WEAK_TAG, knot_efficiency, unlike_factor
from jarana.core.tackle.knot import Knot
from jarana.core.tackle.material import dry_strength


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


def strength_chain(rig: Rig) -> tuple[StrengthLink, ...]:
    """Return everything that can break, from the fly line to the hooks."""
    links: list[StrengthLink] = []
    for i, span in enumerate(rig.spans):
        below = _below(rig, i)
        links.append(_joint_link(rig, i, below))
        why = f"{span.d1_mm:.3g} mm {span.material.short}, wet"
        links.append(StrengthLink("span", span.id, span.name, span.wet_strength(), below, why))
    for attachment in rig.attachments:
        links.extend(_fly_links(rig, attachment))
    return tuple(links)


def weakest_link(links: tuple[StrengthLink, ...]) -> StrengthLink:
    """Return the link that goes first; of equals, the one that loses least."""
    return min(links, key=lambda link: (round(link.force, 3), len(link.loses)))


def _short(knot: Knot) -> str:
    """``Blood, 4 turns each`` as one says it: ``blood``."""
    return knot.name.split(",")[0].lower()


def _hangs_at(attachment: Attachment, joint_id: str) -> bool:
    return attachment.at.kind == "joint" and attachment.at.joint == joint_id


def _below(rig: Rig, index: int) -> tuple[str, ...]:
    """Return the flies on or below span `index` (not those on the joint above it)."""
    joints = {j.id for j in rig.joints[index + 1 :]}
    return tuple(a.id for a in rig.attachments if a.at.kind != "joint" or a.at.joint in joints)


def _joint_link(rig: Rig, index: int, below: tuple[str, ...]) -> StrengthLink:
    joint, lower = rig.joints[index], rig.spans[index]
    lower_force = lower.wet_strength(lower.d0_mm)
    if index == 0:
        share = knot_efficiency(joint.knot, lower.material)
        if joint.loop:
            share *= knot_efficiency(joint.loop, lower.material)
        return StrengthLink("joint", joint.id, f"{_short(joint.loop or joint.knot)}, at the fly line", share * lower_force, below,
                            f"{share:.0%} of {lower.material.short} {lower.d0_mm:.3g}")  # fmt: skip
    upper = rig.spans[index - 1]
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
    name = "ring" if joint.ring else _short(joint.knot)
    where = f"{name}, {upper.name.lower()} to {lower.name.lower()}"
    return StrengthLink(
        "joint",
        joint.id,
        where,
        force,
        below + hung if line is upper else below,
        f"{share:.0%} of {line.material.short} {mm:.3g}",
    )


def _fly_links(rig: Rig, attachment: Attachment) -> list[StrengthLink]:
    lost = (attachment.id,)
    fly = attachment.fly
    role = rig.role(attachment)
    if fly is None:
        return []
    hook = StrengthLink("hook", attachment.id, f"{role} hook, {fly.label}", fly.hook.straighten_n, lost,
                        f"wire {fly.hook.wire_mm:.2f} mm opens")  # fmt: skip
    link = rig.link_of(attachment)
    if link is None:
        carries = rig.joint_index(attachment.at.joint) - 1 if attachment.at.kind == "joint" else -1
        last = rig.spans[carries]
        share = knot_efficiency(attachment.knot, last.material)
        eye = StrengthLink("eye", attachment.id, f"{role} fly's knot", share * last.wet_strength(last.d1_mm), lost,
                           f"{attachment.knot.name.lower()} keeps {share:.0%} of {last.material.short} {last.d1_mm:.3g}")  # fmt: skip
        return [eye, hook]
    material, mm, _ = link
    share = knot_efficiency(attachment.knot, material)
    if attachment.at.kind != "joint":
        strength = share * dry_strength(material, mm / 1000) * material.wet_share
        return [StrengthLink("eye", attachment.id, f"{role} fly's knots", strength, lost,
                             f"{attachment.knot.name.lower()} keeps {share:.0%} of {mm:.3g}"), hook]  # fmt: skip
    index = rig.joint_index(attachment.at.joint)
    joint, above = rig.joints[index], rig.spans[index - 1]
    own = above.model_copy(update={"material": material, "d0_mm": mm, "d1_mm": mm})
    if attachment.link is not None and attachment.link.material is not None:
        own = own.model_copy(update={"spool": None})
    strength = own.wet_strength()
    tag_share = knot_efficiency(joint.knot, material) * (WEAK_TAG if joint.knot.dropper_tag == "weak" else 1.0)
    return [
        StrengthLink("tag", attachment.id, f"{role}'s tag", tag_share * strength, lost,
                     f"tag of the {joint.knot.name.lower()}, {tag_share:.0%} of {mm:.3g}"),
        StrengthLink("eye", attachment.id, f"{role} fly's knot", share * strength, lost,
                     f"{attachment.knot.name.lower()} keeps {share:.0%} of {material.short} {mm:.3g}"),
        hook,
    ]  # fmt: skip
