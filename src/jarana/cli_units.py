"""``--units`` of every command that writes figures."""

from __future__ import annotations

import argparse

from jarana.core.unit_rules import MARK, MARKS, QUANTITIES, WHOLE, known_units
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
one-with = { $whole }; or one with changes: { $each }
no-choice = { $text } is no choice of units; say { $whole }, or one with changes: { $first },fish=lb
""",
)


def add_units(parser: argparse.ArgumentParser) -> None:
    """Let a command be asked in units of one's own: ``--units imperial,fish=kg,mark=comma``."""
    each = "; ".join(
        [*(f"{q.key}= {' '.join(o.key for o in q.options)}" for q in QUANTITIES), f"{MARK}= {' '.join(MARKS)}"]
    )
    parser.add_argument(
        "--units",
        type=_told,
        metavar="UNITS",
        default="metric",
        help=say("one-with", whole=", ".join(WHOLE), each=each),
    )


def _told(text: str) -> str:
    known = known_units(text)
    if known is None:
        raise argparse.ArgumentTypeError(
            say("no-choice", text=f"{text!r}", whole=", ".join(WHOLE), first=next(iter(WHOLE)))
        )
    return known
