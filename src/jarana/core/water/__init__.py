"""The water an angler stands before."""
