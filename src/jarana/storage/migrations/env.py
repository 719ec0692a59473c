"""Alembic's entry: runs migrations on the database the configuration names."""

from alembic import context
from sqlalchemy import create_engine, text
from sqlalchemy.dialects.postgresql import JSONB

from jarana.storage.documents import Document
from jarana.storage.tables import Base


def render_item(kind, item, autogen_context):
    """Write document columns as plain JSONB."""
    if kind == "type" and isinstance(item, Document):
        autogen_context.imports.add("from sqlalchemy.dialects import postgresql")
        return "postgresql.JSONB()"
    return False


def compare_type(_context, _inspected, _metadata, inspected_type, metadata_type):
    """Take a document column for the JSONB it is."""
    if isinstance(metadata_type, Document):
        return not isinstance(inspected_type, JSONB)
    return None


def include_object(_thing, name, kind, _reflected, _compare_to):
    """Leave the queue's own tables out of comparisons."""
    return not (kind == "table" and name.startswith("procrastinate_"))


engine = create_engine(context.config.attributes["url"])
with engine.connect() as connection:
    # A migration may have to change rows of everybody.
    connection.execute(text("select set_config('jarana.role', 'operator', false)"))
    connection.commit()
    context.configure(
        connection=connection,
        target_metadata=Base.metadata,
        render_item=render_item,
        compare_type=compare_type,
        include_object=include_object,
    )
    with context.begin_transaction():
        context.run_migrations()
engine.dispose()
