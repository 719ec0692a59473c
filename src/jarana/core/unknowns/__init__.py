"""What is not known of a drift, and the drifts that differ in it."""
