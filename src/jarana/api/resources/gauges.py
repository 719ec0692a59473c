"""River gauges."""

from __future__ import annotations

from flask import Blueprint, current_app
from spectree import Response

from jarana.api.schemas import GaugeView, Station, Stations
from jarana.api.security import limiter, work
from jarana.api.spec import spec
from jarana.core.words import phrases
from jarana.ports.gauge import GaugeTroubleError, stations
from jarana.usecases.read_gauge import gauge_now

say = phrases(
    __name__,
    """
no-gauge-service-is-configured = no gauge service is configured
""",
)

blueprint = Blueprint("gauges", __name__, url_prefix="/api/v1/gauges")


@blueprint.get("")
@limiter.limit("120/minute")
@spec.validate(resp=Response(HTTP_200=Stations), tags=["water"])
def all_stations() -> Stations:
    """Return the gauges there are; none where the service cannot be reached, with the reason."""
    address = current_app.config["GAUGE"]
    if not address:
        return Stations(stations=(), trouble=say("no-gauge-service-is-configured"))
    try:
        found = stations(address)
    except GaugeTroubleError as error:
        return Stations(stations=(), trouble=str(error))
    return Stations(stations=tuple(Station(key=key, name=name) for key, name in found), trouble="")


@blueprint.get("/<station>")
@limiter.limit("120/minute")
@spec.validate(resp=Response(HTTP_200=GaugeView), tags=["water"])
def one(station: str) -> GaugeView:
    """Return a gauge's reading and its age; the last good one, marked, where the gauge is in trouble."""
    now = gauge_now(work(), current_app.config["GAUGE"], station)
    return GaugeView(reading=now.reading, age_s=round(now.age_s), trouble=now.trouble)
