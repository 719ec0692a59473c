"""Who pulls where: the chain for a fish on one fly, or for a snag on it."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jarana.core.rig.model import Rig
from jarana.core.strength.chain import StrengthLink, strength_chain, weakest_link
from jarana.core.strength.fish import fish_held_by


@dataclass(frozen=True)
class Load:
    """A load and what bears it.

    Attributes
    ----------
    kind
        A fish pulls through the rod, a snag until something goes.
    fly
        The attachment it pulls at.
    links
        What bears it, weakest first: a fish on a dropper does not load the line below it.
    weakest
        What goes first.
    held
        The fish it holds in the current, kg.
    """

    kind: Literal["fish", "snag"]
    fly: str
    links: tuple[StrengthLink, ...]
    weakest: StrengthLink
    held: float


def path_to(links: tuple[StrengthLink, ...], fly: str) -> tuple[StrengthLink, ...]:
    """Return the links a pull at a fly goes through, weakest first: those that would lose it."""
    carries = [link for link in links if fly in link.loses]
    return tuple(sorted(carries, key=lambda link: (round(link.force, 3), len(link.loses))))


def loads(rig: Rig, pace: float) -> tuple[Load, ...]:
    """Return a fish and a snag on every fly.

    A snag is pulled straight, so a hook does not open first by the bend of the rod alone: the same links bear it, and
    the hook counts with them.

    Parameters
    ----------
    pace
        Of the current a fish is held against, m/s.
    """
    links = strength_chain(rig)
    found = []
    for attachment in rig.attachments:
        if attachment.fly is None:
            continue
        path = path_to(links, attachment.id)
        if not path:
            continue
        weak = weakest_link(path)
        held = fish_held_by(min(weak.force, rig.rod.steady_pull_n), pace)
        found.append(Load("fish", attachment.id, path, weak, held))
        found.append(Load("snag", attachment.id, path, weak, held))
    return tuple(found)
