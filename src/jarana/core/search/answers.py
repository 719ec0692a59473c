"""What the askers of the search answer, as documents: for the command line, for files and for the API."""

from __future__ import annotations

from uuid import UUID

import numpy as np

from jarana.core.engine.columns import AT_Z
from jarana.core.model import Frozen
from jarana.core.readings.base import Reading
from jarana.core.rig.cost import Cost
from jarana.core.rig.model import Rig
from jarana.core.rig.rerig import Rerig
from jarana.core.search.find import Found, FoundRig
from jarana.core.search.ranking import Ranking
from jarana.core.search.relax import Would
from jarana.core.search.side_by_side import SideBySide
from jarana.core.search.start import Best, Declined
from jarana.core.search.tries import Tried
from jarana.core.search.valued import Valued
from jarana.core.worth.judge import Factors, Worth

RIDE_POINTS = 17


class FactorsView(Frozen):
    """What a worth is made of: shares from 0 to 1; `more` is at least 1."""

    zone: float
    drag: float
    shown: float
    more: float
    noticed: float
    free: float
    hangs: float
    stealth: float
    fishing: float

    @classmethod
    def of(cls, factors: Factors) -> FactorsView:
        """Show factors, to a thousandth."""
        return cls(**{name: round(getattr(factors, name), 3) for name in cls.model_fields})


class WorthView(Frozen):
    """Good minutes in the hour with P10 and P90 of single drifts, its factors, and why it is ruled out (empty where it is not)."""

    minutes: float
    p10: float
    p90: float
    factors: FactorsView
    excluded: str = ""

    @classmethod
    def of(cls, worth: Worth) -> WorthView:
        """Show a worth, to a tenth of a minute."""
        return cls(
            minutes=round(worth.minutes, 1),
            p10=round(worth.p10, 1),
            p90=round(worth.p90, 1),
            factors=FactorsView.of(worth.factors),
            excluded=worth.excluded,
        )


class WouldView(Frozen):
    """Something that would help, and the good minutes in the hour it would give; `method` is the key of another one, where that is meant."""

    text: str
    minutes: float
    method: str = ""

    @classmethod
    def of(cls, would: tuple[Would, ...]) -> tuple[WouldView, ...]:
        """Show what would help."""
        return tuple(cls(text=w.text, minutes=round(w.minutes, 1), method=w.method) for w in would)


class CostView(Frozen):
    """Knots, line cut from spools, m, and minutes."""

    knots: int
    line_m: float
    minutes: float

    @classmethod
    def of(cls, cost: Cost) -> CostView:
        """Show a cost."""
        return cls(knots=cost.knots, line_m=round(cost.line, 2), minutes=round(cost.minutes, 1))


class ReasonView(Frozen):
    """A choice with its reason, and the part it is about."""

    part: str
    text: str


class LackView(Frozen):
    """What is not owned, and what comes nearest."""

    part: str
    what: str
    nearest: str


class StartView(Frozen):
    """A rig that was started: why it is as it is, what it is worth, what it says of itself."""

    rig: Rig
    reasons: tuple[ReasonView, ...]
    missing: tuple[LackView, ...] = ()
    worth: WorthView
    readings: tuple[Reading, ...]

    @classmethod
    def of(cls, best: Best) -> StartView:
        """Show a start."""
        return cls(
            rig=best.started.rig,
            reasons=tuple(ReasonView(part=c.part, text=c.text) for c in best.started.choices),
            missing=tuple(LackView(part=m.part, what=m.what, nearest=m.nearest) for m in best.started.missing),
            worth=WorthView.of(best.valued.worth),
            readings=best.readings,
        )


class DeclinedView(Frozen):
    """Why a method is not started, and what would help, most first."""

    reason: str
    what_would: tuple[WouldView, ...]

    @classmethod
    def of(cls, declined: Declined) -> DeclinedView:
        """Show it."""
        return cls(reason=declined.reason, what_would=WouldView.of(declined.would))


class FoundRigView(Frozen):
    """A rig that was found, with what it is worth, gives up and takes."""

    rig: Rig
    method: str
    name: str
    worth_min_per_hour: float
    p10: float
    p90: float
    factors: FactorsView
    gives_up: tuple[str, ...]
    knots: int | None
    minutes: float | None
    takes: str
    missing: tuple[LackView, ...] = ()
    moved: str = ""
    rides: tuple[RideView, ...] = ()

    @classmethod
    def of(cls, found: FoundRig) -> FoundRigView:
        """Show it."""
        worth, cost = found.worth, found.cost
        return cls(
            rig=found.started.rig,
            method=found.method.key,
            name=found.method.name,
            worth_min_per_hour=round(worth.minutes, 1),
            p10=round(worth.p10, 1),
            p90=round(worth.p90, 1),
            factors=FactorsView.of(worth.factors),
            gives_up=found.gives_up,
            knots=cost.knots if cost else None,
            minutes=round(cost.minutes, 1) if cost else None,
            takes=cost.told(found.valued.situation.writer) if cost else "",
            missing=tuple(LackView(part=m.part, what=m.what, nearest=m.nearest) for m in found.started.missing),
            moved=found.moved,
            rides=RideView.of(found.valued),
        )


