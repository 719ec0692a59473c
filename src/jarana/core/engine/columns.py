"""Names of the columns of the kernel's tables, one place for who fills them and who reads them."""

from __future__ import annotations

LENGTH, DIAMETER, LINE_DENSITY, AXIAL_LENGTH, BENDING_STIFFNESS = range(5)
"""Of a link: rest length m, diameter m, density kg/m³, distance between attachments m, bending stiffness N·m²."""
MASS, VOLUME, BEAD, DRAG_AREA, RADIUS, SUPPORT = range(6)
"""Of a body: kg, m³, bead's diameter m, C·A m²; of one that floats the radius of its sphere m (else 0) and what its hackle bears N."""
RHO, MU, GRAVITY, TENSION = range(4)
"""Of the water: density kg/m³, viscosity Pa·s, gravity m/s², surface tension N/m."""
DEPTH, SHEAR, ROUGHNESS, POWER = range(4)
"""Of the stream at a place: depth m; surface speed over ln(1 + h/z0) m/s and z0 m of the log law; or, with a power above 0, the surface speed and the power of a power law."""
EDDY_ALONG, EDDY_UP, DRIFT_X, DRIFT_Y = range(4, 8)
"""Of the whole stream: how strong the eddies are now along and up, in shear speeds at the bed; and the drift of the surface of still water under the wind m/s."""
DEPTH_SHARE, SPEED_SHARE, DEPTH_SLOPE = range(3)
"""Of a row along the bed: its depth and its surface speed as shares of those at the origin, and the slope of the share, 1/m."""
AIR_RHO, AIR_MU, WIND_X, WIND_Y, WIND_ROUGHNESS = range(5)
"""Of the air: density kg/m³ (0: none), viscosity Pa·s; the wind over ln(1 + z_ref/z_a) m/s, and z_a m."""
HAS_BED, BED_STIFFNESS, BED_FRICTION = range(3)
"""Of the bed: 1 where there is one, N/m, friction."""
MOVE_TIME, MOVE_VX, MOVE_VY, MOVE_VZ, MOVE_TAKES = range(5)
"""Of a move of the held top: from when s, m/s, and line taken in m/s (negative: paid out)."""
STEP_FIRST, STEP_THEN, STEP_SETTLING, STEP_GROWTH, STEP_MOST, STEP_PEELS, STEP_STRAIN = range(7)
"""Of the steps: just after a start s, settled s, for how long the first holds s, growth of it per second, the longest s, 1 where line leaves the surface, and the strain of a link at which a step is taken again."""
NEVER, GREASED, BUOYANT = range(3)
"""How a node lies in the surface: never; where it was laid or falls from the air; also when it comes up from below."""
FIRST_S, FIRST_M, BED_S, CONTACTS, NEAR_M, LEAST, ENTRY_X, HEIGHT, TOUCHES = range(9)
"""Of a watched node: when s and after how many m of travel it first came to the bed (NaN: never), s on the stones, how often it came down onto them, m of way close over the bed, least height m; and, while it runs, where it began, its last height, whether it touches."""
AT_X, AT_Y, AT_Z, UNDER, REL_X, REL_Y, REL_Z, PULL, TAKEN = range(9)
"""Of a kept node at a time: its place m, the depth of the bed under it m, its speed through the water m/s, the tension of its link N; and the line taken in through the tip up to then, m."""
MEND_TIME, MEND_BEGINS, MEND_ENDS, MEND_UPSTREAM = range(4)
"""Of a mend: when s, from and to which place along the line from the tip m, how far upstream m."""
