"""What every edit is: a frozen document with a name that turns one rig into another."""

from __future__ import annotations

from pydantic import ValidationError

from jarana.core.errors import FaultList, InputError
from jarana.core.model import Frozen
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.rig.one_line import one_line
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
length = the length
diameter = the diameter
place = the place on its span
line-out = the line out
tip-height = the height of the rod tip
slack = the slack
mend = the mend
pieces = pieces of line
hung = flies, shot and beads
measurements = measurements
pull-kinds = kinds of pull
at-most-so-many = a rig has at most { $most } { $what }
is = { $names } is { $limit }
there-no-such-span = there is no such span on this rig
there-no-such-fly = there is no such fly on this rig
""",
)

METRIC = Writer()
RULES = {
    "length_mm": "length", "d0_mm": "diameter", "d1_mm": "diameter", "d_mm": "diameter", "mm": "length",
    "out_mm": "travel", "tip_m": "near", "slack_m": "near", "mend_m": "near",
}  # fmt: skip
"""By which rule a field of the rig is written."""
NAMES = {
    "length_mm": say("length"), "d0_mm": say("diameter"), "d1_mm": say("diameter"), "d_mm": say("diameter"),
    "mm": say("place"), "out_mm": say("line-out"),
    "tip_m": say("tip-height"), "slack_m": say("slack"), "mend_m": say("mend"),
}  # fmt: skip


MANY = {
    "spans": say("pieces"), "joints": say("pieces"), "attachments": say("hung"), "checks": say("measurements"),
    "pulls": say("pull-kinds"),
}  # fmt: skip
"""What there may be only so many of, as a person calls it."""


class RigEdit(Frozen):
    """An edit. Subclasses carry ``op: Literal[...]`` and what they need, and say what they do in `change`."""

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the changed rig; raise InputError with a path inside this edit when it cannot be done."""
        raise NotImplementedError(type(self).__name__)

    def apply(self, rig: Rig, drawer: Drawer, writer: Writer = METRIC) -> Rig:
        """Return the changed rig, with faults of the document told as faults of this edit's `value`.

        `writer` reads what was typed and tells the faults: a bare number is in the unit its field shows.
        """
        try:
            return knotted(self.change(rig, drawer, writer), drawer)
        except ValidationError as error:
            faults = FaultList()
            for e in error.errors():
                field = str(e["loc"][-1]) if e["loc"] else ""
                limit = writer.limit(RULES[field], field, e.get("ctx", {})) if field in RULES else ""
                told = say("is", names=NAMES[field], limit=limit) if limit else _reason(e["msg"])
                if e["type"] == "too_long" and field in MANY:
                    told = say("at-most-so-many", most=e["ctx"]["max_length"], what=MANY[field])
                    faults.add("value", "", told)
                    continue
                faults.add("value", "" if limit else e.get("input"), told)
            raise InputError(faults.faults) from None


def knotted(rig: Rig, drawer: Drawer) -> Rig:
    """Return the rig with a knot wherever unbroken line is said to be and two lines meet."""
    joints = tuple(
        joint.model_copy(update={"knot": drawer.usual_knot("joint")})
        if i and "unbroken" in joint.knot.uses and not one_line(rig.spans[i - 1], rig.spans[i])
        else joint
        for i, joint in enumerate(rig.joints)
    )
    return rig if joints == rig.joints else rig.rebuilt(joints=joints)


def _reason(message: str) -> str:
    return message.removeprefix("Value error, ").replace("Input should be", "should be")


def span_of(rig: Rig, key: str) -> tuple[int, Span]:
    """Return a span and where it stands, or a fault on `span`."""
    try:
        index = rig.span_index(key)
    except KeyError:
        raise InputError.one("span", key, say("there-no-such-span")) from None
    return index, rig.spans[index]


def attachment_of(rig: Rig, key: str) -> Attachment:
    """Return a fly's attachment, or a fault on `at`."""
    try:
        return rig.attachment(key)
    except KeyError:
        raise InputError.one("at", key, say("there-no-such-fly")) from None
