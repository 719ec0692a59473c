"""Note the water a rig was fitted to."""

from __future__ import annotations

from typing import Literal

from pydantic import Field

from jarana.core.rig.edits.base import RigEdit
from jarana.core.rig.model import Fitted, Rig
from jarana.core.tackle.drawer import Drawer
from jarana.core.units import Writer


class SetFitted(RigEdit):
    """Say for what water the rig is as it is."""

    op: Literal["set_fitted"] = "set_fitted"
    kind: Literal["river", "lake"]
    depth_m: float = Field(ge=0.05, le=40)
    pace_m_s: float = Field(ge=0, le=3)

    def change(self, rig: Rig, drawer: Drawer, writer: Writer) -> Rig:
        """Return the rig with that note."""
        return rig.rebuilt(fitted=Fitted(kind=self.kind, depth_m=self.depth_m, pace_m_s=self.pace_m_s))
