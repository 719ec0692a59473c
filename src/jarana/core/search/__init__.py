"""What is asked of a rig in a situation: everything the workbench shows of it, what would better it."""
