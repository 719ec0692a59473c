"""Medians of what must be fast: the engine, and an edit on the workbench seen in the browser."""

from __future__ import annotations

import json
import statistics
import time
from collections.abc import Callable, Iterator
from dataclasses import replace
from itertools import count

from playwright.sync_api import Page, sync_playwright

from jarana.core.drift.lower import lower
from jarana.core.drift.result import simulate
from jarana.core.engine.chain import run
from jarana.core.engine.scenario import Scenario
from jarana.core.engine.steady import steady_float, steady_held
from jarana.core.methods import methods, ranked
from jarana.core.outcomes.band import band_of
from jarana.core.rig.model import Rig
from jarana.core.search.bench import work_on_rig
from jarana.core.search.best import Search
from jarana.core.search.find import find
from jarana.core.search.ladder import ladder
from jarana.core.search.lanes import Helper, engage
from jarana.core.search.moves import coordinates
from jarana.core.search.schools import two_schools
from jarana.core.search.start import start
from jarana.core.search.tries import tries
from jarana.core.search.valued import SOME, Valuer
from jarana.core.search.wanted import Wanted
from jarana.core.situation import Situation
from jarana.core.unknowns.deviates import FIRST
from jarana.core.water.reach import Reach
from jarana.formats.chain_case import read_scenario
from jarana.formats.chain_case3 import read_scenario3
from tests.bench.drawer import files, grid
from tests.bench.opening import SLOWER, slowed
from tests.bench.stiff import stiff
from tests.conftest import CASES, VALLEY, shared_postgres
from tests.core.engine.test_chain import scenario
from tests.core.search.test_search import all_moves
from tests.coverage import cases, held, led, water
from tests.e2e.conftest import FLAGS, Site, enter
from tests.fishing import REACHES, fished, setting, started

ADDITIONS, RESTED = 20_000_000, 0.7
"""Additions that say how quick a machine is just now, and the s they took where the wanted figures were set: who has it to himself."""
ROUNDS = 15
PRESSES = 60
REST_MS = 200
"""Between two presses: the swing of the curve takes 150 ms."""
WATCH = """() => {
  const tank = document.querySelector('[data-testid=tank]');
  window.took = [];
  window.watching?.disconnect();
  window.addEventListener('keydown', () => { window.begun = performance.now(); }, true);
  window.watching = new MutationObserver(() => requestAnimationFrame(() => {
    window.took.push(performance.now() - window.begun);
  }));
  window.watching.observe(tank, { attributes: true, attributeFilter: ['data-drift'] });
}"""


def timed(work: Callable[[], object], rounds: int = ROUNDS) -> float:
    """Return the median of so many runs, ms, after one to warm up."""
    work()
    took = []
    for _ in range(rounds):
        begun = time.perf_counter()
        work()
        took.append((time.perf_counter() - begun) * 1000)
    return statistics.median(took)


def machine() -> None:
    """Print how quick the machine is just now: what is measured while others use it takes as much longer."""
    begun, total = time.perf_counter(), 0
    for k in range(ADDITIONS):
        total += k
    took = time.perf_counter() - begun
    print(f"-- the machine just now: {ADDITIONS} additions in {took:.1f} s, {took / RESTED:.1f} x a rested one's")


def steady_cases() -> tuple[Scenario, Scenario]:
    """Return the sample cases of a held rig with a dropper and of a float."""
    rows = {c["id"]: c["input"] for c in json.loads(CASES.read_text())["cases"] if c["kind"] == "steady"}
    return read_scenario(rows["st06-held-dropper"]), read_scenario(rows["st09-float"])


