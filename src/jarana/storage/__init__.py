"""Where documents are kept: PostgreSQL through SQLAlchemy."""
