"""Along at the water: what goes with the angler, what is tapped there, and what an outing was."""
