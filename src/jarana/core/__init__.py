"""Pure computation: no web, no database, no clock, no randomness that is not passed in."""