def engine() -> None:
    """Print what one drift costs, and what stands round it."""
    reach = REACHES[0]
    turn = count()

    def fresh() -> Situation:
        """A situation not computed yet: nothing is taken from a store."""
        return fished(rig.model_copy(update={"name": f"rig {next(turn)}"}), reach)

    rig = started("level-contact", reach)
    chain = lower(fresh()).scenario
    long = scenario(main=tuple(s.__class__(**{**s.__dict__, "spacing": 0.022}) for s in scenario().main))
    nodes = run(long).mesh.size
    one, full, whole = (
        timed(lambda: run(long)),
        timed(lambda: simulate(fresh())),
        timed(lambda: work_on_rig(fresh())),
    )
    held, hung = steady_cases()
    shape = timed(lambda: steady_held(held, held.top.velocity(0.0)[0]))
    float_shape = timed(lambda: steady_float(hung))
    second = replace(long, times=(1.0,))
    short = timed(lambda: run(second))
    begun = time.perf_counter()
    there, here = stiff(second)
    general = (time.perf_counter() - begun) * 1000
    sure = timed(lambda: band_of(fresh()), rounds=3)
    twenty = [
        timed(lambda m=m: m.begin(setting(next(r for r in REACHES if r.kind in m.waters))), 5)
        for m in methods().values()
    ]
    both = timed(lambda: two_schools(fresh()), rounds=5)
    space()
    print(
        f"a rig of each of {len(twenty)} methods: median {statistics.median(twenty):.1f} ms, slowest {max(twenty):.1f} ms; ranked in {timed(lambda: ranked(reach)):.2f} ms"
    )
    print(f"both schools of every question           {both:6.0f} ms  ({both / full:.1f} x the demo rig's drift)")
    print(f"settled shape: held {shape:5.2f} ms, under a float {float_shape:5.2f} ms  (wanted < 0.3, < 1.5)")
    first = timed(lambda: band_of(fresh(), members=FIRST), rounds=3)
    print(f"shares of the demo rig: first {first:6.0f} ms (wanted < 300), settled {sure:6.0f} ms (wanted < 1200)")
    print(
        f"its first second as stiff springs (BDF)  {general:6.0f} ms, {general / short:.0f} x the engine  (wanted > 300 x); "
        f"end depths {there:.4f} and {here:.4f} m"
    )
    print(f"20 s drift, two flies, {nodes} nodes          {one:6.1f} ms  (wanted < 40)")
    print(f"the demo rig's drift ({chain.times[-1]:.0f} s), all figures {full:6.1f} ms  ({full / one:.2f} x the first)")
    print(f"readings, strengths, section with it       {whole:6.1f} ms  ({whole / one:.2f} x the first)")


def space() -> None:
    """Print what chains in space cost: the sample cases over 20 s, and a lake team over four minutes."""
    rows = {c["id"]: c["input"] for c in json.loads(CASES.with_name("samples3.json").read_text())["cases"]}
    for name, key, wanted in (
        ("contact from the tip", "t3-e-calm", 30),
        ("swing", "t3-d1", 35),
        ("dry over a fast lane", "t3-c1", 60),
    ):
        case = replace(read_scenario3(rows[key]), times=tuple(0.1 * k for k in range(1, 201)))
        plain = replace(case, main=tuple(replace(s, bending=0.0) for s in case.main))
        nodes = run(case).mesh.size
        print(
            f"20 s, {name}, {nodes} nodes: {timed(lambda c=plain: run(c)):5.1f} ms, with bending {timed(lambda c=case: run(c)):5.1f} ms  (wanted < {wanted})"
        )
    team = {c["id"]: c["input"] for c in json.loads(CASES.read_text())["cases"]}["tr01-still-team-held"]
    lake = replace(read_scenario(team), times=tuple(2.0 * k for k in range(1, 121)))
    print(f"240 s of a lake team, {run(lake).mesh.size} nodes: {timed(lambda: run(lake)):5.1f} ms  (wanted < 80)")
    for key in ("float-pair", "swung", "lake-team"):
        reach = next(r for r in REACHES if r.kind in methods()[key].waters)
        rig, turn = started(key, reach), count()

        def fresh(rig: Rig = rig, reach: Reach = reach, turn: Iterator[int] = turn) -> Situation:
            return fished(rig.model_copy(update={"name": f"rig {next(turn)}"}), reach)

        print(f"128-member band, {key}: {timed(lambda f=fresh: band_of(f()), rounds=3):6.0f} ms")


