"""jobs, and the tables of the queue that hands them to workers."""

import sqlalchemy as sa
from alembic import op
from procrastinate.schema import SchemaManager
from sqlalchemy.dialects import postgresql

revision = "0008"
down_revision = "0007"
branch_labels = None
depends_on = None


def upgrade() -> None:
    # The queue's own schema, as of the pinned version; an upgrade of the library is a revision of its own.
    op.get_bind().connection.driver_connection.execute(SchemaManager.get_schema())
    op.create_table(
        "job",
        sa.Column("id", sa.Uuid(), nullable=False),
        sa.Column("owner_id", sa.Uuid(), nullable=False),
        sa.Column("kind", sa.String(length=16), nullable=False),
        sa.Column("asked", postgresql.JSONB(), nullable=False),
        sa.Column("units", sa.String(length=16), nullable=False),
        sa.Column("zone", sa.String(length=64), nullable=False),
        sa.Column("seen_at", sa.DateTime(timezone=True), nullable=False),
        sa.Column("state", sa.String(length=8), nullable=False),
        sa.Column("turns", sa.Integer(), nullable=False),
        sa.Column("done", sa.Integer(), nullable=False),
        sa.Column("steps", sa.Integer(), nullable=False),
        sa.Column("found", postgresql.JSONB(), nullable=True),
        sa.Column("ended_at", sa.DateTime(timezone=True), nullable=True),
        sa.Column("made_at", sa.DateTime(timezone=True), server_default=sa.text("clock_timestamp()"), nullable=False),
        sa.CheckConstraint("done >= 0 AND steps >= 0", name=op.f("ck_job_progress_counts")),
        sa.CheckConstraint(
            "state IN ('waiting', 'running', 'done', 'failed', 'stopped')", name=op.f("ck_job_state_known")
        ),
        sa.ForeignKeyConstraint(["owner_id"], ["angler.id"], name=op.f("fk_job_owner_id"), ondelete="CASCADE"),
        sa.PrimaryKeyConstraint("id", name=op.f("pk_job")),
    )
    op.create_index("ix_job_open", "job", ["owner_id"], postgresql_where=sa.text("state IN ('waiting', 'running')"))
    op.create_index("ix_job_made", "job", ["owner_id", "made_at"])


def downgrade() -> None:
    op.drop_table("job")
    run = op.get_bind().connection.driver_connection.execute
    run(
        "DROP TABLE procrastinate_events, procrastinate_periodic_defers, procrastinate_jobs, procrastinate_workers CASCADE"
    )
    run(
        "DO $$ DECLARE f record; BEGIN FOR f IN SELECT oid::regprocedure AS name FROM pg_proc"
        " WHERE proname LIKE 'procrastinate_%' LOOP EXECUTE 'DROP FUNCTION ' || f.name || ' CASCADE'; END LOOP; END $$"
    )
    run("DROP TYPE procrastinate_job_to_defer_v1, procrastinate_job_event_type, procrastinate_job_status CASCADE")
