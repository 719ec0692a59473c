"""What drifts teach: beliefs over what is not known, and what they say about the next change."""
