"""One's own waters, their days, and the rule sets attached to them."""

from __future__ import annotations

from flask import Blueprint
from flask import Response as FlaskResponse
from spectree import Response

from jarana.api.errors import problem
from jarana.api.rig_schemas import ChangeView
from jarana.api.schemas import (
    Gone,
    KeptReach,
    NewReach,
    ReachDay,
    ReachDays,
    Reaches,
    RuleSets,
    RuleSetView,
    StaleReach,
    TypedRules,
    WaterAnswer,
    WaterRequest,
)
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.api.water_schemas import BothWatersView, MyWater
from jarana.core.errors import InputError
from jarana.core.methods import name_of
from jarana.core.search.bench import work_on_water
from jarana.core.words import phrases
from jarana.storage.tables import ReachRow
from jarana.usecases.keep_reach import (
    StaleReachError,
    both_of,
    bring_reach_back,
    days_of,
    keep_reach,
    throw_reach_away,
)
from jarana.usecases.keep_rules import Typed, drop_rules, keep_rules
from jarana.usecases.marks import mark_of
from jarana.usecases.situations import setting_of

say = phrases(
    __name__,
    """
is-not-the-id-of = is not the id of the address
this-water-was-changed-elsewhere = This water was changed elsewhere since you opened it.
""",
)

blueprint = Blueprint("reaches", __name__, url_prefix="/api/v1")


def kept(row: ReachRow) -> KeptReach:
    """Show a water."""
    return KeptReach(reach=row.document, number=row.number)


@blueprint.get("/reaches")
@spec.validate(resp=Response(HTTP_200=Reaches), tags=["water"])
def reaches() -> Reaches:
    """Return every water as it was last seen."""
    return Reaches(reaches=tuple(kept(row) for row in work().belongings.reach_rows()))


@blueprint.put("/reaches/<reach_id>")
@spec.validate(resp=Response(HTTP_200=KeptReach, HTTP_409=StaleReach), tags=["water"])
def keep(reach_id: str, json: NewReach) -> KeptReach | FlaskResponse:
    """Save a water and the dated copy of the day; a stale base answers 409 with the newest."""
    if json.reach.id != reach_id:
        raise InputError.one("reach.id", json.reach.id, say("is-not-the-id-of"))
    try:
        row = keep_reach(work(), json.reach, json.base, json.day or asking().day(work().now))
    except StaleReachError as stale:
        newest = kept(stale.newest).model_dump(mode="json")
        return problem(409, say("this-water-was-changed-elsewhere"), newest=newest)
    return kept(row)


@blueprint.post("/reaches/<reach_id>/both")
@spec.validate(resp=Response(HTTP_200=BothWatersView), tags=["water"])
def both(reach_id: str, json: MyWater) -> BothWatersView:
    """Say what was changed here and elsewhere of a water, and put both in one where they fit; nothing is saved."""
    newest, found = both_of(work(), reach_id, json.base, json.reach, asking().writer)
    mine, theirs, clashes = (tuple(map(ChangeView.of, rows)) for rows in (found.mine, found.theirs, found.clashes))
    return BothWatersView(newest=kept(newest), reach=found.made, mine=mine, theirs=theirs, clashes=clashes)


@blueprint.delete("/reaches/<reach_id>")
@spec.validate(resp=Response(HTTP_200=Gone), tags=["water"])
def throw_away(reach_id: str) -> Gone:
    """Put a water out of sight; it can be brought back."""
    throw_reach_away(work(), reach_id)
    return Gone()


@blueprint.post("/reaches/<reach_id>/bring-back")
@spec.validate(resp=Response(HTTP_200=KeptReach), tags=["water"])
def bring_back(reach_id: str) -> KeptReach:
    """Bring a water back that was thrown away."""
    return kept(bring_reach_back(work(), reach_id))


@blueprint.get("/reaches/<reach_id>/days")
@spec.validate(resp=Response(HTTP_200=ReachDays), tags=["water"])
def days(reach_id: str) -> ReachDays:
    """Return the dated copies of a water, newest first."""
    return ReachDays(days=tuple(ReachDay(day=row.day, reach=row.document) for row in days_of(work(), reach_id)))


@blueprint.post("/water")
@limiter.limit("1200/minute")
@spec.validate(resp=Response(HTTP_200=WaterAnswer), tags=["water"])
def water(json: WaterRequest) -> WaterAnswer:
    """Apply edits to a water that has no rig in it yet."""
    changed, section = work_on_water(json.water, json.edits, setting_of(work(), json.water, asking()).writer)
    return WaterAnswer(water=changed, section=section, seq=json.seq)


@blueprint.get("/rule-sets")
@spec.validate(resp=Response(HTTP_200=RuleSets), tags=["water"])
def rule_sets() -> RuleSets:
    """Return every rule set with its rules in few words."""
    return rule_sets_now()


def rule_sets_now() -> RuleSets:
    """Return one's own rule sets as they are shown."""
    writer = asking().writer
    return RuleSets(
        rule_sets=tuple(
            RuleSetView(rules=r, said=r.said(writer, name_of), mark=mark_of(r)) for r in work().belongings.rule_sets()
        )
    )


@blueprint.put("/rule-sets/<key>")
@spec.validate(resp=Response(HTTP_200=RuleSetView), tags=["water"])
def set_rule_set(key: str, json: TypedRules) -> RuleSetView:
    """Write a rule set down, or change it."""
    seasons = tuple((s.method, s.first, s.last) for s in json.seasons)
    writer = asking().writer
    rules = keep_rules(
        work(), key, Typed(**json.model_dump(exclude={"seasons", "base"}), seasons=seasons), writer, json.base
    )
    return RuleSetView(rules=rules, said=rules.said(writer, name_of), mark=mark_of(rules))


@blueprint.delete("/rule-sets/<key>")
@spec.validate(resp=Response(HTTP_200=RuleSets), tags=["water"])
def drop_rule_set(key: str) -> RuleSets:
    """Throw a rule set away; writing it again brings it back."""
    drop_rules(work(), key)
    return rule_sets_now()
