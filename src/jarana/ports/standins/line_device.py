"""A simulated micrometer or pull scale: seeded readings about a true value, a line at a time over TCP."""

from __future__ import annotations

import random
import socketserver
import threading
import time
from typing import Literal

from jarana.core import units
from jarana.ports.line_device import Device, checksum

Fault = Literal["none", "garbled", "late", "gone"]
UNIT = {"diameter": ("mm", 3), "force": ("kg", 2)}


class LineDevice:
    """A device on loopback; `fault` may be changed while it runs.

    Parameters
    ----------
    true
        What it measures, SI.
    spread
        Of its readings, SI.
    seed
        The same seed gives the same readings.
    every
        With a fault, each how many-th answer has it.
    """

    def __init__(
        self, device: Device, true: float, spread: float, seed: int = 1, every: int = 1, port: int = 0
    ) -> None:
        self.device, self.true, self.spread, self.every = device, true, spread, every
        self.fault: Fault = "none"
        self.late_by = 5.0
        self._random, self._asked, self._lock = random.Random(seed), 0, threading.Lock()
        standin = self

        class Handler(socketserver.StreamRequestHandler):
            def handle(self) -> None:
                for line in self.rfile:
                    if line.strip() != b"READ" or not standin._answer(self):
                        return

        class Server(socketserver.ThreadingTCPServer):
            allow_reuse_address = True
            daemon_threads = True

        self._server = Server(("127.0.0.1", port), Handler)
        self._thread = threading.Thread(target=self._server.serve_forever, daemon=True)

    @property
    def address(self) -> str:
        """``127.0.0.1:port``."""
        return f"127.0.0.1:{self._server.server_address[1]}"

    def start(self) -> LineDevice:
        """Begin to answer."""
        self._thread.start()
        return self

    def stop(self) -> None:
        """Go away."""
        self._server.shutdown()
        self._server.server_close()

    def _answer(self, handler: socketserver.StreamRequestHandler) -> bool:
        with self._lock:
            self._asked += 1
            faulty = self.fault if self._asked % self.every == 0 else "none"
            unit, decimals = UNIT[self.device.quantity]
            value = self._random.gauss(self.true, self.spread) / units.UNITS[self.device.quantity][unit]
        body = f"{self.device.name} {value:.{decimals}f} {unit}"
        text = f"{body} *{checksum(body)}"
        if faulty == "gone":
            return False
        if faulty == "garbled":
            text = text[:4] + "#" + text[5:]
        if faulty == "late":
            time.sleep(self.late_by)
        try:
            handler.wfile.write(f"{text}\r\n".encode())
        except OSError:
            return False
        return True
