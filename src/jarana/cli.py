"""The command line: ``jarana chain``, ``jarana demo``, ``jarana standin`` and what the build needs."""

from __future__ import annotations

import argparse
import json
import sys
from collections.abc import Callable
from pathlib import Path

from jarana.core.errors import InputError, SolverError, path_of

LARGEST_CASE = 20_000_000
"""bytes."""
LARGEST_SPEC = 1_000_000
"""characters."""


def _answered(name: str, work: Callable[[], str]) -> int:
    """Print what some work on a file comes to; everything wrong with the file to standard error, a line each, and 2."""
    from pydantic import ValidationError

    try:
        text = work()
    except ValidationError as error:
        for e in error.errors():
            print(f"{path_of(e['loc'])}: {e['msg']}", file=sys.stderr)
        return 2
    except InputError as error:
        for fault in error.faults:
            print(fault, file=sys.stderr)
        return 2
    except SolverError as error:
        print(error, file=sys.stderr)
        return 2
    except (OSError, UnicodeDecodeError, RecursionError, ValueError) as error:
        print(f"{name}: cannot be read as JSON: {error}", file=sys.stderr)
        return 2
    print(text)
    return 0


def _read(name: str, most: int) -> str:
    """Return a file's text, or standard input's for ``-``."""
    if name == "-":
        text = sys.stdin.read(most + 1)
    else:
        with Path(name).open(encoding="utf-8") as source:
            text = source.read(most + 1)
    if len(text) > most:
        raise InputError.one("", name, f"is larger than {most // 1_000_000} MB")
    return text


def _chain(arguments: argparse.Namespace) -> int:
    from jarana.formats.chain_case import answer_file

    return _answered(
        arguments.case, lambda: json.dumps(answer_file(json.loads(_read(arguments.case, LARGEST_CASE))), indent=1)
    )


def _demo(arguments: argparse.Namespace) -> int:
    from jarana.hosting.demo_run import reset, run_demo

    folder = Path(arguments.data)
    if arguments.reset:
        reset(folder)
    return run_demo(folder, arguments.port)


def _openapi(_arguments: argparse.Namespace) -> int:
    from jarana.api.app import create_app
    from jarana.api.settings import Settings
    from jarana.api.spec import openapi

    app = create_app(Settings("postgresql+psycopg://nobody@127.0.0.1:1/none", "none"))
    json.dump(openapi(app), sys.stdout, indent=1, sort_keys=True)
    print()
    return 0


def _schema(arguments: argparse.Namespace) -> int:
    from jarana.formats.schemas import SCHEMAS
    from jarana.usecases.report_rig import report_schema

    made = SCHEMAS | {"report": report_schema}
    json.dump(made[arguments.document](), sys.stdout, indent=1, sort_keys=True)
    print()
    return 0


def _leader(arguments: argparse.Namespace) -> int:
    from jarana.core.leader.design import design
    from jarana.core.leader.spec import LeaderSpec
    from jarana.core.units import Writer
    from jarana.formats.leader_svg import leader_svg

    def work() -> str:
        spec = LeaderSpec.model_validate(json.loads(_read(arguments.spec, LARGEST_SPEC)))
        made = design(spec, Writer())
        return leader_svg(made, Writer()).rstrip() if arguments.draw else made.model_dump_json(indent=1)

    return _answered(arguments.spec, work)


def _report(arguments: argparse.Namespace) -> int:
    from jarana.core.readings.base import Known
    from jarana.core.rules.rule_set import RuleSet
    from jarana.core.water.reach import Reach, blank_reach
    from jarana.formats.rig_file import rig_from_text
    from jarana.formats.stock_csv import drawer_of
    from jarana.usecases.report_rig import report_rig

    def work() -> str:
        rig = rig_from_text(_read(arguments.rig, LARGEST_SPEC))
        water, rules, drawer = blank_reach(), None, None
        if arguments.reach:
            water = Reach.model_validate_json(_read(arguments.reach, LARGEST_SPEC))
        if arguments.rules:
            rules = RuleSet.model_validate_json(_read(arguments.rules, LARGEST_SPEC))
        if arguments.tackle:
            files = sorted(Path(arguments.tackle).glob("*.csv"))
            drawer = drawer_of({path.stem: _read(str(path), LARGEST_SPEC) for path in files})
        known = Known(rules=rules, drawer=drawer)
        return report_rig(rig, water, arguments.units, known).model_dump_json(indent=1)

    return _answered(arguments.rig, work)


