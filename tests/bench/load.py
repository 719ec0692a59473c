"""Anglers as people work: five edits 3 s apart, each with its band, then a while of reading; how long they wait.

python -m tests.bench.load [anglers] [seconds]
python -m tests.bench.load [anglers] [seconds] fast    an edit 0.3 s after the answer to the one before, each with a band
"""

from __future__ import annotations

import json
import os
import statistics
import sys
import threading
import time
import urllib.error
import urllib.request
from pathlib import Path
from typing import Any

from jarana.demo.load import NAME
from tests.conftest import VALLEY, shared_postgres
from tests.e2e.site import Site
from tests.people import token_for
from tests.waiting import Caller

EDITS, APART_S, READS_S = 5, 3.0, 45.0
FAST_S = 0.3
LONGEST_S = 90.0
STEPS_MM = (-100, 40, -60, 50, 70)
"""What is cut off the point's tippet, and tied on again."""
WHO = ("web", "jobs", "the anglers themselves", "the database and all else")


def signed_in(site: Site) -> Caller:
    """Sign in, as often as it takes: so many from one address are let in a minute."""
    while True:
        try:
            return Caller(site)
        except urllib.error.HTTPError as error:
            if error.code != 429:
                raise
            time.sleep(float(error.headers.get("Retry-After", "5")))


class Angler(threading.Thread):
    """Somebody at a desk, beginning at a moment of their own."""

    def __init__(self, site: Site, number: int, anglers: int, until: float, fast: bool) -> None:
        super().__init__(daemon=True)
        self.fast = fast
        self.until, self.waits = until, number / anglers * (EDITS * APART_S + READS_S)
        self.edits: list[float] = []
        self.first: list[float] = []
        self.expects = 0.0
        self.whole: list[float] = []
        self.errors: list[str] = []
        site.token = lambda: token_for(site.database_url, f"angler {number}", NAME)  # type: ignore[method-assign]
        self.me = signed_in(site)
        hand = self.me.call("GET", "/api/v1/in-hand")
        self.rig = self.me.call("GET", f"/api/v1/rigs/{hand['rig']}")["rig"]
        rows = self.me.call("GET", "/api/v1/reaches")["reaches"]
        self.water = next(r["reach"] for r in rows if r["reach"]["id"] == hand["water"])
        # Nobody's water is another's: what one is told was computed for them.
        self.water["temperature_c"] = round(self.water["temperature_c"] + 0.01 * number, 2)

    def run(self) -> None:
        """Work until the time is over."""
        if self.fast:
            return self.hurry()
        time.sleep(self.waits)
        while time.monotonic() < self.until:
            for k, by in enumerate(STEPS_MM, 1):
                self._edit({"op": "change_length", "span": self.rig["spans"][-1]["id"], "by_mm": by}, k == EDITS)
            time.sleep(min(READS_S, max(self.until - time.monotonic(), 0)))

    def hurry(self) -> None:
        """Edit as fast as answers come, and a third of a second: each asks for a band, and drops the one before."""
        job = ""
        while time.monotonic() < self.until:
            by = STEPS_MM[len(self.edits) % EDITS]
            begun = time.monotonic()
            try:
                self._asked({"op": "change_length", "span": self.rig["spans"][-1]["id"], "by_mm": by})
                self.edits.append(time.monotonic() - begun)
                if job:
                    self.me.call("DELETE", f"/api/v1/jobs/{job}")
                job = self.me.call("POST", "/api/v1/jobs", {"kind": "band", "rig": self.rig, "water": self.water})["id"]
            except (OSError, json.JSONDecodeError) as error:
                self.errors.append(str(error))
            time.sleep(FAST_S)

    def _asked(self, step: dict[str, Any]) -> None:
        body = {"rig": self.rig, "water": self.water, "edits": [step], "seq": 1}
        self.rig = self.me.call("POST", "/api/v1/workbench", body)["rig"]

    def _edit(self, step: dict[str, Any], last: bool) -> None:
        begun = time.monotonic()
        try:
            self._asked(step)
            self.edits.append(time.monotonic() - begun)
            job = self.me.call("POST", "/api/v1/jobs", {"kind": "band", "rig": self.rig, "water": self.water})["id"]
            asked, first, looks = time.monotonic(), False, 0
            time.sleep(min(max(0.8 * self.expects, 0.12), 1.0))
            while True:
                seen = self.me.call("GET", f"/api/v1/jobs/{job}")
                if seen["found"] and not first:
                    first = True
                    self.first.append(time.monotonic() - asked)
                    self.expects = self.first[-1] / (1 if looks else 2)
                if seen["state"] in ("done", "failed", "stopped"):
                    if seen["state"] == "done":
                        self.whole.append(time.monotonic() - asked)
                    break
                if time.monotonic() - begun > APART_S and not last:
                    # The next edit: what was asked before is not wanted any more.
                    self.me.call("DELETE", f"/api/v1/jobs/{job}")
                    break
                if time.monotonic() - begun > LONGEST_S:
                    self.errors.append(f"no answer in {LONGEST_S:.0f} s: {seen['state']}")
                    break
                # As the screen looks: the longer it takes, the seldomer (web/src/state/run_job.ts).
                looks += 1
                least = (1.0 if first else 0.24) if seen["state"] == "waiting" else 0.12
                time.sleep(min(max((time.monotonic() - asked) / 3, least), 1.0))
        except urllib.error.HTTPError as error:
            self.errors.append(f"{error.code} {error.read().decode()[:300]}")
        except (OSError, json.JSONDecodeError) as error:
            self.errors.append(str(error))
        time.sleep(max(begun + APART_S - time.monotonic(), 0.0))


