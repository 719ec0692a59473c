"""What goes over the wire about methods: how they suit a water, what a started rig is made of, and two schools."""

from __future__ import annotations

from jarana.api.rig_schemas import RigRevision
from jarana.api.schemas import Bed, QuantityView, UnitSystem
from jarana.core.glossary import Word
from jarana.core.methods.base import Method, Started
from jarana.core.methods.when import Fit
from jarana.core.model import Frozen, Key
from jarana.core.motions.base import MotionKind
from jarana.core.rig.pull import HandPull, Hang
from jarana.core.tackle.knot import Knot
from jarana.core.water.kinds.base import WaterKind
from jarana.core.water.reach import Reach


class PaceView(Frozen):
    """A way of moving the rig, and in which waters it can be done."""

    name: str
    lead: float
    kind: Key
    waters: tuple[str, ...]


class MethodView(Frozen):
    """A method as the screen shows it."""

    number: int
    key: str
    name: str
    when: str
    waters: tuple[str, ...]
    ends: str
    moves: tuple[str, ...]
    paces: tuple[PaceView, ...]

    @classmethod
    def of(cls, method: Method) -> MethodView:
        """Show a method."""
        return cls(
            number=method.number,
            key=method.key,
            name=method.name,
            when=method.when,
            waters=method.waters,
            ends=method.ends,
            moves=method.moves,
            paces=tuple(PaceView(name=p.name, lead=p.lead, kind=p.kind, waters=p.waters) for p in method.paces),
        )


class MotionView(Frozen):
    """A motion: what it is called, whether it begins with a count-down, how its hand usually takes line in, the usual hang."""

    key: str
    name: str
    counts: bool
    leads: bool
    pulls: tuple[HandPull, ...]
    hang: Hang | None = None

    @classmethod
    def of(cls, motion: MotionKind) -> MotionView:
        """Show a motion."""
        return cls(
            key=motion.key,
            name=motion.name,
            counts=motion.counts,
            leads=motion.leads,
            pulls=motion.pulls,
            hang=Hang() if motion.hangs else None,
        )


class WaterKindView(Frozen):
    """A kind of water: whether it flows, the words for its winds, what soundings lie along."""

    key: str
    flows: bool
    winds: tuple[str, ...]
    along: str

    @classmethod
    def of(cls, kind: WaterKind) -> WaterKindView:
        """Show a kind of water."""
        return cls(key=kind.key, flows=kind.flows, winds=tuple(kind.winds), along=kind.along)


class HeadView(Frozen):
    """What can hold a rig."""

    key: str
    name: str


class Limits(Frozen):
    """The most a hand may ask for; beyond it the edit is refused.

    Attributes
    ----------
    mend_m, slack_m
        Of a mend and of slack, m.
    cast_deg
        Of the way of the cast, from straight across, °.
    pulls
        Kinds of pull of a retrieve.
    """

    mend_m: float
    slack_m: float
    cast_deg: float
    pulls: int


class Book(Frozen):
    """What the screens look up: units, methods, motions, waters, beds, knots, limits, and the water a new one starts as."""

    units: tuple[UnitSystem, ...]
    quantities: tuple[QuantityView, ...]
    methods: tuple[MethodView, ...]
    motions: tuple[MotionView, ...]
    waters: tuple[WaterKindView, ...]
    beds: tuple[Bed, ...]
    heads: tuple[HeadView, ...]
    knots: tuple[Knot, ...]
    limits: Limits
    blank_water: Reach


class RankRequest(Frozen):
    """A water the methods are ranked for."""

    water: Reach


class Suits(Frozen):
    """How a water speaks for a method; `here` is false where it is fished in the other kind of water."""

    key: str
    score: int
    here: bool
    pros: tuple[str, ...]
    cons: tuple[str, ...]

    @classmethod
    def of(cls, method: Method, fit: Fit, water: Reach) -> Suits:
        """Show how a water speaks for a method."""
        here = water.kind in method.waters
        return cls(key=method.key, score=fit.score, here=here, pros=fit.pros, cons=fit.cons)


class Ranked(Frozen):
    """Every method, the one the water speaks for most first."""

    methods: tuple[Suits, ...]


class ChoiceView(Frozen):
    """One choice and its reason."""

    part: str
    text: str


class MissingView(Frozen):
    """What is not owned, and what is owned that comes nearest."""

    part: str
    what: str
    nearest: str


class StartedRig(RigRevision):
    """The first revision of a started rig, with a reason for every choice and what is not owned."""

    choices: tuple[ChoiceView, ...]
    missing: tuple[MissingView, ...]

    @classmethod
    def told(cls, revision: RigRevision, started: Started) -> StartedRig:
        """Put the reasons beside the revision."""
        return cls(
            **dict(revision),
            choices=tuple(ChoiceView(part=c.part, text=c.text) for c in started.choices),
            missing=tuple(MissingView(part=m.part, what=m.what, nearest=m.nearest) for m in started.missing),
        )


class WordList(Frozen):
    """The words of the trade and of the screens, by the alphabet."""

    words: tuple[Word, ...]
