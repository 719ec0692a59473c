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
from jarana.core.rig.model import Attachment, Joint, Rig, Span
from jarana.core.rig.one_line import whole
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
fly-again = tie { $fly } on again
off-winder = { $fly }, off its winder
fly-off = take the { $role } off
tag-anew = tie the tag of the { $role } anew
bend-anew = tie the { $what } to its bend
float-on = put the float on
float-moves = move the float
shot-on = { $what }: pinch it on
bead-on = { $what }: thread it on before what hangs below is tied, and peg it
bead-under = { $what }: thread it on and peg it, and tie what hangs below on again
bead-moves = move the { $what }
shot-at-end = { $what } at the end: a { $knot }, and pinch it on
line = another fly line: { $name }
rod = the other rod, strung with { $name }
""",
)
SAME_MM, SAME_D = 5.0, 0.005
TAG_EATEN_MM, TAG_LEAST_MM = 50.0, 60.0
"""A fly on an old tag takes so much of it; a shorter tag has to be tied anew."""
POINT_EATEN_MM = 60.0
FETCH_MIN = 0.5


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
    return _Way(whole(before), whole(after), weather(temperature, wind), writer).found()


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


def _tied_alike(a: Attachment, b: Attachment) -> bool:
    return (a.body, a.knot.key) == (b.body, b.knot.key)


def _hangs_alike(a: Attachment, b: Attachment) -> bool:
    return _tied_alike(a, b) and (a.link, a.school) == (b.link, b.school)


def _on_tag(hung: Attachment) -> bool:
    """Say whether something hangs on the end of the line above that the joint leaves."""
    return hung.school in ("tag", "fold") and hung.link is not None and hung.link.material is None


@dataclass(frozen=True, order=True)
class _State:
    used: int
    made: int
    intact: bool


@dataclass(frozen=True)
class _Done:
    """What was done so far: the steps along the line, those of what hangs on it, which old spans are used, and which new ones are open below."""

    line: tuple[Step, ...] = ()
    hung: tuple[Step, ...] = ()
    kept: tuple[int, ...] = ()
    opened: tuple[int, ...] = ()


class _Way:
    def __init__(self, before: Rig, after: Rig, hands: float, writer: Writer) -> None:
        self.before, self.after, self.hands, self.writer = before, after, hands, writer

    def found(self) -> Rerig:
        """Return the cheapest way by Dijkstra's algorithm over (knots, cm, minutes)."""
        goal = len(self.after.spans)
        order = count()
        start = _State(0, 0, True)
        best: dict[_State, tuple[int, float, float]] = {start: (0, 0.0, 0.0)}
        heap: list[tuple[tuple[int, float, float], int, _State, _Done]] = [((0, 0.0, 0.0), next(order), start, _Done())]
        while heap:
            cost, _, state, done = heapq.heappop(heap)
            if cost > best.get(state, cost):
                continue
            if state.made == goal:
                return self._whole(done)
            for then, step, joined, keeps in self._moves(state):
                hung = tuple(self._at_joint(state, joined))
                opened = (state.made - 1,) if any(s.cost.knots for s in (step, *hung)) else ()
                if then.made == goal:
                    ends = tuple(self._at_point(then))
                    hung, opened = (*hung, *ends), (*opened, goal - 1) if ends else opened
                costs = [step.cost, *(h.cost for h in hung)]
                after = (
                    cost[0] + sum(c.knots for c in costs),
                    cost[1] + sum(c.line for c in costs),
                    cost[2] + sum(c.minutes for c in costs),
                )
                if then not in best or after < best[then]:
                    best[then] = after
                    more = _Done(
                        (*done.line, step) if step.text else done.line,
                        (*done.hung, *hung),
                        (*done.kept, then.used - 1) if keeps else done.kept,
                        (*done.opened, *opened),
                    )
                    heapq.heappush(heap, (after, next(order), then, more))
        raise AssertionError

    def _minutes(self, joint: Joint) -> float:
        return (joint.loop or joint.knot).minutes * self.hands

    def _joint(self, state: _State) -> tuple[int, float]:
        """Return knots and minutes of tying the joint over the next span: of a loop none where the line keeps its own.

        On a ring both lines are tied, but for the upper one where it hangs on a ring already.
        """
        joint = self.after.joints[state.made]
        if "unbroken" in joint.knot.uses:
            return 0, 0.0
        olds = self.before.joints
        ringed = state.intact and state.used < len(olds) and olds[state.used].ring is not None
        knots = 2 if joint.ring is not None and state.made and not ringed else 1
        return knots, knots * self._minutes(joint)

    def _moves(self, state: _State) -> Iterator[tuple[_State, Step, Joint | None, bool]]:
        """Yield what may be done next: where it leads, the step, the joint over it that stays tied, if it does, and whether it uses an old span."""
        new = self.after.spans[state.made]
        knots, minutes = self._joint(state)
        writer = self.writer
        yield _State(state.used, state.made + 1, False), self._new_piece(state, knots, minutes), None, False
        for old_index in range(state.used, len(self.before.spans)):
            old = self.before.spans[old_index]
            if not alike(old, new):
                continue
            follows = state.intact and old_index == state.used
            over = self.before.joints[old_index]
            joined = over if follows and _same_joint(over, self.after.joints[state.made]) else None
            tie, tie_minutes = (0, 0.0) if joined else (knots, minutes)
            gap = 0.0 if self._ends_by_tag(old_index + 1, state.made + 1) else new.length_mm - old.length_mm
            was, name = old.name.lower(), new.name.lower()
            name = name if was == name else say("becomes", was=was, what=name)
            there = _State(old_index + 1, state.made + 1, True)
            if abs(gap) <= SAME_MM:
                text = "" if joined else say("keep", what=name)
                yield there, Step(text, Cost(tie, 0.0, tie_minutes)), joined, True
            elif gap < 0:
                # Cut at its lower end: what hung below it is tied on again.
                text = say("cut-back", what=name, length=writer.text("length", new.length))
                cut = _State(old_index + 1, state.made + 1, False)
                yield cut, Step(text, Cost(tie, -gap / 1000, tie_minutes)), joined, True
                # It comes off above and is shortened there: what hangs below it stays tied.
                yield there, Step(text, Cost(knots, -gap / 1000, minutes)), None, True
            else:
                usual = self.after.joints[-1]
                text = say("splice", length=writer.text("length", gap / 1000), what=name)
                # Below a joint that stays tied it takes a knot at both of its ends.
                ends = 2 if joined else 1
                more = Cost(tie + ends, gap / 1000, tie_minutes + ends * self._minutes(usual) + FETCH_MIN)
                yield there, Step(text, more), joined, True

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

    def _whole(self, done: _Done) -> Rerig:
        rows = [*done.line, *done.hung, *self._elsewhere(done)]
        before, after = self.before, self.after
        if before.rod.id != after.rod.id:
            rows.insert(0, Step(say("rod", name=after.line.name), Cost(0, 0.0, LINE_MIN)))
        elif before.line.id != after.line.id:
            rows.insert(0, Step(say("line", name=after.line.name), Cost(0, 0.0, LINE_MIN)))
        if after.head.is_float and before.head != after.head:
            text = say("float-moves") if before.head.is_float else say("float-on")
            rows.append(Step(text, Cost(0, 0.0, SLIDE_MIN * self.hands)))
        knots = sum(r.cost.knots for r in rows)
        total = Cost(
            knots,
            sum(r.cost.line for r in rows),
            sum(r.cost.minutes for r in rows) + (TEST_MIN if knots else 0.0),
        )
        return Rerig(tuple(rows), total, tuple(self._left(done.kept)))

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

    def _elsewhere(self, done: _Done) -> Iterator[Step]:
        """Yield what is done to what hangs behind a fly or sits on a span, and what of it comes off."""
        was = [a for a in self.before.attachments if a.at.kind in ("bend", "span")]
        for new in self.after.attachments:
            if new.at.kind not in ("bend", "span"):
                continue
            old = next((a for a in was if a.at.kind == new.at.kind and _hangs_alike(a, new)), None)
            old = old or next((a for a in was if a.at.kind == new.at.kind), None)
            if old is not None:
                was.remove(old)
            if new.body.kind == "pegged bead":
                yield from self._bead(old, new, done)
            elif (
                old is not None
                and _hangs_alike(old, new)
                and self._behind(self.before, old) != self._behind(self.after, new)
            ):
                yield self._again(new)
            else:
                yield from self._one(old, new)
        yield from map(self._off, was)

    def _bead(self, old: Attachment | None, new: Attachment, done: _Done) -> Iterator[Step]:
        """Yield what it takes to have a bead where it is to be: it is threaded over the end of its line, which what hangs there closes."""
        label, slide = new.body.label, SLIDE_MIN * self.hands
        assert new.at.kind == "span"
        here = self.after.span_index(new.at.span)
        was = self.before.span_index(old.at.span) if old is not None and old.at.kind == "span" else None
        if old is not None and old.body == new.body and was in done.kept and old.at.kind == new.at.kind:
            if old.at != new.at:
                yield Step(say("bead-moves", what=label), Cost(0, 0.0, slide))
        elif here in done.opened:
            yield Step(say("bead-on", what=label), Cost(0, 0.0, slide + CHOOSE_MIN))
        else:
            below = self.after.joints[here + 1 :]
            hung = self.after.hung_at(below[0].id) if below else self.after.point
            knot = hung.knot.minutes * self.hands if hung and hung.link is None else self._minutes(below[0])
            yield Step(say("bead-under", what=label), Cost(1, 0.0, slide + CHOOSE_MIN + knot))

    @staticmethod
    def _behind(rig: Rig, hung: Attachment) -> object:
        """Return what something hangs behind; None where it does not."""
        return rig.attachment(hung.at.attachment).body if hung.at.kind == "bend" else None

    def _ends_by_tag(self, used: int, made: int) -> bool:
        """Say whether the new rig ends where the old one's dropper does, on its tag: all below it is gone."""
        if made != len(self.after.spans) or used == len(self.before.spans):
            return False
        old, new = self.before.spans[used - 1], self.after.spans[made - 1]
        hung = self.before.hung_at(self.before.joints[used].id)
        if hung is None or hung.link is None or not (_on_tag(hung) and _tied_alike(hung, self.after.point)):
            return False
        return abs(new.length_mm - old.length_mm - hung.link.length_mm) <= SAME_MM

    def _on_end(self, state: _State) -> Attachment | None:
        """Return what is still tied to the end of what is made: the point, or a fly in the line; None where it was cut."""
        if not state.intact:
            return None
        if state.used == len(self.before.spans):
            return self.before.point
        hung = self.before.hung_at(self.before.joints[state.used].id) if state.used else None
        return hung if hung is not None and (hung.link is None or self._ends_by_tag(state.used, state.made)) else None

    def _known(self, new: Attachment) -> bool:
        """Say whether something was on the old rig: it need not be chosen."""
        return any(a.body == new.body for a in self.before.attachments)

    def _at_joint(self, state: _State, joined: Joint | None) -> Iterator[Step]:
        """Yield what is done to what hangs at the joint over the next span: one of the old rig that stays tied, or one tied anew."""
        new = self.after.hung_at(self.after.joints[state.made].id)
        old = self.before.hung_at(joined.id) if joined else None
        if new is None:
            if old is not None and old.id != self.before.head.holds():
                yield self._off(old)
            return
        if old is not None and _hangs_alike(old, new):
            return
        if new.link is None:
            yield from self._in_line(state, new, joined)
        elif joined or not self._known(new):
            yield from self._one(old, new, joined is not None)
        elif new.school in ("tag", "fold"):
            # Its tag is of the joint.
            yield self._again(new)

    def _in_line(self, state: _State, new: Attachment, joined: Joint | None) -> Iterator[Step]:
        """Yield what is done to a fly that sits in the line: the line above is tied to its eye, the one below to its bend."""
        there = self._on_end(state)
        if there is not None and _tied_alike(there, new):
            return
        if self._known(new):
            yield self._again(new)
        else:
            yield from self._one(there, new)
        if joined is not None:
            below = self.after.spans[state.made].name.lower()
            yield Step(say("bend-anew", what=below), Cost(1, 0.0, self._minutes(joined)))

    def _at_point(self, end: _State) -> Iterator[Step]:
        """Yield what is done to what hangs at the point, whose line ends as it did or anew."""
        new, there = self.after.point, self._on_end(end)
        if there is not None and _tied_alike(there, new):
            return
        if self._known(new):
            yield self._again(new)
        else:
            yield from self._one(self.before.point, new)

    def _off(self, hung: Attachment) -> Step:
        return Step(say("fly-off", role=role_name(self.before.role(hung))), Cost(0, 0.0, 0.1))

    def _again(self, hung: Attachment) -> Step:
        """Return the step of what is tied on again: its line is the piece's own. A shot is pinched on what is tied anew."""
        if hung.body.kind == "shot":
            return self._shot_at_end(hung, 0.0)
        return Step(say("fly-again", fly=hung.body.label), Cost(1, 0.0, hung.knot.minutes * self.hands))

    def _shot_at_end(self, shot: Attachment, line: float) -> Step:
        text = say("shot-at-end", what=shot.body.label, knot=shot.knot.name.lower())
        return Step(text, Cost(1, line, (shot.knot.minutes + SLIDE_MIN) * self.hands))

    def _one(self, old: Attachment | None, new: Attachment, joined: bool = True) -> Iterator[Step]:
        """Yield what it takes to hang something where something else hung, at a joint that stays tied or is tied anew."""
        label = new.body.label
        role = role_name(self.after.role(new))
        knot = new.knot.minutes * self.hands
        if new.at.kind == "span" and new.body.kind == "shot":
            if old is None or old.body != new.body or old.at != new.at:
                yield Step(say("shot-on", what=label), Cost(0, 0.0, SLIDE_MIN * self.hands))
            return
        if old is not None and _hangs_alike(old, new):
            return
        if new.ready is not None and (old is None or old.ready != new.ready):
            # Off a winder the fly is on: what is left to tie is the piece's own end, at a bend; a loop takes none.
            at_bend = int(new.at.kind == "bend")
            yield Step(say("off-winder", fly=label), Cost(at_bend, 0.0, at_bend * knot + FETCH_MIN))
            return
        if new.body.kind == "shot":
            yield self._shot_at_end(new, POINT_EATEN_MM / 1000)
            return
        knots, line = 1, POINT_EATEN_MM / 1000 if new.at.kind == "point" else TAG_EATEN_MM / 1000
        minutes = knot + CHOOSE_MIN
        if new.at.kind == "bend":
            yield Step(
                say("fly-on", fly=label), Cost(2, new.link.length_mm / 1000 if new.link else 0.0, 2 * knot + CHOOSE_MIN)
            )
            return
        if new.at.kind == "joint" and new.link is not None and joined and not self._tag_does(old, new):
            joint = self.after.joints[self.after.joint_index(new.at.joint)]
            yield Step(say("tag-anew", role=role), Cost(1, new.link.length_mm / 1000, self._minutes(joint)))
        yield self._again(new) if self._known(new) else Step(say("fly-on", fly=label), Cost(knots, line, minutes))

    @staticmethod
    def _tag_does(old: Attachment | None, new: Attachment) -> bool:
        """Say whether a tag there is long enough for what is tied on: a fly it carries already is cut off with what is too long."""
        assert new.link is not None
        if old is None or old.link is None or (old.school, old.link.d_mm) != (new.school, new.link.d_mm):
            return False
        if new.link.length_mm > old.link.length_mm + SAME_MM:
            return False
        eaten = TAG_EATEN_MM if old.body != new.body or new.link.length_mm > old.link.length_mm - SAME_MM else 0.0
        return old.link.length_mm - eaten >= (TAG_LEAST_MM if eaten else 0.0)