def p95(values: list[float]) -> float:
    """Return the 95th of a hundred."""
    return statistics.quantiles(values, n=20)[-1] if len(values) > 1 else float("nan")


def memory(site: Site) -> float:
    """Return the private memory of the server's processes, MB."""
    assert site.process is not None
    total = 0
    for pid in (site.process.pid, *site.children()):
        for line in Path(f"/proc/{pid}/smaps_rollup").read_text().splitlines():
            if line.startswith(("Private_Clean", "Private_Dirty")):
                total += int(line.split()[1])
    return total / 1024


def cores() -> tuple[float, float]:
    """Return the seconds of all cores that were worked, and those there were: a host that holds a machine back gives fewer."""
    user, nice, system, idle, waits, irq, soft = map(int, Path("/proc/stat").read_text().split()[1:8])
    worked = user + nice + system + irq + soft
    return worked / os.sysconf("SC_CLK_TCK"), (worked + idle + waits) / os.sysconf("SC_CLK_TCK")


def worked(site: Site) -> tuple[float, float, float, float]:
    """Return the seconds of cores that web processes, job processes, the anglers here and all the rest have worked."""
    by_nice = {True: 0.0, False: 0.0}
    for pid in site.children():
        rest = Path(f"/proc/{pid}/stat").read_text().rpartition(")")[2].split()
        by_nice[int(rest[16]) > 0] += (int(rest[11]) + int(rest[12])) / os.sysconf("SC_CLK_TCK")
    mine = time.process_time()
    return by_nice[False], by_nice[True], mine, cores()[0] - by_nice[False] - by_nice[True] - mine


def measure(site: Site, anglers: int, seconds: float, fast: bool = False) -> None:
    """Print how long so many anglers wait, and what memory there is before, after a third, and at the end."""
    people = [Angler(site, k, anglers, 0.0, fast) for k in range(anglers)]
    before = memory(site)
    begun, there, before_it = time.monotonic(), cores(), worked(site)
    until = begun + seconds
    for person in people:
        person.until = until
        person.start()
    time.sleep(seconds / 3)
    warm = memory(site)
    time.sleep(max(until - time.monotonic(), 0))
    took, given, worked_by = time.monotonic() - begun, cores(), worked(site)
    for person in people:
        person.join(LONGEST_S + EDITS * APART_S)
    edits, first, whole = (
        [v for person in people for v in getattr(person, name)] for name in ("edits", "first", "whole")
    )
    errors = [e for person in people for e in person.errors]
    shares = [f"{(b - a) / took:.2f} {name}" for a, b, name in zip(before_it, worked_by, WHO, strict=True)]
    print(
        f"{anglers} anglers, {seconds:.0f} s: {len(edits)} edits, p50 {1000 * statistics.median(edits):.0f} p95 {1000 * p95(edits):.0f} ms; "
        f"first shares p95 {p95(first):.1f} s ({len(first)}); all p95 {p95(whole):.1f} s ({len(whole)}); "
        f"{len(errors)} errors {errors[:2]}; memory {before:.0f} → {warm:.0f} → {memory(site):.0f} MB; "
        f"{(given[0] - there[0]) / took:.2f} cores worked of {(given[1] - there[1]) / took:.2f} that were given: {', '.join(shares)}",
        flush=True,
    )


def main() -> None:
    """Measure for some numbers of anglers."""
    asked = [int(v) for v in sys.argv[1:2]] or [5, 20]
    seconds = float(sys.argv[2]) if len(sys.argv) > 2 else 90.0
    with shared_postgres(()) as postgres:
        site = Site(postgres.copy("load", VALLEY), Path("/tmp/load.log"))
        site.start()
        try:
            for anglers in asked:
                measure(site, anglers, seconds, sys.argv[3:4] == ["fast"])
        finally:
            site.stop()


if __name__ == "__main__":
    main()
