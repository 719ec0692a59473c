"""``--units`` of every command that writes figures."""

from __future__ import annotations

import argparse

from jarana.core.unit_rules import MARK, MARKS, QUANTITIES, WHOLE, known_units


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
        help=f"{', '.join(WHOLE)}; or one with changes: {each}",
    )


def _told(text: str) -> str:
    known = known_units(text)
    if known is None:
        raise argparse.ArgumentTypeError(
            f"{text!r} is no choice of units; say {', '.join(WHOLE)}, or one with changes: {next(iter(WHOLE))},fish=lb"
        )
    return known
