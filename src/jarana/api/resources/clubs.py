"""Clubs: people who show each other things."""

from __future__ import annotations

from dataclasses import asdict
from uuid import UUID

import segno
from flask import Blueprint
from spectree import Response

from jarana.api.people_schemas import (
    CallMade,
    ClubCode,
    ClubList,
    ClubPerson,
    ClubRole,
    ClubSeen,
    ClubSummary,
    ClubThing,
    Giving,
    NewCall,
    NewClub,
    NewThing,
    Taken,
)
from jarana.api.security import asking, limiter, work
from jarana.api.spec import spec
from jarana.core.units import Writer
from jarana.usecases.club_things import give, put_in, take_out, take_over, write_down
from jarana.usecases.clubs import (
    begin_club,
    call_off,
    call_people,
    clubs_of,
    end_club,
    go_out,
    join,
    rename_club,
    see_club,
    set_role,
)

blueprint = Blueprint("clubs", __name__, url_prefix="/api/v1")


@blueprint.get("/clubs")
@spec.validate(resp=Response(HTTP_200=ClubList), tags=["clubs"])
def all_clubs() -> ClubList:
    """Return the clubs one is in."""
    return _all()


@blueprint.post("/clubs")
@limiter.limit("20/hour")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def found(json: NewClub) -> ClubSeen:
    """Found a club, whose keeper one is."""
    return _seen(begin_club(work(), json.name))


@blueprint.post("/clubs/join")
@limiter.limit("20/hour")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def come_in(json: ClubCode) -> ClubSeen:
    """Come into the club of a code."""
    return _seen(join(work(), json.code))


@blueprint.get("/clubs/<uuid:club_id>")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def one(club_id: UUID) -> ClubSeen:
    """Return a club one is in: its people, and what is in it."""
    return _seen(club_id)


@blueprint.put("/clubs/<uuid:club_id>")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def rename(club_id: UUID, json: NewClub) -> ClubSeen:
    """Call a club otherwise."""
    rename_club(work(), club_id, json.name)
    return _seen(club_id)


@blueprint.delete("/clubs/<uuid:club_id>")
@spec.validate(resp=Response(HTTP_200=ClubList), tags=["clubs"])
def end_one(club_id: UUID) -> ClubList:
    """End a club; what people took out of it stays theirs."""
    end_club(work(), club_id)
    return _all()


@blueprint.post("/clubs/<uuid:club_id>/call")
@limiter.limit("60/hour")
@spec.validate(resp=Response(HTTP_200=CallMade), tags=["clubs"])
def call(club_id: UUID, json: NewCall) -> CallMade:
    """Make a code by which people come into a club; the one before lets nobody in any more."""
    code = call_people(work(), club_id, json.role, json.days)
    picture = segno.make(code, micro=False, error="m").svg_data_uri(omitsize=True, dark="#0F2A33", light="#FFFFFF")
    return CallMade(code=code, picture=picture)


@blueprint.delete("/clubs/<uuid:club_id>/call")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def uncall(club_id: UUID) -> ClubSeen:
    """Let nobody come in by a code any more."""
    call_off(work(), club_id)
    return _seen(club_id)


@blueprint.put("/clubs/<uuid:club_id>/people/<uuid:person_id>")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def role(club_id: UUID, person_id: UUID, json: ClubRole) -> ClubSeen:
    """Make somebody keeper, member or guest."""
    set_role(work(), club_id, person_id, json.role)
    return _seen(club_id)


@blueprint.delete("/clubs/<uuid:club_id>/people/<uuid:person_id>")
@spec.validate(resp=Response(HTTP_200=ClubList), tags=["clubs"])
def leave(club_id: UUID, person_id: UUID) -> ClubList:
    """Leave a club, or send somebody away."""
    go_out(work(), club_id, person_id)
    return _all()


@blueprint.post("/clubs/<uuid:club_id>/things")
@limiter.limit("120/hour")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def put(club_id: UUID, json: NewThing) -> ClubSeen:
    """Put something of one's own into a club, as it is now."""
    put_in(work(), club_id, json.kind, json.subject, json.vague)
    return _seen(club_id)


@blueprint.delete("/clubs/<uuid:club_id>/things/<uuid:thing_id>")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def remove(club_id: UUID, thing_id: UUID) -> ClubSeen:
    """Take something out of a club."""
    take_out(work(), club_id, thing_id)
    return _seen(club_id)


@blueprint.post("/clubs/<uuid:club_id>/things/<uuid:thing_id>/take")
@limiter.limit("120/hour")
@spec.validate(resp=Response(HTTP_200=Taken), tags=["clubs"])
def take_one(club_id: UUID, thing_id: UUID) -> Taken:
    """Take something of a club into one's own; a water one has of it is written as the newer one is."""
    kind, key = take_over(work(), club_id, thing_id, asking())
    return Taken(kind=kind, id=key)


@blueprint.put("/clubs/<uuid:club_id>/things/<uuid:thing_id>/giving")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def giving(club_id: UUID, thing_id: UUID, json: Giving) -> ClubSeen:
    """Let what one's outings teach of a water go to the club, or no more."""
    give(work(), club_id, thing_id, json.gives)
    return _seen(club_id)


@blueprint.post("/clubs/<uuid:club_id>/things/<uuid:thing_id>/write")
@spec.validate(resp=Response(HTTP_200=ClubSeen), tags=["clubs"])
def write(club_id: UUID, thing_id: UUID) -> ClubSeen:
    """Write what people know of a water together into the club's."""
    write_down(work(), club_id, thing_id)
    return _seen(club_id)


def _all() -> ClubList:
    return ClubList(clubs=tuple(ClubSummary.model_validate(asdict(club)) for club in clubs_of(work())))


def _seen(key: UUID) -> ClubSeen:
    found = see_club(work(), key, Writer(asking().units))
    people = tuple(ClubPerson.model_validate(asdict(p)) for p in found.people)
    things = tuple(
        ClubThing.model_validate({("copy_id" if k == "copy" else k): v for k, v in asdict(t).items()})
        for t in found.things
    )
    plain = {"id": found.id, "name": found.name, "role": found.role, "called_until": found.called_until}
    return ClubSeen.model_validate(plain | {"people": people, "things": things})
