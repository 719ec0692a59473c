"""A simulated river gauge: a seeded hydrograph over HTTP."""

from __future__ import annotations

import json
import math
import random
import threading
import time
from collections.abc import Callable
from datetime import UTC, datetime, timedelta
from http.server import BaseHTTPRequestHandler, ThreadingHTTPServer
from typing import Literal

from jarana.core.water.gauge import GaugeReading

Fault = Literal["none", "garbled", "late", "gone"]
STATIONS = {
    "tavrin-bridge": ("Tavrin at the old bridge", 0.62, 5.4, 9.0),
    "pellin-sluice": ("Pellin at the sluice", 0.48, 1.7, 11.0),
    "oskel-dam": ("Oskel Water, the dam", 2.10, 0.4, 10.0),
}
"""Key: name, usual level m, usual flow m³/s, usual temperature °C; an invented valley."""
EVERY_MINUTES = 15
SPATE_HOURS = 30.0
"""How long a spate takes to fall to a third."""


def hydrograph(station: str, at: datetime, seed: int) -> GaugeReading:
    """Return what a station reads at a time: usual flow, spates that rise in two hours and fall in days, warm afternoons.

    Level follows flow as ``h/h₀ = (Q/Q₀)^0.4``, the usual shape of a rating curve.
    """
    _name, level, flow, temperature = STATIONS[station]
    hours = at.timestamp() / 3600
    rise = 0.0
    week = math.floor(hours / 168)
    for k in range(week - 3, week + 1):
        draw = random.Random(f"{seed} {station} {k}")
        since = hours - (k * 168 + draw.uniform(0, 168))
        size = draw.expovariate(1 / 0.8)
        if since > 0:
            rise += size * min(since / 2, 1.0) * math.exp(-max(since - 2, 0) / SPATE_HOURS)
    q = flow * (0.7 + rise)
    day = math.sin(2 * math.pi * (hours % 24 - 10) / 24)
    warmth = temperature + 1.2 * day - 0.6 * min(rise, 3)
    return GaugeReading(
        station=station,
        at=at,
        level_m=round(level * (q / flow) ** 0.4, 3),
        flow_m3_s=round(q, 2),
        temperature_c=round(warmth, 1),
    )


class GaugeService:
    """Gauges on loopback; `fault` may be changed while it runs, `clock` tells the time."""

    def __init__(self, seed: int = 7, port: int = 0) -> None:
        self.seed = seed
        self.fault: Fault = "none"
        self.late_by = 6.0
        self.clock: Callable[[], datetime] = lambda: datetime.now(UTC)
        service = self

        class Handler(BaseHTTPRequestHandler):
            def do_GET(self) -> None:
                service._answer(self)

            def log_message(self, format: str, *args: object) -> None:
                """Say nothing."""

        self._server = ThreadingHTTPServer(("127.0.0.1", port), Handler)
        self._server.daemon_threads = True
        self._thread = threading.Thread(target=self._server.serve_forever, daemon=True)

    @property
    def address(self) -> str:
        """``http://127.0.0.1:port``."""
        return f"http://127.0.0.1:{self._server.server_address[1]}"

    def start(self) -> GaugeService:
        """Begin to answer."""
        self._thread.start()
        return self

    def stop(self) -> None:
        """Go away."""
        self._server.shutdown()
        self._server.server_close()

    def _answer(self, handler: BaseHTTPRequestHandler) -> None:
        if self.fault == "gone":
            handler.send_error(503)
            return
        if self.fault == "late":
            time.sleep(self.late_by)
        data = self._body(handler.path)
        if data is None:
            handler.send_error(404)
            return
        body = b'{"station": "tavr' if self.fault == "garbled" else data.encode()
        try:
            handler.send_response(200)
            handler.send_header("Content-Type", "application/json")
            handler.send_header("Content-Length", str(len(body)))
            handler.end_headers()
            handler.wfile.write(body)
        except OSError:
            return

    def _body(self, path: str) -> str | None:
        if path == "/stations":
            return json.dumps([{"key": key, "name": row[0]} for key, row in STATIONS.items()])
        parts = path.strip("/").split("/")
        if len(parts) != 3 or parts[0] != "stations" or parts[2] != "latest" or parts[1] not in STATIONS:
            return None
        now = self.clock()
        at = now - timedelta(minutes=now.minute % EVERY_MINUTES, seconds=now.second, microseconds=now.microsecond)
        return hydrograph(parts[1], at, self.seed).model_dump_json()
