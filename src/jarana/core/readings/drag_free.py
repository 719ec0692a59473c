"""How long does a dry fly drift freely across lanes of different pace?"""

from __future__ import annotations

from jarana.core.readings.base import Reading, ReadingKind, Severity, make
from jarana.core.situation import Situation
from jarana.core.units import Figure

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
        return make("drag_free", "fine", "No lane pulls the line", "The line lies on water of the fly's own pace.",
                    Figure("–", ""), why=("Slack over the difference of paces between the fly's lane and those under the line.",))  # fmt: skip
    seconds = SLACK / gap
    severity: Severity = "act" if seconds < SHORT else "look" if seconds < LONG else "fine"
    return make(
        "drag_free",
        severity,
        f"Drifts freely for {seconds:.1f} s",
        f"{writer.text('travel', seconds * own)} of drift until a lane {writer.text('speed', gap)} off the fly's own pace has used up "
        f"{writer.text('short', SLACK)} of slack. The same slack delays your strike.",
        Figure(f"{seconds:.1f}", "s"),
        value=seconds,
        why=(
            "Slack over the difference of paces between the fly's lane and those under the line.",
            "A longer leader, a wiggle or a reach put more slack in.",
        ),
    )


READING = ReadingKind("drag_free", read)
