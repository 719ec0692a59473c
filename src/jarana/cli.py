"""The command line: ``jarana chain``, ``jarana demo``, ``jarana standin`` and what the build needs."""

from __future__ import annotations

import argparse
import json
import os
import sys
from collections.abc import Callable
from datetime import date
from pathlib import Path
from typing import TYPE_CHECKING, Any, TypeVar

from pydantic import ValidationError

import jarana
from jarana.cli_archive import add_archive_commands
from jarana.cli_bank import add_bank_commands
from jarana.cli_search import add_commands
from jarana.cli_serve import add_serve_commands
from jarana.cli_units import add_units
from jarana.core.documents import Document, read
from jarana.core.errors import Fault, InputError, SolverError, path_of
from jarana.core.words import phrases

if TYPE_CHECKING:
    from jarana.core.tackle.drawer import Drawer

say = phrases(
    __name__,
    """
larger-than = is larger than { $mb } MB
holds-no = holds no document
holds-none = holds none of { $files }
how-deep = How deep every fly of a rig is, when, and why.
jarana = jarana { $version }
run-engine = run engine cases (docs/formats.md); JSON on standard output
file-standard = a file, or - for standard input
start-jarana = start Jarana with the invented valley
where-everything = where everything is kept
address-listen = the address to listen on; 0.0.0.0 for all of this machine
name-address = a name or address a phone calls this machine by
start-over = start over, after asking
what-rig = what a rig says of itself (docs/formats.md)
every-reading = every reading and strength of a rig file as JSON
rig-file = a rig file
water-as = a water as JSON; a plain one without
rule-set = a rule set as JSON
folder-with = a folder with the CSV files of a drawer (spools.csv, flies.csv, …)
methods-how = the methods, or how a water speaks for each
water-as-json = a water as JSON
catalogue-every = the catalogue: every sentence and label of the core, by module
all-words = all words of core, tables and screen as a file, to be filled in
same-with = the same with accents on every vowel: what shows none of them was not taken from it
write-waters = write waters, rules, rigs and tackle of a running demo as files
where-new = where to, a new or an empty folder
where-demo = where the demo keeps everything
leaders-from = leaders from spools (docs/leaders.md)
design-leader = design a leader; JSON on standard output
file-standard-input = a file, or - for standard input (docs/leader.schema.json)
svg-drawing = an SVG drawing instead
run-simulated = run a simulated device or gauge, misbehaving on demand
each-how = each how many-th answer misbehaves
print-plans = print plans and what they think, for the front end's tests
print-json = print the JSON Schema of a document
there-no = there is no such file
folder-file = is a folder; a file is wanted
cannot-read = cannot be read: { $error }
cannot-read-as = cannot be read as JSON: { $error }
there-no-such = there is no such folder
no-folder = is no folder
passed-over = { $name }: passed over, it is no kind of tackle ({ $kinds })
print-figures = print figures as they are written, for the front end's tests
print-words = print the words of the trade and of the product
print-description = print the description of the API
compile-engine = compile the engine ahead of the first start
""",
)


Doc = TypeVar("Doc", bound=Document)

LARGEST_CASE = 20_000_000
"""bytes."""
LARGEST_SPEC = 1_000_000
"""characters."""


def _answered(work: Callable[[], str]) -> int:
    """Print what some work on files comes to; everything wrong with them to standard error, a line each, and 2."""
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
    return _print(text)


def _print(text: str) -> int:
    """Print to standard output; a reader that has seen enough (``| head``) is no fault."""
    try:
        print(text, flush=True)
    except BrokenPipeError:
        os.dup2(os.open(os.devnull, os.O_WRONLY), sys.stdout.fileno())
    return 0


