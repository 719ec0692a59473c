"""A float on a lake held on a tight line: it stays where it was put, and the wind's drift goes past its flies."""

from __future__ import annotations

from jarana.core.motions.base import MotionKind, Moves, Ride
from jarana.core.motions.seen import Seen
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
held-on-tight-line = held on a tight line
take-draws-held-float = A take draws the float under, and the rod tip knows it at once.
held-it-stays = Held on a tight line the { $noun } stays where it was put; the team hangs after { $settled } s: { $each }.
""",
)


class Tight(MotionKind):
    """The line is kept tight to the rod."""

    key, name, waters = "tight", say("held-on-tight-line"), ("lake",)
    sign = say("take-draws-held-float")

    def drive(self, ride: Ride) -> Moves | None:
        """Hold the top where it is."""
        return Moves()

    def story(self, seen: Seen) -> str:
        """Tell where the team hangs under what is held."""
        settled = max(f.settled_s for f in seen.flies)
        return say("held-it-stays", noun=role_name(seen.head.noun), settled=f"{settled:.0f}", each=seen.each())


MOTION = Tight()
