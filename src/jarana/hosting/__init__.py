"""Running Jarana on one machine: a private PostgreSQL, the production server, the start command."""
