"""What a rig is worth in a water: good minutes in the hour, with its factors."""
