"""What is sent and answered about a person: the archive of what one owns, the account, links for others."""

from __future__ import annotations

from datetime import datetime

from pydantic import Field

from jarana.core.model import Frozen


class ClashView(Frozen):
    """Something that is here and another in the archive; the one that is here stays."""

    what: str = Field(examples=["waters"])
    id: str = Field(examples=["weir-run"])
    why: str = Field(examples=["is another here; the one that is here stays"])


class RestoredView(Frozen):
    """What an archive brought: rows added and rows that were here already, by kind, and what clashed."""

    person: str = Field(examples=["Somebody"])
    made_at: datetime
    added: dict[str, int] = Field(examples=[{"waters": 2}])
    same: dict[str, int] = Field(examples=[{"rigs": 12}])
    clashes: tuple[ClashView, ...]
    clashed: int = Field(examples=[0])
    kept: bool
