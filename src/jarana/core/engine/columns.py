"""Names of the columns of the kernel's tables, one place for who fills them and who reads them."""

from __future__ import annotations

LENGTH, DIAMETER, LINE_DENSITY, AXIAL_LENGTH, GREASED, BENDING_STIFFNESS = range(6)
"""Of a link: rest length m, diameter m, density kg/m³, distance between attachments m, greased, bending stiffness N·m²."""
MASS, VOLUME, BEAD, DRAG_AREA = range(4)
"""Of a body: kg, m³, bead's diameter m, C·A m²."""
RHO, MU, GRAVITY, TENSION = range(4)
"""Of the water: density kg/m³, viscosity Pa·s, gravity m/s², surface tension N/m."""
SURFACE_SPEED, DEPTH, ROUGHNESS, WIND_DRIFT_SPEED, GUST_X, GUST_Z = range(6)
"""Of the stream: m/s, m, m, drift of the surface of still water m/s, turbulent offsets along and up m/s."""
BED_DEPTH, BED_SURFACE_SPEED, BED_SLOPE = range(3)
"""Of a row of the ground: depth m, surface speed m/s, slope of the depth along x."""
FLOAT_RADIUS, FLOAT_MASS, FLOAT_DRAG_AREA, FLOAT_SUPPORT, FLOAT_WIND = range(5)
"""Of what floats: m, kg, C·A m², what its hackle bears N, wind m/s."""
HAS_BED, BED_STIFFNESS, BED_FRICTION = range(3)
"""Of the bed: 1 where there is one, N/m, friction."""
MOVE_TIME, MOVE_VX, MOVE_VZ, MOVE_TAKES = range(4)
"""Of a move of the held top: from when s, m/s, m/s, line taken in m/s."""
STEP_FIRST, STEP_THEN, STEP_SETTLING = range(3)
"""Of the steps: just after a start s, settled s, for how long the first holds s."""
