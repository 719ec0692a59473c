"""``jarana start | find | ranking | ladder | tries | rerig``: the search from the command line, JSON out."""

from __future__ import annotations

import argparse
import json
from collections.abc import Callable
from datetime import date
from typing import TYPE_CHECKING, Any

from jarana.cli_units import add_units
from jarana.core.errors import InputError
from jarana.core.words import phrases

if TYPE_CHECKING:
    from jarana.core.situation import Setting

say = phrases(
    __name__,
    """
best-rig = the best rig of a method in a water, or why it does not suit (exit 3)
what-tie = what to tie, from what is owned, for a water
methods-by = the methods by what they are worth in a water, of what is owned
what-put = what to put on as the water grows deeper or faster
one-change = the one change that betters each reading of a rig
way-from = the way from one rig to another with the fewest knots
method-s = a method's key (jarana methods)
only-this = only this method; may be given more than once
from-rig = from the rig in hand at most
rig-file = a rig file
water-as = a water as JSON
folder-with = a folder with the CSV files of a drawer (spools.csv, flies.csv, …)
rule-set = a rule set as JSON
rig-file-rig = a rig file: the rig in hand
methods-known = the methods known are: { $keys }
""",
)


DECLINED = 3
"""Exit code where a method does not suit a water."""
Readers = dict[str, Callable[..., Any]]


def add_commands(commands: Any, readers: Readers) -> None:
    """Add the commands of the search; `readers` read files: ``document``, ``rig``, ``tackle``; ``answered`` prints."""

    def command(
        name: str, help_text: str, run: Callable[[argparse.Namespace, Readers], int]
    ) -> argparse.ArgumentParser:
        parser: argparse.ArgumentParser = commands.add_parser(name, help=help_text)
        parser.add_argument("--reach", required=name != "rerig", help=say("water-as"))
        parser.add_argument("--tackle", help=say("folder-with"))
        parser.add_argument("--rules", help=say("rule-set"))
        parser.add_argument("--rig", help=say("rig-file-rig"), required=name in ("ladder", "tries"))
        add_units(parser)
        parser.set_defaults(run=lambda arguments: run(arguments, readers))
        return parser

    start = command("start", say("best-rig"), _start)
    start.add_argument("method", help=say("method-s"))
    find = command("find", say("what-tie"), _find)
    find.add_argument("--method", action="append", default=[], help=say("only-this"))
    find.add_argument("--knots", type=int, help=say("from-rig"))
    command("ranking", say("methods-by"), _ranking)
    command("ladder", say("what-put"), _ladder)
    command("tries", say("one-change"), _tries)
    way = command("rerig", say("way-from"), _rerig)
    way.add_argument("before", metavar="from", help=say("rig-file"))
    way.add_argument("after", metavar="to", help=say("rig-file"))


def setting_of(arguments: argparse.Namespace, readers: Readers) -> Setting:
    """Return the setting the files of a command tell."""
    from jarana.core.rules.rule_set import RuleSet
    from jarana.core.situation import Person, Setting
    from jarana.core.tackle.drawer import Drawer
    from jarana.core.water.reach import Reach, blank_reach

    return Setting(
        water=readers["document"](Reach, arguments.reach) if arguments.reach else blank_reach(),
        drawer=readers["tackle"](arguments.tackle) if arguments.tackle else Drawer(),
        rules=readers["document"](RuleSet, arguments.rules) if arguments.rules else None,
        today=date.today(),
        person=Person(units=arguments.units),
    )


def _start(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.methods import methods
    from jarana.core.search.answers import DeclinedView, StartView
    from jarana.core.search.start import Best, start

    declined = False

    def work() -> str:
        nonlocal declined
        method = methods().get(arguments.method)
        if method is None:
            raise InputError.one("method", arguments.method, say("methods-known", keys=", ".join(methods())))
        found = start(method, setting_of(arguments, readers))
        if isinstance(found, Best):
            return StartView.of(found).model_dump_json(indent=1)
        declined = True
        return DeclinedView.of(found).model_dump_json(indent=1)

    code: int = readers["answered"](work)
    return DECLINED if declined and code == 0 else code


def _ranking(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.search.answers import RankingView
    from jarana.core.search.ranking import ranking

    return int(
        readers["answered"](lambda: RankingView.of(ranking(setting_of(arguments, readers))).model_dump_json(indent=1))
    )


def _find(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.methods import methods
    from jarana.core.search.answers import FindView
    from jarana.core.search.find import find
    from jarana.core.search.lanes import beside
    from jarana.core.search.wanted import Wanted

    def work() -> str:
        for key in arguments.method:
            if key not in methods():
                raise InputError.one("method", key, say("methods-known", keys=", ".join(methods())))
        hand = readers["rig"](arguments.rig) if arguments.rig else None
        wanted = Wanted(tuple(arguments.method), arguments.knots, hand)
        setting = setting_of(arguments, readers)
        with beside():
            return FindView.of(find(setting, wanted)).model_dump_json(indent=1)

    code: int = readers["answered"](work)
    return code


def _ladder(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.search.ladder import ladder
    from jarana.core.situation import Situation

    def work() -> str:
        rig = readers["rig"](arguments.rig)
        return ladder(Situation(rig, setting_of(arguments, readers))).model_dump_json(indent=1)

    code: int = readers["answered"](work)
    return code


def _tries(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.search.answers import TriesView
    from jarana.core.search.tries import tries
    from jarana.core.situation import Situation

    def work() -> str:
        rig = readers["rig"](arguments.rig)
        return TriesView.of(tries(Situation(rig, setting_of(arguments, readers)))).model_dump_json(indent=1)

    code: int = readers["answered"](work)
    return code


def _rerig(arguments: argparse.Namespace, readers: Readers) -> int:
    from jarana.core.rig.rerig import rerig
    from jarana.core.search.answers import RerigView

    def work() -> str:
        setting = setting_of(arguments, readers)
        water = setting.water
        before, after = readers["rig"](arguments.before), readers["rig"](arguments.after)
        way = rerig(before, after, water.temperature_c, water.wind_m_s, setting.writer)
        return json.dumps(RerigView.of(way, way.cost.told(setting.writer)).model_dump(mode="json"), indent=1)

    code: int = readers["answered"](work)
    return code
