"""What a change of a rig costs to carry out: knots, line cut anew, minutes in this weather."""

from __future__ import annotations

from dataclasses import dataclass

from jarana.core.law import Law, Range
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.rig.one_line import whole
from jarana.core.tackle.knot import Knot
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
knots = { $n ->
    [0] no knot
    [one] 1 knot
   *[other] { $n } knots
}
minutes = { $knots }, { $minutes } min
at-once = at once
line-anew = , { $line } of line
""",
)

TYING = Law(
    "time to tie a knot outdoors",
    "practice: 0.6 to 2.1 min by ease, 5 % more for every degree of water below 14 °C, 3 % more for every m/s of wind (starting values)",
    {
        "temperature": Range(0.0, 30.0, "the water", "temperature", "°C"),
        "wind": Range(0.0, 15.0, "the wind", "wind", "m/s"),
    },
    "the minutes are a guess",
)
WARM_C, COLDER, WINDIER = 14.0, 0.05, 0.03
CHOOSE_MIN, TEST_MIN, SLIDE_MIN, LINE_MIN = 0.3, 0.3, 0.3, 4.0
"""To choose a fly, to test what was tied, to move a float or pinch a shot, to change the fly line (starting values)."""
SAME_MM = 0.5


@dataclass(frozen=True)
class Cost:
    """Knots tied, line cut from spools, m, and minutes."""

    knots: int
    line: float
    minutes: float

    def told(self, writer: Writer) -> str:
        """Say it: ``2 knots, 2.9 min, 46 cm of line``; what takes no time is done at once."""
        if self.minutes < 0.05:
            return say("at-once")
        text = say("minutes", knots=say("knots", n=self.knots), minutes=writer.number(self.minutes, 1))
        return text + (say("line-anew", line=writer.text("length", self.line)) if self.line >= 0.05 else "")


def weather(temperature: float, wind: float) -> float:
    """Return how many times as long hands take in water of °C and a wind of m/s.

    Examples
    --------
    >>> weather(18, 0), round(weather(9, 3), 3)
    (1.0, 1.363)
    """
    TYING.ask(temperature=temperature, wind=wind)
    return (1 + COLDER * max(WARM_C - temperature, 0.0)) * (1 + WINDIER * wind)


def cost_of(before: Rig, after: Rig, temperature: float, wind: float) -> Cost:
    """Return what it takes to make one rig of another whose parts keep their ids: every knot that must be tied anew.

    A span that is longer, or of another line, is a new piece and tied at both ends; a shorter one is cut back and tied at
    its lower end. A tag is cut from the joint above it: joint anew, fly anew. What is pinched, slid or dressed costs no knot.

    Parameters
    ----------
    temperature, wind
        Of the water, °C, and m/s: cold hands take longer.
    """
    work = _Work(whole(before), whole(after))
    tied = work.knots()
    hands = weather(temperature, wind)
    minutes = sum(knot.minutes for knot in tied) * hands + (TEST_MIN if tied else 0.0)
    minutes += CHOOSE_MIN * work.new_bodies() + SLIDE_MIN * work.slid()
    minutes += LINE_MIN if before.line.id != after.line.id else 0.0
    return Cost(len(tied), work.line_cut(), minutes)


class _Work:
    """Two rigs side by side, span by span."""

    def __init__(self, before: Rig, after: Rig) -> None:
        self.before, self.after = before, after
        self.spans = {s.id: s for s in before.spans}
        self.joints = {j.id: j for j in before.joints}
        self.hung = {a.id: a for a in before.attachments}

    def fresh(self, span: Span) -> bool:
        """Say whether a span is a new piece."""
        was = self.spans.get(span.id)
        return was is None or _line(was) != _line(span) or span.length_mm > was.length_mm + SAME_MM

    def lower_end(self, index: int) -> bool:
        """Say whether the lower end of a span is tied anew: of a new piece, or of one cut back."""
        span = self.after.spans[index]
        return self.fresh(span) or span.length_mm < self.spans[span.id].length_mm - SAME_MM

    def joint_anew(self, index: int) -> int:
        """Return how many knots a joint takes: on a ring, or to the line by a loop, each side is its own."""
        joint = self.after.joints[index]
        was = self.joints.get(joint.id)
        above = index > 0 and self.lower_end(index - 1)
        below = self.fresh(self.after.spans[index])
        if was is None or (was.knot.key, was.ring, was.loop and was.loop.key) != (
            joint.knot.key, joint.ring, joint.loop and joint.loop.key
        ):  # fmt: skip
            return 2 if joint.ring else 1
        if not (above or below):
            below = self.tag_anew(joint.id)
        return int(above) + int(below) if joint.ring else int(above or below)

    def tag_anew(self, joint: str) -> bool:
        """Say whether a tag that carries a fly is new, longer or of another kind: it is cut from the joint."""
        hung = self.after.hung_at(joint)
        if hung is None or hung.school not in ("tag", "fold") or hung.link is None:
            return False
        was = self.hung.get(hung.id)
        if was is None or was.school != hung.school or was.link is None:
            return True
        return hung.link.length_mm > was.link.length_mm + SAME_MM

    def fly_anew(self, attachment: Attachment) -> bool:
        """Say whether a fly, a bead or an end shot is tied anew."""
        was, at = self.hung.get(attachment.id), attachment.at
        if was is None or (was.body, was.knot.key) != (attachment.body, attachment.knot.key):
            return True
        if (was.link is None) != (attachment.link is None):
            return True
        if at.kind == "point":
            return self.lower_end(len(self.after.spans) - 1)
        if at.kind == "joint":
            index = self.after.joint_index(at.joint)
            if attachment.link is None:
                return self.lower_end(index - 1)
            return (was.link, was.school) != (attachment.link, attachment.school) or (
                attachment.school in ("tag", "fold") and self.joint_anew(index) > 0
            )
        return was.at != at or was.link != attachment.link

    def knots(self) -> list[Knot]:
        """Return every knot that is tied."""
        tied: list[Knot] = []
        for index, joint in enumerate(self.after.joints):
            if "unbroken" not in joint.knot.uses:
                tied += [joint.loop or joint.knot] * self.joint_anew(index)
        for a in self.after.attachments:
            if not (a.at.kind == "span" and a.body.kind == "shot") and self.fly_anew(a):
                # A tail is tied at both ends of its line; what comes off a winder has its fly on.
                ends = 2 if a.at.kind == "bend" else 1
                tied += [a.knot] * (ends - 1 if a.ready is not None and a.id not in self.hung else ends)
        return tied

    def line_cut(self) -> float:
        """Return the line of all new pieces, m."""
        return sum(span.length for span in self.after.spans if self.fresh(span) and span.ready is None)

    def new_bodies(self) -> int:
        """Return how many flies, beads and shots are taken out of a box."""
        return sum(1 for a in self.after.attachments if a.id not in self.hung or self.hung[a.id].body != a.body)

    def slid(self) -> int:
        """Return how many floats and shots are moved or pinched on."""
        shots = sum(
            1 for a in self.after.attachments
            if a.at.kind == "span" and (a.id not in self.hung or self.hung[a.id].at != a.at)
        )  # fmt: skip
        return shots + int(self.before.head != self.after.head and self.after.head.is_float)


def _line(span: Span) -> tuple[object, ...]:
    """Return what tells one line from another."""
    return span.material.key, span.d0_mm, span.d1_mm, span.spool.id if span.spool else span.ready
