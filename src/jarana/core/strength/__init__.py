"""What breaks first, and what a fish pulls."""
