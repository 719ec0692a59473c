"""River gauges: a small HTTP service with a JSON reading per station."""

from __future__ import annotations

import json
import re
import urllib.error
import urllib.request

from pydantic import ValidationError

from jarana.core.water.gauge import GaugeReading
from jarana.core.words import phrases
from jarana.ports.patience import PATIENCE_SECONDS, within

say = phrases(
    __name__,
    """
garbled = the gauge's answer is garbled
no-such = there is no such gauge
out-of-order = the gauge is out of order
late = the gauge did not answer in time
away = the gauge cannot be reached
""",
)

LARGEST = 64_000
"""bytes of an answer."""
STATION = re.compile(r"[A-Za-z0-9_.-]{1,64}")


class GaugeTroubleError(Exception):
    """A gauge that is late, garbled or gone; says which."""


def read_gauge(address: str, station: str, patience: float = PATIENCE_SECONDS) -> GaugeReading:
    """Return the latest reading of a station.

    Parameters
    ----------
    address
        ``http://host:port``, from the server's configuration only.
    patience
        Seconds for the whole answer, however it drips.

    Raises
    ------
    GaugeTroubleError
        In words for the angler.
    """
    data = _get(address, f"/stations/{_checked(station)}/latest", patience)
    try:
        reading = GaugeReading.model_validate_json(data)
    except ValidationError:
        raise GaugeTroubleError(say("garbled")) from None
    if reading.station != station or reading.at.tzinfo is None:
        raise GaugeTroubleError(say("garbled"))
    return reading


def stations(address: str, patience: float = PATIENCE_SECONDS) -> tuple[tuple[str, str], ...]:
    """Return key and name of every station."""
    try:
        rows = json.loads(_get(address, "/stations", patience))
        found = tuple((_checked(str(row["key"])), str(row["name"])[:120]) for row in rows[:100])
    except (ValueError, TypeError, KeyError):
        raise GaugeTroubleError(say("garbled")) from None
    return found


def _checked(station: str) -> str:
    if not STATION.fullmatch(station):
        raise GaugeTroubleError(say("no-such"))
    return station


def _get(address: str, path: str, patience: float) -> bytes:
    def ask() -> bytes:
        with urllib.request.urlopen(address + path, timeout=patience) as answer:
            got: bytes = answer.read(LARGEST + 1)
            return got

    try:
        data = within(patience, ask)
    except urllib.error.HTTPError as error:
        raise GaugeTroubleError(say("no-such") if error.code == 404 else say("out-of-order")) from None
    except TimeoutError:
        raise GaugeTroubleError(say("late")) from None
    except (urllib.error.URLError, OSError, ValueError) as error:
        late = isinstance(getattr(error, "reason", None), TimeoutError)
        raise GaugeTroubleError(say("late") if late else say("away")) from None
    if len(data) > LARGEST:
        raise GaugeTroubleError(say("garbled"))
    return data
