"""Every edit there is, as one type told apart by its `op`: what comes over the wire and what a school does."""

from __future__ import annotations

from typing import TYPE_CHECKING, Annotated, Union

from pydantic import Field

from jarana.core.rig.edits import rig_edits
from jarana.core.rig.edits.base import RigEdit
from jarana.core.water.edits import water_edits
from jarana.core.water.edits.base import WaterEdit

if TYPE_CHECKING:
    AnyEdit = RigEdit | WaterEdit
    AnyWaterEdit = WaterEdit
else:
    AnyWaterEdit = Annotated[Union[(*water_edits(),)], Field(discriminator="op")]
    AnyEdit = Annotated[Union[(*rig_edits(), *water_edits())], Field(discriminator="op")]
