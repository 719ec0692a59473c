"""The rig follows the water: what its method would tie today, as edits of the rig in hand, with their knots; or what suits better."""

from __future__ import annotations

from collections.abc import Iterator
from dataclasses import dataclass

from jarana.core.documents.change import Change
from jarana.core.errors import InputError
from jarana.core.heads.float import FloatHead
from jarana.core.methods import method_of, ranked
from jarana.core.rig.compare import compare
from jarana.core.rig.cost import Cost
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.edits.fitted import SetFitted
from jarana.core.rig.edits.flies import SwapFly
from jarana.core.rig.edits.retrieve import SetCount
from jarana.core.rig.edits.spans import SetLength, UseSpool
from jarana.core.rig.edits.whole import SetFloat, SetMotion
from jarana.core.rig.model import Rig
from jarana.core.rig.rerig import rerig
from jarana.core.situation import Situation
from jarana.core.water.reach import Reach
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
other-kind = It was fitted to a { $was }; today's water is a { $now }.
deeper = deeper
shallower = shallower
faster = faster
slower = slower
differs = Today's water is { $ways } than the one it was fitted to.
by = { $share } { $way }
and = { $one } and { $two }
suits = { $method } suits this water better: { $why }.
""",
)

NOTICED = 0.2
"""A fifth deeper, shallower, faster or slower is told."""
BETTER = 2
"""Points by which another method has to suit a water better before it is named."""


@dataclass(frozen=True)
class Refit:
    """What would fit a rig to its water again.

    Attributes
    ----------
    edits
        To be done together; only the note of the water where nothing else is to do.
    changes, cost
        What they change, and what that takes.
    better
        A sentence where another method suits this water better; empty where none does.
    """

    edits: tuple[RigEdit, ...]
    changes: tuple[Change, ...]
    cost: Cost
    better: str


def differs(situation: Situation) -> str:
    """Return how today's water differs from the one the rig was fitted to, by a fifth or more; empty where it does not.

    A rig that was never fitted to a water differs from none.
    """
    fitted, water = situation.rig.fitted, situation.water
    if fitted is None:
        return ""
    if fitted.kind != water.kind:
        return say("other-kind", was=fitted.kind, now=water.kind)
    ways = []
    for before, after, more, less in (
        (fitted.depth_m, water.depth_m, say("deeper"), say("shallower")),
        (fitted.pace_m_s, water.pace_m_s, say("faster"), say("slower")),
    ):
        change = after / before - 1.0 if before > 0 else 0.0
        if abs(change) >= NOTICED - 1e-9:
            ways.append(say("by", share=f"{abs(change):.0%}", way=more if change > 0 else less))
    if not ways:
        return ""
    return say("differs", ways=ways[0] if len(ways) == 1 else say("and", one=ways[0], two=ways[1]))


def refit(situation: Situation) -> Refit:
    """Return what the rig's method would tie today from the same tackle, as far as the rig in hand has those parts.

    Lengths, spools, beads of the same pattern, float and its place, lead and count follow; what was put in, taken off or
    tied otherwise by hand stays.

    Raises
    ------
    InputError
        Where this water asks for a rig of its method that cannot be tied.
    """
    rig, water = situation.rig, situation.water
    fresh = method_of(rig).start(situation.setting)
    made, edits = rig, []
    for edit in _edits(rig, fresh, situation):
        try:
            then = edit.apply(made, situation.drawer, situation.writer)
        except InputError:
            continue
        if then != made:
            made = then
            edits.append(edit)
    note = SetFitted(kind=water.kind, depth_m=water.depth_m, pace_m_s=water.pace_m_s)
    return Refit(
        (*edits, note),
        compare(rig, made, situation.writer),
        rerig(rig, made, water.temperature_c, water.wind_m_s, situation.writer).cost,
        _better(rig, water),
    )


def _edits(rig: Rig, fresh: Rig, situation: Situation) -> Iterator[RigEdit]:
    parts = {s.id: s for s in rig.spans}
    for span in fresh.spans:
        own = parts.get(span.id)
        if own is None or own.material.key != span.material.key:
            continue
        if span.spool is not None and (own.spool is None or own.spool.id != span.spool.id):
            yield UseSpool(span=span.id, spool=span.spool.id)
        yield SetLength(span=span.id, value=f"{span.length_mm} mm")
    hung = {a.id: a for a in rig.attachments}
    for attachment in fresh.attachments:
        mine, fly = hung.get(attachment.id), attachment.fly
        if mine is not None and mine.fly and fly and fly.source and fly.pattern_id == mine.fly.pattern_id:
            yield SwapFly(at=attachment.id, weight=fly.source)
    if isinstance(rig.head, FloatHead) and isinstance(fresh.head, FloatHead):
        owned = fresh.head.body.id in {f.id for f in situation.drawer.floats}
        yield SetFloat(body=fresh.head.body.id if owned else None, above=f"{fresh.head.above(fresh)} m")
    if rig.motion.kind == fresh.motion.kind:
        yield SetMotion(kind=rig.motion.kind, lead=fresh.motion.lead)
        yield SetCount(value=f"{fresh.motion.count_s} s")


def _better(rig: Rig, water: Reach) -> str:
    """Name the method that suits a water best where it suits it clearly better than the rig's own."""
    rows = ranked(water)
    own = next(fit for method, fit in rows if method.key == rig.method)
    best, fit = rows[0]
    if best.key == rig.method or fit.score < own.score + BETTER:
        return ""
    return say("suits", method=best.name, why="; ".join(fit.pros))
