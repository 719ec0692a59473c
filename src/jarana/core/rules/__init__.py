"""Rule sets a person writes down; never the law itself."""
