"""The kinds of events, one file each."""
