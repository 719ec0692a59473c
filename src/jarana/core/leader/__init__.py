"""The leader out of the water: sag between rod and water, and whether it turns over."""
