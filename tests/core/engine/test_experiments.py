"""The laws against what others measured (docs/validation.md); figures of a printed curve are good to a few per cent."""

from __future__ import annotations

import math

import pytest

from jarana.core.engine.hydro.cylinder_drag import cylinder_drag_coefficient, cylinder_drag_factor
from jarana.core.engine.hydro.sphere_drag import sphere_drag_coefficient

LAPPLE_SHEPHERD = {
    1.0: 27.2, 2.0: 14.8, 5.0: 7.03, 10.0: 4.26, 20.0: 2.72, 50.0: 1.57, 100.0: 1.09, 200.0: 0.776, 500.0: 0.555,
    1000.0: 0.471, 2000.0: 0.421, 5000.0: 0.387, 10000.0: 0.405, 20000.0: 0.442, 50000.0: 0.474, 100000.0: 0.502,
}  # fmt: skip
"""Standard drag curve of spheres: Ind. Eng. Chem. 32 (1940) 605."""
WIESELSBERGER = {10.0: 2.9, 100.0: 1.43, 1000.0: 1.0, 10000.0: 1.12}
"""Cylinders across the flow: Physik. Z. 22 (1921) 321, from its curve."""
TRITTON = {1.0: 10.5, 10.0: 2.9, 40.0: 1.65}
"""Fibres across the flow: J. Fluid Mech. 6 (1959) 547, from its curve."""


@pytest.mark.parametrize(("re", "measured"), LAPPLE_SHEPHERD.items())
def test_spheres_are_dragged_as_measured(re: float, measured: float) -> None:
    assert sphere_drag_coefficient(re) == pytest.approx(measured, rel=0.07)


@pytest.mark.parametrize(("re", "measured"), [*WIESELSBERGER.items(), *TRITTON.items()])
def test_wires_and_fibres_are_dragged_as_measured(re: float, measured: float) -> None:
    assert cylinder_drag_coefficient(re) == pytest.approx(measured, rel=0.09)


@pytest.mark.parametrize("degrees", [90.0, 60.0, 45.0, 30.0])
def test_a_wire_at_a_slant_is_pushed_across_as_sin_squared(degrees: float) -> None:
    """Relf & Powell: the normal force on an inclined wire; here at Re 4000 across, a wire of 4 mm in water at 1 m/s."""
    slope = math.radians(degrees)
    across = math.sin(slope)
    force = cylinder_drag_factor(across, 0.004, 1000.0, 0.001)[0] * across
    square = cylinder_drag_factor(1.0, 0.004, 1000.0, 0.001)[0]
    assert force / square == pytest.approx(math.sin(slope) ** 2, rel=0.08)
