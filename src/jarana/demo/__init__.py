"""The invented valley: its waters, a drawer of tackle, a first rig."""
