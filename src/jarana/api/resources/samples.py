"""The first minutes: a sample water, tackle of the sample drawer, a rig; and all of it thrown away again."""

from __future__ import annotations

from flask import Blueprint
from spectree import Response

from jarana.api.people_schemas import BeginWith, BegunWith, SampleItemSeen, SampleKindSeen, Samples, ThrownAway
from jarana.api.resources.reaches import kept
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.demo.samples import begin, sample_tackle, sample_waters, throw_away

blueprint = Blueprint("samples", __name__, url_prefix="/api/v1")


@blueprint.get("/samples")
@spec.validate(resp=Response(HTTP_200=Samples), tags=["samples"])
def samples() -> Samples:
    """Return the sample waters, and what can be picked of the sample drawer."""
    kinds = tuple(
        SampleKindSeen(kind=k.kind, name=k.name, items=tuple(SampleItemSeen(**vars(item)) for item in k.items))
        for k in sample_tackle(asking().writer)
    )
    return Samples(waters=sample_waters(), kinds=kinds)


@blueprint.post("/samples")
@limiter.limit("20/minute")
@spec.validate(resp=Response(HTTP_200=BegunWith), tags=["samples"])
def start(json: BeginWith) -> BegunWith:
    """Begin with a sample water and tackle of the sample drawer: the water is taken in hand, and what could be tied is told."""
    begun = begin(work(), json.water, "all" if json.picked is None else json.picked, asking())
    return BegunWith(water=kept(begun.water), methods=begun.methods)


@blueprint.post("/samples/throw-away")
@spec.validate(resp=Response(HTTP_200=ThrownAway), tags=["samples"])
def away() -> ThrownAway:
    """Throw the samples away; what was changed of them, and every rig, stays."""
    changes, waters = throw_away(work())
    return ThrownAway(changes=changes, waters=waters)
