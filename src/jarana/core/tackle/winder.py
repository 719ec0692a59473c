"""Pieces tied beforehand and kept on a winder: a length of line with a fly on its end, a loop at the other."""

from __future__ import annotations

from typing import ClassVar

from pydantic import Field

from jarana.core.documents import Document
from jarana.core.model import Key, Text
from jarana.core.tackle.material import Material


class Winder(Document):
    """A trailer or a dropper tied beforehand.

    Attributes
    ----------
    name
        What stands on its label.
    length_m
        Finished, from loop to fly.
    fly
        Which of the box it is of, as :func:`jarana.core.tackle.drawer.called` names it.
    """

    TYPE: ClassVar[str] = "winder"
    VERSION: ClassVar[int] = 1

    id: Key
    name: Text = Field(min_length=1)
    material: Material
    diameter_mm: float = Field(gt=0.03, le=2)
    length_m: float = Field(ge=0.02, le=2)
    fly: Text = Field(min_length=1)
    count: int = Field(default=1, ge=0, le=1000)
    low: int = Field(default=0, ge=0, le=1000)
