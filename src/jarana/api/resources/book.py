"""What the screens look up: units, methods, beds, knots."""

from __future__ import annotations

from dataclasses import asdict

from flask import Blueprint
from spectree import Response

from jarana.api.method_schemas import (
    Book,
    HeadView,
    Limits,
    MethodView,
    MotionView,
    Ranked,
    RankRequest,
    Suits,
    WaterKindView,
    WordList,
)
from jarana.api.schemas import Bed, QuantityOption, QuantityView, UnitRule, UnitSystem
from jarana.api.security import asking, limiter
from jarana.api.spec import spec
from jarana.api.strength_schemas import Cards, CardView
from jarana.core.glossary import glossary
from jarana.core.heads import heads
from jarana.core.methods import methods, ranked
from jarana.core.motions import motions
from jarana.core.rig.model import MOST_PULLS
from jarana.core.rig.stance import MOST_MEND_M, MOST_SLACK_M, WIDEST_DEG
from jarana.core.tackle.knot import knots
from jarana.core.tackle.knot_card import knot_cards
from jarana.core.unit_rules import MARK, MARKS_TOLD, QUANTITIES, WHOLE, units_of
from jarana.core.units import Writer
from jarana.core.water.kinds import water_kinds
from jarana.core.water.reach import bed_kinds, blank_reach
from jarana.core.words.roles import role_name

blueprint = Blueprint("book", __name__, url_prefix="/api/v1")


@blueprint.get("/book")
@spec.validate(resp=Response(HTTP_200=Book), tags=["book"])
def book() -> Book:
    """Return units (the whole systems, and one's own choice), methods, beds and knots."""
    own = asking().units
    return Book(
        units=tuple(_units(key) for key in dict.fromkeys((*WHOLE, own))),
        quantities=_quantities(own),
        methods=tuple(MethodView.of(m) for m in methods().values()),
        motions=tuple(MotionView.of(m) for m in motions().values()),
        waters=tuple(WaterKindView.of(k) for k in water_kinds().values()),
        beds=tuple(Bed(key=b.key, name=b.name, stony=b.stones_from_m is not None) for b in bed_kinds().values()),
        heads=tuple(HeadView(key=key, name=role_name(head.noun)) for key, head in heads().items()),
        knots=tuple(knots().values()),
        limits=Limits(mend_m=MOST_MEND_M, slack_m=MOST_SLACK_M, cast_deg=WIDEST_DEG, pulls=MOST_PULLS),
        blank_water=blank_reach(),
    )


def _units(key: str) -> UnitSystem:
    units = units_of(key)
    rules = {kind: UnitRule(**asdict(rule)) for kind, rule in units.rules.items()}
    return UnitSystem(key=units.key, name=units.name, rules=rules, mark=units.mark)


def _quantities(key: str) -> tuple[QuantityView, ...]:
    """Return what may be chosen, each option with what comes of it from where the person is."""
    now = units_of(key)
    rows = [(q.key, q.name, q.example, [(o.key, o.name) for o in q.options]) for q in QUANTITIES]
    numbers, marks = MARKS_TOLD
    rows.append((MARK, numbers, ("fish", 1.5), list(marks.items())))
    return tuple(
        QuantityView(
            key=name,
            name=title,
            chosen=now.chosen[name],
            options=tuple(
                QuantityOption(
                    key=option,
                    name=said,
                    example=Writer(units_of(f"{now.key},{name}={option}").key).text(*example),
                )
                for option, said in options
            ),
        )
        for name, title, example, options in rows
    )


@blueprint.get("/knot-cards")
@spec.validate(resp=Response(HTTP_200=Cards), tags=["book"])
def cards() -> Cards:
    """Return how each knot and dropper is tied, in drawn steps."""
    table = knots()
    holds = {key: knot.hold_mm for key, knot in table.items()}
    return Cards(cards=tuple(CardView.of(card, holds.get(card.key)) for card in knot_cards().values()))


@blueprint.get("/words")
@spec.validate(resp=Response(HTTP_200=WordList), tags=["book"])
def words() -> WordList:
    """Return what every word of the trade and of the screens means."""
    return WordList(words=glossary(asking().writer))


@blueprint.post("/methods/ranked")
@limiter.limit("600/minute")
@spec.validate(resp=Response(HTTP_200=Ranked), tags=["book"])
def rank(json: RankRequest) -> Ranked:
    """Return every method with what speaks for and against it on a water, best first."""
    return Ranked(methods=tuple(Suits.of(method, fit, json.water) for method, fit in ranked(json.water)))
