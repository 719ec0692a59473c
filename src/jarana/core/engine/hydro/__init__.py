"""The laws of water on thin lines and small bodies, one law per file."""
