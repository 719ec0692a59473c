"""What people do with Jarana, one verb per file; the only place where core meets storage."""
