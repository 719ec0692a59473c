"""What to pull out, cut and tie, as data."""
