"""What a line holds wet and unknotted: own pulls before the label, the label before the table. The one place that says so."""

from __future__ import annotations

from dataclasses import dataclass
from typing import Literal

from jarana.core.engine.hydro.water_properties import GRAVITY
from jarana.core.tackle.material import Material, dry_strength
from jarana.core.words import phrases

say = phrases(
    __name__,
    """
your-own-pulls = your own pulls
your-spools-label = your spool's label
materials-table-row = materials table: { $which }
""",
)


SCATTER = {"pulled": 0.04, "label": 0.08, "table": 0.12}
"""How far a line is off what its own pulls, its label or the table say (practice: labels differ by about a tenth; the rest guesses)."""


@dataclass(frozen=True)
class Told:
    """What is known of a spool's strength besides its diameter: own pulls of the dry line, and its label; kg."""

    pulled_kg: float | None = None
    label_kg: float | None = None
    label_state: Literal["dry", "wet"] = "dry"

    def stands(self) -> bool:
        """Say whether anything is told."""
        return bool(self.pulled_kg or self.label_kg)


def wet_strength(material: Material, diameter: float, told: Told | None = None) -> float:
    """Return the force that breaks a wet, unknotted line, N.

    Own pulls of the dry line times the material's wet share; else the label, which may be told wet; else the table's stress
    at that diameter (:func:`jarana.core.tackle.material.dry_strength`), a measured diameter where there is one.

    Parameters
    ----------
    material
        Of the line.
    diameter
        m, 0.08e-3 to 0.60e-3; only the table asks for it.
    told
        Of a level line off a spool; None for a tapered one or one without a spool.

    Examples
    --------
    >>> from jarana.core.tackle.material import materials
    >>> nylon = materials()["nylon-tippet"]
    >>> round(wet_strength(nylon, 0.15e-3, Told(label_kg=2.0)) / 9.80665 / nylon.wet_share, 3)
    2.0
    >>> round(wet_strength(nylon, 0.15e-3, Told(pulled_kg=1.5, label_kg=2.0)) / 9.80665 / nylon.wet_share, 3)
    1.5
    """
    if told and told.pulled_kg:
        return told.pulled_kg * GRAVITY * material.wet_share
    if told and told.label_kg:
        return told.label_kg * GRAVITY * (1.0 if told.label_state == "wet" else material.wet_share)
    return dry_strength(material, diameter) * material.wet_share


def strength_scatter(told: Told | None = None) -> float:
    """Return how far what a line holds is off, as the standard deviation of its logarithm: least after own pulls.

    Examples
    --------
    >>> strength_scatter(Told(pulled_kg=1.5)), strength_scatter(Told(label_kg=2.0)), strength_scatter()
    (0.04, 0.08, 0.12)
    """
    if told and told.pulled_kg:
        return SCATTER["pulled"]
    return SCATTER["label"] if told and told.label_kg else SCATTER["table"]


def strength_source(material: Material, told: Told | None = None) -> str:
    """Return where the figure of :func:`wet_strength` comes from, in a few words."""
    if told and told.pulled_kg:
        return say("your-own-pulls")
    if told and told.label_kg:
        return say("your-spools-label")
    return say("materials-table-row", which=material.name.lower())