def _standin(arguments: argparse.Namespace) -> int:
    from threading import Event

    from jarana.ports.line_device import DEVICES
    from jarana.ports.standins.gauge import GaugeService
    from jarana.ports.standins.line_device import LineDevice

    true, spread = {"micrometer": (0.154e-3, 0.0015e-3), "scale": (18.6, 0.5), "gauge": (0.0, 0.0)}[arguments.device]
    if arguments.device == "gauge":
        service = GaugeService(arguments.seed, arguments.port)
        service.fault = arguments.fault
        print(service.start().address, flush=True)
    else:
        device = LineDevice(DEVICES[arguments.device], true, spread, arguments.seed, arguments.every, arguments.port)
        device.fault = arguments.fault
        print(device.start().address, flush=True)
    try:
        Event().wait()
    except KeyboardInterrupt:
        return 0
    return 0


def _warm(_arguments: argparse.Namespace) -> int:
    from jarana.hosting.warm_up import warm_up

    warm_up()
    return 0


def main(argv: list[str] | None = None) -> int:
    """Run a command; returns the process's exit code."""
    parser = argparse.ArgumentParser(prog="jarana", description="How deep every fly of a rig is, when, and why.")
    commands = parser.add_subparsers(required=True, metavar="command")
    chain = commands.add_parser("chain", help="run engine cases (docs/formats.md); JSON on standard output")
    chain.add_argument("case", help="a file, or - for standard input")
    chain.set_defaults(run=_chain)
    demo = commands.add_parser("demo", help="start Jarana with the invented valley")
    demo.add_argument("--data", default=".jarana", help="where everything is kept")
    demo.add_argument("--port", type=int, default=8450)
    demo.add_argument("--reset", action="store_true", help="start over, after asking")
    demo.set_defaults(run=_demo)
    rig = commands.add_parser("rig", help="what a rig says of itself (docs/formats.md)")
    rig_verbs = rig.add_subparsers(required=True, metavar="verb")
    report = rig_verbs.add_parser("report", help="every reading and strength of a rig file as JSON")
    report.add_argument("rig", help="a rig file")
    report.add_argument("--reach", help="a water as JSON; a plain one without")
    report.add_argument("--rules", help="a rule set as JSON")
    report.add_argument("--tackle", help="a folder with the CSV files of a drawer (spools.csv, flies.csv, …)")
    report.add_argument("--units", choices=["metric", "imperial", "x"], default="metric")
    report.set_defaults(run=_report)
    leader = commands.add_parser("leader", help="leaders from spools (docs/leaders.md)")
    verbs = leader.add_subparsers(required=True, metavar="verb")
    designer = verbs.add_parser("design", help="design a leader; JSON on standard output")
    designer.add_argument("spec", help="a file, or - for standard input (docs/leader.schema.json)")
    designer.add_argument("--draw", action="store_true", help="an SVG drawing instead")
    designer.set_defaults(run=_leader)
    standin = commands.add_parser("standin", help="run a simulated device or gauge, misbehaving on demand")
    standin.add_argument("device", choices=["micrometer", "scale", "gauge"])
    standin.add_argument("--port", type=int, default=0)
    standin.add_argument("--seed", type=int, default=7)
    standin.add_argument("--fault", choices=["none", "garbled", "late", "gone"], default="none")
    standin.add_argument("--every", type=int, default=1, help="each how many-th answer misbehaves")
    standin.set_defaults(run=_standin)
    commands.add_parser("openapi", help="print the description of the API").set_defaults(run=_openapi)
    schema = commands.add_parser("schema", help="print the JSON Schema of a document")
    schema.add_argument("document", choices=["rig", "leader", "report"])
    schema.set_defaults(run=_schema)
    commands.add_parser("warm", help="compile the engine ahead of the first start").set_defaults(run=_warm)
    arguments = parser.parse_args(argv)
    code: int = arguments.run(arguments)
    return code


if __name__ == "__main__":
    sys.exit(main())
