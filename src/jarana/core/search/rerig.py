"""From one rig to another with the fewest knots, then the least line, then the fewest minutes: a path, not a search for worth.

A state is how far the old rig's spans are used up, how far the new one's are made, and whether the end of what is made hangs
on untouched. A joint costs nothing where both its neighbours are kept uncut and it is alike.
"""

from __future__ import annotations

import heapq
from collections.abc import Iterator
from dataclasses import dataclass
from itertools import count

from jarana.core.rig.cost import CHOOSE_MIN, LINE_MIN, SLIDE_MIN, TEST_MIN, Cost, weather
from jarana.core.rig.model import AtJoint, Attachment, Joint, Rig, Span
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
keep = keep the { $what }
cut-back = cut the { $what } back to { $length }
splice = splice { $length } into the { $what }
becomes = { $was }, which becomes the { $what },
new = tie on { $length } of { $what }
put-on = put on the { $what }
fly-on = tie on { $fly }
off-winder = { $fly }, off its winder
fly-off = take the { $role } off
tag-anew = tie the tag of the { $role } anew
float-on = put the float on
float-moves = move the float
shot-on = { $what }: pinch it on
shot-at-end = { $what } at the end: a { $knot }, and pinch it on
line = another fly line: { $name }
rod = the other rod
""",
)
SAME_MM, SAME_D = 5.0, 0.005
TAG_EATEN_MM, TAG_LEAST_MM = 50.0, 60.0
"""A fly on an old tag takes so much of it; a shorter tag has to be tied anew."""
POINT_EATEN_MM = 60.0
FETCH_MIN = 0.5
MOST_SPLICES = 2
"""Knots a tippet bears."""


@dataclass(frozen=True)
class Step:
    """One thing done: in words, with its knots, line and minutes."""

    text: str
    cost: Cost


@dataclass(frozen=True)
class Rerig:
    """The way from one rig to another.

    Attributes
    ----------
    steps
        In order.
    cost
        Of all of them.
    left
        Names of the spans of the old rig that go onto a winder whole.
    """

    steps: tuple[Step, ...]
    cost: Cost
    left: tuple[str, ...]


def rerig(before: Rig, after: Rig, temperature: float, wind: float, writer: Writer) -> Rerig:
    """Return the way from one rig to another with the fewest knots, then line, then minutes."""
    return _Way(before, after, weather(temperature, wind), writer).found()


def alike(a: Span, b: Span) -> bool:
    """Say whether two spans are of the same line."""
    return (
        a.material.key == b.material.key
        and abs(a.d0_mm - b.d0_mm) < SAME_D
        and abs(a.d1_mm - b.d1_mm) < SAME_D
        and a.ready == b.ready
    )


def _same_joint(a: Joint, b: Joint) -> bool:
    return a.knot.key == b.knot.key and (a.ring is None) == (b.ring is None)


@dataclass(frozen=True, order=True)
class _State:
    used: int
    made: int
    intact: bool


class _Way:
    def __init__(self, before: Rig, after: Rig, hands: float, writer: Writer) -> None:
        self.before, self.after, self.hands, self.writer = before, after, hands, writer

    def found(self) -> Rerig:
        """Return the cheapest way by Dijkstra's algorithm over (knots, cm, minutes)."""
        goal = len(self.after.spans)
        order = count()
        start = _State(0, 0, True)
        best: dict[_State, tuple[int, float, float]] = {start: (0, 0.0, 0.0)}
        heap: list[tuple[tuple[int, float, float], int, _State, tuple[Step, ...], tuple[int, ...]]] = [
            ((0, 0.0, 0.0), next(order), start, (), ())
        ]
        while heap:
            cost, _, state, steps, kept = heapq.heappop(heap)
            if cost > best.get(state, cost):
                continue
            if state.made == goal:
                return self._whole(steps, kept)
            for then, step, keeps in self._moves(state):
                after = (cost[0] + step.cost.knots, cost[1] + step.cost.line, cost[2] + step.cost.minutes)
                if then not in best or after < best[then]:
                    best[then] = after
                    more = (*kept, then.used - 1) if keeps else kept
                    heapq.heappush(heap, (after, next(order), then, (*steps, step) if step.text else steps, more))
        raise AssertionError

    def _minutes(self, joint: Joint) -> float:
        return (joint.loop or joint.knot).minutes * self.hands

    def _joint(self, made: int) -> tuple[int, float]:
        """Return knots and minutes of tying a joint of the new rig: of a loop none where the line keeps its own."""
        joint = self.after.joints[made]
        if "unbroken" in joint.knot.uses:
            return 0, 0.0
        return 1, self._minutes(joint)

    def _moves(self, state: _State) -> Iterator[tuple[_State, Step, bool]]:
        new = self.after.spans[state.made]
        knots, minutes = self._joint(state.made)
        writer = self.writer
        yield _State(state.used, state.made + 1, False), self._new_piece(state, knots, minutes), False
        for old_index in range(state.used, len(self.before.spans)):
            old = self.before.spans[old_index]
            if not alike(old, new):
                continue
            follows = state.intact and old_index == state.used
            joined = follows and _same_joint(self.before.joints[old_index], self.after.joints[state.made])
            tie, tie_minutes = (0, 0.0) if joined else (knots, minutes)
            gap = new.length_mm - old.length_mm
            was, name = old.name.lower(), new.name.lower()
            name = name if was == name else say("becomes", was=was, what=name)
            if abs(gap) <= SAME_MM:
                text = "" if joined else say("keep", what=name)
                yield _State(old_index + 1, state.made + 1, True), Step(text, Cost(tie, 0.0, tie_minutes)), True
            elif gap < 0:
                # Cut at its lower end: what hung below it is tied on again, or it is the point.
                text = say("cut-back", what=name, length=writer.text("length", new.length))
                yield (
                    _State(old_index + 1, state.made + 1, False),
                    Step(text, Cost(tie, -gap / 1000, tie_minutes)),
                    True,
                )
                if not joined:
                    # It comes off above and is shortened there: what hangs below it stays tied.
                    yield (
                        _State(old_index + 1, state.made + 1, True),
                        Step(text, Cost(tie, -gap / 1000, tie_minutes)),
                        True,
                    )
            else:
                usual = self.after.joints[-1]
                text = say("splice", length=writer.text("length", gap / 1000), what=name)
                more = Cost(
                    tie + 2 if joined else tie + 1,
                    gap / 1000,
                    tie_minutes + self._minutes(usual) * (2 if joined else 1) + FETCH_MIN,
                )
                yield _State(old_index + 1, state.made + 1, True), Step(text, more), True

    def _new_piece(self, state: _State, knots: int, minutes: float) -> Step:
        """Return the step of a new piece, whatever hangs there now: a ready-made leader is put on whole, with its first part."""
        new = self.after.spans[state.made]
        if new.ready is None:
            text = say("new", length=self.writer.text("length", new.length), what=new.name.lower())
            return Step(text, Cost(knots, new.length, minutes + FETCH_MIN))
        whole = knots == 0 and not state.intact and new.ready == self.after.spans[state.made - 1].ready
        if whole:
            return Step("", Cost(0, 0.0, 0.0))
        return Step(say("put-on", what=new.name.lower()), Cost(knots, 0.0, minutes + FETCH_MIN))

    def _whole(self, steps: tuple[Step, ...], kept: tuple[int, ...]) -> Rerig:
        rows = list(steps)
        rows += self._hung()
        before, after = self.before, self.after
        if before.line.id != after.line.id:
            rows.insert(0, Step(say("line", name=after.line.name), Cost(0, 0.0, LINE_MIN)))
        if before.rod.id != after.rod.id:
            rows.insert(0, Step(say("rod"), Cost(0, 0.0, 0.0)))
        if after.head.is_float and before.head != after.head:
            text = say("float-moves") if before.head.is_float else say("float-on")
            rows.append(Step(text, Cost(0, 0.0, SLIDE_MIN * self.hands)))
        knots = sum(r.cost.knots for r in rows)
        total = Cost(
            knots,
            sum(r.cost.line for r in rows),
            sum(r.cost.minutes for r in rows) + (TEST_MIN if knots else 0.0),
        )
        return Rerig(tuple(rows), total, tuple(self._left(kept)))

    def _left(self, kept: tuple[int, ...]) -> Iterator[str]:
        """Yield the names of the old rig's spans that are not used, those of one ready-made leader by its first."""
        last: Span | None = None
        for i, span in enumerate(self.before.spans):
            if i in kept:
                last = None
                continue
            if last is None or span.ready is None or span.ready != last.ready:
                yield span.name
            last = span

    def _hung(self) -> Iterator[Step]:
        was = {self._seat(self.before, a): a for a in self.before.attachments}
        seats = {self._seat(self.after, a) for a in self.after.attachments}
        for attachment in self.after.attachments:
            old = was.get(self._seat(self.after, attachment))
            yield from self._one(old, attachment)
        for key, old in was.items():
            if key not in seats and old.id != self.before.head.holds():
                yield Step(say("fly-off", role=role_name(self.before.role(old))), Cost(0, 0.0, 0.1))

    def _seat(self, rig: Rig, attachment: Attachment) -> tuple[str, ...]:
        at = attachment.at
        if at.kind == "point":
            return (at.kind,)
        if at.kind == "bend":
            return "bend", *self._seat(rig, rig.attachment(at.attachment))
        if at.kind == "span":
            return (attachment.id,)
        # Droppers are counted from the point up: a joint by the number of joints below it that carry a fly.
        assert isinstance(at, AtJoint)
        index = rig.joint_index(at.joint)
        lower = sum(1 for a in rig.attachments if a.at.kind == "joint" and rig.joint_index(a.at.joint) > index)
        return (str(lower),)

    def _one(self, old: Attachment | None, new: Attachment) -> Iterator[Step]:
        label = new.body.label
        role = role_name(self.after.role(new))
        knot = new.knot.minutes * self.hands
        if new.at.kind == "span" and new.body.kind == "shot":
            if old is None or old.body != new.body or old.at != new.at:
                yield Step(say("shot-on", what=label), Cost(0, 0.0, SLIDE_MIN * self.hands))
            return
        if old is not None and old.body == new.body and old.link == new.link:
            return
        if new.ready is not None and (old is None or old.ready != new.ready):
            # Off a winder the fly is on: what is left to tie is the piece's own end, at a bend; a loop takes none.
            at_bend = int(new.at.kind == "bend")
            yield Step(say("off-winder", fly=label), Cost(at_bend, 0.0, at_bend * knot + FETCH_MIN))
            return
        if new.body.kind == "shot":
            text = say("shot-at-end", what=label, knot=new.knot.name.lower())
            yield Step(text, Cost(1, POINT_EATEN_MM / 1000, knot + SLIDE_MIN * self.hands))
            return
        knots, line = 1, POINT_EATEN_MM / 1000 if new.at.kind == "point" else TAG_EATEN_MM / 1000
        minutes = knot + CHOOSE_MIN
        if new.at.kind == "bend":
            yield Step(
                say("fly-on", fly=label), Cost(2, new.link.length_mm / 1000 if new.link else 0.0, 2 * knot + CHOOSE_MIN)
            )
            return
        if new.at.kind == "joint" and new.link is not None:
            left = (old.link.length_mm - TAG_EATEN_MM) if old is not None and old.link is not None else 0.0
            if old is None or left < TAG_LEAST_MM:
                joint = self.after.joints[self.after.joint_index(new.at.joint)]
                yield Step(say("tag-anew", role=role), Cost(1, new.link.length_mm / 1000, self._minutes(joint)))
        yield Step(say("fly-on", fly=label), Cost(knots, line, minutes))
