"""What goes over the wire about knots, droppers and how they are tied."""

from __future__ import annotations

from pydantic import Field

from jarana.core.model import Frozen, Key
from jarana.core.rig.edits.droppers import card_of
from jarana.core.rig.model import Rig
from jarana.core.strength.dropper_choice import DropperChoice
from jarana.core.strength.knot_choice import KnotChoice
from jarana.core.tackle.knot_card import SEAT, KnotCard
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.formats.knot_svg import Drawn, drawn

say = phrases(
    __name__,
    """
anew-s = anew: { $anew_s } s
off-the-main-line = , { $text } off the main line
joint-holds = joint holds { $text }
tangles = tangles { $tangle }
tangles-somewhat = tangles somewhat
hangs-this-depth-asks-for = hangs { $text }; this depth asks for { $text2 }
fly-changes-before-it-is = { $changes } fly changes before it is hung anew
""",
)


class KnotsRequest(Frozen):
    """A joint or a fly of a rig that wants a knot; `hard` with cold hands or in wind."""

    rig: Rig
    part: Key
    hard: bool = False


class KnotRow(Frozen):
    """A knot that can be tied there."""

    key: str
    name: str
    holds: str
    of_best: float
    eats: str
    seconds: int
    reason: str
    how: str
    now: bool

    @classmethod
    def of(cls, choice: KnotChoice, writer: Writer) -> KnotRow:
        """Write a choice in the person's units."""
        return cls(
            key=choice.knot.key,
            name=choice.knot.name,
            holds=writer.text("force", choice.force),
            of_best=round(choice.of_best, 4),
            eats=writer.text("tag", choice.eaten),
            seconds=round(choice.seconds),
            reason=writer.marked(choice.reason),
            how=choice.knot.how,
            now=choice.now,
        )


class KnotsAnswer(Frozen):
    """The knots that can be tied at a place, best first."""

    choices: tuple[KnotRow, ...]


class DroppersRequest(KnotsRequest):
    """A dropper of a rig, in water so deep."""

    depth_m: float = Field(gt=0, le=20)


class DropperRow(Frozen):
    """A way to hang it, written for reading; `fault` says why it cannot be done here."""

    school: str
    card: str
    name: str
    words: str
    fault: str
    holds: str = ""
    of_best: float = 0.0
    facts: tuple[str, ...] = ()
    loses: int = 0
    now: bool = False

    @classmethod
    def of(cls, choice: DropperChoice, best: float, writer: Writer) -> DropperRow:
        """Write a choice in the person's units."""
        words = choice.words
        if choice.fault:
            return cls(
                school=words.key,
                card=card_of(words.key),
                name=words.name,
                words=words.words,
                fault=choice.fault,
                now=choice.now,
            )
        facts = [say("tangles", tangle=choice.tangle) if choice.tangle != "some" else say("tangles-somewhat")]
        if choice.tag:
            facts.append(
                say(
                    "hangs-this-depth-asks-for",
                    text=writer.text("short", choice.tag),
                    text2=writer.text("short", choice.wanted),
                )
            )
        if choice.changes is not None:
            facts.append(say("fly-changes-before-it-is", changes=choice.changes))
        anew = say("anew-s", anew_s=f"{choice.anew_s:.0f}")
        if choice.shortens:
            anew += say("off-the-main-line", text=writer.text("short", choice.shortens))
        facts.append(anew)
        facts.append(say("joint-holds", text=writer.text("force", choice.main)))
        return cls(
            school=words.key,
            card=card_of(words.key),
            name=words.name,
            words=words.words,
            fault="",
            holds=writer.text("force", choice.force),
            of_best=round(choice.force / best, 4) if best else 0.0,
            facts=tuple(facts),
            loses=choice.loses,
            now=choice.now,
        )


class DroppersAnswer(Frozen):
    """The five ways to hang a dropper, those that can be done first."""

    choices: tuple[DropperRow, ...]


class CardStep(Frozen):
    """One step, its strokes in the order they lie over each other."""

    says: str
    strokes: tuple[Drawn, ...]


class CardView(Frozen):
    """A knot card: how it is tied in steps, and how it is seated."""

    key: str
    name: str
    steps: tuple[CardStep, ...]
    hold_mm: float | None
    seat: str = SEAT

    @classmethod
    def of(cls, card: KnotCard, hold_mm: float | None) -> CardView:
        """Return the card with its strokes as paths."""
        steps = tuple(CardStep(says=s.says, strokes=tuple(p for k in s.strokes for p in drawn(k))) for s in card.steps)
        return cls(key=card.key, name=card.name, steps=steps, hold_mm=hold_mm)


class Cards(Frozen):
    """Every knot card."""

    cards: tuple[CardView, ...]
