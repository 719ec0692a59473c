"""Measuring devices that answer a line at a time over TCP: a micrometer, a pull scale.

The protocol: the application sends ``READ`` and a line end; the device answers one line,
``NAME value unit *CC``, where CC is the exclusive or of the bytes before the star, in two hexadecimal digits.
"""

from __future__ import annotations

import re
import socket
import statistics
import time
from dataclasses import dataclass

from jarana.core import units
from jarana.core.errors import InputError, shorten
from jarana.core.words import phrases
from jarana.ports.patience import PATIENCE_SECONDS

say = phrases(
    __name__,
    """
device = { $key ->
    [micrometer] micrometer
   *[scale] pull scale
 }
garbled = garbled
check = its check digits do not agree
other-device = is not from a { $device }
other-unit = a unit no { $device } uses
outside = outside what it can measure
silent = no answer within { $seconds } s
absent = The { $device } does not answer.
went = went away
""",
)

ANSWER = re.compile(r"(?P<name>[A-Z]{2,8}) (?P<value>[+-]?\d{1,6}(\.\d{1,6})?) (?P<unit>[A-Za-z]{1,4})")
LONGEST_LINE = 80
MOST_READINGS = 30


class DeviceAbsentError(Exception):
    """A device that is not configured, does not answer, or went away."""


@dataclass(frozen=True)
class Device:
    """A kind of device: what it calls itself, what it measures, in what range (SI).

    `unit` and `columns` are those of a spool's row that its readings go into: mean, spread and count.
    """

    key: str
    name: str
    quantity: units.Kind
    least: float
    most: float
    unit: str
    columns: tuple[str, str, str]

    @property
    def title(self) -> str:
        """What people call it."""
        return say("device", key=self.key)


MICROMETER = Device("micrometer", "MIC", "diameter", 0.02e-3, 2e-3, "mm", ("measured", "spread", "n"))
PULL_SCALE = Device("scale", "PULL", "force", 0.05, 600.0, "kg", ("pulled", "pulled_spread", "pulled_n"))
DEVICES = {device.key: device for device in (MICROMETER, PULL_SCALE)}


@dataclass(frozen=True)
class Rejected:
    """A line that is no reading, and why."""

    text: str
    why: str


@dataclass(frozen=True)
class Sample:
    """Readings in SI with their mean and sample spread; None where there is no good one."""

    readings: tuple[float, ...]
    rejected: tuple[Rejected, ...]

    @property
    def mean(self) -> float | None:
        """Of the good readings."""
        return statistics.fmean(self.readings) if self.readings else None

    @property
    def spread(self) -> float:
        """Sample spread, 0 for a single reading."""
        return statistics.stdev(self.readings) if len(self.readings) > 1 else 0.0


def checksum(text: str) -> str:
    """Return the exclusive or of a text's bytes as two hexadecimal digits.

    Examples
    --------
    >>> checksum("MIC 0.152 mm")
    '66'
    """
    total = 0
    for byte in text.encode("ascii", "replace"):
        total ^= byte
    return f"{total:02X}"


def read_line(device: Device, line: str) -> float:
    """Return the value of an answered line, SI.

    Raises
    ------
    InputError
        Saying what is wrong with it.
    """
    body, star, check = line.strip().rpartition("*")
    body = body.rstrip()
    match = ANSWER.fullmatch(body)
    if not star or match is None:
        raise InputError.one("reading", shorten(line.strip()), say("garbled"))
    if check.strip().upper() != checksum(body):
        raise InputError.one("reading", shorten(body), say("check"))
    if match["name"] != device.name:
        raise InputError.one("reading", shorten(body), say("other-device", device=device.title))
    if match["unit"] not in units.UNITS[device.quantity]:
        raise InputError.one("reading", shorten(body), say("other-unit", device=device.title))
    value = float(match["value"]) * units.UNITS[device.quantity][match["unit"]]
    if not device.least <= value <= device.most:
        raise InputError.one("reading", shorten(body), say("outside"))
    return value


def measure(device: Device, address: str, n: int, patience: float = 0.7, whole: float = PATIENCE_SECONDS) -> Sample:
    """Return up to n readings; a late or garbled one is rejected and asked for again, at most n times more.

    Parameters
    ----------
    address
        ``host:port``, from the server's configuration only.
    patience
        Seconds to wait for one answer.
    whole
        Seconds for all of them, however they drip.

    Raises
    ------
    DeviceAbsentError
        When it cannot be reached or goes away before a first good reading.
    """
    host, _, port = address.rpartition(":")
    good: list[float] = []
    rejected: list[Rejected] = []
    until = time.monotonic() + whole
    try:
        with socket.create_connection((host, int(port)), timeout=min(patience, whole)) as line:
            buffer = bytearray()
            for _ in range(2 * min(n, MOST_READINGS)):
                if len(good) == n or time.monotonic() > until:
                    break
                line.sendall(b"READ\r\n")
                text = _line(line, buffer, min(time.monotonic() + patience, until))
                if text is None:
                    rejected.append(Rejected("", say("silent", seconds=f"{patience:g}")))
                    continue
                try:
                    good.append(read_line(device, text))
                except InputError as error:
                    rejected.append(Rejected(shorten(text.strip()), error.faults[0].reason))
    except (OSError, ValueError) as error:
        if not good:
            raise DeviceAbsentError(say("absent", device=device.title)) from error
        rejected.append(Rejected("", say("went")))
    return Sample(tuple(good), tuple(rejected))


def _line(line: socket.socket, buffer: bytearray, until: float) -> str | None:
    while b"\n" not in buffer:
        left = until - time.monotonic()
        if left <= 0:
            return None
        line.settimeout(left)
        try:
            more = line.recv(256)
        except TimeoutError:
            return None
        if not more:
            raise ConnectionError("closed")
        buffer += more
        if len(buffer) > 4 * LONGEST_LINE and b"\n" not in buffer:
            text = bytes(buffer[:LONGEST_LINE])
            buffer.clear()
            return text.decode("ascii", "replace")
    end = buffer.index(b"\n")
    text = bytes(buffer[:end])
    del buffer[: end + 1]
    return text.decode("ascii", "replace")