class RideView(Frozen):
    """How one fly rides: depths, mm, at even shares of a drift, P10, P50 and P90 of its members."""

    id: str
    role: str
    label: str
    bead_mm: float | None
    p10_mm: tuple[int, ...]
    p50_mm: tuple[int, ...]
    p90_mm: tuple[int, ...]

    @classmethod
    def of(cls, valued: Valued) -> tuple[RideView, ...]:
        """Show how everything that hangs on a rig rides."""
        rig, tracks = valued.rig, valued.tracks
        rows = []
        places = np.linspace(0, tracks.at.shape[2] - 1, RIDE_POINTS).astype(int)
        for row, name in enumerate(tracks.names):
            depth = -tracks.at[:, row][:, places, AT_Z] * 1000
            hung = rig.attachment(name)
            bead = hung.fly.bead if hung.fly else None
            low, middle, high = (tuple(int(v) for v in np.percentile(depth, p, axis=0)) for p in (10, 50, 90))
            rows.append(
                cls(
                    id=name,
                    role=rig.role(hung),
                    label=hung.body.label,
                    bead_mm=bead.diameter_mm if bead else None,
                    p10_mm=low,
                    p50_mm=middle,
                    p90_mm=high,
                )
            )
        return tuple(rows)


class RigRidesView(Frozen):
    """A rig in a water: what it is worth and how its flies ride."""

    worth: WorthView
    rides: tuple[RideView, ...]

    @classmethod
    def of(cls, valued: Valued) -> RigRidesView:
        """Show it."""
        return cls(worth=WorthView.of(valued.worth), rides=RideView.of(valued))


class RigHereView(Frozen):
    """A revision of a rig in a water, by its id; None where it cannot be fished there."""

    revision: UUID
    head: str
    here: RigRidesView | None

    @classmethod
    def of(cls, revision: UUID, rig: Rig, valued: Valued | None) -> RigHereView:
        """Show it."""
        return cls(revision=revision, head=rig.head.kind, here=RigRidesView.of(valued) if valued else None)


class SideBySideView(Frozen):
    """Two rigs on the same drifts, None for one that cannot be fished in the water; and which is worth more."""

    one: RigRidesView | None
    other: RigRidesView | None
    told: str

    @classmethod
    def of(cls, found: SideBySide) -> SideBySideView:
        """Show both."""
        return cls(
            one=RigRidesView.of(found.one) if found.one else None,
            other=RigRidesView.of(found.other) if found.other else None,
            told=found.told,
        )


class LeftOutView(Frozen):
    """A method that may not be fished here, and why."""

    method: str
    reason: str


class FindView(Frozen):
    """What a find comes to; not `settled`, it is a first answer."""

    rigs: tuple[FoundRigView, ...]
    nothing_fits: str
    what_would: tuple[WouldView, ...]
    turns_on: str
    left_out: tuple[LeftOutView, ...]
    settled: bool
    hand: WorthView | None = None

    @classmethod
    def of(cls, found: Found) -> FindView:
        """Show it."""
        return cls(
            rigs=tuple(FoundRigView.of(r) for r in found.rigs),
            nothing_fits=found.nothing_fits,
            what_would=WouldView.of(found.would),
            turns_on=found.turns_on,
            left_out=tuple(LeftOutView(method=m, reason=r) for m, r in found.left_out),
            settled=found.settled,
            hand=WorthView.of(found.hand) if found.hand else None,
        )


class RankedView(Frozen):
    """A method, what the best rig of it that a first look met is worth, and how many parts of that are not owned."""

    method: str
    worth: WorthView
    not_owned: int = 0
    head: str = ""
    rides: tuple[RideView, ...] = ()

    @classmethod
    def of(cls, method: str, valued: Valued, not_owned: int) -> RankedView:
        """Show it."""
        return cls(
            method=method,
            worth=WorthView.of(valued.worth),
            not_owned=not_owned,
            head=valued.rig.head.kind,
            rides=RideView.of(valued),
        )


class RankingView(Frozen):
    """Methods by what they are worth, most first; and those that may not be fished here."""

    methods: tuple[RankedView, ...]
    left_out: tuple[LeftOutView, ...]

    @classmethod
    def of(cls, found: Ranking) -> RankingView:
        """Show it."""
        return cls(
            methods=tuple(RankedView.of(m.key, valued, lacks) for m, valued, lacks in found.rows),
            left_out=tuple(LeftOutView(method=m, reason=r) for m, r in found.left_out),
        )


class TriesView(Frozen):
    """The readings of a rig with what to try, worst first, and what it is worth."""

    readings: tuple[Reading, ...]
    worth_min_per_hour: float
    nothing_fits: str
    what_would: tuple[WouldView, ...]

    @classmethod
    def of(cls, tried: Tried) -> TriesView:
        """Show it."""
        return cls(
            readings=tried.readings,
            worth_min_per_hour=round(tried.minutes, 1),
            nothing_fits=tried.nothing_fits,
            what_would=WouldView.of(tried.would),
        )


class StepView(Frozen):
    """One thing done on the way from one rig to another."""

    text: str
    cost: CostView


class RerigView(Frozen):
    """The way from one rig to another: steps, what they take, what of the old one goes onto a winder, fly changes left."""

    steps: tuple[StepView, ...]
    cost: CostView
    takes: str
    stays_on_winder: tuple[str, ...]

    @classmethod
    def of(cls, way: Rerig, takes: str) -> RerigView:
        """Show it."""
        return cls(
            steps=tuple(StepView(text=s.text, cost=CostView.of(s.cost)) for s in way.steps),
            cost=CostView.of(way.cost),
            takes=takes,
            stays_on_winder=way.left,
        )
