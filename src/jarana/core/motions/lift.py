"""Lift: in a river the tip is raised to make a led fly rise; on a lake line is stripped, then lifted and hung."""

from __future__ import annotations

from jarana.core.motions.base import EARLIEST, HAND, MotionKind, Moves, Phase, Ride
from jarana.core.motions.seen import SAME_M, Seen, moved
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
lift = lift
takes-come-rises-or = Takes come as it rises, or on the hang.
climbs-fly-about-hatch = climbs { $climbed } as a fly that is about to hatch
hardly-rises-line-gives = hardly rises: the line gives first
led-then-tip-raised = Led to { $deep }, then the tip is raised: the { $role } { $rose }.
climbs = the { $role } climbs { $climbed }
hardly-rises = the { $role } hardly rises
counted-down-s-stripped = Counted down { $count_s } s ({ $counted }); stripped, then lifted: { $rose }, and { $ends } on the hang.
""",
)

INDUCED_HEIGHT, INDUCED_S, LIFTED_FROM = 0.5, 1.5, 0.6
"""River: m the tip is raised, in s, from this share of the drift on."""
HUNG_HEIGHT, HUNG_BACK, HUNG_S, HUNG_FROM = 2.2, 2.2, 3.0, 0.7
"""Lake: m the tip of a three-metre rod goes up, and back towards the angler, in s, at the end of a retrieve; then the team hangs."""


class Lift(MotionKind):
    """Led and lifted, or stripped, lifted and hung."""

    key, name, waters = "lift", say("lift"), ("river", "lake")
    counts, leads = True, True
    pulls = (HAND,)
    sign = say("takes-come-rises-or")

    def phases(self, ride: Ride) -> tuple[Phase, ...]:
        """Return what comes before the lift, the lift, and what comes after it."""
        whole = self.seconds(ride)
        if ride.flows:
            begins = LIFTED_FROM * whole
            done = min(begins + INDUCED_S, whole)
            return Phase("led", 0.0, begins), Phase("lift", begins, done), Phase("after", done, whole)
        count = min(max(ride.count_s, EARLIEST), whole)
        begins = max(HUNG_FROM * whole, count)
        done = min(begins + HUNG_S, whole)
        return (
            Phase("count", 0.0, count), Phase("strips", count, begins), Phase("lift", begins, done), Phase("hang", done, whole),
        )  # fmt: skip

    def drive(self, ride: Ride) -> Moves | None:
        """Raise the tip once on the way; on a lake after the strips."""
        lift = self.phase(ride, "lift")
        if ride.flows:
            lead = ride.pace * ride.lead
            rise = INDUCED_HEIGHT / INDUCED_S
            return Moves(((0.0, lead, 0.0, 0.0), (lift.begins, lead, 0.0, rise), (lift.ends, lead, 0.0, 0.0)))
        takes = self.taken(ride, "strips")
        begins = max(lift.begins, takes[-1][0])
        up, back = HUNG_HEIGHT / HUNG_S, -HUNG_BACK / HUNG_S
        boat = ride.boat
        return Moves(((0.0, boat, 0.0, 0.0), (begins, boat + back, 0.0, up), (begins + HUNG_S, boat, 0.0, 0.0)), takes)

    def story(self, seen: Seen) -> str:
        """Tell how far the lift brought it up, measured from the start of the lift to its highest."""
        end, writer = seen.end, seen.writer
        before = seen.at(end, seen.marks["lift"][0])
        last = seen.marks["after" if seen.flows else "hang"]
        first = seen.frame(seen.marks["lift"][0])
        highest = float(end.depth[first:].min())
        climbed = before - highest
        if seen.flows:
            rose = (
                say("climbs-fly-about-hatch", climbed=writer.text("short", climbed))
                if climbed > SAME_M
                else say("hardly-rises-line-gives")
            )
            return say("led-then-tip-raised", deep=seen.deep(before), role=role_name(end.role), rose=rose)
        counted = ", ".join(f"{role_name(f.role)} {seen.deep(seen.at(f, seen.count_s))}" for f in seen.flies)
        rose = (
            say("climbs", role=role_name(end.role), climbed=writer.text("short", climbed))
            if climbed > SAME_M
            else say("hardly-rises", role=role_name(end.role))
        )
        ends = moved(seen.at(end, last[0]), float(end.depth[-1]), writer)
        told = say("counted-down-s-stripped", count_s=f"{seen.count_s:.0f}", counted=counted, rose=rose, ends=ends)
        return told + seen.adrift()


MOTION = Lift()
