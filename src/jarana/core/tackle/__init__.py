"""What an angler owns, and the reference tables behind it."""
