"""``jarana plan simulate | pack | learn fit``: is the plan worth it, a day pack as a file, and what a log taught."""

from __future__ import annotations

import argparse
import json
import sys
from pathlib import Path
from typing import Any

from pydantic import Field

from jarana.cli_search import Readers, setting_of
from jarana.cli_units import add_units
from jarana.core.errors import InputError
from jarana.core.model import Frozen
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
bank-plan = the bank plan
fish-hidden = fish hidden waters by the plan and by rules of thumb; JSON out
scene-as = a scene as JSON, or - for standard input
tell-no = tell no progress
day-pack = a day pack as JSON: what a phone looks up at the water
rig-files = rig files that go along
water-as = a water as JSON
folder-with = a folder with the CSV files of a drawer
rule-set = a rule set as JSON
water-as-written = of the water as it is written alone
what-was = what was learnt
what-log = what a log of drifts taught of a water; JSON out
folder-rig = a folder of rig files; the log names them without .json
log-as = a log as CSV: rig, code[, drifts, low, high] (docs/formats.md)
methods-known = the methods known are: { $keys }
no-folder = is no folder of rig files
waters = { $done } of { $of } waters
""",
)


class Scene(Frozen):
    """A scene to simulate the plan in: what ``jarana plan simulate`` reads (docs/formats.md).

    Attributes
    ----------
    reach, tackle, rig
        A file, or a folder, beside the scene; a reach may stand in it itself.
    method
        Whose started rig is fished where no `rig` is named.
    spread_factor
        Hidden waters are drawn from the spreads times this.
    knot_costs_drifts
        Drifts a knot takes.
    depth_off
        How far the depth that is written is off, as a share.
    batch
        Half of the drifts are logged so many at a time; 1: each by itself.
    mistaps
        Share of taps that are wrong.
    """

    reach: str | dict[str, Any]
    method: str = ""
    tackle: str
    rig: str = ""
    spread_factor: float = Field(default=1.3, ge=0.1, le=3)
    drifts: int = Field(default=40, ge=4, le=200)
    knot_costs_drifts: float = Field(default=4.0, ge=0, le=50)
    waters: int = Field(default=100, ge=2, le=2000)
    seed: int = Field(default=1, ge=0, le=2**31)
    depth_off: float = Field(default=0.0, gt=-0.6, le=1.5)
    batch: int = Field(default=1, ge=1, le=12)
    mistaps: float = Field(default=0.05, ge=0, le=0.5)


def add_bank_commands(commands: Any, readers: Readers) -> None:
    """Add the commands of the bank."""
    plan = commands.add_parser("plan", help=say("bank-plan"))
    verbs = plan.add_subparsers(required=True, metavar="verb")
    simulate = verbs.add_parser("simulate", help=say("fish-hidden"))
    simulate.add_argument("scene", help=say("scene-as"))
    simulate.add_argument("--quiet", action="store_true", help=say("tell-no"))
    simulate.set_defaults(run=lambda arguments: _simulate(arguments, readers))
    pack = commands.add_parser("pack", help=say("day-pack"))
    pack.add_argument("rig", nargs="+", help=say("rig-files"))
    pack.add_argument("--reach", required=True, help=say("water-as"))
    pack.add_argument("--tackle", help=say("folder-with"))
    pack.add_argument("--rules", help=say("rule-set"))
    pack.add_argument("--planned", action="store_true", help=say("water-as-written"))
    add_units(pack)
    pack.set_defaults(run=lambda arguments: _pack(arguments, readers))
    learn = commands.add_parser("learn", help=say("what-was"))
    fits = learn.add_subparsers(required=True, metavar="verb")
    fit = fits.add_parser("fit", help=say("what-log"))
    fit.add_argument("--reach", required=True, help=say("water-as"))
    fit.add_argument("--tackle", help=say("folder-with"))
    fit.add_argument("--rules", help=argparse.SUPPRESS)
    fit.add_argument("--rigs", required=True, help=say("folder-rig"))
    fit.add_argument("--events", required=True, help=say("log-as"))
    add_units(fit)
    fit.set_defaults(run=lambda arguments: _fit(arguments, readers))


def _simulate(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.learn.simulate import simulate_plan
    from jarana.core.situation import Situation

    def work() -> str:
        scene = Scene.model_validate(readers["json"](arguments.scene))
        beside = Path() if arguments.scene == "-" else Path(arguments.scene).resolve().parent
        situation = Situation(*_rig_and_setting(scene, beside, readers))

        def tell(done: int, of: int) -> None:
            if not arguments.quiet and done % 10 == 0:
                print(say("waters", done=done, of=of), file=sys.stderr, flush=True)

        found = simulate_plan(
            situation,
            waters=scene.waters,
            drifts=scene.drifts,
            knot=scene.knot_costs_drifts,
            wide=scene.spread_factor,
            off=scene.depth_off,
            seed=scene.seed,
            batch=scene.batch,
            mistaps=scene.mistaps,
            tell=tell,
        )
        return found.model_dump_json(indent=1)

    code: int = readers["answered"](work)
    return code


def _rig_and_setting(scene: Scene, beside: Path, readers: Readers) -> tuple[Any, Any]:
    from jarana.core.methods import methods
    from jarana.core.search.start import Best, start
    from jarana.core.situation import Setting
    from jarana.core.water.reach import Reach

    def there(name: str) -> str:
        return str(name if Path(name).is_absolute() else beside / name)

    if isinstance(scene.reach, str):
        water = readers["document"](Reach, there(scene.reach))
    else:
        water = readers["read"](Reach, scene.reach)
    setting = Setting(water=water, drawer=readers["tackle"](there(scene.tackle)))
    if scene.rig:
        return readers["rig"](there(scene.rig)), setting
    method = methods().get(scene.method)
    if method is None:
        raise InputError.one("method", scene.method, say("methods-known", keys=", ".join(methods())))
    found = start(method, setting)
    if isinstance(found, Best):
        return found.started.rig, setting
    return method.start(setting), setting


def _pack(arguments: argparse.Namespace, readers: Readers) -> int:
    from datetime import UTC, datetime

    from jarana.core.bank.pack import pack

    def work() -> str:
        setting = setting_of(arguments, readers)
        rigs = [(Path(name).stem, readers["rig"](name)) for name in arguments.rig]
        made = pack(rigs, setting, datetime.now(UTC).isoformat(), not arguments.planned)
        return json.dumps(made.model_dump(mode="json"), separators=(",", ":"))

    code: int = readers["answered"](work)
    return code


def _fit(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.learn.water import learn
    from jarana.core.situation import Situation
    from jarana.formats.log_csv import read_log

    def work() -> str:
        setting = setting_of(arguments, readers)
        folder = Path(arguments.rigs)
        if not folder.is_dir():
            raise InputError.one("rigs", arguments.rigs, say("no-folder"))
        names = sorted(path.stem for path in folder.glob("*.json"))
        log = read_log(readers["text"](arguments.events), names)
        rigs = [Situation(readers["rig"](str(folder / f"{name}.json")), setting) for name in names]
        soundings = [depth / setting.water.depth_m for depth in log.depths]
        _, found = learn(rigs, log.sights, soundings=soundings)
        return found.model_dump_json(indent=1)

    code: int = readers["answered"](work)
    return code
