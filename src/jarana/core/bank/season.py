"""What outings tell together: were our predictions right, where did takes come, which of two rigs; with counts, never beyond them."""

from __future__ import annotations

import math
from collections import Counter
from collections.abc import Iterable, Mapping, Sequence
from datetime import UTC, tzinfo
from itertools import pairwise

from scipy.special import betaincinv

from jarana.core.bank.outing import OutingView
from jarana.core.law import doubts, listening
from jarana.core.model import Frozen
from jarana.core.strength.breaks import Fight, LinkTold, told_by
from jarana.core.tackle.drawer import KnotTest
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
same = The two rigs took alike: cannot tell yet, about { $more } more drifts each.
better = { $name } took more often: { $low } to { $high } takes more in 100 drifts (8 of 10 sure).
too-few = Too few drifts to compare: { $more } more of each at least.
broke = Of { $on } fish that were on, { $broke } broke off: between { $low } and { $high } of 100, eight of ten sure.
not-owned = no longer in the box
""",
)
PARTS = (0.0, 0.2, 0.4, 0.6, 0.8, 1.0)
"""Ends of the parts predictions are sorted into."""
SURE = 0.8
"""Share that an interval holds."""
LEAST_DRIFTS = 8
Z_SURE = 1.2816
MOST_MORE = 999
METRIC = Writer()


class Predicted(Frozen):
    """Drifts that were said to touch with about the same chance: how many, what was said, how many did, between what."""

    drifts: int
    said: float
    seen: float
    low: float
    high: float


class Rate(Frozen):
    """Takes in drifts: the share, and between what it lies in eight of ten."""

    name: str
    drifts: int
    takes: int
    share: float
    low: float
    high: float


class Tally(Frozen):
    """How often something happened."""

    name: str
    count: int


class SeasonTold(Frozen):
    """What outings tell together.

    Attributes
    ----------
    by_landed
        Of the fish that were on, those landed, by rig.
    ended
        How fish that were on ended, the most frequent first.
    broke
        How often the line gave, in a sentence; empty where no fish broke off.
    flies_lost
        Flies of the box that were lost, by name.
    strengths
        What fish that were on tell of the lines and knots that give first.
    notes
        What of it is a guess, since a law's range was left.
    inside, parts
        Of so many parts with drifts enough, how many hold what was said within what so many drifts may show.
    """

    outings: int
    drifts: int
    takes: int
    minutes: float
    predicted: tuple[Predicted, ...]
    inside: int
    parts: int
    by_rig: tuple[Rate, ...]
    by_water: tuple[Rate, ...]
    by_lane: tuple[Rate, ...]
    by_hour: tuple[Rate, ...]
    compared: str
    by_landed: tuple[Rate, ...] = ()
    ended: tuple[Tally, ...] = ()
    broke: str = ""
    flies_lost: tuple[Tally, ...] = ()
    strengths: tuple[LinkTold, ...] = ()
    notes: tuple[str, ...] = ()


ON = ("pulled out", "straightened", "broke", "landed")
"""How a take ends that was on."""


def season_of(
    outings: Sequence[OutingView],
    zone: tzinfo = UTC,
    flies: Mapping[str, str] | None = None,
    fights: Sequence[Fight] = (),
    writer: Writer = METRIC,
    own: Sequence[KnotTest] = (),
) -> SeasonTold:
    """Return what outings tell together, hours in a zone; those kept apart are left out by whoever asks.

    Parameters
    ----------
    flies
        Names of the flies of the box by the id of their weight.
    fights
        Fish that were on, with what bore them.
    own
        What one's own knots are said to keep already.
    """
    with listening() as heard:
        strengths = tuple(
            row.model_copy(update={"what": writer.marked(row.what), "says": writer.marked(row.says)})
            for row in told_by(fights, own)
        )
    on = [(o.rigs[f.rig].name, f.ended) for o in outings for f in o.fish if f.ended in ON and f.rig < len(o.rigs)]
    ended = Counter(how for _, how in on)
    lost = Counter((flies or {}).get(key, say("not-owned")) for o in outings for key in o.lost)
    said = [(row.said, row.touched) for o in outings for row in o.rows if row.said is not None]
    predicted = [
        _predicted([s for s in said if low <= s[0] < high or high == s[0] == PARTS[-1]], low, high)
        for low, high in pairwise(PARTS)
    ]
    rigs = _rates((o.rigs[f.rig].name, f.drifts, f.takes) for o in outings for f in o.fished if f.rig < len(o.rigs))
    enough = [p for p in predicted if p.drifts >= LEAST_DRIFTS]
    return SeasonTold(
        outings=len(outings),
        drifts=sum(o.drifts for o in outings),
        takes=sum(f.takes for o in outings for f in o.fished),
        minutes=round(sum(o.minutes for o in outings), 1),
        predicted=tuple(p for p in predicted if p.drifts),
        inside=sum(p.low <= p.said <= p.high for p in enough),
        parts=len(enough),
        by_rig=rigs,
        by_water=_rates((o.water_name, f.drifts, f.takes) for o in outings for f in o.fished),
        by_lane=_rates((c.lane, c.drifts, c.takes) for o in outings for c in o.covered),
        by_hour=tuple(
            sorted(
                _rates(
                    (
                        f"{row.at.astimezone(zone).hour:02d}",
                        row.drifts,
                        int(row.took),
                    )
                    for o in outings
                    for row in o.rows
                    if row.drifts
                ),
                key=lambda r: r.name,
            )
        ),
        compared=compared(rigs[0], rigs[1]) if len(rigs) > 1 else "",
        by_landed=_rates((name, 1, int(how == "landed")) for name, how in on),
        ended=_tally(ended),
        broke=_broke(ended["broke"], len(on)),
        flies_lost=_tally(lost),
        strengths=strengths,
        notes=doubts(heard.rows, writer),
    )


def _tally(counts: Counter[str]) -> tuple[Tally, ...]:
    return tuple(Tally(name=name, count=n) for name, n in sorted(counts.items(), key=lambda row: (-row[1], row[0])))


def _broke(broke: int, on: int) -> str:
    if not broke:
        return ""
    low, high = interval(broke, on)
    return say("broke", on=on, broke=broke, low=f"{low * 100:.0f}", high=f"{high * 100:.0f}")


def _predicted(rows: list[tuple[float, bool]], low: float, high: float) -> Predicted:
    drifts = len(rows)
    if not drifts:
        return Predicted(drifts=0, said=0.5 * (low + high), seen=0.0, low=0.0, high=1.0)
    touched = sum(t for _, t in rows)
    least, most = interval(touched, drifts)
    return Predicted(
        drifts=drifts, said=round(sum(s for s, _ in rows) / drifts, 3), seen=round(touched / drifts, 3), low=least, high=most
    )  # fmt: skip


def interval(happened: int, of: int) -> tuple[float, float]:
    """Return between what a share lies, eight of ten sure, from a count (Jeffreys).

    Examples
    --------
    >>> interval(0, 10)[0], interval(10, 10)[1]
    (0.0, 1.0)
    """
    tail = 0.5 * (1.0 - SURE)
    low = 0.0 if happened == 0 else float(betaincinv(happened + 0.5, of - happened + 0.5, tail))
    high = 1.0 if happened == of else float(betaincinv(happened + 0.5, of - happened + 0.5, 1.0 - tail))
    return round(low, 3), round(high, 3)


def _rates(rows: Iterable[tuple[str, int, int]]) -> tuple[Rate, ...]:
    counts: dict[str, list[int]] = {}
    for name, drifts, takes in rows:
        mine = counts.setdefault(name, [0, 0])
        mine[0] += drifts
        mine[1] += min(takes, drifts)
    made = []
    for name, (drifts, takes) in counts.items():
        if drifts:
            low, high = interval(takes, drifts)
            made.append(Rate(name=name, drifts=drifts, takes=takes, share=round(takes / drifts, 3), low=low, high=high))
    return tuple(sorted(made, key=lambda r: (-r.drifts, r.name)))


def compared(a: Rate, b: Rate) -> str:
    """Say whether one of two rigs took more often, or how many drifts more would tell."""
    fewest = min(a.drifts, b.drifts)
    if fewest < LEAST_DRIFTS:
        return say("too-few", more=LEAST_DRIFTS - fewest)
    gap = a.share - b.share
    whole = (a.takes + b.takes + 1.0) / (a.drifts + b.drifts + 2.0)
    each = whole * (1.0 - whole)
    spread = math.sqrt(each * (1.0 / a.drifts + 1.0 / b.drifts))
    if abs(gap) > Z_SURE * spread:
        better = a if gap > 0 else b
        low, high = (abs(gap) - Z_SURE * spread) * 100, (abs(gap) + Z_SURE * spread) * 100
        return say("better", name=better.name, low=f"{low:.0f}", high=f"{high:.0f}")
    wanted = 2.0 * each * (Z_SURE / max(abs(gap), 0.02)) ** 2
    more = min(max(math.ceil(wanted - fewest), 1), MOST_MORE)
    return say("same", more=more)