def search() -> None:
    """Print what the askers of the search take, and brute force over the same moves beside it."""
    where = water(0.9, 0.62)
    hand = started("level-contact", where)
    lake = water(3.5, 0.0, "lake", off_m=12.0)
    print(
        f"start, contact: {timed(lambda: start(methods()['level-contact'], setting(where)), 3):6.0f} ms  (wanted < 800)"
    )
    turn = count()

    def asked() -> Situation:
        """A situation that was not asked about yet: nothing is told again."""
        return fished(hand.model_copy(update={"name": f"rig {next(turn)}"}), where)

    print(f"tries: {timed(lambda: tries(asked()), 3):6.0f} ms  (wanted < 500)")
    print(f"ladder 8 x 8: {timed(lambda: ladder(fished(hand, where)), 3):6.0f} ms  (wanted < 3000)")
    helper = Helper()
    for name, reach in (("river", where), ("lake", lake)):
        for processes, beside in (("one process", None), ("two", helper)):
            engage(beside)
            heard: list[float] = []
            begun = time.perf_counter()
            found = find(
                setting(reach), Wanted(hand=hand), tell=lambda _, b=begun, h=heard: h.append(time.perf_counter() - b)
            )
            took = time.perf_counter() - begun
            print(
                f"find, {name}, {processes}: first {heard[0]:.1f} s, five {heard[min(4, len(heard) - 1)]:.1f} s, settled {took:.1f} s, {found.drifts} drifts  (wanted < 2.5 s)"
            )
    helper.end()
    engage(None)
    here = fished(led(hand, 1.0), where)
    value = Valuer()
    begun = time.perf_counter()
    every = value(list(all_moves(here, ("pace", "length", "diameter", "weight"))), SOME)
    brute = time.perf_counter() - begun
    others = tuple(c.key for c in coordinates() if c.key not in ("pace", "length", "diameter", "weight"))
    quick = Valuer()
    begun = time.perf_counter()
    best = Search(here, quick, without=others).best()
    took = time.perf_counter() - begun
    assert best is not None
    (judged,) = quick([best.situation], SOME)
    print(
        f"brute force over pace, length, diameter and weight: {brute:.1f} s, {value.drifts} drifts; the search {took:.1f} s, {quick.drifts} drifts "
        f"({value.drifts / quick.drifts:.0f} x fewer, {brute / took:.0f} x quicker; wanted 30), {judged.worth.minutes / every[0].worth.minutes:.1%} of its worth"
    )


def honest(drifts: int = 400) -> None:
    """Print how often drifts made apart from the members lie between P10 and P90."""
    for case in cases():
        shares = held(case, drifts)
        print(f"P10 to P90, {case.name}: " + ", ".join(f"{name} {share:.0%}" for name, share in shares.items()))


def browser(page: Page, presses: int = PRESSES, of: str = "") -> None:
    """Print how long a key takes to become a redrawn curve, measured in the page."""
    page.evaluate(WATCH)
    for press in range(presses):
        before = page.evaluate("window.took.length")
        page.keyboard.press("]" if press % 2 == 0 else "[")
        page.wait_for_function("n => window.took.length > n", arg=before)
        page.wait_for_timeout(REST_MS)
    took = sorted(page.evaluate("window.took"))
    p95 = took[int(len(took) * 0.95) - 1]
    print(
        f"key to redrawn curve{of}, {len(took)} presses: median {statistics.median(took):5.1f} ms, p95 {p95:5.1f} ms  (wanted p95 < 100)"
    )


def main() -> None:
    """Measure everything."""
    for part in (engine, files, search, honest):
        machine()
        part()
    machine()
    with shared_postgres() as postgres:
        site = Site(postgres.copy("bench", VALLEY))
        try:
            site.start()
            with sync_playwright() as play:
                chromium = play.chromium.launch(executable_path="/usr/bin/chromium", args=FLAGS)
                page = enter(chromium.new_context(viewport={"width": 1280, "height": 800}), site)
                browser(page)
                session = slowed(page, line=False)
                browser(page, PRESSES // 3, f", processor / {SLOWER}")
                session.detach()
                grid(page)
                chromium.close()
        finally:
            site.stop()


if __name__ == "__main__":
    main()
