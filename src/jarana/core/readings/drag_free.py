"""How long does a dry fly drift freely across lanes of different pace?"""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Figure
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
no-lane-pulls-line = No lane pulls the line
line-lies-water-flys = The line lies on water of the fly's own pace.
slack-over-difference-paces = Slack over the difference of paces between the fly's lane and those under the line.
drifts-freely-s = Drifts freely for { $seconds } s
drift-until-lane-off = { $seconds } of drift until a lane { $gap } off the fly's own pace has used up { $slack } of slack. The same slack delays your strike.
longer-leader-wiggle-or = A longer leader, a wiggle or a reach put more slack in.
""",
)

SLACK = 0.6
"""m of slack a cast with a wiggle or a reach puts in (starting value)."""
SHORT, LONG = 1.5, 4.0


def read(situation: Situation) -> Reading:
    """Tell the seconds until the fastest or slowest lane under the line has used the slack up."""
    writer, reach = situation.writer, situation.water
    own = reach.pace_m_s
    between = reach.lanes[: reach.fish_lane] if reach.lanes else ()
    gap = max((abs(lane.pace_m_s - own) for lane in between), default=0.0)
    if gap < 0.02:
        return make("drag_free", "fine", say("no-lane-pulls-line"), say("line-lies-water-flys"),
                    Figure("–", ""), why=(say("slack-over-difference-paces"),))  # fmt: skip
    seconds = SLACK / gap
    severity: Severity = "act" if seconds < SHORT else "look" if seconds < LONG else "fine"
    return make(
        "drag_free",
        severity,
        say("drifts-freely-s", seconds=f"{seconds:.1f}"),
        say(
            "drift-until-lane-off",
            seconds=writer.text("travel", seconds * own),
            gap=writer.text("speed", gap),
            slack=writer.text("short", SLACK),
        ),
        Figure(f"{seconds:.1f}", "s"),
        value=seconds,
        why=(
            say("slack-over-difference-paces"),
            say("longer-leader-wiggle-or"),
        ),
    )


READING = ReadingKind("drag_free", read)
