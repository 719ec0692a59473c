"""A simulated mail server: takes letters over SMTP on loopback and lays them into a folder, readable; late, refused or garbled on demand."""

from __future__ import annotations

import asyncio
import re
import socket
from pathlib import Path
from typing import Literal

from aiosmtpd.controller import Controller
from aiosmtpd.smtp import SMTP, Envelope, Session

Fault = Literal["none", "late", "refused", "garbled"]
LATE_S = 3.0
MOST = 500
"""Letters that are kept."""


def _free_port() -> int:
    with socket.socket() as probe:
        probe.bind(("127.0.0.1", 0))
        return int(probe.getsockname()[1])


class MailBox:
    """A mail server of one's own; `fault` may be changed while it runs."""

    def __init__(self, folder: Path, port: int = 0, late_s: float = LATE_S) -> None:
        self.folder, self.fault, self.late_s = folder, "none", late_s
        folder.mkdir(parents=True, exist_ok=True, mode=0o700)
        self._controller = Controller(self, hostname="127.0.0.1", port=port or _free_port())

    @property
    def address(self) -> str:
        """Where it is reached."""
        return f"smtp://127.0.0.1:{self._controller.port}"

    def start(self) -> MailBox:
        """Start, and return itself."""
        self._controller.start()
        return self

    def stop(self) -> None:
        """Stop."""
        self._controller.stop(no_assert=True)

    def letters(self) -> list[str]:
        """Return the letters' texts, oldest first."""
        return [p.read_text(encoding="utf-8") for p in sorted(self.folder.glob("*.txt"))]

    async def handle_DATA(self, _server: SMTP, _session: Session, envelope: Envelope) -> str:
        """Take a letter."""
        if self.fault == "late":
            await asyncio.sleep(self.late_s)
        if self.fault == "refused":
            return "451 Not now"
        if self.fault == "garbled":
            return "?? \x00\x01"
        text = (envelope.original_content or b"").decode("utf-8", "replace").replace("\r\n", "\n")
        there = sorted(self.folder.glob("*.txt"))
        number = int(re.sub(r"\D", "", there[-1].name) or 0) + 1 if there else 1
        for old in there[: max(len(there) - MOST + 1, 0)]:
            old.unlink()
        part = self.folder / f"{number:06d}.part"
        part.write_text(text, encoding="utf-8")
        part.rename(self.folder / f"{number:06d}.txt")
        return "250 Taken"
