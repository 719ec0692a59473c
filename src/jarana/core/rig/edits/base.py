"""What every edit is: a frozen document with a name that turns one rig into another."""

from __future__ import annotations

from pydantic import ValidationError

from jarana.core.errors import FaultList, InputError, path_of
from jarana.core.model import Frozen
from jarana.core.rig.model import Attachment, Rig, Span
from jarana.core.tackle.drawer import Drawer


class RigEdit(Frozen):
    """An edit. Subclasses carry ``op: Literal[...]`` and what they need, and say what they do in `change`."""

    def change(self, rig: Rig, drawer: Drawer) -> Rig:
        """Return the changed rig; raise InputError with a path inside this edit when it cannot be done."""
        raise NotImplementedError(type(self).__name__)

    def apply(self, rig: Rig, drawer: Drawer) -> Rig:
        """Return the changed rig, with faults of the document told as faults of this edit's `value`."""
        try:
            return self.change(rig, drawer)
        except ValidationError as error:
            faults = FaultList()
            for e in error.errors():
                faults.add("value", e.get("input"), _reason(path_of(e["loc"]), e["msg"]))
            raise InputError(faults.faults) from None


def _reason(path: str, message: str) -> str:
    text = message.removeprefix("Value error, ").replace("Input should be", "should be")
    names = {
        "length_mm": "the length in millimetres",
        "d0_mm": "the diameter in millimetres",
        "lead": "the lead",
    }
    return f"{names[path]} {text}" if path in names else text


def span_of(rig: Rig, key: str) -> tuple[int, Span]:
    """Return a span and where it stands, or a fault on `span`."""
    try:
        index = rig.span_index(key)
    except KeyError:
        raise InputError.one("span", key, "there is no such span on this rig") from None
    return index, rig.spans[index]


def attachment_of(rig: Rig, key: str) -> Attachment:
    """Return a fly's attachment, or a fault on `at`."""
    try:
        return rig.attachment(key)
    except KeyError:
        raise InputError.one("at", key, "there is no such fly on this rig") from None
