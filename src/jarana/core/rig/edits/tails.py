"""The edit that hangs a fly behind a dropper: from its bend, on a length of line of its own."""

from __future__ import annotations

from typing import Literal

from jarana.core.errors import InputError
from jarana.core.model import Key, Typed
from jarana.core.rig.edits.base import RigEdit, attachment_of
from jarana.core.rig.edits.structure import fresh
from jarana.core.rig.model import AtBend, Attachment, Link, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases
from jarana.core.words.roles import role_name

say = phrases(
    __name__,
    """
no-such-fly = there is no such fly in your box
bend-taken = the { $role } has no free bend on a line of its own
tail-so-long = { $least } to { $most } is wanted
""",
)

LEAST_TAIL_MM, MOST_TAIL_MM = 20.0, 2000.0
"""mm of line on which a fly trails another."""


class HangBehind(RigEdit):
    """Hang a fly from the bend of a dropper, or of one that itself trails, on so much line of the same."""

    op: Literal["hang_behind"] = "hang_behind"
    at: Key
    weight: Key
    length: Typed

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that tail; a point, and a fly in the line, have line at their bend (:class:`TieBehind`)."""
        ahead = attachment_of(rig, self.at)
        if ahead.fly is None or ahead.link is None or rig.behind(ahead.id):
            raise InputError.one("at", ahead.body.label, say("bend-taken", role=role_name(rig.role(ahead))))
        fly = drawer.fly(self.weight)
        if fly is None:
            raise InputError.one("weight", self.weight, say("no-such-fly"))
        mm = round(writer.read("length", self.length, "length") * 1000, 1)
        if not LEAST_TAIL_MM <= mm <= MOST_TAIL_MM:
            least, most = (writer.text("length", v / 1000) for v in (LEAST_TAIL_MM, MOST_TAIL_MM))
            raise InputError.one("length", self.length, say("tail-so-long", least=least, most=most))
        new = Attachment(
            id=fresh(rig, "fly"), at=AtBend(attachment=ahead.id), school="bend", link=Link(length_mm=mm),
            knot=drawer.usual_knot("bend"), body=fly,
        )  # fmt: skip
        after = next(i for i, a in enumerate(rig.attachments) if a.id == ahead.id) + 1
        return rig.rebuilt(attachments=(*rig.attachments[:after], new, *rig.attachments[after:]))
