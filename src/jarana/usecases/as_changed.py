"""A rig as it was changed at the water."""

from __future__ import annotations

from collections.abc import Sequence
from typing import Any

from pydantic import TypeAdapter, ValidationError

from jarana.core.errors import InputError
from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Rig
from jarana.core.search.any_edit import AnyEdit
from jarana.core.tackle.drawer import Drawer

EDITS: TypeAdapter[object] = TypeAdapter(tuple[AnyEdit, ...])


def as_changed(rig: Rig, edits: Sequence[dict[str, Any]], drawer: Drawer) -> Rig | None:
    """Return the rig that was taken along with the edits of a journal made; None where they cannot be made of it any more."""
    try:
        for edit in EDITS.validate_python(tuple(edits)):  # type: ignore[attr-defined]
            if isinstance(edit, RigEdit):
                rig = edit.apply(rig, drawer)
    except (InputError, ValidationError):
        return None
    return rig