def _read(name: str, most: int) -> str:
    """Return a file's text, or standard input's for ``-``; what cannot be read is named as what it is."""
    try:
        if name == "-":
            text = sys.stdin.read(most + 1)
        else:
            with Path(name).open(encoding="utf-8") as source:
                text = source.read(most + 1)
    except FileNotFoundError:
        raise InputError.one("", name, say("there-no")) from None
    except IsADirectoryError:
        raise InputError.one("", name, say("folder-file")) from None
    except (OSError, UnicodeDecodeError) as error:
        raise InputError.one("", name, say("cannot-read", error=error)) from None
    if len(text) > most:
        raise InputError.one("", name, say("larger-than", mb=most // 1_000_000))
    return text


def _json(name: str, most: int) -> Any:
    """Return what a JSON file holds; what is wrong with it is told with the file's name."""
    text = _read(name, most)
    try:
        return json.loads(text)
    except (ValueError, RecursionError) as error:
        raise InputError.one("", name, say("cannot-read-as", error=error)) from None


def _document(kind: type[Doc], name: str) -> Doc:
    """Return the document a JSON file holds, of whatever version; faults are told with the file's name."""
    data = _json(name, LARGEST_SPEC)
    if not isinstance(data, dict):
        raise InputError.one("", name, say("holds-no"))
    try:
        return read(kind, data)
    except InputError as error:
        raise error.under(name) from None
    except ValidationError as error:
        raise InputError([Fault(f"{name}: {path_of(e['loc'])}", "", e["msg"]) for e in error.errors()]) from None


def _rig(name: str) -> Any:
    """Return the rig a file holds."""
    from jarana.formats.rig_file import rig_from_text

    return rig_from_text(_read(name, LARGEST_SPEC))


def _chain(arguments: argparse.Namespace) -> int:
    from jarana.formats.chain_case import answer_file

    return _answered(lambda: json.dumps(answer_file(_json(arguments.case, LARGEST_CASE)), indent=1))


def _demo(arguments: argparse.Namespace) -> int:
    from jarana.hosting.demo_run import reset, run_demo

    folder = Path(arguments.data)
    if arguments.reset:
        reset(folder)
    return run_demo(folder, arguments.port, arguments.listen, tuple(arguments.name))


def _openapi(_arguments: argparse.Namespace) -> int:
    from jarana.api.app import create_app
    from jarana.api.settings import Settings
    from jarana.api.spec import openapi

    app = create_app(Settings("postgresql+psycopg://nobody@127.0.0.1:1/none", "none"))
    return _print(json.dumps(openapi(app), indent=1, sort_keys=True))


def _schema(arguments: argparse.Namespace) -> int:
    from jarana.formats.schemas import SCHEMAS

    return _print(json.dumps(SCHEMAS[arguments.document](), indent=1, sort_keys=True))


def _golden(_arguments: argparse.Namespace) -> int:
    from jarana.formats.golden import golden_figures

    return _print(json.dumps(golden_figures()))


def _glossary(_arguments: argparse.Namespace) -> int:
    from jarana.core.glossary import glossary_page

    return _print(glossary_page().rstrip("\n"))


def _golden_plans(_arguments: argparse.Namespace) -> int:
    from jarana.formats.golden_bank import golden_plans

    return _print(json.dumps(golden_plans()))


def _leader(arguments: argparse.Namespace) -> int:
    from jarana.core.leader.design import design
    from jarana.core.leader.spec import LeaderSpec
    from jarana.core.units import Writer
    from jarana.formats.leader_svg import leader_svg

    def work() -> str:
        spec = LeaderSpec.model_validate(_json(arguments.spec, LARGEST_SPEC))
        made = design(spec, Writer())
        return leader_svg(made, Writer()).rstrip() if arguments.draw else made.model_dump_json(indent=1)

    return _answered(work)


def _report(arguments: argparse.Namespace) -> int:
    from jarana.core.rules.rule_set import RuleSet
    from jarana.core.search.report import report_rig
    from jarana.core.situation import Person, Setting, Situation
    from jarana.core.tackle.drawer import Drawer
    from jarana.core.water.reach import Reach, blank_reach
    from jarana.formats.rig_file import rig_from_text

    def work() -> str:
        rig = rig_from_text(_read(arguments.rig, LARGEST_SPEC))
        setting = Setting(
            water=_document(Reach, arguments.reach) if arguments.reach else blank_reach(),
            drawer=_tackle(Path(arguments.tackle)) if arguments.tackle else Drawer(),
            rules=_document(RuleSet, arguments.rules) if arguments.rules else None,
            today=date.today(),
            person=Person(units=arguments.units),
        )
        return report_rig(Situation(rig, setting)).model_dump_json(indent=1)

    return _answered(work)


def _tackle(folder: Path) -> Drawer:
    """Return the drawer of a folder of CSV files; files of no kind of tackle are passed over by name."""
    from jarana.core.stock.kinds import kinds
    from jarana.formats.stock_csv import drawer_of

    if not folder.is_dir():
        raise InputError.one("", str(folder), say("there-no-such") if not folder.exists() else say("no-folder"))
    texts = {}
    for path in sorted(folder.glob("*.csv")):
        if path.stem in kinds():
            texts[path.stem] = _read(str(path), LARGEST_SPEC)
        else:
            print(say("passed-over", name=path.name, kinds=", ".join(kinds())), file=sys.stderr)
    if not texts:
        raise InputError.one("", str(folder), say("holds-none", files=", ".join(f"{key}.csv" for key in kinds())))
    return drawer_of(texts)


def _words(arguments: argparse.Namespace) -> int:
    from jarana.formats.words_file import disguised, english, fluent_text

    words = english()
    if arguments.file or arguments.disguised:
        return _print((disguised(words) if arguments.disguised else words).model_dump_json(indent=1))
    return _print(fluent_text(words))


def _methods(arguments: argparse.Namespace) -> int:
    from jarana.core.methods import methods, ranked
    from jarana.core.water.reach import Reach

    def work() -> str:
        if not arguments.reach:
            return "\n".join(f"{m.number:2}  {m.key:18} {m.name}: {m.when}" for m in methods().values())
        rows = ranked(_document(Reach, arguments.reach))
        return "\n".join(f"{fit.score:+4}  {m.key:18} {'; '.join((*fit.pros, *fit.cons))}" for m, fit in rows)

    return _answered(work)


def _export(arguments: argparse.Namespace) -> int:
    from jarana.hosting.export import export_to

    return _answered(lambda: export_to(Path(arguments.folder), Path(arguments.data), arguments.person))


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
    parser = argparse.ArgumentParser(prog="jarana", description=say("how-deep"))
    parser.add_argument("--version", action="version", version=say("jarana", version=jarana.__version__))
    commands = parser.add_subparsers(required=True, metavar="command")
    chain = commands.add_parser("chain", help=say("run-engine"))
    chain.add_argument("case", help=say("file-standard"))
    chain.set_defaults(run=_chain)
    demo = commands.add_parser("demo", help=say("start-jarana"))
    demo.add_argument("--data", default=".jarana", help=say("where-everything"))
    demo.add_argument("--port", type=int, default=8450)
    demo.add_argument("--listen", default="127.0.0.1", help=say("address-listen"))
    demo.add_argument("--name", action="append", default=[], help=say("name-address"))
    demo.add_argument("--reset", action="store_true", help=say("start-over"))
    demo.set_defaults(run=_demo)
    rig = commands.add_parser("rig", help=say("what-rig"))
    rig_verbs = rig.add_subparsers(required=True, metavar="verb")
    report = rig_verbs.add_parser("report", help=say("every-reading"))
    report.add_argument("rig", help=say("rig-file"))
    report.add_argument("--reach", help=say("water-as"))
    report.add_argument("--rules", help=say("rule-set"))
    report.add_argument("--tackle", help=say("folder-with"))
    add_units(report)
    report.set_defaults(run=_report)
    readers: dict[str, Callable[..., Any]] = {
        "answered": _answered, "document": _document, "rig": _rig, "tackle": lambda f: _tackle(Path(f)),
        "json": lambda f: _json(f, LARGEST_SPEC), "read": read, "text": lambda f: _read(f, LARGEST_SPEC),
    }  # fmt: skip
    add_commands(commands, readers)
    add_bank_commands(commands, readers)
    add_serve_commands(commands)
    add_archive_commands(commands)
    methods = commands.add_parser("methods", help=say("methods-how"))
    methods.add_argument("--reach", help=say("water-as-json"))
    methods.set_defaults(run=_methods)
    words = commands.add_parser("words", help=say("catalogue-every"))
    words.add_argument("--file", action="store_true", help=say("all-words"))
    words.add_argument(
        "--disguised",
        action="store_true",
        help=say("same-with"),
    )
    words.set_defaults(run=_words)
    export = commands.add_parser("export", help=say("write-waters"))
    export.add_argument("folder", help=say("where-new"))
    export.add_argument("--data", default=".jarana", help=say("where-demo"))
    export.add_argument("--person", default="Demo", help="whose")
    export.set_defaults(run=_export)
    leader = commands.add_parser("leader", help=say("leaders-from"))
    verbs = leader.add_subparsers(required=True, metavar="verb")
    designer = verbs.add_parser("design", help=say("design-leader"))
    designer.add_argument("spec", help=say("file-standard-input"))
    designer.add_argument("--draw", action="store_true", help=say("svg-drawing"))
    designer.set_defaults(run=_leader)
    standin = commands.add_parser("standin", help=say("run-simulated"))
    standin.add_argument("device", choices=["micrometer", "scale", "gauge"])
    standin.add_argument("--port", type=int, default=0)
    standin.add_argument("--seed", type=int, default=7)
    standin.add_argument("--fault", choices=["none", "garbled", "late", "gone"], default="none")
    standin.add_argument("--every", type=int, default=1, help=say("each-how"))
    standin.set_defaults(run=_standin)
    commands.add_parser("golden", help=say("print-figures")).set_defaults(run=_golden)
    commands.add_parser("glossary", help=say("print-words")).set_defaults(run=_glossary)
    plans = commands.add_parser("golden-plans", help=say("print-plans"))
    plans.set_defaults(run=_golden_plans)
    commands.add_parser("openapi", help=say("print-description")).set_defaults(run=_openapi)
    schema = commands.add_parser("schema", help=say("print-json"))
    schema.add_argument("document", choices=["rig", "water", "rules", "leader", "report", "tackle"])
    schema.set_defaults(run=_schema)
    commands.add_parser("warm", help=say("compile-engine")).set_defaults(run=_warm)
    arguments = parser.parse_args(argv)
    code: int = arguments.run(arguments)
    return code


if __name__ == "__main__":
    sys.exit(main())
